import type { Provenance } from './provenance'
import type { Part } from './parts'

/** A plant, fungus or lichen with the part that is gathered. */
export interface SourceFacts {
  /** Stable name of the entry; never changed once shipped. */
  key: string
  /** Three letters for tags. */
  code: string
  scientificName: string
  commonName: string
  /** Names that should find it too: older genus names and other common names. */
  synonyms: readonly string[]
  otherNames: readonly string[]
  part: Part
  needsMordant: 'yes' | 'no'
  /** g plant per g fibre, in the named state. */
  usualRatio: number
  usualRatioState: 'fresh' | 'dried'
  /** Months it is ready in the north, first and last; wraps over the year's end. */
  window: readonly [number, number]
  /** Said where it is weighed in. `null`: nothing known against it, which is not "safe". */
  caution: string | null
  provenance: Provenance
}

const CP: Provenance = 'common practice'
const FM: Provenance = 'from memory'

const NAME_SURELY =
  'Some of its kin are deadly: gather it only when the name is sure, wear gloves, keep it away from food.'
const FALLEN_ONLY =
  'Take only what has fallen, never from living bark or rock; ask a local society when unsure.'
const FROM_CUT_WOOD = 'Only from fallen or pruned wood: stripping a standing tree kills it.'
const STAINS = 'Stains and may irritate skin: gloves.'

