<script setup lang="ts">
import { AGENT_KEYS, agentFacts, gPerMlOf, type Agent } from '~~/catalogue/agents'
import { amountWords, formatMass, formatVolume, inUnits } from '~/format/quantities'
import { formsOf } from '~~/shared/schemas/loft/shelf'
import type { BasketRow } from '~~/shared/views/basket/basket'
import type { ShelfItem } from '~~/shared/schemas/loft/shelf'
import type { Lot } from '~~/shared/schemas/loft/lot'
import { PUT_RIGHT, type PutRight } from '~~/shared/schemas/pot/pot-event'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Note } from './usePotNotes'
import { PUT_RIGHT_WORDS } from './words'
import { first } from '~~/core/present'

/** Something stirred in, or the pot put right on its way. */
const chosen = useChosen()
const { pot, note, busy, shelf, lots, mode, inNow, isHeated, rows } = defineProps<{
  rows: readonly BasketRow[]
  pot: Pot
  note: Note
  busy: boolean
  shelf: readonly ShelfItem[]
  lots: readonly Lot[]
  mode: 'add' | 'putRight'
  /** Ids of the pieces in the liquor. */
  inNow: readonly string[]
  isHeated: boolean
}>()

const agent = ref<Agent>('sodaAsh')
const massG = ref<number | null>(null)
const isBySpoon = ref(false)
const waterL = ref<number | null>(null)
const plantG = ref<number | null>(null)
const WATER_C = { topUp: 80, thinMash: 98 }

/** The jar of it that has stood longest: that one is used first. */
const jar = computed(() =>
  shelf.find((item) => item.agent === agent.value && item.leftG >= (massG.value ?? 0)),
)
const fibreG = computed(() => pot.pieces.reduce((sum, { dryG }) => sum + dryG, 0))
const NOTHING = {
  agent: null,
  form: '',
  massG: 0,
  shelfId: null,
  lotId: null,
  waterL: 0,
  waterC: null,
}

async function addAgent() {
  if (!massG.value) return
  const data = {
    ...NOTHING,
    agent: agent.value,
    massG: massG.value,
    massBasis: isBySpoon.value ? ('about' as const) : ('weighed' as const),
    form: jar.value?.form ?? first(formsOf(agent.value)),
    shelfId: jar.value?.id ?? null,
  }
  const words = `added ${amountWords(data)} ${agentFacts(agent.value).label}.`
  if (await note('add', data, words)) massG.value = null
}
async function addWater(waterC: number | null) {
  if (!waterL.value) return false
  const done = await note(
    'add',
    { ...NOTHING, waterL: waterL.value, waterC },
    `added ${formatVolume(waterL.value)} water.`,
  )
  if (done) waterL.value = null
  return done
}
const refusal = ref('')
async function putRight(what: PutRight) {
  refusal.value = ''
  // once they are pulled, none is in any more
  const inside = [...inNow]
  if (what === 'pullAndMordant' && inNow.length === 0) {
    refusal.value = 'Nothing is in the liquor: there is no piece to pull and mordant.'
    return
  }
  const { words } = PUT_RIGHT_WORDS[what]
  if ((what === 'topUp' || what === 'thinMash') && waterL.value) await addWater(WATER_C[what])
  const lot = lots.find(({ id }) => pot.lots.some(({ lotId }) => lotId === id))
  if (what === 'secondExtract' && plantG.value && lot) {
    const data = { ...NOTHING, lotId: lot.id, massG: plantG.value }
    if (!(await note('add', data, `added ${formatMass(plantG.value)} of ${lot.code}.`))) return
    plantG.value = null
  }
  // what is pulled or stopped comes out: its clock must not go on
  const isOut = what === 'pullAndMordant' || what === 'stop'
  if (isOut && inNow.length > 0 && !(await note('pull', { pieceIds: [...inNow] }, 'pieces out.'))) {
    return
  }
  if (what === 'stop' && isHeated) {
    await note('heat', { isOn: false, holdC: null, burner: pot.plan?.burner ?? '' }, 'heat off.')
  }
  const done = await note('putRight', { what }, words)
  // its clock is held: the pieces are out, and go into a bath of their own
  if (done && what === 'pullAndMordant') {
    chosen.clear()
    chosen.add(rows.filter(({ id }) => inside.includes(id)))
    await navigateTo('/baths?new=')
  }
}
</script>

<template>
  <div class="inset stack tight">
    <form v-if="mode === 'add'" class="fields" @submit.prevent="addAgent">
      <LabeledField v-slot="{ id }" label="What">
        <ElSelect :id="id" v-model="agent" filterable>
          <ElOption
            v-for="key in AGENT_KEYS"
            :key="key"
            :value="key"
            :label="agentFacts(key).label"
          />
        </ElSelect>
      </LabeledField>
      <QuantityField
        v-model="massG"
        v-model:by-spoon="isBySpoon"
        label="How much"
        :g-per-ml="gPerMlOf(agent)"
        :is-liquid="agentFacts(agent).is === 'liquid'"
        :water-l="pot.plan?.pourL ?? pot.waterL"
        :fibre-g="fibreG"
        :hint="jar ? `${formatMass(jar.leftG)} on the shelf` : 'none on the shelf: only noted'"
      />
      <ElButton native-type="submit" type="primary" :loading="busy">Stirred in</ElButton>
      <QuantityField v-model="waterL" kind="volume" label="or water" />
      <ElButton :loading="busy" @click="addWater(null)">Poured in</ElButton>
      <p class="quiet wide">{{ inUnits(agentFacts(agent).caution) }}</p>
    </form>
    <template v-else>
      <p class="quiet">Clocks and history go on, and the swatch says so.</p>
      <div class="fields">
        <QuantityField
          v-model="waterL"
          kind="volume"
          label="Water, where it is topped up or thinned"
        />
        <QuantityField v-model="plantG" label="More plant, where a second extract goes in" />
      </div>
      <div class="row">
        <ElButton v-for="what in PUT_RIGHT" :key="what" :loading="busy" @click="putRight(what)">{{
          PUT_RIGHT_WORDS[what].label
        }}</ElButton>
      </div>
      <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
    </template>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
  gap: 8px 10px;
  align-items: end;
}

.wide {
  grid-column: 1 / -1;
}
</style>
