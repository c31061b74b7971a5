<script setup lang="ts">
import { lotsAtFirst } from '~~/shared/rules/pot/lots-at-first'
import { WAY_KEYS, wayFacts } from '~~/catalogue/ways'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { potChangeSchema, type PotChange } from '~~/shared/schemas/pot/pot-change'
import {
  LID_WORDS,
  LIQUOR_WORDS,
  RINSE_WORDS,
  SIZE_WORDS,
  SPENT_WORDS,
  WATER_WORDS,
  YES_NO,
} from '~/features/pot/end-words'
import CorrectContents from './CorrectContents.vue'
import { changedContents, type PotContents } from './pot-contents'

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
const contents = reactive<PotContents>({
  dyedOn: pot.dyedOn,
  lots: lotsAtFirst(pot).map(({ lotId, massG, massBasis }) => ({ lotId, massG, massBasis })),
  pieces: pot.pieces.map(({ pieceId, dryG, dryBasis, minutes }) => ({
    pieceId,
    dryG,
    dryBasis,
    minutes,
  })),
  notesBack: [],
})
const was = JSON.stringify(contents)
const boiled = computed({
  get: () => (end.boiled === null ? null : end.boiled ? 'yes' : 'no'),
  set: (said: 'yes' | 'no' | null) => (end.boiled = said && said === 'yes'),
})

/** What stands by fields further up, said where the hand is. */
const refused = computed(() => [...new Set(Object.values(errors.value))].join(' '))

async function correct() {
  const body: PotChange = {
    ...edit,
    end: { ...end },
    ...changedContents(contents, JSON.parse(was)),
  }
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
      <QuantityField
        v-model="edit.tempC"
        kind="temperature"
        label="Hottest, pieces in"
        :error="errors['/tempC']"
      />
      <NumberField v-model="edit.minutes" label="Time in" unit="min" :error="errors['/minutes']" />
      <NumberField v-model="edit.finalPh" label="Final pH" :error="errors['/finalPh']" />
      <KnownSelect v-model="edit.size" label="Stuff" :words="SIZE_WORDS" />
      <KnownSelect v-model="edit.water" label="Water from" :words="WATER_WORDS" />
      <KnownSelect v-model="edit.lid" label="Lid" :words="LID_WORDS" />
      <KnownSelect v-model="boiled" label="Boiled, pieces in" :words="YES_NO" />
      <KnownSelect v-model="end.rinse" label="Rinsed" :words="RINSE_WORDS" />
      <KnownSelect v-model="end.liquor" label="The liquor was" :words="LIQUOR_WORDS" />
      <KnownSelect v-model="end.spent" label="The stuff went" :words="SPENT_WORDS" />
      <QuantityField v-model="end.liquorL" kind="volume" label="How much of it" />
    </div>
    <CorrectContents v-model="contents" :pot="pot" :errors="errors" />
    <LabeledField v-slot="{ id }" label="Note" :error="errors['/note']">
      <ElInput :id="id" v-model="edit.note" />
    </LabeledField>
    <p v-if="failure || refused" class="wrong" role="alert">{{ failure || refused }}</p>
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
