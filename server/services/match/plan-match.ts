import { wayFacts } from '../../../catalogue/ways'
import { BATH_HEATS } from '../../../core/mordant/bath-steps'
import { schemeFacts, type Scheme } from '../../../catalogue/mordant-schemes'
import { first } from '../../../core/present'
import { newId } from '../../../shared/ids'
import { agentsFor } from '../../../shared/rules/basket/agents-for'
import { leastLiquorL } from '../../../shared/rules/basket/bath-guards'
import type { NewBath } from '../../../shared/schemas/basket/mordant-bath'
import type { Piece } from '../../../shared/schemas/basket/piece'
import type { MatchBath, NewMatchPlan } from '../../../shared/schemas/match/match-plan'
import type { NewPot, Pot } from '../../../shared/schemas/pot/pot'
import { PLAIN_PLAN } from '../../../shared/schemas/pot/pot-plan'
import type { Database } from '../../database/open'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import type { BathRecords } from '../basket/mordant-baths'
import { stillNeeded, unacceptable } from '../log/failures'
import type { Clock } from '../log/records'
import type { CardCollections } from '../swatch/cards'

type Collections = Pick<CardCollections, 'pieces' | 'pots'> & { baths: BathRecords }

/** No bath is smaller, L. */
const LEAST_BATH_L = 0.5
const tenth = (value: number) => Math.round(10 * value) / 10

/** Makes a recipe for a wanted colour planned pots, with its pieces and their mordanting: one change. */
export const matchPlans = (database: Database, collections: Collections, clock: Clock) => ({
  async make(input: NewMatchPlan): Promise<{ items: Pot[]; changeSetId: string | null }> {
    return database.write.transaction(async (trx) => {
      const batch = { trx, at: clock().toISOString(), changeSetId: newId() }
      const pots = potRepository(trx)
      const ids = input.baths.map(({ id }) => id)
      // sent twice, it is made once
      const known = await pots.findMany(ids)
      if (known.length === ids.length) return { items: known, changeSetId: null }
      const pieceIds = [...input.pieceIds]
      if (pieceIds.length === 0) {
        const id = newId()
        const { words: name, fibre, form, fibreG: dryG } = input
        const piece = { id, name, fibre, form, dryG, dryBasis: 'about' as const, note: '' }
        await collections.pieces.createIn(batch, { ...piece, treatments: [] })
        pieceIds.push(id)
      }
      const pieces = await pieceRepository(trx).findMany(pieceIds)
      refuseMissing(pieceIds, pieces)
      // a piece waits for one bath at a time: those that follow stand in the pots' notes
      const [scheme] = input.schemes
      if (scheme) await collections.baths.createIn(batch, mordantBath(scheme, pieces, input.on))
      for (const bath of input.baths) {
        await collections.pots.createIn(batch, potOf(input, bath, pieces))
      }
      const made = await pots.findMany(ids)
      const inOrder = ids.flatMap((id) => made.find((pot) => pot.id === id) ?? [])
      return { items: inOrder, changeSetId: batch.changeSetId }
    })
  },
})

function refuseMissing(ids: readonly string[], pieces: readonly Piece[]): void {
  const missing = ids.findIndex((id) => !pieces.some((piece) => piece.id === id))
  if (missing >= 0) {
    throw unacceptable(`/pieceIds/${missing}`, `There is no piece with the id ${ids[missing]}.`)
  }
  const inBath = pieces.find(({ bathId }) => bathId)
  if (inBath) throw stillNeeded(`${inBath.code} is meant for another bath: take it out first.`)
}

function mordantBath(scheme: Scheme, pieces: readonly Piece[], plannedFor: string): NewBath {
  const heat = first(schemeFacts(scheme).heats)
  const fibreG = pieces.reduce((sum, { dryG }) => sum + dryG, 0)
  return {
    id: newId(),
    scheme,
    heat,
    placing: 'before',
    finish: 'dried',
    rinse: false,
    waterL: tenth(Math.max(LEAST_BATH_L, leastLiquorL(pieces))),
    tempC: BATH_HEATS[heat].tempC,
    vessel: '',
    vesselL: null,
    againOf: null,
    plannedFor,
    note: '',
    agents: agentsFor(scheme, fibreG),
    pieceIds: pieces.map(({ id }) => id),
    startedAt: null,
    overrides: [],
  }
}

function potOf(
  { words, on, baths, schemes }: NewMatchPlan,
  bath: MatchBath,
  pieces: readonly Piece[],
): NewPot {
  const { id, lotId, massG, way, size, like, tempC, minutes, after, expected, n, estimated } = bath
  const { dyeC, dyeMin, steps } = wayFacts(way)
  const later = schemes.slice(1).map((scheme) => schemeFacts(scheme).label)
  const place = baths.length > 1 ? `, bath ${baths.indexOf(bath) + 1} of ${baths.length}` : ''
  return {
    id,
    title: '',
    stage: 'planned',
    way,
    dyedOn: on,
    lots: [{ lotId, massG: Math.max(0.1, tenth(massG)) }],
    pieces: pieces.map((piece) => ({ pieceId: piece.id })),
    tempC: tempC ?? dyeC,
    minutes: minutes ?? dyeMin,
    finalPh: null,
    waterL: tenth(Math.max(LEAST_BATH_L, leastLiquorL(pieces))),
    plan: {
      ...PLAIN_PLAN,
      steps: [...steps],
      size,
      // how much it takes is seen then
      additions: after ? [{ agent: after, form: '', massG: null, when: 'after' }] : [],
      expected: expected
        ? pieces.map((piece) => ({
            pieceId: piece.id,
            ...expected,
            strength: null,
            n,
            basis: estimated > 0 ? 'estimated' : 'measured',
          }))
        : [],
    },
    note: [
      `For ${words}${place}`,
      like && `Its swatches were dyed so: ${like}`,
      later.length > 0 && `Mordant still: ${later.join(', ')}`,
    ]
      .filter(Boolean)
      .join('. '),
  }
}
