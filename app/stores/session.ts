import { defineStore } from 'pinia'
import { ref } from 'vue'
import { useApi } from '~/composables/useApi'
import { messageOf } from '~~/core/present'

interface Saved {
  /** What was done, in plain words: "Weighed in TAN-26-04, 340 g". */
  words: string
  changeSetId: string | null
}

/** What was just saved, how to take it back, and when pages must look again. */
export const useSession = defineStore('session', () => {
  const last = ref<Saved | null>(null)
  const undoable = ref<Saved[]>([])
  /** Counts up with every write; pages that show the log load again when it moves. */
  const version = ref(0)

  // other tabs of this browser look again, too; their clocks stay in step with this one's
  const others = new BroadcastChannel('juniper-haze')
  others.onmessage = () => version.value++
  function moved() {
    version.value++
    others.postMessage('written')
  }

  function saved(words: string, changeSetId: string | null) {
    last.value = { words, changeSetId }
    if (changeSetId) undoable.value.push({ words, changeSetId })
    moved()
  }

  /** Takes the latest change back; says so, or why it cannot be. */
  async function undo() {
    const change = undoable.value.at(-1)
    if (!change) {
      last.value = { words: 'Nothing to undo since this page was opened.', changeSetId: null }
      return
    }
    try {
      await useApi().post(`changes/${change.changeSetId}/undo`)
      undoable.value.pop()
      last.value = { words: `Undone: ${change.words}`, changeSetId: null }
      moved()
    } catch (error) {
      last.value = { words: messageOf(error), changeSetId: null }
    }
  }

  /**
   * Puts the strip away; what was kept for its undo alone, coordinates that were taken out, may be
   * forgotten. The change stays the one that is undone next: an earlier one is not, in its place.
   */
  function dismiss() {
    const closed = last.value?.changeSetId
    last.value = null
    if (!closed) return
    // the log does so by itself within the day, should it not answer now
    useApi()
      .post(`changes/${closed}/close`)
      .catch(() => undefined)
  }
  /** Puts the strip away by itself: what its undo needs is kept until the log's own time. */
  const hide = () => void (last.value = null)
  /** Lets pages load again, though nothing was written: the log has come back. */
  const lookAgain = () => void version.value++

  return { last, version, saved, undo, dismiss, hide, lookAgain }
})
