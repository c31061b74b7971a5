import { entriesOf, type SourceFacts } from './entry'

const [plant, fungus, lichen] = [entriesOf('plant'), entriesOf('fungus'), entriesOf('lichen')]
const NAME_SURELY =
  'Some of its kin are deadly: gather it only when the name is sure, wear gloves, keep it away from food.'
const POISON = 'Poisonous to eat: gloves, no dust, apart from food.'
const bracket = {
  rule: { kind: 'halfOfEach' },
  care: 'Cut half of each and leave half on the wood to shed spores.',
} as const
const orchil = {
  ways: ['ammoniaFerment'],
  ratio: 0.5,
  heatLimitC: 75,
  caution: 'Its jar holds ammonia: outdoors, eyes covered, and never near bleach.',
} as const
const AIR_PLANT = {
  care: 'Take what storms have brought down; let small creatures out of it first.',
  rule: { kind: 'fallenOnly' },
} as const

/** What is gathered on the western side of the ocean. */
/* prettier-ignore */
export const NORTH_AMERICA: readonly SourceFacts[] = [
  plant('RUD', 'Rudbeckia hirta', 'black-eyed Susan', 'flowerHead', [6, 9], { hues: '|olive-green|dark green', fastness: 'fair' }),
  plant('RBB', 'Ericameria nauseosa', 'rabbitbrush', 'floweringTop', [8, 10], { synonyms: ['Chrysothamnus nauseosus'], otherNames: ['chamisa', 'rubber rabbitbrush'], hues: '|strong yellow|olive', fastness: 'good' }),
  plant('SGB', 'Artemisia tridentata', 'big sagebrush', 'leaf', [5, 10], { otherNames: ['sagebrush'], hues: '|yellow|grey-green', fastness: 'fair' }),
  plant('SNE', 'Helenium autumnale', 'sneezeweed', 'flowerHead', [8, 10], { hues: '|gold|olive', fastness: 'fair', poisonous: true, caution: 'Dust makes noses and lungs smart: gather it fresh, gloves.' }),
  plant('JOE', 'Eutrochium purpureum', 'joe-pye weed', 'floweringTop', [7, 9], { synonyms: ['Eupatorium purpureum'], hues: '|yellow-green|olive', fastness: 'unknown' }),
  plant('RMA', 'Acer rubrum', 'red maple', 'leaf', [6, 10], { hues: 'grey-tan|tan|blue-grey to black', needsMordant: 'no', fastness: 'good' }),
  plant('SMS', 'Rhus glabra', 'smooth sumac', 'leaf', [7, 10], { ratio: 1, usualRatioState: 'dried', needsMordant: 'no', hues: 'fawn|yellow-tan|black-grey', fastness: 'good', lookAlikes: 'Poison sumac has white berries that hang.', caution: 'Sap can irritate: gloves.' }),
  plant('MZN', 'Arctostaphylos manzanita', 'manzanita', 'leaf', [1, 12], { hues: 'tan|gold-tan|grey-black', needsMordant: 'no', fastness: 'good' }),
  plant('MDR', 'Arbutus menziesii', 'madrone', 'bark', [7, 10], { otherNames: ['madrona'], hues: 'rose-tan|tan|grey-brown', fastness: 'good', care: 'Only the curls it sheds by itself.' }),
  plant('HIC', 'Carya ovata', 'shagbark hickory', 'bark', [1, 12], { otherNames: ['hickory'], hues: 'tan|gold|olive', fastness: 'good', care: 'Only the loose strips that fall.' }),
  plant('PEC', 'Carya illinoinensis', 'pecan', 'husk', [9, 12], { otherNames: ['pecan hulls'], hues: 'brown|brown|dark brown', fastness: 'good' }),
  plant('RAL', 'Alnus rubra', 'red alder', 'bark', [1, 12], { hues: 'orange-tan|red-brown|grey-brown', fastness: 'good' }),
  plant('MES', 'Prosopis glandulosa', 'honey mesquite', 'bark', [1, 12], { otherNames: ['mesquite'], hues: 'tan|brown|black', fastness: 'good' }),
  plant('HUI', 'Vachellia farnesiana', 'huizache', 'pod', [6, 11], { ratio: 0.5, synonyms: ['Acacia farnesiana'], otherNames: ['sweet acacia', 'needle bush'], ways: ['coldSteep', 'hotStartColdStand'], hues: 'tan|grey-tan|black', fastness: 'good' }),
  plant('BMO', 'Tillandsia recurvata', 'ball moss', 'wholeHerb', [1, 12], { ...AIR_PLANT, hues: 'tan|yellow-tan to rust|brown', fastness: 'unknown' }),
  plant('SPM', 'Tillandsia usneoides', 'Spanish moss', 'wholeHerb', [1, 12], { ...AIR_PLANT, otherNames: ['old man’s beard of the south'], hues: 'tan|yellow-tan|brown', fastness: 'unknown', lookAlikes: 'Beard lichens are not plants, and dye otherwise.' }),
  fungus('JOW', 'Omphalotus olivascens', "western jack-o'-lantern", 'fruitBody', [10, 2], { otherNames: ['western jack o lantern'], hues: 'grey-violet|violet|dark green', fastness: 'fair', poisonous: true, lookAlikes: 'The chanterelle, which people eat.', caution: POISON }),
  fungus('JOI', 'Omphalotus illudens', "eastern jack-o'-lantern", 'fruitBody', [8, 11], { synonyms: ['Clitocybe illudens'], otherNames: ['eastern jack o lantern'], hues: 'grey-violet|violet|dark green', fastness: 'fair', poisonous: true, lookAlikes: 'The chanterelle, which people eat.', caution: POISON }),
  fungus('WBL', 'Cortinarius neosanguineus', 'western bloodred webcap', 'cap', [9, 12], { hues: 'rose|deep red|purple-brown', fastness: 'good', poisonous: true, lookAlikes: 'Deadly webcaps are brown to orange.', caution: NAME_SURELY }),
  fungus('SMI', 'Cortinarius smithii', "Smith's webcap", 'cap', [9, 12], { synonyms: ['Cortinarius phoeniceus occidentalis'], hues: 'rose|red|plum', fastness: 'good', poisonous: true, lookAlikes: 'Deadly webcaps have brown gills.', caution: NAME_SURELY }),
  fungus('PYF', 'Pycnoporellus fulgens', 'orange sponge polypore', 'fruitBody', [5, 10], { ...bracket, hues: '|orange|brown', fastness: 'unknown', caution: 'Look-alikes may be poisonous: gloves, apart from food.' }),
  fungus('PYA', 'Pycnoporellus alboluteus', 'orange crust polypore', 'fruitBody', [5, 9], { ...bracket, hues: '|orange|brown', fastness: 'unknown', caution: 'Look-alikes may be poisonous: gloves, apart from food.' }),
  lichen('GSH', 'Flavoparmelia caperata', 'common greenshield', 'thallus', [1, 12], { synonyms: ['Parmelia caperata', 'Pseudoparmelia caperata'], otherNames: ['greenshield lichen', 'common greenshield lichen'], hues: 'gold-brown|gold-brown|brown', fastness: 'good' }),
  lichen('GSR', 'Flavoparmelia baltimorensis', 'rock greenshield', 'thallus', [1, 12], { synonyms: ['Parmelia baltimorensis'], hues: 'gold-brown|gold-brown|brown', fastness: 'good' }),
  lichen('RSP', 'Punctelia rudecta', 'rough speckled shield', 'thallus', [1, 12], { ...orchil, synonyms: ['Parmelia rudecta'], otherNames: ['speckled shield lichen'], hues: 'pink to red-violet', fastness: 'poor' }),
  lichen('XCU', 'Xanthoparmelia cumberlandia', 'Cumberland rock shield', 'thallus', [1, 12], { synonyms: ['Parmelia cumberlandia'], hues: 'gold to rust|rust|brown', fastness: 'good', care: 'Decades old on its rock: only what storms have loosened.' }),
  lichen('EVM', 'Evernia mesomorpha', 'boreal oakmoss', 'thallus', [1, 12], { ...orchil, hues: 'pink', fastness: 'poor' }),
]
