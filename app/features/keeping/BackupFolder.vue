<script setup lang="ts">
import type { KeepingView } from '~~/shared/views/keeping/keeping'
import { useSession } from '~/stores/session'
import { messageOf } from '~~/core/present'

/** Where backups go: best onto another disk than the log's. */
const { view } = defineProps<{ view: KeepingView }>()
const emit = defineEmits<{ named: [] }>()

const api = useApi()
const session = useSession()
const folder = ref(view.folder.named ?? '')
const failure = ref('')

async function name(named: string | null) {
  failure.value = ''
  try {
    await api.patch('keeping', { folder: named }, 0)
    if (named === null) folder.value = ''
    session.saved(named ? `Backups go into ${named}.` : 'Backups go into the data folder.', null)
    emit('named')
  } catch (error) {
    failure.value = messageOf(error)
  }
}
</script>

<template>
  <section class="panel stack tight" aria-labelledby="where">
    <h2 id="where">Where they go</h2>
    <p v-if="view.folder.named">
      Into <strong class="path">{{ view.folder.named }}</strong>{{
        view.folder.isNamedThere ? '.' : ', which is not there now.'
      }}
    </p>
    <p v-else>
      Into <span class="path" :title="view.folder.data">backups</span> in the data folder, on the
      same disk as the log. A disk that dies takes both: name a folder on a stick, or one that is
      synced.
    </p>
    <form class="row" @submit.prevent="name(folder)">
      <ElInput
        v-model="folder"
        aria-label="Folder for backups"
        placeholder="/media/stick"
        maxlength="1000"
        class="folder"
      />
      <ElButton native-type="submit" :disabled="!folder.trim()">Name this folder</ElButton>
      <ElButton v-if="view.folder.named" @click="name(null)">Data folder only</ElButton>
    </form>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <p class="quiet">
      Backups hold places exactly, also those taken out of the log later: mind who can read the
      folder. Kept are seven days, four weeks and twelve months.
    </p>
  </section>
</template>

<style scoped>
.path {
  overflow-wrap: anywhere;
}

.folder {
  flex: 1 1 220px;
}
</style>
