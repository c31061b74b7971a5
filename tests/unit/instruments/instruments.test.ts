import { describe, expect, test } from '@jest/globals'
import { nextDose } from '../../../core/acid-base/next-dose'
import { heatingTime } from '../../../core/bath/heating'
import { lossW, lossyHeatingTime } from '../../../core/bath/lossy-heating'
import { noiseAt } from '../../../instruments/instrument'
import { simulatedBath } from '../../../instruments/simulated-bath'
import { kettleTempC, type Kettle, type KettleEvent } from '../../../instruments/simulated-kettle'
import { simulatedProbe } from '../../../instruments/simulated-probe'
import { simulatedScale } from '../../../instruments/simulated-scale'

const MINUTE = 60_000

const kettle = (fields: Partial<Kettle> = {}): Kettle => ({
  vesselL: 10,
  waterL: 6,
  fromC: 15,
  roomC: 20,
  altitudeM: 0,
  powerW: 1800,
  intoPot: 0.6,
  lid: 'on',
  ...fields,
})
const ON: KettleEvent[] = [{ at: 0, kind: 'heat', isOn: true }]

/** Minutes until the simulated kettle stands at a temperature. */
function simulatedMinutes(pot: Kettle, toC: number): number {
  for (let minute = 0; minute < 1000; minute += 0.5) {
    if (kettleTempC(pot, ON, 0, minute * MINUTE) >= toC) return minute
  }
  return Infinity
}

describe('heating', () => {
  test('the loss-free formula is the textbook: 1 kg of water, 80 K, 1 kW', () => {
    // Q = m c dT = 1 kg x 4.186 kJ/(kg K) x 80 K = 334.9 kJ; at 1 kW 334.9 s
    const { minutes } = heatingTime({
      waterL: 1,
      fromC: 20,
      toC: 100 - 0.03,
      powerW: 1000,
      efficiency: 1,
    })
    expect(minutes * 60).toBeCloseTo(4.186 * 79.97, 1)
  })

  test.each([
    ['six litres under a lid', kettle(), 82],
    ['six litres open', kettle({ lid: 'off' }), 82],
    ['two litres on a small plate', kettle({ vesselL: 3, waterL: 2, powerW: 1000 }), 80],
    ['fifteen litres', kettle({ vesselL: 20, waterL: 15, powerW: 2500, intoPot: 0.55 }), 85],
    ['a weak plate, lid ajar', kettle({ vesselL: 5, waterL: 3.5, powerW: 800, lid: 'ajar' }), 75],
  ])('the formula with losses is within 10 %% of the simulated kettle: %s', (_, pot, toC) => {
    const told = lossyHeatingTime({
      waterL: pot.waterL,
      vesselL: pot.vesselL,
      fromC: pot.fromC,
      toC,
      powerW: pot.powerW,
      intoPot: pot.intoPot,
      lid: pot.lid,
      potKjPerK: pot.vesselL * 0.15 * 0.49,
    })
    const simulated = simulatedMinutes(pot, toC)
    expect(told.minutes! / simulated).toBeGreaterThan(0.9)
    expect(told.minutes! / simulated).toBeLessThan(1.1)
  })

  test('without losses worth the name both formulas agree; with them it takes longer', () => {
    const asked = { waterL: 5, vesselL: 6, fromC: 20, toC: 30, powerW: 2000 }
    const free = heatingTime({ ...asked, efficiency: 0.6 }).minutes
    const lossy = lossyHeatingTime({ ...asked, intoPot: 0.6, lid: 'on' }).minutes!
    expect(lossy).toBeGreaterThan(free)
    expect((lossy - 1.5) / free).toBeLessThan(1.02)
  })

  test('a plate too weak says how hot it gets at most instead of a time', () => {
    const asked = { waterL: 15, vesselL: 20, fromC: 15, toC: 90, powerW: 500, intoPot: 0.5 }
    const { minutes, maxTempC } = lossyHeatingTime({ ...asked, lid: 'off' })
    expect(minutes).toBeNull()
    expect(lossW(20, { tempC: maxTempC, roomC: 20, lid: 'off' })).toBeCloseTo(250, 0)
  })

  test('refuses a goal below the start, or above the boil at that height', () => {
    const asked = {
      waterL: 1,
      vesselL: 2,
      fromC: 50,
      powerW: 1000,
      intoPot: 0.6,
      lid: 'on' as const,
    }
    expect(() => lossyHeatingTime({ ...asked, toC: 40 })).toThrow('toC must not be below fromC')
    expect(() => lossyHeatingTime({ ...asked, toC: 98, altitudeM: 1500 })).toThrow(
      'boiling point at 1500 m',
    )
  })
})

