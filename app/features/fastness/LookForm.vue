<script setup lang="ts">
import { present } from '~~/core/present'
import type { TestSet } from '~~/shared/views/fastness/fastness'
import FormEnd from './FormEnd.vue'
import BenchPhoto from './BenchPhoto.vue'
import LookEntryRow from './LookEntryRow.vue'
import { PARTS_OF } from './bench-areas'
import { STATES_OF } from './choices'
import { lookUnits, type LookDraft, type useLook } from './useLook'

/** The bench: one look at all pieces of a set, by words, steps, colours or one photo. */
const { set, form } = defineProps<{ set: TestSet; form: ReturnType<typeof useLook> }>()
const draft = defineModel<LookDraft>('draft', { required: true })
const emit = defineEmits<{ keep: []; close: [] }>()

const way = ref<'words' | 'colours' | 'photo'>('words')
const byId = computed(() => new Map(set.tests.map((view) => [view.test.id, view])))
const nameOf = (id: string) => {
  const view = present(byId.value.get(id))
  return view.code || view.name
}
const pieces = computed(() =>
  draft.value.entries.map(({ testId }) => ({ id: testId, name: nameOf(testId) })),
)
const units = computed(() => lookUnits(set.kind))
const photo = ref<InstanceType<typeof BenchPhoto> | null>(null)
async function keep() {
  await photo.value?.settled()
  emit('keep')
}
/** Hours follow from days alone, where both are known. */
const isUntold = computed(
  () =>
    set.kind === 'light' &&
    draft.value.unit === 'days' &&
    (!draft.value.on || set.begunOn === null),
)
</script>

<template>
  <form class="stack tight" aria-labelledby="look" @submit.prevent="keep">
    <h2 id="look">Look at {{ draft.entries.length > 1 ? 'all of them' : 'it' }}</h2>
    <div class="row facts">
      <DateField v-model="draft.on" label="Looked at on" />
      <template v-if="units.length">
        <ChoiceSelect
          v-if="set.kind === 'light'"
          v-model="draft.unit"
          label="Light until then"
          :options="units"
          class="unit"
        />
        <NumberField
          v-if="draft.unit !== 'days'"
          v-model="draft.amount"
          :label="set.kind === 'wash' ? 'Washed until then' : 'How much'"
          :unit="set.kind === 'wash' ? 'times' : draft.unit === 'klxh' ? 'klx h' : draft.unit"
          class="amount"
        />
      </template>
      <ChoiceSelect
        v-if="STATES_OF[set.kind].length && draft.state"
        v-model="draft.state"
        label="As it is"
        :options="STATES_OF[set.kind]"
        class="unit"
      />
      <ElRadioGroup v-model="way" aria-label="Read by">
        <ElRadioButton value="words">words and steps</ElRadioButton>
        <ElRadioButton value="colours">colours</ElRadioButton>
        <ElRadioButton value="photo">one photo</ElRadioButton>
      </ElRadioGroup>
    </div>
    <p v-if="isUntold" class="quiet">
      When it began, or this day, is not known: no hours follow. Weeks or hours can be told instead.
    </p>
    <BenchPhoto
      v-if="way === 'photo'"
      ref="photo"
      :pieces="pieces"
      :parts="PARTS_OF[set.kind]"
      @give="
        (id, part, reading) =>
          (present(draft.entries.find(({ testId }) => testId === id))[part] = reading)
      "
    />
    <ul class="entries">
      <LookEntryRow
        v-for="(entry, i) in draft.entries"
        :key="entry.testId"
        v-model="draft.entries[i]!"
        :view="present(byId.get(entry.testId))"
        :way="way"
      />
    </ul>
    <div class="row">
      <ElCheckbox v-model="draft.isEnd">they end with this look</ElCheckbox>
      <DateField
        v-if="!draft.isEnd"
        v-model="draft.lookOn"
        label="Look again on"
        ahead
        class="again"
      />
    </div>
    <FormEnd
      keep="Keep the look"
      leave="Not now"
      :saving="form.saving"
      :failure="form.failure"
      :errors="form.errors"
      @leave="$emit('close')"
    />
  </form>
</template>

<style scoped>
.facts {
  align-items: end;
}

.unit {
  width: 190px;
}

.amount,
.again {
  width: 170px;
}

.entries {
  display: grid;
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
