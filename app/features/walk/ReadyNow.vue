<script setup lang="ts">
import type { WalkRow, WalkView } from '~~/shared/views/walk/walk'
import { isAllYear } from '~/features/today/windows'

/** What can be gathered now, as year ribbons: own sources first, or all that are ready. */
const { view, today } = defineProps<{ view: WalkView; today: string }>()
defineEmits<{ weigh: [WalkRow] }>()

const session = useSession()
const isYours = (row: WalkRow) => row.gatherings.length > 0 || row.needs.length > 0
/** On an empty log nothing is one's own yet. */
const shown = ref<'yours' | 'ready' | 'all'>(view.rows.some(isYours) ? 'yours' : 'ready')
const filter = ref('')

const rows = computed(() => {
  const words = filter.value.trim().toLowerCase()
  return view.rows.filter((row) => {
    const { commonName, scientificName } = row.source
    if (words && !`${commonName} ${scientificName}`.toLowerCase().includes(words)) return false
    if (shown.value === 'yours') return isYours(row)
    return shown.value === 'all' || (row.readiness?.ready && !isAllYear(row))
  })
})

async function turn(hemisphere: string) {
  await $fetch('/api/settings', { method: 'PATCH', body: { hemisphere } })
  session.saved(`Seasons are those of the ${hemisphere} half of the Earth.`, null)
}
</script>

<template>
  <section class="panel stack tight" aria-labelledby="ready-now">
    <div class="row head">
      <h2 id="ready-now">Ready now</h2>
      <ElRadioGroup v-model="shown" aria-label="Which sources">
        <ElRadioButton value="yours">yours</ElRadioButton>
        <ElRadioButton value="ready">all that are ready</ElRadioButton>
        <ElRadioButton value="all">all</ElRadioButton>
      </ElRadioGroup>
    </div>
    <div class="row">
      <ElInput
        v-model="filter"
        aria-label="Only those named"
        placeholder="name"
        clearable
        class="filter"
      />
      <ElSelect
        :model-value="view.southern ? 'southern' : 'northern'"
        aria-label="Half of the Earth"
        class="half"
        @update:model-value="turn(String($event))"
      >
        <ElOption value="northern" label="northern year" />
        <ElOption value="southern" label="southern year" />
      </ElSelect>
      <NuxtLink to="/patches" class="el-button">Patches</NuxtLink>
    </div>
    <YearRibbons v-if="rows.length" :rows="rows" :today="today" :most="40" narrow>
      <template #act="{ row }">
        <button type="button" class="weigh" @click="$emit('weigh', row)">
          Weigh in<span class="sr-only"> {{ row.source.commonName }}</span>
        </button>
      </template>
    </YearRibbons>
    <p v-else class="quiet">Nothing here yet. Weigh something in, or look at all that are ready.</p>
    <p class="quiet">
      Bars are usual months, from memory, moved by your own finds of earlier years; their pale ends
      reach as far as 8 in 10 seasons do. Dots are your gatherings, in the colour they gave.
    </p>
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
}

.filter {
  flex: 1;
  min-width: 120px;
}

.half {
  width: 160px;
}

.weigh {
  min-width: 44px;
  min-height: 44px;
  padding: 0 8px;
  border: 0;
  background: none;
  color: var(--juniper);
  text-decoration: underline;
  white-space: nowrap;
  cursor: pointer;
}
</style>
