import { entriesOf, type SourceFacts } from './entry'

const plant = entriesOf('plant')
const STAINS = 'Stains and may irritate skin: gloves.'
const HOLDS_BANKS =
  'Holds dunes and banks together: take little, fill the hole, ask whose land it is.'
const PROTECTED = 'Protected in places: ask the local authority or a botanical society first.'

/* prettier-ignore */
export const ROOTS: readonly SourceFacts[] = [
  plant('DOC', 'Rumex obtusifolius', 'broad-leaved dock', 'root', [9, 12], { ratio: 2, usualRatioState: 'fresh', otherNames: ['bitter dock', 'butter dock'], hues: 'beige|old gold to orange|olive brown', fastness: 'good', caution: STAINS, care: 'A weed of fields: dig where the farmer is glad of it.', rule: { kind: 'share', share: 1 } }),
  plant('DOU', 'Rumex crispus', 'curled dock', 'root', [9, 12], { ratio: 2, usualRatioState: 'fresh', otherNames: ['yellow dock'], hues: 'beige|old gold|olive brown', fastness: 'good', caution: STAINS, care: 'A weed of fields: dig where the farmer is glad of it.', rule: { kind: 'share', share: 1 } }),
  plant('MAD', 'Rubia tinctorum', 'madder', 'root', [9, 11], { otherNames: ["dyer's madder"], heatLimitC: 75, hues: 'peach|brick red|maroon brown', fastness: 'good', caution: 'Not to be swallowed; gloves.' }),
  plant('RUP', 'Rubia peregrina', 'wild madder', 'root', [9, 11], { heatLimitC: 75, hues: 'peach|coral red|brown', fastness: 'good', care: HOLDS_BANKS }),
  plant('GAV', 'Galium verum', "lady's bedstraw", 'root', [9, 11], { otherNames: ['yellow bedstraw'], heatLimitC: 75, hues: '|coral red|plum brown', fastness: 'good', caution: HOLDS_BANKS, care: HOLDS_BANKS }),
  plant('GAB', 'Galium boreale', 'northern bedstraw', 'root', [8, 10], { heatLimitC: 75, hues: '|red|brown', fastness: 'good', care: HOLDS_BANKS }),
  plant('WOO', 'Galium odoratum', 'sweet woodruff', 'root', [9, 11], { synonyms: ['Asperula odorata'], heatLimitC: 75, hues: '|pink-red|brown', fastness: 'good' }),
  plant('TOR', 'Potentilla erecta', 'tormentil', 'rhizome', [8, 11], { synonyms: ['Potentilla tormentilla'], needsMordant: 'no', hues: 'red-tan|red-brown|dark grey', fastness: 'good' }),
  plant('IRI', 'Iris pseudacorus', 'yellow flag', 'rhizome', [9, 12], { needsMordant: 'no', hues: 'beige|fawn|grey to black', fastness: 'good', poisonous: true, caution: 'Sap irritates skin and is poisonous: gloves.' }),
  plant('RHU', 'Rheum rhabarbarum', 'rhubarb', 'root', [9, 12], { usualRatioState: 'fresh', hues: 'yellow|gold|olive', fastness: 'fair', caution: 'Leaves and root are rich in oxalates: gloves, no steam in the face.' }),
  plant('BER', 'Berberis vulgaris', 'barberry', 'root', [9, 3], { needsMordant: 'no', hues: 'bright yellow|yellow|olive', fastness: 'poor', poisonous: true, caution: 'Poisonous to eat; thorns: gloves.' }),
  plant('MAH', 'Mahonia aquifolium', 'Oregon grape', 'root', [9, 3], { synonyms: ['Berberis aquifolium'], needsMordant: 'no', hues: 'yellow|yellow|olive', fastness: 'poor' }),
  plant('WLI', 'Nymphaea alba', 'white water lily', 'rhizome', [8, 10], { needsMordant: 'no', hues: 'beige|brown|black', fastness: 'good', stopGroup: 'protected', caution: `${PROTECTED} Deep mud and water.`, rule: { kind: 'none' } }),
  plant('BLR', 'Sanguinaria canadensis', 'bloodroot', 'rhizome', [5, 9], { hues: 'orange|orange-red|brown', fastness: 'fair', poisonous: true, stopGroup: 'protected', caution: `Burns skin and is poisonous: gloves. ${PROTECTED}`, rule: { kind: 'none' } }),
  plant('ALK', 'Alkanna tinctoria', "dyer's alkanet", 'root', [8, 10], { heatLimitC: 70, hues: '|grey-violet|slate', fastness: 'poor', lookAlikes: 'Green alkanet gives nothing.', stopGroup: 'protected' }),
]

