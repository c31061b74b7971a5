import { newId, catalogueId } from '../shared/ids'
import { PLAIN_LOT } from '../shared/schemas/loft/lot'
import { newPieceSchema, type NewPiece } from '../shared/schemas/basket/piece'
import { newPotSchema, type NewPot } from '../shared/schemas/pot/pot'
import { PLAIN_PLAN, type PotPlan } from '../shared/schemas/pot/pot-plan'
import { wayFacts } from '../catalogue/ways'
import type { Mordant } from '../catalogue/agents'
import { validate } from '../shared/validate'
import { present } from '../core/present'
import type { Log } from '../server/services/log/log'
import type { Act } from './act'
import { addDays } from './days'
import { trialActs } from './trial-story'
import { BARE_LAB } from './truth'

/** What a piece of a comparison is, and what came of it. */
interface Hank {
  hex: string
  fibre?: 'wool' | 'silk'
  mordants?: Mordant[]
}
/** What a pot of it is, where it is not as the others. */
interface ComparedPot {
  hanks: readonly Hank[]
  massG?: number
  plan?: Partial<PotPlan>
  minutes?: number
  boiled?: boolean
}

const SOURCE = 'allium-cepa/husk'
const HANK_G = 10
const IRON: Mordant[] = ['alum', 'ironSulfate']

/**
 * Pots of onion husks by which somebody wanted to know it: one thing changed at a time, everything
 * written down, three pots of the same recipe, and once two things at a time. Invented.
 */
/* prettier-ignore */
const POTS: readonly ComparedPot[] = [
  { hanks: [{ hex: '#c98a2e' }, { hex: '#7a6335', mordants: IRON }] },
  { hanks: [{ hex: '#cb8d33' }, { hex: '#7d6638', mordants: IRON }] },
  // the same again, and yet paler: nobody knows why
  { hanks: [{ hex: '#d0984a' }, { hex: '#836d42', mordants: IRON }] },
  { hanks: [{ hex: '#c98b30' }, { hex: '#c27a1f', fibre: 'silk' }] },
  { hanks: [{ hex: '#cc8f37' }, { hex: '#c5802a', fibre: 'silk' }] },
  { hanks: [{ hex: '#b98a4e' }, { hex: '#7b6a45', mordants: IRON }], boiled: true },
  { hanks: [{ hex: '#c4842a' }, { hex: '#75602f', mordants: IRON }], plan: { size: 'ground' } },
  { hanks: [{ hex: '#d09a48' }, { hex: '#877147', mordants: IRON }], minutes: 30 },
  { hanks: [{ hex: '#b3823f' }, { hex: '#77653f', mordants: IRON }], plan: { water: 'tap' }, boiled: true },
]

export function comparisonActs({ log, today }: { log: Log; today: string }): Act[] {
  const gathered = { lotId: newId() }
  return [
    { on: addDays(today, -120), run: () => keepHusks(log, gathered.lotId, addDays(today, -120)) },
    ...trialActs({ log, today, lotId: gathered.lotId }),
    ...POTS.map((pot, i) => {
      const on = addDays(today, -100 + 2 * i)
      return { on, run: () => dye(log, gathered.lotId, pot, on) }
    }),
  ]
}

async function keepHusks(log: Log, lotId: string, on: string) {
  await log.lots.create({
    ...PLAIN_LOT,
    id: lotId,
    sourceId: catalogueId(SOURCE),
    gatheredOn: on,
    state: 'dried',
    netG: 140,
    note: 'from the kitchen',
  })
}

async function dye(log: Log, lotId: string, pot: ComparedPot, on: string) {
  const { hanks, massG = 4 * hanks.length, plan, minutes = 60, boiled = false } = pot
  const vessels = await log.vessels.page({ aside: false, limit: 50 })
  const vessel = present(vessels.items.find(({ name }) => name === 'small enamel pan'))
  const pieces = hanks.map((hank) => pieceOf(hank, addDays(on, -3)))
  for (const piece of pieces) await log.pieces.create(piece)
  const swatchIds = pieces.map(() => newId())
  await log.pots.create(
    validate<NewPot>(newPotSchema, {
      id: newId(),
      title: '',
      dyedOn: on,
      way: 'simmer',
      vesselId: vessel.id,
      plan: {
        ...PLAIN_PLAN,
        steps: wayFacts('simmer').steps,
        water: 'rain',
        size: 'whole',
        ...plan,
      },
      lots: [{ lotId, massG }],
      pieces: pieces.map(({ id }, i) => ({ pieceId: id, swatchId: swatchIds[i]! })),
      waterL: 2,
      tempC: 82,
      minutes,
      finalPh: 5.8,
      end: { liquor: 'poured', liquorL: null, spent: 'compost', rinse: 'now', boiled },
      note: '',
    }),
  )
  for (const [i, { hex }] of hanks.entries()) {
    await log.swatches.change(swatchIds[i]!, 1, {
      reading: { id: newId(), wet: false, washed: true, hex },
    })
  }
}

const pieceOf = ({ fibre = 'wool', mordants = ['alum'] }: Hank, on: string) =>
  validate<NewPiece>(newPieceSchema, {
    id: newId(),
    name: 'comparison hank',
    fibre,
    form: 'yarn',
    dryG: HANK_G,
    treatments: [
      { kind: 'wash', doneOn: addDays(on, -1) },
      ...mordants.map((agent) => ({
        kind: 'mordant' as const,
        agent,
        percentWof: agent === 'ironSulfate' ? 2 : 10,
        doneOn: on,
        heat: 'hot' as const,
        finish: 'heldWet' as const,
      })),
    ],
    bare: { lab: BARE_LAB[fibre], wet: false, washed: true },
    note: '',
  })
