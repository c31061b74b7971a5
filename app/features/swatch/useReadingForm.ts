import { computed, reactive, ref, watch, type InjectionKey } from 'vue'
import { depthOf } from '~~/core/colour/depth'
import { strengthOver } from '~~/core/colour/strength'
import type { BoothView } from '~~/shared/views/swatch/booth'
import { pieceChangeSchema, type Piece, type PieceChange } from '~~/shared/schemas/basket/piece'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { readAlikeSchema, type ReadAlike } from '~~/shared/schemas/swatch/read-alike'
import type { NewReading } from '~~/shared/schemas/swatch/reading'
import { swatchChangeSchema, type Swatch, type SwatchChange } from '~~/shared/schemas/swatch/swatch'
import { keptColour, seenOf, type GivenReading } from './given'
import { bestReading } from '~~/shared/rules/swatch/best-reading'
import { calibrated } from '~~/core/strength/swatch-strength'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'
import { present } from '~~/core/present'

/** Reading the swatch in hand: the colours given, what they say at once, and keeping them. */
export function useReadingForm(hand: () => BoothView | null) {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const dyed = ref<GivenReading | null>(null)
  const bare = ref<GivenReading | null>(null)
  const wet = ref(false)
  const washed = ref<WashedTold>('unknown')
  const lightHours = ref<number | null>(null)
  /** The reading holds for the alike pieces of its pot, too. */
  const holdsForAlike = ref(false)

  watch(
    () => hand()?.swatch.id,
    () => {
      dyed.value = null
      bare.value = null
      errors.value = {}
      wet.value = false
      washed.value = rinsedAs(hand()?.pot ?? null)
      lightHours.value = null
      holdsForAlike.value = false
    },
  )

  const latest = computed(() => bestReading(hand()?.swatch.readings ?? [], { afterLight: true }))
  const dyedSeen = computed(() =>
    dyed.value ? seenOf(dyed.value) : latest.value ? keptColour(latest.value) : null,
  )
  const bareSeen = computed(() => {
    if (bare.value) return seenOf(bare.value)
    const reading = hand()?.piece.bare ?? null
    return reading && keptColour(reading)
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
    const raw = strengthOver(present(over.reflectance), present(present(under).reflectance))
    const value = calibrated(raw, over.basis === 'measured', present(hand()).calibration)
    return { value, depth: depthOf(value), why: null }
  })

  /** A bare colour that was read on another piece serves this one too. */
  function takeBareAlike() {
    const alike = hand()?.bareAlike
    if (!alike) return
    const { reflectance, lab, by, errorDe } = alike.reading
    const how = { by, errorDe, about: { file: `bare colour of ${alike.pieceCode}` } }
    bare.value = reflectance ? { reflectance, how } : { lab, how }
  }

  async function keepBare(piece: Piece): Promise<boolean> {
    if (!bare.value) return true
    const { how, ...colour } = bare.value
    const saved = await save<PieceChange, Piece>(
      pieceChangeSchema,
      { bare: { ...colour, ...how, washed: hasWash(piece) || null } },
      (body) => api.patch<Piece>(`pieces/${piece.id}`, body, piece.rev),
      (item) => `Bare colour of ${item.code} kept.`,
    )
    if (saved) bare.value = null
    return saved !== null
  }

  /** @param photoId of a photo that was kept beside it */
  async function keep(photoId: string | null = null): Promise<Swatch | null> {
    const now = hand()
    // told before the bare colour is handed over, with which it goes until the page loads again
    const { depth } = strength.value
    if (!now || !(await keepBare(now.piece))) return null
    if (!dyed.value) {
      failure.value = 'Give the colour of the swatch first.'
      return null
    }
    const { how, ...colour } = dyed.value
    const reading = {
      ...colour,
      ...how,
      wet: wet.value,
      washed: WASHED[washed.value],
      lightHours: lightHours.value,
      about: { ...how?.about, photoId },
    }
    const said = depth ? `: ${depth}` : ''
    const saved = holdsForAlike.value
      ? await keepForAll(now, reading, said)
      : await save<SwatchChange, Swatch>(
          swatchChangeSchema,
          { reading },
          (body) => api.patch<Swatch>(`swatches/${now.swatch.id}`, body, now.swatch.rev),
          (item) => `Read ${item.code}${said}.`,
        )
    if (saved) dyed.value = null
    return saved
  }

  /** One look for all alike pieces of the pot: on a curve they count once. */
  async function keepForAll(now: BoothView, reading: NewReading, said: string) {
    const codes = [now.swatch, ...now.alike].map(({ code }) => code).join(', ')
    const all = await save<ReadAlike, { items: Swatch[] }>(
      readAlikeSchema,
      { swatchIds: [now.swatch.id, ...now.alike.map(({ id }) => id)], reading },
      (body) => api.post<{ items: Swatch[] }>('moves/read-alike', body),
      () => `Read ${codes}${said}.`,
    )
    return all?.items[0] ?? null
  }

  return reactive({
    dyed,
    bare,
    wet,
    washed,
    lightHours,
    holdsForAlike,
    dyedSeen,
    bareSeen,
    strength,
    saving,
    failure,
    errors,
    keep,
    takeBareAlike,
  })
}

/** Whether it was washed, as it is told. */
export type WashedTold = 'yes' | 'no' | 'unknown'
const WASHED: Record<WashedTold, boolean | null> = { yes: true, no: false, unknown: null }

/** As the end of its pot has it, until the dyer says otherwise. */
function rinsedAs(pot: Pot | null): WashedTold {
  const rinse = pot?.end?.rinse ?? null
  return rinse === null ? 'unknown' : rinse === 'now' ? 'yes' : 'no'
}

const hasWash = ({ treatments }: Piece) => treatments.some(({ kind }) => kind === 'wash')

/** The reading of the page, for the parts that give and keep it. */
export const READING_FORM: InjectionKey<ReturnType<typeof useReadingForm>> = Symbol('reading form')
