<script setup lang="ts">
import type { ImportPlan, PlannedRow } from '~~/shared/views/exchange/import-plan'
import { formatCount } from '~~/core/quantity/format-count'

/** What would be done row by row, and doing it: all of it or nothing. */
const { plan, noun = 'row' } = defineProps<{ plan: ImportPlan; noun?: string }>()
const emit = defineEmits<{ apply: [hash: string] }>()

type Shown = 'all' | PlannedRow['outcome']
const shown = ref<Shown>('all')
const OUTCOMES: Record<PlannedRow['outcome'], string> = {
  new: 'new',
  same: 'the same',
  changed: 'changed',
  leftOut: 'left out',
  refused: 'refused',
}
const MOST_ROWS = 500
const rows = computed(() =>
  plan.rows
    .filter(({ outcome }) => shown.value === 'all' || outcome === shown.value)
    .slice(0, MOST_ROWS),
)
const work = computed(() => plan.counts.new + plan.counts.changed)
/** What is refused is looked at first. */
watch(
  () => plan.hash,
  () => (shown.value = plan.counts.refused > 0 ? 'refused' : 'all'),
  { immediate: true },
)
</script>

<template>
  <div class="row">
    <ElRadioGroup v-model="shown" aria-label="Which rows">
      <ElRadioButton value="all">all</ElRadioButton>
      <ElRadioButton value="new">new, {{ plan.counts.new }}</ElRadioButton>
      <ElRadioButton value="changed">changed, {{ plan.counts.changed }}</ElRadioButton>
      <ElRadioButton value="same">the same, {{ plan.counts.same }}</ElRadioButton>
      <ElRadioButton v-if="plan.counts.leftOut" value="leftOut"
        >left out, {{ plan.counts.leftOut }}</ElRadioButton
      >
      <ElRadioButton value="refused">refused, {{ plan.counts.refused }}</ElRadioButton>
    </ElRadioGroup>
    <ElButton
      type="primary"
      :disabled="plan.counts.refused > 0 || work === 0"
      @click="emit('apply', plan.hash)"
      >Bring in {{ formatCount(work, noun) }}</ElButton
    >
    <p v-if="plan.counts.refused" class="wrong">
      <slot name="refused">
        Some rows are refused: put them right in the file, or take them out, and look again. All
        rows come in or none.
      </slot>
    </p>
  </div>
  <table>
    <thead>
      <tr>
        <th scope="col">Line</th>
        <th scope="col">What happens</th>
        <th scope="col">What</th>
        <th scope="col">Why</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.line" :class="row.outcome">
        <td>{{ row.line }}</td>
        <td>{{ OUTCOMES[row.outcome] }}</td>
        <td>{{ row.what }}</td>
        <td>{{ row.why }}</td>
      </tr>
    </tbody>
  </table>
  <p v-if="rows.length === MOST_ROWS" class="quiet">The first {{ MOST_ROWS }} are shown.</p>
</template>

<style scoped>
table {
  border-collapse: collapse;
}

th,
td {
  padding: 4px 12px 4px 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
  vertical-align: top;
}

th {
  color: var(--quiet);
  font-weight: 400;
  font-size: 13px;
}

.refused td {
  color: var(--madder);
}

.same td,
.leftOut td {
  color: var(--quiet);
}
</style>
