import dayjs from 'dayjs'
import { reactive, ref } from 'vue'
import type { BlueWool } from '~~/core/fastness/blue-wool'
import type { Facing, Sky } from '~~/core/fastness/window-light'
import { newId } from '~~/shared/ids'
import { newTestSetSchema, type NewTestSet } from '~~/shared/schemas/fastness/fastness-moves'
import type {
  Drop,
  FastnessTest,
  NewFastnessTest,
  TestKind,
} from '~~/shared/schemas/fastness/fastness-test'
import { formatCount } from '~~/core/quantity/format-count'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'
import { localToday } from '~/format/dates'

/** A strip is looked at again after so many days, unless it is said otherwise. */
const NEXT_LOOK_DAYS = 14

/** Tests as they are set out: what of them is not known stays empty. */
export interface SetOutDraft {
  kind: TestKind
  swatchIds: string[]
  place: string
  facing: Facing | ''
  sky: Sky | ''
  begunOn: string
  lookOn: string
  blueWools: BlueWool[]
  tempC: number | null
  soap: string
  agent: Drop
  dropWords: string
}

const plainDraft = (): SetOutDraft => ({
  kind: 'light',
  swatchIds: [],
  place: '',
  facing: '',
  sky: '',
  begunOn: localToday(),
  lookOn: dayjs(localToday()).add(NEXT_LOOK_DAYS, 'day').format('YYYY-MM-DD'),
  blueWools: [],
  tempC: null,
  soap: '',
  agent: 'vinegar',
  dropWords: '',
})

/** Setting out tests of several swatches in one go. */
export function useSetOut() {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const draft = reactive(plainDraft())
  const isOpen = ref(false)

  /** @returns the key of the set, or null where it was not kept */
  async function keep(): Promise<string | null> {
    if (draft.swatchIds.length === 0) {
      failure.value = 'Choose the swatches that are tested: one or many.'
      return null
    }
    const setKey = newId()
    const saved = await save<NewTestSet, { items: FastnessTest[] }>(
      newTestSetSchema,
      { tests: testsOf(draft, setKey) },
      (body) => api.post<{ items: FastnessTest[] }>('moves/fastness', body),
      ({ items }) => `Set out ${formatCount(items.length, 'test')}.`,
    )
    if (!saved) return null
    // the next set hangs in the same window more often than not
    Object.assign(draft, { swatchIds: [], blueWools: [] })
    isOpen.value = false
    return setKey
  }

  return reactive({ draft, isOpen, saving, failure, errors, keep })
}

/** What is told, as it is sent: nothing where nobody knows it. */
export function testsOf(draft: SetOutDraft, setKey: string): NewFastnessTest[] {
  const { kind, place, facing, sky } = draft
  const shared = {
    kind,
    setKey,
    place,
    begunOn: draft.begunOn || null,
    lookOn: kind === 'light' || kind === 'wash' ? draft.lookOn || null : null,
    light: kind === 'light' ? { facing: facing || null, sky: sky || null } : null,
    wash: kind === 'wash' ? { tempC: draft.tempC, soap: draft.soap } : null,
    drop: kind === 'drop' ? { agent: draft.agent, words: draft.dropWords } : null,
  }
  return [
    ...draft.swatchIds.map((swatchId) => ({ ...shared, id: newId(), swatchId })),
    ...(kind === 'light'
      ? draft.blueWools.map((blueWool) => ({ ...shared, id: newId(), swatchId: null, blueWool }))
      : []),
  ]
}
