import { entriesOf, type SourceFacts } from './entry'

const plant = entriesOf('plant')
const HEMLOCK =
  'Hemlock and other deadly umbellifers look like it: never gather an umbellifer by guess.'

/* prettier-ignore */
export const FLOWERS: readonly SourceFacts[] = [
  plant('TAN', 'Tanacetum vulgare', 'tansy', 'flowerHead', [7, 9], { ratio: 3, synonyms: ['Chrysanthemum vulgare'], otherNames: ['bitter buttons', 'golden buttons'], hues: '|strong yellow|olive|green-gold', fastness: 'good', lookAlikes: 'Ragwort, which is poisonous: tansy has buttons without rays and smells strongly.', poisonous: true, caution: 'Can irritate skin: gloves. Not for anyone pregnant. Ventilate the simmering pot.' }),
  plant('MEA', 'Filipendula ulmaria', 'meadowsweet', 'floweringTop', [6, 8], { synonyms: ['Spiraea ulmaria'], otherNames: ['mead wort', 'queen of the meadow'], hues: 'cream|greenish yellow|grey-green', fastness: 'fair', lookAlikes: 'Water dropworts in the same ditches are deadly umbellifers.', caution: 'Holds salicylates: gloves if aspirin troubles you.' }),
  plant('HEA', 'Calluna vulgaris', 'heather', 'floweringTop', [7, 9], { synonyms: ['Erica vulgaris'], otherNames: ['ling'], hues: '|yellow to gold|dark olive', fastness: 'good' }),
  plant('DYB', 'Genista tinctoria', "dyer's broom", 'floweringTop', [6, 8], { ratio: 3, otherNames: ["dyer's greenweed", 'woadwaxen'], hues: '|bright yellow|olive', fastness: 'good', poisonous: true, caution: 'Poisonous to eat. Scarce in places: ask before you gather.' }),
  plant('GOL', 'Solidago canadensis', 'Canada goldenrod', 'floweringTop', [8, 10], { otherNames: ['goldenrod'], hues: '|clear yellow|olive', fastness: 'good', care: 'Spreads freely outside its home: cut what you like before seed, and spread none.', rule: { kind: 'share', share: 1 } }),
  plant('GOG', 'Solidago gigantea', 'giant goldenrod', 'floweringTop', [7, 9], { synonyms: ['Solidago serotina'], hues: '|clear yellow|olive', fastness: 'good', care: 'Spreads freely outside its home: cut what you like before seed, and spread none.', rule: { kind: 'share', share: 1 } }),
  plant('GOV', 'Solidago virgaurea', 'European goldenrod', 'floweringTop', [7, 9], { otherNames: ['woundwort'], hues: '|yellow|olive', fastness: 'good' }),
  plant('CHD', 'Cota tinctoria', "dyer's chamomile", 'flowerHead', [6, 8], { synonyms: ['Anthemis tinctoria'], otherNames: ['golden marguerite'], hues: '|warm yellow|moss', fastness: 'good' }),
  plant('COR', 'Coreopsis tinctoria', "dyer's coreopsis", 'flowerHead', [6, 10], { ratio: 2, otherNames: ['plains tickseed'], hues: 'tan|orange|brown', fastness: 'good' }),
  plant('TAG', 'Tagetes patula', 'French marigold', 'flowerHead', [7, 10], { ratio: 2, hues: '|gold|olive', fastness: 'fair' }),
  plant('CAL', 'Calendula officinalis', 'pot marigold', 'petal', [6, 10], { hues: '|pale yellow|khaki', fastness: 'poor' }),
  plant('YAR', 'Achillea millefolium', 'yarrow', 'floweringTop', [6, 9], { otherNames: ['milfoil'], hues: '|soft yellow|grey-green', fastness: 'fair', lookAlikes: HEMLOCK, caution: 'Can irritate skin in sun: gloves.' }),
  plant('SJW', 'Hypericum perforatum', "St John's wort", 'floweringTop', [6, 8], { ratio: 2, otherNames: ['perforate St John’s wort'], hues: '|yellow, green or red by bath|olive', fastness: 'fair', caution: 'Juice can make skin burn in sun: gloves and sleeves.' }),
  plant('GOR', 'Ulex europaeus', 'gorse', 'petal', [3, 6], { otherNames: ['furze', 'whin'], hues: '|yellow|olive', fastness: 'fair', poisonous: true, caution: 'Spines: gloves. Poisonous to eat.' }),
  plant('BRO', 'Cytisus scoparius', 'broom', 'floweringTop', [4, 6], { synonyms: ['Sarothamnus scoparius'], otherNames: ['Scotch broom'], hues: '|yellow|olive', fastness: 'fair', poisonous: true, caution: 'Poisonous to eat.' }),
  plant('DAN', 'Taraxacum officinale', 'dandelion', 'flowerHead', [4, 6], { hues: '|pale yellow|khaki', fastness: 'poor', care: 'Early food of bees: pick only where the meadow is yellow with it.' }),
  plant('SAF', 'Carthamus tinctorius', 'safflower', 'petal', [7, 9], { ratio: 2, ways: ['coldSteep'], usualRatioState: 'dried', needsMordant: 'no', heatLimitC: 40, hues: 'yellow, then pink in alkali and acid', fastness: 'poor' }),
  plant('SUF', 'Helianthus annuus', 'sunflower', 'petal', [7, 9], { hues: '|yellow|olive', fastness: 'fair' }),
  plant('DAH', 'Dahlia pinnata', 'dahlia', 'flowerHead', [7, 10], { synonyms: ['Dahlia variabilis'], hues: '|gold to orange|olive', fastness: 'fair' }),
  plant('RAG', 'Jacobaea vulgaris', 'ragwort', 'flowerHead', [6, 9], { synonyms: ['Senecio jacobaea'], otherNames: ["stinking Willie"], hues: '|bright yellow|olive', fastness: 'fair', poisonous: true, caution: 'Poisonous, also to grazing animals and when dry: gloves, take all of it away from pasture.', care: 'Home of rare moths: leave plants with striped caterpillars.' }),
  plant('KNA', 'Centaurea nigra', 'knapweed', 'flowerHead', [6, 9], { otherNames: ['hardheads'], hues: '|greenish yellow|olive', fastness: 'unknown' }),
  plant('DAF', 'Narcissus pseudonarcissus', 'daffodil', 'petal', [2, 4], { otherNames: ['Lent lily'], hues: '|clear yellow|khaki', fastness: 'fair', poisonous: true, caution: 'Sap irritates skin: gloves. Poisonous to eat.', care: 'Spent garden flowers only; wild ones are protected in places.' }),
  plant('BFT', 'Lotus corniculatus', "bird's-foot trefoil", 'floweringTop', [5, 8], { hues: '|yellow|olive', fastness: 'fair' }),
  plant('MUG', 'Artemisia vulgaris', 'mugwort', 'floweringTop', [7, 9], { hues: '|greenish yellow|grey-green', fastness: 'fair', caution: 'Its pollen troubles many; not for anyone pregnant.' }),
  plant('HEB', 'Galium mollugo', 'hedge bedstraw', 'floweringTop', [6, 8], { hues: '|yellow|olive', fastness: 'unknown' }),
  plant('MUL', 'Verbascum thapsus', 'great mullein', 'petal', [6, 9], { hues: '|yellow|green-grey', fastness: 'fair', caution: 'Hairs irritate throat and skin: gloves.' }),
  plant('HOL', 'Alcea rosea', 'hollyhock', 'petal', [7, 9], { ratio: 2, synonyms: ['Althaea rosea'], ways: ['simmer', 'coldSteep'], heatLimitC: 75, hues: '|mauve to grey-blue|slate', fastness: 'poor' }),
]
