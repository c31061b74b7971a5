<script setup lang="ts">
import FilesNav from '~/features/exchange/FilesNav.vue'
import ImportProgress from '~/features/exchange/ImportProgress.vue'
import PlannedRows from '~/features/exchange/PlannedRows.vue'
import { useImport } from '~/features/exchange/useImport'
import { LOG_FILE_KIND } from '~~/shared/schemas/exchange/log-pots'
import { chosenFiles } from '~/composables/chosen-files'

/** Open files out of the log and into it. An import is looked at first, then done whole or not. */
const file = shallowRef<File | null>(null)
const input = ref<HTMLInputElement | null>(null)
const bringing = useImport(() => (file.value = null))

const IN = [
  { name: 'Gatherings', what: 'Darwin Core CSV, from here or elsewhere' },
  { name: 'Pieces', what: 'CSV with fibre, form, dryG and more' },
  { name: 'Readings', what: 'CSV with swatch and hex or L, a, b; spectra by tag as CGATS' },
  {
    name: 'Another dyer’s swatches',
    what: 'the JSON of swatches out of their log; kept apart from yours',
  },
  { name: 'Places', what: 'GPX or GeoJSON' },
] as const

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
      { name: 'dye-log.csv', what: 'What was dyed as one plain spreadsheet, CSV' },
      { name: 'swatches.csv', what: 'Swatches and readings, CSV' },
      { name: 'swatches.json', what: 'Swatches with their spectra, JSON' },
      { name: 'spectra.cgats.txt', what: 'Measured spectra, CGATS' },
      { name: 'curves.csv', what: 'Curves, CSV' },
      { name: 'curves.json', what: 'Curves, JSON' },
      { name: 'effects.csv', what: 'What each change did, CSV' },
      { name: 'pairs.csv', what: 'The pairs behind it, with all that differs, CSV' },
      { name: 'evidence.json', what: 'Effects, pairs and repeats, JSON' },
      { name: 'palette.gpl', what: 'Palette, GIMP' },
      { name: 'palette.svg', what: 'Palette, SVG sheet' },
    ],
  },
] as const

/** What a file holds: told by its ending, and of tables by their header. */
const what = ref<'gatherings' | 'patches' | 'pieces' | 'readings' | 'swatches'>('gatherings')
const path = computed(() => `import/${what.value}`)
async function kindOf(chosen: File) {
  const head = await chosen.slice(0, 4000).text()
  if (head.includes(LOG_FILE_KIND)) return 'swatches'
  if (/^BEGIN_DATA_FORMAT\b/m.test(head)) return 'readings'
  if (/\.(gpx|geojson|json|xml)$/i.test(chosen.name)) return 'patches'
  const [header = ''] = head.split(/[\r\n]/)
  if (/\bswatch\b/.test(header)) return 'readings'
  return /\bfibre\b/.test(header) && /\bdryG\b/.test(header) ? 'pieces' : 'gatherings'
}

/** What another dyer's log is called here; its file's name, where nobody says. */
const whose = ref('')
const isAnothers = computed(() => what.value === 'swatches' && bringing.plan?.isAnothers === true)

/** Somebody's own spreadsheet: its columns must be explained, which has a page of its own. */
const isOwnTable = ref(false)
/** A whole log, which comes in elsewhere. */
const isArchive = ref(false)
async function isTableOfOwn(chosen: File) {
  if (/\.(xlsx|ods|xls|tsv)$/i.test(chosen.name)) return true
  if (!/\.csv$/i.test(chosen.name)) return false
  const [header = ''] = (await chosen.slice(0, 4000).text()).split(/[\r\n]/)
  return !/\b(?:scientificName|dryG|swatch)\b/.test(header)
}

async function look(event: Event) {
  const [chosen] = chosenFiles(event)
  if (!chosen) return
  file.value = chosen
  const named = chosen.name.replace(/\.\w+$/, '').slice(0, 60)
  // the name that every such file has tells nobody
  whose.value = /^swatches\b/.test(named) ? 'another dyer' : named
  bringing.forget()
  isArchive.value = /\.zip$/i.test(chosen.name)
  isOwnTable.value = await isTableOfOwn(chosen)
  if (!isOwnTable.value && !isArchive.value) {
    what.value = await kindOf(chosen)
    await bringing.run(path.value, chosen)
  }
  if (input.value) input.value.value = ''
}

async function apply(hash: string) {
  if (!file.value) return
  const query = new URLSearchParams({ apply: hash })
  if (what.value === 'swatches' && whose.value.trim()) query.set('whose', whose.value.trim())
  await bringing.run(`${path.value}?${query.toString()}`, file.value)
}

useHead({ title: 'Files out and in · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Files out and in</h1>
  <FilesNav />
  <div class="exchange">
    <section class="panel stack tight" aria-labelledby="out">
      <h2 id="out">Out</h2>
      <p class="quiet">
        The whole log with its photos goes out and in on <NuxtLink to="/keeping">Keeping</NuxtLink>.
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
          accept=".csv,.tsv,.xlsx,.ods,.gpx,.geojson,.json,.txt,.zip,text/csv"
          class="sr-only"
          aria-label="File to bring in"
          tabindex="-1"
          @change="look"
        />
        <ElButton type="primary" :disabled="Boolean(bringing.progress)" @click="input?.click()"
          >Look at a file</ElButton
        >
      </div>
      <template v-if="!file">
        <p class="quiet">You see what a file would do, row by row, before anything is done.</p>
        <dl class="ways-in">
          <template v-for="{ name, what: words } in IN" :key="name">
            <dt>{{ name }}</dt>
            <dd>{{ words }}</dd>
          </template>
          <dt><NuxtLink to="/table">A spreadsheet of your own</NuxtLink></dt>
          <dd>CSV, XLSX or ODS: you say what its columns mean, once</dd>
          <dt><NuxtLink to="/card">Notes and paper tags</NuxtLink></dt>
          <dd>pasted as they were written, one a line, or put down on a card</dd>
        </dl>
      </template>
      <ImportProgress
        v-if="bringing.progress"
        :progress="bringing.progress"
        @stop="bringing.stop"
      />
      <p v-if="bringing.failure" class="wrong" role="alert">
        {{ file?.name }}: {{ bringing.failure }}
      </p>
      <p v-if="file && isArchive">
        <strong>{{ file.name }}</strong> is an archive of a whole log: it comes in on
        <NuxtLink to="/keeping">Keeping</NuxtLink>.
      </p>
      <p v-if="file && isOwnTable">
        <strong>{{ file.name }}</strong> is a table of your own:
        <NuxtLink to="/table">say what its columns mean</NuxtLink>, and it comes in as pots with
        their swatches.
      </p>
      <template v-if="file && bringing.plan && !bringing.progress">
        <p>
          <strong>{{ file.name }}</strong>
        </p>
        <template v-if="isAnothers">
          <p>
            Pots of <strong>another log</strong>. They come in as another’s lots: on no curve, in no
            stock and no season of yours. On Strength you say, source by source, whether they count.
          </p>
          <label class="row">
            Whose they are
            <ElInput v-model="whose" maxlength="60" class="whose" />
          </label>
        </template>
        <PlannedRows :plan="bringing.plan" :noun="isAnothers ? 'pot' : 'row'" @apply="apply" />
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
  min-height: 44px;
  padding: 4px 12px;
  white-space: normal;
}

.whose {
  width: 260px;
}

.head {
  justify-content: space-between;
}

.ways-in {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 10px 24px;
}

.ways-in dt {
  font-weight: 600;
}

.ways-in dd {
  color: var(--quiet);
}

@media (max-width: 960px) {
  .exchange {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
