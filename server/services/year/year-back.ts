import { group, groupSort, max, rollup, sum } from 'd3-array'
import type { Knex } from 'knex'
import { takenFrom } from '../../../core/harvest/allowance'
import { hueFamilyOf } from '../../../core/colour/colour-name'
import { lookUp } from '../../../core/present'
import { toldEnough } from '../../../core/strength/posterior/describe-posterior'
import { bestReading } from '../../../shared/rules/swatch/best-reading'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Swatch } from '../../../shared/schemas/swatch/swatch'
import type { Source } from '../../../shared/schemas/walk/source'
import type {
  DyedColour,
  GatheredOf,
  Learnt,
  PlantPerFibre,
  YearBack,
} from '../../../shared/views/year/back'
import { giveWay } from '../../database/give-way'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import { swatchRepository } from '../../repositories/swatches'
import {
  gatheredIn,
  lostIn,
  pottedIn,
  yearsOf,
  type GatheredRow,
} from '../../repositories/year-back'
import { potAttention } from '../pot/pot-attention'
import type { CurvesService } from '../strength/curves'
import { bearingsOf } from '../walk/bearings'

const MOST_HEXES = 24
const AT_ONCE = 200
const LEAST_LOG_SPAN = 1e-6

/** A year looked back on: what was gathered, dyed and learnt, and what it cost. */
export const yearBackService = (db: Knex, curves: Pick<CurvesService, 'asOf'>) => ({
  async view(year: number): Promise<YearBack> {
    const [gathered, potIds, years, lostG] = await Promise.all([
      gatheredIn(db, year),
      pottedIn(db, year),
      yearsOf(db),
      lostIn(db, year),
    ])
    const pots: Pot[] = []
    for (let i = 0; i < potIds.length; i += AT_ONCE) {
      pots.push(...(await potRepository(db).findMany(potIds.slice(i, i + AT_ONCE))))
      // queries never wait: others get their turn only if it is given
      await giveWay()
    }
    const swatches = await swatchesOf(db, pots)
    const sources = await sourcesOf(db, gathered, pots)
    return {
      year,
      years,
      gathered: await gatheredOf(db, gathered, sources, year),
      pots: pots.length,
      pieces: sum(pots, ({ pieces }) => pieces.length),
      unread: swatches.filter(({ readings }) => readings.length === 0).length,
      ...fibreIn(pots.filter(({ bathNumber }) => bathNumber === 1)),
      colours: coloursOf(pots, swatches),
      ...plantOf(pots, sources),
      verdicts: {
        again: swatches.filter(({ verdict }) => verdict === 'again').length,
        change: swatches.filter(({ verdict }) => verdict === 'change').length,
        not: swatches.filter(({ verdict }) => verdict === 'not').length,
      },
      learnt: await learntIn(curves, year, pots, sources),
      attention: attentionOf(pots, swatches),
      waste: { lostG, ...wasteOf(pots) },
    }
  },
})

/** Fibre of some pots, and how well it is known. */
function fibreIn(
  pots: readonly Pot[],
): Pick<YearBack, 'fibreG' | 'isFibreRough' | 'unweighedPieces'> {
  const pieces = pots.flatMap((pot) => pot.pieces)
  return {
    fibreG: sum(pots, fibreOf),
    isFibreRough: pieces.some(({ dryBasis }) => dryBasis === 'about'),
    unweighedPieces: pieces.filter(({ dryBasis }) => dryBasis === 'unknown').length,
  }
}

const fibreOf = ({ pieces }: Pot) => sum(pieces, ({ dryG }) => dryG)

async function swatchesOf(db: Knex, pots: readonly Pot[]): Promise<Swatch[]> {
  const ids = pots.flatMap(({ pieces }) => pieces.flatMap(({ swatchId }) => swatchId ?? []))
  const found: Swatch[] = []
  for (let i = 0; i < ids.length; i += AT_ONCE) {
    found.push(...(await swatchRepository(db).findMany(ids.slice(i, i + AT_ONCE))))
    await giveWay()
  }
  return found
}

async function sourcesOf(db: Knex, gathered: readonly GatheredRow[], pots: readonly Pot[]) {
  const ids = new Set([
    ...gathered.map(({ sourceId }) => sourceId),
    ...pots.flatMap(({ lots }) => lots.map(({ sourceId }) => sourceId)),
  ])
  const sources = await sourceRepository(db).findMany([...ids])
  return new Map(sources.map((source) => [source.id, source]))
}

/** By source and place, the most first. */
async function gatheredOf(
  db: Knex,
  rows: readonly GatheredRow[],
  sources: ReadonlyMap<string, Source>,
  year: number,
): Promise<GatheredOf[]> {
  const ids = [...new Set(rows.map(({ sourceId }) => sourceId))]
  const bearings = await bearingsOf(
    db,
    ids.map((id) => lookUp(sources, id)),
    `${year}-12-31`,
  )
  const freshG = ({ state, massG, sourceId }: GatheredRow) =>
    state === 'dried' ? massG / lookUp(sources, sourceId).dryFraction : massG
  return groupSort(
    rows,
    (own) => -sum(own, freshG),
    ({ sourceId }) => sourceId,
  ).map((id) => {
    const own = rows.filter(({ sourceId }) => sourceId === id)
    const { commonName, part } = lookUp(sources, id)
    const known = new Map((bearings.get(id) ?? []).map((each) => [each.patchId, each]))
    const places = [
      ...rollup(
        own,
        (taken) => sum(taken, freshG),
        ({ patchId }) => patchId,
      ),
    ]
    // what was bought or given bears on no place
    const isWild = own.some(({ obtained }) => takenFrom(obtained) !== 'elsewhere')
    return {
      sourceId: id,
      sourceName: commonName,
      part,
      gatherings: own.length,
      freshG: sum(own, freshG),
      unknown: own.filter(({ massBasis }) => massBasis === 'unknown').length,
      isRough: own.some(({ massBasis }) => massBasis === 'about'),
      places: isWild
        ? places.map(([patchId, massG]) => {
            const bearing = patchId === null ? undefined : known.get(patchId)
            return {
              patchName: bearing?.patchName ?? null,
              freshG: massG,
              fallenG: bearing?.fallenG ?? 0,
              allowedG: bearing?.allowedG ?? null,
            }
          })
        : [],
    }
  })
}

