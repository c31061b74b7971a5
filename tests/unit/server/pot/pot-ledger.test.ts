import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { newId } from '../../../../shared/ids'
import type { Pot } from '../../../../shared/schemas/pot/pot'
import { finishPotSchema, newPotEventSchema } from '../../../../shared/schemas/pot/pot-event'
import { validate } from '../../../../shared/validate'
import { at, openPotLog, type PotLog } from '../../../fixtures/pots'

/*
 * A pot's life in any order of doing and undoing: what it took is always what is missing from loft
 * and shelf, and its pieces are in the basket exactly when no pot has them.
 */
const DEEDS = ['light', 'enter', 'soda', 'plant', 'read', 'pull', 'finish'] as const
const ACTS = [...DEEDS, 'undo', 'redo'] as const
type Act = (typeof ACTS)[number]

async function play(here: PotLog, acts: readonly Act[]) {
  const lot = await here.lot({ netG: 300 })
  const soda = await here.soda(50)
  const piece = await here.piece({
    treatments: [
      { kind: 'wash', doneOn: '2026-08-01' },
      { kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: '2026-08-02' },
    ],
  })
  const pot = await here.plan([[lot, 100]], [piece])
  const done: string[] = []
  const undone: string[] = []
  let minute = 0
  const time = () => {
    minute += 2
    return at(`0${8 + Math.floor(minute / 60)}:${String(minute % 60).padStart(2, '0')}`)
  }
  const note = async (kind: string, data: object) =>
    here.log.course.note(
      pot.id,
      validate(newPotEventSchema, { id: newId(), kind, at: time(), data }),
    )
  const run: Record<Act, () => Promise<{ changeSetId: string | null }>> = {
    light: async () => {
      const { rev } = await here.log.pots.read(pot.id)
      return here.log.pots.change(pot.id, rev, { light: { at: at('08:00'), overrides: [] } })
    },
    enter: () => note('enter', { pieceIds: [piece.id] }),
    pull: () => note('pull', { pieceIds: [piece.id] }),
    soda: () => note('add', { agent: 'sodaAsh', form: 'anhydrous', massG: 7, shelfId: soda.id }),
    plant: () => note('add', { lotId: lot.id, massG: 40 }),
    read: () => note('reading', { ph: 7 }),
    finish: () =>
      here.log.course.finish(
        pot.id,
        validate(finishPotSchema, {
          at: time(),
          liquor: 'poured',
          spent: 'none',
          rinse: 'now',
        }),
      ),
    undo: async () => {
      const last = done.pop()
      if (!last) return { changeSetId: null }
      undone.push((await here.log.changes.undo(last)).changeSetId)
      return { changeSetId: null }
    },
    redo: async () => {
      const last = undone.pop()
      return last ? here.log.changes.undo(last) : { changeSetId: null }
    },
  }
  for (const act of acts) {
    try {
      const { changeSetId } = await run[act]()
      if (changeSetId) done.push(changeSetId)
    } catch (error) {
      // what cannot be is refused in words, and changes nothing
      expect([409, 422]).toContain((error as { status?: number }).status)
    }
    await isSound(here, await here.log.pots.read(pot.id), lot.id, soda.id, piece.id)
  }
  return (await here.log.pots.read(pot.id)).stage
}

async function isSound(here: PotLog, pot: Pot, lotId: string, sodaId: string, pieceId: string) {
  const isLit = pot.stage !== 'planned'
  const plantG = pot.events.reduce(
    (sum, event) =>
      event.kind === 'add' && event.data.lotId ? sum + (event.data.massG ?? 0) : sum,
    isLit ? 100 : 0,
  )
  const sodaG = pot.events.reduce(
    (sum, event) =>
      event.kind === 'add' && event.data.shelfId ? sum + (event.data.massG ?? 0) : sum,
    0,
  )
  expect((await here.log.lots.read(lotId)).leftG).toBe(300 - plantG)
  expect((await here.log.shelf.read(sodaId)).leftG).toBe(50 - sodaG)
  if (isLit) expect(pot.lots[0]!.massG).toBe(plantG)
  const { levels, dyed } = await here.log.basket.view(null)
  const mordanted = levels.find(({ level }) => level === 'mordanted')!.count
  expect([mordanted, dyed]).toEqual(isLit ? [0, 1] : [1, 0])
  expect((await here.log.pieces.read(pieceId)).potIds).toEqual(isLit ? [pot.id] : [])
  const swatches = (await here.log.swatches.page({ potId: pot.id, limit: 10, aside: false })).items
  expect(swatches).toHaveLength(pot.stage === 'done' ? 1 : 0)
}

/** @returns the stage the pot is at, at the end */
async function holdsIn(acts: readonly Act[]) {
  const here = await openPotLog()
  try {
    return await play(here, acts)
  } finally {
    await here.database.close()
  }
}

const all = (act: Act) => DEEDS.map(() => act)

describe('the ledger of a pot', () => {
  test('holds in a whole life, undone step by step to its plan and lived once more', async () => {
    expect(await holdsIn([...DEEDS, ...all('undo')])).toBe('planned')
    expect(await holdsIn([...DEEDS, ...all('undo'), 'light', 'finish'])).toBe('done')
  })

  test('holds in a whole life, undone to its plan and done again step by step', async () => {
    expect(await holdsIn([...DEEDS, ...all('undo'), ...all('redo')])).toBe('done')
    expect(await holdsIn([...DEEDS, ...all('undo'), ...all('redo'), 'undo'])).toBe('running')
  })

  test('holds in any order of doing and undoing', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.constantFrom(...ACTS), { maxLength: 14 }), async (acts) => {
        await holdsIn(['light', ...acts])
      }),
      { numRuns: 12 },
    )
  })
})
