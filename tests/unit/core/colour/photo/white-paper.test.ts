import { describe, expect, test } from '@jest/globals'
import { mean } from 'd3-array'
import { tallyOf } from '../../../../../app/features/card/card-tally'
import {
  readPhoto,
  USUAL_ERROR_DE,
  WHITE_PAPER,
  type KnownInPhoto,
} from '../../../../../core/colour/photo/read-photo'
import type { PixelArea } from '../../../../../core/colour/photo/sampled-area'
import { deltaE2000 } from '../../../../../core/colour/screen-colour'
import { WAVELENGTHS_NM } from '../../../../../core/colour/spectrum'
import { strengthOver } from '../../../../../core/colour/strength'
import { labOfReflectance } from '../../../../../core/colour/tristimulus'
import { estimateReflectance } from '../../../../../core/colour/estimate-reflectance'
import { BARE_LAB, dyedReflectance, TRUTHS } from '../../../../../demo/truth'
import type { Card } from '../../../../../shared/schemas/swatch/card'
import type { Source } from '../../../../../shared/schemas/walk/source'
import {
  cut,
  LAMPS,
  takePicture,
  type CameraName,
  type LampName,
} from '../../../../fixtures/spectral-camera'
import { TEST_COLOURS } from '../../../../fixtures/test-colour-samples'
import { keysOf } from '../../../../../core/json'

/*
 * Photos made from spectra by two cameras under four lamps: eleven dyes at three depths beside a
 * sheet of paper of five makes, a grey card and a chart. All made up; the truth is the spectra's.
 */
const fades = (nm: number, over: number) => Math.exp(-(nm - 400) / over)
const glows = (nm: number) => Math.exp(-0.5 * ((nm - 440) / 25) ** 2)
/** Reflectance, and how much blue a brightened sheet adds of its own where the lamp brings it out. */
const PAPERS: Record<string, (nm: number, glow: number) => number> = {
  'of no tint': () => 0.86,
  warm: (nm) => 0.85 - 0.1 * fades(nm, 70),
  ivory: (nm) => 0.83 - 0.25 * fades(nm, 60),
  brightened: (nm, glow) => 0.87 - 0.05 * fades(nm, 40) + 0.14 * glow * glows(nm),
  'much brightened': (nm, glow) => 0.88 - 0.06 * fades(nm, 40) + 0.22 * glow * glows(nm),
}
const flat = (value: number) => WAVELENGTHS_NM.map(() => value)
const CHART = [
  ...TEST_COLOURS.map(([, reflectance]) => [...reflectance]),
  ...[0.05, 0.1, 0.2, 0.35, 0.5, 0.65, 0.8, 0.9, 0.14].map(flat),
]
const DYED = Object.values(TRUTHS)
  .slice(0, 11)
  .flatMap((truth) =>
    [0.12, 0.35, 1].map((ratioDry) =>
      dyedReflectance(truth, { ratioDry, fibre: 'wool', iron: false, factor: 1 }),
    ),
  )
const SIDE = 18
const ROW = 12
const boxAt = (i: number) => ({
  x: 6 + (i % ROW) * (SIDE + 2),
  y: 6 + Math.floor(i / ROW) * (SIDE + 2),
  width: SIDE,
  height: SIDE,
})

interface Shot {
  truth: number[]
  lab: ReturnType<typeof labOfReflectance>
  errorDe: number
}

type By = 'card' | 'chart' | { paper: string }

