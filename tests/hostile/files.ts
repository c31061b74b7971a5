import { tableImportSchema } from '../../shared/schemas/exchange/table-import'
import type { HostileRequest } from './requests'
import { described, pick, valueFor, wrongValue, type Random } from './values'

export interface HostileFile {
  /** Address that it is sent to. */
  path: string
  type: string
  body: Buffer | string
}

const GPX = (inner: string) =>
  `<?xml version="1.0"?><gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1">${inner}</gpx>`
const CGATS = (rows: number) =>
  `CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID SPECTRAL_NM400 SPECTRAL_NM500\nEND_DATA_FORMAT\nBEGIN_DATA\n${'SWA-26-01 0.5 0.4\n'.repeat(rows)}END_DATA\n`

/** Files for the importers, most of them small; some as large or as deep as they may be. */
const FILES: readonly ((random: Random, ids: readonly string[]) => HostileFile)[] = [
  (random) => ({
    path: 'import/patches',
    type: 'application/gpx+xml',
    body: GPX(
      pick(random, [
        '<wpt lat="51" lon="0"><name>Ling Moor</name></wpt>',
        '<wpt lat="(x+x+)+y" lon="0"/>',
        '<wpt lat="1e999" lon="NaN"/>',
        '<wpt lat="51" lon="0"><name>constructor</name><desc>__proto__</desc></wpt>',
        '<wpt/>',
        '<trk><trkseg/></trk>',
        `<trk><trkseg>${'<trkpt lat="51" lon="0"/>'.repeat(pick(random, [1, 2000]))}</trkseg></trk>`,
        '<constructor/><toString/>',
        '<wpt lat="51" lon="0"',
        `<wpt ${Array.from({ length: 500 }, (_, i) => `a${i}="1"`).join(' ')}/>`,
        '<a>'.repeat(3000),
        '<!DOCTYPE x [<!ENTITY a "aaaa">]>',
      ]),
    ),
  }),
  (random) => ({
    path: 'import/patches',
    type: 'application/geo+json',
    body: pick(random, [
      '{"type":"FeatureCollection","features":[null]}',
      '{"type":"FeatureCollection","features":[{"geometry":null}]}',
      '{"type":"FeatureCollection","features":[{"type":"Feature","geometry":{"type":"Point","coordinates":null},"properties":{}}]}',
      '{"type":"FeatureCollection","features":[{"type":"Feature","geometry":{"type":"Point","coordinates":[null,null]},"properties":{"name":1}}]}',
      '{"type":"Feature","geometry":{"type":"Polygon","coordinates":[[[0,0],[0,1],[1,1],[0,0]]]},"properties":{"name":"x","constructor":1}}',
      `{"type":"Feature","geometry":{"type":"Polygon","coordinates":${'['.repeat(20_000)}${']'.repeat(20_000)}},"properties":{}}`,
      `{"type":"Feature","geometry":{"type":"MultiPolygon","coordinates":${'['.repeat(5000)}0${']'.repeat(5000)}},"properties":{}}`,
      '{"type":"Feature","geometry":{"type":"LineString","coordinates":[]},"properties":null}',
      '{',
    ]),
  }),
  (random) => {
    const columns = ['fibre', 'form', 'dryG', 'name', 'treatments', 'code', 'blend', 'constructor']
    const cells = () =>
      pick(random, [
        'wool,yarn,10,hank,,,,',
        `wool,yarn,10,hank,${'wash 2026-08-01;'.repeat(200)},,,`,
        'wool,yarn,,,,,,',
        'constructor,__proto__,toString,,,,,',
        ',,,,,,,',
        'wool,yarn,1e308,,mordant alum 10 % 2026-02-30,,silk 30 %,',
        `wool,yarn,10,${String(wrongValue(random)).slice(0, 900)},,,,`,
        'wool,yarn,10,"open',
        '=1+1,yarn,10,,,,,',
      ])
    const lines = Array.from({ length: 1 + Math.floor(random() * 5) }, cells)
    return {
      path: 'import/pieces',
      type: 'text/csv',
      body: [columns.join(','), ...lines].join(pick(random, ['\n', '\r\n', '\r'])),
    }
  },
  (random) => ({
    path: 'import/gatherings',
    type: 'text/csv',
    body: [
      'scientificName,eventDate,organismQuantity,organismQuantityType,dynamicProperties',
      pick(random, [
        'Tanacetum vulgare,2026-08-12,100,g fresh,"{""part"":""flowerHead""}"',
        'Tanacetum vulgare,2026-08-12,100,g fresh,"{""constructor"":null}"',
        'Tanacetum vulgare,2026-08-12,100,g fresh,null',
        'Tanacetum vulgare,2026-08-12,100,g fresh,"[]"',
        'x,2026-99-12,-1,g nothing,{',
        'Tanacetum vulgare,2026-08-12,100,g fresh,"{""part"":""flowerHead"",""count"":{},""contents"":[null],""evidence"":[null]}"',
      ]),
    ].join('\n'),
  }),
  (random) => ({
    path: 'import/readings',
    type: 'text/plain',
    body: pick(random, [
      CGATS(1),
      CGATS(2000),
      'swatch,hex\nSWA-26-01,#123456\nconstructor,#1\n',
      `swatch,${Array.from({ length: pick(random, [3, 5000]) }, (_, i) => `c${i}`).join(',')}\n`,
      '{"kind":"juniper-haze/swatches","swatches":[{"swatch":"SWA-26-01","readings":[null]}]}',
      '{"kind":"juniper-haze/swatches","swatches":[null]}',
      '{"kind":"juniper-haze/swatches","swatches":[{"swatch":null,"readings":[{"hex":{}}]}]}',
      'BEGIN_DATA_FORMAT\nEND_DATA_FORMAT\nBEGIN_DATA\nEND_DATA',
      '{"kind":"juniper-haze/swatches","swatches":{}}',
    ]),
  }),
  (random) => ({
    path: pick(random, ['import/swatches', 'import/swatches?whose=Fen', 'import/swatches?whose=']),
    type: 'application/json',
    body: pick(random, [
      '{"kind":"juniper-haze/swatches","version":1,"swatches":[]}',
      '{"kind":"juniper-haze/swatches","swatches":[{"code":"SWA-26-01","source":"Tanacetum vulgare","ratio":1e308}]}',
      '{"kind":"juniper-haze/swatches","swatches":[{"constructor":1,"pieces":[null]}]}',
      '{"kind":"juniper-haze/swatches","swatches":[{"swatch":"constructor","readings":[{"l":1e9}]}]}',
      '{"kind":{}}',
      '[]',
      '',
    ]),
  }),
  (random, ids) => ({
    path: 'import/table',
    type: 'application/json',
    body: JSON.stringify(
      valueFor(described(tableImportSchema), random, ids, pick(random, [0, 0, 0.05, 0.3])),
    ),
  }),
  (random) => ({
    path: 'tables/read',
    type: 'text/csv',
    body: pick(random, [
      'a;b;c\n1;2;3\n',
      `${'x,'.repeat(pick(random, [3, 5000]))}\n`,
      '"open\n'.repeat(300),
      Buffer.from('PK\x03\x04\x14\0\0\0\x08\0', 'latin1'),
      Buffer.from('\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1', 'latin1'),
      Buffer.concat([Buffer.from('PK\x03\x04', 'latin1'), Buffer.alloc(5000, 0x41)]),
      '<table><tr><td>1</td></tr></table>',
      '\ufeff\0\0',
      '',
    ]),
  }),
  (random) => ({
    path: pick(random, [
      'import/patches',
      'import/pieces',
      'import/gatherings',
      'import/readings',
      'import/swatches',
      'import/table',
      'import/constructor',
      'tables/read',
    ]),
    type: 'application/octet-stream',
    body: Buffer.from(
      Array.from({ length: Math.floor(random() * 300) }, () => Math.floor(random() * 256)),
    ),
  }),
]

