import { formatTemperature } from '~/format/quantities'
import dayjs from 'dayjs'
import type { RoundDue } from '~~/core/jar/rounds'
import type { JarView } from '~~/shared/schemas/loft/jar'
import { formatCount } from '~~/core/quantity/format-count'
import { daysText } from '~/format/days'

export const ROUND_WORDS = {
  shake: { button: 'Shaken', done: 'shaken' },
  air: { button: 'Air it', done: 'aired' },
  look: { button: 'Look', done: 'looked at' },
  draw: { button: 'Draw off', done: 'drawn off' },
  strain: { button: 'Strain', done: 'strained' },
} as const

/** What a jar wants, the weightiest first: airing, a look, a shake. */
const WEIGHT = ['air', 'look', 'shake']
export const byWeight = (due: readonly RoundDue[], now = Date.now()): RoundDue[] => {
  const isDue = ({ dueAt }: RoundDue) => dueAt <= dayjs(now).endOf('day').valueOf()
  return [...due].sort(
    (a, b) =>
      Number(isDue(b)) - Number(isDue(a)) ||
      (isDue(a) ? WEIGHT.indexOf(a.kind) - WEIGHT.indexOf(b.kind) : a.dueAt - b.dueAt),
  )
}

/** `air overdue 3 days`, `look today`, `shake tomorrow` */
export function dueText({ kind, dueAt }: RoundDue, now = Date.now()): string {
  const days = dayjs(dueAt).startOf('day').diff(dayjs(now).startOf('day'), 'day')
  if (days < 0) return `${kind} overdue ${formatCount(-days, 'day')}`
  if (days === 0) return `${kind} today`
  return days === 1 ? `${kind} tomorrow` : `${kind} in ${days} days`
}

const weeks = (days: number) => daysText(days, { weeksFrom: 21, monthsFrom: Infinity })

/** Where a jar stands: likely ready between so and so many days, at its temperature. */
export function outlookText({ outlook, endedAt, ending }: JarView): string {
  const { days, daysAtTemp, tempC } = outlook
  const isAlike = Math.abs(daysAtTemp - days) < Math.max(1, days / 20)
  const stood = isAlike
    ? `${weeks(days)} at ${formatTemperature(tempC)}`
    : `${weeks(days)}, as much as ${weeks(daysAtTemp)} at ${formatTemperature(tempC)} (assumed)`
  if (endedAt) return `${ending}, after ${stood}`
  const window = `${weeks(outlook.fromDays)} to ${weeks(outlook.toDays)} at that warmth, assumed`
  if (outlook.ripeness === 'early') return `${stood}: likely ready after ${window}`
  return `${stood}: ${outlook.ripeness === 'past' ? 'past its time' : 'likely ready'} (${window})`
}

/** Latest colour that was seen in it. */
export const hexOf = ({ rounds }: Pick<JarView, 'rounds'>) =>
  rounds.filter(({ hex }) => hex).at(-1)?.hex ?? null
