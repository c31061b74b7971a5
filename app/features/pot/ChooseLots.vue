<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import { amountOf } from '~/features/loft/words'
import { formatMass, formatRatio } from '~/format/quantities'
import { BASIS_OPTIONS } from '~/features/basket/basis-words'
import { BLANK_LOT, type DraftLot } from './pot-draft'
import { POT_PLAN } from './usePotPlan'
import type { PotStock } from './usePotStock'
import { ago } from '~/format/dates'
import { present } from '~~/core/present'
import type { Lot } from '~~/shared/schemas/loft/lot'

const { stock, errors } = defineProps<{ stock: PotStock; errors: Record<string, string> }>()
const emit = defineEmits<{ chosen: [lotId: string] }>()
const plan = present(inject(POT_PLAN))

const nameOf = (sourceId: string) => {
  const source = stock.sources.get(sourceId)
  return source ? `${source.commonName} ${PARTS[source.part].label}` : ''
}
const chosen = (lotId: string) => plan.lots.find(({ lot }) => lot.id === lotId)

/** The first of a bath decides how it opens. */
function choose(i: number, lotId: string) {
  plan.active = i
  if (i === 0) emit('chosen', lotId)
}
function mixIn() {
  plan.draft.lots.push({ ...BLANK_LOT })
  plan.active = plan.draft.lots.length - 1
}
function leaveOut(i: number) {
  plan.draft.lots.splice(i, 1)
  plan.active = 0
}
/** How an amount taken is known; as the lot itself is known, where nothing is said. */
const basisOf = (lot: Lot) =>
  chosen(lot.id)?.massBasis ??
  (lot.amountBasis === 'measured' || lot.steps.length > 0 ? 'weighed' : 'about')
const isUnknown = (lotId: string) => chosen(lotId)?.massBasis === 'unknown'
function setMass(each: DraftLot, massG: number | null) {
  each.massG = massG
  if (each.massBasis === 'unknown') each.massBasis = ''
}
</script>

<template>
  <section class="stack tight" aria-labelledby="from-loft">
    <h2 id="from-loft">From the loft</h2>
    <p v-if="plan.from" class="quiet">
      In the liquor of {{ plan.from.code }}, bath {{ plan.from.bathNumber + 1 }}: no new plant is
      needed.
      <button type="button" class="link" @click="plan.draft.fromPotId = null">Begin afresh</button>
    </p>
    <template v-else>
      <div v-for="(each, i) in plan.draft.lots" :key="i" class="lot">
        <div class="pick">
          <ElSelect
            v-model="each.lotId"
            filterable
            placeholder="Choose a lot"
            :aria-label="i === 0 ? 'Lot' : `Lot ${i + 1}`"
            @change="choose(i, $event)"
          >
            <ElOption
              v-for="lot in stock.lots"
              :key="lot.id"
              :value="lot.id"
              :label="`${lot.code} ${nameOf(lot.sourceId)}, ${amountOf(lot)} ${lot.state}`"
              :disabled="plan.draft.lots.some((other) => other !== each && other.lotId === lot.id)"
            />
          </ElSelect>
          <ElButton
            v-if="plan.draft.lots.length > 1"
            :aria-label="`Leave lot ${i + 1} out`"
            @click="leaveOut(i)"
            >Leave out</ElButton
          >
        </div>
        <SwingTag
          v-if="chosen(each.lotId)"
          :code="chosen(each.lotId)!.lot.code"
          :chosen="plan.draft.lots.length > 1 && plan.active === i"
          :figure="
            isUnknown(each.lotId)
              ? 'some'
              : formatMass(chosen(each.lotId)!.massG ?? chosen(each.lotId)!.lot.leftG)
          "
          :figure-note="
            chosen(each.lotId)!.massG === null
              ? `${chosen(each.lotId)!.lot.state} left`
              : `of ${formatMass(chosen(each.lotId)!.lot.leftG)} ${chosen(each.lotId)!.lot.state}`
          "
          :line="`${isUnknown(each.lotId) ? 'ratio not known' : `${formatRatio(chosen(each.lotId)!.ratioDry)} dry`}, gathered ${ago(chosen(each.lotId)!.lot.gatheredOn)}`"
          @choose="plan.active = i"
        >
          <template #name>{{ nameOf(chosen(each.lotId)!.lot.sourceId) }}</template>
        </SwingTag>
        <div v-if="chosen(each.lotId)" class="amount">
          <QuantityField
            :model-value="isUnknown(each.lotId) ? null : chosen(each.lotId)!.massG"
            :label="`Plant${plan.draft.lots.length > 1 ? ` ${i + 1}` : ''}, ${chosen(each.lotId)!.lot.state}`"
            @update:model-value="setMass(each, $event)"
          />
          <LabeledField v-slot="{ id }" label="that is">
            <ElSelect
              :id="id"
              :model-value="basisOf(chosen(each.lotId)!.lot)"
              @update:model-value="each.massBasis = $event"
            >
              <ElOption
                v-for="basis in BASIS_OPTIONS"
                :key="basis.value"
                :value="basis.value"
                :label="basis.label"
              />
            </ElSelect>
          </LabeledField>
        </div>
        <p v-if="isUnknown(each.lotId)" class="estimate">
          Without it the ratio stays unknown: its swatches are shown beside the curve, not on it.
        </p>
        <p v-if="(chosen(each.lotId)?.leftG ?? 0) < 0" class="wrong" role="alert">
          {{ formatMass(-chosen(each.lotId)!.leftG!) }} short. Lower the ratio, take fewer pieces,
          or <button type="button" class="link" @click="plan.useAll">use what there is</button>.
        </p>
        <p v-else-if="chosen(each.lotId)?.leftG != null" class="quiet">
          {{ formatMass(chosen(each.lotId)!.leftG) }} {{ chosen(each.lotId)!.lot.state }} left after
          it.
        </p>
        <p
          v-if="errors[`/lots/${i}/massG`] ?? errors[`/lots/${i}/lotId`]"
          class="wrong"
          role="alert"
        >
          {{ errors[`/lots/${i}/massG`] ?? errors[`/lots/${i}/lotId`] }}
        </p>
      </div>
      <p v-if="errors['/lots']" class="wrong">Choose a lot to dye with.</p>
      <button v-if="plan.lots.length" type="button" class="link" @click="mixIn">
        Mix another in
      </button>
    </template>
  </section>
</template>

<style scoped>
.pick {
  display: flex;
  gap: 8px;
  margin-bottom: 6px;
}

.amount {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 116px;
  gap: 8px;
  margin-top: 6px;
}

.link {
  color: inherit;
  text-align: left;
}
</style>
