<script setup lang="ts">
import type { KeepingView } from '~~/shared/views/keeping/keeping'
import ArchiveIn from '~/features/keeping/ArchiveIn.vue'
import ArchiveOut from '~/features/keeping/ArchiveOut.vue'
import BackupFolder from '~/features/keeping/BackupFolder.vue'
import BackupList from '~/features/keeping/BackupList.vue'
import BackupSheet from '~/features/keeping/BackupSheet.vue'
import LastBackup from '~/features/keeping/LastBackup.vue'
import { takeBackText } from '~/features/keeping/words'

/** How safe the log is: backups, one brought back, and the whole log as a file. */
const api = useApi()
const session = useSession()
const { data: view, failure, reload } = useLoaded(() => api.get<KeepingView>('keeping'))
const chosen = ref<string | null>(null)

function restored() {
  chosen.value = null
  session.lookAgain()
}

useHead({ title: 'Keeping · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Keeping</h1>
  <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  <div v-if="view" class="keeping">
    <div class="stack">
      <LastBackup :view="view" @made="reload" />
      <section
        v-if="view.takeBack && !chosen"
        class="panel row swapped"
        aria-label="Taken its place"
      >
        <p class="capital">{{ takeBackText(view.takeBack) }} The log as it was before is kept.</p>
        <ElButton @click="chosen = view.takeBack.key">Take it back</ElButton>
      </section>
      <BackupSheet
        v-if="chosen"
        :key="chosen"
        :backup="chosen"
        @close="chosen = null"
        @restored="restored"
      />
      <section v-if="view.backups.length" class="panel stack tight" aria-labelledby="backups">
        <h2 id="backups">Backups</h2>
        <BackupList :backups="view.backups" :chosen="chosen" @look="chosen = $event" />
      </section>
      <ArchiveIn @brought="reload" />
    </div>
    <div class="stack">
      <BackupFolder :view="view" @named="reload" />
      <ArchiveOut />
    </div>
  </div>
</template>

<style scoped>
.keeping {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 16px;
  align-items: start;
}

.keeping :deep(.panel) {
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
}

.swapped {
  justify-content: space-between;
}

@media (max-width: 960px) {
  .keeping {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
