<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import { amountOf } from '~/features/loft/words'
import { formatMass } from '~~/core/quantity/format-quantity'
import { ago } from '~/features/today/dates'
import { POT_PLAN, type PotStock } from './usePotPlan'

const { stock } = defineProps<{ stock: PotStock }>()
const plan = inject(POT_PLAN)!

const nameOf = (sourceId: string) => {
  const source = stock.sources.get(sourceId)
  return source ? `${source.commonName} ${PARTS[source.part].label}` : ''
}
</script>

<template>
  <section class="stack tight" aria-labelledby="from-loft">
    <h2 id="from-loft">From the loft</h2>
    <ElSelect v-model="plan.draft.lotId" filterable placeholder="Choose a lot" aria-label="Lot">
      <ElOption
        v-for="lot in stock.lots"
        :key="lot.id"
        :value="lot.id"
        :label="`${lot.code} ${nameOf(lot.sourceId)}, ${amountOf(lot)} ${lot.state}`"
      />
    </ElSelect>
    <SwingTag
      v-if="plan.lot"
      :code="plan.lot.code"
      :figure="plan.wantedG === null ? formatMass(plan.lot.leftG) : formatMass(plan.wantedG)"
      :figure-note="
        plan.wantedG === null
          ? `${plan.lot.state} left`
          : `of ${formatMass(plan.lot.leftG)} ${plan.lot.state}`
      "
      :line="`${plan.lot.state}, gathered ${ago(plan.lot.gatheredOn)}`"
    >
      <template #name>{{ nameOf(plan.lot.sourceId) }}</template>
    </SwingTag>
    <p v-if="plan.errors['/lots']" class="wrong" role="alert">Choose a lot to dye with.</p>
    <p v-if="plan.leftAfterG !== null && plan.leftAfterG < 0" class="wrong" role="alert">
      {{ formatMass(-plan.leftAfterG) }} short. Lower the ratio, take fewer pieces, or
      <button type="button" class="link" @click="plan.useAll">use what there is</button>.
    </p>
    <p v-else-if="plan.leftAfterG !== null" class="quiet">
      {{ formatMass(plan.leftAfterG) }} {{ plan.lot?.state }} left after it.
    </p>
    <p v-if="plan.errors['/lots/0/massG']" class="wrong" role="alert">
      {{ plan.errors['/lots/0/massG'] }}
    </p>
  </section>
</template>

<style scoped>
.link {
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  text-decoration: underline;
  cursor: pointer;
}
</style>
