import type { SeenWord } from '~~/core/fastness/strip'
import type { Facing, Sky } from '~~/core/fastness/window-light'
import type { LookState, TestKind } from '~~/shared/schemas/fastness/fastness-test'
import { DROP_WORDS } from '~~/shared/words/fastness/half-life-words'
import { keysOf } from '~~/core/json'

/** What can be chosen, in the words of the page; '' stands for what nobody knows. */

export const KINDS: readonly { value: TestKind; label: string }[] = [
  { value: 'light', label: 'light' },
  { value: 'wash', label: 'washing' },
  { value: 'rub', label: 'rubbing' },
  { value: 'drop', label: 'a drop' },
]

export const FACING_CHOICES: readonly { value: Facing | ''; label: string }[] = [
  { value: '', label: 'not known' },
  { value: 'N', label: 'a north window' },
  { value: 'NE', label: 'a north-east window' },
  { value: 'E', label: 'an east window' },
  { value: 'SE', label: 'a south-east window' },
  { value: 'S', label: 'a south window' },
  { value: 'SW', label: 'a south-west window' },
  { value: 'W', label: 'a west window' },
  { value: 'NW', label: 'a north-west window' },
  { value: 'open', label: 'the open, no glass' },
]
export const facingWords = (facing: Facing | null): string =>
  facing
    ? FACING_CHOICES.find(({ value }) => value === facing)!.label
    : 'a window, which way not known'

export const SKY_CHOICES: readonly { value: Sky | ''; label: string }[] = [
  { value: '', label: 'sky not known' },
  { value: 'clear', label: 'mostly clear' },
  { value: 'mixed', label: 'sun and cloud' },
  { value: 'dull', label: 'mostly dull' },
]

export const DROP_CHOICES = keysOf(DROP_WORDS).map((value) => ({ value, label: DROP_WORDS[value] }))

export const SEEN_CHOICES: readonly { value: SeenWord | ''; label: string }[] = [
  { value: '', label: 'not said' },
  { value: 'same', label: 'as before' },
  { value: 'hardly', label: 'hardly changed' },
  { value: 'plain', label: 'plainly changed' },
  { value: 'half', label: 'about half gone' },
  { value: 'gone', label: 'nearly gone' },
]

/** Grey-scale steps of a card, as they are judged; 0 for none. */
export const STEP_CHOICES: readonly { value: number; label: string }[] = [
  { value: 0, label: 'no step' },
  ...[5, 4.5, 4, 3.5, 3, 2.5, 2, 1.5, 1].map((value) => ({
    value,
    label: value % 1 ? `${value - 0.5}-${value + 0.5}` : String(value),
  })),
]

/** In what states a kind of test is looked at, first to last; none: there is but one. */
export const STATES_OF: Record<TestKind, readonly { value: LookState; label: string }[]> = {
  light: [],
  wash: [],
  rub: [
    { value: 'dry', label: 'rubbed dry' },
    { value: 'damp', label: 'rubbed damp' },
  ],
  drop: [
    { value: 'dried', label: 'the drop dried on it' },
    { value: 'rinsed', label: 'rinsed after it' },
  ],
}
