import type { Pot } from '../../schemas/pot/pot'

/** Whose log a pot came out of: its lots say so; empty: it is one's own. */
export const fromLogOf = ({ lots }: Pick<Pot, 'lots'>): string =>
  lots.find(({ fromLog }) => fromLog !== '')?.fromLog ?? ''
