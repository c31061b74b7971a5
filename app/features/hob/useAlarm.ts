import { computed, ref, watch, type Ref } from 'vue'
import type { OnTheHob } from '~~/shared/views/pot/hob'
import { present } from '~~/core/present'

const KEY = 'juniper-haze/alarm'
const BEEP_HZ = 660
const BEEP_S = 0.5

/** Whether this device is to sound: asked for once, by the user. */
const isOn = ref(localStorage.getItem(KEY) === 'on')

function beep() {
  try {
    const context = new AudioContext()
    const tone = context.createOscillator()
    const volume = context.createGain()
    tone.frequency.value = BEEP_HZ
    volume.gain.setValueAtTime(0.2, context.currentTime)
    volume.gain.exponentialRampToValueAtTime(0.001, context.currentTime + BEEP_S)
    tone.connect(volume).connect(context.destination)
    tone.start()
    tone.stop(context.currentTime + BEEP_S)
  } catch {
    // a device without sound still shows its title and its strip
  }
}

/** Sound and a notice when something falls due; the title bar says how many wait. */
export function useAlarm(items: Ref<readonly OnTheHob[] | null>, now: Ref<number>) {
  const dueAt = ({ due, look }: OnTheHob) => Math.min(due ?? Infinity, look ?? Infinity)
  const waiting = computed(() => (items.value ?? []).filter((item) => dueAt(item) <= now.value))

  useHead({
    titleTemplate: computed(() =>
      waiting.value.length > 0 ? `(${waiting.value.length}) %s` : '%s',
    ),
  })
  // what was due when the page was opened is shown, not sounded
  let known: Set<string> | null = null
  watch(
    () => waiting.value.map((item) => `${item.id} ${dueAt(item)}`).join(' , '),
    (all) => {
      const keys = new Set(all ? all.split(' , ') : [])
      const fresh = known === null ? [] : [...keys].filter((key) => !present(known).has(key))
      if (items.value !== null) known = keys
      if (fresh.length === 0 || !isOn.value) return
      beep()
      if (!('Notification' in window) || Notification.permission !== 'granted') return
      for (const item of waiting.value) {
        if (fresh.includes(`${item.id} ${dueAt(item)}`)) {
          new Notification(item.code, { body: item.step || 'Take the pieces out', tag: item.id })
        }
      }
    },
    { immediate: true },
  )
}

/** The switch: permission for notices is asked for only when it is turned on. */
export function useAlarmSwitch() {
  async function turn(wanted: boolean) {
    isOn.value = wanted
    localStorage.setItem(KEY, wanted ? 'on' : 'off')
    if (!wanted) return
    beep()
    if ('Notification' in window && Notification.permission === 'default') {
      await Notification.requestPermission()
    }
  }
  return { isOn, turn }
}
