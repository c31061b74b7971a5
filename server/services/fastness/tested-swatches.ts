import type { Knex } from 'knex'
import { FIBRES, type Fibre, type FibreClass } from '../../../catalogue/fibres'
import { BARE_ERROR_DE, usualBareLab } from '../../../catalogue/fibres/bare-colours'
import type { Fastness } from '../../../catalogue/sources'
import type { SeenColour } from '../../../core/fastness/strip'
import { lookUp } from '../../../core/present'
import { mordantKeyOf, type Piece } from '../../../shared/schemas/basket/piece'
import type { Swatch } from '../../../shared/schemas/swatch/swatch'
import type { Source } from '../../../shared/schemas/walk/source'
import { swatchName } from '../../../shared/words/swatch/swatch-name'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import { swatchRepository } from '../../repositories/swatches'

/** A swatch that is tested, with what of it a test is held against. */
export interface TestedSwatch {
  swatch: Swatch
  sources: Source[]
  name: string
  fibre: Fibre
  fibreClass: FibreClass
  mordant: string
  /** Its one lot; null: of several. */
  lotCode: string | null
  bare: SeenColour
  /** What is said of its plants: of several, the worst. */
  typical: Fastness
}

const WORST_FIRST: readonly Fastness[] = ['poor', 'fair', 'good']

/** Swatches by their ids, with piece, plants and bare fibre; those set aside are left out. */
export async function testedSwatches(
  db: Knex,
  ids: readonly string[],
): Promise<Map<string, TestedSwatch>> {
  const found = await swatchRepository(db).findMany([...new Set(ids)])
  const swatches = found.filter(({ setAsideAt }) => setAsideAt === null)
  const byId = <T extends { id: string }>(items: T[]) =>
    new Map(items.map((item) => [item.id, item]))
  const pieces = byId(
    await pieceRepository(db).findMany([...new Set(swatches.map(({ pieceId }) => pieceId))]),
  )
  const pots = byId(
    await potRepository(db).findMany([...new Set(swatches.map(({ potId }) => potId))]),
  )
  const lots = new Map(
    await Promise.all(
      [...pots.values()].map(
        async (pot) => [pot.id, (await potRepository(db).firstBath(pot)).lots] as const,
      ),
    ),
  )
  const sourceIds = [...lots.values()].flatMap((some) => some.map(({ sourceId }) => sourceId))
  const sources = byId(await sourceRepository(db).findMany([...new Set(sourceIds)]))
  return new Map(
    swatches.map((swatch): [string, TestedSwatch] => {
      const [piece, pot] = [lookUp(pieces, swatch.pieceId), lookUp(pots, swatch.potId)]
      const used = lookUp(lots, pot.id)
      const own = [...new Set(used.map(({ sourceId }) => sourceId))].map((id) =>
        lookUp(sources, id),
      )
      const said = own.map(({ fastness }) => fastness)
      return [
        swatch.id,
        {
          swatch,
          sources: own,
          name: swatchName(own, piece, pot.dyedOn),
          fibre: piece.fibre,
          fibreClass: FIBRES[piece.fibre].class,
          mordant: mordantKeyOf(piece, pot.dyedOn),
          lotCode: used.length === 1 ? used[0]!.lotCode : null,
          bare: bareOf(piece),
          typical: WORST_FIRST.find((each) => said.includes(each)) ?? 'unknown',
        },
      ]
    }),
  )
}

function bareOf({ bare, fibre }: Piece): SeenColour {
  if (bare) return { reflectance: bare.reflectance, lab: bare.lab, errorDe: bare.errorDe }
  return { reflectance: null, lab: usualBareLab(fibre), errorDe: BARE_ERROR_DE }
}
