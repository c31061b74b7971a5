import type { Knex } from 'knex'
import type { Factors } from '../../../core/evidence/factors'
import { plannedTrial, type EarlierSwatch } from '../../../core/evidence/planned-trial'
import type { LotStepKind } from '../../../core/harvest/lot-step'
import type { Lot } from '../../../shared/schemas/loft/lot'
import type { TrialAnswer, TrialQuestion } from '../../../shared/views/pot/trial'
import { mordantKeyOf, type Piece } from '../../../shared/schemas/basket/piece'
import { lotRepository } from '../../repositories/lots'
import { pieceRepository } from '../../repositories/pieces'
import { sourceRepository } from '../../repositories/sources'
import { candidatesOf } from '../strength/curve-candidates'
import { unacceptable } from '../log/failures'
import { bathFactors, factorsOf, percentsOf, perLitre } from '../swatch/swatch-factors'
import { plantToFibreRatio } from '../../../core/harvest/ratio'
import { present } from '../../../core/present'

/** What a planned pot would teach, held against all that was dyed with its source. */
export const trialService = (db: Knex) => ({
  async compare(question: TrialQuestion): Promise<TrialAnswer> {
    const lots = await Promise.all(
      question.lots.map(async ({ lotId, massG }, i) => {
        const lot = await lotRepository(db).find(lotId)
        if (!lot) throw unacceptable(`/lots/${i}/lotId`, `There is no lot with the id ${lotId}.`)
        return { ...lot, massG }
      }),
    )
    const pieces = await pieceRepository(db).findMany(question.pieceIds)
    const fibreG = pieces.reduce((sum, { dryG }) => sum + dryG, 0)
    const [first] = lots
    if (!first || fibreG === 0) return { pieces: [] }
    const source = present(await sourceRepository(db).find(first.sourceId))
    const earlier = (await candidatesOf(db, source.id)).map((candidate): EarlierSwatch => ({
      swatchId: candidate.swatch.id,
      code: candidate.swatch.code,
      dyedOn: candidate.pot.dyedOn,
      factors: factorsOf(candidate, source.part),
    }))
    const states = new Set(lots.map(({ state }) => state))
    const bath: Factors = {
      source: lots.map(({ sourceId }) => sourceId),
      lot: lots.map(({ code }) => code),
      part: source.part,
      state: states.size === 1 ? first.state : 'mixed',
      particleSize: question.size,
      spent: lots.some(({ extracted }) => extracted > 0),
      aged: hadStep(lots, 'aged'),
      soaked: hadStep(lots, 'soaked'),
      ratioDry: plantToFibreRatio({ dyestuff: lots, fibreG }).dry,
      way: question.wayName || question.way,
      tempC: question.tempC,
      minutes: question.minutes,
      water: question.water,
      shift: perLitre(question.additions, question.waterL),
    }
    return {
      pieces: pieces.map((piece) => ({
        pieceId: piece.id,
        trial: plannedTrial({ ...bath, ...ofPiece(piece) }, earlier),
      })),
    }
  },
})

const hadStep = (lots: readonly Pick<Lot, 'steps'>[], kind: LotStepKind) =>
  lots.some(({ steps }) => steps.some((step) => step.kind === kind))

function ofPiece(piece: Piece): Factors {
  const given = piece.treatments.filter(({ kind }) => kind === 'mordant')
  return {
    fibre: piece.fibre,
    base: piece.base,
    mordant: mordantKeyOf(piece),
    mordantPercent: percentsOf(given),
    ...bathFactors(given),
  }
}
