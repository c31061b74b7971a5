import type { Freedom } from '../core/bath/water-budget'

/** Fibres and other things that are dyed, and the class whose curve they share. */
export interface FibreFacts {
  label: string
  /** Three letters of its tags. */
  code: string
  class: FibreClass
  /** Said at the point of doing; from memory. */
  heat: string
}

export const FIBRE_CLASSES = {
  wool: 'wool',
  superwash: 'superwash wool',
  silk: 'silk',
  cellulose: 'cotton, linen and kin',
  skin: 'leather and skins',
  wood: 'wood',
  other: 'other',
} as const
export type FibreClass = keyof typeof FIBRE_CLASSES

const GENTLE = 'Rise slowly to 82 °C at most, stir little: heat shock and rubbing felt it.'
const PLAIN = 'Bears a simmer well.'
const COLD = 'Never in heat: cooled liquor only.'

export const FIBRES = {
  wool: { label: 'wool', code: 'WOL', class: 'wool', heat: GENTLE },
  superwash: { label: 'superwash wool', code: 'SUW', class: 'superwash', heat: GENTLE },
  woolNylon: { label: 'wool and nylon', code: 'WNY', class: 'wool', heat: GENTLE },
  mohair: { label: 'mohair', code: 'MOH', class: 'wool', heat: GENTLE },
  alpaca: { label: 'alpaca', code: 'ALP', class: 'wool', heat: GENTLE },
  camel: { label: 'camel', code: 'CAM', class: 'wool', heat: GENTLE },
  silk: {
    label: 'silk',
    code: 'SLK',
    class: 'silk',
    heat: 'Keep under 85 °C: it loses its shine.',
  },
  silkNoil: { label: 'silk noil', code: 'NOI', class: 'silk', heat: 'Keep under 85 °C.' },
  cotton: { label: 'cotton', code: 'COT', class: 'cellulose', heat: PLAIN },
  linen: { label: 'linen', code: 'LIN', class: 'cellulose', heat: PLAIN },
  hemp: { label: 'hemp', code: 'HEM', class: 'cellulose', heat: PLAIN },
  viscose: {
    label: 'viscose',
    code: 'VIS',
    class: 'cellulose',
    heat: 'Weak when wet: lift gently.',
  },
  leather: { label: 'leather', code: 'LEA', class: 'skin', heat: COLD },
  fishSkin: { label: 'fish skin', code: 'FSK', class: 'skin', heat: COLD },
  gut: { label: 'gut', code: 'GUT', class: 'skin', heat: COLD },
  wood: { label: 'wood', code: 'WOO', class: 'wood', heat: 'Brush on, coat by coat.' },
  other: { label: 'something else', code: 'OTH', class: 'other', heat: 'Try a snip first.' },
} as const satisfies Record<string, FibreFacts>

export type Fibre = keyof typeof FIBRES
export const FIBRE_KEYS = Object.keys(FIBRES) as Fibre[]

export const FORMS = ['fleece', 'roving', 'yarn', 'cloth', 'garment', 'hide', 'pieces'] as const
export type Form = (typeof FORMS)[number]

/**
 * Liquor that a form needs to move in, L per kg dry. Loosely packed skeins: about 20 at the least
 * (common practice, no source), 30 for an even colour; the others from memory.
 */
export const FORM_FREEDOM: Record<Form, Freedom> = {
  fleece: { leastLPerKg: 25, evenLPerKg: 35 },
  roving: { leastLPerKg: 25, evenLPerKg: 35 },
  yarn: { leastLPerKg: 20, evenLPerKg: 30 },
  cloth: { leastLPerKg: 20, evenLPerKg: 30 },
  garment: { leastLPerKg: 20, evenLPerKg: 30 },
  hide: { leastLPerKg: 15, evenLPerKg: 20 },
  pieces: { leastLPerKg: 15, evenLPerKg: 20 },
}
