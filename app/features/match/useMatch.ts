import { proxy } from 'comlink'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { Reflectance } from '~~/core/colour/spectrum'
import type { Lab } from '~~/core/colour/tristimulus'
import { messageOf } from '~~/core/present'
import { knownShifts } from '~~/core/match/shift'
import type { EvidenceView } from '~~/shared/views/evidence/evidence'
import type { SourcesFastness } from '~~/shared/views/fastness/fastness'
import type { WalkView } from '~~/shared/views/walk/walk'
import { localToday } from '~/format/dates'
import { latestOnly } from '~/composables/latest'
import { useApi } from '~/composables/useApi'
import { useIntervalWhile } from '~/composables/useIntervalWhile'
import { useLoaded } from '~/composables/useLoaded'
import { useStock } from '~/composables/useStock'
import { plain } from '~/workers/plain'
import type { LightView } from '~/workers/match'
import { startMatch } from '~/workers/threads'
import { usableCurves, type MatchAsk } from './match-ask'
import { toldWay, type ToldBath, type ToldWay } from './told-ways'

/** A colour that is wanted, and how well it is known. */
export interface Wanted {
  name: string
  lab: Lab
  hex: string
  /** Where a spectrum was measured; null: only its colour is known. */
  reflectance: Reflectance | null
  /** CIEDE2000 by which it may be misread; 0: it is exactly that. */
  errorDe: number
}

/** What came of a search. */
export interface MatchResult {
  ways: ToldWay[]
  /** The trial that would tell most. */
  trial: { bath: ToldBath; from: number; to: number } | null
  leftOut: ReturnType<typeof usableCurves>['leftOut']
  searched: number
  tookMs: number
}

/** Looks for ways to wanted colours in the log's own curves, off the page's thread. */
export function useMatch(ask: MatchAsk) {
  const api = useApi()
  const { worker, end } = startMatch()
  onScopeDispose(end)
  const { data: view, failure, reload } = useLoaded((): Promise<LightView> => worker.load())
  // what is being computed is looked for again until it is there
  useIntervalWhile(
    () => view.value !== null && (view.value.pending > 0 || view.value.foretelling === null),
    () => void reload(),
    700,
  )
  const today = localToday()
  const { data: stock } = useStock()
  const { data: walk } = useLoaded(() => api.get<WalkView>('walk', { on: today }))
  const { data: fastness } = useLoaded(() => api.get<SourcesFastness>('fastness/sources'))
  const around = computed(() =>
    stock.value && walk.value && fastness.value
      ? { stock: stock.value, walk: walk.value.rows, today, fastness: fastness.value.items }
      : null,
  )
  // what iron or soda after the dye does is told by pairs of the log, where there are enough
  const { data: evidence } = useLoaded(() => api.get<EvidenceView>('evidence', { ratios: 'alike' }))
  const shifts = computed(() => knownShifts(evidence.value?.effects ?? []))

  const isReady = computed(
    () => view.value?.pending === 0 && around.value !== null && evidence.value !== null,
  )

  const share = ref<number | null>(null)
  const searchFailure = ref('')

  /** @returns null where it was stopped */
  async function search(wanted: Wanted): Promise<MatchResult | null> {
    const [known, about] = [view.value, around.value]
    if (!known || !about) return null
    const { curves, leftOut } = usableCurves(known, ask, about)
    const found = await worker.search(
      plain({
        curves,
        wanted: { lab: wanted.lab, errorDe: wanted.errorDe, within: ask.within },
        isTwoPots: ask.isTwoPots,
        shifts: shifts.value,
      }),
      proxy((done: number) => (share.value = done)),
    )
    if (!found) return null
    const spectrum = wanted.reflectance
    const told = (way: (typeof found.ways)[number]) => toldWay(way, known, ask, about, spectrum)
    const { trial } = found
    const { baths } = trial
      ? told({
          ...found.ways[0]!,
          baths: [{ id: trial.id, bath: 1, ratioDry: trial.ratioDry, after: null }],
        })
      : { baths: [] }
    return {
      ways: found.ways.map(told),
      trial: trial && baths[0] ? { bath: baths[0], from: trial.from, to: trial.to } : null,
      leftOut,
      searched: curves.length,
      tookMs: found.tookMs,
    }
  }

  return {
    view,
    failure,
    around,
    isReady,
    share,
    searchFailure,
    search,
    stop: () => void worker.stop(),
  }
}

/** Results of all wanted colours, kept up to date with what is asked. */
export function useResults(
  match: ReturnType<typeof useMatch>,
  wanted: () => readonly Wanted[],
  ask: MatchAsk,
) {
  const results = shallowRef<(MatchResult | null)[]>([])
  const isSearching = ref(false)
  const isStopped = ref(false)
  const latest = latestOnly()

  async function run(): Promise<void> {
    const isLatest = latest()
    const all = wanted()
    isStopped.value = false
    match.searchFailure.value = ''
    if (!match.isReady.value || all.length === 0) return void (results.value = [])
    isSearching.value = true
    match.share.value = 0
    const found: (MatchResult | null)[] = []
    try {
      for (const one of all) {
        const result = await match.search(one)
        if (!isLatest()) return
        if (!result) break
        found.push(result)
        results.value = [...found]
      }
    } catch (error) {
      if (isLatest()) match.searchFailure.value = messageOf(error)
    } finally {
      if (isLatest()) isSearching.value = false
    }
  }
  watch(
    () => [
      JSON.stringify(wanted()),
      JSON.stringify(ask),
      match.isReady.value,
      match.view.value?.foretelling?.spreadFactor,
    ],
    () => void run(),
    { immediate: true },
  )
  function stop() {
    match.stop()
    latest()
    isSearching.value = false
    isStopped.value = true
  }
  return { results, isSearching, isStopped, stop, run }
}

/** A colour that was picked, typed or named in a palette: no spectrum of it is known. */
export const wantedOfColour = (name: string, lab: Lab, hex: string, errorDe = 0): Wanted => ({
  name,
  lab,
  hex,
  reflectance: null,
  errorDe,
})
