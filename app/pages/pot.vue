<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import GuardList from '~/features/baths/GuardList.vue'
import ChooseLots from '~/features/pot/ChooseLots.vue'
import ChoosePieces from '~/features/pot/ChoosePieces.vue'
import ExpectedColours from '~/features/pot/ExpectedColours.vue'
import InJars from '~/features/pot/InJars.vue'
import PotAnswer from '~/features/pot/PotAnswer.vue'
import PotHow from '~/features/pot/PotHow.vue'
import PotRatio from '~/features/pot/PotRatio.vue'
import PotNav from '~/features/pot/PotNav.vue'
import PotTimes from '~/features/pot/PotTimes.vue'
import LaterMordants from '~/features/pot/past/LaterMordants.vue'
import PastEnd from '~/features/pot/past/PastEnd.vue'
import PastLooks from '~/features/pot/past/PastLooks.vue'
import { useKeepPot } from '~/features/pot/useKeepPot'
import { POT_PLAN, usePotPlan } from '~/features/pot/usePotPlan'
import { POT_STOCK, usePotStock } from '~/features/pot/usePotStock'
import WantedDepth from '~/features/strength/WantedDepth.vue'
import { groupWords } from '~/features/strength/words'
import { formatCount } from '~~/core/quantity/format-count'
import { useIntake } from '~/features/pot/plan/intake'
import { useOpening } from '~/features/pot/plan/opening'
import { sourcesInBath, useKnownStrength } from '~/features/pot/plan/known-strength'
import { usePlanContents } from '~/features/pot/plan/plan-contents'
import { blankPot, mendDraft } from '~/features/pot/pot-draft'
import { first, present } from '~~/core/present'

const route = useRoute()
const now = useNow(30_000)

const inHand = () => (route.query.chosen === undefined ? [] : useChosen().rows.map(({ id }) => id))
const asked = (name: string) => {
  const value = route.query[name]
  return typeof value === 'string' ? value : null
}
const draftOfPot = useDraft('pot-plan', blankPot)
const draft = mendDraft(draftOfPot.draft)
const { data: stock, failure: unloaded } = usePotStock(
  () => [...(asked('piece') ? [present(asked('piece'))] : []), ...inHand()],
  () => asked('from') ?? draft.fromPotId,
)
provide(POT_STOCK, stock)
const contents = usePlanContents(draft, () => stock.value)
const known = useKnownStrength(() =>
  sourcesInBath(contents.lots.value, contents.from.value && (stock.value?.first ?? null)),
)
const plan = usePotPlan(
  draftOfPot,
  () => stock.value,
  contents,
  () => known.value,
  () => now.value,
)
provide(POT_PLAN, plan)
const open = useOpening(draft, () => stock.value)
useIntake(
  draft,
  () => stock.value,
  () => route.fullPath,
  () => ({
    lotId: asked('lot'),
    ratioDry: Number(asked('ratio')) || null,
    pieceIds: [...(asked('piece') ? [present(asked('piece'))] : []), ...inHand()],
    fromPotId: asked('from'),
  }),
  open,
)
const { saving, failure, errors, keepPlan, lightNow, keepDone } = useKeepPot(plan)

const title = computed(() =>
  plan.lots.length > 0
    ? plan.lots
        .map(({ source }) => `${source.commonName} ${PARTS[source.part].label}`)
        .join(' with ')
    : 'A pot',
)
const isWanting = ref(false)
const toggleWanting = () => (isWanting.value = !isWanting.value)
const planned = computed(() => stock.value?.open.filter(({ stage }) => stage === 'planned') ?? [])

