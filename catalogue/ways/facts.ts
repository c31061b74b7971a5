import type { WayStep } from '../../core/pot/way-steps'

/** When a piece is rinsed: `later` is after it dried for 24 hours. */
type RinseRule = 'now' | 'later' | 'none'

/** A way a source gives its colour. Times and temperatures are common practice, no source. */
export interface WayFacts {
  label: string
  /** In one sentence. */
  words: string
  steps: readonly WayStep[]
  /** Temperature of the liquor while pieces are in it, °C; null: as the room is. */
  dyeC: number | null
  /** Minutes in the liquor, as a rule. */
  dyeMin: number
  /** Whether the stuff is strained out before pieces go in. */
  strained: boolean
  rinse: RinseRule
  /** What the liquor brings that must not meet bleach. */
  brings: readonly ('ammonia' | 'acid' | 'alkali')[]
  caution: string
}

const DAY = 24 * 60

type Loose = Omit<WayStep, 'after'> & { after?: WayStep['after'] }

/** What goes on in hot liquor follows at once: nobody heats a pot tonight to simmer it tomorrow. */
const AT_ONCE_MIN = 15
const isHot = ({ kind, tempC }: Loose) =>
  tempC !== null && (kind === 'extract' || kind === 'dye' || kind === 'heat')

/** Steps one after the other; a step may name others it waits for. */
export const inLine = (...steps: Loose[]): WayStep[] =>
  steps.map((step, i) => {
    const before = steps[i - 1]
    if (step.after || !before) return { ...step, after: step.after ?? [] }
    const atOnce = isHot(step) && (isHot(before) || before.kind === 'enter')
    return { ...step, after: [{ id: before.id, ...(atOnce && { maxLagMin: AT_ONCE_MIN }) }] }
  })

export const prepare = (words: string, minutes = 20): Loose => ({
  id: 'prepare',
  kind: 'prepare',
  words,
  minutes,
  mostMinutes: null,
  tempC: null,
  attended: true,
})

export const heat = (toC: number, id = 'heat', words = `Heat to ${toC} °C`): Loose => ({
  id,
  kind: 'heat',
  words,
  minutes: 45,
  mostMinutes: null,
  tempC: toC,
  burner: true,
})

export const extract = (atC: number, minutes: number, more: Partial<Loose> = {}): Loose => ({
  id: 'extract',
  kind: 'extract',
  words: 'Simmer until the liquor is dark and the stuff pale',
  minutes,
  mostMinutes: 5 * 60,
  tempC: atC,
  burner: true,
  look: 'Is the liquor dark, the stuff pale?',
  lookEveryMin: 20,
  ...more,
})

export const strain = (words = 'Strain', id = 'strain'): Loose => ({
  id,
  kind: 'strain',
  words,
  minutes: 10,
  mostMinutes: 60,
  tempC: null,
  attended: true,
})

/** Beside the extraction: pieces go in wet. */
export const wetOut = (words = 'Wet out the pieces, warm'): Loose => ({
  id: 'wetOut',
  kind: 'wetOut',
  words,
  minutes: 30,
  mostMinutes: DAY,
  tempC: null,
  after: [],
})

/** In with the pieces once the liquor and they are ready. */
export const enter = (liquorStep: string, words = 'Enter the pieces, wet and warm'): Loose => ({
  id: 'enter',
  kind: 'enter',
  words,
  minutes: 5,
  mostMinutes: 30,
  tempC: null,
  attended: true,
  after: [{ id: liquorStep }, { id: 'wetOut', maxLagMin: DAY }],
})

export const dye = (atC: number | null, minutes: number, more: Partial<Loose> = {}): Loose => ({
  id: 'dye',
  kind: 'dye',
  words: 'Turn gently, look early',
  minutes,
  mostMinutes: null,
  tempC: atC,
  burner: atC !== null,
  look: 'Deep enough?',
  lookEveryMin: 15,
  ...more,
})

export const coolOvernight: Loose = {
  id: 'cool',
  kind: 'cool',
  words: 'Cool in the bath, overnight if it may',
  minutes: 8 * 60,
  mostMinutes: DAY,
  tempC: null,
}

export const lift: Loose = {
  id: 'lift',
  kind: 'lift',
  words: 'Lift, drain and press',
  minutes: 10,
  mostMinutes: null,
  tempC: null,
  attended: true,
}
