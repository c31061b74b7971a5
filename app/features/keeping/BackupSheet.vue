<script setup lang="ts">
import type { BackupLook } from '~~/shared/views/keeping/keeping'
import { useSession } from '~/stores/session'
import ImportProgress from '~/features/exchange/ImportProgress.vue'
import { useKeepingWork } from './useKeepingWork'
import { contentsText, countsText, thingsText, whenText } from './words'

/** What bringing a backup back would do, and doing it. */
const { backup } = defineProps<{ backup: string }>()
const emit = defineEmits<{ restored: []; close: [] }>()

const api = useApi()
const session = useSession()
const work = useKeepingWork()
const {
  data: look,
  failure,
  slow,
} = useLoaded(
  () => api.get<BackupLook>('keeping/look', { backup }),
  () => backup,
)

const lost = computed(() => countsText(look.value?.collections ?? [], ({ onlyHere }) => onlyHere))
const older = computed(() => countsText(look.value?.collections ?? [], ({ differ }) => differ))
const back = computed(() => countsText(look.value?.collections ?? [], ({ onlyThere }) => onlyThere))
const examples = computed(() =>
  (look.value?.collections ?? [])
    .filter(({ collection }) => ['lots', 'pieces', 'pots', 'jars'].includes(collection))
    .flatMap((each) => each.examples)
    .slice(0, 6),
)

async function restore() {
  if (!look.value) return
  const { change } = look.value
  const done = await work.run<{ missingPhotos: number }>('restore', { backup, change })
  if (!done) return
  const photos = done.missingPhotos
    ? ` ${thingsText('photos', done.missingPhotos)} of it could not be found.`
    : ''
  session.saved(`The backup is the log now.${photos}`, null)
  emit('restored')
}
</script>

<template>
  <section class="panel stack" aria-labelledby="look">
    <div class="row head">
      <h2 id="look">
        {{ look ? `As it was ${whenText(look.backup.madeAt)}` : 'Looking at the backup' }}
      </h2>
      <ElButton @click="emit('close')">Close</ElButton>
    </div>
    <p v-if="slow" class="quiet" role="status">It is read and held against what was written.</p>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <template v-if="look">
      <p>
        {{ contentsText(look.backup) }}; the copy of the log is, byte for byte, as it was written.
      </p>
      <dl v-if="look.collections">
        <template v-if="lost">
          <dt>Would go</dt>
          <dd>
            {{ lost }} that the log has and the backup has not<template v-if="examples.length"
              >, such as {{ examples.join(', ') }}</template
            >.
          </dd>
        </template>
        <template v-if="older">
          <dt>Would be as before</dt>
          <dd>{{ older }}, changed or added to in the log since.</dd>
        </template>
        <template v-if="back">
          <dt>Would come back</dt>
          <dd>{{ back }} that the log has not.</dd>
        </template>
        <template v-if="!lost && !older && !back">
          <dt>The same</dt>
          <dd>Nothing in the log is otherwise than in this backup.</dd>
        </template>
      </dl>
      <p v-else class="wrong">
        The log cannot be read now, so it cannot be said what the backup lacks. Its file is laid
        aside as it is.
      </p>
      <p v-if="look.collections" class="quiet">
        The log as it is now goes into a backup of its own first, so this can be taken back.
      </p>
      <ImportProgress v-if="work.progress" :progress="work.progress" :is-stoppable="false" />
      <div class="row">
        <ElButton type="primary" :disabled="Boolean(work.progress)" @click="restore"
          >Put it in the place of the log</ElButton
        >
        <p v-if="work.failure" class="wrong" role="alert">{{ work.failure }}</p>
      </div>
    </template>
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
}

dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 8px 20px;
  margin: 0;
}

dt {
  font-weight: 600;
}

dd {
  margin: 0;
}
</style>
