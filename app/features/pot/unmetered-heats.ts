/** Heats whose power nobody knows, and so their degrees: they are read, or not known. */
export const UNMETERED_HEATS = ['roaster', 'open fire'] as const
export type UnmeteredHeat = (typeof UNMETERED_HEATS)[number]

export const isUnmetered = (burner: string): burner is UnmeteredHeat =>
  (UNMETERED_HEATS as readonly string[]).includes(burner)
