import { MORDANT_KEYS, MORDANTS } from '~~/catalogue/agents'
import { FIBRES, type Fibre } from '~~/catalogue/fibres'
import type { FastnessGroup, SourceFastness } from '~~/shared/views/fastness/fastness'
import type { Source } from '~~/shared/schemas/walk/source'
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import {
  dropSentence,
  halfLifeWords,
  lightVerdict,
  rubSentence,
  stripsWords,
  washSentence,
} from '~~/shared/words/fastness/half-life-words'

/** A line of the card: what it is about, and what is said of it. */
export interface CardLine {
  what: string
  says: string[]
}

const LIGHT = {
  good: 'Plants of this kind are said to hold well in the light; this one was not tested.',
  fair: 'Plants of this kind are said to hold fairly in the light; this one was not tested.',
  poor: 'Plants of this kind are said to fade: keep it out of the sun. This one was not tested.',
  unknown: 'Not tested in the light: keep it out of the sun.',
}

/**
 * What goes with a skein: how to wash it, how it holds, what moves it; measured where it was, else said to
 * be typical.
 *
 * @param sources what it is dyed with; tests speak of one source alone
 */
export function cardLines(
  sources: readonly Source[],
  fibre: Fibre,
  mordant: string,
  items: readonly SourceFastness[],
): CardLine[] {
  const [only] = sources
  const of = sources.length === 1 ? items.find(({ sourceId }) => sourceId === only?.id) : undefined
  const fibreClass = FIBRES[fibre].class
  const own = of?.groups.find((each) => each.fibreClass === fibreClass && each.mordant === mordant)
  const pick = <K extends keyof FastnessGroup>(name: K): FastnessGroup[K] | undefined => {
    const value = own?.[name]
    return (Array.isArray(value) ? value.length > 0 : value) ? value : of?.all[name]
  }
  const light = pick('light')
  const wash = pick('wash')
  const drops = pick('drops') ?? []
  const rub = rubSentence({ rub: pick('rub') ?? null })
  const worst = sources.some(({ fastness }) => fastness === 'poor')
    ? 'poor'
    : (only?.fastness ?? 'unknown')
  const isAnimal = FIBRES[fibre].origin !== 'cellulose'
  return [
    {
      what: 'Wash',
      says: [
        `By hand, in ${isAnimal ? 'cool water' : 'lukewarm water'} with a neutral soap, by itself the first time. Dry it in the shade.`,
        ...(wash ? [washSentence(wash)] : []),
      ],
    },
    { what: 'Light', says: [light ? lightForGiven(light) : LIGHT[worst]] },
    ...(drops.length > 0
      ? [{ what: 'Moves it', says: drops.map(dropSentence) }]
      : [
          {
            what: 'Moves it',
            says: ['Vinegar, soda and iron may turn it: nobody tried them on it.'],
          },
        ]),
    ...(rub ? [{ what: 'Rubbing', says: [rub] }] : []),
  ]
}

/** To whoever has the skein, not to who sells it. */
function lightForGiven(light: NonNullable<FastnessGroup['light']>): string {
  const half = halfLifeWords(light.halfLife, light.unit)
  const tested = `Tested by ${stripsWords(light)}${half && `: ${half}`}.`
  return lightVerdict(light) === 'holds'
    ? `It holds a summer in the window. ${tested}`
    : `Keep it out of the sun. ${tested}`
}

/** `with alum and iron`: marks are for dyers. */
export function mordantInFull(key: string): string {
  if (key === 'none' || key === 'unknown') return mordantKeyWords(key)
  const names = key
    .split(' ')
    .map((mark) => MORDANT_KEYS.find((agent) => MORDANTS[agent].mark === mark))
    .flatMap((agent) => (agent ? [MORDANTS[agent].label] : []))
  return names.length > 0 ? `with ${names.join(' and ')}` : mordantKeyWords(key)
}
