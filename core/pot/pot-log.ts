/** Everything that is noted of a pot while it runs, in the order it happened. */
export type PotNote = { at: number } & (
  | { kind: 'reading'; tempC: number | null; ph: number | null }
  | { kind: 'add'; agent: string; massG: number; form: string; waterL: number }
  | { kind: 'enter' | 'pull'; pieceIds: readonly string[] }
  | { kind: 'heat'; isOn: boolean }
  | { kind: 'other' }
)

/** Time a piece has been in the liquor; `since` where it is in now, ms since 1970. */
interface PieceTime {
  pieceId: string
  firstIn: number | null
  since: number | null
  /** Minutes of all its stays up to now. */
  minutes: number
}

interface AgentTotal {
  agent: string
  form: string
  massG: number
}

/** What a pot's notes come to. */
export interface PotSum {
  pieces: PieceTime[]
  /** The latest of each, and when; null: never read. */
  temp: { tempC: number; at: number } | null
  ph: { ph: number; at: number } | null
  /** Hottest reading at all, and while pieces were in. */
  topC: number | null
  topInC: number | null
  /** Hottest reading while no piece was in: of the plant being drawn out. */
  topOutC: number | null
  agents: AgentTotal[]
  addedL: number
  isHeated: boolean
}

const MS_PER_MIN = 60_000

/**
 * Adds up a pot's notes: who was in for how long, what went in, how hot it got.
 *
 * @param now ms since 1970: a piece still in counts up to it
 */
export function sumPot(
  pieceIds: readonly string[],
  notes: readonly PotNote[],
  now: number,
): PotSum {
  const sum: PotSum = {
    pieces: pieceIds.map((pieceId) => ({ pieceId, firstIn: null, since: null, minutes: 0 })),
    temp: null,
    ph: null,
    topC: null,
    topInC: null,
    topOutC: null,
    agents: [],
    addedL: 0,
    isHeated: false,
  }
  const byId = new Map(sum.pieces.map((piece) => [piece.pieceId, piece]))
  const inOrder = [...notes].sort((a, b) => a.at - b.at)
  for (const note of inOrder) {
    if (note.kind === 'reading') read(sum, note)
    else if (note.kind === 'add') add(sum, note)
    else if (note.kind === 'heat') sum.isHeated = note.isOn
    else if (note.kind !== 'other') {
      for (const id of note.pieceIds) {
        const piece = byId.get(id)
        if (piece) move(piece, note.kind === 'enter', note.at)
      }
    }
  }
  for (const piece of sum.pieces) {
    if (piece.since !== null) piece.minutes += Math.max(0, now - piece.since) / MS_PER_MIN
  }
  return sum
}

function move(piece: PieceTime, isIn: boolean, at: number): void {
  if (isIn && piece.since === null) {
    piece.firstIn ??= at
    piece.since = at
  }
  if (!isIn && piece.since !== null) {
    piece.minutes += (at - piece.since) / MS_PER_MIN
    piece.since = null
  }
}

function read(sum: PotSum, { at, tempC, ph }: Extract<PotNote, { kind: 'reading' }>): void {
  if (tempC !== null) {
    sum.temp = { tempC, at }
    sum.topC = Math.max(sum.topC ?? tempC, tempC)
    if (sum.pieces.some(({ since }) => since !== null)) {
      sum.topInC = Math.max(sum.topInC ?? tempC, tempC)
    } else {
      sum.topOutC = Math.max(sum.topOutC ?? tempC, tempC)
    }
  }
  if (ph !== null) sum.ph = { ph, at }
}

function add(sum: PotSum, note: Extract<PotNote, { kind: 'add' }>): void {
  sum.addedL += note.waterL
  if (note.massG <= 0) return
  const known = sum.agents.find(({ agent, form }) => agent === note.agent && form === note.form)
  if (known) known.massG += note.massG
  else sum.agents.push({ agent: note.agent, form: note.form, massG: note.massG })
}

/**
 * Pieces that something stirred in at an instant reaches: those in the liquor then, and those that
 * go in later. A piece whose going in nobody noted counts as in: it was in this pot.
 *
 * @param at ms since 1970
 */
export function reachedBy(
  pieceIds: readonly string[],
  notes: readonly PotNote[],
  at: number,
): string[] {
  const moves = notes.filter(({ kind }) => kind === 'enter' || kind === 'pull')
  const { pieces } = sumPot(
    pieceIds,
    moves.filter((note) => note.at <= at),
    at,
  )
  return pieces
    .filter(({ pieceId, firstIn, since }) => {
      const isLater = moves.some(
        (note) => note.kind === 'enter' && note.at > at && note.pieceIds.includes(pieceId),
      )
      return since !== null || firstIn === null || isLater
    })
    .map(({ pieceId }) => pieceId)
}
