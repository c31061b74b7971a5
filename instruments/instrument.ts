/** What a scale tells. */
export interface ScaleReading {
  massG: number
  /** It has come to rest: only then is a weight worth taking down. */
  isSettled: boolean
}

/** What a thermometer with a pH probe tells. */
export interface ProbeReading {
  tempC: number
  ph: number
  isSettled: boolean
}

/**
 * A device that is read over and over. Real ones would fill the same interface; the ones that ship
 * are simulations, and say so wherever their numbers show.
 */
export interface Instrument<Reading> {
  readonly name: string
  readonly isSimulated: boolean
  /** @param at ms since 1970, never before the call before it */
  read(at: number): Reading
}

/** Noise that is the same for the same seed and instant, so that a restart changes no reading. */
export function noiseAt(seed: number, at: number, everyMs: number): number {
  let x = Math.imul((seed ^ Math.floor(at / everyMs)) >>> 0, 0x9e3779b1) >>> 0
  const next = () => {
    x ^= x << 13
    x ^= x >>> 17
    x ^= x << 5
    return (x >>> 0) / 2 ** 32
  }
  for (let i = 0; i < 4; i++) next()
  // a sum of twelve even draws is normal enough for a reading's last digit
  let sum = -6
  for (let i = 0; i < 12; i++) sum += next()
  return sum
}
