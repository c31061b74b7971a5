import { BATH_HEATS } from '../core/mordant/bath-steps'
import type { BathAgent, NewBath } from '../shared/schemas/basket/mordant-bath'
import type { NewPiece } from '../shared/schemas/basket/piece'
import { newPieceSchema } from '../shared/schemas/basket/piece'
import { validate } from '../shared/validate'
import type { Log } from '../server/services/log/log'
import { addDays } from './days'
import { BARE_LAB } from './truth'
import type { Act, StoryClock } from './act'
import { first } from '../core/present'

interface Stage {
  log: Log
  clock: StoryClock
  today: string
  id: () => string
  loadedAt: Date
}

/** Shelf, sets and mordant baths of the invented dyer. */
export function basketActs({ log, clock, today, id, loadedAt }: Stage): Act[] {
  const day = (ago: number) => addDays(today, -ago)
  const instant = (on: string, time: string) => `${on}T${time}:00Z`
  const shelf: Record<string, string> = {}

  const buy = async (
    agent: 'alum' | 'ironSulfate' | 'creamOfTartar' | 'tannin' | 'chalk' | 'sodaAsh' | 'vinegar',
    boughtG: number,
    lowG: number,
    name: string,
    boughtOn: string,
    form?: string,
  ) => {
    const forms = { alum: 'dodecahydrate', ironSulfate: 'heptahydrate', sodaAsh: 'decahydrate' }
    const item = await log.shelf.create({
      id: id(),
      agent,
      name,
      boughtOn,
      boughtG,
      lowG,
      note: '',
      form: form ?? forms[agent as keyof typeof forms] ?? '',
    })
    shelf[agent] = item.item.id
  }

  const shopping: Act = {
    on: day(119),
    run: async () => {
      await buy('alum', 1000, 150, 'tin with a blue lid', day(400))
      await buy('ironSulfate', 100, 30, 'brown glass jar', day(400))
      await buy('creamOfTartar', 250, 50, 'paper bag', day(395))
      await buy('tannin', 200, 50, 'clip jar', day(380))
      await buy('chalk', 500, 100, 'bag', day(380))
      await buy('sodaAsh', 1000, 200, 'shop packet', day(300))
      await buy('vinegar', 5000, 1000, 'canister', day(120))
    },
  }

  /** What went into baths over the year, told by one weighing. */
  const counted: Act = {
    on: day(40),
    run: async () => {
      for (const [agent, massG] of [
        ['alum', 310],
        ['ironSulfate', 26],
      ] as const) {
        await log.shelf.change(shelf[agent]!, 1, { counted: { massG, on: day(40) } })
      }
    },
  }

  const hank = (fields: Partial<NewPiece> & Pick<NewPiece, 'fibre' | 'dryG'>, washed: string) =>
    validate(newPieceSchema, {
      id: id(),
      name: 'hank',
      form: 'yarn',
      treatments: [{ kind: 'wash', doneOn: washed }],
      ...(fields.fibre in BARE_LAB && {
        bare: { lab: BARE_LAB[fields.fibre as keyof typeof BARE_LAB], wet: false, washed: true },
      }),
      ...fields,
    })

  const agent = (
    name: BathAgent['agent'],
    form: string,
    percentWof: number,
    fibreG: number,
  ): BathAgent => ({
    stage: 0,
    agent: name,
    form,
    percentWof,
    lotId: null,
    massG: Math.round(percentWof * fibreG) / 100,
    shelfId: shelf[name] ?? null,
  })

  const bath = (
    fields: Pick<NewBath, 'scheme' | 'heat' | 'agents' | 'pieceIds' | 'startedAt'> &
      Partial<NewBath>,
  ): NewBath => ({
    id: id(),
    placing: 'before',
    finish: 'dried',
    rinse: false,
    waterL: 4,
    vessel: '',
    vesselL: null,
    againOf: null,
    plannedFor: null,
    note: '',
    overrides: [],
    tempC: BATH_HEATS[fields.heat].tempC,
    ...fields,
  })

  const note = async (bathId: string, stepId: string, at: string) => {
    const { rev } = await log.baths.read(bathId)
    clock.now = new Date(Math.max(+clock.now, Date.parse(at)))
    const step = { id: id(), stepId, at, skipped: false, note: '' }
    await log.baths.change(bathId, rev, { step })
  }

  const trialSet: Act = {
    on: day(24),
    run: async () => {
      const set = { id: id(), name: 'Autumn trial', kind: 'trial' as const, note: '' }
      const pieces = (['wool', 'silk'] as const).flatMap((fibre, f) =>
        [1, 2, 3].map((knots) =>
          hank(
            {
              fibre,
              dryG: 10,
              name: 'trial',
              setId: set.id,
              mark: `${knots} ${knots > 1 ? 'knots' : 'knot'}${f ? ', white tie' : ''}`,
            },
            day(25),
          ),
        ),
      )
      await log.basketMoves.many({ set, pieces, baths: [] })
      const alum = bath({
        scheme: 'alum',
        heat: 'cold',
        waterL: 1.5,
        vessel: 'enamel pan',
        agents: [agent('alum', 'dodecahydrate', 10, 20)],
        pieceIds: [first(pieces).id, pieces[3]!.id],
        startedAt: instant(day(24), '18:00'),
      })
      const iron = bath({
        scheme: 'iron',
        heat: 'warm',
        waterL: 1.5,
        vessel: 'old iron pan',
        agents: [agent('ironSulfate', 'heptahydrate', 2, 20)],
        pieceIds: [pieces[1]!.id, pieces[4]!.id],
        startedAt: instant(day(24), '18:10'),
      })
      await log.basketMoves.baths([alum, iron])
      clock.now = new Date(instant(day(23), '09:00'))
      for (const { id: bathId } of [alum, iron]) {
        await log.bathFinish.finish(bathId, { at: instant(day(23), '08:30'), finish: 'dried' })
      }
    },
  }

  const skins: Act = {
    on: day(15),
    run: async () => {
      const scraps = ['1 notch', '2 notches'].map((mark) =>
        hank({ fibre: 'fishSkin', form: 'pieces', dryG: 18, name: 'scrap', mark }, day(16)),
      )
      const greasy = hank({ fibre: 'alpaca', form: 'fleece', dryG: 85, name: 'raw' }, day(16))
      const quills = hank(
        {
          fibre: 'quill',
          form: 'pieces',
          dryG: 6,
          name: 'bundle',
          treatments: [
            { kind: 'wash', doneOn: day(15) },
            { kind: 'bleach', doneOn: day(15) },
          ],
        },
        day(15),
      )
      await log.basketMoves.many({
        set: null,
        baths: [],
        pieces: [...scraps, { ...greasy, treatments: [] }, quills],
      })
    },
  }

  /** One bath that runs while the log is opened, one that is planned for tonight. */
  const tonight: Act = {
    on: today,
    run: async () => {
      const skeins = ['', '1 knot', '2 knots', '3 knots'].map((mark) =>
        hank({ fibre: 'wool', dryG: 100, name: 'skein', mark }, day(3)),
      )
      const towels = ['', '1 notch'].map((mark) =>
        hank(
          {
            fibre: 'cotton',
            form: 'cloth',
            dryG: 140,
            name: 'tea towel',
            mark,
            treatments: [
              { kind: 'wash', doneOn: day(4) },
              { kind: 'preshrink', doneOn: day(4) },
            ],
            widthCm: 48,
            lengthCm: 70,
          },
          day(4),
        ),
      )
      await log.basketMoves.many({ set: null, pieces: [...skeins, ...towels], baths: [] })
      const ago = (minutes: number) => new Date(+loadedAt - minutes * 60_000).toISOString()
      const running = bath({
        scheme: 'alumTartar',
        heat: 'hot',
        waterL: 9,
        vessel: 'big steel pot',
        vesselL: 14,
        agents: [agent('creamOfTartar', '', 6.5, 400), agent('alum', 'dodecahydrate', 10, 400)],
        pieceIds: skeins.map((piece) => piece.id),
        startedAt: ago(85),
      })
      await log.baths.create(running)
      await note(running.id, '0-wetOut', ago(52))
      await note(running.id, '0-dissolve', ago(41))
      await note(running.id, '0-enter', ago(33))
      await log.baths.create(
        bath({
          scheme: 'tanninAlum',
          heat: 'cold',
          waterL: 6,
          vessel: 'bucket',
          vesselL: 10,
          agents: [
            agent('tannin', '', 8, 280),
            { ...agent('alum', 'dodecahydrate', 15, 280), stage: 1 },
          ],
          pieceIds: towels.map((piece) => piece.id),
          startedAt: null,
          plannedFor: today,
        }),
      )
    },
  }

  return [shopping, counted, trialSet, skins, tonight]
}
