import { computed, ref, shallowRef, watch } from 'vue'
import type { DescribedPosterior } from '~~/core/strength/posterior/describe-posterior'
import type { EstimateAt } from '~~/core/strength/told-at'
import type { CurveView } from '~~/shared/views/strength/curve'
import { useCurvesWorker } from '~/composables/useCurvesWorker'

/**
 * A curve in hand: what it says at the marker, and what it would say without some of its swatches.
 * Computed in a worker; an answer that a later question overtook is dropped.
 */
export function useAskedCurve(curve: () => CurveView | null, ratio: () => number) {
  const worker = useCurvesWorker()
  /** Swatches left out to see what difference each makes. */
  const leftOut = ref<string[]>([])
  const described = shallowRef<DescribedPosterior | null>(null)
  const estimate = shallowRef<EstimateAt | null>(null)
  let question = 0
  let loading: Promise<unknown> = Promise.resolve()

  watch(
    () => curve()?.swatchIds.join(' '),
    () => (leftOut.value = []),
  )
  watch(
    [curve, leftOut],
    ([now, without]) => {
      const asked = ++question
      estimate.value = null
      if (!now) return void (described.value = null)
      described.value = without.length === 0 ? now.answer : null
      const points = now.answer.points.filter((_, i) => !without.includes(now.swatchIds[i]!))
      loading = worker
        .load(JSON.parse(JSON.stringify(points)), JSON.parse(JSON.stringify(now.answer.prior)))
        .then((answer) => {
          if (asked === question) described.value = answer
          return tell()
        })
    },
    { immediate: true },
  )
  async function tell() {
    const asked = question
    const at = ratio()
    const answer = await worker.at(at)
    if (asked === question && at === ratio()) estimate.value = answer
  }
  watch(ratio, () => void loading.then(tell))

  /** The curve as it stands without what was left out. */
  const shown = computed((): CurveView | null => {
    const now = curve()
    return now && { ...now, answer: { ...now.answer, ...described.value } }
  })
  function toggle(id: string) {
    leftOut.value = leftOut.value.includes(id)
      ? leftOut.value.filter((each) => each !== id)
      : [...leftOut.value, id]
  }
  return { leftOut, toggle, shown, estimate, described }
}
