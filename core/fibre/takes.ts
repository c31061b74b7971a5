/** How a fibre takes colour, as far as is commonly known. */
export type Taking = 'much' | 'well' | 'little' | 'barely'

export interface TakingFibre {
  takes: Taking
  origin: 'protein' | 'cellulose' | 'skin' | 'wood' | 'other'
}

export interface TakenSource {
  needsMordant: 'yes' | 'no' | 'unknown'
  /** Holds by itself through its tannin: barks, husks, galls, cones. */
  bringsTannin: boolean
  /** Made from fresh leaves or a vat: goes on by air, without mordant. */
  isLeafBlue: boolean
  /** A lichen that gives its colour fermented, for protein fibres alone. */
  isLichen: boolean
}

export interface TakesAnswer {
  taking: Taking
  words: string
}

const ORDER: readonly Taking[] = ['barely', 'little', 'well', 'much']
const least = (a: Taking, b: Taking): Taking => (ORDER.indexOf(a) < ORDER.indexOf(b) ? a : b)

/**
 * Whether a fibre takes a source, before any swatch says so: typical, from memory, and to be
 * replaced by swatches as soon as there are some.
 *
 * @param mordanted whether the piece carries a mordant
 */
export function takesSource(
  fibre: TakingFibre,
  source: TakenSource,
  mordanted: boolean,
): TakesAnswer {
  if (source.isLichen && fibre.origin === 'cellulose') {
    return {
      taking: 'barely',
      words: 'Lichen colours hold on wool and silk, hardly on plant fibre.',
    }
  }
  if (source.isLeafBlue) {
    const taking = least(fibre.takes === 'much' ? 'well' : fibre.takes, 'well')
    return { taking, words: 'Leaf blue goes on by air, without mordant.' }
  }
  if (source.needsMordant === 'yes' && !mordanted) {
    return {
      taking: least(fibre.takes, 'little'),
      words: 'Without a mordant this source gives well under half as much.',
    }
  }
  if (fibre.origin === 'cellulose' && !source.bringsTannin) {
    return {
      taking: least(fibre.takes, 'little'),
      words: 'Plant fibre takes it paler than wool; tannin before the alum helps.',
    }
  }
  return { taking: fibre.takes, words: TAKING_WORDS[fibre.takes] }
}

const TAKING_WORDS: Record<Taking, string> = {
  much: 'Takes more colour than its neighbours in one bath.',
  well: 'Takes it well.',
  little: 'Takes little of it.',
  barely: 'Barely takes dye.',
}
