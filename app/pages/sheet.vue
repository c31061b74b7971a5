<script setup lang="ts">
import { dayAndTime, fullDate } from '~/format/calendar'
import { roughDate } from '~/format/dates'
import { agentFacts } from '~~/catalogue/agents'
import { wayFacts } from '~~/catalogue/ways'
import type { RecipeCard } from '~~/core/formats/recipe-card'
import { courseSteps } from '~~/core/pot/course'
import {
  amountWords,
  formatMass,
  formatNumber,
  formatRatio,
  formatTemperature,
  formatVolume,
  inUnits,
  temperatureUnit,
} from '~/format/quantities'
import { againOf } from '~~/shared/rules/pot/course'
import type { Pot } from '~~/shared/schemas/pot/pot'
import SheetPieces from '~/features/hob/SheetPieces.vue'
import PotNav from '~/features/pot/PotNav.vue'
import { formatDuration } from '~~/core/quantity/format-duration'

/** The bench sheet of a pot that is to be, or the recipe card of one that was: one page of paper. */
const api = useApi()
const route = useRoute()
const potId = computed(() => (typeof route.query.pot === 'string' ? route.query.pot : ''))
const { data, failure } = useLoaded(async () => {
  if (!potId.value) return null
  const [pot, card] = await Promise.all([
    api.get<Pot>(`pots/${potId.value}`),
    api.get<RecipeCard>(`recipe/${potId.value}`),
  ])
  return { pot, card }
}, potId)

const isCard = computed(() => data.value?.pot.stage === 'done')
const steps = computed(() => {
  const pot = data.value?.pot
  if (!pot) return []
  const startOf = new Map(pot.plan?.starts.map(({ stepId, at }) => [stepId, Date.parse(at)]))
  return courseSteps(pot.plan?.steps ?? wayFacts(pot.way).steps, againOf(pot))
    .map((step) => ({ ...step, start: startOf.get(step.id) ?? null }))
    .sort((a, b) => (a.start === null || b.start === null ? 0 : a.start - b.start))
    .map((step) => ({
      ...step,
      at: step.start === null ? '' : dayAndTime(step.start),
    }))
})
const print = () => window.print()
useHead({ title: 'Sheet · Juniper Haze' })
</script>

