import { BOUGHT } from './bought'
import type { SourceFacts } from './entry'
import { GARDEN } from './garden'
import { FLOWERS } from './flowers'
import { BERRIES, HUSKS_AND_GALLS } from './fruits'
import { FUNGI } from './fungi'
import { LEAVES } from './leaves'
import { LICHENS } from './lichens'
import { NORTH_AMERICA } from './north-america'
import { BARKS, ROOTS } from './roots-and-barks'
import { WARM_LANDS } from './warm-lands'

export { GROUPS } from './entry'
export type { Fastness, Group, Hues, SourceFacts, StopGroup } from './entry'

/** Every source that is known before the user adds any. */
export const SOURCES: readonly SourceFacts[] = [
  ...FLOWERS,
  ...LEAVES,
  ...ROOTS,
  ...BARKS,
  ...BERRIES,
  ...HUSKS_AND_GALLS,
  ...FUNGI,
  ...LICHENS,
  ...GARDEN,
  ...NORTH_AMERICA,
  ...WARM_LANDS,
  ...BOUGHT,
]
