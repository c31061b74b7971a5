import type { APIRequestContext, Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { newId } from '../../shared/ids'
import { problemOf } from './problems'
import { expect, test, visit } from './watched'

const said = (page: Page) => page.getByRole('status', { name: 'Latest change' })
const today = () => new Date().toISOString().slice(0, 10)

/** A lot of its own for a test, made by the route. */
async function lotOf(request: APIRequestContext, name: string, fields: object = {}) {
  const { hits } = (await (await request.get(`/api/names?q=${name}`)).json()) as {
    hits: { source: { id: string } }[]
  }
  const answer = await request.post('/api/lots', {
    data: {
      id: newId(),
      sourceId: hits[0]!.source.id,
      gatheredOn: today(),
      state: 'fresh',
      netG: 700,
      ...fields,
    },
  })
  return (await answer.json()) as { id: string; code: string; rev: number }
}

test('a lot is corrected, set aside, and brought back', async ({ page, request }) => {
  const lot = await lotOf(request, 'knapweed')
  await visit(page, `/loft?lot=${lot.id}`)
  await page.getByRole('button', { name: 'Correct it' }).click()
  await page.getByLabel('Came to hand, net').fill('1 lb')
  await page.getByLabel('Weather before').fill('a wet week')
  await page.getByRole('button', { name: 'Keep the correction' }).click()
  await expect(said(page)).toContainText(`Corrected ${lot.code}`)
  await expect(page.locator('.figure').getByText('454 g').first()).toBeVisible()
  await expect(page.getByText('a wet week')).toBeVisible()
  await page.getByRole('button', { name: 'Set aside' }).click()
  await expect(said(page)).toContainText(`Set ${lot.code} aside`)
  await visit(page, '/aside')
  await page.getByRole('button', { name: `Bring back ${lot.code}` }).click()
  await expect(said(page)).toContainText(`Brought ${lot.code} back`)
  await visit(page, `/loft?lot=${lot.id}`)
  await expect(page.locator('.figure').getByText('454 g').first()).toBeVisible()
})

test('all bags are counted in one go', async ({ page, request }) => {
  const lot = await lotOf(request, 'agrimony', { netG: 210, state: 'dried' })
  await visit(page, '/count')
  await page.getByLabel(`${lot.code} on the scale`).fill('198')
  await expect(page.getByRole('row', { name: new RegExp(lot.code) })).toContainText('12 g less')
  await page.getByRole('button', { name: 'Book 1 lot' }).click()
  await expect(said(page)).toContainText('Counted 1 lot')
  await visit(page, `/loft?lot=${lot.id}`)
  await expect(page.getByRole('row', { name: /counted/ })).toContainText('198 g')
})

test.describe('with a refusal on the way', () => {
  test.use({ tolerated: ['Failed to load resource'] })

  test('from the basket to a ground, split and counted stock, each step with the scale', async ({
    page,
    request,
  }) => {
    const lot = await lotOf(request, 'mugwort')
    await visit(page, `/loft?lot=${lot.id}`)
    const weigh = async (button: string, label: string, grams: string) => {
      await page.getByRole('button', { name: button, exact: true }).click()
      await page.getByLabel(label).fill(grams)
      await page.getByRole('button', { name: 'Done', exact: true }).click()
    }
    await weigh('Strip and weigh', 'Clean, on the scale', '500')
    await expect(said(page)).toContainText(`${lot.code} stripped: 500 g`)
    await page.getByRole('button', { name: 'Hang to dry' }).click()
    await expect(
      page.getByText(/Hung today: crisp in 7 to 14 days from then, and likely ~125 g/),
    ).toBeVisible()
    await weigh('Weigh it dry', 'Crisp, on the scale', '4 oz')
    await expect(page.getByRole('row', { name: /dried/ })).toContainText('113 g dried')
    await weigh('Grind', 'Ground, on the scale', '112')
    await expect(page.getByText('dried, ground, left')).toBeVisible()
    await weigh('Split', 'Into a bag of its own', '40')
    await expect(said(page)).toContainText(`40 g of ${lot.code} are MUG-`)
    await expect(page.locator('.figure').getByText('72 g').first()).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.locator('.figure').getByText('112 g').first()).toBeVisible()
    await weigh('Grind', 'Ground, on the scale', '113')
    await expect(page.getByText(/must not be more than there was/)).toBeVisible()
  })

  test('a jar is started, looked at, strained into a liquor that a pot takes', async ({
    page,
    request,
  }) => {
    const lot = await lotOf(request, 'rowan bark', { netG: 200, state: 'dried' })
    await visit(page, `/jars?start=${lot.id}`)
    await page.getByLabel('So much of it').fill('150')
    await page.getByLabel('Water', { exact: true }).fill('3')
    await page.getByLabel('The vessel holds').fill('2')
    await page.getByRole('button', { name: 'Start it' }).click()
    await expect(page.getByText(/leave no air space in a vessel of 2 L/)).toBeVisible()
    await page.getByLabel('The vessel holds').fill('5')
    await page.getByRole('button', { name: 'Start it' }).click()
    await expect(said(page)).toContainText('Started ROW-')
    await expect(page.getByText(/likely ready after/)).toBeVisible()
    await page.getByRole('button', { name: 'Look', exact: true }).click()
    await page.getByLabel('Colour in a word').fill('red tea')
    await page.getByLabel('Colour', { exact: true }).fill('#8a4423')
    await page.getByLabel('pH', { exact: true }).fill('5.5')
    await page.getByRole('button', { name: 'Keep the look' }).click()
    await expect(page.getByRole('img', { name: /day 0 red tea/ })).toBeVisible()
    await page.getByRole('button', { name: 'Strain', exact: true }).click()
    await page.getByLabel('Liquor that came through the cloth').fill('2.5')
    await expect(page.getByText('stands for 125 g of dry plant')).toBeVisible()
    await page.getByText('Keep the spent stuff').click()
    await page.getByLabel('It weighs').fill('420')
    await page.getByRole('button', { name: 'Strain, and end the jar' }).click()
    await expect(said(page)).toContainText('2.5 L of')
    const liquor = /are (ROW-\d\d-\d+)/.exec(await said(page).innerText())![1]!
    await visit(page, '/pot')
    await page.getByRole('combobox', { name: 'Lot' }).click()
    await expect(
      page.getByRole('option', { name: new RegExp(`${liquor}.*2.5 L liquor`) }),
    ).toBeAttached()
  })
})

