import dayjs from 'dayjs'

const DAY_MIN = 24 * 60

/** `9 Sep 14:05`, `9 Sep about 14:00`, `9 Sep`, `about 9 Sep`: no finer than the time is known. */
export function notedTime({ at, toleranceMin }: { at: string; toleranceMin: number }): string {
  const time = dayjs(at)
  const year = time.year() === dayjs().year() ? '' : ' YYYY'
  if (toleranceMin > DAY_MIN) return `about ${time.format(`D MMM${year}`)}`
  if (toleranceMin > 120) return time.format(`D MMM${year}`)
  if (toleranceMin > 10) return time.format(`D MMM${year} [about] HH:mm`)
  return time.format(`D MMM${year} HH:mm`)
}
