<script setup lang="ts">
import { formatMass, formatRatio } from '~~/core/quantity/format-quantity'
import { ruleWords } from './rule-words'
import type { WeighIn } from './useWeighIn'

/** What it comes to: fibre it would dye, what is wanted still, what the patch bears. */
const { weighIn } = defineProps<{ weighIn: WeighIn }>()

const { draft, known, netG, dryG, dyesG, patch } = weighIn

const bearing = computed(() => {
  const found = known.value?.bearings.find(({ patchId }) => patchId === patch.value?.id)
  if (found) return found
  const rule = known.value?.source.rule
  return rule && patch.value
    ? {
        rule,
        own: false,
        leftG: null,
        allowedG: rule.kind === 'none' || rule.kind === 'fallenOnly' ? 0 : null,
      }
    : null
})

const FALLEN = ['windfall', 'storm-felled', 'prunings']
const NOT_WILD = ['grown', 'given', 'bought']

/** Plainly what recording this would pass; it is recorded all the same. */
const passes = computed(() => {
  const { obtained } = draft
  if (!bearing.value || NOT_WILD.includes(obtained) || FALLEN.includes(obtained)) return ''
  const { rule, leftG } = bearing.value
  if (rule.kind === 'none')
    return 'The rule here is to take none. Ask whoever looks after the place; it is recorded as it was.'
  if (rule.kind === 'fallenOnly')
    return 'The rule here is fallen or pruned stuff only: this was picked from the living. It is recorded as it was.'
  const freshG =
    draft.state === 'dried' && draft.source ? netG.value! / draft.source.dryFraction : netG.value!
  if (leftG === null || freshG <= leftG) return ''
  return `This passes what the place bears by ${formatMass(freshG - leftG)}. It is recorded as it was.`
})
</script>

<template>
  <div class="tally" role="status" aria-label="What it comes to">
    <p v-if="dyesG && known?.ratioDry">
      Dyes <strong>~{{ formatMass(dyesG) }}</strong> of fibre at
      {{ formatRatio(known.ratioDry.value) }} dry
      <span class="quiet">{{
        known.ratioDry.basis === 'learnt'
          ? `enough by ${known.ratioDry.n} of your swatches`
          : `usual, ${known.source.provenance}, not yours`
      }}</span>
    </p>
    <p v-for="need in known?.needs ?? []" :key="need.wish.id">
      {{ need.wish.words }}:
      <template v-if="need.wantedDryG - need.stockDryG - (dryG ?? 0) > 0.5">
        <strong
          >~{{
            formatMass(need.toGatherG.mid - (draft.state === 'dried' ? 0 : (netG ?? 0)))
          }}</strong
        >
        fresh more is wanted
      </template>
      <template v-else>that is enough</template>{{ ' '
      }}<span class="quiet">for {{ formatMass(need.wish.fibreG) }} of fibre</span>
    </p>
    <p v-if="bearing" class="quiet">
      {{ patch?.name }}: {{ ruleWords(bearing.rule)
      }}{{ bearing.own ? ', your rule' : ', usual care'
      }}<template v-if="bearing.leftG !== null"
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
