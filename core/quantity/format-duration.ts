/** A stretch of time in its usual unit: `40 min`, `3 h`, `2 days`. */
export function formatDuration(minutes: number): string {
  if (minutes < 90) return `${Math.round(minutes)} min`
  if (minutes < 36 * 60) return `${Math.round(minutes / 60)} h`
  return `${Math.round(minutes / (24 * 60))} days`
}
