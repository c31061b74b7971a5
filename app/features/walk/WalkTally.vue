<script setup lang="ts">
import { allowance, passing, takenFrom } from '~~/core/harvest/allowance'
import { formatMass } from '~/format/quantities'
import { depthWords, wantedWords, weighedRatio } from './need-words'
import { ruleWords } from './rule-words'
import type { WeighIn } from './useWeighIn'
import { present } from '~~/core/present'

/** What it comes to: fibre it would dye, what is wanted still, what the patch bears. */
const { weighIn } = defineProps<{ weighIn: WeighIn }>()

const { draft, known, netG, dryG, dyesG, patch } = weighIn

const weighed = computed(() => ({
  state: draft.state,
  dryFraction: present(known.value).dryFraction,
}))
/** Wishes, each with what it wants still; null: that is enough. */
const needs = computed(() =>
  (known.value?.needs ?? []).map((need) => ({
    need,
    wanted: wantedWords(need, {
      state: draft.state,
      netG: netG.value ?? 0,
      dryG: dryG.value ?? 0,
    }),
  })),
)

/** What the patch bears; where nothing was taken there yet, by the source's usual rule. */
const bearing = computed(() => {
  const source = known.value?.source
  if (!source || !patch.value) return null
  const found = known.value?.bearings.find(({ patchId }) => patchId === present(patch.value).id)
  return found ?? { rule: source.rule, own: false, ...allowance(source.rule, []) }
})

const PASSES = {
  none: 'The rule here is to take none. Ask whoever looks after the place; it is recorded as it was.',
  fallenOnly:
    'The rule here is fallen or pruned stuff only: this was picked from the living. It is recorded as it was.',
} as const

/** Plainly what recording this would pass; it is recorded all the same. */
const passes = computed(() => {
  if (!bearing.value || !draft.source || netG.value === null) return ''
  const { rule, leftG } = bearing.value
  const freshG = draft.state === 'dried' ? netG.value / draft.source.dryFraction : netG.value
  const past = passing(rule, leftG, freshG, takenFrom(draft.obtained))
  if (!past) return ''
  return past.of === 'amount'
    ? `This passes what the place bears by ${formatMass(past.pastG)}. It is recorded as it was.`
    : PASSES[past.of]
})
</script>

<template>
  <div class="tally" role="status" aria-label="What it comes to">
    <p v-if="dyesG && known?.ratioDry">
      Dyes <strong>~{{ formatMass(dyesG) }}</strong> of fibre at
      {{ weighedRatio(known.ratioDry.value, weighed) }}
      <span class="quiet">{{
        known.ratioDry.basis === 'learnt'
          ? `your usual, by ${known.ratioDry.n} of your swatches`
          : `usual, ${known.source.provenance}, not yours`
      }}</span>
    </p>
    <p v-for="{ need, wanted } in needs" :key="need.wish.id">
      {{ need.wish.words }}:
      <template v-if="wanted"
        ><strong>{{ wanted }}</strong> fresh more is wanted</template
      >
      <template v-else>that is enough</template>{{ ' '
      }}<span class="quiet"
        >for {{ formatMass(need.wish.fibreG) }} of fibre{{ depthWords(need, weighed) }}</span
      >
    </p>
    <p v-if="bearing" class="quiet">
      {{ patch?.name }}: {{ ruleWords(bearing.rule)
      }}{{ bearing.own ? ', your rule' : ', usual care'
      }}<template v-if="bearing.leftG !== null && bearing.allowedG !== 0"
        >; bears {{ formatMass(bearing.leftG) }} more this year</template
      >.
    </p>
    <PlainCaution v-if="passes" level="grave">{{ passes }}</PlainCaution>
  </div>
</template>

<style scoped>
.tally {
  display: grid;
  gap: 4px;
  padding: 8px 12px;
  border-left: 3px solid var(--juniper);
  background: var(--juniper-pale);
}
</style>
