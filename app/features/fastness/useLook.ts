import { reactive, ref, watch } from 'vue'
import type { SeenWord } from '~~/core/fastness/strip'
import { formatCount } from '~~/core/quantity/format-count'
import { newId } from '~~/shared/ids'
import { testSetChangeSchema, type TestSetChange } from '~~/shared/schemas/fastness/fastness-moves'
import type {
  FastnessTest,
  LookState,
  NewLook,
  TestKind,
  ToldDose,
} from '~~/shared/schemas/fastness/fastness-test'
import type { TestSet } from '~~/shared/views/fastness/fastness'
import type { NewReading } from '~~/shared/schemas/swatch/reading'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'
import { localToday } from '~/format/dates'
import type { GivenReading } from '~/features/swatch/given'
import { STATES_OF } from './choices'

/** What is seen of one piece at a look; empty: nothing was said of it. */
export interface LookEntry {
  testId: string
  open: GivenReading | null
  covered: GivenReading | null
  stained: GivenReading | null
  seen: SeenWord | ''
  /** Steps of the grey scale; 0: none was judged. */
  changeStep: number
  stainStep: number
}

/** How the light of a look is told. */
type DoseUnit = ToldDose['unit'] | 'days'

const UNITS: Record<TestKind, readonly { value: DoseUnit; label: string }[]> = {
  light: [
    { value: 'days', label: 'from its days' },
    { value: 'weeks', label: 'weeks there' },
    { value: 'hours', label: 'hours of sun' },
    { value: 'klxh', label: 'klx h, by a meter' },
  ],
  wash: [{ value: 'times', label: 'times washed' }],
  rub: [],
  drop: [],
}
export const lookUnits = (kind: TestKind) => UNITS[kind]

export interface LookDraft {
  on: string
  unit: DoseUnit
  /** Hours, klx h, weeks or times; null: not told. */
  amount: number | null
  state: LookState | null
  note: string
  isEnd: boolean
  lookOn: string
  entries: LookEntry[]
}

const entryOf = (testId: string): LookEntry => ({
  testId,
  open: null,
  covered: null,
  stained: null,
  seen: '',
  changeStep: 0,
  stainStep: 0,
})

export const plainLook = ({ kind, tests }: Pick<TestSet, 'kind' | 'tests'>): LookDraft => ({
  on: localToday(),
  unit: kind === 'light' ? 'days' : 'times',
  amount: null,
  state: STATES_OF[kind][0]?.value ?? null,
  note: '',
  isEnd: false,
  lookOn: '',
  entries: tests
    .filter(({ test, isOfReadings }) => test.endedOn === null && !isOfReadings)
    .map(({ test }) => entryOf(test.id)),
})

/** A look at all pieces of a set in one go. */
export function useLook(set: () => TestSet | null) {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const draft = reactive<LookDraft>(plainLook({ kind: 'light', tests: [] }))
  const isOpen = ref(false)

  function begin() {
    const now = set()
    if (now) Object.assign(draft, plainLook(now))
    failure.value = ''
    isOpen.value = true
  }
  watch(
    () => set()?.key,
    () => (isOpen.value = false),
  )

  async function keep(): Promise<boolean> {
    const changes = changesOf(draft)
    if (changes.length === 0) {
      failure.value = 'Say of one piece at least how it looks: a word, a step, or its colour.'
      return false
    }
    const saved = await save<TestSetChange, { items: FastnessTest[] }>(
      testSetChangeSchema,
      { changes },
      (body) => api.post<{ items: FastnessTest[] }>('moves/fastness-looks', body),
      ({ items }) => `Looked at ${formatCount(items.length, 'piece')}.`,
    )
    if (saved) isOpen.value = false
    return saved !== null
  }

  return reactive({ draft, isOpen, saving, failure, errors, begin, keep })
}

const isSaid = ({ open, covered, stained, seen, changeStep, stainStep }: LookEntry) =>
  Boolean(open ?? covered ?? stained) || seen !== '' || changeStep > 0 || stainStep > 0

const colourOf = (given: GivenReading): NewReading => {
  const { how, ...colour } = given
  return { ...colour, ...how, wet: false, washed: null }
}

/** What is told of each piece, as it is sent; pieces nobody said anything of are left as they were, but for their end. */
export function changesOf(draft: LookDraft): TestSetChange['changes'] {
  const { on, unit, amount, state, note, isEnd, lookOn } = draft
  const dose: ToldDose | null = unit === 'days' || amount === null ? null : { value: amount, unit }
  const after = {
    ...(isEnd && { endedOn: on || localToday(), lookOn: null }),
    ...(!isEnd && lookOn && { lookOn }),
  }
  return draft.entries.flatMap((entry) => {
    if (!isSaid(entry))
      return Object.keys(after).length > 0 && draft.entries.some(isSaid)
        ? [{ id: entry.testId, change: after }]
        : []
    const { open, covered, stained, seen, changeStep, stainStep } = entry
    const look: NewLook = {
      id: newId(),
      on: on || null,
      dose,
      state,
      note,
      seen: seen || null,
      changeStep: changeStep || null,
      stainStep: stainStep || null,
      ...(open && { open: colourOf(open) }),
      ...(covered && { covered: colourOf(covered) }),
      ...(stained && { stained: colourOf(stained) }),
    }
    return [{ id: entry.testId, change: { ...after, look } }]
  })
}
