import { computed, ref, watch } from 'vue'
import { PARTS } from '~~/catalogue/parts'
import { netMassG } from '~~/core/harvest/net-mass'
import { formatMass } from '~~/core/quantity/format-quantity'
import { newId } from '~~/shared/ids'
import type { Page } from '~~/shared/schemas/common'
import { newLotSchema, type Lot, type NewLot } from '~~/shared/schemas/lot'
import { newPatchSchema, type Patch } from '~~/shared/schemas/patch'
import type { Source } from '~~/shared/schemas/source'
import { localToday } from '~/features/today/dates'
import { readWeighInNote } from '~/features/frame/read-note'
import { useApi } from '~/composables/useApi'

export interface WeighInDraft {
  source: Source | null
  /** Id of a patch, or the name of a new one. */
  place: string
  gatheredOn: string
  stage: string | null
  state: 'fresh' | 'dried'
  how: 'scale' | 'net'
  grossG: number | null
  tareG: number | null
  netG: number | null
  note: string
}

const blank = (): WeighInDraft => ({
  source: null,
  place: '',
  gatheredOn: localToday(),
  stage: null,
  state: 'fresh',
  how: 'scale',
  grossG: null,
  tareG: null,
  netG: null,
  note: '',
})

/** Weighing in a lot: its draft, what it comes to, and keeping it. */
export function useWeighIn(patches: () => Patch[]) {
  const api = useApi()
  const { draft, clear } = useDraft('weigh-in', blank)
  const { saving, failure, errors, save } = useSave()
  /** Made with the draft, so that pressing twice keeps it once. */
  const id = ref(newId())

  const stages = computed<readonly string[]>(() =>
    draft.source ? PARTS[draft.source.part].stages : [],
  )
  watch(stages, (known) => {
    if (draft.stage && !known.includes(draft.stage)) draft.stage = null
  })

  /** g; null while it cannot be told. */
  const netG = computed(() => {
    if (draft.how === 'net') return draft.netG
    const { grossG, tareG } = draft
    if (grossG === null || grossG < (tareG ?? 0)) return null
    return netMassG({ grossG, tareG: tareG ?? 0 })
  })

  /** Dry fibre this would dye at the source's usual ratio, g. */
  const dyesG = computed(() => {
    const { source, state } = draft
    if (netG.value === null || !source?.usualRatio) return null
    const dry = (of: string) => (of === 'dried' ? 1 : source.dryFraction)
    return (netG.value * dry(state)) / (source.usualRatio * dry(source.usualRatioState))
  })

  async function patchId(): Promise<string | null> {
    const typed = draft.place.trim()
    if (!typed) return null
    const known = patches().find(
      (patch) => patch.id === typed || patch.name.toLowerCase() === typed.toLowerCase(),
    )
    if (known) return known.id
    const { item } = await api.post<Patch>('patches', {
      ...newPatchSchema.validate({ id: newId(), name: typed }).value,
    })
    return item.id
  }

  async function keep(): Promise<Lot | null> {
    const { source, gatheredOn, stage, state, how, note } = draft
    const weighing =
      how === 'scale'
        ? { grossG: draft.grossG ?? undefined, tareG: draft.tareG ?? 0 }
        : { netG: draft.netG ?? undefined }
    const body = { id: id.value, sourceId: source?.id, gatheredOn, stage, state, note, ...weighing }
    const lot = await save<NewLot, Lot>(
      newLotSchema,
      body,
      async (checked) => api.post<Lot>('lots', { ...checked, patchId: await patchId() }),
      (item) => `Weighed in ${item.code}, ${formatMass(item.netG)} ${item.state}.`,
    )
    if (lot) {
      id.value = newId()
      // the next weighing is most often at the same place, with the same bag
      clear({ place: lot.patchId ?? '', tareG: draft.tareG, gatheredOn: draft.gatheredOn })
    }
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
      const stage = stages.value.find((known) => known === word.toLowerCase())
      const patch = patches().find(({ name }) => name.toLowerCase() === word.toLowerCase())
      if (stage) draft.stage = stage
      else if (patch) draft.place = patch.id
      else left.push(word)
    }
    draft.note = left.join(', ')
  }

  /** `tansy heads` is found by all its words, or else by ever fewer of the first. */
  async function findSource(words: string): Promise<Source | null> {
    for (let parts = words.split(' '); parts.length > 0; parts = parts.slice(0, -1)) {
      const page = await api.get<Page<Source>>('sources', { q: parts.join(' '), limit: 1 })
      if (page.items[0]) return page.items[0]
    }
    return null
  }

  return { draft, stages, netG, dyesG, saving, failure, errors, keep, fromNote, clear }
}
