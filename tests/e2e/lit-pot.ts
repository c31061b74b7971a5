import type { APIRequestContext, Page } from '@playwright/test'
import { wayFacts, type Way } from '../../catalogue/ways'
import { catalogueId, newId } from '../../shared/ids'
import type { Pot } from '../../shared/schemas/pot/pot'
import { expect } from './watched'

export const MIN = 60_000
export const isoAgo = (ms: number) => new Date(Date.now() - ms).toISOString()
export const dayOf = (instant: string) => instant.slice(0, 10)

/** A pot of its own, lit some while ago, with one mordanted piece. */
export async function litPot(
  request: APIRequestContext,
  { litAt = isoAgo(30 * MIN), way = 'simmer' as Way, pieces = 1, plan = {} as object } = {},
): Promise<Pot> {
  const day = dayOf(litAt)
  const lotId = newId()
  const lot = { id: lotId, sourceId: catalogueId('tanacetum-vulgare/flowerHead'), gatheredOn: day }
  expect(
    (await request.post('/api/lots', { data: { ...lot, state: 'fresh', netG: 200 } })).status(),
  ).toBe(201)
  const ids = Array.from({ length: pieces }, newId)
  for (const [i, id] of ids.entries()) {
    const data = {
      id,
      name: 'pot test',
      fibre: 'wool',
      form: 'yarn',
      dryG: 20,
      mark: `${i + 1} pot knots`,
      treatments: [
        { kind: 'wash', doneOn: day },
        { kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: day },
      ],
    }
    expect((await request.post('/api/pieces', { data })).status()).toBe(201)
  }
  const { dyeC, dyeMin, steps } = wayFacts(way)
  const data = {
    id: newId(),
    stage: 'planned',
    dyedOn: day,
    way,
    waterL: 4,
    tempC: dyeC,
    minutes: dyeMin,
    lots: [{ lotId, massG: 60 }],
    pieces: ids.map((pieceId) => ({ pieceId })),
    plan: { steps, pourL: 4, ...plan },
  }
  const made = (await (await request.post('/api/pots', { data })).json()) as Pot
  const lit = await request.patch(`/api/pots/${made.id}`, {
    headers: { 'if-match': `"${made.rev}"` },
    data: { light: { at: litAt, overrides: [] } },
  })
  expect(await lit.text()).toContain('running')
  return (await lit.json()) as Pot
}

export const sheet = (page: Page, pot: Pot) => page.getByRole('region', { name: `Pot ${pot.code}` })
export const finish = (request: APIRequestContext, pot: Pot) =>
  request.post(`/api/moves/finish-pot/${pot.id}`, {
    data: { at: new Date().toISOString(), liquor: 'poured', spent: 'none', rinse: 'now' },
  })
