import { kOverSOf, reflectanceOfKOverS } from '../core/colour/kubelka-munk'
import type { Reflectance } from '../core/colour/spectrum'
import type { Log } from '../server/services/log/log'
import { catalogueId } from '../shared/ids'
import type { SwatchJudgement } from '../shared/schemas/swatch/swatch'
import { addDays } from './days'
import type { Act, StoryClock } from './act'
import { first, present } from '../core/present'

/** Water between the fibres: light goes deeper in, and less of it comes back. */
const WET_FACTOR = 1.7
const scaled = (reflectance: Reflectance, factor: number): Reflectance =>
  kOverSOf(reflectance).map((ks) => reflectanceOfKOverS(ks * factor))

/** A piece as it looks when it has just been rinsed. */
export const asWet = (reflectance: Reflectance) => scaled(reflectance, WET_FACTOR)

/** What is thought of some swatches, by source; the strongest ones first. */
const JUDGED: Record<string, Partial<SwatchJudgement>[]> = {
  'tanacetum-vulgare/flowerHead': [
    {
      verdict: 'again',
      verdictWhy: 'The yellow for the yoke of the heather jumper.',
      hoped: { l: 72, a: 4, b: 68 },
    },
    {
      verdict: 'change',
      verdictWhy: 'A little pale: half as much again next time.',
      hoped: { l: 70, a: 5, b: 66 },
      attentionMin: 55,
    },
  ],
  'rumex-obtusifolius/root': [
    { verdict: 'not', verdictWhy: 'Two hours of scrubbing roots for this tan.', attentionMin: 140 },
  ],
  'alnus-glutinosa/bark': [{ verdict: 'again', verdictWhy: 'Even, and no mordant to weigh.' }],
}

/** Strips that hung in the window: what so many hours left of their K/S. */
const IN_WINDOW = [
  { source: 'tanacetum-vulgare/flowerHead', hours: 40, left: 0.72 },
  { source: 'alnus-glutinosa/bark', hours: 40, left: 0.985 },
] as const

interface Story {
  log: Log
  clock: StoryClock
  today: string
  id: () => string
}

/** Verdicts, colours hoped for, and strips that hung in the light. */
export function swatchActs({ log, clock, today, id }: Story): Act[] {
  /** Measured swatches of a source, the darkest first. */
  async function measured(source: string) {
    const { items } = await log.swatches.page({
      sourceId: catalogueId(source),
      unread: false,
      aside: false,
      limit: 50,
    })
    return items
      .filter(({ readings: [last] }) => last?.reflectance)
      .sort((a, b) => first(a.readings).lab.l - first(b.readings).lab.l)
  }

  return [
    {
      on: addDays(today, -8),
      run: async () => {
        for (const { source, hours, left } of IN_WINDOW) {
          for (const { id: swatchId, rev, readings } of (await measured(source)).slice(0, 3)) {
            clock.now = new Date(+clock.now + 240_000)
            const reading = {
              id: id(),
              reflectance: [...scaled(present(first(readings).reflectance), left)],
              wet: false,
              washed: true,
              by: 'reader' as const,
              lightHours: hours,
            }
            await log.swatches.change(swatchId, rev, { reading })
          }
        }
      },
    },
    {
      on: addDays(today, -7),
      run: async () => {
        for (const [source, judgements] of Object.entries(JUDGED)) {
          const swatches = await measured(source)
          for (const [i, judgement] of judgements.entries()) {
            const swatch = swatches[i]
            if (swatch) await log.swatches.change(swatch.id, swatch.rev, judgement)
          }
        }
      },
    },
  ]
}
