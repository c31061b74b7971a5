import { entriesOf, type SourceFacts } from './entry'

const lichen = entriesOf('lichen')
const JAR = 'Its jar holds ammonia: outdoors, eyes covered, and never near bleach.'
const ASK = 'Protected in places: ask a lichen or botanical society before touching any.'
/** Lichens whose colour comes out by ammonia and air. */
const orchil = {
  ways: ['ammoniaFerment'] as const,
  ratio: 0.5,
  heatLimitC: 75,
  caution: JAR,
}

/* prettier-ignore */
export const LICHENS: readonly SourceFacts[] = [
  lichen('CRO', 'Parmelia saxatilis', 'crottle', 'thallus', [1, 12], { synonyms: ['Lichen saxatilis'], otherNames: ['grey crottle'], hues: 'rust to red-brown|red-brown|dark brown', fastness: 'good', provenance: 'common practice' }),
  lichen('CRB', 'Parmelia omphalodes', 'black crottle', 'thallus', [1, 12], { synonyms: ['Lichen omphalodes'], hues: 'deep red-brown|red-brown|dark brown', fastness: 'good' }),
  lichen('PSU', 'Parmelia sulcata', 'netted shield lichen', 'thallus', [1, 12], { hues: 'tan to rust|rust|brown', fastness: 'good' }),
  lichen('HPH', 'Hypogymnia physodes', "monk's-hood lichen", 'thallus', [1, 12], { synonyms: ['Parmelia physodes'], hues: 'gold-brown|gold-brown|brown', fastness: 'good' }),
  lichen('XAN', 'Xanthoria parietina', 'wall lichen', 'thallus', [1, 12], { synonyms: ['Lichen parietinus'], otherNames: ['golden shield'], ways: ['ammoniaFerment', 'simmer'], hues: 'pink to blue in sun', fastness: 'fair', caution: JAR, provenance: 'common practice' }),
  lichen('OCH', 'Ochrolechia tartarea', "crab's-eye lichen", 'thallus', [1, 12], { ...orchil, synonyms: ['Lecanora tartarea'], otherNames: ['cudbear'], hues: 'purple to red', fastness: 'poor', provenance: 'common practice' }),
  lichen('OCP', 'Ochrolechia parella', 'crawfish lichen', 'thallus', [1, 12], { ...orchil, synonyms: ['Lecanora parella'], hues: 'violet', fastness: 'poor' }),
  lichen('EVP', 'Evernia prunastri', 'oakmoss', 'thallus', [1, 12], { ...orchil, otherNames: ['stag’s-horn lichen'], hues: 'pink to violet', fastness: 'poor' }),
  lichen('PSF', 'Pseudevernia furfuracea', 'treemoss', 'thallus', [1, 12], { synonyms: ['Evernia furfuracea', 'Parmelia furfuracea'], hues: 'gold to rust|rust|brown', fastness: 'good' }),
  lichen('LAP', 'Lasallia pustulata', 'rock tripe', 'thallus', [1, 12], { ...orchil, synonyms: ['Umbilicaria pustulata', 'Gyrophora pustulata'], hues: 'magenta to purple', fastness: 'poor', care: 'Decades old on its rock: only what storms have loosened.' }),
  lichen('LAB', 'Lasallia papulosa', 'toadskin', 'thallus', [1, 12], { ...orchil, synonyms: ['Umbilicaria papulosa'], hues: 'magenta to purple', fastness: 'poor', care: 'Decades old on its rock: only what storms have loosened.' }),
  lichen('UMB', 'Umbilicaria mammulata', 'smooth rock tripe', 'thallus', [1, 12], { ...orchil, hues: 'magenta to purple', fastness: 'poor', care: 'Decades old on its rock: only what storms have loosened.' }),
  lichen('ROC', 'Roccella tinctoria', 'orchil', 'thallus', [1, 12], { ...orchil, ratio: 0.3, otherNames: ['archil'], hues: 'purple', fastness: 'poor', stopGroup: 'protected', caution: `${ASK} ${JAR}`, rule: { kind: 'none' } }),
  lichen('ROF', 'Roccella fuciformis', 'flat orchil', 'thallus', [1, 12], { ...orchil, ratio: 0.3, hues: 'purple', fastness: 'poor', stopGroup: 'protected', caution: `${ASK} ${JAR}`, rule: { kind: 'none' } }),
  lichen('LOP', 'Lobaria pulmonaria', 'lungwort lichen', 'thallus', [1, 12], { otherNames: ['tree lungwort'], hues: 'orange-brown|brown|dark brown', fastness: 'good', stopGroup: 'protected', caution: ASK, rule: { kind: 'none' } }),
  lichen('USN', 'Usnea subfloridana', 'beard lichen', 'thallus', [1, 12], { otherNames: ['old man’s beard'], hues: 'soft yellow to tan|tan|brown', fastness: 'fair' }),
  lichen('RAM', 'Ramalina farinacea', 'farinose cartilage lichen', 'thallus', [1, 12], { hues: 'pale tan|tan|brown', fastness: 'unknown' }),
  lichen('PLG', 'Platismatia glauca', 'ragbag', 'thallus', [1, 12], { synonyms: ['Cetraria glauca'], hues: 'fawn|tan|brown', fastness: 'unknown' }),
  lichen('CET', 'Cetraria islandica', 'Iceland moss', 'thallus', [1, 12], { hues: 'tan|yellow-brown|brown', fastness: 'fair', rule: { kind: 'gramsPerSeason', massG: 50 }, care: 'Grows loose on the ground, and slowly: a handful from a wide carpet, none where it is listed.' }),
  lichen('XAC', 'Xanthoparmelia conspersa', 'peppered rock shield', 'thallus', [1, 12], { synonyms: ['Parmelia conspersa'], hues: 'orange-tan|rust|brown', fastness: 'good' }),
  lichen('LET', 'Letharia vulpina', 'wolf lichen', 'thallus', [1, 12], { synonyms: ['Evernia vulpina'], ways: ['simmer'], hues: 'bright yellow-green|yellow|olive', fastness: 'good', poisonous: true, caution: 'Poisonous, also its dust: mask and gloves.' }),
  lichen('PEL', 'Peltigera canina', 'dog lichen', 'thallus', [1, 12], { hues: 'yellow-tan|tan|brown', fastness: 'unknown' }),
]
