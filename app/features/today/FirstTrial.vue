<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import { gatheringCautions } from '~~/core/safety/gathering'
import { newId } from '~~/shared/ids'
import { firstTrialSchema, type FirstTrial } from '~~/shared/schemas/pot/first-trial'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Source } from '~~/shared/schemas/walk/source'
import { newWishSchema, type NewWish, type Wish } from '~~/shared/schemas/walk/wish'
import { usualFormOf, usualWayOf } from '~~/shared/rules/swatch/taken-as-usual'
import type { TypicalFibre, TypicalRow } from '~~/shared/views/strength/typical'
import { first, present } from '~~/core/present'
import { localToday } from '~/format/dates'
import { formatMass } from '~/format/quantities'
import { firstPieceG, firstRatios, firstTrialG } from './first-day'

/** A plant that grows near: what it usually gives, and a first pair of jars of it. */
const { row, fibre } = defineProps<{ row: TypicalRow; fibre: TypicalFibre }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()
const { data: source, failure: unloaded } = useLoaded(() =>
  api.get<Source>(`sources/${row.sourceId}`),
)
const pieceG = computed(() => firstPieceG())
const ratios = computed(() => firstRatios(row))
const neededG = computed(() => (ratios.value ? firstTrialG(ratios.value, pieceG.value) : null))
const gatheredG = ref<number | null>(null)
/** Ticked in a list of pictures, a name is no more than likely. */
const sureness = ref<FirstTrial['sureness']>('likely')
const wished = ref('')
const name = computed(() => `${row.commonName} ${PARTS[row.part].label}`)
const cautions = computed(() =>
  source.value ? gatheringCautions({ ...source.value, sureness: sureness.value, hazards: [] }) : [],
)
const MORDANT_WORDS: Record<Source['needsMordant'], string> = {
  yes: 'wants its mordant first, in a mordant bath',
  no: 'needs no mordant for it',
  unknown: 'may want a mordant first: that is not known of it',
}
const asked = { id: newId(), jars: [newId(), newId()] }
const complaint = computed(
  () => failure.value || (Object.values(errors.value)[0] ?? '') || unloaded.value,
)

async function plan() {
  if (!ratios.value) return
  if (gatheredG.value === null) {
    failure.value = `Say how much you gathered: both jars take ${formatMass(present(neededG.value))}.`
    return
  }
  const kept = await save<FirstTrial, { items: Pot[] }>(
    firstTrialSchema,
    {
      id: asked.id,
      sourceId: row.sourceId,
      state: row.usualRatioState,
      sureness: sureness.value,
      gatheredG: gatheredG.value,
      on: localToday(),
      fibre,
      form: usualFormOf(fibre),
      pieceG: pieceG.value,
      way: usualWayOf(source.value),
      jars: ratios.value.map((ratio, i) => ({ id: asked.jars[i], ratio })),
    },
    (body) => api.post<{ items: Pot[] }>('moves/first-trial', body),
    ({ items }) => `Planned ${items.map(({ code }) => code).join(' and ')}, of ${name.value}.`,
  )
  if (kept) void navigateTo(`/hob?pot=${first(kept.items).id}`)
}
async function wish() {
  const kept = await save<NewWish, Wish>(
    newWishSchema,
    {
      id: newId(),
      words: `${formatMass(present(neededG.value))} ${row.usualRatioState} ${name.value} for a first pair of jars`,
      sourceId: row.sourceId,
      jarId: null,
      agent: null,
      dueOn: null,
      fibreG: null,
      depth: null,
    },
    (body) => api.post<Wish>('wishes', body),
    () => `Wanted: ${name.value}.`,
  )
  if (kept) wished.value = 'On the list of wishes.'
}
</script>

<template>
  <article class="trial" :aria-label="name">
    <p>
      <NuxtLink :to="`/source/${row.sourceId}`" class="capital name">{{ name }}</NuxtLink>
      <span class="haze">{{
        row.hue ? `said to give ${row.hue} with alum` : 'its hue is not known'
      }}</span>
    </p>
    <PlainCaution v-for="caution in cautions" :key="caution.key" :level="caution.level">
      {{ caution.words }}
    </PlainCaution>
    <!-- what is said above the buttons must not push them from under the pointer -->
    <p v-if="!source && !unloaded" class="quiet">Looking it up.</p>
    <template v-else-if="ratios && neededG !== null">
      <p>
        A first pair: two pieces of <strong>{{ formatMass(pieceG) }}</strong> {{ fibre }} in two
        jars, {{ formatMass(ratios[0] * pieceG) }} and {{ formatMass(ratios[1] * pieceG) }}
        {{ row.usualRatioState }}: <strong>{{ formatMass(neededG) }}</strong> of it in all. Four
        times apart, they begin to show where more stops helping.
      </p>
      <div class="row">
        <QuantityField
          v-model="gatheredG"
          label="Gathered"
          bare
          placeholder="gathered"
          class="mass"
        />
        <ElRadioGroup v-model="sureness" :aria-label="`The name of ${name} is`">
          <ElRadioButton value="likely">name likely</ElRadioButton>
          <ElRadioButton value="sure">sure</ElRadioButton>
        </ElRadioGroup>
        <ElButton type="primary" :loading="saving" @click="plan">Plan both jars</ElButton>
        <ElButton :disabled="wished !== ''" @click="wish">Not gathered yet: a wish</ElButton>
        <span v-if="wished" class="quiet" role="status">{{ wished }}</span>
      </div>
      <p v-if="source" class="quiet">
        Half and twice what is usually taken of it. The {{ fibre }}
        {{ MORDANT_WORDS[source.needsMordant] }}. Weigh two pieces of {{ formatMass(pieceG) }} off.
      </p>
    </template>
    <p v-else class="quiet">
      Nothing is usual to take of it: <NuxtLink to="/walk">weigh some in</NuxtLink>, and begin with
      as much as the fibre weighs.
    </p>
    <p v-if="complaint" class="wrong" role="alert">{{ complaint }}</p>
  </article>
</template>

<style scoped>
.trial {
  display: grid;
  gap: 6px;
  padding: 10px 14px;
  border-left: 3px solid var(--juniper);
  background: #f4f6f3;
}

.name {
  margin-right: 10px;
  font-weight: 600;
}

.haze {
  color: var(--haze-ink);
}

.mass {
  width: 130px;
}
</style>
