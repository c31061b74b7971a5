import type { Knex } from 'knex'
import { AGENTS, agentFacts } from '../../../catalogue/agents'
import { PARTS } from '../../../catalogue/parts'
import { wayFacts } from '../../../catalogue/ways'
import type { RecipeCard } from '../../../core/formats/recipe-card'
import { courseSteps } from '../../../core/pot/course'
import { fibreWords } from '../../../shared/rules/basket/fibre'
import { againOf } from '../../../shared/rules/pot/course'
import { mordantKeyOf } from '../../../shared/schemas/basket/piece'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import { swatchRepository } from '../../repositories/swatches'
import { notFound } from '../log/failures'
import { bestReading } from '../../../shared/rules/swatch/best-reading'
import { lookUp, present } from '../../../core/present'

/** What a pot was, as it goes out to others: without any place. */
export const recipeService = (db: Knex) => ({
  async card(id: string): Promise<RecipeCard> {
    const pot = await potRepository(db).find(id)
    if (!pot) throw notFound('pot', id)
    const sources = new Map(
      (await sourceRepository(db).findMany(pot.lots.map(({ sourceId }) => sourceId))).map(
        (source) => [source.id, source],
      ),
    )
    const pieces = await pieceRepository(db).findMany(pot.pieces.map(({ pieceId }) => pieceId))
    const swatches = await swatchRepository(db).ofPot(id)
    const plants = pot.lots.map((lot) => {
      const source = lookUp(sources, lot.sourceId)
      return {
        name: source.commonName,
        scientificName: source.scientificName,
        state: lot.state,
        part: PARTS[source.part].label,
        massG: lot.massG,
        dryG: lot.massG * lot.dryFraction,
      }
    })
    const added = pot.events.flatMap((event) =>
      event.kind === 'add' && event.data.agent
        ? [{ agent: event.data.agent, massG: event.data.massG }]
        : [],
    )
    const facts = wayFacts(pot.way)
    return {
      code: pot.code,
      dyedOn: pot.dyedOn,
      way: pot.wayName || facts.label,
      title:
        pot.title || plants.map(({ name, part }) => `${name} ${part}`).join(' with ') || pot.code,
      plants,
      fibreG: pot.pieces.reduce((sum, { dryG }) => sum + dryG, 0),
      ratioAsWeighed: pot.ratioAsWeighed,
      ratioDry: pot.ratioDry,
      waterL: pot.waterL,
      tempC: pot.tempC,
      minutes: pot.minutes,
      finalPh: pot.finalPh,
      bathNumber: pot.bathNumber,
      additions: added.map(({ agent, massG }) => ({ agent: AGENTS[agent].label, massG })),
      steps: courseSteps(pot.plan?.steps ?? facts.steps, againOf(pot)).map(({ words }) => words),
      pieces: pot.pieces.map(({ pieceId, pieceCode, dryG, minutes, outcome }) => {
        const piece = present(pieces.find((each) => each.id === pieceId))
        const readings = swatches.find((swatch) => swatch.pieceId === pieceId)?.readings ?? []
        const reading = bestReading(readings, { afterLight: true })
        return {
          code: pieceCode,
          fibre: fibreWords(piece),
          dryG,
          minutes,
          mordant: mordantKeyOf(piece, pot.dyedOn),
          hex: reading?.hex ?? null,
          basis: reading?.basis ?? null,
          handle: outcome?.handle ?? [],
        }
      }),
      departures: pot.end?.departures ?? [],
      cautions: [facts.caution, ...new Set(added.map(({ agent }) => agentFacts(agent).caution))],
      note: pot.note,
    }
  },
})
