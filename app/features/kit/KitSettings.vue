<script setup lang="ts">
import { dateFormat } from '~/format/calendar'
import { formatTemperature } from '~/format/quantities'
import { boilingPointC, pressureAtHpa } from '~~/core/bath/boiling-point'
import { settingsSchema, type Settings } from '~~/shared/schemas/log/settings'

/** What is set once: burners, hours of the day, the kitchen's height, and the instruments. */
const { settings } = defineProps<{ settings: Settings }>()
const api = useApi()
const { saving, failure, errors, save } = useSave()
const form = reactive(structuredClone(toRaw(settings)))

const boilsC = computed(() => {
  try {
    return boilingPointC(pressureAtHpa(form.altitudeM))
  } catch {
    return null
  }
})
const hasStandIn = computed(() =>
  [form.scale, form.probe, form.reader].some((each) => each !== 'none'),
)
const CHOICES = {
  massUnits: [
    { value: 'metric', label: 'grams and kilograms' },
    { value: 'avoirdupois', label: 'ounces and pounds' },
  ],
  volumeUnits: [
    { value: 'metric', label: 'millilitres and litres' },
    { value: 'us', label: 'US spoons, cups, quarts, gallons' },
    { value: 'imperial', label: 'imperial spoons, pints, gallons' },
  ],
  temperatureScale: [
    { value: 'C', label: '°C' },
    { value: 'F', label: '°F' },
  ],
  dateOrder: [
    { value: 'browser', label: 'as the browser has it' },
    { value: 'dmy', label: 'day, month, year' },
    { value: 'mdy', label: 'month, day, year' },
    { value: 'ymd', label: 'year, month, day' },
  ],
  clock: [
    { value: 'browser', label: 'as the browser has it' },
    { value: '24h', label: '24 hours' },
    { value: '12h', label: '12 hours' },
  ],
  weekStart: [
    { value: 'browser', label: 'the browser’s day' },
    { value: 'monday', label: 'Monday' },
    { value: 'sunday', label: 'Sunday' },
    { value: 'saturday', label: 'Saturday' },
  ],
  decimalMark: [
    { value: 'browser', label: 'as the browser has it' },
    { value: 'point', label: '1.5' },
    { value: 'comma', label: '1,5' },
  ],
  doses: [
    { value: 'scale', label: 'a scale' },
    { value: 'spoons', label: 'level spoons and pinches' },
  ],
  phReadBy: [
    { value: 'probe', label: 'a probe' },
    { value: 'fineStrip', label: 'a fine strip' },
    { value: 'coarseStrip', label: 'a coarse strip, half a pH' },
  ],
  hemisphere: [
    { value: 'northern', label: 'northern' },
    { value: 'southern', label: 'southern' },
  ],
  scale: [
    { value: 'none', label: 'none: weights are typed' },
    { value: 'simulated', label: 'stand-in (simulated)' },
  ],
  probe: [
    { value: 'none', label: 'none: readings are typed' },
    { value: 'simulated', label: 'stand-in (simulated)' },
  ],
  reader: [
    { value: 'none', label: 'none: colours by eye, photo or file' },
    { value: 'simulated', label: 'stand-in (simulated)' },
  ],
} as const
const SPOONS = [
  { value: 4.92892159, label: 'US teaspoon' },
  { value: 5, label: 'metric teaspoon' },
  { value: 14.78676478, label: 'US tablespoon' },
  { value: 15, label: 'metric tablespoon' },
]
const keep = () =>
  save<Partial<Settings>, Settings>(
    settingsSchema,
    JSON.parse(JSON.stringify(form)),
    async (body) => {
      const { item } = await api.patch<Settings>('settings', body, 0)
      useUnits().set(item)
      return { item, changeSetId: null }
    },
    () => 'Kept the settings.',
  )
const addBurner = () => form.burners.push({ name: 'second burner', powerW: 1500 })
</script>

