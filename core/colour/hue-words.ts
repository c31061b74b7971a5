import type { HueFamily } from './colour-name'

/** Everyday words of colour by their family; from memory. */
const WORDS: Record<HueFamily, string> = {
  yellow: 'yellows?|gold|golden|mustard|amber|lemon',
  orange: 'oranges?|rust|salmon|apricot|copper',
  brown: 'browns?|tan|fawn|rust|bronze|chestnut|beige|buff',
  red: 'reds?|brick|crimson|scarlet|terracotta',
  pink: 'pinks?|rose|salmon|fuchsia|magenta|coral|pinkish',
  purple: 'purples?|violet|plum|lilac|magenta|fuchsia|mauve',
  blue: 'blues?|turquoise|indigo',
  green: 'greens?|greenish|moss|turquoise',
  olive: 'olive|khaki|moss',
  grey: 'greys?|gray|charcoal|black|cream|silver',
}

const PATTERNS = Object.entries(WORDS).map(([family, words]) => ({
  family: family as HueFamily,
  pattern: new RegExp(`(?<![a-z])(?:${words})(?![a-z])`, 'i'),
}))

/** Families of hue that words of colour name: "gold to olive" is yellow and olive. */
export const hueFamiliesIn = (words: string): HueFamily[] =>
  PATTERNS.flatMap(({ family, pattern }) => (pattern.test(words) ? [family] : []))
