import { computed, reactive, ref } from 'vue'
import type { Agent } from '~~/catalogue/agents'
import { schemeFacts, SCHEMES, type Scheme } from '~~/catalogue/mordant-schemes'
import { FIBRES, fibreFacts, type Fibre } from '~~/catalogue/fibres'
import { freeMarks } from '~~/core/fibre/marks'
import { BATH_HEATS } from '~~/core/mordant/bath-steps'
import { newId } from '~~/shared/ids'
import { leastLiquorL } from '~~/shared/rules/basket/bath-guards'
import { manyPiecesSchema, type ManyPieces } from '~~/shared/schemas/basket/piece-moves'
import type { Piece } from '~~/shared/schemas/basket/piece'
import { agentsFor } from '~~/shared/rules/basket/agents-for'
import { localToday } from '~/format/dates'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'
import { first, present } from '~~/core/present'

/** Schemes of a trial set, beside the control that gets none. */
export type TrialScheme = Scheme | 'none'

/** A set of small pieces across fibres and mordants, with an unmordanted control of each fibre. */
export function useTrialSet() {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const draft = reactive({
    name: '',
    fibres: ['wool'] as Fibre[],
    schemes: ['alum', 'iron'] as Scheme[],
    pieceG: 10 as number | null,
    ratio: 3 as number | null,
    done: false,
    washed: false,
    /** % of the dry fibre that are wanted, by scheme and agent; left out: as usual. */
    percents: {} as Partial<Record<Scheme, Partial<Record<Agent, number>>>>,
  })
  const ids = ref(newId())

  const pieceG = computed(() => draft.pieceG ?? 0)
  const cells = computed(() =>
    draft.fibres.flatMap((fibre) =>
      [...draft.schemes, 'none' as const].map((scheme: TrialScheme) => ({ fibre, scheme })),
    ),
  )
  const fibreG = computed(() => cells.value.length * pieceG.value)
  const plantG = computed(() => fibreG.value * (draft.ratio ?? 0))
  const baths = computed(() =>
    draft.schemes.map((scheme) => ({
      scheme,
      agents: agentsFor(scheme, draft.fibres.length * pieceG.value, draft.percents[scheme]),
    })),
  )
  const name = computed(
    () => draft.name.trim() || `Trial of ${draft.fibres.map((f) => FIBRES[f].label).join(', ')}`,
  )

  function bodyOf(): unknown {
    const setId = ids.value
    const marks = freeMarks(cells.value.length)
    const doneOn = localToday()
    const pieces = cells.value.map(({ fibre, scheme }, i) => ({
      id: newId(),
      name: 'trial',
      fibre,
      form: fibreFacts(fibre).forms[0],
      setId,
      dryG: draft.pieceG ?? undefined,
      mark: marks[i],
      note: scheme === 'none' ? 'the control, without mordant' : '',
      treatments: [
        ...(draft.washed ? [{ kind: 'wash', doneOn }] : []),
        ...(draft.done && scheme !== 'none'
          ? agentsFor(scheme, pieceG.value, draft.percents[scheme]).map(
              ({ agent, percentWof }) => ({
                agent,
                percentWof,
                doneOn,
                kind: agent === 'creamOfTartar' || !schemeFacts(scheme).bonds ? 'soak' : 'mordant',
                finish: 'dried',
              }),
            )
          : []),
      ],
      scheme,
    }))
    const planned = draft.done
      ? []
      : draft.schemes.map((scheme) => {
          const own = pieces.filter((piece) => piece.scheme === scheme)
          const heat = first(schemeFacts(scheme).heats)
          const looks = own.map(({ form }) => ({ form: present(form), dryG: pieceG.value }))
          return {
            id: newId(),
            scheme,
            heat,
            tempC: BATH_HEATS[heat].tempC,
            plannedFor: doneOn,
            waterL: Math.round(10 * Math.max(0.5, leastLiquorL(looks))) / 10,
            agents: agentsFor(scheme, own.length * pieceG.value, draft.percents[scheme]),
            pieceIds: own.map(({ id }) => id),
          }
        })
    return {
      set: { id: setId, name: name.value, kind: 'trial' },
      pieces: pieces.map(({ scheme: _, ...piece }) => piece),
      baths: planned,
    }
  }

  async function make(): Promise<string | null> {
    const done = await save<ManyPieces, { items: Piece[] }>(
      manyPiecesSchema,
      bodyOf(),
      (checked) => api.post<{ items: Piece[] }>('moves/pieces', checked),
      ({ items }) =>
        draft.done
          ? `Weighed in ${items.length} pieces as a set, mordanted.`
          : `Weighed in ${items.length} pieces as a set; ${draft.schemes.length} baths are planned for them.`,
    )
    if (!done) return null
    const made = ids.value
    ids.value = newId()
    return made
  }

  /** Of an emptied field the usual percentage counts again. */
  function setPercent(scheme: Scheme, agent: Agent, percent: number | null) {
    const { [agent]: _, ...others } = draft.percents[scheme] ?? {}
    draft.percents[scheme] = percent === null ? others : { ...others, [agent]: percent }
  }

  return {
    draft,
    setPercent,
    cells,
    fibreG,
    plantG,
    baths,
    name,
    make,
    saving,
    failure,
    errors,
    SCHEMES,
  }
}
