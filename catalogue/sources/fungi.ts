import { entriesOf, type SourceFacts } from './entry'

const fungus = entriesOf('fungus')
const NAME_SURELY =
  'Some of its kin are deadly: gather it only when the name is sure, wear gloves, keep it away from food.'
const POISON = 'Poisonous to eat: gloves, no dust, apart from food.'
const APART = 'Look-alikes may be poisonous: gloves, apart from food.'
const HALF = { kind: 'halfOfEach' } as const
const LEAVE_HALF = 'Cut half of each and leave half on the wood to shed spores.'
const bracket = { rule: HALF, care: LEAVE_HALF } as const
const TEETH = 'Slow and rare in many woods: a few from a large group, none where it is listed.'

/* prettier-ignore */
export const FUNGI: readonly SourceFacts[] = [
  fungus('BLO', 'Cortinarius sanguineus', 'bloodred webcap', 'cap', [8, 10], { synonyms: ['Dermocybe sanguinea'], hues: 'rose|deep red|purple-brown', fastness: 'good', poisonous: true, lookAlikes: 'Deadly webcaps are brown to orange.', caution: NAME_SURELY, provenance: 'common practice' }),
  fungus('SUR', 'Cortinarius semisanguineus', 'surprise webcap', 'cap', [8, 10], { synonyms: ['Dermocybe semisanguinea'], otherNames: ['red-gilled webcap'], hues: 'rose|red|purple-brown', fastness: 'good', poisonous: true, lookAlikes: 'Deadly webcaps have brown gills, not blood red.', caution: NAME_SURELY, provenance: 'common practice' }),
  fungus('CIN', 'Cortinarius cinnamomeus', 'cinnamon webcap', 'cap', [8, 11], { synonyms: ['Dermocybe cinnamomea'], hues: '|orange to yellow|olive brown', fastness: 'good', poisonous: true, lookAlikes: 'The deadly webcap is very like it.', caution: NAME_SURELY }),
  fungus('CRC', 'Cortinarius croceus', 'saffron webcap', 'cap', [8, 11], { synonyms: ['Dermocybe crocea'], hues: '|orange|olive brown', fastness: 'good', poisonous: true, lookAlikes: 'The deadly webcap is very like it.', caution: NAME_SURELY }),
  fungus('CPU', 'Cortinarius purpureus', 'purple-red webcap', 'cap', [8, 11], { synonyms: ['Cortinarius phoeniceus', 'Dermocybe phoenicea'], hues: 'rose|red|plum', fastness: 'good', poisonous: true, lookAlikes: 'Deadly webcaps have brown gills.', caution: NAME_SURELY }),
  fungus('PUR', 'Hapalopilus rutilans', 'purple-dye polypore', 'fruitBody', [6, 12], { synonyms: ['Hapalopilus nidulans'], otherNames: ['cinnamon bracket'], hues: 'grey-violet|violet|purple-grey', fastness: 'fair', poisonous: true, caution: POISON, ...bracket }),
  fungus('VEL', 'Tapinella atrotomentosa', 'velvet roll-rim', 'fruitBody', [7, 10], { synonyms: ['Paxillus atrotomentosus'], otherNames: ['velvet-footed pax'], hues: '|grey-green|dark green', fastness: 'good', poisonous: true, caution: POISON }),
  fungus('PAX', 'Paxillus involutus', 'brown roll-rim', 'fruitBody', [8, 11], { hues: 'tan|brown|grey-brown', fastness: 'fair', poisonous: true, caution: 'Has killed people who ate it: gloves, apart from food.' }),
  fungus('SUL', 'Hypholoma fasciculare', 'sulphur tuft', 'fruitBody', [4, 12], { ratio: 2, usualRatioState: 'fresh', synonyms: ['Naematoloma fasciculare'], hues: '|yellow|olive', fastness: 'good', poisonous: true, caution: POISON }),
  fungus('DYM', 'Phaeolus schweinitzii', "dyer's mazegill", 'fruitBody', [7, 11], { synonyms: ['Polyporus schweinitzii'], otherNames: ["dyer's polypore", 'velvet-top fungus'], hues: 'yellow|gold|olive to brown', fastness: 'good', caution: APART, ...bracket }),
  fungus('SHB', 'Inonotus hispidus', 'shaggy bracket', 'fruitBody', [6, 10], { synonyms: ['Polyporus hispidus'], hues: 'gold|gold-brown|brown', fastness: 'good', caution: APART, ...bracket }),
  fungus('ARH', 'Pisolithus arhizus', "dyer's puffball", 'fruitBody', [7, 11], { synonyms: ['Pisolithus tinctorius'], otherNames: ['dead man’s foot', 'dyeball'], hues: 'gold-brown|brown|black-brown', fastness: 'good', lookAlikes: 'Earthballs are poisonous.', caution: 'Its spore dust is harmful to breathe: mask, and wet it first.' }),
  fungus('HYP', 'Hydnellum peckii', 'devil’s tooth', 'fruitBody', [8, 10], { hues: 'beige|grey-blue in alkali|blue-green', fastness: 'good', care: TEETH, caution: APART, stopGroup: 'protected' }),
  fungus('HYC', 'Hydnellum caeruleum', 'blue tooth', 'fruitBody', [8, 10], { hues: 'grey|blue to green in alkali|dark green', fastness: 'good', care: TEETH, caution: APART, stopGroup: 'protected' }),
  fungus('HYA', 'Hydnellum aurantiacum', 'orange tooth', 'fruitBody', [8, 10], { hues: '|blue-green in alkali|green', fastness: 'good', care: TEETH, caution: APART, stopGroup: 'protected' }),
  fungus('SAR', 'Sarcodon squamosus', 'scaly tooth', 'fruitBody', [8, 11], { synonyms: ['Hydnum squamosum'], hues: 'grey|blue to green in alkali|dark green', fastness: 'good', lookAlikes: 'Scaly hedgehog of spruce gives little blue.', care: TEETH, caution: APART }),
  fungus('SAI', 'Sarcodon imbricatus', 'scaly hedgehog', 'fruitBody', [8, 11], { synonyms: ['Hydnum imbricatum'], hues: '|beige to grey-green|grey', fastness: 'fair', care: TEETH, caution: APART }),
  fungus('PHN', 'Phellodon niger', 'black tooth', 'fruitBody', [8, 11], { hues: 'grey|grey-green to blue-green|dark green', fastness: 'good', care: TEETH, caution: APART, stopGroup: 'protected' }),
  fungus('JOL', 'Omphalotus olearius', "jack-o'-lantern", 'fruitBody', [8, 11], { synonyms: ['Clitocybe olearia'], hues: 'grey-violet|violet to grey|dark green', fastness: 'fair', poisonous: true, lookAlikes: 'The chanterelle, which people eat.', caution: POISON }),
  fungus('SUI', 'Suillus variegatus', 'velvet bolete', 'cap', [8, 11], { synonyms: ['Boletus variegatus'], hues: '|orange-yellow|olive brown', fastness: 'fair', caution: APART }),
  fungus('SUO', 'Suillus bovinus', 'bovine bolete', 'cap', [8, 11], { synonyms: ['Boletus bovinus'], hues: '|gold|brown', fastness: 'fair', caution: APART }),
  fungus('BOC', 'Xerocomellus chrysenteron', 'red-cracking bolete', 'cap', [8, 11], { synonyms: ['Boletus chrysenteron', 'Xerocomus chrysenteron'], hues: '|yellow|olive', fastness: 'fair', caution: APART }),
  fungus('RUS', 'Gymnopilus junonius', 'spectacular rustgill', 'fruitBody', [8, 11], { synonyms: ['Gymnopilus spectabilis'], hues: '|bright yellow|olive', fastness: 'good', poisonous: true, lookAlikes: 'Deadly funeral bells are smaller and grow in tufts too.', caution: POISON }),
  fungus('ECH', 'Echinodontium tinctorium', 'painted fungus', 'fruitBody', [1, 12], { otherNames: ['toothed conk'], needsMordant: 'no', hues: 'orange-red|rust|brown', fastness: 'good', caution: APART, ...bracket }),
  fungus('TRV', 'Trametes versicolor', 'turkeytail', 'fruitBody', [1, 12], { ratio: 2, synonyms: ['Coriolus versicolor', 'Polyporus versicolor'], hues: '|beige|grey', fastness: 'unknown', caution: APART, ...bracket }),
  fungus('LAS', 'Laetiporus sulphureus', 'chicken of the woods', 'fruitBody', [5, 10], { ratio: 2, usualRatioState: 'fresh', synonyms: ['Polyporus sulphureus'], hues: '|soft orange|olive', fastness: 'poor', lookAlikes: 'Those on yew may be poisonous.', caution: APART, provenance: 'common practice', ...bracket }),
  fungus('GAN', 'Ganoderma applanatum', "artist's bracket", 'fruitBody', [1, 12], { synonyms: ['Fomes applanatus'], hues: '|rust brown|grey-brown', fastness: 'fair', caution: 'Its brown spore dust is harmful to breathe: mask.', ...bracket }),
  fungus('THE', 'Thelephora terrestris', 'earthfan', 'fruitBody', [7, 11], { hues: '|grey-green|blue-green to black', fastness: 'good', caution: APART }),
  fungus('LOB', 'Hypomyces lactifluorum', 'lobster fungus', 'fruitBody', [7, 10], { hues: 'pink|orange, violet in alkali|brown', fastness: 'good', lookAlikes: 'Its host cannot be told apart under it.', caution: APART }),
]
