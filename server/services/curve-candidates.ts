import { setImmediate } from 'node:timers/promises'
import type { Knex } from 'knex'
import { mordantMarks, type Mordant } from '../../catalogue/agents'
import { FIBRES } from '../../catalogue/fibres'
import { mordantsOf, type Piece } from '../../shared/schemas/piece'
import type { Pot } from '../../shared/schemas/pot'
import type { Reading } from '../../shared/schemas/reading'
import type { Swatch } from '../../shared/schemas/swatch'
import type { NotCounted, PhBand } from '../../shared/strength-view'
import { pieceRepository } from '../repositories/pieces'
import { potRepository } from '../repositories/pots'
import { swatchRepository } from '../repositories/swatches'

/** A swatch with everything its place on a curve depends on. */
export interface Candidate {
  swatch: Swatch
  pot: Pot
  piece: Piece
  reading: Reading
  notCounted: NotCounted | null
}

/** Every read swatch of the pots in which a source was used. */
export async function candidatesOf(db: Knex, sourceId: string): Promise<Candidate[]> {
  const swatches = await swatchRepository(db).ofSource(sourceId)
  // queries are answered at once and never wait: others get their turn only if it is given
  await setImmediate()
  const pots = await potRepository(db).findMany([...new Set(swatches.map((s) => s.potId))])
  await setImmediate()
  const pieces = await pieceRepository(db).findMany([...new Set(swatches.map((s) => s.pieceId))])
  const potById = new Map(pots.map((pot) => [pot.id, pot]))
  const pieceById = new Map(pieces.map((piece) => [piece.id, piece]))
  return swatches
    .filter(({ readings }) => readings.length > 0)
    .map((swatch) => {
      const pot = potById.get(swatch.potId)!
      const piece = pieceById.get(swatch.pieceId)!
      const dry = swatch.readings.find(({ wet }) => !wet)
      const reading = dry ?? swatch.readings[0]!
      return {
        swatch,
        pot,
        piece,
        reading,
        notCounted: whyNotCounted(pot, piece, reading, sourceId),
      }
    })
}

function whyNotCounted(
  pot: Pot,
  piece: Piece,
  reading: Reading,
  sourceId: string,
): NotCounted | null {
  if (pot.bathNumber > 1) return 'laterBath'
  if (pot.ratioDry === null) return 'ratioUnknown'
  if (pot.lots.some((lot) => lot.sourceId !== sourceId)) return 'mixedBath'
  if (piece.potIds.indexOf(pot.id) > 0) return 'dyedBefore'
  if (reading.wet) return 'onlyReadWet'
  if (!piece.bare) return 'bareNotRead'
  if (reading.clipped.length > 0 || piece.bare.clipped.length > 0) return 'colourCutOff'
  return null
}

/** Mordants that had a part in a swatch: those given before its bath. */
export const mordantsIn = ({ piece, pot }: Candidate): Mordant[] => mordantsOf(piece, pot.dyedOn)

export function phBandOf({ finalPh }: Pot): PhBand {
  if (finalPh === null) return 'asItCame'
  if (finalPh < 6) return 'acid'
  return finalPh > 8 ? 'alkaline' : 'asItCame'
}

/** Alike swatches share a curve: the same class of fibre, mordants and band of final pH. */
export const groupKey = (candidate: Candidate) =>
  [
    FIBRES[candidate.piece.fibre].class,
    mordantMarks(mordantsIn(candidate)),
    phBandOf(candidate.pot),
  ].join('|')
