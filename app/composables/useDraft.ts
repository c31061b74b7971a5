import { reactive, watch } from 'vue'

/**
 * A form's content, kept on this device until it is saved: closing the lid or losing the
 * connection loses nothing.
 *
 * @param name which form
 * @param blank makes its empty content
 */
export function useDraft<T extends object>(name: string, blank: () => T) {
  const key = `juniper-haze/draft/${name}`
  const draft = reactive(blank()) as T
  try {
    Object.assign(draft, JSON.parse(localStorage.getItem(key) ?? '{}'))
  } catch {
    // an unreadable draft is no reason not to open the form
    localStorage.removeItem(key)
  }
  watch(draft, () => localStorage.setItem(key, JSON.stringify(draft)), { deep: true })

  function clear(keep: Partial<T> = {}) {
    Object.assign(draft, blank(), keep)
  }
  return { draft, clear }
}
