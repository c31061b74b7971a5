import type { FibreFacts } from './facts'

const PLANT = {
  class: 'cellulose',
  origin: 'cellulose',
  forms: ['cloth', 'yarn', 'garment', 'roving'],
  limits: { maxTempC: 100, ph: [4.5, 12], mostIronPercent: 10 },
  takes: 'little',
  wetOutMin: 60,
  felts: 'no',
  oils: null,
  ways: ['bath', 'paint'],
  scheme: 'tanninAlum',
  provenance: 'from memory',
} as const satisfies Omit<FibreFacts, 'label' | 'code' | 'handling' | 'shrinksPercent'>

/** Fibres of plants: they bear alkali and heat, and acid rots them. */
export const CELLULOSE = {
  cotton: {
    ...PLANT,
    label: 'cotton',
    code: 'COT',
    shrinksPercent: [10, 20],
    handling: 'Scour it hot and pre-shrink it first; tannin before the alum, and turn it often.',
    provenance: 'common practice',
  },
  linen: {
    ...PLANT,
    label: 'linen',
    code: 'LIN',
    shrinksPercent: [3, 8],
    handling:
      'Scour it twice, it is waxy; wet out an hour and turn it often, or it takes in streaks.',
  },
  hemp: {
    ...PLANT,
    label: 'hemp',
    code: 'HEM',
    shrinksPercent: [3, 8],
    handling: 'As linen: scour twice, wet out an hour.',
  },
  viscose: {
    ...PLANT,
    label: 'viscose',
    code: 'VIS',
    takes: 'well',
    limits: { maxTempC: 90, ph: [4.5, 11], mostIronPercent: 10 },
    shrinksPercent: [3, 8],
    handling: 'Weak when wet: lift it in a net, do not wring.',
  },
} as const satisfies Record<string, FibreFacts>