/** All dyes in one photo, read by each of what lies beside them. */
function shots(lamp: LampName, camera: CameraName, seed: number): (by: By) => Shot[] {
  const sheets = Object.values(PAPERS).map((paper) =>
    WAVELENGTHS_NM.map((nm) => paper(nm, LAMPS[lamp].glow)),
  )
  const things = [...DYED, ...sheets, flat(0.18), ...CHART].map((reflectance, i) => ({
    box: boxAt(i),
    reflectance,
  }))
  const picture = takePicture({
    width: 12 + ROW * (SIDE + 2),
    height: 12 + Math.ceil(things.length / ROW) * (SIDE + 2),
    table: 0.3,
    // a white sheet is the brightest thing there: a camera that meters for it does not burn it out
    exposure: 0.72,
    vignetting: 0.12,
    lamp,
    camera,
    seed,
    things,
  })
  const area = (i: number): PixelArea => {
    const { x, y } = boxAt(i)
    return cut(picture, { x: x + 2, y: y + 2, width: SIDE - 4, height: SIDE - 4 })
  }
  const grey = DYED.length + sheets.length
  const known = (by: By): KnownInPhoto => {
    if (by === 'card') {
      return { kind: 'patch', of: 'card', area: area(grey), lab: labOfReflectance(flat(0.18)) }
    }
    if (by === 'chart') {
      const labs = CHART.map((reflectance) => labOfReflectance(reflectance))
      return { kind: 'chart', readings: [CHART.map((_, i) => area(grey + 1 + i))], labs }
    }
    const at = DYED.length + Object.keys(PAPERS).indexOf(by.paper)
    return { kind: 'patch', of: 'paper', area: area(at), lab: WHITE_PAPER }
  }
  return (by) => {
    const lying = known(by)
    return DYED.map((truth, i) => ({ truth: [...truth], ...readPhoto(area(i), lying) }))
  }
}

const seen: Record<'paper' | 'card' | 'chart', Shot[]> = { paper: [], card: [], chart: [] }
const byPaper = new Map<string, number[]>()
const errorOf = ({ truth, lab }: Shot) => deltaE2000(labOfReflectance(truth), lab)
keysOf(LAMPS).forEach((lamp, i) => {
  for (const camera of ['one', 'other'] as const) {
    const read = shots(lamp, camera, (1 + i) / 7)
    for (const by of ['card', 'chart'] as const) seen[by].push(...read(by))
    for (const paper of keysOf(PAPERS)) {
      const sheet = read({ paper })
      seen.paper.push(...sheet)
      byPaper.set(paper, [...(byPaper.get(paper) ?? []), ...sheet.map(errorOf)])
    }
  }
})

/** As the card tells it, of a colour from a photo. */
function toldStrength({ lab, errorDe }: Shot) {
  const reading = { lab, errorDe, by: 'photo' as const, wet: false, washed: null }
  const piece = {
    fibre: 'wool',
    form: 'yarn',
    dryG: 10,
    dryBasis: 'weighed',
    mordants: [],
    reading,
  }
  const card = { massG: 10, massBasis: 'weighed', state: 'dried', ratio: null, pieces: [piece] }
  return tallyOf(card as unknown as Card, { dryFraction: 1 } as Source).strength
}
const bare = estimateReflectance(BARE_LAB.wool)

describe('white paper as the card of a photo', () => {
  test('its error is printed beside that of a grey card and a chart, and is what is told', () => {
    const [paper, card, chart] = (['paper', 'card', 'chart'] as const).map((by) =>
      mean(seen[by].map(errorOf))!,
    )
    const each = [...byPaper].map(([name, errors]) => `${name} ${mean(errors)!.toFixed(1)}`)
    process.stdout.write(
      `  photo, ${seen.paper.length} readings: mean CIEDE2000 by white paper ${paper!.toFixed(1)} (${each.join(', ')}), by a grey card ${card!.toFixed(1)}, by a chart ${chart!.toFixed(1)}\n`,
    )
    expect(paper!).toBeGreaterThan(card! - 0.5)
    expect(chart!).toBeLessThan(0.5 * paper!)
    expect(USUAL_ERROR_DE.paper).toBeGreaterThan(paper!)
    expect(USUAL_ERROR_DE.paper).toBeLessThan(1.4 * paper!)
    expect(seen.paper.every(({ errorDe }) => errorDe === USUAL_ERROR_DE.paper)).toBe(true)
  })

  test.each(['paper', 'card', 'chart'] as const)(
    'the span of strength that is told by %s holds the truth nine times in ten',
    (by) => {
      // a spectrum from a colour takes milliseconds: every fourth, of all dyes and depths
      const shots = seen[by].filter((_, i) => i % 4 === 0)
      const told = shots.map((shot) => {
        const strength = strengthOver(shot.truth, bare)
        const span = toldStrength(shot)
        return span !== null && span.low <= strength && strength <= span.high
      })
      const share = told.filter(Boolean).length / told.length
      process.stdout.write(
        `  photo by ${by}: 90 % span of strength holds ${(100 * share).toFixed(1)} % of ${told.length}\n`,
      )
      expect(share).toBeGreaterThan(0.88)
    },
  )
})
