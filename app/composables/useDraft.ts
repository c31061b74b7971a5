import { StorageSerializers, useStorage } from '@vueuse/core'

/**
 * A form's content, kept on this device until it is saved: closing the lid or losing the
 * connection loses nothing.
 *
 * @param name which form
 * @param blank makes its empty content
 */
export function useDraft<T extends object>(name: string, blank: () => T) {
  const kept = useStorage<object>(`juniper-haze/draft/${name}`, blank(), localStorage, {
    // fields that are new since it was kept are blank
    mergeDefaults: true,
    serializer: { read: readDraft, write: StorageSerializers.object.write },
    // another tab's draft is its own
    listenToStorageChanges: false,
  })
  const draft = kept.value as T

  function clear(keep: Partial<T> = {}) {
    Object.assign(draft, blank(), keep)
  }
  return { draft, clear }
}

/** An unreadable draft is no reason not to open the form. */
function readDraft(text: string): object {
  try {
    const draft: unknown = JSON.parse(text)
    return typeof draft === 'object' && draft !== null && !Array.isArray(draft) ? draft : {}
  } catch {
    return {}
  }
}
