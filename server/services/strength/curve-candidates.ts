import { greatest, mean, sort } from 'd3-array'
import type { Knex } from 'knex'
import type { Mordant } from '../../../catalogue/agents'
import { mordantKeyOf, mordantsOf, type Piece } from '../../../shared/schemas/basket/piece'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Reading } from '../../../shared/schemas/swatch/reading'
import type { Source } from '../../../shared/schemas/walk/source'
import type { Swatch } from '../../../shared/schemas/swatch/swatch'
import type { Condition } from '../../../core/strength/near-conditions'
import type { Exclusion } from '../../../shared/views/strength/strength'
import { giveWay } from '../../database/give-way'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { swatchRepository } from '../../repositories/swatches'
import {
  conditionOf as conditionOfDyed,
  curveKeyOf,
  priorContextOf,
  type DyedHow,
} from '../../../shared/rules/strength/condition'
import type { Stuff } from '../../../shared/views/strength/stuff'
import { stuffOf } from '../../../shared/rules/strength/stuff'
import { phBandIn } from '../../../shared/rules/strength/stirred-in'
import { bestReading } from '../../../shared/rules/swatch/best-reading'
import { lookUp, present } from '../../../core/present'

/** A swatch with everything its place on a curve depends on. */
export interface Candidate {
  swatch: Swatch
  pot: Pot
  piece: Piece
  reading: Reading
  exclusion: Exclusion | null
  /** The first bath that a later one follows; null for a first bath. */
  firstPot: Pot | null
}

/** Every read swatch of the pots in which a source was used. */
export async function candidatesOf(db: Knex, sourceId: string): Promise<Candidate[]> {
  return toCandidates(db, sourceId, await swatchRepository(db).ofSource(sourceId))
}

/** Those of them that were read both by a colour and by a spectrum: they calibrate estimates. */
export async function calibratingCandidates(db: Knex, sourceId: string): Promise<Candidate[]> {
  return toCandidates(db, sourceId, await swatchRepository(db).readBothWays(sourceId))
}

async function toCandidates(
  db: Knex,
  sourceId: string,
  swatches: readonly Swatch[],
): Promise<Candidate[]> {
  // queries are answered at once and never wait: others get their turn only if it is given
  await giveWay()
  const pots = await inChunks([...new Set(swatches.map((s) => s.potId))], (ids) =>
    potRepository(db).findMany(ids),
  )
  const pieces = await inChunks([...new Set(swatches.map((s) => s.pieceId))], (ids) =>
    pieceRepository(db).findMany(ids),
  )
  const potById = new Map(pots.map((pot) => [pot.id, pot]))
  const pieceById = new Map(pieces.map((piece) => [piece.id, piece]))
  const candidates: Candidate[] = swatches
    .filter(({ readings }) => readings.length > 0)
    .map((swatch) => {
      const pot = lookUp(potById, swatch.potId)
      const piece = lookUp(pieceById, swatch.pieceId)
      // a swatch without any reading was left out above
      const reading = present(bestReading(swatch.readings, { afterLight: true }))
      return {
        swatch,
        pot,
        piece,
        reading,
        exclusion: exclusionOf(pot, piece, reading, sourceId),
        firstPot: pot.fromPotId ? firstPotOf(pot, potById) : null,
      }
    })
  return countedOnce(candidates)
}

/** Of swatches that share one reading, one counts: one look is one look, however many it is told of. */
function countedOnce(candidates: readonly Candidate[]): Candidate[] {
  const readIds = new Set(candidates.flatMap(({ reading }) => reading.about.readAs ?? []))
  const seen = new Set<string>()
  // the one that was looked at stands for the others, if it counts at all
  const first = sort(candidates, ({ reading }) => (reading.about.readAs === null ? 0 : 1))
  const excess = new Set<Candidate>()
  for (const candidate of first) {
    const { swatch, reading, exclusion } = candidate
    const read = reading.about.readAs ?? swatch.id
    if (exclusion !== null || (reading.about.readAs === null && !readIds.has(read))) continue
    if (seen.has(read)) excess.add(candidate)
    seen.add(read)
  }
  return candidates.map((candidate) =>
    excess.has(candidate) ? { ...candidate, exclusion: 'readAsAnother' } : candidate,
  )
}

