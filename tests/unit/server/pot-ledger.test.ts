import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { newId } from '../../../shared/ids'
import type { Pot } from '../../../shared/schemas/pot'
import { finishPotSchema, newPotEventSchema } from '../../../shared/schemas/pot-event'
import { validate } from '../../../shared/validate'
import { at, openPotLog, type PotLog } from '../../fixtures/pots'

/*
 * A pot's life in any order of doing and undoing: what it took is always what is missing from loft
 * and shelf, and its pieces are in the basket exactly when no pot has them.
 */
type Act = 'light' | 'enter' | 'pull' | 'soda' | 'plant' | 'read' | 'finish' | 'undo'
const ACTS: readonly Act[] = ['light', 'enter', 'pull', 'soda', 'plant', 'read', 'finish', 'undo']

async function play(here: PotLog, acts: readonly Act[]) {
  const lot = await here.lot({ netG: 300 })
  const soda = (
    await here.log.shelf.create({
      ...{ id: newId(), agent: 'sodaAsh', form: 'anhydrous', name: '', boughtG: 50, note: '' },
      ...{ boughtOn: '2026-01-02', lowG: null },
    })
  ).item
  const piece = await here.piece({
    treatments: [
      { kind: 'wash', doneOn: '2026-08-01' },
      { kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: '2026-08-02' },
    ],
  })
  const pot = await here.plan([[lot, 100]], [piece])
  const done: string[] = []
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
          ...{ at: time(), liquor: 'poured', spent: 'none', rinse: 'now' },
        }),
      ),
    undo: async () => {
      const last = done.pop()
      if (!last) return { changeSetId: null }
      await here.log.changes.undo(last)
      return { changeSetId: null }
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
}

async function isSound(here: PotLog, pot: Pot, lotId: string, sodaId: string, pieceId: string) {
  const isLit = pot.stage !== 'planned'
  const plantG = pot.events.reduce(
    (sum, event) => (event.kind === 'add' && event.data.lotId ? sum + event.data.massG : sum),
    isLit ? 100 : 0,
  )
  const sodaG = pot.events.reduce(
    (sum, event) => (event.kind === 'add' && event.data.shelfId ? sum + event.data.massG : sum),
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

describe('the ledger of a pot', () => {
  test('holds in a whole life, undone step by step to its plan', async () => {
    const here = await openPotLog()
    const life: Act[] = ['light', 'enter', 'soda', 'plant', 'read', 'pull', 'finish']
    await play(here, [...life, ...life.map(() => 'undo' as const), 'light', 'finish'])
    await here.database.close()
  })

  test('holds in any order of doing and undoing', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.constantFrom(...ACTS), { maxLength: 14 }), async (acts) => {
        const here = await openPotLog()
        try {
          await play(here, ['light', ...acts])
        } finally {
          await here.database.close()
        }
      }),
      { numRuns: 12 },
    )
  })
})
