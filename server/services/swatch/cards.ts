import { BARE_ERROR_DE, usualBareLab } from '../../../catalogue/fibres/bare-colours'
import { present } from '../../../core/present'
import { newId } from '../../../shared/ids'
import { cardAmounts, type CardAmounts } from '../../../shared/rules/swatch/card-amounts'
import { foldName } from '../../../shared/rules/walk/fold-name'
import type { NewPiece, Piece, PieceChange, PieceQuery } from '../../../shared/schemas/basket/piece'
import { ANY_DAY } from '../../../shared/schemas/log/common'
import {
  PLAIN_LOT,
  type Lot,
  type LotChange,
  type LotQuery,
  type NewLot,
} from '../../../shared/schemas/loft/lot'
import type { NewPot, Pot, PotQuery } from '../../../shared/schemas/pot/pot'
import type { PotChange } from '../../../shared/schemas/pot/pot-change'
import type { Card, CardPiece, RoughDay } from '../../../shared/schemas/swatch/card'
import type { NewReading } from '../../../shared/schemas/swatch/reading'
import type {
  NewSwatch,
  Swatch,
  SwatchChange,
  SwatchQuery,
} from '../../../shared/schemas/swatch/swatch'
import {
  PLAIN_PATCH,
  type NewPatch,
  type Patch,
  type PatchChange,
  type PatchQuery,
} from '../../../shared/schemas/walk/patch'
import type { Database } from '../../database/open'
import { patchRepository } from '../../repositories/patches'
import { potRepository } from '../../repositories/pots'
import { swatchRepository } from '../../repositories/swatches'
import { atPointer } from '../log/failures'
import type { Batch, Clock, Records } from '../log/records'

export interface CardCollections {
  patches: Records<Patch, NewPatch, PatchChange, PatchQuery>
  lots: Records<Lot, NewLot, LotChange, LotQuery>
  pieces: Records<Piece, NewPiece, PieceChange, PieceQuery>
  pots: Records<Pot, NewPot, PotChange, PotQuery>
  swatches: Records<Swatch, NewSwatch, SwatchChange, SwatchQuery>
}

/** What became of a card. */
export interface KeptCard {
  pot: Pot
  swatches: Swatch[]
}

/** Cards of what was dyed already: lot, pieces, pot, swatches and readings as one change, undone as one. */
export const cardService = (database: Database, collections: CardCollections, clock: Clock) => {
  const { lots, pieces, pots, swatches } = collections

  async function placeId(batch: Batch, name: string): Promise<string | null> {
    if (name === '') return null
    const page = { aside: false, limit: 200 }
    const known = await patchRepository(batch.trx).page({ q: name, ...page })
    const same = known.items.find((patch) => foldName(patch.name) === foldName(name))
    if (same) return same.id
    const id = newId()
    await collections.patches.createIn(batch, { ...PLAIN_PATCH, id, name })
    return id
  }

  /** @throws Refusal naming the place in the card */
  async function keepIn(batch: Batch, card: Card): Promise<KeptCard> {
    const today = batch.at.slice(0, 10)
    const amounts = cardAmounts(card)
    const dyed = card.dyed ?? { on: today, withinDays: ANY_DAY }
    const lot = lotOf(card, amounts, dyed, await placeId(batch, card.place))
    await lots.createIn(batch, lot)
    const made: NewPiece[] = []
    for (const [i, piece] of card.pieces.entries()) {
      const body = pieceOf(piece, present(amounts.pieces[i]))
      await atPointer(`/pieces/${i}`, () => pieces.createIn(batch, body))
      made.push(body)
    }
    await pots.createIn(batch, potOf(card, amounts, dyed, lot.id, made))
    const ofPot = await swatchRepository(batch.trx).ofPot(card.id)
    for (const [i, { reading, verdict }] of card.pieces.entries()) {
      const swatch = present(ofPot.find(({ pieceId }) => pieceId === made[i]?.id))
      const change = {
        ...(reading && { reading: { ...reading, id: newId() } }),
        ...(verdict && { verdict }),
      }
      if (Object.keys(change).length === 0) continue
      await atPointer(`/pieces/${i}`, () => swatches.changeIn(batch, swatch.id, change))
    }
    return kept(batch, card.id)
  }

  const kept = async ({ trx }: Pick<Batch, 'trx'>, potId: string): Promise<KeptCard> => ({
    pot: present(await potRepository(trx).find(potId)),
    swatches: await swatchRepository(trx).ofPot(potId),
  })

  return {
    /** Keeps one card within a change that holds more. @throws Refusal naming the place in the card */
    keepIn,
    /** Keeps cards, all or none. One that was kept before is left as it is. */
    keep: (cards: readonly Card[]): Promise<{ items: KeptCard[]; changeSetId: string | null }> =>
      database.write.transaction(async (trx) => {
        const batch = { trx, at: clock().toISOString(), changeSetId: newId() }
        const items: KeptCard[] = []
        let isNew = false
        for (const [i, card] of cards.entries()) {
          if (await potRepository(trx).find(card.id)) items.push(await kept(batch, card.id))
          else {
            items.push(await atPointer(`/cards/${i}`, () => keepIn(batch, card)))
            isNew = true
          }
        }
        return { items, changeSetId: isNew ? batch.changeSetId : null }
      }),
  }
}

