import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { fibreFacts } from '~~/catalogue/fibres'
import { missingTime, readinessOf, type Readiness } from '~~/core/fibre/readiness'
import type { BasketLevel, BasketRow } from '~~/shared/views/basket/basket'
import {
  fibreWords,
  treatmentFacts,
  treatmentWords,
  type PieceLook,
} from '~~/shared/rules/basket/fibre'
import { mordantKeyOf, mordantsOf } from '~~/shared/schemas/basket/piece'
import { ago, agoRoughly } from '~/format/dates'
import { formatCount } from '~~/core/quantity/format-count'
import { present } from '~~/core/present'

/** `1 piece`, `12 pieces` */
export const piecesText = (n: number) => formatCount(n, 'piece')

export const marksOf = (piece: Pick<PieceLook, 'treatments' | 'mordantKnown'>) =>
  mordantKeyOf(piece)

export const isMordanted = (piece: Pick<PieceLook, 'treatments'>) => mordantsOf(piece).length > 0

/** `wool yarn, test hank, 2 knots` */
export const pieceName = (piece: Pick<PieceLook, 'fibre' | 'blend' | 'form' | 'name' | 'mark'>) =>
  [`${fibreWords(piece)} ${piece.form}`, piece.name, piece.mark].filter(Boolean).join(', ')

export const LEVEL_WORDS: Record<BasketLevel | 'dyed', string> = {
  mordanted: 'Mordanted, for any pot',
  bare: 'Washed, without mordant',
  unwashed: 'Not washed yet',
  rinseDue: 'To rinse clear',
  inBath: 'In a bath now',
  dyed: 'Dyed',
}

const FINISH = { dried: 'dried', heldWet: 'held wet' } as const

type Line = PieceLook & Partial<Pick<BasketRow, 'bath' | 'pots' | 'inPot'>>

export const readinessFor = (piece: Line): Readiness =>
  readinessOf({
    treatments: treatmentFacts(piece.treatments),
    pots: piece.pots ?? 0,
    isInBath: piece.bath?.running ?? false,
  })

/** One line on whether it is ready, or what is missing: `washed, alum 10 %, dried 3 weeks ago: ready`. */
export function readinessLine(piece: Line): string {
  const { level, missing } = readinessFor(piece)
  if (level === 'inBath') return `in ${present(piece.bath).code} now`
  const done = piece.treatments.map(treatmentWords)
  const last = piece.treatments.at(-1)
  if (last?.kind === 'mordant') {
    done.push(`${last.finish ? FINISH[last.finish] : 'mordanted'} ${agoRoughly(last.doneOn)}`)
  }
  if (piece.bath) done.push(`planned into ${piece.bath.code}`)
  const said = done.join(', ') || 'nothing noted'
  if (piece.inPot) return `${said}: in ${piece.inPot} now`
  if (level === 'mordanted') return `${said}: ready`
  if (level === 'dyed') return `${said}: through ${formatCount(piece.pots ?? 0, 'pot')}`
  const what = missing.map((each) => each.what.split(':')[0]).join(', then ')
  if (level === 'bare') return `${said}: ready where no mordant is needed`
  return `${said}: ${what}, ${missingTime(missing)}`
}

/** One line as the planner of pots shows it: `washed, alum 10 % 9 days ago`. */
export function readiness(piece: PieceLook & { bare: unknown }): string {
  const words = piece.treatments.map((treatment) =>
    treatment.kind === 'mordant'
      ? `${treatmentWords(treatment)} ${ago(treatment.doneOn)}`
      : treatmentWords(treatment),
  )
  if (!piece.treatments.some(({ kind }) => kind === 'wash')) words.unshift('not washed')
  if (!isMordanted(piece)) words.push(mordantKeyWords(marksOf(piece)))
  if (!piece.bare) words.push('bare colour not read')
  return words.join(', ')
}

/** How it is handled, with what it wants before and after a bath. */
export function handlingOf({ fibre, treatments }: Pick<PieceLook, 'fibre' | 'treatments'>): string {
  const { handling, oils, shrinksPercent, ways } = fibreFacts(fibre)
  const shrinks =
    shrinksPercent && !treatments.some(({ kind }) => kind === 'preshrink')
      ? `Shrinks ${shrinksPercent[0]} to ${shrinksPercent[1]} %: pre-shrink it.`
      : ''
  const paints = ways[0] === 'paint' || (ways.length > 1 && fibreFacts(fibre).origin === 'skin')
  return [handling, shrinks, oils, paints && 'It can be brushed with liquor instead of bathed.']
    .filter(Boolean)
    .join(' ')
}
