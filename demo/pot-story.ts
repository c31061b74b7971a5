import { wayFacts } from '../catalogue/ways'
import { labOfReflectance } from '../core/colour/tristimulus'
import { hexOfLab } from '../core/colour/screen-colour'
import { finishPotSchema } from '../shared/schemas/pot/pot-event'
import { validate } from '../shared/validate'
import { addDays } from './days'
import { DOCK, potHands, type PotHands, type PotStory } from './pot-hands'
import { dyedReflectance, TRUTHS } from './truth'
import type { Act } from './act'
import { present } from '../core/present'

const kit = ({ log, id, vessels, day }: PotHands): Act => ({
  on: day(300),
  run: async () => {
    for (const [name, material, fullL, emptyG] of [
      ['big steel pot', 'steel', 14, 1850],
      ['small enamel pan', 'enamel', 4, 940],
      ['preserving jar', 'glass', 1, 460],
      ['old iron pot', 'iron', 8, 4200],
    ] as const) {
      vessels[name] = id()
      await log.vessels.create({
        id: vessels[name],
        name,
        material,
        fullL,
        emptyG,
        isDyeOnly: true,
        note: '',
      })
    }
    await log.ways.create({
      id: id(),
      name: 'Long low simmer',
      basedOn: 'simmer',
      note: '',
      steps: wayFacts('simmer').steps.map((step) =>
        step.id === 'extract' ? { ...step, minutes: 180, tempC: 75 } : { ...step },
      ),
    })
    await log.settings.change({
      burners: [
        { name: 'hot plate', powerW: 1800 },
        { name: 'camping stove', powerW: 1500 },
      ],
      altitudeM: 240,
      scale: 'simulated',
      probe: 'simulated',
    })
  },
})

/** A pot that got too hot, with its notes: what happened differs from what was planned. */
const boiledOver = ({
  log,
  id,
  vessels,
  day,
  at,
  hank,
  lotOf,
  plan,
  move,
  light,
  note,
}: PotHands): Act => ({
  on: day(5),
  run: async () => {
    const on = day(5)
    const lot = await lotOf(DOCK, 30)
    const pieces = ['1 knot', '2 knots'].map((mark) =>
      hank({ fibre: 'wool', dryG: 20, mark }, day(9)),
    )
    await log.basketMoves.many({ set: null, pieces, baths: [] })
    const pieceIds = pieces.map((piece) => piece.id)
    const { id: potId } = await plan('simmer', [{ lotId: lot.id, massG: 16 }], pieceIds, {
      dyedOn: on,
      waterL: 2.5,
      vesselId: vessels['small enamel pan'],
      plan: { pourL: 2.5, powerW: 1800, burner: 'hot plate' },
    })
    await light(potId, at(on, '09:10'))
    await note(potId, 'step', at(on, '09:25'), {}, 'prepare')
    await note(potId, 'heat', at(on, '09:26'), { isOn: true, holdC: 82 })
    for (const [time, tempC] of [
      ['09:40', 41],
      ['10:00', 68],
      ['10:15', 82],
    ] as const) {
      await note(potId, 'reading', at(on, time), { tempC })
    }
    for (const [stepId, time] of [
      ['heat', '10:16'],
      ['wetOut', '10:30'],
      ['extract', '11:20'],
      ['strain', '11:32'],
    ] as const) {
      await note(potId, 'step', at(on, time), {}, stepId)
    }
    await note(potId, 'enter', at(on, '11:40'), { pieceIds }, 'enter')
    await note(potId, 'reading', at(on, '11:55'), { tempC: 74, ph: 6.1 })
    await note(potId, 'look', at(on, '12:05'), { of: 'piece', how: 'wet', pieceId: pieceIds[0] })
    await note(potId, 'pull', at(on, '12:05'), { pieceIds: [pieceIds[0]] })
    await note(potId, 'reading', at(on, '12:25'), { tempC: 98.9, ph: 6.2 })
    await note(potId, 'heat', at(on, '12:26'), { isOn: false })
    await note(potId, 'pull', at(on, '12:50'), { pieceIds: [pieceIds[1]] }, 'dye')
    move(at(on, '13:00'))
    const { item } = await log.course.finish(
      potId,
      validate(finishPotSchema, {
        at: at(on, '13:00'),
        liquor: 'kept',
        liquorL: 1.8,
        spent: 'compost',
        rinse: 'now',
        pieces: pieceIds.map((pieceId, i) => ({
          pieceId,
          waters: 2 + i,
          handle: i ? ['harsh'] : ['soft'],
        })),
      }),
    )
    move(at(day(4), '10:00'))
    for (const [i, { swatchId }] of item.pieces.entries()) {
      const dyed = dyedReflectance(TRUTHS[DOCK]!, {
        ratioDry: 0.4,
        fibre: 'wool',
        iron: false,
        factor: i ? 1.05 : 0.6,
      })
      await log.swatches.change(present(swatchId), 1, {
        reading: { id: id(), hex: hexOfLab(labOfReflectance(dyed)), wet: false, washed: true },
      })
    }
  },
})

