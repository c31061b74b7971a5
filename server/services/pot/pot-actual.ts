import { mean } from 'd3-array'
import type { Knex } from 'knex'
import { boilingPointC, pressureAtHpa } from '../../../core/bath/boiling-point'
import { andLater } from '../../../core/pot/way-steps'
import { sumPot } from '../../../core/pot/pot-log'
import {
  departures,
  isBoiling,
  whatHappened,
  type ActualCourse,
  type PlannedCourse,
} from '../../../core/pot/what-happened'
import { dyeMinutes } from '../../../shared/rules/pot/dips'
import { notesOf } from '../../../shared/rules/pot/course'
import type { Pot } from '../../../shared/schemas/pot/pot'
import { PUT_RIGHT_WORDS } from '../../../shared/words/pot/put-right'
import { potRepository } from '../../repositories/pots'
import { readSettings } from '../log/settings'

/** What the notes of a pot tell of it, and of each piece; null: they do not tell. */
export interface NotedCourse extends ActualCourse {
  stays: Map<string, number | null>
}

/**
 * What the notes of a pot come to.
 *
 * @param endsAt ms since 1970: what is still in then counts up to it
 * @param boilingC at the kitchen's height
 */
export function notedCourse(pot: Pot, endsAt: number, boilingC: number): NotedCourse {
  const sum = sumPot(
    pot.pieces.map(({ pieceId }) => pieceId),
    notesOf(pot),
    endsAt,
  )
  const stays = sum.pieces.map(({ pieceId, firstIn, minutes }): [string, number | null] => [
    pieceId,
    firstIn === null ? null : Math.round(minutes * 10) / 10,
  ])
  return { ...whatHappened(sum, { ratioDry: pot.ratioDry, boilingC }), stays: new Map(stays) }
}

/** °C at the kitchen's height. */
export const boilsAtC = async (trx: Knex): Promise<number> =>
  boilingPointC(pressureAtHpa((await readSettings(trx)).altitudeM))

/**
 * After a note of a pot that is over was added or taken back: what came from its notes follows
 * them, and what was said otherwise stands.
 *
 * @param before the pot with the notes it had
 */
export async function followNotes(trx: Knex, before: Pot, pot: Pot): Promise<void> {
  const endsAt = Date.parse(pot.endedAt ?? pot.updatedAt)
  const boilingC = await boilsAtC(trx)
  const [was, is] = [before, pot].map((each) => notedCourse(each, endsAt, boilingC)) as [
    NotedCourse,
    NotedCourse,
  ]
  const followed = <T>(kept: T, from: T, to: T): T => (kept === from ? to : kept)
  const repository = potRepository(trx)
  const tempC = followed(pot.tempC, was.tempC, is.tempC)
  await repository.update(pot.id, {
    ...pot,
    tempC,
    // a pot of the past was told its minutes: its notes have no clock that could count them
    minutes: pot.litAt ? followed(pot.minutes, was.minutes, is.minutes) : pot.minutes,
    finalPh: followed(pot.finalPh, was.ph, is.ph),
  })
  if (pot.end) {
    const { boiled, liquorBoiled } = pot.end
    const boiledAt = (at: number | null) => (at === null ? null : isBoiling(at, boilingC))
    const end = {
      ...pot.end,
      boiled: followed(boiled, boiledAt(pot.tempC), boiledAt(tempC)),
      ...(pot.litAt && {
        liquorBoiled: followed(liquorBoiled ?? null, was.liquorBoiled, is.liquorBoiled),
      }),
    }
    await repository.setCourse(pot.id, { ...pot, end })
  }
  if (!pot.litAt) return
  for (const { pieceId, minutes, outcome } of pot.pieces) {
    const stay = followed(minutes, was.stays.get(pieceId) ?? null, is.stays.get(pieceId) ?? null)
    if (stay !== minutes) await repository.setOutcome(pot.id, pieceId, stay, outcome)
  }
}

