<script setup lang="ts">
import type { KeepingView } from '~~/shared/views/keeping/keeping'
import { formatCount } from '~~/core/quantity/format-count'
import ImportProgress from '~/features/exchange/ImportProgress.vue'
import { useKeepingWork } from './useKeepingWork'
import { bytesText, contentsText, safetyOf, unsavedText, whenText } from './words'

/** How safe the log is, and making it safer now. */
const { view } = defineProps<{ view: KeepingView }>()
const emit = defineEmits<{ made: [] }>()

const work = useKeepingWork()
const last = computed(() => view.backups[0])
const safety = computed(() => safetyOf(view))

async function backUp() {
  if (await work.run<KeepingView>('backup', {})) emit('made')
}
</script>

<template>
  <section class="panel stack last" :class="safety" aria-labelledby="last">
    <h2 id="last">
      <template v-if="last">Last backup {{ whenText(last.madeAt) }}</template>
      <template v-else>No backup yet</template>
    </h2>
    <p v-if="last">
      {{ contentsText(last) }}: looked through, and as the log was.
      {{ formatCount(view.backups.length, 'backup') }} in all, {{ bytesText(view.totalBytes) }}.
    </p>
    <p v-else>
      One is made by itself on each day after something was written, and before each upgrade. You
      need do nothing, but for naming a folder on another disk.
    </p>
    <p v-if="view.failure" class="wrong capital" role="alert">
      {{ whenText(view.failure.at) }}: {{ view.failure.why }}
    </p>
    <p v-if="view.unsaved" :class="{ caution: safety === 'overdue' }">
      {{ unsavedText(view.unsaved) }}
    </p>
    <p v-else-if="last" class="quiet">Everything that was written is in a backup.</p>
    <ImportProgress v-if="work.progress" :progress="work.progress" :is-stoppable="false" />
    <div class="row">
      <ElButton type="primary" :disabled="Boolean(work.progress)" @click="backUp"
        >Back up now</ElButton
      >
      <p v-if="work.failure" class="wrong" role="alert">{{ work.failure }}</p>
    </div>
  </section>
</template>

<style scoped>
.last {
  border-left: 6px solid var(--juniper);
}

.failed {
  border-left-color: var(--madder);
}

.overdue,
.none {
  border-left-color: var(--ochre);
}

h2 {
  font-size: 24px;
}

.caution {
  color: var(--ochre);
}
</style>
