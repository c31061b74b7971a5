import type { Knex } from 'knex'
import { atOneRatio } from '../../../core/evidence/at-one-ratio'
import type { SourceEvidence } from '../../../core/evidence/source-evidence'
import { takesNothing } from '../../../core/strength/posterior/describe-posterior'
import type { Ratios } from '../../../shared/schemas/evidence/evidence'
import type { EvidenceLook } from '../../../shared/views/evidence/evidence'
import { ofCollections } from '../../database/since-last-change'
import { sourceRepository } from '../../repositories/sources'
import { touchedSince } from '../../repositories/touched-sources'
import type { RunTask } from '../../workers/task-pool'
import { readSettings } from '../log/settings'
import type { CurvesService } from '../strength/curves'
import { swatchesOf, vesselMaterials, type VesselMaterials } from './log-swatches'

/** What is kept of one source. */
export interface KeptSource {
  id: string
  name: string
  evidence: SourceEvidence
  /** Of swatches that stand for something in it. */
  looks: EvidenceLook[]
  faint: number
  /** Whether its strengths were brought to one ratio: where that was asked, and its curve is known. */
  isAtOneRatio: boolean
}

const AT_ONCE = 3
const ofVessels = ofCollections('vessels')
/** Fewer swatches are no curve to bring strengths along. */
const LEAST_FOR_CURVE = 4

/**
 * The evidence of each source, kept until something is written that may touch it: a swatch more is
 * that of its own source anew.
 */
export function keptEvidence(db: Knex, run: RunTask, curves: Pick<CurvesService, 'all'>) {
  const kept = new Map<string, Promise<KeptSource>>()
  let seen: number | null = null
  let vessels: { version: string; materialOf: VesselMaterials } | null = null

  async function catchUp(): Promise<VesselMaterials> {
    const version = JSON.stringify(await ofVessels(db, null))
    const { ids, latest } = await touchedSince(db, seen)
    if (ids === null || vessels?.version !== version) kept.clear()
    for (const id of ids ?? []) for (const ratios of RATIOS) kept.delete(keyOf(id, ratios))
    seen = Math.max(seen ?? 0, latest)
    if (vessels?.version !== version) vessels = { version, materialOf: await vesselMaterials(db) }
    return vessels.materialOf
  }

  async function compute(
    id: string,
    ratios: Ratios,
    materialOf: VesselMaterials,
  ): Promise<KeptSource> {
    const { items, faint, name } = await swatchesOf(db, id, materialOf)
    const swatches = items.map(({ swatch }) => swatch)
    const curve = ratios === 'any' ? await curveOf(id) : null
    const evidence = await run(
      'sourceEvidence',
      curve ? atOneRatio(swatches, curve.enough, curve.gain) : swatches,
    )
    const shown = new Set([
      ...evidence.contrasts.flatMap((each) => each.shown.flatMap(({ from, to }) => [from, to])),
      ...evidence.almost.flatMap(({ bathLike, pieceLike }) => [bathLike, pieceLike]),
    ])
    const looks = items.map(({ look }) => look).filter((look) => shown.has(look.id))
    return { id, name, evidence, looks, faint, isAtOneRatio: curve !== null }
  }

  /** The curve of most swatches stands for its source: another one of it bends much alike. */
  async function curveOf(sourceId: string) {
    const [view] = await curves.all({ sourceId })
    if (!view || view.answer.n < LEAST_FOR_CURVE) return null
    if (takesNothing(view.answer)) return null
    // enough is told for the gain that the dyer has set
    return { enough: view.answer.enough, gain: (await readSettings(db)).enoughPercent / 100 }
  }

  function one(id: string, ratios: Ratios, materialOf: VesselMaterials): Promise<KeptSource> {
    const key = keyOf(id, ratios)
    const known = kept.get(key)
    if (known) return known
    const answer = compute(id, ratios, materialOf)
    kept.set(key, answer)
    // a failed answer is not kept
    answer.catch(() => kept.delete(key))
    return answer
  }

  return {
    /** Of one source, or of every one that was dyed with. */
    async of(sourceId: string | undefined, ratios: Ratios): Promise<KeptSource[]> {
      const materialOf = await catchUp()
      const ids = sourceId ? [sourceId] : await sourceRepository(db).dyedIds()
      const all: KeptSource[] = []
      // few at once: each is some memory, and one is read while another is held against itself
      for (let i = 0; i < ids.length; i += AT_ONCE) {
        const few = ids.slice(i, i + AT_ONCE)
        all.push(...(await Promise.all(few.map((id) => one(id, ratios, materialOf)))))
      }
      return all
    },
  }
}

const RATIOS: readonly Ratios[] = ['alike', 'any']
const keyOf = (id: string, ratios: Ratios) => `${id} ${ratios}`
