/** Where the bath ended: hue turns with it, so it parts curves. `asItCame`: 6 to 8, or no reading. */
export type PhBand = 'acid' | 'asItCame' | 'alkaline'
