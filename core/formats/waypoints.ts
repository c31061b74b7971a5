import { geoCentroid } from 'd3-geo'
import type { GeoPermissibleObjects } from 'd3-geo'
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser'
import { FileProblem } from './table'
import { first, messageOf } from '../present'

/** A named place with a point for it, whatever shape the file drew. */
export interface Waypoint {
  name: string
  note: string
  lat: number
  lon: number
}

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  isArray: (name) => ['wpt', 'trk', 'trkseg', 'trkpt', 'rte', 'rtept'].includes(name),
})

/** More points than these are no walks of one dyer: a track of a day has a few thousand. */
const MOST_POINTS = 100_000

interface Point {
  '@lat'?: string
  '@lon'?: string
  name?: string
  desc?: string
}

interface Gpx {
  gpx?: {
    wpt?: Point[]
    rte?: { name?: string; desc?: string; rtept?: Point[] }[]
    trk?: { name?: string; desc?: string; trkseg?: { trkpt?: Point[] }[] }[]
  }
}

/**
 * Places of a GPX 1.1 file: its waypoints, and the middle of each route and track.
 *
 * @throws FileProblem for what is no GPX, or a point that is nowhere on Earth
 */
export function readGpx(text: string): Waypoint[] {
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) {
    throw new FileProblem(
      lineOf(text, /<!DOCTYPE|<!ENTITY/i),
      'definitions of its own are not read.',
    )
  }
  refuseMore([...text.matchAll(/<(?:wpt|rtept|trkpt)\b/g)].length, 'points')
  const valid = XMLValidator.validate(text)
  if (valid !== true) throw new FileProblem(valid.err.line, `not well formed: ${valid.err.msg}`)
  const { gpx } = parsed(text)
  if (!gpx) throw new FileProblem(1, 'the file is not GPX: no gpx element.')
  const points = (gpx.wpt ?? []).map((point, i) => ({
    ...named(point.name, point.desc, `waypoint ${i + 1}`),
    ...at(point, text),
  }))
  const routes = (gpx.rte ?? []).map((route, i) => ({
    ...named(route.name, route.desc, `route ${i + 1}`),
    ...middle(
      (route.rtept ?? []).map((point) => at(point, text)),
      `route ${i + 1}`,
    ),
  }))
  const tracks = (gpx.trk ?? []).map((track, i) => ({
    ...named(track.name, track.desc, `track ${i + 1}`),
    ...middle(
      (track.trkseg ?? []).flatMap(({ trkpt = [] }) => trkpt.map((point) => at(point, text))),
      `track ${i + 1}`,
    ),
  }))
  return [...points, ...routes, ...tracks]
}

/** The parser refuses names that mean something to the language it is written in. */
function parsed(text: string): Gpx {
  try {
    return parser.parse(text) as Gpx
  } catch (error) {
    throw new FileProblem(1, `an element or attribute cannot be read: ${messageOf(error)}`)
  }
}

const named = (name: string | undefined, desc: string | undefined, otherwise: string) => ({
  name: String(name ?? '').trim() || otherwise,
  note: String(desc ?? '').trim(),
})

function at(point: Point, text: string): { lat: number; lon: number } {
  const lat = Number(point['@lat'] ?? NaN)
  const lon = Number(point['@lon'] ?? NaN)
  if (Math.abs(lat) <= 90 && Math.abs(lon) <= 180) return { lat, lon }
  // looked for as it stands: what a file holds is never taken for a pattern
  const found = text.indexOf(`lat="${point['@lat'] ?? ''}"`)
  const line = text.slice(0, Math.max(0, found)).split('\n').length
  throw new FileProblem(
    line,
    `a point is nowhere on Earth: lat ${point['@lat'] ?? 'missing'}, lon ${point['@lon'] ?? 'missing'}.`,
  )
}

function middle(points: { lat: number; lon: number }[], what: string) {
  if (points.length === 0) throw new FileProblem(1, `the ${what} holds no point.`)
  const coordinates = points.map(({ lat, lon }) => [lon, lat] as [number, number])
  const [lon, lat] = geoCentroid({ type: 'MultiPoint', coordinates })
  return { lat, lon }
}

function refuseMore(count: number, what: string): void {
  if (count <= MOST_POINTS) return
  throw new FileProblem(
    1,
    `${count} ${what}, where at most ${MOST_POINTS} are read: split the file.`,
  )
}

const lineOf = (text: string, what: RegExp) =>
  text.slice(0, Math.max(0, text.search(what))).split('\n').length

