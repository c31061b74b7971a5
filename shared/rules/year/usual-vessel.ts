/** Where no vessel is listed, L; common practice for a kitchen, no source. */
export const USUAL_VESSEL_L = 10
