import { range } from 'd3-array'
import type { Knex } from 'knex'
import type { Mordant } from '../../../catalogue/agents'
import { habitatsOf } from '../../../catalogue/sources/habitats'
import { hueFamiliesIn } from '../../../core/colour/hue-words'
import { present } from '../../../core/present'
import type { TypicalContext, TypicalRatio } from '../../../core/strength/typical-ratios'
import { priorContextOf } from '../../../shared/rules/strength/condition'
import type { Source } from '../../../shared/schemas/walk/source'
import type {
  TypicalFibre,
  TypicalMordant,
  TypicalRow,
  TypicalView,
} from '../../../shared/views/strength/typical'
import { giveWay } from '../../database/give-way'
import { sourcesWithSwatches } from '../../repositories/swatch-counts'
import { sourceRepository } from '../../repositories/sources'
import type { RunTask } from '../../workers/task-pool'
import { readSettings } from '../log/settings'

interface Ask {
  mordant: TypicalMordant
  fibre: TypicalFibre
}

const MORDANTS: Record<TypicalMordant, readonly Mordant[]> = {
  none: [],
  alum: ['alum'],
  iron: ['ironSulfate'],
}
const MARKS = { none: 'none', alum: 'Al', iron: 'Fe' } as const
const MONTHS = 12

/** What is usual of every source of the catalogue, for those that nobody has dyed with yet. */
export const typicalService = (db: Knex, run: RunTask) => {
  /** Kinds are few: each is computed once. */
  const known = new Map<string, TypicalRatio[]>()
  async function computeKinds(kinds: readonly TypicalContext[]): Promise<void> {
    const missing = new Map(kinds.map((kind) => [keyOf(kind), kind]))
    for (const key of known.keys()) missing.delete(key)
    if (missing.size === 0) return
    const made = await run('typicalRatios', [...missing.values()])
    for (const [i, key] of [...missing.keys()].entries()) known.set(key, present(made[i]))
  }

  return {
    async view(ask: Ask): Promise<TypicalView> {
      const { hemisphere } = await readSettings(db)
      const sources = await sourceRepository(db).findMany(await sourceRepository(db).namedIds())
      const swatches = new Map(
        (await sourcesWithSwatches(db)).map((each) => [each.sourceId, each.swatches]),
      )
      const toRow = (source: Source): TypicalRow => {
        const { id, hues, usualRatio, usualRatioState } = source
        // what needs no mordant gives much the same with alum; iron saddens it, to what nobody said
        const isAsBare = source.needsMordant === 'no' && ask.mordant === 'alum'
        const asBare = isAsBare ? hues.none : undefined
        const hue = hues[MARKS[ask.mordant]] ?? asBare ?? ''
        return {
          sourceId: id,
          commonName: source.commonName,
          scientificName: source.scientificName,
          part: source.part,
          group: source.group,
          fastness: source.fastness,
          usualRatio,
          usualRatioState,
          provenance: source.provenance,
          poisonous: source.poisonous,
          stopGroup: source.stopGroup,
          hue,
          families: hueFamiliesIn(hue),
          habitats: habitatsOf(source.scientificName),
          months: monthsOf(source, hemisphere === 'southern'),
          dryFraction: usualRatioState === 'dried' ? 1 : source.dryFraction,
          forDepth: present(known.get(keyOf(kindOf(source, ask)))),
          swatches: swatches.get(id) ?? 0,
        }
      }
      await computeKinds(sources.map((source) => kindOf(source, ask)))
      const rows: TypicalRow[] = []
      for (const source of sources) {
        rows.push(toRow(source))
        await giveWay()
      }
      return { rows }
    },
  }
}

const keyOf = (kind: TypicalContext) => JSON.stringify(kind)

const kindOf = (source: Source, { mordant, fibre }: Ask): TypicalContext =>
  priorContextOf(source, {
    fibre,
    mordants: [...MORDANTS[mordant]],
    way: source.ways[0] ?? 'simmer',
  })

function monthsOf({ windowFrom: from, windowTo: to }: Source, southern: boolean): number[] {
  if (from === null || to === null) return []
  const count = ((to - from + MONTHS) % MONTHS) + 1
  const half = southern ? MONTHS / 2 : 0
  return range(count).map((i) => ((from - 1 + i + half) % MONTHS) + 1)
}
