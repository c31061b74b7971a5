import type { RoundRule } from '../core/jar/rounds'
import type { SteepWindow } from '../core/bath/extraction'
import { keysOf } from '../core/json'

/** How stuff stands in a jar until its colour is out. Times are common practice, no source. */
export interface JarWayFacts {
  label: string
  /** Days after which it is likely ready and past which it should not stand, at `usualC`. */
  usual: SteepWindow
  usualC: number
  rounds: RoundRule
  /** What is looked for. */
  wants: string
  caution: string
  ammonia: boolean
}

const MOULD = 'Mould: do not breathe it, discard the jar and note it.'
const PRESSURE = 'A sealed ferment builds pressure: open it slowly.'

export const JAR_WAYS = {
  steep: {
    label: 'cold steep',
    usual: { fromDays: 7, toDays: 21 },
    usualC: 12,
    rounds: { shake: null, air: null, look: 2 },
    wants: 'bark in cool water for a week at least; in the warm it moulds',
    caution: MOULD,
    ammonia: false,
  },
  soak: {
    label: 'husk mash',
    usual: { fromDays: 7, toDays: 10 },
    usualC: 18,
    rounds: { shake: 1, air: null, look: 2 },
    wants: 'husks seven to ten days; after that it smells',
    caution: `${MOULD} ${PRESSURE}`,
    ammonia: false,
  },
  longSoak: {
    label: 'half-year soak',
    usual: { fromDays: 150, toDays: 210 },
    usualC: 15,
    rounds: { shake: 7, air: null, look: 14 },
    wants: 'husks or pods half a year, then boiled',
    caution: `${MOULD} ${PRESSURE}`,
    ammonia: false,
  },
  coldStand: {
    label: 'hot start, cold stand',
    usual: { fromDays: 2, toDays: 3 },
    usualC: 18,
    rounds: { shake: null, air: null, look: 1 },
    wants: 'fifteen minutes hot, then two to three days',
    caution: MOULD,
    ammonia: false,
  },
  ammoniaFerment: {
    label: 'ammonia ferment, aired',
    usual: { fromDays: 30, toDays: 180 },
    usualC: 18,
    rounds: { shake: 1, air: 7, look: 14 },
    wants: 'lichen in half ammonia, half water with air space, one to six months, until it is deep',
    caution:
      'Ammonia: outdoors or in a strong draught, eyes covered, never in a closed room, never with bleach. Open slowly: the jar may hold a vacuum.',
    ammonia: true,
  },
  ammoniaSealed: {
    label: 'ammonia ferment, kept sealed',
    usual: { fromDays: 60, toDays: 240 },
    usualC: 18,
    rounds: { shake: 1, air: null, look: 14 },
    wants: 'the same without airing; the colour needs the air in the jar, so it takes longer',
    caution:
      'Ammonia: outdoors or in a strong draught, eyes covered, never in a closed room, never with bleach. Open slowly: the jar may hold a vacuum.',
    ammonia: true,
  },
} as const satisfies Record<string, JarWayFacts>

export type JarWay = keyof typeof JAR_WAYS
export const JAR_WAY_KEYS = keysOf(JAR_WAYS)
