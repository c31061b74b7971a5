import type { Agent } from '~~/catalogue/agents'
import { PARTS, type Part } from '~~/catalogue/parts'
import { wayFacts, type Way } from '~~/catalogue/ways'
import { SCHEMES, type Scheme } from '~~/catalogue/mordant-schemes'
import { FIBRES } from '~~/catalogue/fibres'
import { hexOfLab } from '~~/core/colour/screen-colour'
import type { Reflectance } from '~~/core/colour/spectrum'
import { plantNeededG } from '~~/core/harvest/ratio'
import { breaksUnder, type UnderLamp } from '~~/core/match/under-lamps'
import { keysOf } from '~~/core/json'
import { first, lookUp, present } from '~~/core/present'
import { leastLiquorL } from '~~/shared/rules/basket/bath-guards'
import type { AtlasSource } from '~~/shared/views/strength/atlas'
import type { StockLot } from '~/composables/useStock'
import type { FoundWay, LightCurve, LightView } from '~/workers/match'
import { measuredLight, type MeasuredLight } from '~~/shared/rules/fastness/measured-light'
import { daysUntilReady, USUAL_FIBRE_G, type Around, type MatchAsk } from './match-ask'

/** What a bath takes of its plant: of a lot in stock, or to be gathered. */
interface PlantOf {
  dryG: number
  /** Grams of the one lot that holds enough; null: none does. */
  lot: { lot: StockLot; massG: number } | null
  /** In the state it is usually weighed in, g. */
  usualG: number
  /** Until it can be gathered; null: not known. */
  readyInDays: number | null
}

/** A bath of a way, with all that it is. */
export interface ToldBath {
  source: AtlasSource
  name: string
  curve: LightCurve
  bath: number
  ratioDry: number
  /** Stirred in when the dye has taken; null: nothing. */
  after: Agent | null
  plant: PlantOf
  /** By the log's own strips; null: none hung. */
  light: MeasuredLight | null
}

/** A way to a colour as it is shown. */
export interface ToldWay extends Omit<FoundWay, 'baths'> {
  key: string
  hex: string
  baths: ToldBath[]
  /** Mordant that its pieces want beforehand: `Al`, `none`. */
  mordant: string
  /** The worse of its dyes. */
  fastness: AtlasSource['fastness']
  /** Liquor that the fibre moves freely in, each time, L. */
  waterL: number
  /** Hours from wetting out to the last bath's end, by its ways. */
  hours: number
  /** Where the match breaks under a lamp; null: it holds, or no spectrum is known. */
  breaks: UnderLamp | null
}

const FASTNESS_ORDER = ['poor', 'unknown', 'fair', 'good'] as const

/** Everything that a found way takes, of what there is. */
export function toldWay(
  way: FoundWay,
  view: LightView,
  ask: MatchAsk,
  around: Around,
  wanted: Reflectance | null,
): ToldWay {
  const fibreG = ask.fibreG ?? USUAL_FIBRE_G
  const curves = new Map(view.curves.map((curve) => [present(curve.dyes[0]).id, curve]))
  const sources = new Map(view.sources.map((source) => [source.sourceId, source]))
  const baths = way.baths.map(({ id, bath, ratioDry, after }): ToldBath => {
    const curve = lookUp(curves, id)
    const source = lookUp(sources, curve.sourceId)
    return {
      source,
      name: `${source.commonName} ${PARTS[source.part as Part].label}`,
      curve,
      bath,
      ratioDry,
      after: after as Agent | null,
      plant: plantOf(source, ratioDry, fibreG, around),
      light: measuredLight(around.fastness, curve),
    }
  })
  const mordants = baths.map(({ curve }) => curve.mordant)
  return {
    ...way,
    key: way.baths.map(({ id, bath, after }) => `${id}#${bath}${after ?? ''}`).join(' > '),
    hex: hexOfLab(way.lab),
    baths,
    mordant: mordants.find((mordant) => mordant !== 'none') ?? 'none',
    fastness: present(
      FASTNESS_ORDER.find((each) => baths.some(({ source }) => source.fastness === each)),
    ),
    waterL: leastLiquorL([{ form: first(FIBRES[ask.fibre].forms), dryG: fibreG }]),
    hours: Math.round(baths.reduce((sum, { curve }) => sum + minutesOf(curve.way), 0) / 60),
    // what a shift does to a spectrum nobody measured
    breaks:
      wanted && baths.every(({ after }) => after === null)
        ? breaksUnder(wanted, way.reflectance)
        : null,
  }
}

function plantOf(
  { sourceId, usualDryFraction }: AtlasSource,
  ratioDry: number,
  fibreG: number,
  { stock, walk }: Around,
): PlantOf {
  const enough = stock
    .filter((lot) => lot.sourceId === sourceId && !lot.held)
    .map((lot) => ({ lot, massG: plantNeededG(ratioDry, fibreG, lot.dryFraction) }))
    .filter(({ lot, massG }) => massG <= lot.leftG)
    .sort((a, b) => a.lot.leftG - b.lot.leftG)[0]
  return {
    dryG: ratioDry * fibreG,
    lot: enough ?? null,
    usualG: (ratioDry * fibreG) / usualDryFraction,
    readyInDays: daysUntilReady(walk, sourceId),
  }
}

/** Whether a plan of its way says all of how its swatches were dyed. */
export const isAsUsual = ({ phBand, stuff }: Pick<LightCurve, 'phBand' | 'stuff'>): boolean =>
  phBand === 'asItCame' && stuff === 'asUsual'

/** Minutes of a way's steps, one after the other. */
const minutesOf = (way: Way): number =>
  wayFacts(way).steps.reduce((sum, { minutes }) => sum + minutes, 0)

/**
 * Schemes that give a mordant's marks, in their order: the fibre's usual one where it gives them all,
 * else one for each mark.
 */
export function schemesOf(mordant: string, fibre: MatchAsk['fibre']): Scheme[] {
  if (mordant === 'none') return []
  const schemes = keysOf(SCHEMES)
  const usual = schemes.find((scheme) => scheme === FIBRES[fibre].scheme)
  const giving = (mark: string) =>
    usual && SCHEMES[usual].mark === mark
      ? usual
      : schemes.find((scheme) => SCHEMES[scheme].mark === mark)
  const whole = giving(mordant)
  return whole ? [whole] : mordant.split(' ').flatMap((mark) => giving(mark) ?? [])
}