/** Where a pot that was lit went another way than its plan, in words. */
export const departuresOf = (pot: Pot, planned: PlannedCourse, actual: ActualCourse): string[] => [
  ...departures(planned, actual).map(({ words }) => words),
  ...putRightOf(pot),
  ...neverStirredIn(pot),
]

/** Says anew where a pot that is over went another way, after it was put right. */
export async function retellDepartures(trx: Knex, id: string): Promise<void> {
  const pot = await potRepository(trx).find(id)
  if (!pot?.litAt || !pot.end) return
  const { tempC, minutes, finalPh: ph, ratioDry } = pot
  const { boiled, liquorBoiled = null } = pot.end
  const actual = { ratioDry, tempC, minutes, ph, boiled, liquorBoiled }
  const end = { ...pot.end, departures: departuresOf(pot, meantOf(pot), actual) }
  await potRepository(trx).setCourse(id, { ...pot, end })
}

/** What was meant of a pot by its plan: its own columns tell what was, once it is over. */
export function meantOf(pot: Pot): PlannedCourse {
  const dye = pot.plan?.steps.find(({ kind }) => kind === 'dye')
  return {
    ratioDry: ratioAtFirst(pot),
    tempC: pot.stage === 'done' ? (dye?.tempC ?? null) : pot.tempC,
    minutes: isDipped(pot) || pot.stage === 'done' ? meantMinutes(pot) : pot.minutes,
    restMin: restPlanned(pot),
    ph: pot.plan?.ph?.target ?? null,
  }
}

const isDipped = ({ plan }: Pot) =>
  (plan?.steps ?? []).filter(({ kind }) => kind === 'dye').length > 1

/** Of pieces that are dipped by turns, as long as they are meant to be in on average. */
const meantMinutes = (pot: Pot): number | null =>
  mean(pot.pieces, ({ pieceId }) => dyeMinutes(pot, pieceId)) ?? null

/** The dry ratio it was lit with, before more plant was added; null where it is not known. */
function ratioAtFirst(pot: Pot): number | null {
  const fibreG = pot.pieces.reduce((sum, { dryG }) => sum + dryG, 0)
  if (pot.ratioDry === null || fibreG === 0) return null
  const addedDryG = pot.events.reduce((sum, event) => {
    if (event.kind !== 'add' || !event.data.lotId) return sum
    const lot = pot.lots.find(({ lotId }) => lotId === event.data.lotId)
    return sum + (event.data.massG ?? 0) * (lot?.dryFraction ?? 0)
  }, 0)
  return pot.ratioDry - addedDryG / fibreG
}

/** What was put right on the way, so that its swatches say so. */
const putRightOf = ({ events }: Pot): string[] =>
  events.flatMap((event) =>
    event.kind === 'putRight'
      ? [`Put right on the way: ${PUT_RIGHT_WORDS[event.data.what].words}`]
      : [],
  )

/** Minutes its pieces were meant to cool or stand in the liquor when the dyeing is over. */
function restPlanned({ plan }: Pot): number {
  const steps = plan?.steps ?? []
  const dye = steps.find(({ kind }) => kind === 'dye')
  const later = dye ? andLater(steps, dye.id) : new Set<string>()
  return steps
    .filter(({ id, kind }) => later.has(id) && (kind === 'cool' || kind === 'stand'))
    .reduce((sum, { minutes }) => sum + minutes, 0)
}

/** What was planned to go in and was left out, or never confirmed: it is not claimed. */
function neverStirredIn(pot: Pot): string[] {
  const wentIn = new Set(
    pot.events.flatMap((e) => (e.kind === 'add' && e.stepId ? [e.stepId] : [])),
  )
  return (pot.plan?.steps ?? [])
    .filter(({ id, kind }) => kind === 'add' && !wentIn.has(id))
    .map(({ words }) => `${words}: planned, and not done.`)
}
