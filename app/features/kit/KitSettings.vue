<script setup lang="ts">
import { formatTemperature } from '~/format/quantities'
import { boilingPointC, pressureAtHpa } from '~~/core/bath/boiling-point'
import { settingsSchema, unitsOf, type Settings } from '~~/shared/schemas/log/settings'

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
const SPOONS = [
  { ml: 4.92892159, label: 'US teaspoon' },
  { ml: 5, label: 'metric teaspoon' },
  { ml: 14.78676478, label: 'US tablespoon' },
  { ml: 15, label: 'metric tablespoon' },
]
const keep = () =>
  save<Partial<Settings>, Settings>(
    settingsSchema,
    JSON.parse(JSON.stringify(form)),
    async (body) => {
      const { item } = await api.patch<Settings>('settings', body, 0)
      useUnits().set(unitsOf(item))
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
      <LabeledField v-slot="{ id }" label="Somebody is up from" :error="errors['/handsFrom']">
        <ElInput :id="id" v-model="form.handsFrom" type="time" />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="to" :error="errors['/handsTo']">
        <ElInput :id="id" v-model="form.handsTo" type="time" />
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
      <LabeledField v-slot="{ id }" label="Masses in">
        <ElSelect :id="id" v-model="form.massUnits">
          <ElOption value="metric" label="grams and kilograms" />
          <ElOption value="avoirdupois" label="ounces and pounds" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Volumes in">
        <ElSelect :id="id" v-model="form.volumeUnits">
          <ElOption value="metric" label="millilitres and litres" />
          <ElOption value="us" label="US spoons, cups, quarts, gallons" />
          <ElOption value="imperial" label="imperial spoons, pints, gallons" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Temperatures in">
        <ElSelect :id="id" v-model="form.temperatureScale">
          <ElOption value="C" label="°C" />
          <ElOption value="F" label="°F" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Doses by">
        <ElSelect :id="id" v-model="form.doses">
          <ElOption value="scale" label="a scale" />
          <ElOption value="spoons" label="level spoons and pinches" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="pH read by">
        <ElSelect :id="id" v-model="form.phReadBy">
          <ElOption value="probe" label="a probe" />
          <ElOption value="fineStrip" label="a fine strip" />
          <ElOption value="coarseStrip" label="a coarse strip, half a pH" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Spoon">
        <ElSelect :id="id" v-model="form.spoonMl">
          <ElOption
            v-for="spoon in SPOONS"
            :key="spoon.ml"
            :value="spoon.ml"
            :label="spoon.label"
          />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Half of the year">
        <ElSelect :id="id" v-model="form.hemisphere">
          <ElOption value="northern" label="northern" />
          <ElOption value="southern" label="southern" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Scale">
        <ElSelect :id="id" v-model="form.scale">
          <ElOption value="none" label="none: weights are typed" />
          <ElOption value="simulated" label="stand-in (simulated)" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Thermometer and pH probe">
        <ElSelect :id="id" v-model="form.probe">
          <ElOption value="none" label="none: readings are typed" />
          <ElOption value="simulated" label="stand-in (simulated)" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Swatch reader">
        <ElSelect :id="id" v-model="form.reader">
          <ElOption value="none" label="none: colours by eye, photo or file" />
          <ElOption value="simulated" label="stand-in (simulated)" />
        </ElSelect>
      </LabeledField>
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
  min-height: 32px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--juniper);
  text-decoration: underline;
  cursor: pointer;
}
</style>