async function planIt() {
  const pots = await keepPlan()
  if (pots) void navigateTo(`/hob?pot=${first(pots).id}`)
}
async function light() {
  const pots = await lightNow()
  if (pots) void navigateTo(`/hob?pot=${first(pots).id}`)
}
async function done() {
  const pots = await keepDone()
  if (pots) void navigateTo(`/swatch?pot=${first(pots).id}`)
}
const isPast = computed(() => plan.draft.mode === 'past')
watch(isPast, (past) => {
  // a lid is advised for a pot to come; of one of the past it is known or not
  plan.draft.lid = past ? '' : plan.draft.lid || 'on'
  // and what was taken over from the last pot is no fact of this one
  const { opened } = plan.draft
  if (past && plan.draft.water === opened.water) plan.draft.water = ''
  if (past && plan.draft.vesselId === opened.vesselId) plan.draft.vesselId = ''
})
useHead({ title: 'Pot · Juniper Haze' })
</script>

<template>
  <div class="bar">
    <PotNav />
    <p v-if="planned.length" class="row planned">
      <span class="quiet">Planned:</span>
      <NuxtLink v-for="pot in planned" :key="pot.id" :to="`/hob?pot=${pot.id}`">{{
        pot.code
      }}</NuxtLink>
    </p>
  </div>
  <div class="page-head">
    <h1>{{ title }}</h1>
    <span v-if="plan.group" class="quiet">
      {{ groupWords(plan.group) }},
      {{
        plan.group.n
          ? `from ${formatCount(plan.group.n, 'swatch', 'swatches')}`
          : 'typical, not yours'
      }}
    </span>
    <p v-if="unloaded" class="wrong" role="alert">{{ unloaded }}</p>
    <div class="end row">
      <ElRadioGroup v-model="plan.draft.mode" aria-label="Which pot">
        <ElRadioButton value="plan">To dye</ElRadioButton>
        <ElRadioButton value="past">Dyed already</ElRadioButton>
      </ElRadioGroup>
      <ElButton
        v-if="!isPast && plan.group?.curve"
        :aria-expanded="isWanting"
        @click="toggleWanting"
      >
        Pick a depth
      </ElButton>
      <ElButton :disabled="!plan.current || !plan.pieces.length" @click="plan.useAll">
        Use all that is left
      </ElButton>
      <ElButton v-if="isPast" type="primary" :loading="saving" @click="done">
        Save as done
      </ElButton>
      <template v-else>
        <ElButton :loading="saving" @click="planIt">Keep the plan</ElButton>
        <ElButton type="primary" :loading="saving" @click="light">Light it</ElButton>
      </template>
    </div>
    <p v-if="failure" class="wrong refused" role="alert">{{ failure }}</p>
  </div>

  <template v-if="!plan.from">
    <WantedDepth
      v-if="isWanting && plan.group && known.get(plan.current?.source.id ?? '')"
      :group="plan.group"
      :view="known.get(plan.current!.source.id)!"
      class="panel wanted"
      @ratio="plan.ratioDry = $event"
    />
    <PotRatio />
  </template>
  <PotAnswer v-if="!isPast" />

  <div v-if="stock" class="columns">
    <div class="stack">
      <ChooseLots
        :stock="stock"
        :errors="errors"
        @chosen="open({ lotId: $event, ratioDry: null })"
      />
      <ChoosePieces :stock="stock" :errors="errors" />
      <InJars />
    </div>
    <div v-if="isPast" class="stack">
      <LaterMordants />
      <PastEnd :errors="errors" />
      <GuardList v-model="plan.draft.justifications" :guards="plan.guards" />
    </div>
    <ExpectedColours v-else />
    <PotHow :stock="stock" :errors="errors" />
  </div>
  <div v-if="stock" class="below">
    <PastLooks v-if="isPast" />
    <PotTimes v-else />
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
  justify-content: space-between;
}

.planned {
  gap: 12px;
}

.planned a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}

.refused {
  flex-basis: 100%;
  text-align: right;
}

.wanted {
  margin: 6px 0;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.05fr) minmax(0, 1fr) minmax(0, 1.05fr);
  gap: 16px;
  margin-top: 12px;
}

.below {
  display: grid;
  margin-top: 16px;
}

@media (max-width: 1000px) {
  .columns,
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
