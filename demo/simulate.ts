import { randomLcg, randomNormal } from 'd3-random'
import { v7 } from 'uuid'
import { PARTS, type Part } from '../catalogue/parts'
import { labOfReflectance } from '../core/colour/tristimulus'
import { hexOfLab } from '../core/colour/screen-colour'
import { catalogueId } from '../shared/ids'
import type { NewPot } from '../shared/schemas/pot/pot'
import type { NewReading } from '../shared/schemas/swatch/reading'
import type { Log } from '../server/services/log/log'
import { PLAIN_LOT } from '../shared/schemas/loft/lot'
import { PLAIN_PATCH } from '../shared/schemas/walk/patch'
import { basketActs } from './basket-story'
import { comparisonActs } from './comparison-story'
import { fastnessActs } from './fastness-story'
import { potActs } from './pot-story'
import { asWet, swatchActs } from './swatch-story'
import { loftActs } from './loft-story'
import { addDays, latestOn, localDate } from './days'
import { FRESH_NOW, LOTS, PATCHES, type DemoBath, type DemoLot, type PatchName } from './scenario'
import {
  BARE_LAB,
  dyedReflectance,
  FIBRE_FACTOR,
  IRON_FACTOR,
  NO_MORDANT_FACTOR,
  TAKEN_SHARE,
  TRUTHS,
} from './truth'
import type { StoryClock, Act } from './act'
import { lookUp, present } from '../core/present'

const HANK_G = 10
const SEED = 0.4127

/**
 * Plays about two years of an invented dyer's log through the same services that the screens
 * use, ending on `today`.
 *
 * @param today local date on which the log is loaded
 * @param loadedAt the present, which no entry lies after
 */
