import { describe, expect, test } from '@jest/globals'
import { SOURCES } from '../../../../catalogue/sources'
import { gatheringCautions, type GatheringFacts } from '../../../../core/safety/gathering'
import { neverTogether } from '../../../../core/safety/never-together'

const facts = (fields: Partial<GatheringFacts> = {}): GatheringFacts => ({
  group: 'plant',
  stopGroup: null,
  sureness: 'sure',
  poisonous: false,
  lookAlikes: null,
  caution: null,
  hazards: [],
  ...fields,
})
const keys = (fields: Partial<GatheringFacts>) =>
  gatheringCautions(facts(fields)).map(({ key, level }) => `${level} ${key}`)

describe('cautions of a gathering', () => {
  test('nothing noted is not the same as safe', () => {
    expect(keys({})).toEqual(['mind unknown'])
    expect(gatheringCautions(facts())[0]!.words).toContain('not known to be safe')
  })

  test.each([
    [{ stopGroup: 'fungus' as const, sureness: 'likely' as const }, 'stop unsure'],
    [{ stopGroup: 'umbellifer' as const, sureness: 'unsure' as const }, 'stop unsure'],
    [{ stopGroup: 'protected' as const }, 'stop protected'],
    [{ sureness: 'unsure' as const }, 'grave unsure'],
    [{ poisonous: true }, 'grave poisonous'],
    [{ lookAlikes: 'hemlock' }, 'mind lookAlike'],
    [{ hazards: ['road'] }, 'grave road'],
    [{ hazards: ['spray'] }, 'grave spray'],
    [{ hazards: ['dogs'] }, 'mind dogs'],
  ])('%j brings %s', (fields, expected) => expect(keys(fields)).toContain(expected))

  test('a sure name lifts the stop of fungi and umbellifers, never that of the protected', () => {
    expect(keys({ stopGroup: 'fungus' })).not.toContain('stop unsure')
    expect(keys({ stopGroup: 'protected', sureness: 'sure' })).toContain('stop protected')
  })

  test('the stop says whom to ask and does not claim the law', () => {
    const words = gatheringCautions(facts({ stopGroup: 'protected' }))[0]!.words
    expect(words).toContain('ask')
    expect(words).toContain('is not known here')
  })

  test('a poisonous source says so, whatever else it says', () => {
    for (const source of SOURCES.filter(({ poisonous }) => poisonous)) {
      const [first] = gatheringCautions(facts({ ...source, sureness: 'sure' })).filter(
        ({ key }) => key === 'poisonous',
      )
      expect([source.key, /poison/i.test(first!.words)]).toEqual([source.key, true])
    }
  })
})

describe('what must never meet', () => {
  const jar = { agent: 'ammonia' as const, on: '2026-09-09', where: 'jar OCH-26-02' }
  const spot = { agent: 'bleach' as const, on: '2026-09-09', where: 'spot test on CRO-26-01' }
  const vinegar = { agent: 'acid' as const, on: '2026-09-09', where: 'an acid bath' }

  test('ammonia and bleach on one day stop, and name both', () => {
    const card = neverTogether([jar, spot], '2026-09-09')!
    expect(card.level).toBe('stop')
    expect(card.words).toContain('jar OCH-26-02')
    expect(card.words).toContain('spot test on CRO-26-01')
    expect(card.words).toContain('chloramine')
  })

  test('bleach and acid stop too', () => {
    expect(neverTogether([spot, vinegar], '2026-09-09')!.words).toContain('chlorine')
  })

  test('either alone, or on different days, does not', () => {
    expect(neverTogether([jar, vinegar], '2026-09-09')).toBeNull()
    expect(neverTogether([spot], '2026-09-09')).toBeNull()
    expect(neverTogether([jar, { ...spot, on: '2026-09-08' }], '2026-09-09')).toBeNull()
  })
})
