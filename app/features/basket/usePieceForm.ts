import { computed, ref, watch } from 'vue'
import { MORDANTS, type Mordant } from '~~/catalogue/agents'
import { fibreFacts, type Fibre, type Form } from '~~/catalogue/fibres'
import { freeMarks } from '~~/core/fibre/marks'
import { clothMassG, STAND_IN_G, type ClothClass } from '~~/core/fibre/typical-weight'
import { wetAsDry } from '~~/core/fibre/wet-as-dry'
import { gramsOfAgent } from '~~/core/mordant/percent-of-fibre'
import type { AmountBasis } from '~~/core/harvest/ratio-error'
import { newId } from '~~/shared/ids'
import type { Page } from '~~/shared/schemas/log/common'
import { manyPiecesSchema, type ManyPieces } from '~~/shared/schemas/basket/piece-moves'
import type { Base, Piece } from '~~/shared/schemas/basket/piece'
import type { GivenColour } from '~~/core/colour/screen-colour'
import { localToday } from '~/format/dates'
import { useApi } from '~/composables/useApi'
import { useLoaded } from '~/composables/useLoaded'
import { useDraft } from '~/composables/useDraft'
import { weightText } from './basis-words'
import { useSave } from '~/composables/useSave'
import { present } from '~~/core/present'

interface PieceDraft {
  count: number | null
  name: string
  fibre: Fibre
  form: Form
  dryG: number | null
  dryBasis: AmountBasis
  /** Weight class of a cloth that was not weighed. */
  cloth: ClothClass | ''
  base: Base
  washed: boolean
  agent: Mordant | 'none'
  percentWof: number | null
  doneOn: string
  bare: GivenColour | null
  marked: boolean
  mark: string
  setName: string
  other: Fibre | 'none'
  otherPercent: number | null
  preShrunk: boolean
  widthCm: number | null
  lengthCm: number | null
  metresPer100G: number | null
  soldAsG: number | null
}

const blank = (): PieceDraft => ({
  count: 1,
  name: '',
  fibre: 'wool',
  form: 'yarn',
  dryG: null,
  dryBasis: 'weighed',
  cloth: '',
  base: 'white',
  washed: false,
  agent: 'none',
  percentWof: null,
  doneOn: localToday(),
  bare: null,
  marked: true,
  mark: '',
  setName: '',
  other: 'none',
  otherPercent: null,
  preShrunk: false,
  widthCm: null,
  lengthCm: null,
  metresPer100G: null,
  soldAsG: null,
})

/** Of a larger basket, the newest. */
const MOST_MARKED = 200

