import { proxy } from 'comlink'
import { until } from '@vueuse/core'
import {
  computed,
  nextTick,
  onScopeDispose,
  reactive,
  ref,
  shallowRef,
  watch,
  type InjectionKey,
} from 'vue'
import type { Corners, PhotoBox, PhotoPoint } from '~~/core/colour/photo/chart-grid'
import { labOfReflectance } from '~~/core/colour/tristimulus'
import { WAVELENGTHS_NM } from '~~/core/colour/spectrum'
import { WHITE_PAPER, type PhotoReading } from '~~/core/colour/photo/read-photo'
import type { ReferenceChart } from '~~/core/formats/spectra/reference-chart'
import type { OpenedPhoto, PlacedKnown } from '~/workers/photo.worker'
import { startPhotos } from '~/workers/threads'
import { latestOnly } from '~/composables/latest'
import { messageOf } from '~~/core/present'
import { mapQuad } from '~~/core/tuple'

/** What is marked in a photo of one swatch. */
export type Mark = 'swatch' | 'bare' | 'card'
/** What a photo is set right by is marked, too; its colour is known, and not read. */
const CARD = 'card'
/** What it is set right by. */
export type Known = 'none' | 'paper' | 'card' | 'chart'

/** A card of this reflectance has been the photographer's grey for a century; from memory. */
const GREY_CARD = 0.18

/**
 * A photo in the booth: its marked areas, what in it is known, and the colours read from it.
 *
 * @param areas names of the areas whose colours are read
 */
export function usePhoto(areas: readonly string[] = ['swatch', 'bare']) {
  const { worker, end } = startPhotos()
  onScopeDispose(end)

  const file = shallowRef<File | null>(null)
  const opened = shallowRef<OpenedPhoto | null>(null)
  const step = ref('')
  const failure = ref('')
  const each = <T>(value: T, also: readonly string[] = []): Record<string, T> =>
    Object.fromEntries([...areas, ...also].map((of) => [of, value]))
  const boxes = reactive(each<PhotoBox | null>(null, [CARD]))
  const known = ref<Known>('none')
  /** Reflectance of the card, 0 to 1. */
  const cardFactor = ref(GREY_CARD)
  const chart = shallowRef<ReferenceChart | null>(null)
  const columns = ref(6)
  const corners = ref<Corners | null>(null)
  const answers = reactive(each<PhotoReading | null>(null))
  const refusals = reactive(each(''))
  const tookMs = ref<number | null>(null)
  const ask = latestOnly()

  async function open(chosen: File): Promise<void> {
    const isLatest = ask()
    // words come on a way of their own, and the last of them after the photo itself
    let isOpen = false
    failure.value = ''
    step.value = 'unpacking'
    Object.assign(boxes, each(null, [CARD]))
    Object.assign(answers, each(null))
    Object.assign(refusals, each(''))
    corners.value = null
    try {
      const now = await worker.open(
        chosen,
        proxy((words: string) => {
          if (!isOpen && isLatest()) step.value = words
        }),
      )
      if (!isLatest()) return now.preview.close()
      opened.value?.preview.close()
      file.value = chosen
      opened.value = now
      if (chart.value) layChart()
    } catch (error) {
      failure.value = messageOf(error)
    } finally {
      isOpen = true
      if (isLatest()) step.value = ''
    }
  }

  /** Lays the chart's outline over the middle of the photo, to be dragged to where it is. */
  function layChart() {
    const now = opened.value
    if (!now) return
    const [left, right] = [0.25 * now.width, 0.75 * now.width]
    const high = (right - left) * (rows.value / columns.value)
    const top = Math.max(0, (now.height - high) / 2)
    const bottom = Math.min(now.height, top + high)
    corners.value = [
      { x: left, y: top },
      { x: right, y: top },
      { x: right, y: bottom },
      { x: left, y: bottom },
    ]
  }
  const rows = computed(() =>
    chart.value ? Math.max(1, Math.round(chart.value.patches.length / columns.value)) : 1,
  )
  function useChart(reference: ReferenceChart) {
    chart.value = reference
    columns.value = reference.columns
    known.value = 'chart'
    layChart()
  }
  function moveCorner(index: number, to: PhotoPoint) {
    if (!corners.value) return
    corners.value = mapQuad(corners.value, (corner, i) => (i === index ? to : corner))
  }

  const placed = computed((): PlacedKnown => {
    const of = known.value
    const card = boxes[CARD]
    if ((of === 'card' || of === 'paper') && card) {
      const lab = of === 'paper' ? { ...WHITE_PAPER } : labOfGrey(cardFactor.value)
      return { kind: 'patch', of, box: { ...card }, lab }
    }
    const reference = chart.value
    if (known.value === 'chart' && reference && corners.value) {
      return {
        kind: 'chart',
        corners: mapQuad(corners.value, (corner) => ({ ...corner })),
        columns: columns.value,
        rows: rows.value,
        labs: reference.patches.map(({ lab }) => ({ ...lab })),
      }
    }
    return { kind: 'none' }
  })

  /** One question at a time: while a corner is dragged, only the last place is read. */
  const reading = each(false)
  const again = each(false)
  const busy = ref(0)
  async function read(of: string): Promise<void> {
    if (reading[of]) return void (again[of] = true)
    const box = boxes[of]
    if (!box || !opened.value) return
    reading[of] = true
    busy.value++
    try {
      const answer = await worker.read({ ...box }, placed.value)
      if (box === boxes[of]) {
        answers[of] = 'reading' in answer ? answer.reading : null
        refusals[of] = 'refusal' in answer ? answer.refusal : ''
        if ('tookMs' in answer) tookMs.value = answer.tookMs
      }
    } finally {
      reading[of] = false
      if (again[of]) {
        again[of] = false
        void read(of)
      }
      busy.value--
    }
  }
  /** Resolves once all that is marked was read, and those who watch have it. */
  async function settled(): Promise<void> {
    await nextTick()
    await until(busy).toBe(0)
    await nextTick()
  }
  watch(
    () => areas.map((of) => boxes[of]),
    (now, before) => areas.forEach((of, i) => now[i] !== before[i] && void read(of)),
  )
  watch(placed, () => areas.forEach((of) => void read(of)))

  /** The chart as it is laid over the photo; null where something else sets it right. */
  const shownCorners = computed(() => (known.value === 'chart' ? corners.value : null))
  const grid = computed(() =>
    known.value === 'chart' && chart.value ? { columns: columns.value, rows: rows.value } : null,
  )

  return reactive({
    file,
    opened,
    step,
    failure,
    boxes,
    known,
    cardFactor,
    chart,
    columns,
    rows,
    corners,
    shownCorners,
    grid,
    answers,
    refusals,
    tookMs,
    open,
    useChart,
    moveCorner,
    settled,
  })
}

export type PhotoDesk = ReturnType<typeof usePhoto>

/** The photo of the page, for the parts that mark and show it. */
export const PHOTO_DESK: InjectionKey<PhotoDesk> = Symbol('photo desk')

/** CIELAB of a grey that reflects so much at every wavelength. */
const labOfGrey = (factor: number) => labOfReflectance(WAVELENGTHS_NM.map(() => factor))
