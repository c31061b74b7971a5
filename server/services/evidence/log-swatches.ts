import dayjs from 'dayjs'
import { groups } from 'd3-array'
import type { Knex } from 'knex'
import { PARTS } from '../../../catalogue/parts'
import type { Factors } from '../../../core/evidence/factors'
import type { EvidenceSwatch } from '../../../core/evidence/fingerprints'
import { first, present } from '../../../core/present'
import { isInert, type VesselMaterial } from '../../../core/safety/vessel-guards'
import { calibrationOf, swatchStrength } from '../../../core/strength/swatch-strength'
import { hasStrength } from '../../../shared/rules/swatch/best-reading'
import type { PageQuery } from '../../../shared/schemas/log/common'
import type { Lot } from '../../../shared/schemas/loft/lot'
import type { Source } from '../../../shared/schemas/walk/source'
import type { EvidenceLook } from '../../../shared/views/evidence/evidence'
import type { Exclusion } from '../../../shared/views/strength/strength'
import { pieceInWords } from '../../../shared/words/swatch/piece-in-words'
import { giveWay } from '../../database/give-way'
import { lotRepository } from '../../repositories/lots'
import { sourceRepository } from '../../repositories/sources'
import { everyPage } from '../log/every-page'
import { notFound } from '../log/failures'
import { vesselKind } from '../log/small-kinds'
import { candidatesOf, groupKey, type Candidate } from '../strength/curve-candidates'
import { toJobSwatch } from '../strength/curve-jobs'
import { factorsOf } from '../swatch/swatch-factors'

/** On no curve, and yet as good as any to be held against its neighbour in the pot. */
const STILL_COMPARED: readonly Exclusion[] = ['laterBath', 'mixedBath', 'ratioUnknown']
/** Fainter ones differ by what the reading is off. */
const LEAST_STRENGTH = 0.05

/** A day that may be further off is not known. */
const MOST_DAYS_OFF = 30

/** A swatch as evidence, and as it is shown. */
export interface LogSwatch {
  swatch: EvidenceSwatch
  look: EvidenceLook
}

export interface SourceSwatches {
  items: LogSwatch[]
  /** Read, and too faint to be told in times. */
  faint: number
  name: string
}

/**
 * Everything that was dyed with one source and read, with all that is written down of how.
 *
 * @throws Refusal for a source that is not there
 */
export async function swatchesOf(
  db: Knex,
  sourceId: string,
  materialOf: VesselMaterials,
): Promise<SourceSwatches> {
  const source = await sourceRepository(db).find(sourceId)
  if (!source) throw notFound('source', sourceId)
  const candidates = (await candidatesOf(db, sourceId)).filter(
    (candidate) => isCompared(candidate) && mainSourceOf(candidate) === sourceId,
  )
  const lots = await lotsOf(db, candidates)
  const items: LogSwatch[] = []
  let faint = 0
  for (const [, of] of groups(candidates, groupKey)) {
    const calibration = calibrationOf(
      of.filter(({ exclusion }) => exclusion === null).map(toJobSwatch),
    )
    for (const candidate of of) {
      await giveWay()
      const bare = present(candidate.piece.bare)
      const strength = swatchStrength({ dyed: candidate.reading, bare }, calibration)
      if (strength >= LEAST_STRENGTH) {
        items.push(toLogSwatch(candidate, { source, lots, strength, materialOf }))
      } else faint++
    }
  }
  return { items, faint, name: `${source.commonName} ${PARTS[source.part].label}` }
}

/** A bath that several sources share is evidence of the one that is listed first. */
const mainSourceOf = ({ pot, firstPot }: Candidate) => (firstPot ?? pot).lots[0]?.sourceId

const isCompared = ({ exclusion, reading, piece }: Candidate): boolean =>
  (exclusion === null || STILL_COMPARED.includes(exclusion)) && hasStrength(reading, piece.bare)

interface Beside {
  source: Source
  lots: ReadonlyMap<string, Lot>
  strength: number
  materialOf: VesselMaterials
}

function toLogSwatch(
  candidate: Candidate,
  { source, lots, strength, materialOf }: Beside,
): LogSwatch {
  const { swatch, pot, piece, reading } = candidate
  return {
    swatch: {
      id: swatch.id,
      pot: pot.id,
      // a later bath has the plant of the first
      lot: (candidate.firstPot ?? pot).lots.map(({ lotId }) => lotId).join('+'),
      source: source.id,
      strength,
      lab: reading.lab,
      // of a year that may be another nobody counts
      ...(pot.dyedWithinDays < MOST_DAYS_OFF && { year: Number(pot.dyedOn.slice(0, 4)) }),
      factors: {
        ...factorsOf(candidate, source.part),
        storageDays: storageDays(candidate, lots),
        ...vesselOf(candidate, materialOf),
      },
    },
    look: {
      id: swatch.id,
      code: swatch.code,
      potId: pot.id,
      potCode: pot.code,
      hex: reading.hex,
      sourceName: source.commonName,
      ratioDry: pot.ratioDry,
      lotId: pot.lots.length === 1 ? first(pot.lots).lotId : null,
      words: pieceInWords(piece, pot.dyedOn),
    },
  }
}

/** From the gathering of its oldest lot to the pot, days; null where one of the two days is not known. */
function storageDays({ pot }: Candidate, lots: ReadonlyMap<string, Lot>): number | null {
  const days = pot.lots.map(({ lotId }) => {
    const lot = lots.get(lotId)
    const isKnown =
      lot && lot.gatheredOn !== '' && pot.dyedWithinDays + lot.gatheredWithinDays < MOST_DAYS_OFF
    return isKnown ? dayjs(pot.dyedOn).diff(lot.gatheredOn, 'day') : NaN
  })
  const longest = Math.max(...days)
  return Number.isFinite(longest) ? longest : null
}

/** What the pot was of, as far as it takes part; where every pot of the kit is inert, nobody need say which. */
function vesselOf({ pot }: Candidate, materialOf: Beside['materialOf']): Factors {
  const isAnyReactive = [...materialOf.values()].some((material) => !isInert(material))
  const material = pot.vesselId ? materialOf.get(pot.vesselId) : undefined
  if (material === undefined) return { vessel: isAnyReactive ? null : 'inert' }
  return { vessel: isInert(material) ? 'inert' : material }
}

/** What each vessel of the kit is of, by its id. */
export type VesselMaterials = ReadonlyMap<string, VesselMaterial>

export async function vesselMaterials(db: Knex): Promise<VesselMaterials> {
  const vessels = await everyPage((query: PageQuery) => vesselKind.page(db, query), {
    aside: false,
  })
  return new Map(vessels.map(({ id, material }) => [id, material]))
}

async function lotsOf(db: Knex, candidates: readonly Candidate[]): Promise<Map<string, Lot>> {
  const ids = new Set(candidates.flatMap(({ pot }) => pot.lots.map(({ lotId }) => lotId)))
  const lots = await lotRepository(db).findMany([...ids])
  return new Map(lots.map((lot) => [lot.id, lot]))
}
