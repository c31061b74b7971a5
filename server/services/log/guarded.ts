import { standingGuards, type Guard, type Override } from '../../../core/safety/guards'
import { Refusal } from './failures'
import { first } from '../../../core/present'

/** Refuses what a guard stands against that nobody gave a word of why for. */
export function refuseStanding(guards: readonly Guard[], overrides: readonly Override[]): void {
  const standing = standingGuards(guards, overrides)
  if (standing.length === 0) return
  const said = ({ words, level }: Guard) =>
    level === 'stop' ? words : `${words} Say why, if you mean it.`
  throw new Refusal(422, 'Something to clear up first', said(first(standing)), {
    errors: standing.map((guard) => ({
      pointer: `/overrides/${guard.code}`,
      detail: said(guard),
    })),
  })
}
