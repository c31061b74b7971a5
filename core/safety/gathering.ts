/** Something to mind, said where the hand is. */
export interface Caution {
  key: string
  /** `stop`: not to be done before it is cleared up; `grave`: can do lasting harm. */
  level: 'stop' | 'grave' | 'mind'
  words: string
}

export type Sureness = 'sure' | 'likely' | 'unsure'

export interface GatheringFacts {
  group: 'plant' | 'fungus' | 'lichen' | 'insect'
  stopGroup: 'fungus' | 'umbellifer' | 'protected' | null
  sureness: Sureness
  poisonous: boolean
  lookAlikes: string | null
  /** What is noted of the source itself. */
  caution: string | null
  /** Of the patch. */
  hazards: readonly string[]
}

const WHOM: Record<'fungus' | 'umbellifer' | 'protected', string> = {
  fungus: 'An unsure fungus is not gathered: ask a local mycological society.',
  umbellifer: 'An unsure umbellifer is not gathered, its kin kill: ask a botanical society.',
  protected:
    'Protected in places: ask the landowner and the local nature authority first. What the law says there is not known here.',
}

const HAZARDS: Record<string, string> = {
  road: 'Roadside: traffic, and soil that holds what exhausts left. Stand off the road, and rather gather elsewhere.',
  spray: 'Sprayed verge or field: ask what and when; do not gather with bare hands.',
  dogs: 'Dogs loose here.',
  tide: 'Tide: know when the water turns.',
  steep: 'Steep or loose ground.',
}

/**
 * Whatever is to be minded at a gathering, the gravest first. Where nothing is noted it says that
 * this is not the same as safe.
 */
export function gatheringCautions(facts: GatheringFacts): Caution[] {
  const { stopGroup, sureness, poisonous, lookAlikes, caution, hazards } = facts
  const found: Caution[] = []
  if (stopGroup === 'protected') {
    found.push({ key: 'protected', level: 'stop', words: WHOM.protected })
  } else if (stopGroup && sureness !== 'sure') {
    found.push({ key: 'unsure', level: 'stop', words: WHOM[stopGroup] })
  } else if (sureness === 'unsure') {
    found.push({
      key: 'unsure',
      level: 'grave',
      words: 'The name is unsure: take a piece for naming and ask a second person, no more.',
    })
  }
  if (poisonous) {
    found.push({
      key: 'poisonous',
      level: 'grave',
      words: poisonWords(caution),
    })
  } else if (caution) found.push({ key: 'caution', level: 'mind', words: caution })
  if (lookAlikes)
    found.push({ key: 'lookAlike', level: 'mind', words: `Taken for it: ${lookAlikes}` })
  for (const hazard of hazards) {
    const words = HAZARDS[hazard]
    if (words)
      found.push({
        key: hazard,
        level: hazard === 'road' || hazard === 'spray' ? 'grave' : 'mind',
        words,
      })
  }
  if (!poisonous && !caution) {
    found.push({
      key: 'unknown',
      level: 'mind',
      words:
        'Nothing is noted against it here, which is not known to be safe: gloves, and not in food pots.',
    })
  }
  return found
}

function poisonWords(caution: string | null): string {
  if (!caution) return 'Poisonous: gloves, apart from food, out of reach of children.'
  return /poison/i.test(caution) ? caution : `Poisonous to eat. ${caution}`
}

export const HAZARD_KINDS = Object.keys(HAZARDS)
