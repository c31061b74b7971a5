import { FACTORS, type FactorValue } from '../../../core/evidence/factors'
import { isAmounts } from '../../../core/evidence/alike'
import type { OpenInterval } from '../../../core/evidence/effects'
import { writeTable } from '../../../core/formats/table'
import type { EvidenceView } from '../../../shared/views/evidence/evidence'
import type { LogSwatch } from './log-swatches'

/** What goes out of what a log proves. */
export interface EvidenceOut {
  view: EvidenceView
  swatches: readonly LogSwatch[]
}

/** What each change did, one row an effect, surest first. */
export const effectsCsv = ({ view }: EvidenceOut): string =>
  writeTable(
    [
      'factor',
      'of',
      'from',
      'to',
      'pairs',
      'pots',
      'proofs',
      'times',
      'timesLow',
      'timesHigh',
      'intervalBy',
      'deltaL',
      'deltaLLow',
      'deltaLHigh',
      'deltaC',
      'deltaCLow',
      'deltaCHigh',
      'deltaH',
      'deltaHLow',
      'deltaHHigh',
      'p',
      'q',
      'tau',
      'i2',
    ],
    view.effects.map(({ times, delta, basis, ...effect }) => ({
      ...effect,
      ...intervalOf('times', times),
      intervalBy: basis,
      ...intervalOf('deltaL', delta?.l),
      ...intervalOf('deltaC', delta?.c),
      ...intervalOf('deltaH', delta?.h),
      perSource: null,
      shown: null,
    })),
  )

const intervalOf = (name: string, of: OpenInterval | undefined) => ({
  [name]: of?.mid ?? null,
  [`${name}Low`]: of?.low ?? null,
  [`${name}High`]: of?.high ?? null,
})

/** Pairs that stand for an effect, with everything that is known of both; what is empty is not known. */
export function pairsCsv({ view, swatches }: EvidenceOut): string {
  const byId = new Map(swatches.map((each) => [each.swatch.id, each]))
  const rows = view.effects.flatMap((effect) =>
    effect.shown.flatMap(({ from, to }) => {
      const [a, b] = [byId.get(from), byId.get(to)]
      if (!a || !b) return []
      return [
        {
          factor: effect.factor,
          of: effect.of,
          from: effect.from,
          to: effect.to,
          ...sideOf(a, 'A'),
          ...sideOf(b, 'B'),
        },
      ]
    }),
  )
  const told = ['swatch', 'pot', 'strength', ...FACTORS]
  return writeTable(
    ['factor', 'of', 'from', 'to', ...told.flatMap((name) => [`${name}A`, `${name}B`])],
    rows,
  )
}

const sideOf = ({ swatch, look }: LogSwatch, side: 'A' | 'B') =>
  Object.fromEntries([
    [`swatch${side}`, look.code],
    [`pot${side}`, look.potCode],
    [`strength${side}`, swatch.strength],
    ...FACTORS.map((factor) => [`${factor}${side}`, inCell(swatch.factors[factor])] as const),
  ])

/** Effects, pairs, repeats and what is almost clean, as the page has them. */
export const evidenceJson = ({ view }: EvidenceOut): string => `${JSON.stringify(view, null, 1)}\n`

function inCell(value: FactorValue | undefined): string | number | null {
  if (value === null || value === undefined) return null
  if (isAmounts(value)) {
    return Object.entries(value)
      .map(([name, amount]) => `${name} ${amount ?? 'not known'}`)
      .join('; ')
  }
  if (typeof value === 'number') return value
  return Array.isArray(value) ? value.join('; ') : String(value)
}
