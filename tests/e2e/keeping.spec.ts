import {
  createWriteStream,
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  writeFileSync,
  writeSync,
} from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { APIRequestContext, Page } from '@playwright/test'
import { DATABASE_FILE } from '../../server/database/open'
import type { KeepingView } from '../../shared/views/keeping/keeping'
import type { Lot } from '../../shared/schemas/loft/lot'
import { newId } from '../../shared/ids'
import { useEmptyLog } from './empty-log'
import { exited, startBuilt, untilReady } from './server-process'
import { BUSY_MS, expect, test } from './watched'

/** Backups and archives by the page, on the demo's log and on an empty one of another server. */

const { base: BASE, folder } = useEmptyLog(4859)

test.beforeEach(async ({ logServer }) => {
  await Promise.all([settled(logServer.base()), settled(BASE)])
})

const put = async (page: Page, base: string, file: string) => {
  await page.goto(`${base}/keeping`)
  await page.getByLabel('Archive to look at').setInputFiles(file)
}

async function save(base: string, file: string): Promise<void> {
  const answer = await fetch(`${base}/api/archive?places=exact`)
  await pipeline(Readable.fromWeb(answer.body as never), createWriteStream(file))
}

const viewOf = async (base: string) =>
  (await (await fetch(`${base}/api/keeping`)).json()) as KeepingView

/** Until the backup that is made by itself, soon after a start, was made. */
const settled = (base: string) =>
  expect(async () => {
    const view = await viewOf(base)
    expect(view.isAwaited || view.isRunning).toBe(false)
  }).toPass({ timeout: BUSY_MS })

async function firstLot(request: APIRequestContext, base: string): Promise<Lot> {
  const page = (await (await request.get(`${base}/api/lots?limit=1`)).json()) as { items: Lot[] }
  return page.items[0]!
}

const note = (request: APIRequestContext, base: string, lot: Lot, words: string) =>
  request.patch(`${base}/api/lots/${lot.id}`, {
    headers: { 'if-match': `"${lot.rev}"` },
    data: { note: words },
  })

test('a log goes out whole, is the same in an empty one, and two that were one are made one', async ({
  page,
  request,
  logServer,
}) => {
  const here = logServer.base()
  await page.goto('/keeping')
  await page.getByRole('combobox', { name: 'Places in it' }).click({ force: true })
  await page.getByRole('option', { name: 'exactly' }).click()
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Make the archive' }).click()
  const file = join(folder(), 'log.zip')
  await (await waiting).saveAs(file)
  await expect(page.getByText('The archive is whole in your downloads')).toBeVisible()

  await put(page, BASE, file)
  await expect(page.getByText('whole, as it was written')).toBeVisible()
  await page.getByRole('button', { name: 'Put it in the place of the log' }).click()
  await expect(page.getByText('log.zip is the log now')).toBeVisible()
  for (const list of ['sources', 'lots', 'pieces', 'pots', 'swatches', 'patches']) {
    const of = async (base: string) =>
      (await request.get(`${base}/api/${list}?limit=200`)).json() as Promise<unknown>
    expect(await of(BASE), list).toEqual(await of(''))
  }

  // one lot is changed on both sides
  const lot = await firstLot(request, here)
  await note(request, here, lot, 'by the gate')
  await note(request, BASE, lot, 'north side')
  await save(BASE, file)
  await put(page, '', file)
  const choice = page.getByRole('radiogroup', { name: `lot ${lot.code}` })
  await expect(choice).toContainText('by the gate')
  const bring = page.getByRole('button', { name: 'Bring it in' })
  await expect(bring).toBeDisabled()
  await expect(page.getByText('Choose first for 1 thing')).toBeVisible()
  await choice.getByLabel(/as there/).check()
  await bring.click()
  await expect(page.getByText('log.zip was brought in')).toBeVisible()
  expect((await firstLot(request, here)).note).toBe('north side')

  await page.getByRole('button', { name: 'Take it back' }).click()
  await page.getByRole('button', { name: 'Put it in the place of the log' }).click()
  await expect(page.getByText('The backup is the log now')).toBeVisible()
  expect((await firstLot(request, here)).note).toBe('by the gate')
})

