<script setup lang="ts">
import dayjs from 'dayjs'
import { JAR_WAY_KEYS, JAR_WAYS, type JarWay } from '~~/catalogue/jar-ways'
import type { Caution } from '~~/core/safety/gathering'
import { formatMass, formatTemperature, inUnits } from '~/format/quantities'
import { newId } from '~~/shared/ids'
import { newJarSchema, type Jar, type NewJar } from '~~/shared/schemas/loft/jar'
import type { StockLot } from '~/composables/useStock'
import { amountOf } from '~/features/loft/words'
import { localToday } from '~/format/dates'
import { nowInstant } from '~/format/instants'
import { notGiven } from '~~/core/present'

/** A jar started from lots in stock. */
const { lots, startWith } = defineProps<{ lots: StockLot[]; startWith: string | null }>()
const emit = defineEmits<{ started: [string] }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()

const blank = () => ({
  way: 'steep' as JarWay,
  lotId: '',
  massG: notGiven<number>(),
  vessel: '',
  vesselL: notGiven<number>(),
  waterL: notGiven<number>(),
  ammoniaL: notGiven<number>(),
  tempC: notGiven<number>(),
  on: localToday(),
  sealed: false,
})
const { draft, clear } = useDraft('jar', blank)
const id = ref(newId())

watch(
  () => startWith,
  (lotId) => {
    if (lotId) draft.lotId = lotId
  },
  { immediate: true },
)

const WAY_OPTIONS = JAR_WAY_KEYS.map((value) => ({ value, label: JAR_WAYS[value].label }))
const way = computed(() => JAR_WAYS[draft.way])
const lot = computed(() => lots.find((each) => each.id === draft.lotId) ?? null)
const usable = computed(() => lots.filter(({ state, held }) => state !== 'liquor' && !held))
const stop = shallowRef<Caution | null>(null)
watch(
  way,
  async ({ ammonia }) => {
    stop.value = ammonia
      ? (
          await api.get<{ stop: Caution | null }>('cautions', {
            on: localToday(),
            planned: 'ammonia',
          })
        ).stop
      : null
  },
  { immediate: true },
)

async function start() {
  const clock = draft.on === localToday() ? dayjs() : dayjs(`${draft.on}T09:00`)
  const body = {
    id: id.value,
    way: draft.way,
    vessel: draft.vessel,
    vesselL: draft.vesselL,
    waterL: draft.waterL ?? undefined,
    ammoniaL: draft.ammoniaL ?? 0,
    tempC: draft.tempC ?? undefined,
    startedAt: nowInstant(clock.valueOf()),
    ...(draft.sealed && { airDays: null }),
    lots: draft.lotId ? [{ lotId: draft.lotId, massG: draft.massG ?? undefined }] : [],
    note: '',
  }
  const jar = await save<NewJar, Jar>(
    newJarSchema,
    body,
    (checked) => api.post<Jar>('jars', checked),
    ({ code }) => `Started ${code}.`,
  )
  if (!jar) return
  clear()
  id.value = newId()
  emit('started', jar.id)
}
</script>

<template>
  <form class="panel stack" aria-labelledby="start-jar" @submit.prevent="start">
    <h2 id="start-jar">Start a jar</h2>
    <ChoiceSelect v-model="draft.way" label="How" :options="WAY_OPTIONS" />
    <p class="quiet">{{ inUnits(way.wants) }}</p>
    <PlainCaution v-if="stop" level="stop">{{ stop.words }}</PlainCaution>
    <PlainCaution v-else :level="way.ammonia ? 'grave' : 'mind'">{{ way.caution }}</PlainCaution>
    <LabeledField
      v-slot="{ id: field }"
      label="Of which lot"
      :error="errors['/lots'] ?? errors['/lots/0/lotId']"
    >
      <ElSelect :id="field" v-model="draft.lotId" filterable clearable :value-on-clear="''">
        <ElOption
          v-for="each in usable"
          :key="each.id"
          :value="each.id"
          :label="`${each.code}, ${each.sourceName}, ${amountOf(each)} ${each.state}`"
        />
      </ElSelect>
    </LabeledField>
    <div class="two">
      <QuantityField
        v-model="draft.massG"
        label="So much of it"
        :hint="lot ? `${formatMass(lot.leftG)} left` : ''"
        :error="errors['/lots/0/massG']"
      />
      <QuantityField
        v-model="draft.waterL"
        kind="volume"
        label="Water"
        :error="errors['/waterL']"
      />
      <QuantityField
        v-if="way.ammonia"
        v-model="draft.ammoniaL"
        kind="volume"
        label="Household ammonia"
        hint="half and half with water is common practice"
        :error="errors['/ammoniaL']"
      />
      <QuantityField
        v-model="draft.vesselL"
        kind="volume"
        label="The vessel holds"
        hint="leave air space"
        :error="errors['/vesselL']"
      />
      <LabeledField v-slot="{ id: field }" label="Vessel, in words">
        <ElInput :id="field" v-model="draft.vessel" placeholder="blue-lid jar" />
      </LabeledField>
      <QuantityField
        v-model="draft.tempC"
        kind="temperature"
        label="Stands at"
        :hint="`not said: taken as ${formatTemperature(18)}`"
        :error="errors['/tempC']"
      />
      <DateField v-model="draft.on" label="Started" :error="errors['/startedAt']" />
    </div>
    <ElCheckbox v-if="way.rounds.air !== null" v-model="draft.sealed"
      >Keep it sealed, no airing</ElCheckbox
    >
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <ElButton type="primary" native-type="submit" :loading="saving">Start it</ElButton>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 12px;
}
</style>
