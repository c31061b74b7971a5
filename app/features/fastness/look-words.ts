import type { FastnessTest, Look } from '~~/shared/schemas/fastness/fastness-test'
import type { LookView, ToldChange } from '~~/shared/views/fastness/fastness'
import { formatNumber } from '~/format/quantities'
import { shortDate } from '~/format/dates'
import { SEEN_CHOICES, STATES_OF } from './choices'

/** A step is not torn in two at the end of a line. */
const stepText = (step: ToldChange['step']) => `step\u00a0${step.replace('-', '\u2011')}`
const changeText = ({ de2000, step, byEye }: ToldChange) =>
  byEye ? `${stepText(step)} by eye` : `${formatNumber(de2000, 2)}\u00a0ΔE, ${stepText(step)}`

/** What a piece was shown to by a look: `~46 h of sun`, `10 washes`, `12 Sep`, `some day`. */
export function doseText(
  { kind }: Pick<FastnessTest, 'kind'>,
  { on, state }: Pick<Look, 'on' | 'state'>,
  { dose }: Pick<LookView, 'dose'>,
): string {
  if (dose && kind === 'wash') return `${formatNumber(dose.dose, 2)} washes`
  // reckoned hours are no closer than the sky was told
  if (dose) return `${dose.basis === 'metered' ? '' : '~'}${formatNumber(dose.dose, 2)} h of sun`
  const at = STATES_OF[kind].find(({ value }) => value === state)?.label
  return at ?? (on ? shortDate(on) : 'some day')
}

/** A look in words, short for its patch and whole for who asks. */
export function lookWords(
  test: Pick<FastnessTest, 'kind'>,
  look: Pick<Look, 'on' | 'state' | 'seen' | 'note'>,
  told: LookView,
) {
  const seen = SEEN_CHOICES.find(({ value }) => value !== '' && value === look.seen)?.label ?? ''
  const dose = doseText(test, look, told)
  const change = told.change
    ? changeText(told.change)
    : told.stain
      ? `stain, ${stepText(told.stain.step)}`
      : seen
  const left =
    told.left && test.kind !== 'drop'
      ? `${Math.round(100 * told.left.share)} ± ${Math.max(1, Math.round(164 * told.left.sd))} % of its strength left`
      : ''
  return {
    dose,
    change,
    all: [
      look.on ? shortDate(look.on) : 'day not known',
      dose,
      change,
      seen,
      told.stain ? `stain on white ${changeText(told.stain)}` : '',
      left,
      look.note,
    ]
      .filter(Boolean)
      .join('; '),
  }
}
