import { onBeforeUnmount, onMounted } from 'vue'
import { stationAction } from '~/composables/useStationKeys'
import { useSession } from '~/stores/session'
import { STATIONS } from './stations'

interface Openers {
  openFind: () => void
  openHelp: () => void
}

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    target.matches('input:not([type=checkbox], [type=radio]), textarea, select'))

/** The frame's keys: never while typing in a field, never with a modifier. */
export function useKeyboard({ openFind, openHelp }: Openers) {
  const session = useSession()
  const router = useRouter()

  function onKey(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return
    if (isTyping(event.target)) {
      if (event.key === 'Escape') (event.target as HTMLElement).blur()
      return
    }
    const action = actionOf(event.key)
    if (!action) return
    event.preventDefault()
    action()
  }

  function actionOf(key: string): (() => void) | undefined {
    const station = STATIONS.find((candidate) => candidate.key === key)
    if (station) return () => void router.push(station.path)
    if (key === '0') return () => void router.push('/')
    if (key === '/') return openFind
    if (key === '?') return openHelp
    if (key === 'u') return () => void session.undo()
    if (key === 'Escape') return session.dismiss
    // where a station has nothing new of its own: something that was dyed already
    return stationAction(key) ?? (key === 'n' ? () => void router.push('/card') : undefined)
  }

  onMounted(() => document.addEventListener('keydown', onKey))
  onBeforeUnmount(() => document.removeEventListener('keydown', onKey))
}
