import { computed, reactive, ref, shallowRef } from 'vue'
import { calendar } from '~/format/calendar'
import { localToday } from '~/format/dates'
import { units } from '~/format/quantities'
import { useDraft } from '~/composables/useDraft'
import { useImport } from '~/features/exchange/useImport'
import type { GridSheet } from '~~/core/formats/grid'
import { messageOf } from '~~/core/present'
import { SEVERAL, type ColumnRole, type MappedColumn } from '~~/shared/rules/table/column-roles'
import {
  guessColumns,
  guessHead,
  headsOf,
  unitOf,
  type HeadRows,
} from '~~/shared/rules/table/guess-columns'
import type { TableDefaults } from '~~/shared/rules/table/table-cards'
import type { WordKind, WordMeanings } from '~~/shared/rules/table/table-words'
import { foldName } from '~~/shared/rules/walk/fold-name'
import type { Settings } from '~~/shared/schemas/log/settings'
import type { TableImport } from '~~/shared/schemas/exchange/table-import'

const PLAIN: TableDefaults = { state: '', fibre: '', readBy: 'eye', unread: 'refuse' }

/** A spreadsheet in hand: its sheets, what its columns and words are said to mean, and what comes of it. */
export function useTable() {
  const api = useApi()
  const fileName = ref('')
  const sheets = shallowRef<GridSheet[]>([])
  const at = ref(0)
  const head = ref<HeadRows>({ from: 0, count: 1 })
  const columns = ref<MappedColumn[]>([])
  const order = ref(calendar.value.dateOrder)
  const words = ref<WordMeanings>({})
  const isReading = ref(false)
  const failure = ref('')
  const bringing = useImport(clear, 'pot')
  /** What the columns of a table with these heads were last said to tell. */
  const { draft: before } = useDraft('table', () => ({
    heads: '',
    columns: [] as MappedColumn[],
    ...PLAIN,
  }))

  /** Words of the rows that were looked at, but for those that were explained since. */
  const unknown = computed(() =>
    (bringing.plan?.unknown ?? []).filter(
      ({ kind, text }) => words.value[kind]?.[foldName(text)] === undefined,
    ),
  )

  const rows = computed(() => sheets.value[at.value]?.rows ?? [])
  const body = computed(() => rows.value.slice(head.value.from + head.value.count))
  const firstLine = computed(() => head.value.from + head.value.count + 1)

  async function open(file: File) {
    failure.value = ''
    isReading.value = true
    try {
      const answer = await fetch('/api/tables/read', { method: 'POST', body: file })
      const told = (await answer.json()) as { sheets: GridSheet[]; detail?: string }
      if (!answer.ok) throw new Error(told.detail)
      words.value = (await api.get<Settings>('settings')).tableWords
      fileName.value = file.name
      sheets.value = told.sheets
      choose(0)
    } catch (error) {
      failure.value = `${file.name}: ${messageOf(error)}`
    } finally {
      isReading.value = false
    }
  }

  function choose(sheet: number) {
    at.value = sheet
    setHead(guessHead(rows.value))
  }

  function setHead(told: HeadRows) {
    head.value = told
    const heads = headsOf(rows.value, told)
    const isKnown = before.heads === JSON.stringify(heads)
    columns.value = isKnown
      ? before.columns.map((column) => ({ ...column }))
      : guessColumns(heads, body.value, units.value)
    bringing.forget()
  }

  /** A role that only one column may have is taken from the one that had it. */
  function setRole(index: number, role: ColumnRole) {
    columns.value = columns.value.map((column, c) => {
      if (c === index) return { ...column, role, unit: unitOf(role, column.head, units.value) }
      return column.role === role && !SEVERAL.includes(role)
        ? { ...column, role: 'skip' as const, unit: '' }
        : column
    })
    bringing.forget()
  }

  function setUnit(index: number, unit: string) {
    columns.value = columns.value.map((column, c) => (c === index ? { ...column, unit } : column))
    bringing.forget()
  }

  const sent = computed((): TableImport => {
    const { state, fibre, readBy, unread } = before
    return {
      rows: body.value.map((cells, i) => ({ line: firstLine.value + i, cells })),
      columns: columns.value.map((column) => ({ ...column, head: column.head.slice(0, 200) })),
      today: localToday(),
      order: order.value,
      system: units.value.volume,
      state,
      fibre,
      readBy,
      unread,
      words: words.value,
    }
  })
  const blob = () => new Blob([JSON.stringify(sent.value)], { type: 'application/json' })

  async function look() {
    before.heads = JSON.stringify(columns.value.map(({ head: text }) => text))
    before.columns = columns.value.map((column) => ({ ...column }))
    await bringing.run('import/table', blob())
  }

  function setDefaults(change: Partial<TableDefaults>) {
    Object.assign(before, change)
    bringing.forget()
  }

  function setOrder(told: TableImport['order']) {
    order.value = told
    bringing.forget()
  }

  /** What a word means is kept with the log, for the next table. */
  async function explain(kind: WordKind, text: string, meaning: string) {
    const told = { ...words.value, [kind]: { ...words.value[kind], [foldName(text)]: meaning } }
    failure.value = ''
    try {
      await api.patch<Settings>('settings', { tableWords: told }, 0)
      words.value = told
      // looked at again once all is said: each look reads every row
      if (unknown.value.length === 0) await look()
    } catch (error) {
      failure.value = messageOf(error)
    }
  }

  function clear() {
    sheets.value = []
    fileName.value = ''
    columns.value = []
    bringing.forget()
  }

  return reactive({
    fileName,
    sheets,
    at,
    head,
    columns,
    rows,
    body,
    firstLine,
    order,
    unknown,
    defaults: before as TableDefaults,
    isReading,
    failure,
    bringing,
    open,
    choose,
    setHead,
    setRole,
    setUnit,
    setDefaults,
    setOrder,
    look,
    explain,
    clear,
    apply: (hash: string) => bringing.run(`import/table?apply=${hash}`, blob()),
  })
}

export type TableInHand = ReturnType<typeof useTable>
