<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import { hueColours } from '~~/core/colour/hue-swatch'
import { guessedHemisphere, guessedUnits } from '~~/core/season/guessed-place'
import { formatCount } from '~~/core/quantity/format-count'
import { PLAIN_SETTINGS, type Settings } from '~~/shared/schemas/log/settings'
import { TYPICAL_FIBRES, type TypicalView } from '~~/shared/views/strength/typical'
import { monthName } from '~/format/dates'
import { useUnits } from '~/composables/useUnits'
import FirstTrial from './FirstTrial.vue'
import { nearRows, type FirstDay } from './first-day'

/** Three questions on an empty log, and from them what could be dyed this week. */
const api = useApi()
const session = useSession()
const { draft: told } = useDraft<FirstDay>('first-day', () => ({
  place: 'open',
  fibre: 'wool',
  growsNear: [],
}))
const { data: settings, failure } = useLoaded(() => api.get<Settings>('settings'))
// hues and usual amounts are said of a plant, whatever the fibre
const { data: view, failure: unloaded } = useLoaded(() =>
  api.get<TypicalView>('typical', { mordant: 'alum', fibre: 'wool' }),
)
const month = new Date().getMonth() + 1
const SHOWN = 18
const showsAll = ref(false)
const rows = computed(() => (view.value ? nearRows(view.value.rows, month) : []))
const shown = computed(() => (showsAll.value ? rows.value : rows.value.slice(0, SHOWN)))
const ticked = computed(() =>
  rows.value.filter(({ sourceId }) => told.growsNear.includes(sourceId)),
)

const trouble = ref('')
async function set(change: Partial<Settings>) {
  trouble.value = ''
  try {
    const now = await $fetch<Settings>('/api/settings', { method: 'PATCH', body: change })
    useUnits().set(now)
    session.lookAgain()
  } catch {
    trouble.value = 'The log does not answer: this was not set.'
  }
}
// guessed once, where nobody has set anything; it is said beside, and changed with one tap
watch(settings, (now) => {
  if (!now || told.place !== 'open') return
  told.place = 'told'
  const isSet =
    now.hemisphere !== PLAIN_SETTINGS.hemisphere || now.massUnits !== PLAIN_SETTINGS.massUnits
  if (isSet) return
  told.place = 'guessed'
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions()
  void set({
    hemisphere: guessedHemisphere(timeZone),
    ...unitSettings(guessedUnits(navigator.language).mass),
  })
})
function tell(change: Partial<Settings>) {
  told.place = 'told'
  void set(change)
}
const unitSettings = (mass: Settings['massUnits']): Partial<Settings> =>
  mass === 'metric'
    ? { massUnits: 'metric', volumeUnits: 'metric', temperatureScale: 'C' }
    : { massUnits: 'avoirdupois', volumeUnits: 'us', temperatureScale: 'F' }

function tick(sourceId: string) {
  told.growsNear = told.growsNear.includes(sourceId)
    ? told.growsNear.filter((id) => id !== sourceId)
    : [...told.growsNear, sourceId]
}
</script>

<template>
  <section class="panel stack first" aria-labelledby="first-day">
    <h2 id="first-day">What could be dyed this week</h2>
    <div v-if="settings" class="row asked">
      <ElRadioGroup
        :model-value="settings.hemisphere"
        aria-label="Half of the Earth"
        @update:model-value="tell({ hemisphere: $event as Settings['hemisphere'] })"
      >
        <ElRadioButton value="northern">northern year</ElRadioButton>
        <ElRadioButton value="southern">southern year</ElRadioButton>
      </ElRadioGroup>
      <ElRadioGroup
        :model-value="settings.massUnits"
        aria-label="Units"
        @update:model-value="tell(unitSettings($event as Settings['massUnits']))"
      >
        <ElRadioButton value="metric">grams</ElRadioButton>
        <ElRadioButton value="avoirdupois">ounces</ElRadioButton>
      </ElRadioGroup>
      <span v-if="told.place === 'guessed'" class="quiet">guessed from this browser</span>
    </div>
    <div class="row asked">
      <span>Fibre at home</span>
      <ElRadioGroup v-model="told.fibre" aria-label="Fibre at home">
        <ElRadioButton v-for="each in TYPICAL_FIBRES" :key="each" :value="each">{{
          each
        }}</ElRadioButton>
      </ElRadioGroup>
    </div>
    <p v-if="failure || unloaded || trouble" class="wrong" role="alert">
      {{ failure || unloaded || trouble }}
    </p>
    <FirstTrial v-for="row in ticked" :key="row.sourceId" :row="row" :fibre="told.fibre" />
    <div>
      <p class="head">
        <span>Tick what grows near: ready in {{ monthName(month) }}</span>
        <span class="quiet"
          >its part, painted in the colours it is said to give with alum; typical, from memory</span
        >
      </p>
      <ul class="near">
        <li v-for="row in shown" :key="row.sourceId">
          <button
            type="button"
            :aria-pressed="told.growsNear.includes(row.sourceId)"
            @click="tick(row.sourceId)"
          >
            <PartMark :part="row.part" :colours="hueColours(row.hue)" />
            <span>
              <strong class="capital">{{ row.commonName }}</strong>
              <span class="quiet">{{ PARTS[row.part].label }}</span>
              <span v-if="row.stopGroup === 'protected'" class="warned">protected in places</span>
              <span v-else-if="row.poisonous" class="warned">poisonous</span>
            </span>
          </button>
        </li>
      </ul>
      <ElButton v-if="rows.length > SHOWN" @click="showsAll = !showsAll">{{
        showsAll ? 'Fewer' : `All ${formatCount(rows.length, 'plant')}`
      }}</ElButton>
    </div>
  </section>
</template>

<style scoped>
.asked {
  flex-wrap: wrap;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  margin-bottom: 6px;
}

.near {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(178px, 1fr));
  gap: 6px;
  margin-bottom: 10px;
}

.near button {
  display: flex;
  gap: 10px;
  align-items: center;
  width: 100%;
  min-height: 56px;
  padding: 4px 10px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: none;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.near button[aria-pressed='true'] {
  border-color: var(--juniper);
  background: #eaf0ee;
  box-shadow: inset 0 0 0 1px var(--juniper);
}

.near strong,
.near .quiet,
.warned {
  display: block;
  line-height: 1.25;
}

.near .quiet,
.warned {
  font-size: 13px;
}

.warned {
  color: var(--ochre);
}
</style>
