import { expect, test } from '@jest/globals'
import { setTimeout as wait } from 'node:timers/promises'
import { demoBeside, demoPlaces } from '../../../../server/services/demo/demo-beside'

test('the demo has a folder beside the log, never the log itself', () => {
  const { folder } = demoPlaces('/somewhere/data')
  expect(folder).toBe('/somewhere/demo-data')
})

test('where the demo cannot be played it says what to do, and may be asked again', async () => {
  const demo = demoBeside(() => ({ root: '/nowhere', entry: '/nowhere/index.mjs', folder: '/x' }))
  expect(demo.state()).toMatchObject({ state: 'closed', address: '' })
  for (let time = 0; time < 2; time++) {
    expect(demo.start()).toMatchObject({ state: 'starting', failure: '' })
    await wait(10)
    expect(demo.state()).toMatchObject({
      state: 'failed',
      failure: expect.stringContaining('npm start') as unknown,
    })
  }
})
