import { computed, ref, shallowRef, watch } from 'vue'
import { typicalGramsEach, type Measure } from '~~/catalogue/measures'
import { PARTS } from '~~/catalogue/parts'
import type { Content } from '~~/core/harvest/contents'
import { gramsEach } from '~~/core/harvest/counted'
import { fibreDyed } from '~~/core/harvest/gather-needed'
import { netMassG } from '~~/core/harvest/net-mass'
import { formatMass } from '~/format/quantities'
import { newId } from '~~/shared/ids'
import type { NameHit } from '~~/shared/views/walk/name-hit'
import type { Container } from '~~/shared/schemas/loft/container'
import {
  newLotSchema,
  type Evidence,
  type Lot,
  type NewLot,
  type Obtained,
} from '~~/shared/schemas/loft/lot'
import { newPatchSchema, type Patch } from '~~/shared/schemas/walk/patch'
import type { Source } from '~~/shared/schemas/walk/source'
import type { SourceOnWalk } from '~~/shared/views/walk/walk'
import { readWeighInNote } from '~/features/frame/read-note'
import { useApi } from '~/composables/useApi'
import { uploadPhotos } from './upload-photos'
import { localToday } from '~/format/dates'
import { useDraft } from '~/composables/useDraft'
import { useSave } from '~/composables/useSave'
import { NO_LOT_WORDS, lotWordsOf, type LotWords } from '~~/shared/schemas/loft/lot-words'

interface WeighInDraft extends LotWords {
  source: Source | null
  /** Id of a patch, or the name of a new one. */
  place: string
  gatheredOn: string
  /** Day on which that was carried over: tomorrow it is today's again. */
  datedOn: string
  /** What was taken over from the last weighing: shown as such until it is changed. */
  carried: { place: string; gatheredOn: string }
  stage: string | null
  state: 'fresh' | 'dried'
  how: 'scale' | 'net' | 'counted'
  grossG: number | null
  tareG: number | null
  containerId: string | null
  netG: number | null
  count: number | null
  measure: Measure
  obtained: Obtained
  minutes: number | null
  contents: Content[]
  sureness: 'sure' | 'likely' | 'unsure'
  evidence: Evidence[]
  note: string
}

const blank = (): WeighInDraft => ({
  source: null,
  place: '',
  gatheredOn: localToday(),
  datedOn: localToday(),
  carried: { place: '', gatheredOn: '' },
  stage: null,
  state: 'fresh',
  how: 'scale',
  grossG: null,
  tareG: null,
  containerId: null,
  netG: null,
  count: null,
  measure: 'handful',
  obtained: 'picked',
  ...NO_LOT_WORDS,
  minutes: null,
  contents: [],
  sureness: 'sure',
  evidence: [],
  note: '',
})

