import { FIBRE_CLASSES, type FibreClass } from '~~/catalogue/fibres'
import { PARTS } from '~~/catalogue/parts'
import { HUE_FAMILIES, type HueFamily } from '~~/core/colour/colour-name'
import { DEPTHS, type Depth } from '~~/core/colour/depth'
import { formatMass, formatNumber, formatRatio } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'
import type { Fastness } from '~~/catalogue/sources'
import { takesNothing } from '~~/core/strength/posterior/describe-posterior'
import type { AtlasRow, AtlasSource, AtlasView } from '~~/shared/views/strength/atlas'
import { farFromTried, type FarFromTried } from '~~/core/strength/outside-tried'
import { present } from '~~/core/present'
import { keysOf } from '~~/core/json'
import type { LightOn, MeasuredLight } from '~~/shared/rules/fastness/measured-light'
import { groupWords } from './words'

/** What is asked of all curves at once. */
export interface AtlasAsk {
  fibre: FibreClass | ''
  mordant: string
  family: HueFamily | ''
  /** What is typical; or measured, and holds. */
  fastness: Fastness | 'measured' | ''
  /** Depth that the ratio column is told for, and how sure to be of it. */
  depth: Depth
  isSure: boolean
  /** Most plant for that depth, g as weighed for each g of fibre; null: any. */
  mostRatio: number | null
  /** Fewest swatches behind a curve. */
  least: number
  sort: SortKey
  isFalling: boolean
}

export const FIRST_ASK: AtlasAsk = {
  fibre: '',
  mordant: '',
  family: '',
  fastness: '',
  depth: 'middling',
  isSure: false,
  mostRatio: null,
  least: 1,
  sort: 'perGram',
  isFalling: true,
}

/** A curve with what its source is, and what is asked of it. */
export interface AtlasLine {
  row: AtlasRow
  source: AtlasSource
  name: string
  /** Ratio as weighed for the asked depth; null where it is not reached. */
  ratioWeighed: number | null
  /** How far that ratio lies from any that was tried: then it is a guess; null: it is near one. */
  far: FarFromTried | null
  /** Of the strongest here, at half as much dry plant as fibre: 1 is as strong. */
  relative: number
  /** By the log's own strips; null: none hung. */
  light: MeasuredLight | null
}

const byNumber = (value: number | null | undefined, isFalling: boolean) =>
  // what is not known comes last, either way
  value ?? (isFalling ? -Infinity : Infinity)

/** Columns that can be sorted by. */
export const SORTS = {
  name: { label: 'source', of: ({ name }: AtlasLine) => name },
  // by what is sure: one lucky swatch does not lead
  perGram: { label: 'strength per g', of: ({ row }: AtlasLine) => row.perGram.low },
  ceiling: {
    label: 'ceiling',
    of: ({ row }: AtlasLine) => (row.ceilingReached ? row.ceiling.low : null),
  },
  enough: {
    label: 'enough',
    of: ({ row }: AtlasLine) => (row.enough.beyondTried ? null : row.enough.mid),
  },
  ratio: { label: 'ratio for it', of: ({ ratioWeighed }: AtlasLine) => ratioWeighed },
  rate: { label: 'g an hour', of: ({ source }: AtlasLine) => source.gramsPerHour },
  fastness: {
    label: 'light',
    // measured before typical, whatever either says
    of: ({ source, light }: AtlasLine) =>
      light ? 10 + lowOf(light) : FASTNESS_ORDER[source.fastness],
  },
  hue: {
    label: 'hue',
    of: ({ row }: AtlasLine) => (row.family ? HUE_FAMILIES.indexOf(row.family) : null),
  },
  n: { label: 'swatches', of: ({ row }: AtlasLine) => row.n },
} as const
export type SortKey = keyof typeof SORTS

/** The low end of a half-life, h; 0: none is told. */
const lowOf = ({ halfLife }: MeasuredLight) =>
  halfLife.kind === 'between' || halfLife.kind === 'atLeast' ? halfLife.low : 0

const FASTNESS_ORDER: Record<Fastness, number | null> = { good: 3, fair: 2, poor: 1, unknown: null }

