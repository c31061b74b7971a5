<script setup lang="ts">
import type { Way } from '~~/catalogue/ways'
import { wayFacts } from '~~/catalogue/ways'
import { inOrder, WAY_STEP_KINDS, type WayStepKind, type WayStep } from '~~/core/pot/way-steps'
import { newId } from '~~/shared/ids'
import {
  newOwnWaySchema,
  ownWayChangeSchema,
  type NewOwnWay,
  type OwnWay,
  type OwnWayChange,
} from '~~/shared/schemas/pot/own-way'
import { present } from '~~/core/present'
import { parseJson } from '~~/core/json'

/** A way of one's own: a copy whose steps are renamed, timed, left out or added to. */
const { basedOn, steps, own } = defineProps<{
  basedOn: Way
  steps: readonly WayStep[]
  own: OwnWay | null
}>()
const emit = defineEmits<{ saved: [string] }>()
const api = useApi()
const { saving, failure, errors, save } = useSave()
const id = own?.id ?? newId()

const name = ref(own?.name ?? `My ${wayFacts(basedOn).label}`)
const rows = ref<WayStep[]>(parseJson<WayStep[]>(JSON.stringify(inOrder(steps))))
const wrong = computed(() => {
  const [pointer] = Object.keys(errors.value)
  return pointer ? errors.value[pointer] : ''
})

/** What waited for a step that is left out waits for what that one waited for. */
function leaveOut(i: number) {
  const [gone] = rows.value.splice(i, 1)
  for (const row of rows.value) {
    row.after = row.after.flatMap((each) =>
      each.id === present(gone).id ? present(gone).after : [each],
    )
    row.after = [...new Map(row.after.map((each) => [each.id, each])).values()]
    if (row.again?.from === present(gone).id) delete row.again
  }
}
function addAfter(i: number) {
  const before = rows.value[i]!
  let n = rows.value.length + 1
  while (rows.value.some((row) => row.id === `own${n}`)) n++
  const step: WayStep = {
    id: `own${n}`,
    kind: 'stand' as WayStepKind,
    words: 'Stand',
    minutes: 30,
    mostMinutes: null,
    tempC: null,
    after: [{ id: before.id }],
  }
  for (const row of rows.value) {
    row.after = row.after.map((each) => (each.id === before.id ? { ...each, id: step.id } : each))
  }
  rows.value.splice(i + 1, 0, step)
}

async function keep() {
  const words = (item: OwnWay) => `Kept your way "${item.name}".`
  const saved = own
    ? await save<OwnWayChange, OwnWay>(
        ownWayChangeSchema,
        { name: name.value, steps: toRaw(rows.value) },
        (body) => api.patch<OwnWay>(`ways/${own.id}`, body, own.rev),
        words,
      )
    : await save<NewOwnWay, OwnWay>(
        newOwnWaySchema,
        { id, name: name.value, basedOn, steps: toRaw(rows.value) },
        (body) => api.post<OwnWay>('ways', body),
        words,
      )
  if (saved) emit('saved', saved.id)
}
</script>

<template>
  <form class="stack tight" @submit.prevent="keep">
    <LabeledField v-slot="{ id: field }" label="Its name" :error="errors['/name']">
      <ElInput :id="field" v-model="name" />
    </LabeledField>
    <ol class="stack tight">
      <li v-for="(row, i) in rows" :key="row.id">
        <ElInput v-model="row.words" :aria-label="`Words of step ${i + 1}`" />
        <ElSelect
          v-model="row.kind"
          :aria-label="`Kind of step ${i + 1}`"
          :disabled="row.kind === 'enter'"
        >
          <ElOption
            v-for="kind in WAY_STEP_KINDS.filter((each) => each !== 'add')"
            :key="kind"
            :value="kind"
            :label="kind"
            :disabled="kind === 'enter'"
          />
        </ElSelect>
        <NumberField
          :model-value="row.minutes"
          :label="`Minutes of step ${i + 1}`"
          unit="min"
          bare
          @update:model-value="row.minutes = $event ?? 0"
        />
        <QuantityField
          v-model="row.tempC"
          kind="temperature"
          :label="`Heat of step ${i + 1}`"
          bare
        />
        <span class="marks">
          <ElCheckbox v-model="row.attended" label="hands" />
          <ElCheckbox v-model="row.burner" label="burner" />
        </span>
        <span class="marks">
          <button type="button" :aria-label="`Add a step after ${row.words}`" @click="addAfter(i)">
            add below
          </button>
          <button
            v-if="row.kind !== 'enter'"
            type="button"
            :aria-label="`Leave ${row.words} out`"
            @click="leaveOut(i)"
          >
            leave out
          </button>
        </span>
      </li>
    </ol>
    <p v-if="wrong || failure" class="wrong" role="alert">{{ wrong || failure }}</p>
    <div class="row">
      <ElButton native-type="submit" type="primary" :loading="saving">Keep it as yours</ElButton>
    </div>
  </form>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 2.2fr) 110px 110px 100px auto auto;
  gap: 8px;
  align-items: center;
}

.marks {
  display: flex;
  gap: 10px;
}

.marks :deep(.el-checkbox) {
  margin: 0;
}

button[type='button'] {
  min-height: 32px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--juniper);
  text-decoration: underline;
  white-space: nowrap;
  cursor: pointer;
}

@media (max-width: 900px) {
  li {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
