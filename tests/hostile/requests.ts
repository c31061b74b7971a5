import { bringSchema, restoreSchema } from '../../shared/schemas/keeping/keeping'
import type Joi from 'joi'
import { COLLECTIONS } from '../../server/http/collections'
import { newId } from '../../shared/ids'
import { splitPieceSchema } from '../../shared/schemas/basket/piece'
import { finishBathSchema } from '../../shared/schemas/basket/mordant-bath'
import {
  gatherSetSchema,
  manyBathsSchema,
  manyPiecesSchema,
  treatManySchema,
} from '../../shared/schemas/basket/piece-moves'
import * as calc from '../../shared/schemas/calc/calc'
import * as calcBath from '../../shared/schemas/calc/calc-bath'
import { drawJarSchema } from '../../shared/schemas/loft/jar'
import {
  combineLotsSchema,
  countStockSchema,
  splitLotSchema,
} from '../../shared/schemas/loft/lot-moves'
import { settingsSchema } from '../../shared/schemas/log/settings'
import { newPotsSchema } from '../../shared/schemas/pot/pot'
import { finishPotSchema, newPotEventSchema } from '../../shared/schemas/pot/pot-event'
import { hostileFile, hostilePhoto } from './files'
import { described, pick, valueFor, wrongValue, type Random } from './values'

/** One request, as it is sent. */
export interface HostileRequest {
  method: string
  path: string
  headers: Record<string, string>
  body?: Buffer | string
}

const JSON_TYPE = { 'content-type': 'application/json' }

const BODIES: readonly [path: string, schema: Joi.Schema][] = [
  ['keeping/restore', restoreSchema],
  ['keeping/bring', bringSchema],
  ...Object.entries(COLLECTIONS).map(([name, { create }]): [string, Joi.Schema] => [name, create]),
  ['moves/pots', newPotsSchema],
  ['moves/baths', manyBathsSchema],
  ['moves/pieces', manyPiecesSchema],
  ['moves/set', gatherSetSchema],
  ['moves/treat', treatManySchema],
  ['moves/combine', combineLotsSchema],
  ['moves/count', countStockSchema],
  ['moves/split', splitLotSchema],
  ['moves/draw/:id', drawJarSchema],
  ['moves/finish-bath/:id', finishBathSchema],
  ['moves/finish-pot/:id', finishPotSchema],
  ['moves/pot-note/:id', newPotEventSchema],
  ['moves/split-piece/:id', splitPieceSchema],
  ['calc/quantity', calc.quantitySchema],
  ['calc/ratio', calc.ratioSchema],
  ['calc/mordant', calc.mordantSchema],
  ['calc/strength', calc.strengthSchema],
  ['calc/colour', calc.colourSchema],
  ['calc/difference', calc.differenceSchema],
  ['calc/curve', calc.curveSchema],
  ['calc/potency', calc.potencySchema],
  ['calc/pair', calc.pairSchema],
  ['calc/heat', calc.heatSchema],
  ['calc/ph', calcBath.phSchema],
  ['calc/ph-dose', calcBath.phDoseSchema],
  ['calc/water', calcBath.waterSchema],
  ['calc/schedule', calcBath.scheduleSchema],
]

const VIEWS = [
  'keeping',
  'keeping/look?backup=backups/2026-01-01T00-00-00-000Z',
  'archive/:id',
  'today?on=2026-09-01',
  'walk?on=2026-09-01',
  'walk/:id?on=2026-09-01',
  'loft?on=2026-09-01',
  'loft/:id',
  'standing?on=2026-09-01',
  'standing/:id',
  'stores',
  'basket',
  'basket/rows?offset=0&limit=100',
  'basket/alike?pieceId=:id',
  'booth/:id',
  'booth/near?hex=%238a5a00',
  'strength',
  'strength/:id',
  'strength/:id/lots',
  'curves',
  'curves?sourceId=:id',
  'atlas',
  'names?q=tan',
  'find?q=tan',
  'hob',
  'settings',
  'recipe/:id',
  'cautions?on=2026-09-01',
  'health',
  'pictures/:id',
  'instruments',
  'instruments/reader',
  'export/pieces.csv',
  'export/jars.csv',
  'export/swatches.json',
  'export/patches.geojson',
  'constructor',
  '__proto__/:id',
]