/** Read skeins by families of hue, the most first. */
function coloursOf(pots: readonly Pot[], swatches: readonly Swatch[]): DyedColour[] {
  const massOf = new Map(
    pots.flatMap(({ pieces }) =>
      pieces.flatMap(({ swatchId, dryG }) => (swatchId ? [[swatchId, dryG] as const] : [])),
    ),
  )
  const read = swatches.flatMap(({ id, readings }) => {
    const best = bestReading(readings, { afterLight: true })
    return best ? [{ family: hueFamilyOf(best.lab), hex: best.hex, l: best.lab.l, id }] : []
  })
  return [...group(read, ({ family }) => family)]
    .map(([family, own]) => ({
      family,
      pieces: own.length,
      fibreG: sum(own, ({ id }) => massOf.get(id) ?? 0),
      hexes: [...own]
        .sort((a, b) => a.l - b.l)
        .slice(0, MOST_HEXES)
        .map(({ hex }) => hex),
    }))
    .sort((a, b) => b.pieces - a.pieces)
}

/** Plant for fibre by source, over first baths of one source whose ratio is known. */
function plantOf(
  pots: readonly Pot[],
  sources: ReadonlyMap<string, Source>,
): Pick<YearBack, 'plantPerFibre' | 'unmeasuredPots'> {
  const firsts = pots.filter(({ bathNumber }) => bathNumber === 1)
  const known = firsts.flatMap((pot) => {
    const ids = new Set(pot.lots.map(({ sourceId }) => sourceId))
    const [sourceId] = ids
    if (ids.size !== 1 || !sourceId || !pot.isRatioKnown || pot.ratioDry === null) return []
    return [{ sourceId, plantG: pot.ratioDry * fibreOf(pot), fibreG: fibreOf(pot) }]
  })
  const plantPerFibre = [...group(known, ({ sourceId }) => sourceId)]
    .map(([sourceId, own]): PlantPerFibre => ({
      sourceId,
      sourceName: lookUp(sources, sourceId).commonName,
      pots: own.length,
      plantG: sum(own, ({ plantG }) => plantG),
      fibreG: sum(own, ({ fibreG }) => fibreG),
    }))
    .sort((a, b) => b.fibreG - a.fibreG)
  return { plantPerFibre, unmeasuredPots: firsts.length - known.length }
}

/** Curves that have swatches of the year, with what those told of where twice the plant stops helping. */
async function learntIn(
  curves: Pick<CurvesService, 'asOf'>,
  year: number,
  pots: readonly Pot[],
  sources: ReadonlyMap<string, Source>,
): Promise<Learnt[]> {
  const dyed = new Set(pots.flatMap(({ lots }) => lots.map(({ sourceId }) => sourceId)))
  const learnt: Learnt[] = []
  for (const sourceId of dyed) {
    const [before, after] = await Promise.all([
      curves.asOf(sourceId, `${year - 1}-12-31`),
      curves.asOf(sourceId, `${year}-12-31`),
    ])
    const { commonName } = lookUp(sources, sourceId)
    for (const { key, fibreClass, mordant, phBand, way, stuff, answer } of after) {
      const was = before.find((each) => each.key === key)?.answer
      const nBefore = was?.n ?? 0
      if (answer.n === nBefore) continue
      const told = toldEnough(answer)
      learnt.push({
        sourceId,
        sourceName: commonName,
        key,
        fibreClass,
        mordant,
        phBand,
        way,
        stuff,
        nBefore,
        n: answer.n,
        narrowing: was ? logSpan(was.enough) / logSpan(answer.enough) : 1,
        uptakeProbability: answer.uptakeProbability,
        enough: told && [told.low, told.high],
      })
    }
  }
  return learnt.sort((a, b) => b.n - b.nBefore - (a.n - a.nBefore))
}

/** How many octaves, as it were, lie between the ends. */
const logSpan = ({ low, high }: { low: number; high: number }) =>
  Math.max(LEAST_LOG_SPAN, Math.log(high / low))

function attentionOf(pots: readonly Pot[], swatches: readonly Swatch[]): YearBack['attention'] {
  const byPot = group(swatches, ({ potId }) => potId)
  const each = pots.map((pot) =>
    potAttention(pot, max(byPot.get(pot.id) ?? [], ({ attentionMin }) => attentionMin) ?? null),
  )
  return {
    minutes: sum(each, ({ minutes }) => minutes),
    known: each.filter(({ basis }) => basis !== 'typical').length,
    pots: pots.length,
  }
}

function wasteOf(pots: readonly Pot[]): Omit<YearBack['waste'], 'lostG'> {
  const poured = pots.filter(({ end }) => end?.liquor === 'poured')
  return {
    poured: poured.length,
    pouredL: sum(poured, ({ end }) => end?.liquorL ?? 0),
    pouredUnknown: poured.filter(({ end }) => end?.liquorL === null).length,
    composted: pots.filter(({ end }) => end?.spent === 'compost').length,
    binned: pots.filter(({ end }) => end?.spent === 'binned').length,
  }
}
