<script setup lang="ts">
import type { KeepingView, SalvageView } from '~~/shared/views/keeping/keeping'
import { messageOf } from '~~/core/present'
import BackupSheet from './BackupSheet.vue'
import { contentsText, thingsText, whenText } from './words'

/** What can be done where the log cannot be opened: the newest backup, and what still can be read. */
const emit = defineEmits<{ restored: [] }>()
const api = useApi()
const { data: view } = useLoaded(() => api.get<KeepingView>('keeping'))
const chosen = ref<string | null>(null)
const read = ref<SalvageView | null>(null)
const reading = ref(false)
const failure = ref('')
const newest = computed(() => view.value?.backups[0])

async function salvage() {
  failure.value = ''
  reading.value = true
  try {
    read.value = (await api.post<SalvageView>('keeping/salvage')).item
  } catch (error) {
    failure.value = messageOf(error)
  } finally {
    reading.value = false
  }
}
</script>

<template>
  <div class="stack help">
    <BackupSheet
      v-if="chosen"
      :backup="chosen"
      @close="chosen = null"
      @restored="emit('restored')"
    />
    <div v-else class="row">
      <template v-if="newest">
        <p>
          The newest good backup was made {{ whenText(newest.madeAt) }}: {{ contentsText(newest) }}.
        </p>
        <button type="button" class="el-button" @click="chosen = newest.key">Look at it</button>
      </template>
      <p v-else-if="view">There is no backup in the folders that are known here.</p>
    </div>
    <div class="row">
      <template v-if="read">
        <p>
          {{ thingsText('lots', read.lots) }}, {{ thingsText('pots', read.pots) }},
          {{ thingsText('swatches', read.swatches) }} could still be read<template
            v-if="read.orphaned"
            >; {{ read.orphaned }} rows hung on something that could not, and are left out</template
          >.
        </p>
        <a href="/api/keeping/salvaged?places=exact" download class="el-button"
          >Save that as an archive</a
        >
      </template>
      <template v-else>
        <p>What can still be read of the log can be saved as an archive.</p>
        <button type="button" class="el-button" :disabled="reading" @click="salvage">
          {{ reading ? 'Reading' : 'Read what can be read' }}
        </button>
      </template>
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    </div>
  </div>
</template>

<style scoped>
.help {
  width: 100%;
  padding-top: 12px;
  border-top: 1px solid var(--line);
}

.row {
  justify-content: space-between;
}

.row p {
  flex: 1 1 300px;
}
</style>
