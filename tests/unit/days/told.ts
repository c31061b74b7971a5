import type { PotDraft } from '../../../app/features/pot/pot-draft'
import type { NewPiece } from '../../../shared/schemas/basket/piece'
import type { DyeDay } from './dye-day'

/** A day, and what is kept of it: a fact a line, a list for each pot. Invented. */
export type ToldDay = [name: string, day: DyeDay, kept: string[][]]

export const ON = '2026-08-20'
export const alum = (percentWof?: number): NewPiece['treatments'] => [mordanted('alum', percentWof)]
export const mordanted = (
  agent: NonNullable<NewPiece['treatments'][number]['agent']>,
  percentWof?: number,
): NewPiece['treatments'][number] => ({
  kind: 'mordant',
  agent,
  ...(percentWof !== undefined && { percentWof }),
  doneOn: '',
})
export const add = (
  agent: PotDraft['additions'][number]['agent'],
  massG: number | null,
  when: 'before' | 'in' | 'after' = 'in',
) => ({ agent, form: '', massG, when })
