import type { UnitChoice } from '~~/core/quantity/unit-choice'
import { parseJson } from '~~/core/json'
import { units } from '~/format/quantities'

const KEY = 'juniper-haze-units'

/** Units as this browser last knew them, and how they are set. */
export const useUnits = () => ({
  remembered() {
    const kept = localStorage.getItem(KEY)
    if (kept) units.value = parseJson<UnitChoice>(kept)
  },
  set(choice: UnitChoice) {
    units.value = choice
    localStorage.setItem(KEY, JSON.stringify(choice))
  },
})