export async function playStory(
  log: Log,
  clock: StoryClock,
  today: string,
  loadedAt = new Date(),
): Promise<void> {
  const random = randomLcg(SEED)
  const normal = randomNormal.source(random)(0, 1)
  const bytes = () => Uint8Array.from({ length: 16 }, () => Math.floor(random() * 256))
  const id = () => {
    clock.now = new Date(+clock.now + 1000)
    return v7({ msecs: +clock.now, random: bytes() })
  }
  const patchIds = new Map<PatchName, string>()
  const acts: Act[] = [{ on: addDays(today, -750), run: addPatches }]

  for (const lot of LOTS) {
    const gatheredOn = latestOn(lot.month, lot.day, today, lot.yearsBack)
    const lotId: { value: string } = { value: '' }
    const lotFactor = Math.exp(TRUTHS[lot.source]!.lotSd * normal()) * (lot.strength ?? 1)
    acts.push({
      on: gatheredOn,
      run: async () => void (lotId.value = await gather(lot, gatheredOn)),
    })
    lot.baths.forEach((bath, i) => {
      const on = addDays(gatheredOn, bath.after)
      if (on < today) acts.push({ on, run: () => dye(lot, bath, on, lotId.value, lotFactor, i) })
    })
  }
  const patch = (name: PatchName) => lookUp(patchIds, name)
  acts.push(...loftActs({ log, clock, today, id, patch }))
  acts.push(...basketActs({ log, clock, today, id, loadedAt }))
  acts.push(...potActs({ log, clock, today, id, loadedAt }))
  acts.push(...swatchActs({ log, clock, today, id }))
  acts.push(...fastnessActs({ log, clock, today, id }))
  acts.push(...comparisonActs({ log, today }))
  acts.push({ on: addDays(today, -9), run: () => mordantHanks(addDays(today, -9)) })
  acts.push({ on: addDays(today, -2), run: () => unreadPot(addDays(today, -2)) })
  acts.push({ on: addDays(today, -1), run: () => gatherFresh(addDays(today, -1)) })

  for (const { on, run } of acts.sort((a, b) => (a.on < b.on ? -1 : 1))) {
    const morning = Math.min(Date.parse(`${on}T10:00:00Z`), +loadedAt)
    clock.now = new Date(Math.max(+clock.now, morning))
    await run()
  }

  async function addPatches() {
    for (const patch of PATCHES) {
      const patchId = id()
      await log.patches.create({
        ...PLAIN_PATCH,
        ...patch,
        hazardKinds: [...patch.hazardKinds],
        id: patchId,
      })
      patchIds.set(patch.name, patchId)
    }
  }

  async function gather(lot: DemoLot, gatheredOn: string): Promise<string> {
    const wantedG = lot.baths.flatMap((bath) => bath.ratiosDry.map((r) => weighedG(lot, bath, r)))
    const netG = Math.round(10 * (wantedG.reduce((sum, g) => sum + g, 0) + lot.spareG)) / 10
    const weighing = lot.state === 'fresh' ? { grossG: netG + 11, tareG: 11 } : { netG }
    const lotId = id()
    await log.lots.create({
      ...PLAIN_LOT,
      id: lotId,
      sourceId: catalogueId(lot.source),
      patchId: lookUp(patchIds, lot.patch),
      gatheredOn,
      state: lot.state,
      stage: lot.stage,
      obtained: obtainedOf(lot),
      ...weighing,
      dryFraction: lot.dryFraction,
      ...(lot.minutes && { minutes: lot.minutes }),
      note: '',
    })
    return lotId
  }

  async function dye(
    lot: DemoLot,
    bath: DemoBath,
    on: string,
    lotId: string,
    lotFactor: number,
    order: number,
  ) {
    const truth = TRUTHS[lot.source]!
    const lotsOf = (ratioDry: number) => [{ lotId, massG: weighedG(lot, bath, ratioDry) }]
    for (const ratioDry of bath.ratiosDry) {
      let last = await dyeOne(ratioDry, { lots: lotsOf(ratioDry) }, on)
      if (ratioDry !== bath.ratiosDry.at(-1)) continue
      for (let i = 1; i <= (bath.later ?? 0); i++) {
        const left = ratioDry * (1 - TAKEN_SHARE) ** i
        last = await dyeOne(left, { lots: [], fromPotId: last }, addDays(on, i))
      }
    }

    /** @returns the pot */
    async function dyeOne(
      ratioDry: number,
      from: Pick<NewPot, 'lots' | 'fromPotId'>,
      on: string,
    ): Promise<string> {
      const pieceId = await newPiece(bath, addDays(on, -6))
      const potId = id()
      const swatchId = id()
      await log.pots.create({
        id: potId,
        title: '',
        dyedOn: on,
        way: 'simmer',
        ...from,
        pieces: [{ pieceId, swatchId }],
        waterL: 1 + order / 2,
        tempC: bath.tempC ?? null,
        minutes: bath.minutes ?? null,
        finalPh: null,
        note: '',
      })
      const dyed = dyedReflectance(truth, {
        ratioDry,
        fibre: bath.fibre,
        iron: bath.mordants.includes('ironSulfate'),
        leaning: lot.leaning,
        factor: factorOf(lot, bath) * lotFactor * Math.exp(truth.errorSd * normal()),
      })
      let rev = 1
      // the reader is at hand when the first of a row comes out of the rinse
      if (bath.measured && ratioDry === bath.ratiosDry[0]) {
        clock.now = new Date(Math.max(+clock.now, Date.parse(`${on}T17:00:00Z`)))
        const wet = { id: id(), reflectance: [...asWet(dyed)], wet: true, washed: true }
        await log.swatches.change(swatchId, rev++, { reading: { ...wet, by: 'reader' } })
      }
      clock.now = new Date(Math.max(+clock.now, Date.parse(`${addDays(on, 2)}T09:00:00Z`)))
      const reading: NewReading = {
        id: id(),
        wet: false,
        washed: true,
        ...(bath.measured
          ? { reflectance: [...dyed], by: 'reader' as const }
          : { hex: hexOfLab(labOfReflectance(dyed)) }),
      }
      await log.swatches.change(swatchId, rev, { reading })
      return potId
    }
  }

  async function newPiece(
    { fibre, mordants, pieceG = HANK_G }: Pick<DemoBath, 'fibre' | 'mordants' | 'pieceG'>,
    mordantedOn: string,
  ): Promise<string> {
    const pieceId = id()
    await log.pieces.create({
      id: pieceId,
      name: 'test hank',
      fibre,
      form: 'yarn',
      dryG: pieceG,
      treatments: [
        { kind: 'wash', doneOn: addDays(mordantedOn, -1) },
        ...mordants.map((agent) => ({
          kind: 'mordant' as const,
          agent,
          percentWof: agent === 'ironSulfate' ? 2 : 10,
          doneOn: mordantedOn,
        })),
      ],
      bare: { lab: BARE_LAB[fibre], wet: false, washed: true },
      note: '',
    })
    return pieceId
  }

  /** Hanks that wait: six ready, one set of three still without mordant. */
  async function mordantHanks(on: string) {
    for (let i = 0; i < 4; i++) await newPiece({ fibre: 'wool', mordants: ['alum'] }, on)
    await newPiece({ fibre: 'silk', mordants: ['alum'] }, on)
    await newPiece({ fibre: 'superwash', mordants: ['alum'], pieceG: 50 }, on)
    for (let i = 0; i < 3; i++) await newPiece({ fibre: 'wool', mordants: [] }, on)
    await newPiece({ fibre: 'linen', mordants: [], pieceG: 25 }, on)
  }

  /** A pot whose swatches are dry and wait to be read. */
  async function unreadPot(on: string) {
    const { items } = await log.lots.page({
      inStock: true,
      state: 'dried',
      aside: false,
      limit: 50,
    })
    const lot = present(items.find(({ leftG }) => leftG >= 30))
    const pieces = [
      await newPiece({ fibre: 'wool', mordants: ['alum'] }, addDays(on, -7)),
      await newPiece({ fibre: 'wool', mordants: ['alum', 'ironSulfate'] }, addDays(on, -7)),
      await newPiece({ fibre: 'superwash', mordants: ['alum'] }, addDays(on, -7)),
    ]
    await log.pots.create({
      id: id(),
      title: '',
      dyedOn: on,
      way: 'simmer',
      lots: [{ lotId: lot.id, massG: 15 }],
      pieces: pieces.map((pieceId) => ({ pieceId })),
      waterL: 2,
      tempC: 82,
      minutes: 60,
      finalPh: null,
      note: '',
    })
  }

  async function gatherFresh(on: string) {
    const month = Number(localDate(clock.now).slice(5, 7))
    const found = present(FRESH_NOW.find(({ months }) => months.includes(month)))
    await log.lots.create({
      ...PLAIN_LOT,
      id: id(),
      sourceId: catalogueId(found.source),
      patchId: lookUp(patchIds, found.patch),
      gatheredOn: on,
      state: 'fresh',
      stage: found.stage,
      obtained: 'picked',
      grossG: found.netG + 11,
      tareG: 11,
      note: '',
    })
  }
}