/** On the hob while the log is opened: a simmer with its pieces in, and a steep for skins. */
const running = ({
  log,
  today,
  vessels,
  day,
  ago,
  hank,
  lotOf,
  plan,
  expectedOf,
  light,
  note,
}: PotHands): Act => ({
  on: today,
  run: async () => {
    const bark = await lotOf('alnus-glutinosa/bark', 60)
    const skins = ['3 notches', '4 notches'].map((mark) =>
      hank({ fibre: 'fishSkin', form: 'pieces', dryG: 20, name: 'scrap', mark }, day(7), false),
    )
    const dock = await lotOf(DOCK, 40)
    const pieces = [
      hank({ fibre: 'wool', dryG: 25, mark: '3 knots' }, day(6)),
      hank({ fibre: 'silk', dryG: 15, mark: 'red thread' }, day(6)),
      hank({ fibre: 'superwash', dryG: 20, mark: '4 knots' }, day(6)),
    ]
    await log.basketMoves.many({ set: null, pieces: [...skins, ...pieces], baths: [] })
    const steep = await plan(
      'coldSteep',
      [{ lotId: bark.id, massG: 50 }],
      skins.map((piece) => piece.id),
      {
        waterL: 1.5,
        tempC: 14,
        vesselId: vessels['small enamel pan'],
        plan: { pourL: 1.5 },
      },
    )
    await light(steep.id, ago(6.8 * 1440))
    await note(steep.id, 'step', ago(6.79 * 1440), {}, 'prepare')
    for (const days of [5, 3, 1.2]) {
      await note(steep.id, 'look', ago(days * 1440), { of: 'bath', how: 'glass', hex: '#7a3b1e' })
    }
    const pieceIds = pieces.map((piece) => piece.id)
    const simmer = await plan('simmer', [{ lotId: dock.id, massG: 36 }], pieceIds, {
      waterL: 3.5,
      vesselId: vessels['big steel pot'],
      plan: {
        pourL: 3.5,
        kettleL: 1.5,
        powerW: 1800,
        burner: 'hot plate',
        ph: { target: 9, cap: 10, agent: 'sodaAsh' },
        pulls: [{ pieceId: pieceIds[1]!, minutes: 30 }],
        expected: pieces.map((piece, i) => expectedOf(piece, 0.36, [6, 0, 2][i]!)),
      },
    })
    const potId = simmer.id
    await light(potId, ago(150))
    await note(potId, 'heat', ago(140), { isOn: true, holdC: 82 })
    await note(potId, 'step', ago(138), {}, 'prepare')
    await note(potId, 'reading', ago(128), { tempC: 63.5 })
    await note(potId, 'step', ago(112), {}, 'heat')
    await note(potId, 'reading', ago(111), { tempC: 81.5 })
    await note(potId, 'step', ago(95), {}, 'wetOut')
    await note(potId, 'look', ago(70), { of: 'bath', how: 'dropOnWhite', hex: '#8a5a14' })
    await note(potId, 'step', ago(48), {}, 'extract')
    await note(potId, 'step', ago(37), {}, 'strain')
    await note(potId, 'reading', ago(34), { tempC: 62, ph: 5.6 })
    await note(potId, 'enter', ago(31), { pieceIds }, 'enter')
    await note(potId, 'reading', ago(16), { tempC: 76.5 })
  },
})

const tomorrow = ({ log, today, vessels, day, at, hank, lotOf, plan }: PotHands): Act => ({
  on: today,
  run: async () => {
    const lot = await lotOf('filipendula-ulmaria/floweringTop', 60)
    const pieces = ['5 knots', '6 knots'].map((mark) =>
      hank({ fibre: 'wool', dryG: 50, mark }, day(3)),
    )
    await log.basketMoves.many({ set: null, pieces, baths: [] })
    const start = Date.parse(at(addDays(today, 1), '08:00'))
    const steps = wayFacts('simmer').steps
    let offset = 0
    const starts = steps.map((step) => {
      // wetting out goes on beside, and is over when the pieces go in
      const hasStrengthThough = step.kind === 'wetOut'
      const begins = new Date(start + (offset - (hasStrengthThough ? step.minutes : 0)) * 60_000)
      if (!hasStrengthThough) offset += step.minutes
      return { stepId: step.id, at: begins.toISOString() }
    })
    await plan(
      'simmer',
      [{ lotId: lot.id, massG: 60 }],
      pieces.map((piece) => piece.id),
      {
        waterL: 4,
        vesselId: vessels['big steel pot'],
        plan: {
          pourL: 4,
          powerW: 1800,
          burner: 'hot plate',
          starts,
          additions: [{ agent: 'ironSulfate', form: 'heptahydrate', massG: 1, when: 'after' }],
        },
      },
    )
  },
})

/** Kit and pots of the invented dyer: one done with its notes, two on the hob, one planned. */
export function potActs(story: PotStory): Act[] {
  const hands = potHands(story)
  return [kit(hands), boiledOver(hands), running(hands), tomorrow(hands)]
}
