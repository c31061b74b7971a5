import type { Mordant } from '../../../catalogue/agents'
import type { Fibre, Form } from '../../../catalogue/fibres'
import type { Way } from '../../../catalogue/ways'

/** How dyers write what the log has a name for: patterns of whole words, the more telling first. */
type Words<T> = readonly (readonly [pattern: string, meant: T])[]

export const FIBRE_WORDS: Words<Fibre> = [
  [
    'superwash(?: wool| merino)?|super wash|(?:merino|wool|bfl) (?:sw|superwash)|sw(?: wool| merino)?',
    'superwash',
  ],
  ['alpaca', 'alpaca'],
  ['mohair', 'mohair'],
  ['silk', 'silk'],
  ['cotton|muslin|calico', 'cotton'],
  ['linen|flax', 'linen'],
  ['hemp', 'hemp'],
  ['wool(?:len)?|merino|bfl|shetland|romney|corriedale|jacob|sheepskin fleece|lambswool', 'wool'],
]

export const FORM_WORDS: Words<Form> = [
  ['yarn|skeins?|hanks?|ball|cone of', 'yarn'],
  ['cloth|fabric|hanky|handkerchief|scarf|strips?|felt', 'cloth'],
  ['roving|tops? of wool|combed top|sliver', 'roving'],
  ['fleece|locks', 'fleece'],
  ['shirt|socks?|garment|hat', 'garment'],
]

export const MORDANT_WORDS: Words<Mordant> = [
  ['alumin(?:i)?um acetate|al\\.? acetate|alum acetate|aa', 'aluminiumAcetate'],
  ['alumin(?:i)?um triformate|triformate', 'aluminiumTriformate'],
  ['alum|alaun|alun', 'alum'],
  ['iron|ferrous sul(?:ph|f)ate|fe', 'ironSulfate'],
  ['copper(?: sul(?:ph|f)ate)?|cu', 'copperSulfate'],
  ['oak galls?', 'oakGall'],
  ['tannin|tannic acid', 'tannin'],
]
/** Said of a mordant so, it was given after the dye, which a card does not tell. */
export const AFTER_WORDS = String.raw`(?:\s+(?:after(?:wards)?|dip|modifier|modified|post\w*|bath after))`
export const NO_MORDANT_WORDS = String.raw`no mordant|unmordanted|without mordant|not mordanted|ohne beize|no alum`

export const WAY_WORDS: Words<Way> = [
  ['ammonia(?: ferment)?|fermented in ammonia', 'ammoniaFerment'],
  [
    'cold (?:steep|soak|bath|dyed?)|soaked cold|solar(?: jar| dyed?)?|sun jar|jar in the sun',
    'coldSteep',
  ],
  ['vat', 'reducedVat'],
  ['leaf rub|rubbed|salt rub', 'leafRub'],
  ['painted(?: on)?|brushed on', 'paintOn'],
  ['simmer(?:ed|ing)?|boil(?:ed|ing)?|cooked|heated|stove|hot bath', 'simmer'],
]

export const STATE_WORDS: Words<'fresh' | 'dried' | 'frozen'> = [
  ['fresh(?:ly picked)?', 'fresh'],
  ['dried|dry', 'dried'],
  ['frozen', 'frozen'],
]

export const VERDICT_WORDS: Words<'again' | 'not'> = [
  ['not again|never again|not worth it', 'not'],
  ['(?:do |dye |try )?again|keeper', 'again'],
]
