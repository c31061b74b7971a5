<script setup lang="ts">
import FilesNav from '~/features/exchange/FilesNav.vue'
import ImportProgress from '~/features/exchange/ImportProgress.vue'
import PlannedRows from '~/features/exchange/PlannedRows.vue'
import OwnWords from '~/features/table/OwnWords.vue'
import TableColumns from '~/features/table/TableColumns.vue'
import TableMeanings from '~/features/table/TableMeanings.vue'
import { useTable } from '~/features/table/useTable'
import { chosenFiles } from '~/composables/chosen-files'
import { formatCount } from '~~/core/quantity/format-count'

/** A spreadsheet of what was dyed: what its columns and words mean is said once, then all of it comes in. */
const table = useTable()
const input = ref<HTMLInputElement | null>(null)

async function look(event: Event) {
  const [chosen] = chosenFiles(event)
  if (chosen) await table.open(chosen)
  if (input.value) input.value.value = ''
}
const tellsPlant = computed(() => table.columns.some(({ role }) => role === 'plant'))
useHead({ title: 'A spreadsheet · Juniper Haze' })
</script>

<template>
  <FilesNav />
  <div class="page-head">
    <h1>A spreadsheet</h1>
    <span class="quiet">of what was dyed: it comes in as pots with their swatches</span>
  </div>
  <div class="stack">
    <section class="panel stack" aria-labelledby="file">
      <div class="row">
        <h2 id="file">{{ table.fileName || 'Choose a file' }}</h2>
        <input
          ref="input"
          type="file"
          accept=".csv,.tsv,.xlsx,.ods,.txt,text/csv"
          class="sr-only"
          aria-label="Spreadsheet to bring in"
          tabindex="-1"
          @change="look"
        />
        <ElButton
          :type="table.sheets.length ? 'default' : 'primary'"
          :loading="table.isReading"
          @click="input?.click()"
          >{{ table.sheets.length ? 'Another file' : 'Look at a file' }}</ElButton
        >
        <a class="el-button" href="/examples/dye-log-template.csv" download
          >An empty one to fill in</a
        >
        <a class="el-button" href="/examples/dye-log-example.csv" download
          >The demo’s log as an example</a
        >
      </div>
      <p v-if="table.failure" class="wrong" role="alert">{{ table.failure }}</p>
      <p v-if="!table.sheets.length" class="quiet">
        CSV, XLSX or ODS, as you keep it: a row for each pot or each skein, or a column for each
        mordant with the colours in it. You say what its columns mean, see what would come of every
        row, and nothing is kept before. What a row does not tell stays not known.
      </p>
      <template v-else>
        <TableMeanings :table="table" />
        <TableColumns :table="table" />
        <div class="row">
          <ElButton
            type="primary"
            :disabled="!tellsPlant || Boolean(table.bringing.progress)"
            @click="table.look"
            >Look at {{ formatCount(table.body.length, 'row') }}</ElButton
          >
          <span v-if="!tellsPlant" class="wrong"
            >Say which column tells the plant: the one thing that is needed.</span
          >
        </div>
      </template>
      <ImportProgress
        v-if="table.bringing.progress"
        :progress="table.bringing.progress"
        @stop="table.bringing.stop"
      />
      <p v-if="table.bringing.failure" class="wrong" role="alert">{{ table.bringing.failure }}</p>
    </section>
    <OwnWords v-if="table.unknown.length" :table="table" :words="table.unknown" />
    <section
      v-if="table.bringing.plan && !table.bringing.progress"
      class="panel stack"
      aria-labelledby="rows"
    >
      <h2 id="rows">What would come of it</h2>
      <PlannedRows :plan="table.bringing.plan" noun="pot" @apply="table.apply">
        <template #refused
          >Some rows are refused: say what their words mean, choose what becomes of cells that
          cannot be read, or put them right in the file. All rows come in or none.</template
        >
      </PlannedRows>
    </section>
  </div>
</template>
