import type { Knex } from 'knex'
import { comparePair } from '../../../core/evidence/compare-pair'
import type { Factor } from '../../../core/evidence/factors'
import type { EvidenceSwatch } from '../../../core/evidence/fingerprints'
import { trialAnswer } from '../../../core/trial/trial-answer'
import { PARTS } from '../../../catalogue/parts'
import { present } from '../../../core/present'
import { shapeOf } from '../../../shared/rules/trial/trial-factors'
import { bestReading } from '../../../shared/rules/swatch/best-reading'
import type { Trial } from '../../../shared/schemas/trial/trial'
import type { TrialPieceView, TrialView } from '../../../shared/views/trial/trial'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import { swatchRepository } from '../../repositories/swatches'
import { swatchesOf, vesselMaterials } from '../evidence/log-swatches'

/** What came of trials: strengths of their pieces as the curves count them, level against level. */
export async function trialViews(db: Knex, trials: readonly Trial[]): Promise<TrialView[]> {
  const materialOf = await vesselMaterials(db)
  const kept = new Map<string, ReadonlyMap<string, EvidenceSwatch>>()
  const views: TrialView[] = []
  for (const trial of trials) {
    const source = present(await sourceRepository(db).find(trial.sourceId))
    const known =
      kept.get(trial.sourceId) ??
      new Map(
        (await swatchesOf(db, trial.sourceId, materialOf)).items.map(({ swatch }) => [
          swatch.id,
          swatch,
        ]),
      )
    kept.set(trial.sourceId, known)
    const pieces = await piecesOf(db, trial, known)
    const { factor, levels, each } = trial.design
    const read = levels.map((_, level) =>
      pieces.flatMap((piece) => (piece.level === level ? (piece.strength ?? []) : [])),
    )
    views.push({
      trial,
      sourceName: `${source.commonName} ${PARTS[source.part].label}`,
      pieces,
      answer: trialAnswer(read, shapeOf(factor, levels, each), trial.promise),
      alsoDiffered: alsoDiffered(
        factor,
        pieces.flatMap(({ swatchId }) => (swatchId && known.get(swatchId)) || []),
      ),
    })
  }
  return views
}

/** Of jars that share a liquor what nobody wrote down is alike; what was written down may tell otherwise. */
function alsoDiffered(of: Factor, swatches: readonly EvidenceSwatch[]): Factor[] {
  const [one, ...others] = swatches
  if (!one) return []
  const all = others.flatMap(
    (other) =>
      comparePair(one.factors, other.factors, {
        isOnePot: one.pot === other.pot,
        isOneLot: one.lot === other.lot,
      }).differs,
  )
  return [...new Set(all)].filter((factor) => factor !== of)
}

async function piecesOf(
  db: Knex,
  { places }: Trial,
  known: ReadonlyMap<string, EvidenceSwatch>,
): Promise<TrialPieceView[]> {
  const pieces = await pieceRepository(db).findMany(places.map(({ pieceId }) => pieceId))
  const pots = await potRepository(db).findMany([...new Set(places.map(({ potId }) => potId))])
  const swatchIds = pots.flatMap((pot) => pot.pieces.flatMap(({ swatchId }) => swatchId ?? []))
  const swatches = await swatchRepository(db).findMany(swatchIds)
  return places.flatMap(({ pieceId, potId, level }) => {
    const piece = pieces.find(({ id }) => id === pieceId)
    const pot = pots.find(({ id }) => id === potId)
    if (!piece || !pot) return []
    const swatchId = pot.pieces.find((each) => each.pieceId === pieceId)?.swatchId ?? null
    const swatch = swatches.find(({ id }) => id === swatchId)
    const reading = swatch ? bestReading(swatch.readings) : null
    return [
      {
        pieceId,
        code: piece.code,
        mark: piece.mark,
        level,
        potId,
        potCode: pot.code,
        stage: pot.setAsideAt ? 'setAside' : pot.stage,
        swatchId,
        swatchCode: swatch?.code ?? null,
        hex: reading?.hex ?? null,
        strength: (swatchId && known.get(swatchId)?.strength) || null,
      },
    ]
  })
}