/** So many things are read at once: a few milliseconds, then others get their turn. */
const AT_ONCE = 100

async function inChunks<T>(ids: string[], read: (ids: string[]) => Promise<T[]>): Promise<T[]> {
  const all: T[] = []
  for (let i = 0; i < ids.length; i += AT_ONCE) {
    all.push(...(await read(ids.slice(i, i + AT_ONCE))))
    await giveWay()
  }
  return all
}

/** The bath that a chain of baths began with. */
function firstPotOf(pot: Pot, pots: ReadonlyMap<string, Pot>): Pot | null {
  let at: Pot | undefined = pot
  // a chain is as long as its bath's number
  for (let i = pot.bathNumber; i > 1 && at?.fromPotId; i--) at = pots.get(at.fromPotId)
  return at && at !== pot ? at : null
}

function exclusionOf(pot: Pot, piece: Piece, reading: Reading, sourceId: string): Exclusion | null {
  if (pot.lots.some(({ isCounted }) => !isCounted)) return 'keptApart'
  if (pot.bathNumber > 1) return 'laterBath'
  if (pot.ratioDry === null) return 'ratioUnknown'
  if (mordantKeyOf(piece, pot.dyedOn) === 'unknown') return 'mordantUnknown'
  if (pot.lots.some((lot) => lot.sourceId !== sourceId)) return 'mixedBath'
  if (piece.potIds.indexOf(pot.id) > 0) return 'dyedBefore'
  if (reading.wet) return 'onlyReadWet'
  if (reading.lightHours !== null) return 'onlyReadAfterLight'
  if (!piece.bare) return 'bareNotRead'
  if (reading.clipped.length > 0 || piece.bare.clipped.length > 0) return 'colourCutOff'
  return null
}

/** Mordants that had a part in a swatch: those given before its bath. */
export const mordantsIn = ({ piece, pot }: Pick<Candidate, 'piece' | 'pot'>): Mordant[] =>
  mordantsOf(piece, pot.dyedOn)

/** What a swatch's piece and bath say of its curve. */
const dyedHow = (candidate: Pick<Candidate, 'piece' | 'pot'>): DyedHow => ({
  fibre: candidate.piece.fibre,
  mordants: mordantsIn(candidate),
  mordantKnown: candidate.piece.mordantKnown,
  phBand: phBandIn(candidate.pot, candidate.piece.id),
  way: candidate.pot.way,
  stuff: stuffIn(candidate),
})

/** How the plant of a swatch was prepared: of several lots, as the most of it was. */
function stuffIn({ pot }: Pick<Candidate, 'pot'>): Stuff {
  const most = greatest(pot.lots, (lot) => lot.massG * lot.dryFraction)
  return most ? stuffOf({ ...most, size: pot.plan?.size ?? null }) : 'asUsual'
}

export const conditionOf = (candidate: Pick<Candidate, 'piece' | 'pot'>): Condition =>
  conditionOfDyed(dyedHow(candidate))

export const priorOf = (source: Source, candidate: Candidate) =>
  priorContextOf(source, dyedHow(candidate))

export const groupKey = (candidate: Pick<Candidate, 'piece' | 'pot'>) =>
  curveKeyOf(conditionOf(candidate))

/**
 * Dry matter of a source in the state it is usually weighed in: by what was used of it, or as is
 * typical.
 *
 * @returns from 0 to 1
 */
export function usualDryFraction(source: Source, candidates: readonly Candidate[]): number {
  const used = candidates.flatMap(({ pot }) =>
    pot.lots.filter(
      ({ sourceId, state }) => sourceId === source.id && state === source.usualRatioState,
    ),
  )
  const typical = source.usualRatioState === 'dried' ? 1 : source.dryFraction
  return mean(used, ({ dryFraction }) => dryFraction) ?? typical
}
