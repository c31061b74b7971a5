import { reactive, ref } from 'vue'
import type { SeenWord } from '~~/core/fastness/strip'
import type { Facing, Sky } from '~~/core/fastness/window-light'
import { testSetChangeSchema, type TestSetChange } from '~~/shared/schemas/fastness/fastness-moves'
import type {
  FastnessTest,
  FastnessTestChange,
  Look,
  ToldDose,
} from '~~/shared/schemas/fastness/fastness-test'
import type { TestSet } from '~~/shared/views/fastness/fastness'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'

/** Facts of a set that may be put right; '' where they are not known. */
export interface SetFacts {
  place: string
  facing: Facing | ''
  sky: Sky | ''
  begunOn: string
  endedOn: string
  lookOn: string
}

export function factsOf({ tests: [one] }: Pick<TestSet, 'tests'>): SetFacts {
  const test = one?.test
  return {
    place: test?.place ?? '',
    facing: test?.light?.facing ?? '',
    sky: test?.light?.sky ?? '',
    begunOn: test?.begunOn ?? '',
    endedOn: test?.endedOn ?? '',
    lookOn: test?.lookOn ?? '',
  }
}

/** Facts of all tests of a set, as they are sent: only those that are other than before. */
export function factChanges(
  set: Pick<TestSet, 'kind' | 'tests'>,
  facts: SetFacts,
): TestSetChange['changes'] {
  const before = factsOf(set)
  const isOther = (...names: (keyof SetFacts)[]) =>
    names.some((name) => facts[name] !== before[name])
  const change: FastnessTestChange = {
    ...(isOther('place') && { place: facts.place }),
    ...(isOther('begunOn') && { begunOn: facts.begunOn || null }),
    ...(isOther('endedOn') && { endedOn: facts.endedOn || null }),
    ...(isOther('lookOn') && { lookOn: facts.lookOn || null }),
    ...(set.kind === 'light' &&
      isOther('facing', 'sky') && {
        light: { facing: facts.facing || null, sky: facts.sky || null },
      }),
  }
  if (Object.keys(change).length === 0) return []
  return set.tests.map(({ test }) => ({ id: test.id, change }))
}

/** What of a look may be put right; its colours are read anew at another look. */
export interface LookFacts {
  on: string
  unit: ToldDose['unit'] | 'days'
  amount: number | null
  seen: SeenWord | ''
  changeStep: number
  stainStep: number
  note: string
}

export const lookFacts = (look: Look): LookFacts => ({
  on: look.on ?? '',
  unit: look.dose?.unit ?? 'days',
  amount: look.dose?.value ?? null,
  seen: look.seen ?? '',
  changeStep: look.changeStep ?? 0,
  stainStep: look.stainStep ?? 0,
  note: look.note,
})

export function lookChange(id: string, facts: LookFacts): FastnessTestChange {
  const { on, unit, amount, seen, changeStep, stainStep, note } = facts
  return {
    look: {
      id,
      on: on || null,
      dose: unit === 'days' || amount === null ? null : { value: amount, unit },
      seen: seen || null,
      changeStep: changeStep || null,
      stainStep: stainStep || null,
      note,
    },
  }
}

/** Putting facts of tests right; each is one change, undone as one. */
export function useFix() {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const isOpen = ref(false)
  async function send(changes: TestSetChange['changes'], words: string): Promise<boolean> {
    if (changes.length === 0) {
      failure.value = 'Nothing is other than it was.'
      return false
    }
    const saved = await save<TestSetChange, { items: FastnessTest[] }>(
      testSetChangeSchema,
      { changes },
      (body) => api.post<{ items: FastnessTest[] }>('moves/fastness-looks', body),
      () => words,
    )
    if (saved) isOpen.value = false
    return saved !== null
  }
  return reactive({ isOpen, saving, failure, errors, send })
}
