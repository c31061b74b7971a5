import type { APIRequestContext, Page } from '@playwright/test'
import sharp from 'sharp'
import { catalogueId, newId } from '../../shared/ids'
import type { Pot } from '../../shared/schemas/pot/pot'
import { boothPhoto } from '../fixtures/booth-photo'
import { expect } from './watched'

/** Px of the made-up photo for each px of its scene. */
const PHOTO_SCALE = 3
const SCENE = { width: 600, height: 400 }

/** The booth's made-up photo as a JPEG, larger than it is drawn; of another hank where one is given. */
export async function photoFile(
  scale = PHOTO_SCALE,
  exposure = 0.8,
  dyed?: readonly number[],
): Promise<Buffer> {
  return asJpeg(boothPhoto(exposure, dyed), scale)
}

/** A made-up picture as a JPEG, larger than it is drawn. */
export function asJpeg(
  { width, height, data }: ReturnType<typeof boothPhoto>,
  scale = PHOTO_SCALE,
): Promise<Buffer> {
  return sharp(Buffer.from(data), { raw: { width, height, channels: 4 } })
    .resize(width * scale, height * scale, { kernel: 'nearest' })
    .removeAlpha()
    .jpeg({ quality: 92, chromaSubsampling: '4:4:4' })
    .toBuffer()
}

/** A pot of one dock swatch that waits to be read; its piece has no bare colour. */
export async function unreadSwatch(request: APIRequestContext, bare?: object): Promise<Pot> {
  const [lotId, pieceId] = [newId(), newId()]
  const sourceId = catalogueId('rumex-obtusifolius/root')
  await request.post('/api/lots', {
    data: { id: lotId, sourceId, gatheredOn: '2026-10-01', state: 'dried', netG: 60 },
  })
  await request.post('/api/pieces', {
    data: {
      id: pieceId,
      name: 'booth test',
      fibre: 'wool',
      form: 'yarn',
      dryG: 10,
      treatments: [{ kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: '2026-10-02' }],
      ...(bare && { bare }),
    },
  })
  const made = await request.post('/api/pots', {
    data: {
      id: newId(),
      dyedOn: '2026-10-05',
      way: 'simmer',
      lots: [{ lotId, massG: 4.5 }],
      pieces: [{ pieceId }],
    },
  })
  expect(made.status(), await made.text()).toBe(201)
  return (await made.json()) as Pot
}

/** Drags in the photo, in px of its scene. */
export async function photoHands(page: Page, scale = PHOTO_SCALE) {
  const sheet = page.getByRole('application', { name: /The photo/ })
  await expect(sheet).toBeVisible()
  async function at(x: number, y: number): Promise<[number, number]> {
    const box = (await sheet.boundingBox())!
    const fit = Math.min(box.width / (SCENE.width * scale), box.height / (SCENE.height * scale))
    return [
      box.x + (box.width - SCENE.width * scale * fit) / 2 + x * scale * fit,
      box.y + (box.height - SCENE.height * scale * fit) / 2 + y * scale * fit,
    ]
  }
  return {
    async mark(box: { x: number; y: number; width: number; height: number }, rim = 12) {
      await page.mouse.move(...(await at(box.x + rim, box.y + rim)))
      await page.mouse.down()
      await page.mouse.move(...(await at(box.x + box.width / 2, box.y + box.height / 2)))
      await page.mouse.move(...(await at(box.x + box.width - rim, box.y + box.height - rim)))
      await page.mouse.up()
    },
    async corner(n: number, x: number, y: number) {
      const handle = (await page.getByLabel(`Corner ${n} of the chart`).boundingBox())!
      await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2)
      await page.mouse.down()
      await page.mouse.move(...(await at(x, y)), { steps: 3 })
      await page.mouse.up()
    },
  }
}