<template>
  <div class="no-print">
    <PotNav />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div v-if="data" class="row">
      <ElButton type="primary" @click="print">Print</ElButton>
      <NuxtLink :to="`/hob?pot=${data.pot.id}`" class="el-button"
        >Back to {{ data.pot.code }}</NuxtLink
      >
    </div>
  </div>
  <article v-if="data" class="paper">
    <header>
      <h1>{{ data.card.title }}</h1>
      <p>
        <strong>{{ data.pot.code }}</strong> · {{ isCard ? 'recipe card' : 'bench sheet' }} ·
        {{ data.card.way }} ·
        {{
          data.pot.dyedWithinDays
            ? roughDate(data.pot.dyedOn, data.pot.dyedWithinDays)
            : fullDate(data.pot.dyedOn)
        }}
      </p>
    </header>
    <div class="two">
      <section>
        <h2>{{ isCard ? 'What went in' : 'Weigh out' }}</h2>
        <ul>
          <li v-for="(plant, i) in data.card.plants" :key="i">
            <strong>{{ formatMass(plant.massG) }}</strong> {{ plant.name }} {{ plant.part }},
            {{ plant.state
            }}<template v-if="!isCard">, {{ data.pot.lots[i]?.lotCode }}</template> ({{
              formatMass(plant.dryG)
            }}
            dry) <em>{{ plant.scientificName }}</em>
          </li>
          <li>
            <strong>{{ formatMass(data.card.fibreG) }}</strong> fibre, dry:
            {{
              data.card.ratioDry === null
                ? 'ratio not known'
                : `${formatRatio(data.card.ratioAsWeighed)} as weighed, ${formatRatio(data.card.ratioDry)} dry`
            }}
          </li>
          <li v-if="data.card.waterL !== null">
            <strong>{{ formatVolume(data.card.waterL) }}</strong>
            {{ data.pot.plan?.water ?? '' }} water<template v-if="data.pot.plan?.kettleL"
              >, {{ formatVolume(data.pot.plan.kettleL) }} of it boiling</template
            >
          </li>
          <template v-if="isCard">
            <li v-for="each in data.card.additions" :key="each.agent">
              <strong>{{ formatMass(each.massG) }}</strong> {{ each.agent }}
            </li>
          </template>
          <template v-else>
            <li v-for="each in data.pot.plan?.additions ?? []" :key="each.agent">
              <strong>{{ amountWords(each) }}</strong> {{ agentFacts(each.agent).label }},
              {{ each.when }} the dye
            </li>
            <li v-if="data.pot.plan?.ph">
              {{ agentFacts(data.pot.plan.ph.agent).label }} by the spoon to pH
              {{ formatNumber(data.pot.plan.ph.target, 2) }}, never past
              {{ formatNumber(data.pot.plan.ph.cap, 2) }}
            </li>
          </template>
        </ul>
      </section>
      <section v-if="isCard">
        <h2>How it went</h2>
        <ul>
          <li>
            Hottest with the pieces in:
            {{ data.card.tempC === null ? 'not read' : formatTemperature(data.card.tempC) }}
          </li>
          <li>
            Time in:
            {{ data.card.minutes === null ? 'not noted' : formatDuration(data.card.minutes) }}
          </li>
          <li>
            Final pH:
            {{ data.card.finalPh === null ? 'not read' : formatNumber(data.card.finalPh, 3) }}
          </li>
          <li v-for="words in data.card.departures" :key="words">{{ inUnits(words) }}</li>
        </ul>
      </section>
      <section v-else>
        <h2>Read</h2>
        <table class="blanks">
          <thead>
            <tr>
              <th>time</th>
              <th>{{ temperatureUnit() }}</th>
              <th>pH</th>
              <th>looks</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="i in 6" :key="i">
              <td />
              <td />
              <td />
              <td />
            </tr>
          </tbody>
        </table>
      </section>
    </div>
    <section>
      <h2>Steps</h2>
      <ol class="steps">
        <li v-for="step in steps" :key="step.id">
          <span class="box" /> <span class="at">{{ step.at }}</span>
          <span
            >{{ inUnits(step.words) }}
            <span class="quiet"
              >{{ formatDuration(step.minutes)
              }}{{ step.tempC ? `, ${formatTemperature(step.tempC)}` : ''
              }}{{ step.look ? `. ${step.look}` : '' }}</span
            ></span
          >
          <span class="blank" />
        </li>
      </ol>
    </section>
    <SheetPieces :card="data.card" :pot="data.pot" :is-card="isCard" />
    <footer>
      <p v-for="words in data.card.cautions" :key="words">{{ inUnits(words) }}</p>
      <p v-if="data.card.note">{{ data.card.note }}</p>
    </footer>
  </article>
</template>

<style scoped>
.paper {
  max-width: 780px;
  margin: 14px auto 0;
  padding: 22px 28px;
  font-size: 13px;
}

h1 {
  font-size: 21px;
}

h2 {
  margin: 10px 0 3px;
  border-bottom: 1px solid #000;
  font-size: 15px;
}

.two {
  display: grid;
  grid-template-columns: 1.1fr 1fr;
  gap: 22px;
}

.steps li {
  display: grid;
  grid-template-columns: 14px auto minmax(0, 1fr) 130px;
  gap: 8px;
  align-items: end;
  padding: 3px 0;
}

.box {
  width: 12px;
  height: 12px;
  border: 1px solid #000;
}

.blank {
  border-bottom: 1px solid #999;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 3px 6px;
  border: 1px solid #999;
  text-align: left;
}

.blanks td {
  height: 22px;
}

footer {
  margin-top: 10px;
  font-size: 12px;
}

.at {
  min-width: 92px;
  white-space: nowrap;
}
</style>
