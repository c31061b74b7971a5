import dayjs from 'dayjs'
import { newId } from '~~/shared/ids'
import type { NewPotEvent, PotEventData } from '~~/shared/schemas/pot/pot-event'
import type { PlannedAddition } from '~~/shared/schemas/pot/pot-plan'
import type { PotDraft } from '../pot-draft'

const MIN_MS = 60_000
/** A day whose hour nobody knows: noon, give or take half of it. */
const HALF_DAY_MIN = 12 * 60
/** So near its own time a note is kept where the clock is known. */
const BY_THE_CLOCK_MIN = 5

type Told = Pick<PotDraft, 'dyedOn' | 'additions' | 'ph' | 'pulls' | 'minutes' | 'inJars' | 'past'>

/**
 * What is remembered of a pot as notes, in the order it happened: the pieces in, what was stirred
 * in, what was seen, the pieces out. Where nobody knows the hour, each note says so by its tolerance;
 * minutes between them stay what was told.
 *
 * @param pieceIds that were in it
 * @param additions that went into it; in jars, its share of them
 * @param now ms since 1970
 */
export function pastNotes(
  draft: Told,
  pieceIds: readonly string[],
  additions: readonly PlannedAddition[],
  now = Date.now(),
): NewPotEvent[] {
  const { dyedOn, ph, pulls, past } = draft
  const isTimed = past.startedAt !== ''
  const { minutes } = draft
  const timeIn = (id: string) => pulls[id] ?? minutes
  const longest = Math.max(0, ...pieceIds.map((id) => timeIn(id) ?? 0))
  const last = Math.max(longest, ...past.looks.map(({ afterMin }) => afterMin ?? 0))
  const start = isTimed
    ? dayjs(`${dyedOn}T${past.startedAt}`)
    : // of today, noon may be still to come
      dayjs(Math.min(+dayjs(`${dyedOn}T12:00`), now - last * MIN_MS))
  const toleranceMin = isTimed ? BY_THE_CLOCK_MIN : HALF_DAY_MIN
  const note = <K extends NewPotEvent['kind']>(
    kind: K,
    afterMin: number | null,
    data: PotEventData[K],
    words = '',
  ) =>
    ({
      id: newId(),
      kind,
      at: dayjs(+start + (afterMin ?? 0) * MIN_MS).format(),
      toleranceMin: afterMin === null ? HALF_DAY_MIN : toleranceMin,
      note: words,
      stepId: null,
      data,
    }) as NewPotEvent

  // what goes in at the end goes in before the last piece comes out
  const stirredAt = { before: -1, in: 0, after: longest - Math.min(1, longest / 2) }
  const stirred = additions.map(({ when, ...added }) =>
    note('add', stirredAt[when], { ...NOTHING_ADDED, ...added }),
  )
  // brought to a pH with something: that it went in is known, how much is not
  const shifted =
    ph && !additions.some(({ agent }) => agent === ph.agent)
      ? [note('add', 0, { ...NOTHING_ADDED, agent: ph.agent, massG: null })]
      : []
  const out = pieceIds.flatMap((id) => {
    const after = timeIn(id)
    return after === null ? [] : [note('pull', after, { pieceIds: [id] })]
  })
  const seen = past.looks.flatMap((look) => lookNotes(look, pieceIds, note))
  return [note('enter', 0, { pieceIds: [...pieceIds] }), ...stirred, ...shifted, ...seen, ...out]
}

type Noting = <K extends NewPotEvent['kind']>(
  kind: K,
  afterMin: number | null,
  data: PotEventData[K],
  words?: string,
) => NewPotEvent

function lookNotes(
  { afterMin, pieceId, how, hex, words, tempC, ph }: PotDraft['past']['looks'][number],
  pieceIds: readonly string[],
  note: Noting,
): NewPotEvent[] {
  // in jars, each pot has its own piece: a look at another belongs to that one
  if (pieceId && !pieceIds.includes(pieceId)) return []
  const of = pieceId ? ('piece' as const) : ('bath' as const)
  const isLook = hex !== '' || words !== ''
  const isReading = tempC !== null || ph !== null
  return [
    ...(isLook
      ? [note('look', afterMin, { of, how, pieceId: pieceId || null, hex: hex || null }, words)]
      : []),
    ...(isReading ? [note('reading', afterMin, { tempC, ph, dialC: null, by: 'typed' })] : []),
  ]
}

const NOTHING_ADDED: PotEventData['add'] = {
  agent: null,
  form: '',
  massG: 0,
  shelfId: null,
  lotId: null,
  waterL: 0,
  waterC: null,
}
