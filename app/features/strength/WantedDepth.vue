<script setup lang="ts">
import { DEPTH_STARTS, DEPTHS, type Depth } from '~~/core/colour/depth'
import { formatMass, formatNumber, formatRatio } from '~~/core/quantity/format-quantity'
import { plantNeededG } from '~~/core/harvest/ratio'
import { ratioSe } from '~~/core/strength/ratio-error'
import { ratioForStrength } from '~~/core/strength/saturation'
import type { StrengthGroup, StrengthView } from '~~/shared/strength-view'

const { group, view } = defineProps<{ group: StrengthGroup; view: StrengthView }>()
const emit = defineEmits<{ ratio: [number] }>()

/** A depth is aimed at in its middle; "deep" has no end, so a fifth above its beginning. */
const WANTED: readonly Depth[] = DEPTHS.slice(1)
const aimOf = (depth: Depth) => {
  const next = DEPTHS[DEPTHS.indexOf(depth) + 1]
  return next ? Math.sqrt(DEPTH_STARTS[depth] * DEPTH_STARTS[next]) : DEPTH_STARTS[depth] * 1.2
}

const depth = ref<Depth>('middling')
const fibreG = ref<number | null>(100)

const answer = computed(() => {
  const fit = group.fit
  const wanted = aimOf(depth.value)
  if (fit?.kind === 'straight') return { ratio: wanted / fit.slope, se: null }
  if (fit?.kind !== 'bent') return null
  const ratio = ratioForStrength(fit, wanted)
  return ratio === null ? { ratio: null, se: null } : { ratio, se: ratioSe(fit, wanted) }
})
const error = computed(() => (answer.value?.se ? ` ± ${formatNumber(answer.value.se, 2)}` : ''))
const farthest = computed(() => Math.max(0, ...group.points.map(({ ratioDry }) => ratioDry)))
const grams = computed(() =>
  answer.value?.ratio && fibreG.value
    ? plantNeededG(answer.value.ratio, fibreG.value, view.usualDryFraction)
    : null,
)

function choose(wanted: Depth) {
  depth.value = wanted
  if (answer.value?.ratio) emit('ratio', answer.value.ratio)
}
</script>

<template>
  <section v-if="group.fit" class="panel stack tight" aria-labelledby="wanted">
    <div class="ask">
      <h2 id="wanted">Ratio for a depth, on</h2>
      <QuantityField v-model="fibreG" label="dry fibre" class="fibre" bare />
    </div>
    <ElRadioGroup
      :model-value="depth"
      aria-label="Wanted depth"
      @update:model-value="choose($event as Depth)"
    >
      <ElRadioButton v-for="each in WANTED" :key="each" :value="each">{{ each }}</ElRadioButton>
    </ElRadioGroup>
    <p v-if="answer?.ratio" aria-live="polite">
      For {{ depth }}: <strong>{{ formatRatio(answer.ratio) }} dry</strong>{{ error
      }}{{ grams ? ', ' : '' }}
      <template v-if="grams">
        <strong>{{ formatMass(grams) }}</strong> {{ view.usualState }} for
        {{ formatMass(fibreG) }} of fibre.
      </template>
      <span v-if="answer.ratio > farthest" class="estimate">
        Beyond the {{ formatRatio(farthest) }} dry you tried: a guess.
      </span>
    </p>
    <p v-else aria-live="polite">
      <strong>Not reached</strong> in what you tried: its ceiling lies below {{ depth }}.
    </p>
  </section>
</template>

<style scoped>
.ask {
  display: flex;
  align-items: center;
  gap: 10px;
}

.fibre {
  width: 120px;
}
</style>
