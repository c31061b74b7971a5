<script setup lang="ts">
import { fibreFacts } from '~~/catalogue/fibres'
import { dayMonth } from '~/format/calendar'
import { formatMass } from '~/format/quantities'
import { formatRoughMass } from '~/format/rough-mass'
import type { ChainStep, ChainView, DoneStep } from '~~/shared/views/year/chain'
import { lastingWords } from './lasting-words'
import { barWords, chainLines, chainTroubles, jarWords, spareWords } from './chain-words'

/** A plan, worked back from its day: what is done when, and what lies in its way. */
const { chain, isKept = false } = defineProps<{
  chain: ChainView
  /** Not only typed: parts of it can be done. */
  isKept?: boolean
}>()

defineEmits<{ back: [step: ChainStep]; done: [step: ChainStep]; undone: [step: DoneStep] }>()

const fibreG = computed(() => chain.plan.parts.reduce((sum, { fibreG: g }) => sum + g, 0))
const lines = computed(() => chainLines(chain))
const troubles = computed(() => chainTroubles(chain))
const measured = useMeasuredLight()
/** How its plants hold in the light: where that was asked for, or strips tell it. */
const lasting = computed(() => lastingWords(chain, measured.value.of))
const isLate = computed(() => chain.soonest !== null)
</script>

<template>
  <div class="stack tight">
    <div>
      <h2>{{ chain.plan.words }}</h2>
      <p class="quiet">
        {{ formatMass(fibreG) }} {{ fibreFacts(chain.plan.fibre).label }} with
        <template v-for="({ sourceId, sourceName }, i) in chain.plants" :key="sourceId"
          >{{ i > 0 ? ' and ' : ''
          }}<NuxtLink :to="`/source/${sourceId}`">{{ sourceName }}</NuxtLink></template
        >{{ chain.plan.wantedBy ? `, by ${dayMonth(chain.plan.wantedBy)}` : '' }}
      </p>
    </div>
    <template v-for="plant in chain.plants" :key="plant.sourceId">
      <p v-if="plant.stockDryG > 0">
        <strong>{{ formatRoughMass(plant.stockDryG, Math.floor) }}</strong> of dry matter is in
        stock for it: {{ plant.stockCodes.join(', ') }}.
      </p>
      <p v-if="plant.jar">{{ plant.jar.code }} stands already: {{ jarWords(plant.jar) }}.</p>
    </template>
    <p
      v-for="{ sourceId, words, isWanting } in lasting"
      :key="sourceId"
      :class="{ estimate: isWanting }"
    >
      {{ words }}
    </p>
    <PlainCaution v-for="caution in chain.cautions" :key="caution.key" :level="caution.level">
      {{ caution.words }}
    </PlainCaution>
    <ol class="lines">
      <li v-for="step in chain.done" :key="step.id" class="was">
        <span class="quiet">{{ dayMonth(step.on) }}</span>
        <span
          ><span class="capital">{{ barWords(step) }}</span
          >, done.</span
        >
        <button
          v-if="isKept"
          type="button"
          class="link more"
          :aria-label="`Not yet: ${barWords(step)}`"
          @click="$emit('undone', step)"
        >
          Not yet
        </button>
      </li>
      <li v-for="line in lines" :key="line.id">
        <span class="quiet">{{ line.when }}</span>
        <span>
          <strong class="capital">{{ line.what }}</strong>
          <span v-if="line.more" class="quiet more">{{ line.more }}</span>
          <button
            v-if="line.step.isMoved"
            type="button"
            class="link more"
            @click="$emit('back', line.step)"
          >
            moved by hand: move it back
          </button>
        </span>
        <button
          v-if="isKept"
          type="button"
          class="link more"
          :aria-label="`Done: ${barWords(line.step)}`"
          @click="$emit('done', line.step)"
        >
          Done
        </button>
      </li>
    </ol>
    <p v-if="!chain.failure" :class="isLate ? 'late' : 'spare'">{{ spareWords(chain) }}</p>
    <p v-for="trouble in troubles" :key="trouble" class="mind">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.lines {
  margin: 0;
  padding: 0;
  list-style: none;
}

.lines li {
  display: grid;
  grid-template-columns: 88px 1fr auto;
  gap: 12px;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}

.lines strong {
  display: block;
  font-weight: 600;
}

.more {
  font-size: 13px;
}

.spare {
  font-weight: 700;
}

.late {
  color: var(--madder);
  font-weight: 700;
}

.mind {
  padding: 8px 12px;
  border-left: 3px solid var(--ochre);
  background: #faf6ea;
}
</style>
