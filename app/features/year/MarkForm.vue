<script setup lang="ts">
import {
  markerChangeSchema,
  newMarkerSchema,
  type Marker,
  type NewMarker,
} from '~~/shared/schemas/year/marker'
import { useSave } from '~/composables/useSave'
import { blankWindow, markBody, type MarkDraft } from './marks'

/** A sign of the season: what it is, when it was first seen, and which seasons hang on it. */
const draft = defineModel<MarkDraft>({ required: true })
const emit = defineEmits<{ close: [] }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()

async function keep() {
  const { rev } = draft.value
  const { id, ...change } = markBody(draft.value)
  const kept =
    rev === null
      ? await save<NewMarker, Marker>(
          newMarkerSchema,
          { ...change, id },
          (body) => api.post<Marker>('markers', body),
          ({ words }) => `Marked: ${words}.`,
        )
      : await save(
          markerChangeSchema,
          change,
          (body) => api.patch<Marker>(`markers/${id}`, body, rev),
          ({ words }: Marker) => `Changed: ${words}.`,
        )
  if (kept) emit('close')
}
const complaint = computed(() => {
  const pointers = Object.keys(errors.value)
  if (pointers.some((pointer) => pointer.endsWith('/sourceId'))) {
    return 'Say which season hangs on it.'
  }
  return failure.value || (Object.values(errors.value)[0] ?? '')
})
</script>

<template>
  <form class="stack tight" aria-label="A mark" @submit.prevent="keep">
    <LabeledField v-slot="{ id }" label="What is watched for" :error="errors['/words']">
      <ElInput :id="id" v-model="draft.words" placeholder="the blackthorn flowers" />
    </LabeledField>
    <div v-for="(_, i) in draft.seenOn" :key="i" class="row end">
      <DateField
        v-model="draft.seenOn[i]!"
        :label="i === 0 ? 'First seen on' : 'In another year'"
        :error="errors[`/seenOn/${i}`]"
      />
      <button v-if="i > 0" type="button" class="link" @click="draft.seenOn.splice(i, 1)">
        Take it out
      </button>
    </div>
    <p>
      <button type="button" class="link" @click="draft.seenOn.push('')">Another year</button>
    </p>
    <fieldset v-for="(window, i) in draft.windows" :key="i" class="two">
      <SourcePicker v-model="window.source" class="wide" label="Which season hangs on it" />
      <NumberField
        v-model="window.fromDays"
        label="Begins so many days after"
        unit="days"
        :error="errors[`/windows/${i}/fromDays`]"
      />
      <NumberField
        v-model="window.toDays"
        label="Ends so many days after"
        unit="days"
        :error="errors[`/windows/${i}/toDays`]"
      />
      <p v-if="draft.windows.length > 1">
        <button type="button" class="link" @click="draft.windows.splice(i, 1)">Take it out</button>
      </p>
    </fieldset>
    <p>
      <button type="button" class="link" @click="draft.windows.push(blankWindow())">
        Another season
      </button>
    </p>
    <p v-if="complaint" class="wrong" role="alert">{{ complaint }}</p>
    <div class="row">
      <ElButton type="primary" native-type="submit" :loading="saving">Keep the mark</ElButton>
      <ElButton @click="emit('close')">Close</ElButton>
    </div>
  </form>
</template>

<style scoped>
.end {
  align-items: end;
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 12px;
  margin: 0;
  padding: 0;
  border: 0;
}

.wide {
  grid-column: 1 / -1;
}
</style>
