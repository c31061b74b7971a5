import { computed, reactive, ref, shallowRef } from 'vue'
import { newPlanSchema, type Plan } from '~~/shared/schemas/year/plan'
import type { Source } from '~~/shared/schemas/walk/source'
import type { Wish } from '~~/shared/schemas/walk/wish'
import type { ChainStep, ChainView } from '~~/shared/views/year/chain'
import { messageOf } from '~~/core/present'
import { dayMonth } from '~/format/calendar'
import { latestOnly } from '~/composables/latest'
import { blankPlan, draftOf, planBody, planOfWish, type PlanDraft } from './plan-draft'
import { barWords } from './chain-words'

/** A move that found no place, and the next day on which it would. */
export interface RefusedMove {
  chain: ChainView
  step: ChainStep
  words: string
  nextGood: string | null
}

/**
 * Plans with all that follows from them: chosen, made, changed and moved.
 *
 * @param asked id of the plan that is shown first
 */
export function useYear(asked = '') {
  const api = useApi()
  const session = useSession()
  const { data, failure: unloaded } = useLoaded(() => api.get<{ items: ChainView[] }>('year/plans'))
  const chosenId = ref(asked)
  const draft = ref<PlanDraft | null>(null)
  const preview = shallowRef<ChainView | null>(null)
  const refused = shallowRef<RefusedMove | null>(null)
  const failure = ref('')
  const ask = latestOnly()
  const chains = computed(() => data.value?.items ?? [])
  const chosen = computed(
    () => chains.value.find(({ plan }) => plan.id === chosenId.value) ?? chains.value[0] ?? null,
  )

  /** What is typed so far, as far as it is a plan at all. */
  async function look() {
    const body = draft.value && newPlanSchema.validate(planBody(draft.value))
    if (!body || body.error) {
      preview.value = null
      return
    }
    const isLatest = ask()
    try {
      const { item } = await api.post<ChainView>('year/preview', { plan: body.value })
      if (isLatest()) preview.value = item
    } catch (error) {
      if (isLatest()) failure.value = messageOf(error)
    }
  }

  const bodyOf = ({ plan }: ChainView, moved: Plan['moved']) => {
    const { rev: _, createdAt: __, updatedAt: ___, setAsideAt: ____, doneOn: _____, ...body } = plan
    return { ...body, moved }
  }

  async function write(run: () => Promise<{ changeSetId: string | null }>, words: string) {
    failure.value = ''
    try {
      const { changeSetId } = await run()
      session.saved(words, changeSetId)
    } catch (error) {
      failure.value = messageOf(error)
    }
  }

  /** Moves a part of a chain to a day, or back (null); what depends on it moves along, or it is refused. */
  async function move(chain: ChainView, step: ChainStep, date: string | null) {
    refused.value = null
    const { [step.id]: _, ...others } = chain.plan.moved
    const moved = date === null ? others : { ...others, [step.id]: date }
    const { item } = await api.post<ChainView>('year/preview', {
      plan: bodyOf(chain, moved),
      moved: step.id,
    })
    if (item.failure && date !== null) {
      refused.value = { chain, step, words: item.failure, nextGood: item.nextGood }
      return
    }
    await write(
      () => api.patch<Plan>(`plans/${chain.plan.id}`, { moved }, chain.plan.rev),
      date === null
        ? `${barWords(step)} moved back.`
        : `${barWords(step)} moved to ${dayMonth(date)}.`,
    )
  }

  return reactive({
    chains,
    chosen,
    draft,
    preview,
    refused,
    failure: computed(() => failure.value || unloaded.value),
    isLoaded: computed(() => data.value !== null),
    look,
    move,
    choose: (id: string) => (chosenId.value = id),
    begin() {
      draft.value = blankPlan()
      preview.value = null
    },
    async beginOf(wish: Wish) {
      const source = wish.sourceId ? await api.get<Source>(`sources/${wish.sourceId}`) : null
      draft.value = planOfWish(wish, source)
    },
    async edit({ plan }: ChainView) {
      draft.value = draftOf(plan, await api.get<Source>(`sources/${plan.sourceId}`))
    },
    close() {
      draft.value = null
      preview.value = null
    },
    kept(id: string) {
      draft.value = null
      preview.value = null
      chosenId.value = id
    },
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
