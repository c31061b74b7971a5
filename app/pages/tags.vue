<script setup lang="ts">
import QRCode from 'qrcode'
import { formatMass } from '~/format/quantities'
import type { BasketRow } from '~~/shared/views/basket/basket'
import { treatmentWords } from '~~/shared/rules/basket/fibre'
import type { JarView } from '~~/shared/schemas/loft/jar'
import { pieceName } from '~/features/basket/readiness'
import { outlookText } from '~/features/jars/words'
import LoftNav from '~/features/loft/LoftNav.vue'
import { amountOf } from '~/features/loft/words'
import { roughDate, shortDate } from '~/format/dates'
import { formatCount } from '~~/core/quantity/format-count'

/** Tags to cut out and tie on: each with its code as a QR picture that opens the thing. */
interface Printed {
  id: string
  code: string
  name: string
  latin: string
  line: string
  qr: string
}

/** Columns and rows of label sheets, mm. */
const SHEETS = {
  a4: { label: 'A4, 3 by 8', columns: 3, rows: 8, widthMm: 70, heightMm: 36, pageMm: [210, 297] },
  letter: {
    label: 'Letter, 3 by 10',
    columns: 3,
    rows: 10,
    widthMm: 66.7,
    heightMm: 25.4,
    pageMm: [215.9, 279.4],
  },
  single: {
    label: 'single tags',
    columns: 1,
    rows: 1,
    widthMm: 70,
    heightMm: 36,
    pageMm: [70, 36],
  },
} as const

const api = useApi()
const route = useRoute()
const sheet = ref<keyof typeof SHEETS>('a4')
const chosen = ref<string[]>([])
const chosenPieces = useChosen()
/** What was done to it, without what comes next. */
const treatmentLine = (row: BasketRow) =>
  row.treatments.map(treatmentWords).join(', ') || 'nothing done yet'

const { data: stock } = useStock()
const { data: things, failure } = useLoaded(async () => {
  const standing = await api.get<{ jars: JarView[] }>('standing')
  const { piece, chosen: inHand } = route.query
  const ids = [
    ...(typeof piece === 'string' ? [piece] : []),
    ...(inHand === undefined ? [] : chosenPieces.rows.map(({ id }) => id)),
  ]
  const pieces = ids.length
    ? (await api.post<{ rows: BasketRow[] }>('basket/named', { ids })).item.rows
    : []
  const lots = stock.value ?? []
  const list = [
    ...lots.map((lot) => ({
      id: lot.id,
      code: lot.code,
      name: lot.sourceName,
      latin: lot.scientificName,
      line: `${roughDate(lot.gatheredOn, lot.gatheredWithinDays)}, ${amountOf(lot)} ${lot.state}`,
    })),
    ...pieces.map((piece) => ({
      id: piece.id,
      code: piece.code,
      name: pieceName(piece),
      latin: '',
      line: `${formatMass(piece.dryG)} dry, ${treatmentLine(piece)}`,
    })),
    ...standing.jars.map((jar) => ({
      id: jar.id,
      code: jar.code,
      name: jar.sourceName,
      latin: '',
      line: `${jar.ammoniaL ? 'AMMONIA, never with bleach. ' : ''}started ${shortDate(jar.startedAt.slice(0, 10))}`,
      more: outlookText(jar),
    })),
  ]
  return Promise.all(
    list.map(async (thing): Promise<Printed> => ({
      ...thing,
      qr: await QRCode.toDataURL(`${location.origin}/t/${thing.code}`, { margin: 0, scale: 4 }),
    })),
  )
}, stock)

watch(
  things,
  (list) => {
    const { lot, jar, piece } = route.query
    const asked = [lot, jar, piece].filter((id): id is string => typeof id === 'string')
    if (route.query.chosen !== undefined) {
      chosen.value = chosenPieces.rows.map(({ id }) => id)
      return
    }
    chosen.value = asked.length ? asked : (list ?? []).map(({ id }) => id)
    if (asked.length) sheet.value = 'single'
  },
  { once: true },
)

const printed = computed(() => (things.value ?? []).filter(({ id }) => chosen.value.includes(id)))
const style = computed(() => {
  const { columns, widthMm, heightMm } = SHEETS[sheet.value]
  return {
    gridTemplateColumns: `repeat(${columns}, ${widthMm}mm)`,
    gridAutoRows: `${heightMm}mm`,
  }
})
const page = computed(
  () =>
    `@page { size: ${SHEETS[sheet.value].pageMm.join('mm ')}mm; margin: ${sheet.value === 'single' ? 0 : '4mm 0'}; }`,
)

const print = () => window.print()

useHead({ title: 'Tags · Juniper Haze', style: [{ innerHTML: page }] })
</script>

<template>
  <h1 class="sr-only">Tags</h1>
  <LoftNav class="on-screen" />
  <div class="tags">
    <section class="panel stack on-screen" aria-label="Which tags">
      <ElRadioGroup v-model="sheet" aria-label="Sheet">
        <ElRadioButton v-for="(facts, key) in SHEETS" :key="key" :value="key">{{
          facts.label
        }}</ElRadioButton>
      </ElRadioGroup>
      <div class="row">
        <ElButton type="primary" :disabled="!printed.length" @click="print"
          >Print {{ formatCount(printed.length, 'tag') }}</ElButton
        >
        <ElButton @click="chosen = (things ?? []).map(({ id }) => id)">All</ElButton>
        <ElButton @click="chosen = []">None</ElButton>
      </div>
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <ElCheckboxGroup v-model="chosen" aria-label="Tags to print" class="which">
        <ElCheckbox v-for="thing in things ?? []" :key="thing.id" :value="thing.id">
          {{ thing.code }} {{ thing.name }}
        </ElCheckbox>
      </ElCheckboxGroup>
    </section>
    <section class="sheet" tabindex="0" :class="sheet" :style="style" aria-label="As they print">
      <article v-for="thing in printed" :key="thing.id" class="tag">
        <img :src="thing.qr" :alt="`Opens ${thing.code}`" />
        <div>
          <p class="code">{{ thing.code }}</p>
          <p class="name">{{ thing.name }}</p>
          <p class="latin">{{ thing.latin }}</p>
          <p class="line">{{ thing.line }}</p>
        </div>
      </article>
      <p v-if="things && !printed.length" class="on-screen quiet">Choose what to print.</p>
    </section>
  </div>
</template>

<style scoped>
.tags {
  display: grid;
  grid-template-columns: 360px minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.which {
  display: grid;
  max-height: 60vh;
  overflow-y: auto;
}

.sheet {
  display: grid;
  overflow-x: auto;
  background: #fff;
  color: #000;
}

.tag {
  display: grid;
  grid-template-columns: 20mm 1fr;
  gap: 3mm;
  align-items: center;
  overflow: hidden;
  padding: 2mm 3mm;
  border: 1px dashed var(--line);
  break-inside: avoid;
  line-height: 1.2;
}

.tag img {
  width: 20mm;
  height: 20mm;
}

.code {
  font-weight: 700;
  font-size: 17px;
}

.name::first-letter {
  text-transform: uppercase;
}

.latin,
.line {
  font-size: 12px;
}

.tag .latin {
  color: #000;
}

@media (max-width: 960px) {
  .tags {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .on-screen {
    display: none;
  }

  .tags {
    display: block;
  }

  .tag {
    border-color: transparent;
  }
}
</style>
