import { entriesOf, type SourceFacts } from './entry'

const plant = entriesOf('plant')
const DEADLY_KIN =
  'Hemlock, water dropwort and giant hogweed belong to the same family: an unsure umbellifer is not gathered.'
const BLUE = 'Use within the hour: fresh blue fades.'
const INVASIVE =
  'Spreads from any scrap: take none of it elsewhere, and destroy what is left over as local rules ask.'

/* prettier-ignore */
export const LEAVES: readonly SourceFacts[] = [
  plant('BRA', 'Pteridium aquilinum', 'bracken', 'leaf', [5, 7], { ratio: 4, synonyms: ['Pteris aquilina'], otherNames: ['brake', 'eagle fern'], hues: '|yellow-green|grey-green', fastness: 'fair', poisonous: true, caution: 'Its spores are harmful to breathe: gather before they ripen, or wear a mask.' }),
  plant('BIR', 'Betula pendula', 'silver birch', 'leaf', [5, 7], { synonyms: ['Betula verrucosa'], otherNames: ['birch'], hues: '|clear yellow|olive', fastness: 'good' }),
  plant('BIP', 'Betula pubescens', 'downy birch', 'leaf', [5, 7], { hues: '|yellow|olive', fastness: 'good' }),
  plant('WEL', 'Reseda luteola', 'weld', 'wholeHerb', [6, 8], { ratio: 1, usualRatioState: 'dried', otherNames: ["dyer's rocket"], heatLimitC: 80, hues: '|brilliant lemon yellow|olive', fastness: 'good' }),
  plant('NET', 'Urtica dioica', 'nettle', 'wholeHerb', [4, 9], { ratio: 10, otherNames: ['stinging nettle'], hues: '|greenish cream|grey-green', fastness: 'fair', caution: 'Stings: gloves and sleeves.', provenance: 'common practice' }),
  plant('BMB', 'Rubus fruticosus', 'bramble', 'shoot', [3, 6], { otherNames: ['blackberry'], hues: '|yellow-grey|dark grey', fastness: 'fair', caution: 'Thorns: gloves.' }),
  plant('WOA', 'Isatis tinctoria', 'woad', 'leaf', [6, 9], { ratio: 2, otherNames: ['glastum'], ways: ['leafRub', 'reducedVat'], needsMordant: 'no', heatLimitC: 50, hues: 'sky blue', fastness: 'good', caution: BLUE, care: 'Listed as a weed in some countries: spread no seed.', provenance: 'common practice' }),
  plant('JIN', 'Persicaria tinctoria', "dyer's knotweed", 'leaf', [7, 9], { ratio: 2, synonyms: ['Polygonum tinctorium'], otherNames: ['Japanese indigo'], ways: ['leafRub', 'reducedVat'], needsMordant: 'no', heatLimitC: 50, hues: 'turquoise to deep blue', fastness: 'good', caution: BLUE, provenance: 'common practice' }),
  plant('IND', 'Indigofera tinctoria', 'true indigo', 'leaf', [7, 10], { ratio: 0.1, usualRatioState: 'dried', ways: ['reducedVat'], needsMordant: 'no', heatLimitC: 60, hues: 'deep blue', fastness: 'good', caution: 'The powder dusts: no dust in lungs.' }),
  plant('PRL', 'Ligustrum vulgare', 'wild privet', 'leaf', [6, 10], { hues: '|yellow|olive', fastness: 'fair', poisonous: true, caution: 'Poisonous to eat: gloves, apart from food.' }),
  plant('IVL', 'Hedera helix', 'ivy', 'leaf', [1, 12], { hues: '|pale yellow-green|grey-green', fastness: 'fair', poisonous: true, caution: 'Sap irritates skin: gloves. Poisonous to eat.' }),
  plant('HOR', 'Equisetum arvense', 'field horsetail', 'wholeHerb', [5, 9], { hues: '|soft yellow|grey-green', fastness: 'fair', lookAlikes: 'Marsh horsetail is poisonous to stock.' }),
  plant('ASL', 'Fraxinus excelsior', 'ash', 'leaf', [6, 8], { hues: '|yellow|olive', fastness: 'fair', care: 'Many trees are ill: clean boots and tools, and carry no leaves away from a sick wood.' }),
  plant('PEA', 'Prunus persica', 'peach', 'leaf', [6, 9], { hues: '|yellow|olive', fastness: 'good', poisonous: true, caution: 'Leaves give off prussic acid when simmered: outdoors or strong draught.' }),
  plant('WIL', 'Salix alba', 'white willow', 'leaf', [6, 9], { hues: 'cream|yellow|grey', fastness: 'fair' }),
  plant('ASP', 'Populus tremula', 'aspen', 'leaf', [5, 7], { hues: '|yellow|olive', fastness: 'fair' }),
  plant('BIL', 'Vaccinium myrtillus', 'bilberry', 'leaf', [6, 9], { otherNames: ['blaeberry', 'whortleberry'], hues: '|yellow-brown|dark grey', fastness: 'fair' }),
  plant('BEA', 'Arctostaphylos uva-ursi', 'bearberry', 'leaf', [6, 10], { ratio: 1, usualRatioState: 'dried', needsMordant: 'no', hues: 'tan|yellow-brown|charcoal', fastness: 'good', stopGroup: 'protected', caution: 'Protected in places.', care: 'Slow and scarce in many hills: garden plants or prunings only.', rule: { kind: 'none' } }),
  plant('SAW', 'Serratula tinctoria', 'saw-wort', 'wholeHerb', [7, 9], { ratio: 2, hues: '|lemon yellow|olive', fastness: 'good', stopGroup: 'protected', caution: 'Scarce: ask before you gather.', care: 'Grow your own: wild stands are few.', rule: { kind: 'none' } }),
  plant('SUM', 'Rhus typhina', "stag's-horn sumac", 'leaf', [7, 10], { otherNames: ['staghorn sumac'], ratio: 1, usualRatioState: 'dried', needsMordant: 'no', hues: 'fawn|yellow-tan|black-grey', fastness: 'good', lookAlikes: 'Poison sumac has white berries that hang.', caution: 'Sap can irritate: gloves.' }),
  plant('SMO', 'Cotinus coggygria', 'smoke bush', 'leaf', [6, 10], { synonyms: ['Rhus cotinus'], otherNames: ["Venetian sumac"], needsMordant: 'no', hues: 'tan|yellow to orange|charcoal', fastness: 'fair', caution: 'Sap can irritate: gloves.' }),
  plant('EUC', 'Eucalyptus cinerea', 'silver dollar gum', 'leaf', [1, 12], { ratio: 2, needsMordant: 'no', heatLimitC: null, hues: 'orange to brick|orange|dark brown', fastness: 'good' }),
  plant('LAM', 'Alchemilla vulgaris', "lady's mantle", 'wholeHerb', [6, 9], { hues: '|greenish yellow|grey-green', fastness: 'fair' }),
  plant('AGR', 'Agrimonia eupatoria', 'agrimony', 'wholeHerb', [7, 9], { hues: '|buff to yellow|grey-brown', fastness: 'fair' }),
  plant('LOO', 'Lythrum salicaria', 'purple loosestrife', 'wholeHerb', [6, 9], { needsMordant: 'no', hues: 'fawn|yellow-brown|black-grey', fastness: 'fair' }),
  plant('CAR', 'Daucus carota', 'wild carrot', 'floweringTop', [6, 8], { otherNames: ["Queen Anne's lace"], hues: '|clear yellow|olive', fastness: 'fair', lookAlikes: DEADLY_KIN, caution: 'Juice can make skin burn in sun: gloves and sleeves.', stopGroup: 'umbellifer' }),
  plant('COW', 'Anthriscus sylvestris', 'cow parsley', 'wholeHerb', [4, 6], { otherNames: ['keck'], hues: '|yellow-green|grey-green', fastness: 'fair', lookAlikes: DEADLY_KIN, caution: DEADLY_KIN, stopGroup: 'umbellifer' }),
  plant('JUN', 'Juniperus communis', 'juniper', 'twig', [1, 12], { hues: 'tan|yellow-tan|grey', fastness: 'fair', lookAlikes: 'Savin juniper is poisonous.', stopGroup: 'protected', care: 'Declining in places: prunings only, and tools clean of disease.' }),
  plant('JAK', 'Reynoutria japonica', 'Japanese knotweed', 'leaf', [5, 9], { synonyms: ['Fallopia japonica', 'Polygonum cuspidatum'], hues: '|yellow|olive', fastness: 'fair', caution: INVASIVE, care: INVASIVE, rule: { kind: 'none' } }),
  plant('COM', 'Symphytum officinale', 'comfrey', 'leaf', [5, 9], { hues: '|yellow-brown|brown-grey', fastness: 'fair', lookAlikes: 'Foxglove leaves are deadly and look like it before flowering.', poisonous: true, caution: 'Hairs irritate: gloves. Not to be eaten.' }),
]
