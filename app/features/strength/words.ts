import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { farFromTried, type Tried } from '~~/core/strength/outside-tried'
import { formatNumber, inUnits } from '~/format/quantities'
import { FIBRE_CLASSES } from '~~/catalogue/fibres'
import { wayFacts } from '~~/catalogue/ways'
import type { Exclusion, StrengthGroup } from '~~/shared/views/strength/strength'

/** `wool, Al` or `silk, none, alkaline`: what the swatches of a group have in common. */
export const groupWords = ({
  fibreClass,
  mordant,
  phBand,
  way,
  stuff,
}: Pick<StrengthGroup, 'fibreClass' | 'mordant' | 'phBand' | 'way' | 'stuff'>) =>
  [
    FIBRE_CLASSES[fibreClass],
    mordantKeyWords(mordant),
    ...(phBand === 'asItCame'
      ? []
      : [phBand.startsWith('with') ? inUnits(phBand) : `${phBand} bath`]),
    // most pots are simmered: only another way is worth a word
    ...(way === 'simmer' ? [] : [wayFacts(way).label]),
    ...(stuff === 'asUsual' ? [] : [STUFF_WORDS[stuff]]),
  ].join(', ')

const STUFF_WORDS = {
  whole: 'stuff whole',
  ground: 'stuff ground',
  spent: 'spent stuff',
  aged: 'aged stuff',
} as const

export const EXCLUSION_WORDS: Record<Exclusion, string> = {
  mixedBath: 'other sources shared the bath',
  dyedBefore: 'the piece had been dyed before',
  colourCutOff: 'its colour is cut off by the screen',
  bareNotRead: 'the bare fibre was not read',
  onlyReadWet: 'it was only read wet',
  ratioUnknown: 'its ratio is not known',
  onlyReadAfterLight: 'it was only read after light',
  readAsAnother: 'it was taken to be like another of its pot, which counts for both',
  mordantUnknown: 'which mordant it had, if any, is not known',
  laterBath: 'it was dyed in what an earlier bath left',
}

/** `12 %`; a small share as `under 1 %`, none as `nothing`. */
export function percentText(share: number): string {
  const percent = Math.round(100 * share)
  if (percent > 0) return `${percent} %`
  return share > 0 ? 'under 1 %' : 'nothing'
}

/** `a guess: 28 times under any ratio tried`; empty where it is near one. */
export function farWords(ratio: number, tried: Tried): string {
  const far = farFromTried(ratio, tried)
  return far ? `a guess: ${formatNumber(far.times, 2)} times ${far.side} any ratio tried` : ''
}
