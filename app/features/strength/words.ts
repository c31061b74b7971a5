import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { farFromTried, type Tried } from '~~/core/strength/outside-tried'
import { formatNumber, inUnits } from '~/format/quantities'
import { FIBRE_CLASSES } from '~~/catalogue/fibres'
import { wayFacts } from '~~/catalogue/ways'
import { group } from 'd3-array'
import { present } from '~~/core/present'
import type { Exclusion, StrengthGroup, StrengthPointView } from '~~/shared/views/strength/strength'

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
  keptApart: 'it came out of another log, and is kept apart',
  laterBath: 'it was dyed in what an earlier bath left',
}

/** What makes such a swatch count; those of which nothing does are told by why alone. */
const EXCLUSION_ADVICE: Partial<Record<Exclusion, string>> = {
  colourCutOff: 'read it again from a photo or by a reader',
  bareNotRead: 'read its bare fibre, too',
  keptApart: '“Count them in” does so',
  onlyReadWet: 'read it again when it is dry',
  ratioUnknown: 'tell plant and fibre with Correct on its pot',
  mordantUnknown: 'tell its mordant on its piece',
}

const MOST_NAMED = 3
/** The first few by their tags, and how many more. */
const codesInWords = (codes: readonly string[]): string =>
  codes.length > MOST_NAMED + 1
    ? `${codes.slice(0, MOST_NAMED).join(', ')} and ${codes.length - MOST_NAMED} more`
    : codes.join(', ')

/** Why no swatch of a group counts, and what would make them, most frequent first. */
export function whyNoneCounts(
  points: readonly Pick<StrengthPointView, 'swatchId' | 'code' | 'exclusion'>[],
): { swatchId: string; words: string }[] {
  const byReason = group(
    points.filter(({ exclusion }) => exclusion !== null),
    ({ exclusion }) => exclusion as Exclusion,
  )
  return [...byReason]
    .sort(([, a], [, b]) => b.length - a.length)
    .map(([exclusion, of]) => ({
      swatchId: present(of[0]).swatchId,
      words: [
        `${codesInWords(of.map(({ code }) => code))}: ${EXCLUSION_WORDS[exclusion]}`,
        EXCLUSION_ADVICE[exclusion],
      ]
        .filter(Boolean)
        .join('; '),
    }))
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
