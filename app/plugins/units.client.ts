import type { Settings } from '~~/shared/schemas/log/settings'
import { useUnits } from '~/composables/useUnits'

/** The units of this log before anything is said in them; as they were last time until it answers. */
export default defineNuxtPlugin(() => {
  const { remembered, set } = useUnits()
  remembered()
  const api = useApi()
  void api
    .get<Settings>('settings')
    .then((settings) => set(settings))
    // a log that does not answer is told of by the page itself
    .catch(() => undefined)
})
