import fc from 'fast-check'

/**
 * Properties are tried on the same values every time, so that a test that fails was broken by a
 * change; JUNIPER_HAZE_SEED tries others.
 */
fc.configureGlobal({ seed: Number(process.env.JUNIPER_HAZE_SEED ?? 20_261_123) })
