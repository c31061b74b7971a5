import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { sourceVersions } from '../../../../server/services/strength/source-versions'
import { createLog } from '../../../../server/services/log/log'
import { DOCK, openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
})
afterEach(() => here.database.close())

const ON = '2026-09-09'

/** The views of a log that has kept nothing yet: what the kept ones must come to. */
const anew = () => createLog(here.database, { clock: () => new Date(`${ON}T10:00:00Z`) })

async function expectSame() {
  expect(await here.log.walk.view(ON)).toEqual(await anew().walk.view(ON))
  const today = await here.log.today.view(ON)
  expect(today).toEqual(await anew().today.view(ON))
}

describe('what is kept from one look to the next', () => {
  test('comes to what a first look gives, whatever was written between', async () => {
    await expectSame()
    const lot = await here.lot()
    await expectSame()
    const dock = await here.lot({ sourceId: DOCK, state: 'dried', netG: 80 })
    await expectSame()
    // weighed in under a wrong name: both sources are looked at again
    await here.log.lots.change(dock.id, dock.rev, { sourceId: TANSY })
    await expectSame()
    const piece = await here.piece()
    await here.pot(lot, [piece], { massG: 120 })
    await expectSame()
    const { changeSetId } = await here.log.lots.setAside(dock.id, dock.rev + 1)
    await expectSame()
    await here.log.changes.undo(changeSetId!)
    await expectSame()
  })
})

describe('the version of a source', () => {
  test('moves with what touches its curves, and with nothing else', async () => {
    const lot = await here.lot()
    await here.pot(lot, [await here.piece()], { massG: 120 })
    const versions = sourceVersions(here.database.read)
    const tansy = await versions.of(TANSY)
    const dock = await versions.of(DOCK)
    // weighed in, and never dyed with
    await here.lot({ sourceId: DOCK })
    await here.lot()
    expect(await versions.of(TANSY)).toBe(tansy)
    expect(await versions.of(DOCK)).toBe(dock)
    const any = await versions.ofAny()
    // a lot that was dyed with
    const used = await here.log.lots.read(lot.id)
    await here.log.lots.change(lot.id, used.rev, { note: 'from the wall' })
    expect(await versions.of(TANSY)).toBeGreaterThan(tansy)
    expect(await versions.of(DOCK)).toBe(dock)
    expect(await versions.ofAny()).toBeGreaterThan(any)
  })
})
