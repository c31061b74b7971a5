import type { FibreFacts } from './facts'

/** Alkali dissolves protein and acid hardly harms it; from memory. */
const WOOL_LIMITS = { maxTempC: 93, ph: [3, 10], mostIronPercent: 6 } as const

const WOOL_LIKE = {
  class: 'wool',
  origin: 'protein',
  forms: ['yarn', 'roving', 'fleece', 'cloth', 'garment'],
  limits: WOOL_LIMITS,
  takes: 'well',
  handling:
    'Wet out warm, enter near the heat of the bath, rise slowly and hardly stir: heat shock and rubbing felt it.',
  wetOutMin: 30,
  felts: 'easily',
  shrinksPercent: null,
  oils: null,
  ways: ['bath'],
  scheme: 'alum',
  provenance: 'common practice',
} as const satisfies Omit<FibreFacts, 'label' | 'code'>

/** Hair and silk. */
export const PROTEIN = {
  wool: { ...WOOL_LIKE, label: 'wool', code: 'WOL' },
  superwash: {
    ...WOOL_LIKE,
    label: 'superwash wool',
    code: 'SUW',
    class: 'superwash',
    takes: 'much',
    felts: 'no',
    handling:
      'Takes colour fast: enter wetted out, turn it often at first, and look early. It stretches when wet: lift it whole.',
  },
  woolNylon: {
    ...WOOL_LIKE,
    label: 'wool and nylon',
    code: 'WNY',
    felts: 'little',
    handling: 'Nylon takes some sources deeper than the wool: look for a heathered colour.',
    provenance: 'from memory',
  },
  mohair: {
    ...WOOL_LIKE,
    label: 'mohair',
    code: 'MOH',
    limits: { ...WOOL_LIMITS, maxTempC: 88 },
    felts: 'little',
    handling: 'Loses its lustre near boiling: hold it lower and longer, and do not wring.',
    provenance: 'from memory',
  },
  alpaca: {
    ...WOOL_LIKE,
    label: 'alpaca',
    code: 'ALP',
    limits: { ...WOOL_LIMITS, maxTempC: 88 },
    handling: 'Slow to wet: soak an hour. It has little spring and stretches when it hangs wet.',
    wetOutMin: 60,
    provenance: 'from memory',
  },
  camel: {
    ...WOOL_LIKE,
    label: 'camel',
    code: 'CAM',
    limits: { ...WOOL_LIMITS, maxTempC: 82 },
    handling: 'Fine and felting: low heat, no stirring; its own fawn stays under every colour.',
    provenance: 'from memory',
  },
  silk: {
    label: 'silk',
    code: 'SLK',
    class: 'silk',
    origin: 'protein',
    forms: ['yarn', 'cloth', 'garment', 'roving'],
    limits: { maxTempC: 85, ph: [4, 9.5], mostIronPercent: 6 },
    takes: 'much',
    handling: 'Keep it under 85 °C: hotter it loses its shine. Wet out an hour, turn gently.',
    wetOutMin: 60,
    felts: 'no',
    shrinksPercent: null,
    oils: null,
    ways: ['bath', 'paint'],
    scheme: 'alum',
    provenance: 'from memory',
  },
  silkNoil: {
    label: 'silk noil',
    code: 'NOI',
    class: 'silk',
    origin: 'protein',
    forms: ['cloth', 'yarn', 'roving', 'garment'],
    limits: { maxTempC: 85, ph: [4, 9.5], mostIronPercent: 6 },
    takes: 'well',
    handling: 'Wash out its gum first, or it takes in blotches; then as silk.',
    wetOutMin: 60,
    felts: 'no',
    shrinksPercent: [5, 10],
    oils: null,
    ways: ['bath', 'paint'],
    scheme: 'alum',
    provenance: 'from memory',
  },
} as const satisfies Record<string, FibreFacts>
