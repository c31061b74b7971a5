import { describe, expect, test } from '@jest/globals'
import { AGENT_KEYS, agentFacts, MORDANTS, NOT_OFFERED } from '../../../catalogue/agents'
import { FIBRE_KEYS, fibreFacts, FORM_FREEDOM, FORMS } from '../../../catalogue/fibres'
import { SCHEME_KEYS, schemeFacts, stagesOf } from '../../../catalogue/mordant-schemes'
import { bathSteps } from '../../../core/mordant/bath-steps'

const PROVENANCE = ['common practice', 'from memory']

describe('every fibre', () => {
  test.each(FIBRE_KEYS)('%s has its row complete', (key) => {
    const fibre = fibreFacts(key)
    expect(fibre.label.length).toBeGreaterThan(2)
    expect(fibre.code).toMatch(/^[A-Z]{3}$/)
    expect(fibre.handling).toMatch(/^[A-Z].{20,}\.$/)
    expect(fibre.forms.length).toBeGreaterThan(0)
    for (const form of fibre.forms) expect(FORMS).toContain(form)
    const { maxTempC, ph, mostIronPercent } = fibre.limits
    if (maxTempC !== null) expect(maxTempC).toBeGreaterThan(40)
    expect(ph[0]).toBeGreaterThan(0)
    expect(ph[1]).toBeGreaterThan(ph[0])
    expect(mostIronPercent).toBeGreaterThan(0)
    expect(fibre.wetOutMin).toBeGreaterThan(0)
    expect(fibre.ways.length).toBeGreaterThan(0)
    if (fibre.shrinksPercent)
      expect(fibre.shrinksPercent[1]).toBeGreaterThan(fibre.shrinksPercent[0])
    if (fibre.scheme !== 'none') expect(SCHEME_KEYS).toContain(fibre.scheme)
    expect(PROVENANCE).toContain(fibre.provenance)
  })

  test('has tags of its own', () => {
    expect(new Set(FIBRE_KEYS.map((key) => fibreFacts(key).code)).size).toBe(FIBRE_KEYS.length)
  })

  // common practice, no source: cold baths only; cotton cloth shrinks 10-20 %
  test('skins and gut are never in heat, and cotton shrinks', () => {
    const cold = FIBRE_KEYS.filter((key) => fibreFacts(key).limits.maxTempC === null)
    expect(cold).toEqual(['leather', 'brainTanned', 'vegTanned', 'fishSkin', 'gut'])
    expect(fibreFacts('cotton').shrinksPercent).toEqual([10, 20])
    expect(FORM_FREEDOM.yarn.leastLPerKg).toBe(20)
  })

  test('hides are oiled again, and gut barely takes dye', () => {
    for (const key of ['leather', 'brainTanned', 'vegTanned', 'fishSkin'] as const) {
      expect(fibreFacts(key).oils).toMatch(/oil/i)
    }
    expect(fibreFacts('gut').takes).toBe('barely')
  })
})

describe('every agent', () => {
  test.each(AGENT_KEYS)('%s has its row complete', (key) => {
    const agent = agentFacts(key)
    expect(agent.label.length).toBeGreaterThan(2)
    expect(agent.chemical.length).toBeGreaterThan(4)
    expect(agent.caution).toMatch(/^[A-Z].*\.$/)
    expect(agent.storage).toMatch(/^[A-Z].*\.$/)
    expect(['powder', 'liquid']).toContain(agent.is)
    expect(PROVENANCE).toContain(agent.provenance)
  })

  test.each(Object.entries(MORDANTS))('%s has a usual percentage within its range', (_, facts) => {
    expect(facts.usualPercentWof).toBeGreaterThanOrEqual(facts.rangePercentWof[0])
    expect(facts.usualPercentWof).toBeLessThanOrEqual(facts.rangePercentWof[1])
  })

  test('chrome, tin and lead are not among them, and it is said why', () => {
    const offered = AGENT_KEYS.map((key) => `${key} ${agentFacts(key).chemical}`).join(' ')
    for (const { label, chemical, why } of NOT_OFFERED) {
      expect(offered).not.toMatch(new RegExp(`\\b${label}\\b|${chemical}`, 'i'))
      expect(why.length).toBeGreaterThan(40)
    }
    expect(NOT_OFFERED.map(({ label }) => label)).toEqual(['chrome', 'tin', 'lead'])
  })
})

describe('every scheme', () => {
  test.each(SCHEME_KEYS)('%s has its row complete, and steps for each of its heats', (key) => {
    const scheme = schemeFacts(key)
    expect(scheme.order).toMatch(/^[A-Z].{20,}\.$/)
    expect(PROVENANCE).toContain(scheme.provenance)
    for (const { agents } of scheme.stages) {
      for (const { agent, usualPercentWof, rangePercentWof } of agents) {
        expect(AGENT_KEYS).toContain(agent)
        expect(usualPercentWof).toBeGreaterThanOrEqual(rangePercentWof[0])
        expect(usualPercentWof).toBeLessThanOrEqual(rangePercentWof[1])
      }
    }
    for (const heat of scheme.heats) {
      const steps = bathSteps({
        heat,
        finish: 'dried',
        rinse: false,
        wetOutMin: 30,
        stages: stagesOf(key),
      })
      expect(steps.filter(({ kind }) => kind === 'hold')).toHaveLength(scheme.stages.length)
    }
  })

  test('vinegar, salt and chalk are shown as no mordant', () => {
    const none = SCHEME_KEYS.filter((key) => !schemeFacts(key).bonds)
    expect(none).toEqual(['chalk', 'vinegarBoil', 'saltBoil'])
    for (const key of none) expect(schemeFacts(key).mark).toBe('none')
  })
})
