import { ref } from 'vue'
import { plain } from '~/workers/plain'
import type { CardDraft, PieceDraft } from './card-draft'

type CardFact = Exclude<keyof CardDraft, 'id' | 'pieces'>
type PieceFact = keyof PieceDraft

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)
const isTold = (fact: unknown) => fact !== '' && fact !== null

/** What a card took over from the one before, or a skein from its neighbour, until it is touched. */
export function useCarried(draft: CardDraft) {
  const ofCard = ref<Partial<CardDraft>>({})
  const ofPieces = ref<(PieceDraft | null)[]>([])
  const ofPiece = (i: number, fact: PieceFact) => {
    const now = draft.pieces[i]?.[fact]
    const before = ofPieces.value[i]
    return before !== null && before !== undefined && isTold(now) && same(before[fact], now)
  }
  const of = (fact: CardFact) =>
    fact in ofCard.value && isTold(draft[fact]) && same(ofCard.value[fact], draft[fact])

  return {
    of,
    ofPiece,
    any: () =>
      (Object.keys(ofCard.value) as CardFact[]).some(of) ||
      draft.pieces.some((piece, i) =>
        (Object.keys(piece) as PieceFact[]).some((f) => ofPiece(i, f)),
      ),
    /** All that stands is from the card before. */
    takeAll() {
      const { id: _, pieces, ...facts } = plain(draft)
      ofCard.value = facts
      ofPieces.value = pieces
    },
    /** One more skein stands there as its neighbour. */
    takePiece() {
      ofPieces.value = draft.pieces.map((piece, i) =>
        i === draft.pieces.length - 1 ? plain(piece) : (ofPieces.value[i] ?? null),
      )
    },
    dropPiece: (i: number) => (ofPieces.value = ofPieces.value.filter((_, at) => at !== i)),
    forget() {
      ofCard.value = {}
      ofPieces.value = []
    },
  }
}
