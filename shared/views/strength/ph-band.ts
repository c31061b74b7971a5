/**
 * Where the bath ended: hue turns with it, so it parts curves. `asItCame`: 6 to 8, or no reading. Where
 * nobody read a pH and something that moves it was stirred in, that and about how much.
 */
export type PhBand = 'acid' | 'asItCame' | 'alkaline' | `with ${string}`
