import type { JarView } from '../../schemas/loft/jar'

const DAY_MS = 86_400_000

/** When a jar has likely stood long enough at the warmth it had, ms since 1970; may lie behind. */
export const jarReadyAt = ({
  startedAt,
  outlook: { days, fromDays, daysAtTemp },
}: Pick<JarView, 'startedAt' | 'outlook'>): number =>
  Date.parse(startedAt) + (days + fromDays - daysAtTemp) * DAY_MS
