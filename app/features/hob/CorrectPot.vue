<script setup lang="ts">
import { WAY_KEYS, wayFacts } from '~~/catalogue/ways'
import { LIDS } from '~~/core/bath/evaporation'
import { PARTICLE_SIZES } from '~~/core/bath/water-budget'
import { potChangeSchema, type Pot, type PotChange } from '~~/shared/schemas/pot/pot'
import { WATERS } from '~~/shared/schemas/pot/pot-plan'

/** A pot that is over, as it should have read. What is left empty is not known. */
const { pot } = defineProps<{ pot: Pot }>()
const emit = defineEmits<{ done: [] }>()
const api = useApi()
const { saving, failure, errors, save } = useSave()

const edit = reactive({
  way: pot.way,
  waterL: pot.waterL,
  tempC: pot.tempC,
  minutes: pot.minutes,
  finalPh: pot.finalPh,
  note: pot.note,
  size: pot.plan?.size ?? null,
  water: pot.plan?.water ?? null,
  lid: pot.plan?.lid ?? null,
})
const end = reactive({
  liquor: pot.end?.liquor ?? null,
  liquorL: pot.end?.liquorL ?? null,
  spent: pot.end?.spent ?? null,
  rinse: pot.end?.rinse ?? null,
  boiled: pot.end?.boiled ?? null,
})
const boiled = computed({
  get: () => (end.boiled === null ? '' : end.boiled ? 'yes' : 'no'),
  set: (said: string) => (end.boiled = said ? said === 'yes' : null),
})
/** A list that may be left open: `null` stands for nothing said. */
const choices = [
  ['size', 'Stuff', PARTICLE_SIZES],
  ['water', 'Water from', WATERS],
  ['lid', 'Lid', LIDS],
] as const

async function correct() {
  const body: PotChange = { ...edit, end: { ...end } }
  const done = await save<PotChange, Pot>(
    potChangeSchema,
    body,
    (checked) => api.patch<Pot>(`pots/${pot.id}`, checked, pot.rev),
    (item) => `Corrected ${item.code}.`,
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="inset stack tight" aria-label="Correct this pot" @submit.prevent="correct">
    <div class="fields">
      <LabeledField v-slot="{ id }" label="Way">
        <ElSelect :id="id" v-model="edit.way">
          <ElOption v-for="way in WAY_KEYS" :key="way" :value="way" :label="wayFacts(way).label" />
        </ElSelect>
      </LabeledField>
      <QuantityField v-model="edit.waterL" kind="volume" label="Water" :error="errors['/waterL']" />
      <NumberField
        v-model="edit.tempC"
        label="Hottest, pieces in"
        unit="°C"
        :error="errors['/tempC']"
      />
      <NumberField v-model="edit.minutes" label="Time in" unit="min" :error="errors['/minutes']" />
      <NumberField v-model="edit.finalPh" label="Final pH" :error="errors['/finalPh']" />
      <LabeledField
        v-for="[key, label, values] in choices"
        :key="key"
        v-slot="{ id }"
        :label="label"
      >
        <ElSelect
          :id="id"
          :model-value="edit[key] ?? ''"
          placeholder="not known"
          clearable
          @update:model-value="edit[key] = ($event || null) as never"
        >
          <ElOption v-for="value in values" :key="value" :value="value" :label="value" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Boiled, pieces in">
        <ElSelect :id="id" v-model="boiled" placeholder="not known" clearable>
          <ElOption value="yes" label="yes" />
          <ElOption value="no" label="no" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Rinsed">
        <ElSelect
          :id="id"
          :model-value="end.rinse ?? ''"
          placeholder="not known"
          clearable
          @update:model-value="end.rinse = ($event || null) as never"
        >
          <ElOption value="now" label="at once" />
          <ElOption value="later" label="dried first" />
          <ElOption value="none" label="not rinsed" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="The liquor was">
        <ElSelect
          :id="id"
          :model-value="end.liquor ?? ''"
          placeholder="not known"
          clearable
          @update:model-value="end.liquor = ($event || null) as never"
        >
          <ElOption value="kept" label="kept" />
          <ElOption value="reused" label="used again" />
          <ElOption value="shifted" label="shifted, and used" />
          <ElOption value="poured" label="poured away" />
        </ElSelect>
      </LabeledField>
      <QuantityField v-model="end.liquorL" kind="volume" label="How much of it" />
    </div>
    <LabeledField v-slot="{ id }" label="Note" :error="errors['/note']">
      <ElInput :id="id" v-model="edit.note" />
    </LabeledField>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton native-type="submit" type="primary" :loading="saving">Keep it so</ElButton>
      <ElButton @click="emit('done')">Leave it</ElButton>
    </div>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 6px 10px;
}
</style>
