import { computed, reactive, ref, type InjectionKey } from 'vue'
import { localToday } from '~/format/dates'
import { calendar } from '~/format/calendar'
import { asTyped, units } from '~/format/quantities'
import { useDraft } from '~/composables/useDraft'
import { useSave } from '~/composables/useSave'
import { newId } from '~~/shared/ids'
import { defaultUnits } from '~~/core/quantity/unit-choice'
import { cardSchema, type Card } from '~~/shared/schemas/swatch/card'
import type { ReadLine } from '~~/shared/views/swatch/read-line'
import type { Swatch } from '~~/shared/schemas/swatch/swatch'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { formatCount } from '~~/core/quantity/format-count'
import { blankCard, blankPiece, type CardDraft } from './card-draft'
import { fillCard } from './fill-card'
import { readCard, type CardTroubles } from './read-card'
import { useCarried } from './carried'
import { tallyOf } from './card-tally'
import { useCardPhotos } from './useCardPhotos'

export interface KeptCard {
  pot: Pot
  swatches: Swatch[]
}

/** Something that is there to be shown again: what was kept since the page was opened. */
export interface KeptTag {
  swatchId: string
  words: string
  hex: string | null
}

/** A card in hand: its blanks, what they come to, and keeping it. */
export function useCard() {
  const api = useApi()
  const { draft, clear } = useDraft<CardDraft>('card', blankCard)
  const carried = useCarried(draft)
  const { saving, failure, errors, save } = useSave()
  const isTried = ref(false)
  const kept = ref<KeptTag[]>([])
  const photos = useCardPhotos()
  const context = computed(() => ({
    today: localToday(),
    order: calendar.value.dateOrder,
    system: units.value.volume,
    units: defaultUnits(units.value),
  }))
  const read = computed(() => readCard(typedOf(draft), context.value))
  const tally = computed(() =>
    read.value.card && draft.source ? tallyOf(read.value.card, draft.source) : null,
  )
  /** Troubles with what was typed at once; what is only missing once keeping was tried. */
  const troubles = computed((): CardTroubles => {
    const { source, ...typed } = read.value.troubles
    return isTried.value && source ? { ...typed, source } : typed
  })

  /** @returns the kept card; null where it was not */
  async function keep(): Promise<KeptCard | null> {
    isTried.value = true
    await photos.settled()
    const { card } = read.value
    if (!card) return null
    const words = `${draft.source?.commonName ?? ''}`
    const answer = await save<Card, KeptCard>(
      cardSchema,
      card,
      async (checked) => {
        const { item, changeSetId } = await api.post<{ items: KeptCard[] }>('moves/cards', {
          cards: [photos.onlyInHand(checked)],
        })
        const [one] = item.items
        if (!one) throw new Error('Nothing was kept.')
        return { item: one, changeSetId }
      },
      ({ swatches }) =>
        `Kept ${words}: ${formatCount(swatches.length, 'swatch', 'swatches')}, ${swatches.map(({ code }) => code).join(', ')}.`,
    )
    if (!answer) return null
    isTried.value = false
    // closing the page right after must lose no photo
    await photos.sendOf(answer.swatches)
    kept.value = [
      ...answer.swatches.map((swatch) => ({
        swatchId: swatch.id,
        words: `${words} ${swatch.code}`,
        hex: swatch.readings[0]?.hex ?? null,
      })),
      ...kept.value,
    ]
    return answer
  }

  return reactive({
    draft,
    tally,
    troubles,
    errors,
    failure,
    saving,
    kept,
    photos,
    context,
    carried,
    keep,
    blank() {
      clear()
      carried.forget()
    },
    /** The next tag of the same pile: all stands but its colour, and what was thought of it. */
    another() {
      draft.id = newId()
      draft.pieces = draft.pieces.map((piece) => ({
        ...piece,
        colour: null,
        how: null,
        verdict: '' as const,
      }))
      carried.takeAll()
    },
    addPiece() {
      const last = draft.pieces.at(-1) ?? blankPiece()
      draft.pieces = [...draft.pieces, { ...last, colour: null, how: null, verdict: '' }]
      carried.takePiece()
    },
    takePiece(i: number) {
      draft.pieces = draft.pieces.filter((_, at) => at !== i)
      carried.dropPiece(i)
    },
    fill: (line: ReadLine) => fillCard(draft, line),
  })
}

/** Decimals as they are typed here; the draft itself keeps what was typed. */
function typedOf(draft: CardDraft): CardDraft {
  return {
    ...draft,
    plantText: asTyped(draft.plantText),
    tempText: asTyped(draft.tempText),
    minutesText: asTyped(draft.minutesText),
    waterText: asTyped(draft.waterText),
    phText: asTyped(draft.phText),
    pieces: draft.pieces.map((piece) => ({
      ...piece,
      fibreText: asTyped(piece.fibreText),
      mordantText: asTyped(piece.mordantText),
    })),
  }
}

export type CardInHand = ReturnType<typeof useCard>
export const CARD: InjectionKey<CardInHand> = Symbol('card')