/** Lichen is picked up, and bark comes from pruned wood. */
function obtainedOf({ stage, source }: DemoLot) {
  if (stage === 'fallen') return 'windfall'
  return source.endsWith('/bark') ? 'prunings' : 'picked'
}

/** What the scale shows for a dry ratio, to a tenth of a gram. */
const weighedG = (lot: DemoLot, { pieceG = HANK_G }: DemoBath, ratioDry: number) =>
  Math.round((10 * ratioDry * pieceG) / dryFractionOf(lot)) / 10

/** As weighed on the lot, or the typical one of its part, as the log itself will take it. */
const dryFractionOf = ({ source, state, dryFraction }: DemoLot) =>
  state === 'dried' ? 1 : (dryFraction ?? PARTS[source.split('/')[1] as Part].dryFraction)

function factorOf(lot: DemoLot, { fibre, mordants }: DemoBath): number {
  const mordanted = mordants.length > 0 || !needsMordant(lot.source)
  return (
    FIBRE_FACTOR[fibre]! *
    (mordanted ? 1 : NO_MORDANT_FACTOR) *
    (mordants.includes('ironSulfate') ? IRON_FACTOR : 1)
  )
}

const needsMordant = (source: string) => !/\/(bark|cone|thallus|gall)$/.test(source)