/** A GPX 1.1 file of waypoints. */
export function writeGpx(waypoints: readonly Waypoint[]): string {
  const builder = new XMLBuilder({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    format: true,
    suppressEmptyNode: true,
  })
  const xml = builder.build({
    gpx: {
      '@version': '1.1',
      '@creator': 'Juniper Haze',
      '@xmlns': 'http://www.topografix.com/GPX/1/1',
      wpt: waypoints.map(({ name, note, lat, lon }) => ({
        '@lat': lat,
        '@lon': lon,
        name,
        ...(note && { desc: note }),
      })),
    },
  })
  return `<?xml version="1.0" encoding="UTF-8"?>\n${xml}`
}

interface Feature {
  type: string
  geometry: GeoPermissibleObjects | null
  properties: Record<string, unknown> | null
}

const SHAPES = ['Point', 'MultiPoint', 'LineString', 'MultiLineString', 'Polygon', 'MultiPolygon']

/**
 * Places of a GeoJSON file (RFC 7946): each feature by its name and the middle of its shape.
 *
 * @throws FileProblem for what is no GeoJSON, or a feature without a shape on Earth
 */
export function readGeoJson(text: string): Waypoint[] {
  let file: { type?: string; features?: Feature[] } & Partial<Feature>
  try {
    file = JSON.parse(text) as typeof file
  } catch (error) {
    const place = Number(/position (\d+)/.exec(messageOf(error))?.[1] ?? 0)
    throw new FileProblem(text.slice(0, place).split('\n').length, 'the file is not JSON.')
  }
  const features =
    file?.type === 'FeatureCollection' && Array.isArray(file.features)
      ? file.features
      : file?.type === 'Feature'
        ? [file as Feature]
        : null
  if (!features) throw new FileProblem(1, 'the file is not GeoJSON: no feature in it.')
  refuseMore(features.length, 'features')
  return features.map((feature, i) => {
    const what = `feature ${i + 1}`
    const { geometry, properties } = feature ?? {}
    if (!geometry || !SHAPES.includes((geometry as { type: string }).type)) {
      throw new FileProblem(1, `${what} has no shape.`)
    }
    const reach = flatNumbers((geometry as { coordinates: unknown }).coordinates)
    // a single point is itself, to the last digit
    const [lon, lat] = reach.length === 1 ? first(reach) : geoCentroid(geometry)
    if (!Number.isFinite(lat) || !Number.isFinite(lon) || !onEarth(reach)) {
      throw new FileProblem(1, `${what} is nowhere on Earth.`)
    }
    return {
      ...named(textOf(properties?.name), textOf(properties?.description), `place ${i + 1}`),
      lat,
      lon,
    }
  })
}

const textOf = (value: unknown) => (typeof value === 'string' ? value : undefined)

/** Coordinate pairs of a shape; a multipolygon, the deepest there is, holds them four arrays down. */
function flatNumbers(coordinates: unknown, depth = 4): [number, number][] {
  if (!Array.isArray(coordinates) || depth === 0) return [[NaN, NaN]]
  if (typeof coordinates[0] === 'number') return [[coordinates[0], Number(coordinates[1])]]
  return coordinates.flatMap((inner) => flatNumbers(inner, depth - 1))
}

const onEarth = (pairs: [number, number][]) =>
  pairs.every(([lon, lat]) => Math.abs(lon) <= 180 && Math.abs(lat) <= 90)

/**
 * Places of a file of bytes: GPX by its angle bracket, GeoJSON by its brace.
 *
 * @throws FileProblem naming what is wrong
 */
export function readWaypoints(bytes: Uint8Array): Waypoint[] {
  let text: string
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new FileProblem(1, 'the file is not UTF-8 text.')
  }
  const begin = text.trimStart()
  if (begin.startsWith('<')) return readGpx(text)
  if (begin.startsWith('{')) return readGeoJson(text)
  throw new FileProblem(1, 'the file is neither GPX nor GeoJSON.')
}

/** A GeoJSON file of points. */
export const writeGeoJson = (waypoints: readonly Waypoint[]): string =>
  JSON.stringify(
    {
      type: 'FeatureCollection',
      features: waypoints.map(({ name, note, lat, lon }) => ({
        type: 'Feature',
        geometry: { type: 'Point', coordinates: [lon, lat] },
        properties: { name, ...(note && { description: note }) },
      })),
    },
    null,
    2,
  )
