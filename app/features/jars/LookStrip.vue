<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import type { JarView } from '~~/shared/schemas/loft/jar'

/** What was seen in jars over time: a strip of colours each, on one scale of days. */
const { jars } = defineProps<{ jars: JarView[] }>()

const DAY_MS = 86_400_000

const strips = computed(() =>
  jars.map((jar) => ({
    jar,
    looks: jar.rounds
      .filter(({ hex, colourWord }) => hex || colourWord)
      .map((round) => ({
        ...round,
        day: (Date.parse(round.at) - Date.parse(jar.startedAt)) / DAY_MS,
      })),
  })),
)
const longest = computed(() =>
  Math.max(
    1,
    ...strips.value.flatMap(({ jar, looks }) => [jar.outlook.days, ...looks.map(({ day }) => day)]),
  ),
)
const x = computed(() => scaleLinear([0, longest.value], [0, 100]))
const ticks = computed(() => x.value.ticks(6).filter((tick) => Number.isInteger(tick)))

/** From each look to the next; the last to today. */
const widthOf = (looks: { day: number }[], i: number, days: number) =>
  x.value((looks[i + 1]?.day ?? Math.max(days, looks[i]!.day)) - looks[i]!.day)
</script>

<template>
  <figure class="strips">
    <div v-for="{ jar, looks } in strips" :key="jar.id" class="one">
      <p>
        <strong>{{ jar.code }}</strong>{{ ' ' }}
        <span class="quiet"> {{ jar.vessel }}</span>
      </p>
      <div
        class="strip"
        role="img"
        :aria-label="`${jar.code}: ${looks.map(({ day, colourWord }) => `day ${Math.round(day)} ${colourWord}`).join(', ')}`"
      >
        <span
          v-for="(look, i) in looks"
          :key="look.id"
          class="piece"
          :class="{ unknown: !look.hex }"
          :style="{
            left: `${x(look.day)}%`,
            width: `calc(${widthOf(looks, i, jar.outlook.days)}% + 6px)`,
            background: look.hex ?? undefined,
          }"
        />
      </div>
      <ol class="words">
        <li v-for="look in looks" :key="look.id" class="quiet">
          day {{ Math.round(look.day) }}: {{ look.colourWord || 'no word'
          }}<template v-if="look.ph !== null">, pH {{ look.ph }}</template
          ><template v-if="look.how">, {{ look.how }}</template
          ><template v-if="look.mould">, mould</template>
        </li>
      </ol>
    </div>
    <figcaption class="scale quiet" aria-hidden="true">
      <span v-for="tick in ticks" :key="tick" :style="{ left: `${x(tick)}%` }">{{
        tick === 0 ? 'start' : `day ${tick}`
      }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.strips {
  margin: 0;
}

.one {
  margin-bottom: 8px;
}

.strip {
  position: relative;
  overflow: hidden;
  height: 44px;
  border-radius: var(--corner);
  background: repeating-linear-gradient(135deg, var(--haze-pale) 0 5px, var(--panel) 5px 10px);
}

.piece {
  position: absolute;
  top: 0;
  bottom: 0;
}

.unknown {
  background: var(--haze-pale);
}

.words {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}

.scale {
  position: relative;
  height: 20px;
}

.scale span {
  position: absolute;
  transform: translateX(-50%);
  white-space: nowrap;
}

.scale span:first-child {
  transform: none;
}

.scale span:last-child {
  transform: translateX(-100%);
}
</style>
