import type { Pot, PotLot } from '../../schemas/pot/pot'

/** Binary dust of sums of milligrams. */
const DUST_G = 1e-6

/** What a pot took of its lots when it was begun: without what was added on the way. */
export function lotsAtFirst({ lots, events }: Pick<Pot, 'lots' | 'events'>): PotLot[] {
  return lots.flatMap((lot) => {
    const added = events.filter(({ kind, data }) => kind === 'add' && data.lotId === lot.lotId)
    if (added.length === 0) return [lot]
    const addedG = added.reduce(
      (sum, { data }) => sum + ('massG' in data ? (data.massG ?? 0) : 0),
      0,
    )
    const massG = lot.massG - addedG
    return massG > DUST_G ? [{ ...lot, massG }] : []
  })
}