/** Weighing in a lot: its draft, what it comes to, and keeping it. */
export function useWeighIn(patches: () => Patch[], containers: () => Container[]) {
  const api = useApi()
  const { draft, clear } = useDraft('weigh-in', blank)
  // a day is carried from one weighing to the next, and not into the next day
  if (!draft.source && draft.datedOn !== localToday()) {
    Object.assign(draft, { gatheredOn: localToday(), datedOn: localToday() })
  }
  const { saving, failure, errors, save } = useSave()
  /** Made with the draft, so that pressing twice keeps it once. */
  const id = ref(newId())
  const photos = shallowRef<File[]>([])
  const photoTrouble = ref('')
  /** What the log knows of the chosen source. */
  const known = shallowRef<SourceOnWalk | null>(null)

  const stages = computed<readonly string[]>(() =>
    draft.source ? PARTS[draft.source.part].stages : [],
  )
  watch(stages, (list) => {
    if (draft.stage && !list.includes(draft.stage)) draft.stage = null
  })
  watch(
    () => draft.source?.id,
    async (sourceId) => {
      if (sourceId && known.value?.source.id === sourceId) return
      known.value = null
      if (!sourceId) return
      try {
        const answer = await api.get<SourceOnWalk>(`walk/${sourceId}`, { on: localToday() })
        if (draft.source?.id === sourceId) known.value = answer
      } catch {
        // without an answer the form works on, it only offers less
      }
    },
    { immediate: true },
  )

  /** g of one of the chosen measure; null where nobody knows. */
  const each = computed(() => {
    const { source, measure, state } = draft
    if (!source) return null
    const typical = typicalGramsEach(source.part, measure, state, source.dryFraction)
    return known.value?.each[state][measure] ?? gramsEach([], typical)
  })

  /** g; null while it cannot be told. */
  const netG = computed(() => {
    if (draft.how === 'net') return draft.netG
    if (draft.how === 'counted') {
      return draft.count !== null && each.value ? draft.count * each.value.value : null
    }
    const { grossG, tareG } = draft
    if (grossG === null || grossG < (tareG ?? 0)) return null
    return netMassG({ grossG, tareG: tareG ?? 0 })
  })

  /** Air-dry matter of it, g. */
  const dryG = computed(() => {
    if (netG.value === null || !draft.source) return null
    const share =
      draft.state === 'dried' ? 1 : (known.value?.dryFraction.value ?? draft.source.dryFraction)
    return netG.value * share
  })

  /** Dry fibre this would dye at the learnt or usual ratio, g. */
  const dyesG = computed(() => {
    const ratio = known.value?.ratioDry
    return dryG.value !== null && ratio ? fibreDyed(dryG.value, ratio.value) : null
  })

  const patch = computed(() => patches().find(({ id: patchId }) => patchId === draft.place) ?? null)

  /** The bag it is in; none where another empty weight was typed since. */
  const container = computed(
    () =>
      containers().find(
        ({ id: bag, tareG }) => bag === draft.containerId && tareG === draft.tareG,
      ) ?? null,
  )

  function chooseContainer(containerId: string | null) {
    draft.containerId = containerId
    const bag = containers().find((each) => each.id === containerId)
    if (bag) draft.tareG = bag.tareG
  }

  /** Fills in what was used for this source the last time, but not the amount. */
  async function again(sourceId: string) {
    const answer = await api.get<SourceOnWalk>(`walk/${sourceId}`, { on: localToday() })
    known.value = answer
    draft.source = answer.source
    const { last } = answer
    if (!last) return
    draft.place = last.patchId ?? draft.place
    draft.carried = { ...draft.carried, place: draft.place }
    draft.stage = last.stage
    draft.obtained = last.obtained as Obtained
    draft.state = last.state === 'dried' ? 'dried' : 'fresh'
    draft.host = last.host
    if (last.measure) draft.measure = last.measure
    if (last.containerId) chooseContainer(last.containerId)
    else if (last.tareG !== null) draft.tareG = last.tareG
  }

  const isCarried = computed(() => ({
    place: draft.place !== '' && draft.place === draft.carried.place,
    // today needs no second look
    date: draft.gatheredOn === draft.carried.gatheredOn && draft.gatheredOn !== localToday(),
  }))

  async function patchId(): Promise<string | null> {
    const typed = draft.place.trim()
    if (!typed) return null
    const found = patches().find(
      (each) => each.id === typed || each.name.toLowerCase() === typed.toLowerCase(),
    )
    if (found) return found.id
    const { item } = await api.post<Patch>('patches', {
      ...newPatchSchema.validate({ id: newId(), name: typed }).value,
    })
    return item.id
  }

  function amount() {
    const counted = draft.count === null ? {} : { count: draft.count, measure: draft.measure }
    if (draft.how === 'counted') return counted
    if (draft.how === 'net') return { ...counted, netG: draft.netG ?? undefined }
    const bag = container.value ? { containerId: container.value.id } : {}
    return { ...counted, ...bag, grossG: draft.grossG ?? undefined, tareG: draft.tareG ?? 0 }
  }

  async function keep(): Promise<Lot | null> {
    const { source, gatheredOn, stage, state, note, obtained, minutes } = draft
    const { contents, sureness, evidence } = draft
    const body = {
      id: id.value,
      sourceId: source?.id,
      gatheredOn,
      stage,
      state,
      note,
      obtained,
      ...lotWordsOf(draft),
      minutes,
      contents,
      sureness,
      evidence,
      ...amount(),
    }
    const lot = await save<NewLot, Lot>(
      newLotSchema,
      body,
      async (checked) => api.post<Lot>('lots', { ...checked, patchId: await patchId() }),
      (item) => `Weighed in ${item.code}, ${formatMass(item.netG)} ${item.state}.`,
    )
    if (!lot) return null
    photoTrouble.value = await uploadPhotos(photos.value, { lotId: lot.id })
    photos.value = []
    id.value = newId()
    // the next weighing is most often at the same place, with the same bag
    const { tareG, containerId } = draft
    const carried = { place: lot.patchId ?? '', gatheredOn: draft.gatheredOn }
    clear({ ...carried, carried, tareG, containerId })
    return lot
  }

  /** Fills the draft from a one-line note; what cannot be found stays in the note. */
  async function fromNote(text: string) {
    const read = readWeighInNote(text)
    if (!read) return
    const [what = '', ...rest] = read.words
    clear({ how: 'net', netG: read.netG, note: '' })
    draft.source = await findSource(what)
    const left: string[] = draft.source ? [] : [what]
    for (const word of rest) {
      const stage = stages.value.find((name) => name === word.toLowerCase())
      const place = patches().find(({ name }) => name.toLowerCase() === word.toLowerCase())
      if (stage) draft.stage = stage
      else if (place) draft.place = place.id
      else left.push(word)
    }
    draft.note = left.join(', ')
  }

  async function findSource(words: string): Promise<Source | null> {
    if (!words) return null
    const { hits } = await api.get<{ hits: NameHit[] }>('names', { q: words, limit: 1 })
    return hits[0]?.source ?? null
  }

  return {
    draft,
    known,
    stages,
    each,
    netG,
    dryG,
    dyesG,
    patch,
    isCarried,
    container,
    photos,
    photoTrouble,
    saving,
    failure,
    errors,
    keep,
    again,
    fromNote,
    clear,
    chooseContainer,
  }
}

export type WeighIn = ReturnType<typeof useWeighIn>
