import { wayFacts } from '~~/catalogue/ways'
import { limitsOf } from '~~/shared/rules/basket/fibre'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Source } from '~~/shared/schemas/walk/source'
import type { BasketRow } from '~~/shared/views/basket/basket'

/** So much over the heat of a way is still that way, °C. */
const WAY_SLACK_C = 8

/** Heat that something in a pot bears. */
export interface HeatLimit {
  what: string
  maxTempC: number
  why: string
}

/** What bears no more than some heat: the pieces' fibres while they are in, the sources, the way. */
export function heatLimits(
  pot: Pick<Pot, 'way'>,
  rowsIn: readonly Pick<BasketRow, 'code' | 'fibre' | 'blend'>[],
  sources: readonly Pick<Source, 'commonName' | 'heatLimitC'>[],
): HeatLimit[] {
  const { dyeC, label } = wayFacts(pot.way)
  return [
    ...rowsIn.flatMap((row) => {
      const { maxTempC } = limitsOf(row)
      return maxTempC === null ? [] : [{ what: row.code, maxTempC, why: 'its fibre suffers' }]
    }),
    ...sources.flatMap(({ commonName, heatLimitC }) =>
      heatLimitC === null
        ? []
        : [{ what: commonName, maxTempC: heatLimitC, why: 'its colour turns dull' }],
    ),
    ...(dyeC === null || rowsIn.length === 0
      ? []
      : [{ what: `the way "${label}"`, maxTempC: dyeC + WAY_SLACK_C, why: '' }]),
  ]
}
