import { entriesOf, type SourceFacts } from './entry'

const [plant, insect] = [entriesOf('plant'), entriesOf('insect')]
const DRY = {
  usualRatioState: 'dried',
  care: 'Bought: ask how and where it was grown.',
  rule: { kind: 'share', share: 1 },
} as const
const DUST = 'Fine dust: no draught, and keep it out of your lungs.'

/** Dyestuffs that few gather and many buy, as they are sold. */
/* prettier-ignore */
export const BOUGHT: readonly SourceFacts[] = [
  insect('COC', 'Dactylopius coccus', 'cochineal', 'insect', [1, 12], { ...DRY, ratio: 0.08, hues: 'pink|crimson to fuchsia|purple-grey', fastness: 'good', caution: DUST }),
  insect('LCC', 'Kerria lacca', 'lac', 'insect', [1, 12], { ...DRY, ratio: 0.3, synonyms: ['Laccifer lacca'], otherNames: ['lac dye', 'sticklac'], hues: 'pink|red|plum', fastness: 'good', caution: DUST }),
  plant('INC', 'Indigofera tinctoria', 'true indigo', 'cake', [1, 12], { ...DRY, ratio: 0.1, otherNames: ['indigo cake', 'indigo powder', 'natural indigo'], ways: ['reducedVat'], heatLimitC: 50, hues: 'blue', fastness: 'good', caution: `${DUST} Vats are alkaline and irritate: gloves, goggles.` }),
  plant('WOC', 'Isatis tinctoria', 'woad', 'cake', [1, 12], { ...DRY, ratio: 0.2, otherNames: ['woad pigment', 'woad powder'], ways: ['reducedVat'], heatLimitC: 50, hues: 'blue', fastness: 'good', caution: `${DUST} Vats are alkaline and irritate: gloves, goggles.` }),
  plant('MUN', 'Rubia cordifolia', 'Indian madder', 'root', [1, 12], { ...DRY, ratio: 0.6, otherNames: ['munjeet', 'manjistha'], heatLimitC: 75, hues: '|orange-red|brown', fastness: 'good' }),
  plant('CUT', 'Senegalia catechu', 'cutch', 'heartwood', [1, 12], { ...DRY, ratio: 0.3, synonyms: ['Acacia catechu'], otherNames: ['catechu', 'khair'], needsMordant: 'no', heatLimitC: null, hues: 'brown|gold-brown|dark brown', fastness: 'good', caution: DUST }),
  plant('LGW', 'Haematoxylum campechianum', 'logwood', 'heartwood', [1, 12], { ...DRY, ratio: 0.3, synonyms: ['Haematoxylon campechianum'], hues: '|violet to purple|blue-black', fastness: 'fair', caution: DUST }),
  plant('SAP', 'Biancaea sappan', 'sappanwood', 'heartwood', [1, 12], { ...DRY, ratio: 0.5, synonyms: ['Caesalpinia sappan'], otherNames: ['sapan', 'eastern brazilwood'], hues: 'rose|red|plum', fastness: 'poor', caution: DUST }),
  plant('BRZ', 'Paubrasilia echinata', 'brazilwood', 'heartwood', [1, 12], { ...DRY, ratio: 0.5, synonyms: ['Caesalpinia echinata'], otherNames: ['pernambuco'], hues: 'rose|red|plum', fastness: 'poor', stopGroup: 'protected', rule: { kind: 'none' }, caution: `Endangered, and its trade is controlled: old stock with papers only. ${DUST}` }),
  plant('FUS', 'Maclura tinctoria', 'fustic', 'heartwood', [1, 12], { ...DRY, ratio: 0.4, synonyms: ['Chlorophora tinctoria'], otherNames: ['old fustic', "dyer's mulberry"], hues: '|gold|olive', fastness: 'good', caution: DUST }),
  plant('HEN', 'Lawsonia inermis', 'henna', 'leaf', [1, 12], { ...DRY, ratio: 0.5, needsMordant: 'no', hues: 'orange-tan|orange-brown|dark brown', fastness: 'good', caution: DUST }),
  plant('ANN', 'Bixa orellana', 'annatto', 'seed', [1, 12], { ...DRY, ratio: 0.5, otherNames: ['achiote'], hues: 'orange|orange|brown-orange', fastness: 'poor' }),
  plant('TUR', 'Curcuma longa', 'turmeric', 'rhizome', [1, 12], { ...DRY, ratio: 0.3, needsMordant: 'no', hues: 'bright yellow, fades|yellow, fades|olive, fades', fastness: 'poor' }),
  plant('MYB', 'Terminalia chebula', 'myrobalan', 'nut', [1, 12], { ...DRY, ratio: 0.2, otherNames: ['haritaki'], hues: 'pale yellow|yellow|grey-black', fastness: 'good', caution: DUST }),
  plant('TEA', 'Camellia sinensis', 'tea', 'leaf', [1, 12], { ...DRY, ratio: 0.5, needsMordant: 'no', otherNames: ['black tea'], hues: 'tan|tan|grey', fastness: 'good' }),
  plant('COF', 'Coffea arabica', 'coffee', 'seed', [1, 12], { ...DRY, ratio: 1, needsMordant: 'no', otherNames: ['coffee grounds'], hues: 'tan|tan|grey-brown', fastness: 'fair' }),
]
