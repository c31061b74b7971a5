import { inUnits } from '~/format/quantities'
import { ref } from 'vue'
import { useSession } from '~/stores/session'
import { messageOf } from '~~/core/present'

/**
 * A write that is no form: says what was done, with its undo, or why it was not. One at a time: a
 * second press meanwhile does nothing.
 */
export function useWrite() {
  const session = useSession()
  const failure = ref('')
  const busy = ref(false)

  /** @returns whether it was done */
  async function write(
    run: () => Promise<{ changeSetId: string | null }>,
    words: string,
  ): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    failure.value = ''
    try {
      const { changeSetId } = await run()
      session.saved(words, changeSetId)
      return true
    } catch (error) {
      failure.value = inUnits(messageOf(error))
      return false
    } finally {
      busy.value = false
    }
  }

  return { failure, busy, write }
}
