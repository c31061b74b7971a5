import { entriesOf, type SourceFacts } from './entry'

const plant = entriesOf('plant')
const STAINS = 'Stains and may irritate skin: gloves.'
const POISON = 'Poisonous to eat: gloves, apart from food, out of reach of children.'

/* prettier-ignore */
export const BERRIES: readonly SourceFacts[] = [
  plant('ELD', 'Sambucus nigra', 'elder', 'berry', [8, 10], { otherNames: ['elderberry', 'black elder'], hues: 'pink-grey|violet to grey-blue|slate', fastness: 'poor', lookAlikes: 'Danewort is a herb with upright berries, and more poisonous.', poisonous: true, caution: 'Raw berries and stems make people ill. Leave some for the birds.', provenance: 'common practice' }),
  plant('DNW', 'Sambucus ebulus', 'danewort', 'berry', [8, 10], { otherNames: ['dwarf elder'], hues: '|violet-blue|slate', fastness: 'poor', poisonous: true, lookAlikes: 'Elder is a shrub with hanging berries.', caution: POISON }),
  plant('PRI', 'Ligustrum vulgare', 'wild privet', 'berry', [9, 12], { hues: '|blue-green|grey-green', fastness: 'poor', poisonous: true, caution: POISON }),
  plant('IVB', 'Hedera helix', 'ivy', 'berry', [2, 5], { hues: '|grey-green|slate', fastness: 'poor', poisonous: true, caution: POISON }),
  plant('BKB', 'Rubus fruticosus', 'bramble', 'berry', [8, 10], { otherNames: ['blackberry'], hues: 'pink|mauve-grey|slate', fastness: 'poor' }),
  plant('BLB', 'Vaccinium myrtillus', 'bilberry', 'berry', [7, 9], { otherNames: ['blaeberry', 'whortleberry'], hues: 'pink-violet|violet|slate', fastness: 'poor' }),
  plant('SLO', 'Prunus spinosa', 'blackthorn', 'berry', [9, 11], { otherNames: ['sloe'], hues: 'pink|rose-grey|slate', fastness: 'poor', caution: 'Its thorns make wounds that fester: thick gloves.' }),
  plant('BUB', 'Rhamnus cathartica', 'purging buckthorn', 'berry', [8, 10], { otherNames: ['Persian berries', 'buckthorn'], hues: '|yellow, unripe; green, ripe|olive', fastness: 'fair', poisonous: true, caution: POISON }),
  plant('POK', 'Phytolacca americana', 'pokeweed', 'berry', [8, 10], { synonyms: ['Phytolacca decandra'], otherNames: ['pokeberry'], hues: 'magenta in vinegar|magenta', fastness: 'poor', poisonous: true, caution: `${POISON} Every part, root most.` }),
  plant('MAB', 'Mahonia aquifolium', 'Oregon grape', 'berry', [7, 9], { synonyms: ['Berberis aquifolium'], hues: '|violet-grey|slate', fastness: 'poor' }),
  plant('CRW', 'Empetrum nigrum', 'crowberry', 'berry', [8, 10], { hues: '|purple-grey|slate', fastness: 'poor' }),
  plant('CUR', 'Ribes nigrum', 'blackcurrant', 'berry', [7, 8], { hues: '|lilac-grey|slate', fastness: 'poor' }),
]