/* prettier-ignore */
export const BARKS: readonly SourceFacts[] = [
  plant('ALB', 'Alnus glutinosa', 'alder', 'bark', [1, 4], { synonyms: ['Betula glutinosa'], otherNames: ['black alder'], hues: 'red-tan|orange-brown|charcoal', fastness: 'good' }),
  plant('ALI', 'Alnus incana', 'grey alder', 'bark', [1, 4], { hues: 'tan|orange-brown|charcoal', fastness: 'good' }),
  plant('BUC', 'Frangula alnus', 'alder buckthorn', 'bark', [4, 6], { synonyms: ['Rhamnus frangula'], otherNames: ['glossy buckthorn'], needsMordant: 'yes', hues: 'tan|yellow to red-brown|olive', fastness: 'good', poisonous: true, caution: 'Fresh bark is a violent purgative: gloves, apart from food.' }),
  plant('BUK', 'Rhamnus cathartica', 'purging buckthorn', 'bark', [4, 6], { needsMordant: 'yes', hues: '|yellow-brown|olive', fastness: 'good', poisonous: true, caution: 'Purges violently: gloves, apart from food.' }),
  plant('LAR', 'Larix decidua', 'larch', 'bark', [1, 12], { synonyms: ['Larix europaea'], otherNames: ['European larch'], hues: 'fawn|warm brown|grey-brown', fastness: 'good' }),
  plant('OAB', 'Quercus robur', 'oak', 'bark', [3, 6], { synonyms: ['Quercus pedunculata'], otherNames: ['English oak', 'pedunculate oak'], hues: 'tan|gold-brown|black-grey', fastness: 'good' }),
  plant('QUE', 'Quercus velutina', 'black oak', 'innerBark', [3, 6], { ratio: 0.3, synonyms: ['Quercus tinctoria'], needsMordant: 'yes', otherNames: ['quercitron'], hues: '|strong yellow|olive', fastness: 'good' }),
  plant('BIB', 'Betula pendula', 'silver birch', 'bark', [3, 6], { synonyms: ['Betula verrucosa'], hues: 'pinkish tan|rose-tan|grey', fastness: 'good' }),
  plant('APB', 'Malus domestica', 'apple', 'bark', [1, 4], { synonyms: ['Malus pumila', 'Pyrus malus'], needsMordant: 'yes', hues: 'peach|yellow to apricot|olive', fastness: 'good', care: 'Prunings of an orchard, with leave.' }),
  plant('CHE', 'Prunus avium', 'wild cherry', 'bark', [1, 6], { synonyms: ['Cerasus avium'], otherNames: ['gean', 'sweet cherry'], hues: 'pink-tan|peach|grey', fastness: 'good', poisonous: true, caution: 'Bark and leaves hold prussic acid: outdoors or strong draught.' }),
  plant('BLA', 'Prunus spinosa', 'blackthorn', 'bark', [1, 4], { otherNames: ['sloe'], hues: 'pink-tan|red-brown|grey', fastness: 'good', caution: 'Its thorns make wounds that fester: thick gloves.' }),
  plant('WIB', 'Salix caprea', 'goat willow', 'bark', [2, 5], { otherNames: ['sallow'], hues: 'pink-tan|yellow-tan|grey', fastness: 'good' }),
  plant('ROW', 'Sorbus aucuparia', 'rowan', 'bark', [2, 5], { synonyms: ['Pyrus aucuparia'], otherNames: ['mountain ash'], hues: 'tan|yellow-brown|grey', fastness: 'good' }),
  plant('HEM', 'Tsuga canadensis', 'eastern hemlock tree', 'bark', [1, 12], { hues: 'rose-tan|red-brown|charcoal', fastness: 'good' }),
  plant('SPB', 'Picea abies', 'Norway spruce', 'bark', [1, 12], { synonyms: ['Picea excelsa'], hues: 'beige|tan|grey', fastness: 'good' }),
  plant('CHW', 'Castanea sativa', 'sweet chestnut', 'heartwood', [1, 12], { synonyms: ['Castanea vesca'], otherNames: ['Spanish chestnut'], needsMordant: 'no', hues: 'fawn|tan|black-grey', fastness: 'good' }),
  plant('OSA', 'Maclura pomifera', 'osage orange', 'heartwood', [1, 12], { synonyms: ['Maclura aurantiaca'], ratio: 0.5, hues: 'yellow|gold|olive', fastness: 'fair', caution: 'Sawdust irritates: no dust in lungs.' }),
  plant('ROB', 'Robinia pseudoacacia', 'black locust', 'heartwood', [1, 12], { otherNames: ['false acacia'], hues: 'yellow|yellow|olive', fastness: 'fair', poisonous: true, caution: 'Bark and dust are poisonous: gloves, no dust in lungs.' }),
]
