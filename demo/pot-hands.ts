import { wayFacts, type Way } from '../catalogue/ways'
import { labOfReflectance } from '../core/colour/tristimulus'
import { hexOfLab } from '../core/colour/screen-colour'
import { catalogueId, newId } from '../shared/ids'
import { newPieceSchema, type NewPiece } from '../shared/schemas/basket/piece'
import { newPotSchema, type NewPot } from '../shared/schemas/pot/pot'
import { newPotEventSchema } from '../shared/schemas/pot/pot-event'
import type { ExpectedColour, PotPlan } from '../shared/schemas/pot/pot-plan'
import { validate } from '../shared/validate'
import type { Log } from '../server/services/log/log'
import { addDays } from './days'
import { BARE_LAB, dyedReflectance, TRUTHS } from './truth'
import type { StoryClock } from './act'
import { present } from '../core/present'

export interface PotStory {
  log: Log
  clock: StoryClock
  today: string
  id: () => string
  loadedAt: Date
}

export const DOCK = 'rumex-obtusifolius/root'

/** The hands of a story of pots: pieces, plans, lighting and notes, each at its own time. */
export function potHands({ log, clock, today, id, loadedAt }: PotStory) {
  const day = (ago: number) => addDays(today, -ago)
  const at = (on: string, time: string) => `${on}T${time}:00Z`
  const ago = (minutes: number) => new Date(+loadedAt - minutes * 60_000).toISOString()
  const vessels: Record<string, string> = {}

  const hank = (
    fields: Partial<NewPiece> & Pick<NewPiece, 'fibre' | 'dryG'>,
    on: string,
    mordants = true,
  ) =>
    validate(newPieceSchema, {
      id: id(),
      name: 'hank',
      form: 'yarn',
      treatments: [
        { kind: 'wash', doneOn: on },
        ...(mordants ? [{ kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: on }] : []),
      ],
      ...(fields.fibre in BARE_LAB && {
        bare: { lab: BARE_LAB[fields.fibre as keyof typeof BARE_LAB], wet: false, washed: true },
      }),
      ...fields,
    })

  const lotOf = async (key: string, leastG: number) => {
    const { items } = await log.lots.page({ inStock: true, aside: false, limit: 200 })
    return present(
      items.find(
        ({ sourceId, leftG, held }) => sourceId === catalogueId(key) && leftG >= leastG && !held,
      ),
    )
  }

  const plan = async (
    way: Way,
    lots: NewPot['lots'],
    pieceIds: readonly string[],
    fields: Partial<Omit<NewPot, 'plan'>> & { plan?: Partial<PotPlan> },
  ) => {
    const { item } = await log.pots.create(
      validate(newPotSchema, {
        id: id(),
        stage: 'planned',
        dyedOn: today,
        way,
        lots,
        pieces: pieceIds.map((pieceId) => ({ pieceId })),
        tempC: wayFacts(way).dyeC,
        minutes: wayFacts(way).dyeMin,
        ...fields,
        plan: { steps: wayFacts(way).steps, water: 'rain', size: 'chopped', ...fields.plan },
      }),
    )
    return item
  }

  /** As the planner told it then: invented like all else here. */
  const expectedOf = (piece: NewPiece, ratioDry: number, n: number): ExpectedColour => {
    const fibre = piece.fibre as keyof typeof BARE_LAB
    const dyed = dyedReflectance(TRUTHS[DOCK]!, { ratioDry, fibre, iron: false, factor: 1 })
    const strength = n > 0 ? { mid: 0.9, low: 0.6, high: 1.3 } : { mid: 0.8, low: 0.2, high: 2.6 }
    return {
      pieceId: piece.id,
      strength,
      n,
      lab: null,
      hex: n > 0 ? hexOfLab(labOfReflectance(dyed)) : null,
      basis: n > 0 ? ('measured' as const) : ('typical' as const),
    }
  }
  const move = (instant: string) => {
    clock.now = new Date(Math.max(+clock.now, Date.parse(instant)))
  }
  const light = async (potId: string, instant: string) => {
    move(instant)
    const { rev } = await log.pots.read(potId)
    await log.pots.change(potId, rev, { light: { at: instant, overrides: [] } })
  }
  const note = async (
    potId: string,
    kind: string,
    instant: string,
    data: object = {},
    stepId: string | null = null,
  ) => {
    move(instant)
    await log.course.note(
      potId,
      validate(newPotEventSchema, { id: newId(), kind, at: instant, data, stepId, note: '' }),
    )
  }

  return { log, today, id, vessels, day, at, ago, hank, lotOf, plan, expectedOf, move, light, note }
}

export type PotHands = ReturnType<typeof potHands>