/** Curves as asked for: filtered, held against each other, and sorted. */
export function atlasLines(
  { rows, sources }: AtlasView,
  ask: AtlasAsk,
  measured: (on: LightOn) => MeasuredLight | null = () => null,
): AtlasLine[] {
  const byId = new Map(sources.map((source) => [source.sourceId, source]))
  const kept = rows.flatMap((row): Omit<AtlasLine, 'relative'>[] => {
    const source = byId.get(row.sourceId)
    if (!source || row.n < ask.least) return []
    if (ask.fibre && row.fibreClass !== ask.fibre) return []
    if (ask.mordant && row.mordant !== ask.mordant) return []
    if (ask.family && row.family !== ask.family) return []
    const light = measured(row)
    if (ask.fastness === 'measured' && light?.verdict !== 'holds') return []
    if (ask.fastness && ask.fastness !== 'measured' && source.fastness !== ask.fastness) return []
    const ratioWeighed = weighedFor(row, source, ask)
    if (ask.mostRatio !== null && (ratioWeighed === null || ratioWeighed > ask.mostRatio)) return []
    const name = `${source.commonName} ${PARTS[source.part].label}`
    const far =
      ratioWeighed === null ? null : farFromTried(ratioWeighed * source.usualDryFraction, row.tried)
    return [{ row, source, name, ratioWeighed, far, light }]
  })
  const strongest = Math.max(1e-9, ...kept.map(({ row }) => row.atHalf.mid))
  const lines = kept.map((line) => ({ ...line, relative: line.row.atHalf.mid / strongest }))
  const { of } = SORTS[ask.sort]
  const sign = ask.isFalling ? -1 : 1
  return lines.sort((a, b) => {
    const [one, two] = [of(a), of(b)]
    if (typeof one === 'string') return sign * one.localeCompare(String(two))
    const apart = byNumber(one, ask.isFalling) - byNumber(two as number | null, ask.isFalling)
    return (Number.isNaN(apart) ? 0 : sign * apart) || a.name.localeCompare(b.name)
  })
}

function weighedFor(row: AtlasRow, source: AtlasSource, ask: AtlasAsk) {
  const needed = row.forDepth.find(({ depth }) => depth === ask.depth)
  const dry = needed && (ask.isSure ? needed.p80 : needed.p50)
  return dry && !takesNothing(row) ? dry / source.usualDryFraction : null
}

/** `39 g for 100 g`: as sure as its ratio, so a guess is told in two digits. */
export function plantText({ ratioWeighed, far }: Pick<AtlasLine, 'ratioWeighed' | 'far'>): string {
  const massG = 100 * present(ratioWeighed)
  const needed = formatMass(far ? Number(massG.toPrecision(2)) : massG)
  return `${needed} for ${formatMass(100)}`
}

/** `~` where strengths stand on estimates. */
export const tildeOf = ({ estimated }: Pick<AtlasRow, 'estimated'>): '~' | '' =>
  estimated > 0 ? '~' : ''

/** The first of the curves in a sentence: no number where it takes nothing, no ratio far from any tried. */
export function firstHere(
  { row, name, source, ratioWeighed, far }: AtlasLine,
  depth: Depth,
): string {
  const head = `First here: ${name} on ${groupWords(row)}`
  if (takesNothing(row)) return `${head}, and it likely takes nothing.`
  const plant = far
    ? `; how little makes ${depth} was never tried near enough`
    : ratioWeighed
      ? `; ${depth} takes ${formatRatio(ratioWeighed)} ${source.usualRatioState}, ${plantText({ ratioWeighed, far })}`
      : ''
  return `${head}: strength ${tildeOf(row)}${formatNumber(row.perGram.mid, 2)} per g of dry plant on a g of fibre (${sentenceSpan(row.perGram)})${plant}.`
}

/** Values that the filters offer: only what some curve has. */
export function atlasChoices({ rows }: AtlasView) {
  const fibres = new Set(rows.map(({ fibreClass }) => fibreClass))
  const families = new Set(rows.map(({ family }) => family))
  return {
    fibres: keysOf(FIBRE_CLASSES).filter((each) => fibres.has(each)),
    mordants: [...new Set(rows.map(({ mordant }) => mordant))].sort(),
    families: HUE_FAMILIES.filter((each) => families.has(each)),
    depths: DEPTHS.slice(1),
  }
}
