import { ref } from 'vue'
import { newId } from '~~/shared/ids'
import type { NotedKind, PotEventData } from '~~/shared/schemas/pot/pot-event'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { NOW, timeOf, type NotedAt } from '~/format/noted-at'
import { useApi, ApiProblem } from '~/composables/useApi'
import { useWrite } from '~/composables/useWrite'

export type Note = <K extends NotedKind>(
  kind: K,
  data: PotEventData[K],
  words: string,
  more?: { stepId?: string | null; note?: string },
) => Promise<boolean>

/** Notes of a running pot: each is sent until it is answered, and is one note however often. */
export function usePotNotes(pot: () => Pot) {
  /** When the next note was; back to now once it is kept. */
  const when = ref<NotedAt>(NOW)
  const api = useApi()
  const { failure, busy, write } = useWrite()

  const note: Note = (kind, data, words, { stepId = null, note: said = '' } = {}) => {
    const body = {
      id: newId(),
      kind,
      ...timeOf(when.value),
      data,
      stepId,
      note: said,
    }
    return write(async () => {
      const send = () => api.post<Pot>(`moves/pot-note/${pot().id}`, body)
      try {
        return await send()
      } catch (error) {
        // no answer: whether it was written is not known, and the same note again is harmless
        if (!(error instanceof ApiProblem) || error.problem.status !== 0) throw error
        await new Promise((next) => setTimeout(next, 800))
        return send()
      }
    }, `${pot().code}: ${words}`)
  }

  const noteWhen: Note = async (...told) => {
    const isKept = await note(...told)
    if (isKept) when.value = NOW
    return isKept
  }

  return { failure, busy, write, note: noteWhen, when }
}
