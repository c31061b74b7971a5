import type { Eye } from '../../schemas/pot/pot-event'

/** How a piece came out to the eye. */
export const EYE_WORDS: Record<Eye, string> = {
  even: 'even',
  freckled: 'freckled',
  blotchy: 'blotchy',
  streaky: 'streaky',
  tipsOnly: 'took only at the tips',
  edgesOnly: 'took only at the edges',
}
