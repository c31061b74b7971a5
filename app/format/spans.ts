import * as core from '~~/core/strength/sentences'
import { inDecimals } from './quantities'

/** `0.62 to 2`: an interval as it stands in a sentence, in the reader's decimals. */
export const sentenceSpan = (interval: Parameters<typeof core.sentenceSpan>[0]) =>
  inDecimals(core.sentenceSpan(interval))