test('ammonia and bleach on one day bring the stop card', async ({ page, request }) => {
  const lichen = await lotOf(request, 'oakmoss', { netG: 40, state: 'dried', obtained: 'windfall' })
  await request.post('/api/jars', {
    data: {
      id: newId(),
      way: 'ammoniaFerment',
      waterL: 0.2,
      ammoniaL: 0.2,
      startedAt: new Date(Date.now() - 60_000).toISOString(),
      lots: [{ lotId: lichen.id, massG: 20 }],
    },
  })
  await visit(page, '/walk')
  await page.getByLabel('What did you gather?').fill('crottle')
  await page.getByRole('option', { name: /^crottle, thallus/ }).click()
  await page.getByText('What it rests on').click()
  await page.getByRole('button', { name: 'Spot test' }).click()
  const stop = page.getByText(/Stop\. Never bleach with ammonia/)
  await expect(stop).toBeVisible()
  await expect(page.getByText('1 of 3.')).toHaveCount(0)
  await page.getByText('lye', { exact: true }).click()
  await expect(stop).toHaveCount(0)
  await expect(page.getByText(/Lye burns/)).toBeVisible()
  await page.getByRole('button', { name: 'Done, next' }).click()
  await page.getByRole('button', { name: 'Done, next' }).click()
  await page.getByRole('radiogroup', { name: 'Colour that came' }).getByText('red').click()
  await page.getByRole('button', { name: 'Note it' }).click()
  await expect(page.getByText('spot test, lye: turned red')).toBeVisible()
})

test('a note of one line becomes a look at a jar', async ({ page, request }) => {
  const { jars } = (await (await request.get('/api/standing')).json()) as {
    jars: { code: string }[]
  }
  const code = jars.find((jar) => jar.code.startsWith('OCH-'))!.code
  await visit(page, '/')
  await page.keyboard.press('/')
  await page.getByRole('textbox', { name: 'Find or note' }).fill(`jar ${code} aired, deep wine`)
  await page.getByRole('button', { name: /air, deep wine/ }).click()
  await expect(page.getByLabel('Colour in a word')).toHaveValue('deep wine')
  await page.getByRole('button', { name: 'Keep it as aired' }).click()
  await expect(said(page)).toContainText(`${code} aired: deep wine`)
})

