<script setup lang="ts">
import type { ImportPlan } from '~~/shared/views/exchange/import-plan'
import { sendFile } from '~/features/exchange/read-news'
import LoftNav from '~/features/loft/LoftNav.vue'
import { formatCount } from '~~/core/quantity/format-count'
import { messageOf, present } from '~~/core/present'
import { chosenFiles } from '~/composables/chosen-files'

/** Open files out of the log and into it. An import is looked at first, then done whole or not. */
const session = useSession()
const file = shallowRef<File | null>(null)
const plan = shallowRef<ImportPlan | null>(null)
const progress = ref<{ done: number; of: number } | null>(null)
const failure = ref('')
const stopper = shallowRef<AbortController | null>(null)
const shown = ref<'all' | 'new' | 'changed' | 'same' | 'refused'>('all')
const input = ref<HTMLInputElement | null>(null)

const OUT = [
  {
    title: 'Gatherings, stock, places',
    files: [
      { name: 'gatherings.csv', what: 'Gatherings, Darwin Core CSV' },
      { name: 'pieces.csv', what: 'Pieces and what was done to them, CSV' },
      { name: 'stock.csv', what: 'Stock as it stands, CSV' },
      { name: 'jars.csv', what: 'Jars and their looks, CSV' },
      { name: 'patches.gpx', what: 'Patches, GPX' },
      { name: 'patches.geojson', what: 'Patches, GeoJSON' },
    ],
  },
  {
    title: 'Swatches and curves',
    files: [
      { name: 'swatches.csv', what: 'Swatches and readings, CSV' },
      { name: 'swatches.json', what: 'Swatches with their spectra, JSON' },
      { name: 'spectra.cgats.txt', what: 'Measured spectra, CGATS' },
      { name: 'curves.csv', what: 'Curves, CSV' },
      { name: 'curves.json', what: 'Curves, JSON' },
      { name: 'palette.gpl', what: 'Palette, GIMP' },
      { name: 'palette.svg', what: 'Palette, SVG sheet' },
    ],
  },
] as const
const MOST_ROWS = 500

/** What a file holds: told by its ending, and of tables by their header. */
const what = ref<'archive' | 'gatherings' | 'patches' | 'pieces' | 'readings'>('gatherings')
const path = computed(() => (what.value === 'archive' ? 'archive' : `import/${what.value}`))
async function kindOf(chosen: File) {
  if (/\.zip$/i.test(chosen.name)) return 'archive'
  const head = await chosen.slice(0, 4000).text()
  if (head.includes('juniper-haze/swatches') || /^BEGIN_DATA_FORMAT\b/m.test(head)) {
    return 'readings'
  }
  if (/\.(gpx|geojson|json|xml)$/i.test(chosen.name)) return 'patches'
  const [header = ''] = head.split(/[\r\n]/)
  if (/\bswatch\b/.test(header)) return 'readings'
  return /\bfibre\b/.test(header) && /\bdryG\b/.test(header) ? 'pieces' : 'gatherings'
}
const rows = computed(() =>
  (plan.value?.rows ?? [])
    .filter(({ outcome }) => shown.value === 'all' || outcome === shown.value)
    .slice(0, MOST_ROWS),
)
const work = computed(() => (plan.value ? plan.value.counts.new + plan.value.counts.changed : 0))

async function run(path: string) {
  failure.value = ''
  progress.value = { done: 0, of: 0 }
  stopper.value = new AbortController()
  try {
    await sendFile(
      path,
      present(file.value),
      (news) => {
        if ('done' in news) progress.value = news
        else if ('plan' in news) plan.value = news.plan
        else if ('problem' in news) failure.value = news.problem.detail
        else {
          plan.value = null
          file.value = null
          session.saved(
            `Brought in ${formatCount(news.imported.rows, 'row')}.`,
            news.imported.changeSetId,
          )
        }
      },
      stopper.value.signal,
    )
  } catch (error) {
    failure.value =
      (error as Error).name === 'AbortError' ? 'Stopped. Nothing was changed.' : messageOf(error)
  } finally {
    progress.value = null
    stopper.value = null
  }
}

async function look(event: Event) {
  const [chosen] = chosenFiles(event)
  if (!chosen) return
  file.value = chosen
  plan.value = null
  shown.value = 'all'
  what.value = await kindOf(chosen)
  await run(path.value)
  if (input.value) input.value.value = ''
}

