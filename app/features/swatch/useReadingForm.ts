import { computed, ref, watch } from 'vue'
import { depthOf } from '~~/core/colour/depth'
import { estimateReflectance } from '~~/core/colour/estimate-reflectance'
import { clippedChannels, hexOfLab, labOfHex } from '~~/core/colour/screen-colour'
import type { Reflectance } from '~~/core/colour/spectrum'
import { strengthOver } from '~~/core/colour/strength'
import type { Lab } from '~~/core/colour/tristimulus'
import { pieceChangeSchema, type Piece, type PieceChange } from '~~/shared/schemas/piece'
import type { Reading } from '~~/shared/schemas/reading'
import { swatchChangeSchema, type Swatch, type SwatchChange } from '~~/shared/schemas/swatch'
import type { GivenColour } from '~/components/ColourEntry.vue'
import type { SwatchInHand } from './useSwatches'

export interface SeenColour {
  hex: string
  lab: Lab
  clipped: string[]
  /** 31 factors; null for a colour that no surface can have. */
  reflectance: Reflectance | null
  basis: 'measured' | 'estimated'
}

function seen(given: GivenColour): SeenColour {
  const lab = 'hex' in given ? labOfHex(given.hex) : given.lab
  const clipped = 'hex' in given ? clippedChannels(given.hex) : []
  try {
    const reflectance = estimateReflectance(lab)
    return { hex: hexOfLab(lab), lab, clipped, reflectance, basis: 'estimated' }
  } catch {
    return { hex: hexOfLab(lab), lab, clipped, reflectance: null, basis: 'estimated' }
  }
}

const kept = ({ hex, lab, clipped, reflectance, basis }: Reading): SeenColour => ({
  hex,
  lab,
  clipped,
  reflectance: reflectance ?? estimateReflectance(lab),
  basis,
})

/** Reading the swatch in hand: the colours given, what they say at once, and keeping them. */
export function useReadingForm(hand: () => SwatchInHand | null) {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const dyed = ref<GivenColour | null>(null)
  const bare = ref<GivenColour | null>(null)
  const wet = ref(false)
  const washed = ref(true)

  watch(
    () => hand()?.swatch.id,
    () => {
      dyed.value = null
      bare.value = null
      errors.value = {}
      wet.value = false
    },
  )

  const latest = computed(() => {
    const readings = hand()?.swatch.readings ?? []
    return readings.find((reading) => !reading.wet) ?? readings[0] ?? null
  })
  const dyedSeen = computed(() =>
    dyed.value ? seen(dyed.value) : latest.value ? kept(latest.value) : null,
  )
  const bareSeen = computed(() => {
    if (bare.value) return seen(bare.value)
    const reading = hand()?.piece.bare
    return reading ? kept(reading) : null
  })
  const isWet = computed(() => (dyed.value ? wet.value : (latest.value?.wet ?? false)))

  /** Strength over the bare fibre, or why there is none. */
  const strength = computed(() => {
    const [over, under] = [dyedSeen.value, bareSeen.value]
    if (!over) return { value: null, depth: null, why: 'Give the colour of the swatch.' }
    const why = !under
      ? 'Give the bare colour too: strength is what was gained over it.'
      : over.clipped.length || under.clipped.length
        ? 'The colour is cut off by the screen: no strength can be read from it.'
        : isWet.value
          ? 'Wet is darker than dry: read it again when it is dry.'
          : !over.reflectance || !under.reflectance
            ? 'No surface can have this colour: look at the numbers again.'
            : null
    if (why) return { value: null, depth: null, why }
    const value = strengthOver(over.reflectance!, under!.reflectance!)
    return { value, depth: depthOf(value), why: null }
  })

  async function keepBare(piece: Piece): Promise<boolean> {
    if (!bare.value) return true
    const saved = await save<PieceChange, Piece>(
      pieceChangeSchema,
      { bare: { ...bare.value, washed: true } },
      (body) => api.patch<Piece>(`pieces/${piece.id}`, body, piece.rev),
      (item) => `Bare colour of ${item.code} kept.`,
    )
    if (saved) bare.value = null
    return saved !== null
  }

  async function keep(): Promise<Swatch | null> {
    const now = hand()
    if (!now || !(await keepBare(now.piece))) return null
    if (!dyed.value) {
      failure.value = 'Give the colour of the swatch first.'
      return null
    }
    const saved = await save<SwatchChange, Swatch>(
      swatchChangeSchema,
      { reading: { ...dyed.value, wet: wet.value, washed: washed.value } },
      (body) => api.patch<Swatch>(`swatches/${now.swatch.id}`, body, now.swatch.rev),
      (item) => `Read ${item.code}${strength.value.depth ? `: ${strength.value.depth}` : ''}.`,
    )
    if (saved) dyed.value = null
    return saved
  }

  return {
    dyed,
    bare,
    wet,
    washed,
    dyedSeen,
    bareSeen,
    strength,
    saving,
    failure,
    errors,
    keep,
  }
}
