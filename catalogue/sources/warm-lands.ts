import { entriesOf, type SourceFacts } from './entry'

const plant = entriesOf('plant')

/** Trees and herbs of warm lands, gathered or from a garden there. */
/* prettier-ignore */
export const WARM_LANDS: readonly SourceFacts[] = [
  plant('SGL', 'Eucalyptus cladocalyx', 'sugar gum', 'leaf', [1, 12], { ratio: 2, needsMordant: 'no', heatLimitC: null, hues: 'tan to orange|orange-tan|dark brown', fastness: 'good' }),
  plant('SGP', 'Eucalyptus cladocalyx', 'sugar gum', 'pod', [1, 12], { otherNames: ['sugar gum nuts', 'gumnuts'], hues: 'tan|tan|grey', fastness: 'good' }),
  plant('BLG', 'Eucalyptus globulus', 'blue gum', 'leaf', [1, 12], { ratio: 2, needsMordant: 'no', heatLimitC: null, hues: 'tan|yellow-tan|grey', fastness: 'good' }),
  plant('RGB', 'Eucalyptus camaldulensis', 'river red gum', 'bark', [1, 12], { needsMordant: 'no', hues: 'red-brown|red-brown|dark brown', fastness: 'good' }),
  plant('WAT', 'Acacia mearnsii', 'black wattle', 'bark', [1, 12], { hues: 'tan|brown|grey-black', fastness: 'good' }),
  plant('SIW', 'Acacia dealbata', 'silver wattle', 'floweringTop', [1, 4], { otherNames: ['mimosa'], hues: '|yellow|olive', fastness: 'fair' }),
  plant('MNG', 'Mangifera indica', 'mango', 'leaf', [1, 12], { hues: '|yellow|olive', fastness: 'fair', caution: 'Sap can blister skin: gloves.' }),
  plant('GUA', 'Psidium guajava', 'guava', 'leaf', [1, 12], { needsMordant: 'no', hues: 'tan|gold-tan|grey-black', fastness: 'good' }),
  plant('LOQ', 'Eriobotrya japonica', 'loquat', 'leaf', [1, 12], { needsMordant: 'no', hues: 'salmon pink|rose-tan|grey', fastness: 'good' }),
  plant('OLI', 'Olea europaea', 'olive', 'leaf', [1, 12], { hues: '|yellow|green-grey', fastness: 'fair' }),
  plant('FIG', 'Ficus carica', 'fig', 'leaf', [5, 10], { hues: '|yellow|olive', fastness: 'fair', caution: 'Its sap burns skin in sun: gloves and sleeves.' }),
  plant('LEN', 'Pistacia lentiscus', 'mastic tree', 'leaf', [1, 12], { otherNames: ['lentisk'], needsMordant: 'no', hues: 'tan|yellow-tan|grey-black', fastness: 'good' }),
  plant('RHC', 'Rhus coriaria', "tanner's sumac", 'leaf', [6, 9], { ratio: 1, usualRatioState: 'dried', otherNames: ['Sicilian sumac'], needsMordant: 'no', hues: 'fawn|yellow-tan|black-grey', fastness: 'good' }),
  plant('DAP', 'Daphne gnidium', 'flax-leaved daphne', 'leaf', [5, 10], { hues: '|strong yellow|olive', fastness: 'good', poisonous: true, caution: 'Very poisonous, and its sap blisters: gloves, no steam breathed.' }),
  plant('KAK', 'Diospyros kaki', 'persimmon', 'berry', [8, 10], { ratio: 1, ways: ['paintOn', 'coldSteep'], needsMordant: 'no', heatLimitC: null, otherNames: ['kaki'], hues: 'rust-brown, by sun', fastness: 'good' }),
  plant('OPU', 'Opuntia ficus-indica', 'prickly pear', 'berry', [7, 10], { ways: ['coldSteep'], heatLimitC: 40, hues: 'pink, fades|magenta, fades|', fastness: 'poor', caution: 'Its hairs stick in skin: thick gloves, tongs.' }),
  plant('MIL', 'Thespesia populnea', 'portia tree', 'husk', [1, 12], { otherNames: ['milo', 'milo husks', 'Pacific rosewood'], hues: 'tan|yellow-brown|grey', fastness: 'unknown' }),
  plant('NON', 'Morinda citrifolia', 'noni', 'root', [1, 12], { otherNames: ['Indian mulberry'], hues: '|yellow to red by lime|brown', fastness: 'good' }),
  plant('SRG', 'Sorghum bicolor', 'dye sorghum', 'husk', [8, 11], { ratio: 1, usualRatioState: 'dried', needsMordant: 'no', otherNames: ['sorghum'], hues: 'red-brown|dark red|purple-brown', fastness: 'good' }),
  plant('ROS', 'Hibiscus sabdariffa', 'roselle', 'petal', [8, 11], { usualRatioState: 'dried', ratio: 1, otherNames: ['sorrel flower', 'hibiscus'], ways: ['coldSteep', 'simmer'], heatLimitC: 60, hues: 'pink, fades|lilac-grey|grey', fastness: 'poor' }),
  plant('BPF', 'Clitoria ternatea', 'butterfly pea', 'petal', [1, 12], { ways: ['coldSteep'], heatLimitC: 50, hues: 'blue, fades|blue-violet, fades|', fastness: 'poor' }),
  plant('ASI', 'Strobilanthes cusia', 'Assam indigo', 'leaf', [6, 11], { ratio: 2, ways: ['leafRub', 'reducedVat'], needsMordant: 'no', heatLimitC: 50, hues: 'blue', fastness: 'good', caution: 'Vat liquor irritates skin and eyes: gloves, goggles.' }),
]
