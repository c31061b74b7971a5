import { METRIC_UNITS, type UnitChoice } from '~~/core/quantity/unit-choice'
import { parseJson } from '~~/core/json'
import { units } from '~/format/quantities'

const KEY = 'juniper-haze-units'

/** Units as this browser last knew them, and how they are set. */
export const useUnits = () => ({
  remembered() {
    try {
      const kept = localStorage.getItem(KEY)
      if (kept) units.value = { ...METRIC_UNITS, ...parseJson<Partial<UnitChoice>>(kept) }
    } catch {
      // what cannot be read is asked of the log in a moment anyway
    }
  },
  set(choice: UnitChoice) {
    units.value = choice
    localStorage.setItem(KEY, JSON.stringify(choice))
  },
})
