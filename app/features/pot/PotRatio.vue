<script setup lang="ts">
import { asTyped, formatNumber, formatRatio, inDecimals } from '~/format/quantities'
import { parseNumber } from '~~/core/quantity/parse-number'
import { dryRatioOf, weighedRatioOf } from '~~/core/harvest/ratio'
import { toldEnough } from '~~/core/strength/posterior/describe-posterior'
import { gainWords } from '~~/core/strength/sentences'
import { triedOf } from '~~/core/strength/outside-tried'
import { farWords } from '~/features/strength/words'
import { FEW_TRIALS } from '~~/core/strength/trials'
import { present } from '~~/core/present'
import { POT_PLAN } from './usePotPlan'

/** The ratio of a pot, as it is weighed and dry, with its ribbon; of one of the past, what was told. */
const plan = present(inject(POT_PLAN))
const isPast = computed(() => plan.draft.mode === 'past')

const weighedRatio = computed(() =>
  plan.current ? weighedRatioOf(plan.ratioDry, plan.current.lot.dryFraction) : plan.ratioDry,
)
const isPainted = computed(() => plan.draft.way === 'paintOn')
/** Of a pot of the past, and of what is painted on, only what was told is a ratio. */
const isRatioUnknown = computed(
  () =>
    (isPast.value && !plan.current) ||
    ((isPast.value || isPainted.value) && plan.current?.massBasis === 'unknown'),
)
const weighed = computed({
  get: () =>
    isRatioUnknown.value ? '' : inDecimals(String(Number(weighedRatio.value.toPrecision(3)))),
  set: (typed: string) => {
    const ratio = parseNumber(asTyped(typed))
    if (ratio !== null && ratio > 0)
      plan.ratioDry = dryRatioOf(ratio, plan.current?.lot.dryFraction ?? 1)
  },
})
const state = computed(() => plan.current?.lot.state ?? 'dry')
/** Far from any ratio tried; and where more plant hardly helps, if the marker stands beyond it. */
const guess = computed(() =>
  isPast.value || isRatioUnknown.value
    ? ''
    : farWords(plan.ratioDry, triedOf(plan.group?.curve?.answer.points ?? [])),
)
const enough = computed(() => {
  const answer = plan.group?.curve?.answer
  const told = answer && answer.trials >= FEW_TRIALS ? toldEnough(answer) : null
  return told && plan.ratioDry > told.mid ? told : null
})
</script>

<template>
  <div class="ratio" :class="{ alone: isPast || isRatioUnknown }">
    <div>
      <LabeledField v-slot="{ id }" :label="`Ratio, ${state}`">
        <ElInput
          :id="id"
          v-model.lazy="weighed"
          inputmode="decimal"
          class="typed"
          :placeholder="isPainted ? 'to cover' : isPast ? 'not known' : ''"
        />
        <span>: 1</span>
      </LabeledField>
      <p v-if="isRatioUnknown" class="estimate dry">
        {{
          isPainted
            ? 'As much as covers it. Type what was used, where you measured it: else the ratio stays unknown.'
            : 'Type it, or the plant below: without either it stays unknown.'
        }}
      </p>
      <p v-else-if="plan.current && plan.current.lot.state !== 'dried'" class="quiet dry">
        = <strong>{{ formatRatio(plan.ratioDry) }}</strong> dry ({{
          formatNumber(plan.current.lot.dryFraction)
        }}, {{ plan.current.lot.dryFractionBasis }})
      </p>
      <p v-else class="quiet dry">{{ formatRatio(plan.ratioDry) }} dry</p>
      <p v-if="guess" class="estimate dry capital">{{ guess }}</p>
      <p v-if="enough" class="estimate dry">
        from {{ formatRatio(weighedRatioOf(enough.mid, plan.current?.lot.dryFraction ?? 1)) }}
        {{ state }} on, twice the plant adds {{ gainWords(enough.gain) }} or less
      </p>
    </div>
    <RatioRibbon
      v-if="!isPast && !isRatioUnknown"
      v-model="plan.ratioDry"
      :group="plan.group"
      :pending="!plan.isLookedUp"
      :dry-fraction="plan.current?.lot.dryFraction ?? 1"
      :state="plan.current?.lot.state ?? 'dried'"
    />
  </div>
</template>

<style scoped>
.ratio {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr);
  gap: 16px;
  align-items: center;
}

.typed {
  width: 108px;
}

.dry {
  margin-top: 2px;
}

/* without a ribbon its words stand beside the field */
.ratio.alone {
  grid-template-columns: minmax(0, 1fr);
}

.ratio.alone > div {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: end;
}

.ratio.alone .dry {
  margin-bottom: 10px;
}

@media (max-width: 760px) {
  .ratio {
    grid-template-columns: minmax(0, 1fr);
    gap: 4px;
  }
}
</style>
