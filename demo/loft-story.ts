import { JAR_WAYS } from '../catalogue/jar-ways'
import { catalogueId } from '../shared/ids'
import { PLAIN_LOT, type NewLot } from '../shared/schemas/loft/lot'
import type { Log } from '../server/services/log/log'
import { addDays } from './days'
import { JARS, type JarStory } from './jar-stories'
import type { PatchName } from './scenario'
import type { Act, StoryClock } from './act'

interface Stage {
  log: Log
  clock: StoryClock
  today: string
  id: () => string
  patch: (name: PatchName) => string
}

/** Loft, jars and wishes of the invented dyer. */
export function loftActs({ log, clock, today, id, patch }: Stage): Act[] {
  const day = (ago: number) => addDays(today, -ago)
  const instant = (on: string, hour = 9) => `${on}T${String(hour).padStart(2, '0')}:00:00Z`

  const gather = async (fields: Pick<NewLot, 'sourceId' | 'gatheredOn'> & Partial<NewLot>) =>
    (await log.lots.create({ ...PLAIN_LOT, id: id(), state: 'fresh', ...fields })).item

  const step = async (
    lotId: string,
    kind: 'dried' | 'stripped' | 'ground' | 'lost',
    on: string,
    afterG: number,
  ) => {
    clock.now = new Date(Math.max(+clock.now, Date.parse(instant(on, 12))))
    const { rev } = await log.lots.read(lotId)
    await log.lots.change(lotId, rev, { step: { id: id(), kind, doneOn: on, afterG, note: '' } })
  }

  const bags: Act = {
    on: day(740),
    run: async () => {
      await log.containers.create({ id: id(), name: 'mesh bag', tareG: 11 })
      await log.containers.create({ id: id(), name: 'willow basket', tareG: 412 })
    },
  }

  const hung: Act = {
    on: day(11),
    run: async () => {
      const lot = await gather({
        sourceId: catalogueId('solidago-canadensis/floweringTop'),
        gatheredOn: day(12),
        patchId: patch('Quarry Lane'),
        stage: 'going over',
        netG: 700,
        minutes: 35,
        weather: 'dry and cold',
        contents: [{ what: 'stem', share: 0.2, basis: 'guessed' }],
      })
      await step(lot.id, 'stripped', day(12), 500)
      const { rev } = await log.lots.read(lot.id)
      await log.lots.change(lot.id, rev, { hungOn: day(11) })
    },
  }

  const held: Act = {
    on: day(4),
    run: async () => {
      await gather({
        sourceId: catalogueId('cortinarius-cinnamomeus/cap'),
        gatheredOn: day(4),
        patchId: patch('Fallen Spruce'),
        stage: 'mature',
        netG: 34,
        sureness: 'likely',
        host: 'pine',
        evidence: [{ id: id(), kind: 'features', words: 'yellow gills, no veil left', on: day(4) }],
      })
    },
  }

  const chain: Act = {
    on: day(70),
    run: async () => {
      const lot = await gather({
        sourceId: catalogueId('quercus-robur/gall'),
        gatheredOn: day(70),
        patchId: patch('Orchard Bank'),
        obtained: 'windfall',
        stage: 'bored',
        count: 60,
        measure: 'piece',
        netG: 190,
        minutes: 40,
      })
      await step(lot.id, 'dried', day(62), 131)
      await step(lot.id, 'ground', day(60), 128)
    },
  }

  const wishes: Act = {
    on: day(3),
    run: async () => {
      const wish = { jarId: null, agent: null, dueOn: null, fibreG: null, depth: null }
      await log.wishes.create({
        ...wish,
        id: id(),
        words: 'A darker try on superwash',
        sourceId: catalogueId('tanacetum-vulgare/flowerHead'),
        fibreG: 100,
      })
      const jumper = {
        words: 'Dock orange for the big jumper',
        sourceId: catalogueId('rumex-obtusifolius/root'),
      }
      const { item: jumperWish } = await log.wishes.create({
        ...wish,
        ...jumper,
        id: id(),
        fibreG: 600,
        depth: 'full',
      })
      await log.markers.create({
        id: id(),
        words: 'the elder flowers',
        seenOn: ['2025-06-04', '2026-05-29'],
        windows: [
          {
            sourceId: catalogueId('filipendula-ulmaria/floweringTop'),
            fromDays: 18,
            toDays: 60,
          },
        ],
      })
      await log.plans.create({
        ...jumper,
        id: id(),
        wishId: jumperWish.id,
        fibre: 'wool',
        form: 'yarn',
        isWashed: true,
        isLasting: true,
        mordant: 'alum',
        mordantPercent: 10,
        parts: [
          {
            fibreG: 600,
            pieces: 6,
            depth: 'full',
            isLaterBath: false,
            sourceId: null,
            again: null,
          },
          { fibreG: 150, pieces: 2, depth: null, isLaterBath: true, sourceId: null, again: null },
        ],
        wantedBy: addDays(today, 62),
        moved: {},
        done: {},
      })
      await log.wishes.create({
        ...wish,
        id: id(),
        words: 'Try gorse at the first bloom',
        sourceId: catalogueId('ulex-europaeus/petal'),
        dueOn: addDays(today, 120),
      })
    },
  }

  const rule: Act = {
    on: day(400),
    run: async () => {
      await log.allowances.create({
        id: id(),
        patchId: patch('Orchard Bank'),
        sourceId: catalogueId('rumex-obtusifolius/root'),
        rule: { kind: 'gramsPerSeason', massG: 2000 },
        standingG: null,
        note: 'The farm is glad of two kilograms a year.',
      })
    },
  }

  return [bags, hung, held, chain, wishes, rule, ...JARS.map(jarActs).flat(), liquor()]

  function jarActs(story: JarStory): Act[] {
    const started = addDays(today, -story.startedDaysAgo)
    const jarId = { value: '' }
    const round = async (
      kind: 'air' | 'look' | 'shake',
      on: string,
      look?: JarStory['looks'][number],
    ) => {
      clock.now = new Date(Math.max(+clock.now, Date.parse(instant(on))))
      const { rev } = await log.jars.read(jarId.value)
      await log.jars.change(jarId.value, rev, {
        round: {
          id: id(),
          kind,
          at: instant(on),
          ph: null,
          smell: '',
          note: '',
          lookedAt: look ? 'bath' : null,
          how: look ? 'a drop on white' : null,
          colourWord: look?.[1] ?? '',
          hex: look?.[2] ?? null,
          mould: look?.[3] ?? false,
        },
      })
    }
    const start: Act = {
      on: started,
      run: async () => {
        const lot = await gather({
          sourceId: catalogueId(story.source),
          gatheredOn: started,
          patchId: patch(story.patch),
          obtained: story.way.startsWith('ammonia') ? 'windfall' : 'prunings',
          state: story.way === 'soak' ? 'fresh' : 'dried',
          netG: story.massG + 6,
        })
        jarId.value = id()
        await log.jars.create({
          id: jarId.value,
          way: story.way,
          vessel: story.vessel,
          vesselL: null,
          waterL: story.waterL,
          ammoniaL: story.ammoniaL,
          tempC: story.tempC,
          startedAt: instant(started),
          lots: [{ lotId: lot.id, massG: story.massG }],
          note: '',
        })
      },
    }
    const looks = story.looks.map((look) => ({
      on: addDays(started, look[0]),
      run: () => round('look', addDays(started, look[0]), look),
    }))
    const airings: Act[] = []
    if (story.aired) {
      const [every, untilAgo] = story.aired
      for (let i = every; i <= story.startedDaysAgo - untilAgo; i += every) {
        const on = addDays(started, i)
        airings.push({ on, run: () => round('air', on) })
      }
    }
    const shakes = JAR_WAYS[story.way].rounds.shake ? shakesOf(started) : []
    return [start, ...looks, ...airings, ...shakes]

    /** Shaken daily, but not yesterday. */
    function shakesOf(from: string): Act[] {
      const acts: Act[] = []
      for (let on = addDays(from, 1); on <= day(2); on = addDays(on, 1)) {
        const shaken = on
        acts.push({ on, run: () => round('shake', shaken) })
      }
      return acts
    }
  }

  /** A liquor of walnut husks, drawn off and kept. */
  function liquor(): Act {
    return {
      on: day(20),
      run: async () => {
        const lot = await gather({
          sourceId: catalogueId('juglans-nigra/husk'),
          gatheredOn: day(29),
          patchId: patch('Orchard Bank'),
          obtained: 'windfall',
          stage: 'blackened',
          netG: 1200,
        })
        const jarId = id()
        await log.jars.create({
          id: jarId,
          way: 'soak',
          vessel: 'stone jar',
          vesselL: 8,
          waterL: 5,
          ammoniaL: 0,
          tempC: 18,
          startedAt: instant(day(29)),
          note: '',
          lots: [{ lotId: lot.id, massG: 1000 }],
        })
        await log.draws.draw(jarId, {
          id: id(),
          roundId: id(),
          volumeL: 4,
          at: instant(day(20)),
          strain: true,
          note: '',
          spent: { id: id(), massG: 950, state: 'fresh' },
        })
      },
    }
  }
}
