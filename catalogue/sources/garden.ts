import { entriesOf, type SourceFacts } from './entry'

const plant = entriesOf('plant')
const HERB = 'A garden herb: cut what you would prune anyway.'
const CUT = { care: HERB, rule: { kind: 'share', share: 1 / 2 } } as const

/** What gardens, kitchens and waysides give beside their flowers. */
/* prettier-ignore */
export const GARDEN: readonly SourceFacts[] = [
  plant('CSM', 'Cosmos sulphureus', 'sulphur cosmos', 'flowerHead', [7, 10], { ratio: 2, otherNames: ['orange cosmos', 'yellow cosmos'], hues: 'tan|orange|brown', fastness: 'good' }),
  plant('TAE', 'Tagetes erecta', 'African marigold', 'flowerHead', [7, 11], { ratio: 2, otherNames: ['Aztec marigold', 'Mexican marigold'], hues: '|gold|olive', fastness: 'fair' }),
  plant('ZIN', 'Zinnia elegans', 'zinnia', 'flowerHead', [7, 10], { hues: '|yellow to tan|olive', fastness: 'fair' }),
  plant('RCL', 'Trifolium pratense', 'red clover', 'flowerHead', [5, 9], { hues: '|yellow-green|olive', fastness: 'fair' }),
  plant('FEN', 'Foeniculum vulgare', 'fennel', 'floweringTop', [7, 9], { hues: '|mustard yellow|olive', fastness: 'fair', stopGroup: 'umbellifer', lookAlikes: 'Hemlock and other deadly umbellifers: fennel smells of aniseed, and nothing else will do.', caution: 'Juice can make skin burn in sun: gloves and sleeves.' }),
  plant('TRG', 'Artemisia dracunculus', 'tarragon', 'wholeHerb', [6, 9], { ...CUT, hues: '|yellow-green|olive', fastness: 'unknown' }),
  plant('RSM', 'Salvia rosmarinus', 'rosemary', 'leaf', [1, 12], { ...CUT, synonyms: ['Rosmarinus officinalis'], hues: '|yellow-green|grey-green', fastness: 'unknown' }),
  plant('SAG', 'Salvia officinalis', 'sage', 'leaf', [5, 10], { ...CUT, hues: '|soft yellow|grey-green', fastness: 'unknown' }),
  plant('MIN', 'Mentha spicata', 'spearmint', 'wholeHerb', [6, 9], { ...CUT, otherNames: ['mint', 'garden mint'], hues: '|soft yellow|grey-green', fastness: 'unknown' }),
  plant('HOP', 'Humulus lupulus', 'hop', 'leaf', [6, 9], { otherNames: ['hops'], hues: '|yellow|olive brown', fastness: 'unknown', caution: 'Can irritate skin: gloves.' }),
  plant('CEL', 'Chelidonium majus', 'greater celandine', 'wholeHerb', [4, 8], { hues: '|yellow|olive', fastness: 'unknown', poisonous: true, caution: 'Its orange sap irritates skin and eyes: gloves. Poisonous to eat.' }),
  plant('CTF', 'Tussilago farfara', 'coltsfoot', 'leaf', [5, 9], { hues: '|greenish yellow|grey-green', fastness: 'unknown' }),
  plant('PLT', 'Plantago lanceolata', 'ribwort plantain', 'leaf', [5, 10], { otherNames: ['ribwort', 'buckhorn plantain'], hues: '|dull gold|grey-green', fastness: 'unknown' }),
  plant('ALF', 'Medicago sativa', 'alfalfa', 'wholeHerb', [6, 9], { otherNames: ['lucerne'], hues: '|yellow-green|olive', fastness: 'unknown' }),
  plant('SYC', 'Acer pseudoplatanus', 'sycamore', 'leaf', [6, 10], { otherNames: ['sycamore maple'], hues: 'tan|gold-tan|grey', fastness: 'fair' }),
  plant('ELL', 'Sambucus nigra', 'elder', 'leaf', [5, 9], { hues: '|yellow-green|olive', fastness: 'fair', poisonous: true, caution: 'Leaves are poisonous to eat: apart from food.' }),
  plant('RAS', 'Rubus idaeus', 'raspberry', 'leaf', [6, 9], { otherNames: ['raspberry canes'], hues: 'tan|tan|dark grey', fastness: 'fair' }),
  plant('ROD', 'Rosa canina', 'dog rose', 'shoot', [5, 9], { otherNames: ['wild rose'], hues: 'tan|tan|dark grey', fastness: 'fair', caution: 'Thorns: gloves.' }),
  plant('VIN', 'Vitis vinifera', 'grape vine', 'leaf', [7, 10], { otherNames: ['vine leaves'], hues: '|yellow|olive', fastness: 'fair' }),
  plant('BOG', 'Myrica gale', 'bog myrtle', 'leaf', [5, 9], { otherNames: ['sweet gale'], hues: '|yellow|olive', fastness: 'fair' }),
  plant('STB', 'Arbutus unedo', 'strawberry tree', 'leaf', [1, 12], { hues: 'tan|tan|grey-black', needsMordant: 'no', fastness: 'good' }),
  plant('REC', 'Brassica oleracea', 'red cabbage', 'leaf', [8, 12], { ratio: 2, ways: ['coldSteep', 'simmer'], hues: 'pink to blue by bath, fades|blue, fades|', fastness: 'poor' }),
  plant('BBN', 'Phaseolus vulgaris', 'black bean', 'seed', [8, 12], { ratio: 2, usualRatioState: 'dried', ways: ['coldSteep'], heatLimitC: 40, hues: '|blue to grey-blue|', fastness: 'poor', otherNames: ['black beans'] }),
  plant('BII', 'Betula pendula', 'silver birch', 'innerBark', [3, 6], { hues: 'pinkish tan|rose-tan|grey-brown', fastness: 'good', otherNames: ['birch inner bark', 'birch bast'] }),
]