const METHODS = ['GET', 'HEAD', 'POST', 'PATCH', 'PUT', 'DELETE', 'OPTIONS', 'TRACE']
const SLIPS = [0, 0, 0.02, 0.1, 0.5]

/** Makes requests without end, the same for the same chance. @param ids of things in the log */
export function hostileRequests(random: Random, ids: readonly string[]): () => HostileRequest {
  const schemas = BODIES.map(([path, schema]) => ({ path, schema: described(schema) }))
  const changes = Object.entries(COLLECTIONS).map(([name, { change }]) => ({
    path: `${name}/:id`,
    schema: described(change),
  }))
  const withId = (path: string) =>
    path.replace(
      ':id',
      encodeURIComponent(
        pick(random, [
          pick(random, ids),
          pick(random, ids),
          newId(),
          'x',
          '%00',
          '../..',
          'constructor',
        ]),
      ),
    )
  const bodyFor = (schema: (typeof schemas)[number]['schema']) => {
    const value = valueFor(schema, random, ids, pick(random, SLIPS))
    const text = JSON.stringify(value) ?? 'null'
    if (random() < 0.02) return text.slice(0, Math.floor(random() * text.length))
    if (random() < 0.01) return '['.repeat(10_000)
    if (random() < 0.005) return `"${'x'.repeat(990_000)}"`
    return text
  }

  const kinds: (() => HostileRequest)[] = [
    () => {
      const { path, schema } = pick(random, schemas)
      return { method: 'POST', path: withId(path), headers: JSON_TYPE, body: bodyFor(schema) }
    },
    () => {
      const { path, schema } = pick(random, schemas)
      return { method: 'POST', path: withId(path), headers: JSON_TYPE, body: bodyFor(schema) }
    },
    () => {
      const { path, schema } = pick(random, changes)
      const headers = { ...JSON_TYPE, 'if-match': pick(random, ['"1"', '1', '"x"', 'W/"2"', '']) }
      return { method: 'PATCH', path: withId(path), headers, body: bodyFor(schema) }
    },
    () => ({ method: 'GET', path: withId(pick(random, VIEWS)), headers: {} }),
    () => {
      const [path] = withId(pick(random, VIEWS)).split('?')
      const name = pick(random, [
        'on',
        'limit',
        'q',
        'offset',
        'after',
        'hex',
        'size',
        'constructor',
      ])
      const value = encodeURIComponent(
        String(wrongValue(random))
          .slice(0, 2000)
          .replace(/\p{Surrogate}/gu, '?'),
      )
      return { method: 'GET', path: `${path}?${name}=${value}&${name}[]=1`, headers: {} }
    },
    () => ({
      method: pick(random, METHODS),
      path: withId(pick(random, [...VIEWS, ...BODIES.map(([path]) => path)])),
      headers: {
        'content-type': pick(random, ['application/json', 'text/plain', 'multipart/form-data', '']),
        'content-length': '0',
      },
    }),
    () => {
      const { what, type, body } = hostileFile(random)
      return { method: 'POST', path: `import/${what}`, headers: { 'content-type': type }, body }
    },
    () => ({
      method: 'POST',
      path: `pictures?id=${newId()}&${pick(random, ['lotId', 'jarId', 'swatchId', 'x'])}=${pick(random, ids)}`,
      headers: { 'content-type': 'image/jpeg' },
      body: hostilePhoto(random),
    }),
    () => {
      const verb = pick(random, ['set-aside', 'restore'])
      const path = `${pick(random, Object.keys(COLLECTIONS))}/:id/${verb}`
      return { method: 'POST', path: withId(path), headers: { 'if-match': '"1"' } }
    },
    () => ({
      method: 'PATCH',
      path: 'settings',
      headers: JSON_TYPE,
      body: bodyFor(described(settingsSchema)),
    }),
  ]
  return () => pick(random, kinds)()
}