test('tags show a code that opens the thing', async ({ page, request }) => {
  const lot = await lotOf(request, 'hedge bedstraw')
  await visit(page, `/tags?lot=${lot.id}`)
  await expect(page.getByRole('img', { name: `Opens ${lot.code}` })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Print 1 tag' })).toBeEnabled()
  await page.getByText('A4, 3 by 8').click()
  await page.getByRole('button', { name: 'All' }).click()
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('button', { name: /Print/ })).toBeHidden()
  await expect(page.getByRole('img', { name: `Opens ${lot.code}` })).toBeVisible()
  await page.emulateMedia({ media: 'screen' })
  await visit(page, `/t/${lot.code.toLowerCase()}`)
  await expect(page.getByRole('region', { name: `Lot ${lot.code}` })).toBeVisible()
  await visit(page, '/t/ZZZ-26-99')
  await expect(page.getByText('Nothing in this log has the tag ZZZ-26-99.')).toBeVisible()
})

test.describe('refused uploads', () => {
  test.use({ tolerated: ['Failed to load resource'] })

  test('photos hang on a lot, without the place they were taken at', async ({ page, request }) => {
    const lot = await lotOf(request, 'ragwort')
    const picture = await sharp({
      create: { width: 4000, height: 3000, channels: 3, background: '#c8a030' },
    })
      .withExif({
        IFD0: { Make: 'Invented' },
        IFD3: {
          GPSLatitudeRef: 'N',
          GPSLatitude: '47/1 1/1 48/1',
          GPSLongitudeRef: 'W',
          GPSLongitude: '20/1 0/1 36/1',
        },
      })
      .jpeg()
      .toBuffer()
    await visit(page, `/loft?lot=${lot.id}`)
    await page.getByLabel('Photos', { exact: true }).setInputFiles([
      { name: 'ragwort.jpg', mimeType: 'image/jpeg', buffer: picture },
      { name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('MZ not a picture') },
    ])
    await page.getByRole('button', { name: 'Keep them' }).click()
    await expect(
      page.getByText(
        /notes.jpg: This photo is not taken: by its first bytes it is none of the pictures/,
      ),
    ).toBeVisible()
    await expect(page.getByRole('img', { name: /^Photo/ })).toBeVisible()
    const { items } = (await (await request.get(`/api/photos?lotId=${lot.id}`)).json()) as {
      items: { id: string; lat: null }[]
    }
    const stored = await (await request.get(`/api/pictures/${items[0]!.id}`)).body()
    expect(stored.includes('Invented')).toBe(false)
    expect((await sharp(stored).metadata()).exif).toBeUndefined()
    expect(items[0]!.lat).toBeNull()
  })
  test('photos: over 25 MB, of nothing, and without what they are of', async ({ request }) => {
    const at = (query: string) => `/api/pictures?id=${newId()}${query}`
    await problemOf(await request.post(at(''), { data: Buffer.from('x') }), 422)
    await problemOf(await request.post(at(`&lotId=${newId()}`), { data: Buffer.from('x') }), 422)
    await problemOf(
      await request.post(at(`&lotId=${newId()}`), { data: Buffer.alloc(26_000_000) }),
      413,
    )
  })
})

test.describe('files', () => {
  test('go out, are looked at row by row, and come in whole or not at all', async ({ page }) => {
    await visit(page, '/exchange')
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Gatherings, Darwin Core CSV' }).click(),
    ])
    const text = readFileSync(await download.path(), 'utf8')
    const give = (name: string, body: string | Buffer) =>
      page
        .getByLabel('File to bring in')
        .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(body) })
    await give('same.csv', text)
    await expect(page.getByText(/^the same, \d\d+/)).toBeVisible()
    await expect(page.getByText('new, 0', { exact: true })).toBeVisible()
    await expect(page.getByRole('button', { name: 'Bring in 0 rows' })).toBeDisabled()

    const head =
      'scientificName,eventDate,organismQuantity,organismQuantityType,dynamicProperties\r\n'
    const good = 'Cota tinctoria,2026-07-01,55,g dried,\r\n'
    await give('broken.csv', `${head}${good}Cota tinctoria,31/02/2026,60,g dried,\r\n`)
    await expect(page.getByText('refused, 1', { exact: true })).toBeVisible()
    await expect(page.getByRole('row', { name: /3 refused/ })).toContainText('31/02/2026')
    await expect(page.getByRole('button', { name: 'Bring in 1 row' })).toBeDisabled()
    await give('formula.csv', `${head}=cmd(),2026-07-01,60,g dried,\r\n`)
    await expect(
      page.getByText(/formula.csv: Line 2: scientificName holds a formula/),
    ).toBeVisible()

    await give('good.csv', head + good)
    await page.getByRole('button', { name: 'Bring in 1 row' }).click()
    await expect(said(page)).toContainText('Brought in 1 row.')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(said(page)).toContainText('Undone')
  })
})
