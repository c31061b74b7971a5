/** A weak acid with its steps of losing a proton, or the acid of a weak base. */
export interface AcidSteps {
  /** Charge with all protons on. */
  topCharge: number
  /** Thermodynamic (I = 0), 25 °C, in the order in which protons leave. */
  pKas: readonly number[]
}

/**
 * Weak acids of baths and additions.
 *
 * Source: NIST and CRC Handbook thermodynamic values at 25 °C (from memory).
 */
export const ACIDS = {
  carbonic: { topCharge: 0, pKas: [6.352, 10.329] },
  acetic: { topCharge: 0, pKas: [4.756] },
  ammonium: { topCharge: 1, pKas: [9.245] },
  citric: { topCharge: 0, pKas: [3.128, 4.761, 6.396] },
  tartaric: { topCharge: 0, pKas: [3.036, 4.366] },
  /** Ca2+, which holds a hydroxide in strong lye: CaOH+, log K 1.22. */
  calcium: { topCharge: 2, pKas: [12.775] },
  oxalic: { topCharge: 0, pKas: [1.252, 4.266] },
} as const satisfies Record<string, AcidSteps>
export type AcidName = keyof typeof ACIDS

/** Ion product of water at 25 °C (I = 0). */
export const PK_WATER = 13.995
/** Solubility products at 25 °C (I = 0): slaked lime, and calcite for chalk. From memory. */
export const LOG_KSP = { lime: -5.2, calcite: -8.48 } as const