const lotOf = (
  { sourceId, state, gathered }: Card,
  { massG }: CardAmounts,
  dyed: RoughDay,
  patchId: string | null,
): NewLot => ({
  ...PLAIN_LOT,
  id: newId(),
  sourceId,
  patchId,
  state,
  ...gatheredBefore(gathered, dyed),
  ...(massG === null ? { isAmountUnknown: true } : { netG: massG }),
})

/** Gathered before it was dyed: where a day is only roughly known, at the latest then. */
function gatheredBefore(gathered: RoughDay | null, dyed: RoughDay) {
  const { on, withinDays } = gathered ?? { on: dyed.on, withinDays: ANY_DAY }
  const isRough = withinDays > 0 || dyed.withinDays > 0
  return { gatheredOn: isRough && on > dyed.on ? dyed.on : on, gatheredWithinDays: withinDays }
}

function pieceOf(
  { fibre, form, mordants, bare, mark }: CardPiece,
  amount: CardAmounts['pieces'][number],
): NewPiece {
  return {
    id: newId(),
    name: '',
    fibre,
    form,
    ...amount,
    mark,
    mordantKnown: mordants !== null,
    // the day is not known, only that it was before the pot
    treatments: (mordants ?? []).map(({ agent, percentWof }) => ({
      kind: 'mordant' as const,
      agent,
      ...(percentWof !== null && { percentWof }),
      doneOn: '',
    })),
    bare: bare ?? usualBare(fibre),
    note: '',
  }
}

/** Nobody looked at the bare fibre: what is usual of its kind, and so far off. */
const usualBare = (fibre: CardPiece['fibre']): NewReading => ({
  lab: usualBareLab(fibre),
  wet: false,
  washed: null,
  by: 'eye',
  errorDe: BARE_ERROR_DE,
  about: { file: 'usual of its kind, not looked at' },
})

const potOf = (
  card: Card,
  { massG, massBasis, reckoned }: CardAmounts,
  dyed: RoughDay,
  lotId: string,
  made: readonly NewPiece[],
): NewPot => ({
  id: card.id,
  title: '',
  stage: 'done',
  dyedOn: dyed.on,
  dyedWithinDays: dyed.withinDays,
  way: card.way,
  lots: [{ lotId, massG: massG ?? 0, massBasis }],
  pieces: made.map(({ id }) => ({ pieceId: id })),
  waterL: card.waterL,
  tempC: card.tempC,
  minutes: card.minutes,
  finalPh: card.finalPh,
  note: [card.note, reckoned].filter(Boolean).join(' '),
})
