import { first, present } from '../core/present'
import type { Log } from '../server/services/log/log'
import { newId } from '../shared/ids'
import { newTrialSchema } from '../shared/schemas/trial/trial'
import { validate } from '../shared/validate'
import type { Act } from './act'
import { addDays } from './days'
import { BARE_LAB } from './truth'

/** What came of it, by level; invented. */
const HEXES = [
  ['#cb8f38', '#c88b33'],
  ['#bd7622', '#b9731f'],
] as const
const DAYS_AGO = 60

/** A trial of what silk does, laid out, dyed in one pot, and read. */
export const trialActs = (story: { log: Log; today: string; lotId: string }): Act[] => {
  const on = addDays(story.today, -DAYS_AGO)
  return [{ on, run: () => dyeTrial(story, on) }]
}

async function dyeTrial({ log, lotId }: { log: Log; lotId: string }, on: string) {
  const trial = validate(newTrialSchema, {
    id: newId(),
    words: 'silk against wool, onion husks',
    on,
    design: {
      factor: 'fibre',
      levels: ['wool', 'silk'],
      each: 2,
      seed: 4711,
      inJars: false,
      lotId,
      form: 'yarn',
      pieceG: 10,
      isWashed: true,
      isMordanted: true,
      recipe: {
        fibre: 'wool',
        scheme: 'alum',
        percentWof: null,
        heat: 'hot',
        finish: 'heldWet',
        ratioDry: 0.4,
        size: 'whole',
        water: 'rain',
        way: 'simmer',
        minutes: null,
        tempC: null,
        vesselId: null,
      },
    },
  })
  const pot = first((await log.fairTrials.make(trial)).items)
  await log.pots.change(pot.id, pot.rev, { light: { at: `${on}T07:00:00Z`, overrides: [] } })
  const { item } = await log.course.finish(pot.id, {
    at: `${on}T09:30:00Z`,
    finalPh: 5.8,
    liquor: 'poured',
    liquorL: null,
    spent: 'compost',
    rinse: 'now',
    note: '',
    pieces: [],
  })
  const { places } = await log.trials.read(trial.id)
  const left = HEXES.map((hexes) => [...hexes])
  for (const { pieceId, level } of places) {
    const piece = await log.pieces.read(pieceId)
    await log.pieces.change(pieceId, piece.rev, {
      bare: { id: newId(), lab: BARE_LAB[level === 0 ? 'wool' : 'silk'], wet: false, washed: true },
    })
    const { swatchId } = present(item.pieces.find((each) => each.pieceId === pieceId))
    const swatch = await log.swatches.read(present(swatchId))
    await log.swatches.change(swatch.id, swatch.rev, {
      reading: { id: newId(), hex: present(left[level]?.pop()), wet: false, washed: true },
    })
  }
}
