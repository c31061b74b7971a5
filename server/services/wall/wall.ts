import { group, rollup, sum } from 'd3-array'
import type { Knex } from 'knex'
import { isMordant, mordantMarks } from '../../../catalogue/agents'
import { PARTS } from '../../../catalogue/parts'
import {
  READING_STATES,
  readingInState,
  readingState,
} from '../../../shared/rules/swatch/reading-state'
import type { WallColour, WallSwatch, WallView } from '../../../shared/views/wall/wall'
import { ofCollections, sinceLastChange } from '../../database/since-last-change'
import { giveWay } from '../../database/give-way'
import { wallRows, type WallReading, type WallRow } from '../../repositories/wall-rows'

const dependsOn = ofCollections('swatches', 'pots', 'pieces', 'lots', 'sources')

/** Every swatch that was read, with its colour in each state: kept until something of it is written. */
export const wallService = (db: Knex) => {
  const view = sinceLastChange(db, () => wallOf(db), dependsOn)
  return { view: (): Promise<WallView> => view(null) }
}

async function wallOf(db: Knex): Promise<WallView> {
  const rows = wallRows(db)
  const swatches = await rows.swatches()
  const readings = group(await rows.readings(), ({ swatchId }) => swatchId)
  // questions are answered at once and never wait: others get their turn between them
  await giveWay()
  const used = group(await rows.used(), ({ potId }) => potId)
  const fibre = group(await rows.fibre(), ({ potId }) => potId)
  await giveWay()
  const mordants = group(await rows.mordants(), ({ pieceId }) => pieceId)
  const fromPot = new Map(swatches.map(({ potId, fromPotId }) => [potId, fromPotId]))

  const ids = new Set([...used.values()].flatMap((some) => some.map((use) => use.sourceId)))
  const sources = (await rows.sources()).filter(({ id }) => ids.has(id))
  const placeOf = new Map(sources.map(({ id }, i) => [id, i]))

  /** Sources of the bath that a row of baths began with. */
  function sourcesOf(potId: string, bathNumber: number): number[] {
    let at = potId
    for (let bath = bathNumber; bath > 1; bath--) at = fromPot.get(at) ?? at
    const found = new Set(used.get(at)?.map(({ sourceId }) => sourceId))
    return [...found].flatMap((id) => placeOf.get(id) ?? [])
  }

  const ratioOf = rollup(
    swatches,
    ([one]) => dryRatio(one!, used.get(one!.potId) ?? [], fibre.get(one!.potId) ?? []),
    ({ potId }) => potId,
  )
  return {
    sources: sources.map(({ id, commonName, part, fastness }) => ({
      id,
      name: `${commonName} ${PARTS[part].label}`,
      fastness,
    })),
    swatches: swatches.map((row): WallSwatch => {
      const { id, code, potId, pieceId, fibre: of, dyedOn, bathNumber, verdict } = row
      const given = (mordants.get(pieceId) ?? []).filter(({ doneOn }) => doneOn <= dyedOn)
      const agents = given.flatMap(({ agent }) => (agent && isMordant(agent) ? [agent] : []))
      return {
        id,
        code,
        sources: sourcesOf(potId, bathNumber),
        fibre: of,
        mordant: agents.length === 0 && !row.mordantKnown ? 'unknown' : mordantMarks(agents),
        dyedOn,
        ratioDry: ratioOf.get(potId) ?? null,
        bathNumber,
        verdict,
        seen: seenIn(readings.get(id) ?? []),
      }
    }),
  }
}

interface Amount {
  dryG: number
  basis: string
}

/** g air-dry plant per g dry fibre of a first bath; null where either was not known. */
function dryRatio(
  { isRatioKnown, bathNumber }: WallRow,
  plant: readonly Amount[],
  fibre: readonly Amount[],
): number | null {
  const isTold = [...plant, ...fibre].every(({ basis }) => basis !== 'unknown')
  const fibreG = sum(fibre, ({ dryG }) => dryG)
  if (!isRatioKnown || !isTold || bathNumber > 1 || plant.length === 0 || fibreG <= 0) return null
  return short(sum(plant, ({ dryG }) => dryG) / fibreG)
}

/** Of each state the reading that stands for it. */
function seenIn(readings: readonly WallReading[]): WallSwatch['seen'] {
  const [only] = readings
  // most have one, and a wall has thousands
  if (only && readings.length === 1) return { [readingState(toRanked(only))]: colourOf(only) }
  const all = readings.map(toRanked)
  const seen: WallSwatch['seen'] = {}
  for (const state of READING_STATES) {
    const best = readingInState(all, state)
    if (best) seen[state] = colourOf(best)
  }
  return seen
}

const toRanked = (reading: WallReading) => ({
  ...reading,
  wet: Boolean(reading.wet),
  washed: reading.washedKnown ? Boolean(reading.washed) : null,
  basis: reading.isMeasured ? ('measured' as const) : ('estimated' as const),
})

const colourOf = ({ hex, l, a, b }: WallColour): WallColour => ({
  hex,
  l: short(l),
  a: short(a),
  b: short(b),
})

const DIGITS = 4
const short = (value: number) => Number(value.toPrecision(DIGITS))