<template>
  <form class="panel stack tight" aria-labelledby="settings" @submit.prevent="keep">
    <h2 id="settings">Settings</h2>
    <fieldset>
      <legend class="quiet">Burners</legend>
      <div v-for="(burner, i) in form.burners" :key="i" class="burner">
        <ElInput v-model="burner.name" :aria-label="`Name of burner ${i + 1}`" />
        <NumberField
          v-model="burner.powerW"
          :label="`Power of burner ${i + 1}`"
          unit="W"
          bare
          :error="errors[`/burners/${i}/powerW`]"
        />
        <ElButton v-if="form.burners.length > 1" @click="form.burners.splice(i, 1)"
          >Leave out</ElButton
        >
      </div>
      <button type="button" class="link" @click="addBurner">Another burner</button>
    </fieldset>
    <div class="grid">
      <TimeField
        v-model="form.handsFrom"
        label="Somebody is up from"
        :error="errors['/handsFrom']"
      />
      <TimeField v-model="form.handsTo" label="to" :error="errors['/handsTo']" />
      <LabeledField v-slot="{ id }" label="Days away" hint="nothing is lit or done on them">
        <ElDatePicker
          :id="id"
          :model-value="form.daysAway"
          type="dates"
          value-format="YYYY-MM-DD"
          :format="dateFormat()"
          placeholder="none"
          aria-label="Days away"
          class="days"
          @update:model-value="form.daysAway = ($event as string[] | null) ?? []"
        />
      </LabeledField>
      <NumberField
        v-model="form.altitudeM"
        label="Height of the kitchen"
        unit="m"
        :error="errors['/altitudeM']"
        :hint="boilsC === null ? '' : `water boils at ${formatTemperature(boilsC)} there`"
      />
      <NumberField
        v-model="form.latitude"
        label="Latitude, whole degrees"
        unit="°"
        hint="for daylight; tells no place"
        :error="errors['/latitude']"
      />
      <ChoiceSelect v-model="form.massUnits" label="Masses in" :options="CHOICES.massUnits" />
      <ChoiceSelect v-model="form.volumeUnits" label="Volumes in" :options="CHOICES.volumeUnits" />
      <ChoiceSelect
        v-model="form.temperatureScale"
        label="Temperatures in"
        :options="CHOICES.temperatureScale"
      />
      <ChoiceSelect v-model="form.dateOrder" label="Dates as" :options="CHOICES.dateOrder" />
      <ChoiceSelect v-model="form.clock" label="Clock" :options="CHOICES.clock" />
      <ChoiceSelect v-model="form.weekStart" label="Weeks begin on" :options="CHOICES.weekStart" />
      <ChoiceSelect v-model="form.decimalMark" label="Decimals" :options="CHOICES.decimalMark" />
      <ChoiceSelect v-model="form.doses" label="Doses by" :options="CHOICES.doses" />
      <ChoiceSelect v-model="form.phReadBy" label="pH read by" :options="CHOICES.phReadBy" />
      <NumberField
        v-model="form.enoughPercent"
        label="Enough is where twice the plant adds"
        unit="% or less"
        hint="from 10 to 30"
        :error="errors['/enoughPercent']"
      />
      <ChoiceSelect v-model="form.spoonMl" label="Spoon" :options="SPOONS" />
      <ChoiceSelect
        v-model="form.hemisphere"
        label="Half of the year"
        :options="CHOICES.hemisphere"
      />
      <ChoiceSelect v-model="form.scale" label="Scale" :options="CHOICES.scale" />
      <ChoiceSelect
        v-model="form.probe"
        label="Thermometer and pH probe"
        :options="CHOICES.probe"
      />
      <ChoiceSelect v-model="form.reader" label="Swatch reader" :options="CHOICES.reader" />
      <NumberField
        v-if="hasStandIn"
        v-model="form.seed"
        label="Seed of the stand-ins"
        hint="between 0 and 1"
        :error="errors['/seed']"
      />
    </div>
    <p v-if="hasStandIn" class="estimate">
      The stand-ins reckon what a kettle, a bath, a scale and a reader would do; every number of
      theirs is marked as simulated.
    </p>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton native-type="submit" type="primary" :loading="saving">Keep the settings</ElButton>
    </div>
  </form>
</template>

<style scoped>
fieldset {
  display: grid;
  gap: 6px;
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
}

.burner {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr) auto;
  gap: 8px;
}

.grid {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 12px;
}

.link {
  justify-self: start;
}
</style>