useHead({ title: 'Files out and in · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Files out and in</h1>
  <LoftNav />
  <div class="exchange">
    <section class="panel stack tight" aria-labelledby="out">
      <h2 id="out">Out</h2>
      <h3>Everything</h3>
      <a href="/api/archive" download class="el-button">The whole log with its photos, ZIP</a>
      <p class="quiet">
        Open tables, and whole again in an empty log. Places are in it exactly: keep it to yourself.
      </p>
      <template v-for="{ title, files } in OUT" :key="title">
        <h3>{{ title }}</h3>
        <a
          v-for="{ name, what: words } in files"
          :key="name"
          :href="`/api/export/${name}`"
          download
          class="el-button"
          >{{ words }}</a
        >
      </template>
      <p class="quiet">
        In these, places leave this machine only as each patch says: nothing unless you chose
        otherwise.
      </p>
    </section>
    <section class="panel stack" aria-labelledby="in">
      <div class="row head">
        <h2 id="in">In</h2>
        <input
          ref="input"
          type="file"
          accept=".csv,.gpx,.geojson,.json,.txt,.zip,text/csv"
          class="sr-only"
          aria-label="File to bring in"
          tabindex="-1"
          @change="look"
        />
        <ElButton type="primary" :disabled="Boolean(progress)" @click="input?.click()"
          >Look at a file</ElButton
        >
      </div>
      <p v-if="!file" class="quiet">
        A Darwin Core CSV of gatherings, a CSV of pieces (fibre, form, dryG and more) or of readings
        (swatch, hex or L, a, b), spectra by tag as CGATS, or a GPX or GeoJSON file of places. You
        see what it would do, row by row, before anything is done. A whole log, as it went out from
        here, goes into an empty one.
      </p>
      <div v-if="progress" class="row" role="status">
        <ElProgress
          :percentage="progress.of ? Math.round((100 * progress.done) / progress.of) : 0"
          class="grow"
        />
        <ElButton @click="stopper?.abort()">Stop</ElButton>
      </div>
      <p v-if="failure" class="wrong" role="alert">{{ file?.name }}: {{ failure }}</p>
      <template v-if="plan && !progress">
        <p v-if="what === 'archive'">
          <strong>{{ file?.name }}</strong>: whole, as it was written. It goes into this empty log,
          and is not undone.
        </p>
        <p v-else>
          <strong>{{ file?.name }}</strong>: {{ plan.counts.new }} new,
          {{ plan.counts.changed }} changed, {{ plan.counts.same }} the same,
          {{ plan.counts.refused }} refused.
        </p>
        <div class="row">
          <ElRadioGroup v-if="what !== 'archive'" v-model="shown" aria-label="Which rows">
            <ElRadioButton value="all">all</ElRadioButton>
            <ElRadioButton value="new">new</ElRadioButton>
            <ElRadioButton value="changed">changed</ElRadioButton>
            <ElRadioButton value="same">same</ElRadioButton>
            <ElRadioButton value="refused">refused</ElRadioButton>
          </ElRadioGroup>
          <ElButton
            type="primary"
            :disabled="plan.counts.refused > 0 || work === 0"
            @click="run(`${path}?apply=${plan.hash}`)"
            >{{
              what === 'archive' ? 'Bring the whole log in' : `Bring in ${formatCount(work, 'row')}`
            }}</ElButton
          >
        </div>
        <p v-if="plan.counts.refused" class="wrong">
          Some rows are refused: put them right in the file, or take them out, and look again. All
          rows come in or none.
        </p>
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
              <td>{{ row.outcome }}</td>
              <td>{{ row.what }}</td>
              <td>{{ row.why }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="rows.length === MOST_ROWS" class="quiet">The first {{ MOST_ROWS }} are shown.</p>
      </template>
    </section>
  </div>
</template>

<style scoped>
.exchange {
  display: grid;
  grid-template-columns: 320px minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.exchange .el-button {
  margin: 0;
}

.exchange > .panel {
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
}

/* long names break in place of running out of their panel */
.exchange a.el-button {
  height: auto;
  white-space: normal;
}

.head {
  justify-content: space-between;
}

.grow {
  flex: 1;
}

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

.same td {
  color: var(--quiet);
}

@media (max-width: 960px) {
  .exchange {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
