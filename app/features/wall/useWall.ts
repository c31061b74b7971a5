import { computed } from 'vue'
import { FIBRES } from '~~/catalogue/fibres'
import { colourName } from '~~/core/colour/colour-name'
import { labOfHex } from '~~/core/colour/screen-colour'
import type { ReadingState } from '~~/shared/rules/swatch/reading-state'
import type { WallColour, WallSwatch, WallView } from '~~/shared/views/wall/wall'
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { useApi } from '~/composables/useApi'
import { useDraft } from '~/composables/useDraft'
import { useLoaded } from '~/composables/useLoaded'

/** What of the wall is looked at; empty: all of it. */
export interface WallAsk {
  by: 'hue' | 'source'
  state: ReadingState
  source: string
  fibre: string
  mordant: string
  year: string
  fastness: string
  verdict: string
}

const ALL: WallAsk = {
  by: 'hue',
  state: 'dry',
  source: '',
  fibre: '',
  mordant: '',
  year: '',
  fastness: '',
  verdict: '',
}

/** A swatch that hangs, in the state that is looked at. */
export interface Hanging extends WallSwatch {
  colour: WallColour
}

/** All swatches of the log, and those of them that hang on the wall as it is asked for. */
export function useWall(wantedHex: () => string | null) {
  const api = useApi()
  const { data: view, failure } = useLoaded(() => api.get<WallView>('wall'))
  const { draft: ask, clear } = useDraft<WallAsk>('wall', () => ({ ...ALL }))

  const hanging = computed((): Hanging[] => {
    const { sources = [], swatches = [] } = view.value ?? {}
    return swatches.flatMap((swatch) => {
      const colour = swatch.seen[ask.state]
      const isAsked =
        (!ask.source || swatch.sources.some((at) => sources[at]?.id === ask.source)) &&
        (!ask.fibre || FIBRES[swatch.fibre].label === ask.fibre) &&
        (!ask.mordant || swatch.mordant === ask.mordant) &&
        (!ask.year || swatch.dyedOn.startsWith(ask.year)) &&
        (!ask.fastness || swatch.sources.some((at) => sources[at]?.fastness === ask.fastness)) &&
        (!ask.verdict || (swatch.verdict ?? 'none') === ask.verdict)
      return colour && isAsked ? [{ ...swatch, colour }] : []
    })
  })

  /** What there is to choose among, by name. */
  const choices = computed(() => {
    const { sources = [], swatches = [] } = view.value ?? {}
    const among = (of: (swatch: WallSwatch) => string) =>
      [...new Set(swatches.map(of))].filter(Boolean).sort()
    const used = new Set(swatches.flatMap((swatch) => swatch.sources))
    return {
      source: sources
        .filter((_, at) => used.has(at))
        .map(({ id, name }) => ({ value: id, label: name }))
        .sort((a, b) => a.label.localeCompare(b.label)),
      fibre: among(({ fibre }) => FIBRES[fibre].label).map(same),
      mordant: among(({ mordant }) => mordant).map((value) => ({
        value,
        label: mordantKeyWords(value),
      })),
      year: among(({ dyedOn }) => dyedOn.slice(0, 4)).map(same),
    }
  })

  /** A colour that is wanted hangs among them, the last. */
  const wanted = computed((): WallColour | null => {
    const hex = wantedHex()
    if (!hex) return null
    try {
      return { ...labOfHex(hex), hex: `#${hex.replace('#', '')}` }
    } catch {
      return null
    }
  })

  const sourceNames = (swatch: WallSwatch) =>
    swatch.sources.map((at) => view.value?.sources[at]?.name ?? '').join(' and ')
  const wordsOf = (swatch: Hanging): string =>
    [
      sourceNames(swatch),
      `${FIBRES[swatch.fibre].label}, ${mordantKeyWords(swatch.mordant)}`,
      colourName(swatch.colour),
      swatch.code,
    ]
      .filter(Boolean)
      .join(', ')

  return { view, failure, ask, clear, hanging, choices, wanted, sourceNames, wordsOf }
}

const same = (value: string) => ({ value, label: value })
