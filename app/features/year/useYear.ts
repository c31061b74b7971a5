import { computed, reactive, ref, shallowRef } from 'vue'
import { newPlanSchema, type NewPlan, type Plan } from '~~/shared/schemas/year/plan'
import type { Source } from '~~/shared/schemas/walk/source'
import type { BoothView } from '~~/shared/views/swatch/booth'
import type { Wish } from '~~/shared/schemas/walk/wish'
import type { ChainStep, ChainView, DoneStep } from '~~/shared/views/year/chain'
import { messageOf } from '~~/core/present'
import { latestOnly } from '~/composables/latest'
import { dayMonth } from '~/format/calendar'
import { inUnits } from '~/format/quantities'
import { barWords } from './chain-words'
import {
  blankPlan,
  draftOf,
  planBody,
  planOfSwatch,
  planOfWish,
  type PlanDraft,
} from './plan-draft'
import { useShifts } from './useShifts'

/** A move that found no place, and the next day on which it would. */
interface RefusedMove {
  chain: ChainView
  step: ChainStep
  why: string
  nextGood: string | null
}

/**
 * Plans with all that follows from them: chosen, made, changed and moved.
 *
 * @param asked id of the plan that is shown first
 */
export function useYear(asked = '') {
  const api = useApi()
  const { data, failure: unloaded } = useLoaded(() => api.get<{ items: ChainView[] }>('year/plans'))
  const { failure: unwritten, write } = useWrite()
  /** What was asked for and did not come. */
  const unanswered = ref('')
  const isLatest = latestOnly()
  const chosenId = ref(asked)
  const draft = ref<PlanDraft | null>(null)
  const preview = shallowRef<ChainView | null>(null)
  const refused = shallowRef<RefusedMove | null>(null)
  const chains = computed(() => data.value?.items ?? [])
  const { shifts, except } = useShifts(() => data.value?.items ?? null)
  const chosen = computed(
    () => chains.value.find(({ plan }) => plan.id === chosenId.value) ?? chains.value[0] ?? null,
  )

  /** @returns what was asked for; null where it did not come, which is said */
  async function ask<T>(run: () => Promise<T>): Promise<T | null> {
    unanswered.value = ''
    try {
      return await run()
    } catch (error) {
      unanswered.value = messageOf(error)
      return null
    }
  }
  const sourceOf = (id: string) => ask(() => api.get<Source>(`sources/${id}`))
  const follows = (plan: NewPlan, moved?: string) =>
    ask(async () => (await api.post<ChainView>('year/preview', { plan, moved })).item)

  /** What is typed so far, as far as it is a plan at all. */
  async function look() {
    const isStill = isLatest()
    const typed = draft.value && newPlanSchema.validate(planBody(draft.value))
    const plan = typed && !typed.error ? typed.value : null
    const found = plan && (await follows(plan))
    if (isStill()) preview.value = found
  }

  /** Moves a part of a chain to a day, or back (null): what depends on it moves along, or it is refused. */
  async function move(chain: ChainView, step: ChainStep, date: string | null) {
    const { plan } = chain
    refused.value = null
    const { [step.id]: _, ...others } = plan.moved
    const moved = date === null ? others : { ...others, [step.id]: date }
    const told = newPlanSchema.validate({ ...plan, moved }, { stripUnknown: true })
    const found = await follows(told.value as NewPlan, step.id)
    if (!found) return
    if (found.failure && date !== null) {
      const { failure, nextGood } = found
      refused.value = { chain, step, why: inUnits(failure), nextGood }
      return
    }
    except(plan.id, step.id)
    const isMoved = await write(
      () => api.patch<Plan>(`plans/${plan.id}`, { moved }, plan.rev),
      date === null
        ? `${barWords(step)} moved back.`
        : `${barWords(step)} moved to ${dayMonth(date)}.`,
    )
    if (!isMoved) except('', '')
  }

  /** Says of a part of a chain that it is done on a day, or (null) that it is not. */
  const setDone = ({ plan }: ChainView, step: ChainStep | DoneStep, on: string | null) => {
    const { [step.id]: _, ...others } = plan.done
    const done = on === null ? others : { ...others, [step.id]: on }
    return write(
      () => api.patch<Plan>(`plans/${plan.id}`, { done }, plan.rev),
      on === null ? `${barWords(step)}: not done yet.` : `${barWords(step)}: done.`,
    )
  }

  function close() {
    draft.value = null
    preview.value = null
  }
  function choose(id: string) {
    chosenId.value = id
    close()
  }

  return reactive({
    chains,
    chosen,
    draft,
    preview,
    refused,
    shifts,
    failure: computed(() => unwritten.value || unanswered.value || unloaded.value),
    isLoaded: computed(() => data.value !== null),
    look,
    move,
    choose,
    close,
    begin: () => (draft.value = blankPlan()),
    async beginOf(wish: Wish) {
      const source = wish.sourceId ? await sourceOf(wish.sourceId) : null
      draft.value = planOfWish(wish, source)
    },
    /** A swatch is to be made again. */
    async beginOfSwatch(id: string) {
      const found = await ask(() => api.get<BoothView>(`booth/${id}`))
      if (found) draft.value = planOfSwatch(found)
    },
    async edit({ plan, plants }: ChainView) {
      const sources = await Promise.all(plants.map(({ sourceId }) => sourceOf(sourceId)))
      const known = sources.filter((source) => source !== null)
      if (known.length < sources.length) return
      draft.value = draftOf(plan, new Map(known.map((source) => [source.id, source])))
    },
    setDone,
    done: ({ plan }: ChainView, on: string) =>
      write(
        () => api.patch<Plan>(`plans/${plan.id}`, { doneOn: on }, plan.rev),
        `Done: ${plan.words}.`,
      ),
    setAside: ({ plan }: ChainView) =>
      write(
        () => api.post<Plan>(`plans/${plan.id}/set-aside`, {}, plan.rev),
        `Set “${plan.words}” aside.`,
      ),
  })
}
