<script setup lang="ts">
import { newId } from '~~/shared/ids'
import { sourceChangeSchema, type Source, type SourceChange } from '~~/shared/schemas/walk/source'

/** What books and others claim of a source: kept beside one's own results, never mixed with them. */
const { source } = defineProps<{ source: Source }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()
const words = ref('')
const from = ref('')

const put = (claims: Source['claims'], said: string) =>
  save<SourceChange, Source>(
    sourceChangeSchema,
    { claims },
    (body) => api.patch<Source>(`sources/${source.id}`, body, source.rev),
    () => said,
  )

async function add() {
  const claim = { id: newId(), words: words.value, from: from.value }
  if (await put([...source.claims, claim], 'Noted what was heard.')) {
    words.value = ''
    from.value = ''
  }
}
</script>

<template>
  <section class="panel stack tight" aria-labelledby="claims">
    <h2 id="claims">What others say of it</h2>
    <ul>
      <li v-for="claim in source.claims" :key="claim.id" class="row">
        <span class="words"
          >{{ claim.words }} <span class="quiet">{{ claim.from }}</span></span
        >
        <ElButton
          :aria-label="`Leave out ${claim.words}`"
          @click="
            put(
              source.claims.filter(({ id }) => id !== claim.id),
              'Left it out.',
            )
          "
          >×</ElButton
        >
      </li>
    </ul>
    <form class="stack tight" @submit.prevent="add">
      <LabeledField
        v-slot="{ id }"
        label="Said of it"
        :error="errors['/claims/0/words'] ?? errors['/words']"
      >
        <ElInput :id="id" v-model="words" placeholder="gives green with copper" />
      </LabeledField>
      <LabeledField
        v-slot="{ id }"
        label="Heard or read where"
        :error="errors['/claims/0/from'] ?? errors['/from']"
      >
        <ElInput :id="id" v-model="from" placeholder="a book, a neighbour" />
      </LabeledField>
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <ElButton native-type="submit" :loading="saving" :disabled="!words || !from"
        >Note it</ElButton
      >
    </form>
    <p class="quiet">Kept beside your own results and in no curve.</p>
  </section>
</template>

<style scoped>
.words {
  flex: 1;
}

.words .quiet {
  display: block;
}

li {
  border-top: 1px solid var(--line);
}
</style>