test('a backup is made, looked at and brought back by keyboard, and the folder is named', async ({
  page,
  request,
  logServer,
}) => {
  const here = logServer.base()
  await page.goto('/keeping')
  const newest = async () => (await viewOf(here)).backups[0]?.key
  const before = await newest()
  await page.getByRole('button', { name: 'Back up now' }).press('Enter')
  await expect.poll(newest).not.toBe(before)
  await expect(page.getByText('Everything that was written is in a backup')).toBeVisible()
  const lot = await firstLot(request, here)
  await note(request, here, lot, 'after the backup')
  await page.reload()
  await expect(page.getByText('1 change since')).toBeVisible()
  await page
    .getByRole('button', { name: /^Look at the backup/ })
    .first()
    .press('Enter')
  await expect(page.getByText('1 lot, changed or added to in the log since')).toBeVisible()
  await page.getByRole('button', { name: 'Put it in the place of the log' }).press('Enter')
  await expect(page.getByText('The backup is the log now')).toBeVisible()
  expect((await firstLot(request, here)).note).toBe(lot.note)

  const stick = join(folder(), 'stick')
  mkdirSync(stick)
  await page.getByLabel('Folder for backups').fill(stick)
  await page.getByRole('button', { name: 'Name this folder' }).press('Enter')
  await expect(page.getByText(`Backups go into ${stick}`)).toBeVisible()
  rmSync(stick, { recursive: true })
  await note(request, here, await firstLot(request, here), 'while the stick is away')
  await page.reload()
  await page.getByRole('button', { name: 'Back up now' }).click()
  const told = page.getByRole('alert').filter({ hasText: `The folder ${stick} is not there` })
  await expect(told).toContainText('into the data folder in its place')
  await page.goto('/')
  await expect(page.getByRole('alert')).toContainText('The last backup did not go as it should')
})

test.describe('what is refused', () => {
  test.use({ tolerated: ['422'] })
  test('stands beside its button: a folder that is not there, a file that is no archive', async ({
    page,
  }) => {
    await page.goto('/keeping')
    await page.getByLabel('Folder for backups').fill('/nowhere/at/all')
    await page.getByRole('button', { name: 'Name this folder' }).click()
    await expect(page.getByText('There is no folder /nowhere/at/all')).toBeVisible()
    const letter = join(folder(), 'letter.zip')
    writeFileSync(letter, 'a letter')
    await page.getByLabel('Archive to look at').setInputFiles(letter)
    await expect(page.getByRole('alert').filter({ hasText: 'letter.zip' })).toContainText('no ZIP')
  })
})

test.describe('a damaged log', () => {
  test.use({ tolerated: ['503'] })
  test('is told with its newest backup and what can be read of it, and is well again', async ({
    page,
    request,
  }) => {
    const port = 4858
    const base = `http://127.0.0.1:${port}`
    const data = join(folder(), 'damaged')
    mkdirSync(data)
    let server = startBuilt(data, port)
    try {
      await untilReady(base)
      await settled(base)
      for (let i = 0; i < 60; i++) {
        const made = await request.post(`${base}/api/patches`, {
          data: { id: newId(), name: `place ${i}`, note: 'a lane, '.repeat(60).trim() },
        })
        expect(made.status()).toBe(201)
      }
      await (await request.post(`${base}/api/keeping/backup`)).text()
      server.kill('SIGTERM')
      await exited(server)
      const file = join(data, DATABASE_FILE)
      const size = readFileSync(file).length
      const fd = openSync(file, 'r+')
      writeSync(fd, Buffer.alloc(40_960, 0xa5), 0, 40_960, size - 61_440 - (size % 4096))
      server = startBuilt(data, port)
      // it answers that its log cannot be opened
      await expect(() => fetch(`${base}/api/health`)).toPass({ timeout: BUSY_MS })
      await page.goto(`${base}/walk`)
      const told = page.getByRole('alert').filter({ hasText: 'The log cannot be opened' })
      await expect(told).toContainText('is damaged')
      await told.getByRole('button', { name: 'Read what can be read' }).click()
      await expect(told).toContainText('could still be read')
      const waiting = page.waitForEvent('download')
      await told.getByRole('link', { name: 'Save that as an archive' }).click()
      await (await waiting).saveAs(join(folder(), 'saved.zip'))
      await told.getByRole('button', { name: 'Look at it' }).click()
      await told.getByRole('button', { name: 'Put it in the place of the log' }).click()
      await expect(page.locator('main')).toBeVisible({ timeout: BUSY_MS })
      const patches = (await (await request.get(`${base}/api/patches?limit=200`)).json()) as {
        items: unknown[]
      }
      expect(patches.items).toHaveLength(60)
      // a page whose server is killed under it complains of it
      await page.goto('about:blank')
    } finally {
      server.kill('SIGKILL')
      await exited(server)
    }
  })
})
