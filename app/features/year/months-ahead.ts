import { groups } from 'd3-array'
import dayjs from 'dayjs'
import { PARTS } from '~~/catalogue/parts'
import { monthName } from '~/format/dates'
import { formatCount } from '~~/core/quantity/format-count'
import { jarReadyAt } from '~~/shared/rules/jar/ready-at'
import type { JarView } from '~~/shared/schemas/loft/jar'
import type { WalkRow } from '~~/shared/views/walk/walk'
import type { ChainStep, ChainView } from '~~/shared/views/year/chain'
import { barWords } from './chain-words'

const MONTHS = 3
const HANDS: readonly ChainStep['kind'][] = ['gather', 'wash', 'mordant', 'pot']
/** What somebody has to come for; all else lies, dries or stands by itself. */
export const wantsHands = ({ kind }: ChainStep) => HANDS.includes(kind)

/** What a month asks for. */
export interface MonthAhead {
  month: string
  asks: string
}

/** `broad-leaved dock: gather, 3 mordant baths, 2 pots`: of all plans of a source together. */
function handsOf(chains: readonly ChainView[], isIn: (at: number) => boolean): string[] {
  const bySource = groups(
    chains.flatMap(({ sourceName, steps }) =>
      steps
        .filter((step) => wantsHands(step) && isIn(step.from))
        .map(({ kind }) => ({ sourceName, kind })),
    ),
    ({ sourceName }) => sourceName,
    ({ kind }) => kind,
  )
  return bySource.map(([sourceName, kinds]) => {
    const of = new Map(kinds.map(([kind, steps]) => [kind, steps.length]))
    const told = HANDS.flatMap((kind) => {
      const count = of.get(kind)
      return count ? [countWords(kind, count)] : []
    })
    return `${sourceName}: ${told.join(', ')}`
  })
}

const countWords = (kind: ChainStep['kind'], count: number): string =>
  kind === 'pot' || kind === 'mordant'
    ? formatCount(count, kind === 'pot' ? 'pot' : 'mordant bath')
    : formatTimes(barWords({ kind, index: 0 }), count)

const formatTimes = (words: string, count: number) =>
  count > 1 ? `${words} ${count} times` : words

/** Months ahead in words: seasons that open, jars that are ready, and what plans want done. */
export function monthsAhead(
  today: string,
  rows: readonly WalkRow[],
  chains: readonly ChainView[],
  jars: readonly JarView[],
): MonthAhead[] {
  return Array.from({ length: MONTHS }, (_, i) => {
    const month = dayjs(today).startOf('month').add(i, 'month')
    const [begins, over] = [+month, +month.add(1, 'month')]
    const isIn = (at: number) => at >= begins && at < over
    const asks = [
      ...rows.flatMap(({ source, readiness }) =>
        readiness && !readiness.ready && isIn(+dayjs(today).add(readiness.opensInDays, 'day'))
          ? [`${source.commonName} ${PARTS[source.part].label}`]
          : [],
      ),
      ...jars
        .filter((jar) => !jar.mould && isIn(jarReadyAt(jar)))
        .map(({ code }) => `jar ${code} is likely ready`),
      ...handsOf(chains, isIn),
    ]
    return {
      month: monthName(month.month() + 1),
      asks: asks.length > 0 ? asks.join('; ') : 'nothing that is known of',
    }
  })
}
