import { computed, onScopeDispose, ref, toRaw, watch } from 'vue'
import { agentFacts, gPerMlOf, type Agent } from '~~/catalogue/agents'
import type { PhAgent } from '~~/core/acid-base/additions'
import type { DoseQuestion } from '~~/core/acid-base/dose-question'
import type { DoseAdvice } from '~~/core/acid-base/next-dose'
import { spoonDose } from '~~/core/acid-base/spoon-dose'
import { PH_READING_SD } from '~~/core/acid-base/unknown-bath'
import { messageOf } from '~~/core/present'
import type { Settings } from '~~/shared/schemas/log/settings'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { latestOnly } from '~/composables/latest'
import { useNow } from '~/composables/useNow'
import { formatMass, formatNumber, formatVolume, spoonWords } from '~/format/quantities'
import { liquidDoseWords, spoonDoseWords } from '~/format/spoon-dose-words'
import { startPots } from '~/workers/threads'
import { liquorCourse } from '~~/shared/rules/pot/liquor-course'

/** What is typed into the helper. */
export interface PhDraft {
  target: number | null
  cap: number | null
  agent: PhAgent & Agent
  read: number | null
  /** What stands in the pot as the dyer sees it, until it is noted. */
  liquorL: number | null
}

interface PhSetting {
  pot: () => Pot
  settings: () => Pick<Settings, 'spoonMl' | 'doses' | 'phReadBy'>
  /** Brim-full, L; null: not known. */
  vesselL: () => number | null
  /** Of the agent, as the jar on the shelf has it. */
  form: () => string
}

/** Told only where a spoon can measure it: powders pack differently, and an eighth is the least. */
const LEAST_SPOON = 0.125

/** The next dose towards a pH, computed off the page's thread, and as it is measured out. */
export function usePhDose({ pot, settings, vesselL, form }: PhSetting, draft: PhDraft) {
  const advice = ref<DoseAdvice | null>(null)
  const failure = ref('')
  const now = useNow()
  const course = computed(() => liquorCourse(pot(), draft.agent, minute.value, vesselL()))
  /** What boils away in less than a minute moves no dose. */
  const minute = computed(() => Math.floor(now.value / 60_000) * 60_000)

  const { worker, end } = startPots()
  onScopeDispose(end)
  const ask = latestOnly()
  const question = computed((): DoseQuestion | null => {
    const { target, cap, agent } = draft
    const { firstL: waterL, readings, now: state, kept } = course.value
    if (waterL === null || readings.length === 0 || target === null || cap === null) return null
    const readingSd = PH_READING_SD[settings().phReadBy]
    const liquor = { waterL, readings, now: state, kept }
    return { ...liquor, agent, target, cap, form: form() || undefined, readingSd }
  })
  // what boils away changes it each minute, and mostly nothing that a dose could tell
  watch(
    () => JSON.stringify(question.value, (_, value: unknown) => roundedNumber(value)),
    async () => {
      const isLatest = ask()
      advice.value = null
      failure.value = ''
      if (!question.value) return
      try {
        const answer = await worker.nextDose(structuredClone(toRaw(question.value)))
        if (isLatest()) advice.value = answer
      } catch (error) {
        if (isLatest()) failure.value = messageOf(error)
      }
    },
    { immediate: true },
  )
  const gPerMl = computed(() => gPerMlOf(draft.agent))
  const isLiquid = computed(() => agentFacts(draft.agent).is === 'liquid')
  /** What goes in: as advised by the scale, or the largest measure of spoons below it. */
  const dose = computed(() => {
    const massG = advice.value?.nextMassG ?? 0
    if (massG <= 0) return null
    const bySpoon = gPerMl.value > 0 ? spoonDose(massG, gPerMl.value, settings().spoonMl) : null
    if (settings().doses === 'spoons' && bySpoon) {
      return {
        massG: bySpoon.massG,
        massBasis: 'about' as const,
        words: isLiquid.value
          ? liquidDoseWords(bySpoon, settings().spoonMl)
          : spoonDoseWords(bySpoon, settings().spoonMl),
        about: '',
      }
    }
    const spoons = gPerMl.value > 0 ? massG / gPerMl.value / settings().spoonMl : 0
    return {
      massG,
      massBasis: 'weighed' as const,
      // a liquid is measured by the mL
      words: isLiquid.value ? formatVolume(massG / 1000 / gPerMl.value) : formatMass(massG),
      about:
        spoons >= LEAST_SPOON
          ? `about ${formatNumber(spoons, 2)} of a ${spoonWords(settings().spoonMl)}`
          : '',
    }
  })
  return { course, advice, failure, dose }
}

const roundedNumber = (value: unknown) =>
  typeof value === 'number' ? Number(value.toPrecision(3)) : value