describe('the simulated kettle', () => {
  test('is held by a hand on the dial, cools when the heat is off, and never passes the boil', () => {
    const pot = kettle()
    const held: KettleEvent[] = [
      { at: 0, kind: 'heat', isOn: true, holdC: 82 },
      { at: 120 * MINUTE, kind: 'heat', isOn: false },
    ]
    expect(kettleTempC(pot, held, 0, 110 * MINUTE)).toBeCloseTo(82, 0)
    const after = kettleTempC(pot, held, 0, 240 * MINUTE)
    expect(after).toBeLessThan(75)
    expect(after).toBeGreaterThan(40)
    // an open surface stands a little under the room: it goes on evaporating
    expect(Math.abs(kettleTempC(pot, held, 0, 5000 * MINUTE) - 20)).toBeLessThan(1.5)
    expect(kettleTempC(kettle({ powerW: 4000 }), ON, 0, 200 * MINUTE)).toBeCloseTo(99.97, 1)
    // 94.99 °C at 1,500 m: the steam tables' boiling point at 845.6 hPa
    expect(kettleTempC(kettle({ altitudeM: 1500 }), ON, 0, 300 * MINUTE)).toBeCloseTo(95, 0)
  })

  test('boiling water poured in is mixed by heat', () => {
    const poured: KettleEvent[] = [{ at: 0, kind: 'water', litres: 6, tempC: 95 }]
    expect(kettleTempC(kettle(), poured, 0, 2_000)).toBeCloseTo((15 + 95) / 2, 0)
  })
})

describe('the simulated scale', () => {
  test('settles, and shows the load to a tenth; a tare takes the bowl away', () => {
    const scale = simulatedScale(7, 0)
    scale.put(251.3, 1000)
    expect(scale.read(1200).isSettled).toBe(false)
    expect(scale.read(1200).massG).toBeLessThan(240)
    const still = scale.read(6000)
    expect(still.isSettled).toBe(true)
    expect(Math.abs(still.massG - 251.3)).toBeLessThanOrEqual(0.2)
    scale.tare(7000)
    expect(Math.abs(scale.read(7100).massG)).toBeLessThanOrEqual(0.2)
    scale.put(351.3, 8000)
    expect(Math.abs(scale.read(14_000).massG - 100)).toBeLessThanOrEqual(0.2)
  })

  test('its zero creeps, and no further than its most', () => {
    const scale = simulatedScale(7, 0)
    expect(Math.abs(scale.read(10 * MINUTE).massG)).toBeGreaterThanOrEqual(0.1)
    expect(Math.abs(scale.read(1000 * MINUTE).massG)).toBeLessThanOrEqual(0.5)
  })
})

describe('the simulated bath and probe', () => {
  test('begins where it is told, for any seed; soda raises it and vinegar lowers it', () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const bath = simulatedBath(seed / 7, 5.5)
      expect(bath.phWith([], 4)).toBeCloseTo(5.5, 2)
      expect(bath.phWith([{ agent: 'sodaAsh', massG: 4 }], 4)).toBeGreaterThan(6)
      expect(bath.phWith([{ agent: 'vinegar', massG: 40 }], 4)).toBeLessThan(5.2)
    }
  })

  test('tells the same at the same instant, however often it is asked or begun anew', () => {
    const pot = () => ({
      kettle: kettle(),
      since: 0,
      heat: ON,
      startPh: 5.5,
      additions: [{ at: 30 * MINUTE, addition: { agent: 'sodaAsh' as const, massG: 2 } }],
    })
    const probe = simulatedProbe(11, pot)
    const again = simulatedProbe(11, pot)
    expect(probe.read(20 * MINUTE)).toEqual(again.read(20 * MINUTE))
    expect(probe.read(20 * MINUTE).ph).toBeCloseTo(5.5, 0)
    const soon = probe.read(30 * MINUTE + 1_000)
    expect(soon.isSettled).toBe(false)
    expect(probe.read(33 * MINUTE).ph).toBeGreaterThan(soon.ph)
    expect(probe.read(33 * MINUTE).isSettled).toBe(true)
  })

  test('its noise is about normal, and the same for the same seed and instant', () => {
    const values = Array.from({ length: 4000 }, (_, i) => noiseAt(3, i * 1000, 1000))
    const mean = values.reduce((sum, v) => sum + v, 0) / values.length
    const sd = Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length)
    expect(Math.abs(mean)).toBeLessThan(0.08)
    expect(sd).toBeGreaterThan(0.85)
    expect(sd).toBeLessThan(1.15)
    expect(noiseAt(3, 5000, 1000)).toBe(noiseAt(3, 5999, 1000))
  })

  test('the helper takes twenty simulated baths from 5.5 to 9 and none past 10', () => {
    let near = 0
    for (let seed = 1; seed <= 20; seed++) {
      const bath = simulatedBath(seed / 31, 5.5)
      const waterL = 4
      let givenG = 0
      const truePh = () => bath.phWith([{ agent: 'sodaAsh', massG: givenG }], waterL)
      const readings = [{ totalMassG: 0, ph: truePh() + 0.03 * noiseAt(seed, 0, 1) }]
      for (let i = 1; i < 20; i++) {
        const advice = nextDose({ waterL, agent: 'sodaAsh', readings, target: 9, cap: 10 })
        if (advice.stop) break
        givenG += advice.nextMassG
        expect(truePh()).toBeLessThanOrEqual(10)
        readings.push({ totalMassG: givenG, ph: truePh() + 0.03 * noiseAt(seed, i, 1) })
      }
      if (Math.abs(truePh() - 9) <= 0.3) near++
    }
    expect(near).toBeGreaterThanOrEqual(16)
  })
})
