import type { Knex } from 'knex'
import { randomLcg, randomNormal } from 'd3-random'
import { estimateReflectance } from '../../../core/colour/estimate-reflectance'
import type { Reflectance } from '../../../core/colour/spectrum'
import { strengthAt } from '../../../core/strength/saturation'
import { priorFor } from '../../../core/strength/posterior/priors'
import { expectedReflectance, unitAbsorption } from '../../../core/strength/expected-colour'
import {
  simulatedReader,
  type SpectrumReading,
  type SwatchReader,
} from '../../../instruments/simulated-reader'
import { sourceKindOf } from '../../../catalogue/source-kinds'
import type { ReaderAsk, ReaderState } from '../../../shared/views/swatch/reader'
import type { Piece } from '../../../shared/schemas/basket/piece'
import type { Settings } from '../../../shared/schemas/log/settings'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import { swatchRepository } from '../../repositories/swatches'
import { groupKey, mordantsIn } from '../strength/curve-candidates'
import type { CurvesService } from '../strength/curves'
import { notFound, stillNeeded } from '../log/failures'
import { spectrumOf } from './readings'
import type { Clock } from '../log/records'
import { bestReading } from '../../../shared/rules/swatch/best-reading'
import { bandAt } from '../../../core/strength/posterior/band-at'
import { present } from '../../../core/present'

/** Undyed fibre that nobody read: about so, CIELAB. */
const USUAL_BARE = { l: 87, a: 0.8, b: 9.5 }
/** How far the stand-in's pieces scatter about what is expected of them, on log S. */
const SCATTER = 0.15
/** Of a source whose hue nobody knows, the stand-in makes a tan. */
const UNKNOWN_LAB = { l: 62, a: 8, b: 26 }

/**
 * The swatch reader. The one that ships is a simulation: what lies under it follows from what is
 * known of the piece, and a seed; a real one would fill the same interface.
 */
export const readerService = (
  db: Knex,
  settings: () => Promise<Settings>,
  curves: CurvesService,
  clock: Clock,
) => {
  let held: { seed: number; device: SwatchReader } | null = null

  async function theReader(): Promise<{ device: SwatchReader; seed: number }> {
    const { reader, seed } = await settings()
    if (reader === 'none') throw stillNeeded('No reader is chosen: choose the stand-in under Kit.')
    if (held?.seed !== seed) {
      held = { seed, device: simulatedReader(Math.round(seed * 1e6), +clock()) }
    }
    return held
  }

  /** What lies under it: as it was read before, or as is expected of its bath. */
  async function truthOf(ask: ReaderAsk, seed: number): Promise<Reflectance> {
    if (ask.pieceId) {
      const piece = await pieceRepository(db).find(ask.pieceId)
      if (!piece) throw notFound('piece', ask.pieceId)
      return bareOf(piece)
    }
    const swatch = await swatchRepository(db).find(present(ask.swatchId))
    if (!swatch) throw notFound('swatch', present(ask.swatchId))
    const read = bestReading(swatch.readings)
    if (read && !read.wet) return spectrumOf(read)
    const pot = present(await potRepository(db).find(swatch.potId))
    const piece = present(await pieceRepository(db).find(swatch.pieceId))
    const source = pot.lots[0] && (await sourceRepository(db).find(pot.lots[0].sourceId))
    if (!source) return estimateReflectance(UNKNOWN_LAB)
    const { views } = await curves.withCandidates(source.id)
    const like = { pot, piece }
    const curve = views.find(({ key }) => key === groupKey(like)) ?? views[0]
    const ratio = pot.ratioDry ?? 0.3
    const strength = curve
      ? bandAt(curve.answer.band, ratio).mid
      : usualStrength(sourceKindOf(source.part, mordantsIn(like), pot.way), ratio)
    const chance = randomNormal.source(randomLcg(seed + Number.parseInt(swatch.id.slice(-6), 16)))
    const bare = bareOf(piece)
    const unit = curve?.answer.unit ?? usualUnit()
    return expectedReflectance(unit, strength * Math.exp(SCATTER * chance(0, 1)()), bare)
  }

  return {
    async state(): Promise<ReaderState> {
      const { device } = await theReader()
      return { name: device.name, isSimulated: device.isSimulated, due: device.due(+clock()) }
    },

    async calibrate(): Promise<ReaderState> {
      const { device } = await theReader()
      device.calibrate(+clock())
      return { name: device.name, isSimulated: device.isSimulated, due: null }
    },

    async read(ask: ReaderAsk): Promise<SpectrumReading & { isSimulated: boolean }> {
      const { device, seed } = await theReader()
      const due = device.due(+clock())
      if (due) throw stillNeeded(due)
      const truth = await truthOf(ask, seed)
      return { ...device.read(truth, +clock()), isSimulated: device.isSimulated }
    },
  }
}

const usualUnit = () =>
  present(
    unitAbsorption([
      { dyed: estimateReflectance(UNKNOWN_LAB), bare: estimateReflectance(USUAL_BARE) },
    ]),
  )

const bareOf = ({ bare }: Piece): Reflectance =>
  bare ? spectrumOf(bare) : estimateReflectance(USUAL_BARE)

function usualStrength(kind: ReturnType<typeof sourceKindOf>, ratio: number): number {
  const { ceiling, scale } = priorFor({ kind })
  return strengthAt({ model: 'exponential', ceiling, scale }, ratio)
}