/* prettier-ignore */
export const SOURCES: readonly SourceFacts[] = [
  { key: 'tanacetum-vulgare/flowerHead', code: 'TAN', scientificName: 'Tanacetum vulgare', commonName: 'tansy', synonyms: ['Chrysanthemum vulgare'], otherNames: ['bitter buttons', 'golden buttons'], part: 'flowerHead', needsMordant: 'yes', usualRatio: 3, usualRatioState: 'fresh', window: [7, 9], caution: 'Can irritate skin: gloves. Not for anyone pregnant. Ventilate the simmering pot.', provenance: FM },
  { key: 'filipendula-ulmaria/floweringTop', code: 'MEA', scientificName: 'Filipendula ulmaria', commonName: 'meadowsweet', synonyms: ['Spiraea ulmaria'], otherNames: ['mead wort', 'queen of the meadow'], part: 'floweringTop', needsMordant: 'yes', usualRatio: 4, usualRatioState: 'fresh', window: [6, 8], caution: 'Holds salicylates: gloves if aspirin troubles you.', provenance: FM },
  { key: 'pteridium-aquilinum/leaf', code: 'BRA', scientificName: 'Pteridium aquilinum', commonName: 'bracken', synonyms: ['Pteris aquilina'], otherNames: ['brake', 'eagle fern'], part: 'leaf', needsMordant: 'yes', usualRatio: 4, usualRatioState: 'fresh', window: [5, 7], caution: 'Its spores are harmful to breathe: gather before they ripen, or wear a mask.', provenance: FM },
  { key: 'calluna-vulgaris/floweringTop', code: 'HEA', scientificName: 'Calluna vulgaris', commonName: 'heather', synonyms: ['Erica vulgaris'], otherNames: ['ling'], part: 'floweringTop', needsMordant: 'yes', usualRatio: 4, usualRatioState: 'fresh', window: [7, 9], caution: null, provenance: FM },
  { key: 'rumex-obtusifolius/root', code: 'DOC', scientificName: 'Rumex obtusifolius', commonName: 'broad-leaved dock', synonyms: [], otherNames: ['bitter dock', 'butter dock'], part: 'root', needsMordant: 'yes', usualRatio: 2, usualRatioState: 'fresh', window: [9, 12], caution: STAINS, provenance: FM },
  { key: 'alnus-glutinosa/bark', code: 'ALB', scientificName: 'Alnus glutinosa', commonName: 'alder', synonyms: ['Betula glutinosa'], otherNames: ['black alder'], part: 'bark', needsMordant: 'no', usualRatio: 1, usualRatioState: 'dried', window: [1, 4], caution: FROM_CUT_WOOD, provenance: FM },
  { key: 'alnus-glutinosa/cone', code: 'ALC', scientificName: 'Alnus glutinosa', commonName: 'alder', synonyms: ['Betula glutinosa'], otherNames: ['black alder'], part: 'cone', needsMordant: 'no', usualRatio: 1, usualRatioState: 'dried', window: [9, 2], caution: null, provenance: FM },
  { key: 'frangula-alnus/bark', code: 'BUC', scientificName: 'Frangula alnus', commonName: 'alder buckthorn', synonyms: ['Rhamnus frangula'], otherNames: ['glossy buckthorn'], part: 'bark', needsMordant: 'yes', usualRatio: 1, usualRatioState: 'dried', window: [4, 6], caution: `${FROM_CUT_WOOD} Fresh bark is a violent purgative.`, provenance: FM },
  { key: 'rubus-fruticosus/shoot', code: 'BMB', scientificName: 'Rubus fruticosus', commonName: 'bramble', synonyms: [], otherNames: ['blackberry'], part: 'shoot', needsMordant: 'yes', usualRatio: 3, usualRatioState: 'fresh', window: [3, 6], caution: null, provenance: FM },
  { key: 'sambucus-nigra/berry', code: 'ELD', scientificName: 'Sambucus nigra', commonName: 'elder', synonyms: [], otherNames: ['elderberry', 'black elder'], part: 'berry', needsMordant: 'yes', usualRatio: 3, usualRatioState: 'fresh', window: [8, 10], caution: 'Raw berries and stems make people ill. Leave some for the birds.', provenance: CP },
  { key: 'genista-tinctoria/floweringTop', code: 'DYB', scientificName: 'Genista tinctoria', commonName: "dyer's broom", synonyms: [], otherNames: ["dyer's greenweed", 'woadwaxen'], part: 'floweringTop', needsMordant: 'yes', usualRatio: 3, usualRatioState: 'fresh', window: [6, 8], caution: 'Poisonous to eat. Scarce in places: ask before you gather.', provenance: FM },
  { key: 'larix-decidua/bark', code: 'LAR', scientificName: 'Larix decidua', commonName: 'larch', synonyms: ['Larix europaea'], otherNames: ['European larch'], part: 'bark', needsMordant: 'no', usualRatio: 1, usualRatioState: 'dried', window: [1, 12], caution: FROM_CUT_WOOD, provenance: FM },
  { key: 'quercus-robur/gall', code: 'GAL', scientificName: 'Quercus robur', commonName: 'oak', synonyms: ['Quercus pedunculata'], otherNames: ['oak gall', 'oak apple', 'English oak'], part: 'gall', needsMordant: 'no', usualRatio: 0.3, usualRatioState: 'dried', window: [9, 12], caution: 'Only galls whose wasp has left by its hole.', provenance: FM },
  { key: 'juglans-regia/husk', code: 'WAL', scientificName: 'Juglans regia', commonName: 'walnut', synonyms: [], otherNames: ['common walnut'], part: 'husk', needsMordant: 'no', usualRatio: 2, usualRatioState: 'fresh', window: [8, 10], caution: STAINS, provenance: CP },
  { key: 'isatis-tinctoria/leaf', code: 'WOA', scientificName: 'Isatis tinctoria', commonName: 'woad', synonyms: [], otherNames: ['glastum'], part: 'leaf', needsMordant: 'no', usualRatio: 2, usualRatioState: 'fresh', window: [6, 9], caution: 'Use within the hour: fresh blue fades.', provenance: CP },
  { key: 'betula-pendula/leaf', code: 'BIR', scientificName: 'Betula pendula', commonName: 'silver birch', synonyms: ['Betula verrucosa'], otherNames: ['birch'], part: 'leaf', needsMordant: 'yes', usualRatio: 3, usualRatioState: 'fresh', window: [5, 7], caution: null, provenance: FM },
  { key: 'reseda-luteola/wholeHerb', code: 'WEL', scientificName: 'Reseda luteola', commonName: 'weld', synonyms: [], otherNames: ["dyer's rocket"], part: 'wholeHerb', needsMordant: 'yes', usualRatio: 1, usualRatioState: 'dried', window: [6, 8], caution: null, provenance: FM },
  { key: 'rubia-tinctorum/root', code: 'MAD', scientificName: 'Rubia tinctorum', commonName: 'madder', synonyms: [], otherNames: ["dyer's madder"], part: 'root', needsMordant: 'yes', usualRatio: 1, usualRatioState: 'dried', window: [9, 11], caution: 'Not to be swallowed; gloves.', provenance: FM },
  { key: 'solidago-canadensis/floweringTop', code: 'GOL', scientificName: 'Solidago canadensis', commonName: 'goldenrod', synonyms: [], otherNames: ['Canada goldenrod'], part: 'floweringTop', needsMordant: 'yes', usualRatio: 4, usualRatioState: 'fresh', window: [8, 10], caution: null, provenance: FM },
  { key: 'urtica-dioica/wholeHerb', code: 'NET', scientificName: 'Urtica dioica', commonName: 'nettle', synonyms: [], otherNames: ['stinging nettle'], part: 'wholeHerb', needsMordant: 'yes', usualRatio: 10, usualRatioState: 'fresh', window: [4, 9], caution: 'Stings: gloves and sleeves.', provenance: CP },
  { key: 'galium-verum/root', code: 'GAV', scientificName: 'Galium verum', commonName: "lady's bedstraw", synonyms: [], otherNames: ['yellow bedstraw'], part: 'root', needsMordant: 'yes', usualRatio: 1, usualRatioState: 'dried', window: [9, 11], caution: 'Holds dunes and banks together: take little, fill the hole, ask whose land it is.', provenance: FM },
  { key: 'cortinarius-sanguineus/cap', code: 'BLO', scientificName: 'Cortinarius sanguineus', commonName: 'bloodred webcap', synonyms: ['Dermocybe sanguinea'], otherNames: [], part: 'cap', needsMordant: 'yes', usualRatio: 1, usualRatioState: 'dried', window: [8, 10], caution: NAME_SURELY, provenance: CP },
  { key: 'cortinarius-semisanguineus/cap', code: 'SUR', scientificName: 'Cortinarius semisanguineus', commonName: 'surprise webcap', synonyms: ['Dermocybe semisanguinea'], otherNames: ['red-gilled webcap'], part: 'cap', needsMordant: 'yes', usualRatio: 1, usualRatioState: 'dried', window: [8, 10], caution: NAME_SURELY, provenance: CP },
  { key: 'hapalopilus-rutilans/fruitBody', code: 'PUR', scientificName: 'Hapalopilus rutilans', commonName: 'purple-dye polypore', synonyms: ['Hapalopilus nidulans'], otherNames: ['cinnamon bracket'], part: 'fruitBody', needsMordant: 'yes', usualRatio: 1, usualRatioState: 'dried', window: [6, 12], caution: 'Very poisonous to eat: gloves, no dust, apart from food. Take half and leave half.', provenance: FM },
  { key: 'tapinella-atrotomentosa/fruitBody', code: 'VEL', scientificName: 'Tapinella atrotomentosa', commonName: 'velvet roll-rim', synonyms: ['Paxillus atrotomentosus'], otherNames: ['velvet-footed pax'], part: 'fruitBody', needsMordant: 'yes', usualRatio: 1, usualRatioState: 'dried', window: [7, 10], caution: 'Poisonous to eat: gloves, apart from food.', provenance: FM },
  { key: 'hypholoma-fasciculare/fruitBody', code: 'SUL', scientificName: 'Hypholoma fasciculare', commonName: 'sulphur tuft', synonyms: ['Naematoloma fasciculare'], otherNames: [], part: 'fruitBody', needsMordant: 'yes', usualRatio: 2, usualRatioState: 'fresh', window: [4, 12], caution: 'Poisonous to eat: gloves, apart from food.', provenance: FM },
  { key: 'parmelia-saxatilis/thallus', code: 'CRO', scientificName: 'Parmelia saxatilis', commonName: 'crottle', synonyms: ['Lichen saxatilis'], otherNames: ['grey crottle'], part: 'thallus', needsMordant: 'no', usualRatio: 1, usualRatioState: 'dried', window: [1, 12], caution: FALLEN_ONLY, provenance: CP },
  { key: 'xanthoria-parietina/thallus', code: 'XAN', scientificName: 'Xanthoria parietina', commonName: 'wall lichen', synonyms: ['Lichen parietinus'], otherNames: ['golden shield'], part: 'thallus', needsMordant: 'no', usualRatio: 1, usualRatioState: 'dried', window: [1, 12], caution: FALLEN_ONLY, provenance: CP },
  { key: 'ochrolechia-tartarea/thallus', code: 'OCH', scientificName: 'Ochrolechia tartarea', commonName: "crab's-eye lichen", synonyms: ['Lecanora tartarea'], otherNames: ['cudbear'], part: 'thallus', needsMordant: 'no', usualRatio: 0.5, usualRatioState: 'dried', window: [1, 12], caution: `${FALLEN_ONLY} Its jar holds ammonia: outdoors, eyes covered, and never near bleach.`, provenance: CP },
]
