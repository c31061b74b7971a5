import { mordantMarks } from '~~/catalogue/agents'
import { FIBRES } from '~~/catalogue/fibres'
import { mayLast, type LightOn, type MeasuredLight } from '~~/shared/rules/fastness/measured-light'
import type { ChainView } from '~~/shared/views/year/chain'
import { lightSentence } from '~~/shared/words/fastness/half-life-words'

/** How a plan's plants hold in the light. */
export interface LastingLine {
  sourceId: string
  words: string
  /** It was asked to last, and nothing says that it does. */
  isWanting: boolean
}

/**
 * What is said of the light: of plants whose strips tell it, and of all where the plan must last.
 *
 * @param of what the log's own strips say
 */
export function lastingWords(
  { plan, plants }: Pick<ChainView, 'plan' | 'plants'>,
  of: (on: LightOn) => MeasuredLight | null,
): LastingLine[] {
  const { isLasting, fibre, mordant } = plan
  const on = { fibreClass: FIBRES[fibre].class, mordant: mordantMarks(mordant ? [mordant] : []) }
  return plants.flatMap(({ sourceId, sourceName, fastness }): LastingLine[] => {
    const light = of({ sourceId, ...on })
    const isWanting = isLasting && !mayLast(light, fastness)
    if (light) return [{ sourceId, words: `${sourceName}: ${lightSentence(light)}`, isWanting }]
    if (!isLasting) return []
    const typical = fastness === 'unknown' ? 'not known' : `${fastness}, typical`
    const test = isWanting ? '; hang a strip of it before you rely on it' : ''
    return [{ sourceId, words: `${sourceName}: light fastness ${typical}${test}.`, isWanting }]
  })
}
