<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import { formatNumber, formatRatio } from '~~/core/quantity/format-quantity'
import { enoughRatio } from '~~/core/strength/saturation'
import type { OnTheHob } from '~~/shared/hob-view'
import type { Page } from '~~/shared/schemas/common'
import type { Lot } from '~~/shared/schemas/lot'
import type { Piece } from '~~/shared/schemas/piece'
import type { Source } from '~~/shared/schemas/source'
import type { StrengthView } from '~~/shared/strength-view'
import ChooseLot from '~/features/pot/ChooseLot.vue'
import ChoosePieces from '~/features/pot/ChoosePieces.vue'
import ExpectedColours from '~/features/pot/ExpectedColours.vue'
import PotConditions from '~/features/pot/PotConditions.vue'
import { POT_PLAN, usePotPlan, type PotStock } from '~/features/pot/usePotPlan'
import { groupWords, swatchesText } from '~/features/strength/words'

const api = useApi()
const route = useRoute()

const { data: stock, failure } = useLoaded<PotStock>(async () => {
  const [lots, pieces, { items: hob }] = await Promise.all([
    api.get<Page<Lot>>('lots', { inStock: true, limit: 200 }),
    api.get<Page<Piece>>('pieces', { undyed: true, limit: 200 }),
    api.get<{ items: OnTheHob[] }>('hob'),
  ])
  const running = new Set(hob.map(({ id }) => id))
  // what is brought along may lie deeper in the basket than what is listed
  const { piece: asked } = route.query
  const brought = [
    ...(typeof asked === 'string' ? [asked] : []),
    ...(route.query.chosen === undefined ? [] : useChosen().rows.map(({ id }) => id)),
  ].filter((id) => !pieces.items.some((piece) => piece.id === id))
  const more = await Promise.all(brought.map((id) => api.get<Piece>(`pieces/${id}`)))
  const usable = lots.items.filter(({ held }) => !held)
  const ids = [...new Set(usable.map((lot) => lot.sourceId))]
  const sources = await Promise.all(ids.map((id) => api.get<Source>(`sources/${id}`)))
  return {
    lots: usable,
    // what lies in a running bath is not to be had
    pieces: [...more, ...pieces.items].filter(({ bathId }) => !bathId || !running.has(bathId)),
    sources: new Map(sources.map((source) => [source.id, source])),
  }
})
const sourceId = ref<string | null>(null)
const { data: strength } = useLoaded(
  async () => (sourceId.value ? await api.get<StrengthView>(`strength/${sourceId.value}`) : null),
  sourceId,
)

const plan = usePotPlan(
  () => stock.value,
  () => strength.value,
)
provide(POT_PLAN, plan)
watch(
  () => plan.source?.id ?? null,
  (id) => (sourceId.value = id),
)
watch(stock, () => {
  const { lot, piece, chosen } = route.query
  if (typeof lot === 'string') plan.draft.lotId = lot
  if (typeof piece === 'string' && !plan.draft.pieceIds.includes(piece)) {
    plan.draft.pieceIds.push(piece)
  }
  if (chosen !== undefined) {
    const inHand = useChosen().rows.map(({ id }) => id)
    plan.draft.pieceIds = [...new Set([...plan.draft.pieceIds, ...inHand])]
  }
})

const weighed = computed({
  get: () => Number(plan.ratioWeighed.toPrecision(3)),
  set: (typed: number | string) => {
    const ratio = Number(typed)
    if (ratio > 0) plan.draft.ratioDry = ratio * (plan.lot?.dryFraction ?? 1)
  },
})
const past = computed(() => {
  const fit = plan.group?.fit
  return fit?.kind === 'bent' && plan.draft.ratioDry > enoughRatio(fit) ? enoughRatio(fit) : null
})
const title = computed(() =>
  plan.source ? `${plan.source.commonName} ${PARTS[plan.source.part].label}` : 'A pot',
)

async function keep() {
  const pot = await plan.keep()
  if (pot) void navigateTo(`/swatch?pot=${pot.id}`)
}
useHead({ title: 'Pot · Juniper Haze' })
</script>

<template>
  <div class="page-head">
    <h1>{{ title }}</h1>
    <span v-if="plan.group" class="quiet">
      {{ groupWords(plan.group) }}, from {{ swatchesText(plan.group.n) }}
    </span>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="end row">
      <ElButton :disabled="!plan.lot || !plan.pieces.length" @click="plan.useAll">
        Use all that is left
      </ElButton>
      <ElButton type="primary" :loading="plan.saving" @click="keep">Save as done</ElButton>
    </div>
  </div>

  <div class="ratio">
    <LabeledField v-slot="{ id }" :label="`Ratio, ${plan.lot?.state ?? 'dry'}`" bare>
      <ElInput :id="id" v-model.lazy="weighed" inputmode="decimal" class="typed" />
    </LabeledField>
    <p>
      <strong class="big">{{ formatRatio(plan.ratioWeighed) }}</strong>
      {{ plan.lot?.state ?? 'dry' }}
      <template v-if="plan.lot && plan.lot.state !== 'dried'">
        = <strong>{{ formatRatio(plan.draft.ratioDry) }}</strong> dry
        <span class="quiet">
          ({{ formatNumber(plan.lot.dryFraction) }} of it is dry matter,
          {{ plan.lot.dryFractionBasis }})
        </span>
      </template>
      <span v-if="past" class="estimate">
        · past {{ formatRatio(past) }} dry more plant hardly shows
      </span>
    </p>
  </div>
  <RatioRibbon
    v-model="plan.draft.ratioDry"
    :group="plan.group"
    :dry-fraction="plan.lot?.dryFraction ?? 1"
    :state="plan.lot?.state ?? 'dried'"
  />

  <div v-if="stock" class="columns">
    <div class="stack">
      <ChooseLot :stock="stock" />
      <ChoosePieces :stock="stock" />
    </div>
    <PotConditions />
    <ExpectedColours />
  </div>
</template>

<style scoped>
.ratio {
  display: flex;
  gap: 18px;
  align-items: center;
}

.typed {
  width: 104px;
}

.big {
  font-size: 26px;
  line-height: 1.3;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.12fr) minmax(0, 1fr) minmax(0, 0.9fr);
  gap: 16px;
  margin-top: 6px;
}

@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