/** Weighing pieces in: one, or a dozen alike. */
export function usePieceForm() {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const { draft, clear } = useDraft<PieceDraft>('piece', blank)
  const ids = ref([newId()])
  const setId = ref(newId())
  const why = ref('')

  const count = computed(() => Math.min(200, Math.max(1, Math.floor(draft.count ?? 1))))
  const facts = computed(() => fibreFacts(draft.fibre))
  const mordant = computed(() => (draft.agent === 'none' ? null : MORDANTS[draft.agent]))
  /** At the percentage that was told; else at what is usual, which is no fact of the piece. */
  const agentG = computed(() =>
    mordant.value && draft.dryG
      ? gramsOfAgent(draft.percentWof ?? mordant.value.usualPercentWof, draft.dryG)
      : null,
  )

  const { data: alike } = useLoaded(
    () =>
      api.get<{ alikeG: number[] }>('basket/alike', {
        fibre: draft.fibre,
        form: draft.form,
        name: draft.name.trim(),
      }),
    () => [draft.fibre, draft.form, draft.name],
  )
  /** Marks that pieces in the basket bear: knots of two sets must not be the same. */
  const { data: inUse } = useLoaded(async () => {
    const { items } = await api.get<Page<Piece>>('pieces', { undyed: true, limit: MOST_MARKED })
    return items.flatMap(({ mark }) => (mark ? [mark] : []))
  })
  const wet = computed(() =>
    draft.dryG && draft.dryG > 0
      ? wetAsDry(draft.dryG, alike.value?.alikeG ?? [], draft.soldAsG)
      : null,
  )

  watch(
    () => draft.fibre,
    () => {
      if (!facts.value.forms.includes(draft.form)) draft.form = facts.value.forms[0]!
      // a blend and a colour were those of the other fibre
      ;[draft.other, draft.otherPercent, draft.bare, draft.base] = ['none', null, null, 'white']
    },
  )
  /** What a cloth is taken to weigh by its size and class. */
  const clothG = computed(() =>
    draft.cloth && draft.widthCm && draft.lengthCm
      ? clothMassG(draft.widthCm, draft.lengthCm, draft.cloth)
      : null,
  )
  watch(clothG, (massG) => {
    if (massG !== null) [draft.dryG, draft.dryBasis] = [massG, 'about']
  })
  const dryG = computed(() =>
    draft.dryBasis === 'unknown' ? (draft.dryG ?? STAND_IN_G) : (draft.dryG ?? undefined),
  )
  /** Of another mordant, what was said of the one before is not known. */
  function chooseAgent(agent: Mordant | 'none') {
    Object.assign(draft, { agent, percentWof: null })
  }

  function bodyOf(): unknown {
    while (ids.value.length < count.value) ids.value.push(newId())
    const marks = count.value > 1 && draft.marked ? freeMarks(count.value, inUse.value ?? []) : []
    const done = (kind: string, more = {}) => ({ kind, doneOn: draft.doneOn, ...more })
    const treatments = [
      ...(draft.washed ? [done('wash')] : []),
      ...(draft.preShrunk ? [done('preshrink')] : []),
      ...(draft.agent === 'none'
        ? []
        : [
            done('mordant', {
              agent: draft.agent,
              ...(draft.percentWof !== null && { percentWof: draft.percentWof }),
            }),
          ]),
    ]
    const inSet = draft.setName.trim() !== ''
    return {
      set: inSet ? { id: setId.value, name: draft.setName, kind: 'group' } : null,
      pieces: ids.value.slice(0, count.value).map((id, i) => ({
        id,
        name: draft.name,
        fibre: draft.fibre,
        form: draft.form,
        dryG: dryG.value,
        dryBasis: draft.dryBasis,
        base: draft.base,
        treatments,
        mark: marks[i] ?? (count.value === 1 ? draft.mark : ''),
        blend:
          draft.other === 'none'
            ? []
            : [{ fibre: draft.other, percent: draft.otherPercent ?? undefined }],
        ...(inSet && { setId: setId.value }),
        widthCm: draft.widthCm,
        lengthCm: draft.lengthCm,
        metresPer100G: draft.metresPer100G,
        soldAsG: draft.soldAsG,
        overrides: wet.value && why.value.trim() ? [{ code: 'wetAsDry', why: why.value }] : [],
        bare: draft.bare ? { ...draft.bare, washed: draft.washed || null } : undefined,
      })),
    }
  }

  async function keep(): Promise<Piece[] | null> {
    if (wet.value && !why.value.trim()) {
      failure.value = 'Weigh it dry, or say below why it weighs so much.'
      return null
    }
    let made: Piece[] = []
    const done = await save<ManyPieces, { items: Piece[] }>(
      manyPiecesSchema,
      bodyOf(),
      (checked) => api.post<{ items: Piece[] }>('moves/pieces', checked),
      ({ items }) => {
        made = items
        const [first, last] = [items[0]!, present(items.at(-1))]
        return items.length === 1
          ? `Put ${first.code} in the basket, ${weightText(first)}${first.dryBasis === 'unknown' ? '' : ' dry'}.`
          : `Put ${items.length} pieces in the basket, ${first.code} to ${last.code}.`
      },
    )
    if (!done) return null
    ids.value = [newId()]
    setId.value = newId()
    why.value = ''
    // of a whole shelf of the same, the next differs in these at least
    const { name: _, dryG: __, dryBasis: _b, count: ___, setName: ____, ...kept } = draft
    clear(kept)
    return made
  }

  return {
    draft,
    count,
    facts,
    mordant,
    agentG,
    wet,
    why,
    chooseAgent,
    keep,
    saving,
    failure,
    errors,
  }
}