/* prettier-ignore */
export const HUSKS_AND_GALLS: readonly SourceFacts[] = [
  plant('WAL', 'Juglans regia', 'walnut', 'husk', [8, 10], { otherNames: ['common walnut'], hues: 'deep brown|brown|black-brown', fastness: 'good', caution: STAINS, provenance: 'common practice' }),
  plant('BLW', 'Juglans nigra', 'black walnut', 'husk', [9, 11], { hues: 'dark brown|dark brown|black', fastness: 'good', caution: STAINS, provenance: 'common practice' }),
  plant('BUT', 'Juglans cinerea', 'butternut', 'husk', [9, 10], { otherNames: ['white walnut'], hues: 'tan to brown|brown|grey-black', fastness: 'good', caution: STAINS, stopGroup: 'protected', care: 'Dying out of a canker: fallen husks only, none from a wood under watch.' }),
  plant('WAN', 'Juglans regia', 'walnut', 'nut', [9, 11], { otherNames: ['common walnut'], hues: 'tan|fawn|grey-brown', fastness: 'good', dryFraction: 0.6 }),
  plant('HCH', 'Aesculus hippocastanum', 'horse chestnut', 'husk', [9, 11], { otherNames: ['conker'], hues: 'tan|yellow-tan|grey', fastness: 'fair', lookAlikes: 'Sweet chestnut has fine hair-like spines.', poisonous: true, caution: POISON }),
  plant('CHH', 'Castanea sativa', 'sweet chestnut', 'husk', [10, 11], { synonyms: ['Castanea vesca'], hues: 'fawn|tan|black-grey', fastness: 'good', caution: 'Spines: thick gloves.' }),
  plant('HAZ', 'Corylus avellana', 'hazel', 'husk', [9, 10], { hues: 'tan|yellow-tan|grey', fastness: 'fair' }),
  plant('ACO', 'Quercus robur', 'oak', 'nut', [9, 11], { synonyms: ['Quercus pedunculata'], otherNames: ['acorn', 'English oak'], hues: 'beige|tan|black-grey', fastness: 'good' }),
  plant('GAL', 'Quercus robur', 'oak', 'gall', [9, 12], { synonyms: ['Quercus pedunculata'], otherNames: ['oak gall', 'oak apple', 'English oak'], hues: 'beige|fawn|grey to black', fastness: 'good', caution: 'Fine dust when crushed: keep it out of your lungs.', care: 'Only galls whose wasp has left by its hole.' }),
  plant('ALE', 'Quercus infectoria', 'Aleppo oak', 'gall', [8, 11], { ratio: 0.2, otherNames: ['Aleppo gall'], hues: 'cream|beige|grey to black', fastness: 'good', caution: 'Fine dust when crushed: keep it out of your lungs.', care: 'Mostly bought: only galls whose wasp has left by its hole.' }),
  plant('SUG', 'Rhus chinensis', 'Chinese sumac', 'gall', [8, 10], { ratio: 0.2, synonyms: ['Rhus javanica', 'Rhus semialata'], hues: 'cream|beige|grey to black', fastness: 'good', caution: 'Fine dust when crushed: keep it out of your lungs.' }),
  plant('SUB', 'Rhus typhina', "stag's-horn sumac", 'seed', [8, 11], { otherNames: ['staghorn sumac', 'sumac heads'], needsMordant: 'no', hues: 'fawn|rose-tan|grey to black', fastness: 'good', lookAlikes: 'Poison sumac has white berries that hang.' }),
  plant('SUS', 'Helianthus annuus', 'sunflower', 'seed', [8, 10], { ratio: 0.5, otherNames: ['black-hulled sunflower'], ways: ['coldSteep', 'simmer'], heatLimitC: 80, hues: 'mauve-grey|purple-grey|slate', fastness: 'fair' }),
  plant('POM', 'Punica granatum', 'pomegranate', 'husk', [9, 11], { ratio: 0.5, usualRatioState: 'dried', otherNames: ['pomegranate rind'], dryFraction: 0.3, hues: 'soft yellow|mustard|olive black', fastness: 'good', care: 'Kitchen leavings: nothing standing is touched.', rule: { kind: 'share', share: 1 } }),
  plant('ONI', 'Allium cepa', 'onion', 'husk', [1, 12], { ratio: 0.5, usualRatioState: 'dried', otherNames: ['onion skins'], ways: ['simmer'], needsMordant: 'yes', dryFraction: 0.9, heatLimitC: 90, hues: 'tan|orange-gold|olive', fastness: 'fair', care: 'Kitchen leavings: nothing standing is touched.', rule: { kind: 'share', share: 1 } }),
  plant('AVO', 'Persea americana', 'avocado', 'nut', [1, 12], { ratio: 1, usualRatioState: 'fresh', synonyms: ['Persea gratissima'], otherNames: ['avocado stone'], heatLimitC: 82, dryFraction: 0.45, hues: 'blush pink|rose-tan|grey', fastness: 'fair', care: 'Kitchen leavings: nothing standing is touched.', rule: { kind: 'share', share: 1 } }),
  plant('ACA', 'Vachellia nilotica', 'gum arabic tree', 'pod', [2, 6], { ratio: 0.5, synonyms: ['Acacia nilotica'], otherNames: ['babul'], ways: ['coldSteep', 'hotStartColdStand'], hues: 'tan|brown|black', fastness: 'good' }),
  plant('ALC', 'Alnus glutinosa', 'alder', 'cone', [9, 2], { synonyms: ['Betula glutinosa'], otherNames: ['black alder'], hues: 'tan|gold-brown|charcoal', fastness: 'good' }),
  plant('PIC', 'Pinus sylvestris', 'Scots pine', 'cone', [9, 4], { hues: 'beige|fawn|grey', fastness: 'fair' }),
  plant('LAC', 'Larix decidua', 'larch', 'cone', [9, 4], { synonyms: ['Larix europaea'], hues: 'beige|tan|grey', fastness: 'fair' }),
  plant('SPC', 'Picea abies', 'Norway spruce', 'cone', [9, 4], { synonyms: ['Picea excelsa'], hues: 'beige|fawn|grey', fastness: 'fair' }),
]