export const hostileFile = (random: Random, ids: readonly string[]): HostileFile =>
  pick(random, FILES)(random, ids)

/** The same file again, to be done as its plan says; null where there is no plan. */
export function applied(request: HostileRequest, answer: string): HostileRequest | null {
  const hash = /"hash":"([0-9a-f]{64})"/.exec(answer)?.[1]
  if (!hash) return null
  return {
    ...request,
    path: `${request.path}${request.path.includes('?') ? '&' : '?'}apply=${hash}`,
  }
}

/** An archive, whole or spoilt, and what is done with it once it was looked at. */
export function hostileArchive(random: Random, archive: Buffer): HostileRequest {
  const at = Math.floor(random() * archive.length)
  const body = pick(random, [
    () => archive,
    () => archive.subarray(0, at),
    () =>
      Buffer.concat([
        archive.subarray(0, at),
        Buffer.from([archive[at]! ^ 0xff]),
        archive.subarray(at + 1),
      ]),
    () => Buffer.concat([archive, archive]),
    () => Buffer.alloc(0),
  ])()
  const mode = random() < 0.7 ? 'merge' : 'replace'
  return {
    method: 'POST',
    path: 'keeping/archive',
    headers: { 'content-type': 'application/zip' },
    body,
    next: (answer) => {
      const token = /"token":"([0-9a-f-]{36})"/.exec(answer)?.[1]
      if (!token) return null
      return {
        method: 'POST',
        path: 'keeping/bring',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ token, mode, choices: {} }),
      }
    },
  }
}

/** Pictures that are none, or claim to be what they are not. */
export const hostilePhoto = (random: Random): Buffer =>
  pick(random, [
    Buffer.from('icns\0\0\0\x10ic07\0\0\0\0', 'latin1'),
    Buffer.from('\xff\xd8\xff\xe0\0\x10JFIF', 'latin1'),
    Buffer.from('\x89PNG\r\n\x1a\n\0\0\0\rIHDR\x7f\xff\xff\xff\x7f\xff\xff\xff', 'latin1'),
    Buffer.from('RIFF\xff\xff\xff\xffWEBPVP8X', 'latin1'),
    Buffer.from('\0\0\0\x0cJXL \r\n\x87\n', 'latin1'),
    Buffer.alloc(0),
    Buffer.from('GIF89a', 'latin1'),
    Buffer.alloc(100_000, 0xff),
  ])
