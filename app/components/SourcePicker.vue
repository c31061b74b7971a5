<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import { latestOnly } from '~/composables/latest'
import { messageOf } from '~~/core/present'
import type { NameHit } from '~~/shared/views/walk/name-hit'
import type { Source } from '~~/shared/schemas/walk/source'

/** Finds a source by its scientific, older or common name while typing. */
const {
  label = 'What',
  error = '',
  bare = false,
} = defineProps<{ label?: string; error?: string; bare?: boolean }>()
const source = defineModel<Source | null>({ required: true })

const api = useApi()
const hits = shallowRef<NameHit[]>([])
const found = computed(() => hits.value.map((hit) => hit.source))
const typed = ref('')
const looking = ref(false)
/** Why the names could not be looked through: not the same as no name found. */
const failure = ref('')

const nameOf = ({ commonName, part }: Source) => `${commonName}, ${PARTS[part].label}`

/** What was found, and the chosen one with it, so that its name is known to the field. */
const options = computed(() => {
  const chosen = source.value
  if (!chosen || found.value.some(({ id }) => id === chosen.id)) return found.value
  return [chosen, ...found.value]
})

const ask = latestOnly()
async function look(text: string) {
  const isLatest = ask()
  typed.value = text.trim()
  looking.value = true
  try {
    const answer = await api.get<{ hits: NameHit[] }>('names', { q: typed.value, limit: 12 })
    if (!isLatest()) return
    hits.value = answer.hits
    failure.value = ''
  } catch (error) {
    if (!isLatest()) return
    hits.value = []
    failure.value = messageOf(error)
  } finally {
    if (isLatest()) looking.value = false
  }
}

/** The older or other name that was met, so that finding tansy under "bitter" is no riddle. */
const via = ({ id }: Source) => hits.value.find((hit) => hit.source.id === id)?.via

const adding = ref(false)
const select = ref<{ blur: () => void } | null>(null)
/** What was typed when nothing was found by it. */
const named = ref('')
function addOwn() {
  named.value = typed.value
  select.value?.blur()
  adding.value = true
}

function choose(id: string) {
  source.value = options.value.find((each) => each.id === id) ?? null
}

onMounted(() => look(''))
</script>

<template>
  <LabeledField v-slot="{ id, described, invalid }" :label="label" :error="error" :bare="bare">
    <ElSelect
      :id="id"
      ref="select"
      :model-value="source?.id ?? ''"
      filterable
      remote
      clearable
      default-first-option
      :remote-method="look"
      :loading="looking && !found.length"
      :no-data-text="failure || 'Not known by that name.'"
      :value-on-clear="''"
      placeholder="name, old name or common name"
      loading-text="looking"
      :aria-describedby="described"
      :aria-invalid="invalid"
      @update:model-value="choose(String($event))"
    >
      <template v-if="typed.length > 1 && !failure" #footer>
        <button type="button" class="own" @click="addOwn">
          {{ found.length ? 'None of these: add' : 'Add' }} “{{ typed }}” as a source of your own
        </button>
      </template>
      <ElOption v-for="each in options" :key="each.id" :value="each.id" :label="nameOf(each)">
        <span class="option">
          <strong>{{ nameOf(each) }}</strong>
          <span class="latin">{{ each.scientificName }}</span>
          <span v-if="via(each)" class="quiet">also {{ via(each) }}</span>
        </span>
      </ElOption>
    </ElSelect>
    <OwnSource v-model="adding" :name="named" @added="source = $event" />
  </LabeledField>
</template>

<style scoped>
.own {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--juniper);
  font: inherit;
  font-weight: 600;
  text-align: left;
  cursor: pointer;
}

.option {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
