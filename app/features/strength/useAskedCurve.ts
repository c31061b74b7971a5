import { computed, ref, shallowRef, watch } from 'vue'
import type { DescribedPosterior } from '~~/core/strength/posterior/describe-posterior'
import type { Interval } from '~~/core/strength/posterior/posterior'
import type { TurningBack } from '~~/core/strength/turning-back'
import type { EstimateAt } from '~~/core/strength/estimate-at'
import type { CurveView } from '~~/shared/views/strength/curve'
import { useCurvesWorker } from '~/composables/useCurvesWorker'
import { plain } from '~/workers/plain'
import { latestOnly } from '~/composables/latest'

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
  /** A last ratio that is weaker than those before; null until it is known. */
  const turning = shallowRef<TurningBack | null>(null)
  const ask = latestOnly()
  let isLatest = ask()
  let loading: Promise<unknown> = Promise.resolve()

  watch(
    () => curve()?.swatchIds.join(' '),
    () => (leftOut.value = []),
  )
  watch(
    [curve, leftOut],
    ([now, without]) => {
      isLatest = ask()
      estimate.value = null
      turning.value = null
      if (!now) return void (described.value = null)
      const points = now.answer.points.filter((_, i) => !without.includes(now.swatchIds[i]!))
      loading = worker.load(plain(points), plain(now.answer.prior))
      void loading.then(tell).then(lookBack)
      // with all its swatches the server has worked it out already
      described.value = without.length === 0 ? now.answer : null
      if (without.length > 0) void loading.then(describe)
    },
    { immediate: true },
  )
  async function describe() {
    const isStill = isLatest
    const answer = await worker.described()
    if (isStill()) described.value = answer
  }
  async function tell() {
    const [isStill, at] = [isLatest, ratio()]
    const answer = await worker.at(at)
    if (isStill() && at === ratio()) estimate.value = answer
  }
  async function lookBack() {
    const isStill = isLatest
    const answer = await worker.turningBack()
    if (isStill()) turning.value = answer
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
  /** What another dry ratio would add to the strength at this one. */
  async function gainTo(other: number): Promise<Interval> {
    await loading
    return worker.gain(ratio(), other)
  }
  return { leftOut, toggle, shown, estimate, turning, described, gainTo }
}
