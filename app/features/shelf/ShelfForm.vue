<script setup lang="ts">
import { AGENT_KEYS, AGENTS, FORM_WORDS, type Agent } from '~~/catalogue/agents'
import { newId } from '~~/shared/ids'
import {
  formsOf,
  newShelfItemSchema,
  type NewShelfItem,
  type ShelfItem,
} from '~~/shared/schemas/loft/shelf'
import { formatMass } from '~/format/quantities'
import { localToday } from '~/format/dates'
import { first, notGiven } from '~~/core/present'

/** Something bought and weighed in. */
const { startWith } = defineProps<{ startWith: Agent | null }>()
const api = useApi()
const { saving, failure, errors, save } = useSave()
const { draft, clear } = useDraft('shelf', () => ({
  agent: 'alum' as Agent,
  form: first(formsOf('alum')),
  name: '',
  boughtOn: localToday(),
  boughtG: notGiven<number>(),
  lowG: notGiven<number>(),
}))
const id = ref(newId())
const choose = (agent: Agent) => {
  draft.agent = agent
  draft.form = first(formsOf(agent))
}
watch(
  () => startWith,
  (agent) => agent && choose(agent),
  { immediate: true },
)

async function keep() {
  const done = await save<NewShelfItem, ShelfItem>(
    newShelfItemSchema,
    { ...draft, id: id.value, boughtG: draft.boughtG ?? undefined },
    (checked) => api.post<ShelfItem>('shelf', checked),
    ({ agent, boughtG }) => `Put ${formatMass(boughtG)} ${AGENTS[agent].label} on the shelf.`,
  )
  if (!done) return
  id.value = newId()
  clear({ agent: draft.agent, form: draft.form })
}
</script>

<template>
  <form class="panel stack tight" aria-labelledby="bought" @submit.prevent="keep">
    <h2 id="bought">Weigh in what you bought</h2>
    <LabeledField v-slot="{ id: field }" label="What">
      <ElSelect
        :id="field"
        :model-value="draft.agent"
        filterable
        @update:model-value="choose($event as Agent)"
      >
        <ElOption v-for="key in AGENT_KEYS" :key="key" :value="key" :label="AGENTS[key].label" />
      </ElSelect>
    </LabeledField>
    <p class="quiet">{{ AGENTS[draft.agent].chemical }}</p>
    <div class="two">
      <LabeledField v-if="formsOf(draft.agent).length > 1" v-slot="{ id: field }" label="Form">
        <ElSelect :id="field" v-model="draft.form">
          <ElOption
            v-for="form in formsOf(draft.agent)"
            :key="form"
            :value="form"
            :label="FORM_WORDS[form] ?? form"
          />
        </ElSelect>
      </LabeledField>
      <QuantityField v-model="draft.boughtG" label="So much" :error="errors['/boughtG']" />
      <DateField v-model="draft.boughtOn" label="Bought" :error="errors['/boughtOn']" />
      <QuantityField v-model="draft.lowG" label="Low below" :error="errors['/lowG']" />
      <LabeledField v-slot="{ id: field }" label="Jar, in words">
        <ElInput :id="field" v-model="draft.name" placeholder="tin with the blue lid" />
      </LabeledField>
    </div>
    <PlainCaution>{{ AGENTS[draft.agent].caution }}</PlainCaution>
    <p class="quiet">{{ AGENTS[draft.agent].storage }}</p>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <ElButton type="primary" native-type="submit" :loading="saving">Put it on the shelf</ElButton>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 12px;
}
</style>
