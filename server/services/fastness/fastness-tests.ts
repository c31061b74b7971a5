import type { Knex } from 'knex'
import {
  LOOK_COLOURS,
  PLAIN_LOOK,
  PLAIN_TEST,
  type FastnessTest,
  type FastnessTestChange,
  type FastnessTestQuery,
  type Look,
  type NewFastnessTest,
  type NewLook,
} from '../../../shared/schemas/fastness/fastness-test'
import type { NewReading } from '../../../shared/schemas/swatch/reading'
import { unacceptable } from '../log/failures'
import { plainKind } from '../log/plain-kind'
import type { RecordKind } from '../log/record-kind'
import { takeReading } from '../swatch/readings'

/** A test as its row holds it. */
type Kept = Omit<FastnessTest, 'rev' | 'createdAt' | 'updatedAt' | 'setAsideAt'>

const rows = plainKind<FastnessTest, Kept, Partial<Kept>, FastnessTestQuery>({
  collection: 'fastnessTests',
  noun: 'test',
  table: 'fastness_test',
  columns: {
    kind: 'kind',
    swatchId: 'swatch_id',
    blueWool: 'blue_wool',
    setKey: 'set_key',
    place: 'place',
    begunOn: 'begun_on',
    endedOn: 'ended_on',
    lookOn: 'look_on',
    light: 'light',
    wash: 'wash',
    drop: 'drop_of',
    before: 'before',
    looks: 'looks',
    note: 'note',
  },
  json: ['light', 'wash', 'drop', 'before', 'looks'],
  narrow(query, { swatchId, setKey, open }) {
    if (swatchId) query.where({ swatch_id: swatchId })
    if (setKey) query.where({ set_key: setKey })
    if (open === true) query.whereNull('ended_on')
    if (open === false) query.whereNotNull('ended_on')
  },
  check: checkKept,
})

/** Tests of how colours hold: the colours of each look are kept as they were given. */
export const fastnessTestKind: RecordKind<
  FastnessTest,
  NewFastnessTest,
  FastnessTestChange,
  FastnessTestQuery
> = {
  ...rows,
  insert: (trx, input, at) => rows.insert(trx, keptTest(input, at), at),

  change(trx, current, { look, withoutLook, before, ...edit }, at) {
    let { looks } = current
    if (withoutLook) {
      if (!looks.some(({ id }) => id === withoutLook)) {
        throw unacceptable('/withoutLook', `There is no look with the id ${withoutLook}.`)
      }
      looks = looks.filter(({ id }) => id !== withoutLook)
    }
    if (look) looks = withLook(looks, look, at)
    return rows.change(
      trx,
      current,
      { ...edit, looks, ...(before !== undefined && { before: taken(before, at, '/before') }) },
      at,
    )
  },
}

function keptTest({ looks = [], before = null, ...told }: NewFastnessTest, at: string): Kept {
  return {
    ...PLAIN_TEST,
    ...told,
    before: taken(before, at, '/before'),
    looks: looks.reduce<Look[]>((kept, look, i) => withLook(kept, look, at, `/looks/${i}`), []),
  }
}

/** Looks with one more, or one put right; by their days, those of unknown day as they were told. */
function withLook(looks: readonly Look[], told: NewLook, at: string, pointer = '/look'): Look[] {
  const { open, covered, stained, white, ...traits } = told
  const colours = { open, covered, stained, white }
  const look: Look = { ...PLAIN_LOOK, ...looks.find(({ id }) => id === told.id), ...traits }
  for (const of of LOOK_COLOURS) {
    const colour = colours[of]
    if (colour !== undefined) look[of] = taken(colour, at, `${pointer}/${of}`)
  }
  const others = looks.filter(({ id }) => id !== told.id)
  const { on } = look
  const place = on === null ? -1 : others.findIndex((each) => each.on !== null && each.on > on)
  return place < 0 ? [...others, look] : others.toSpliced(place, 0, look)
}

const taken = (colour: NewReading | null, at: string, pointer: string) =>
  colour && takeReading(colour, at, pointer)

async function checkKept(trx: Knex, test: Kept): Promise<void> {
  const { swatchId, begunOn, endedOn, looks } = test
  if (swatchId) {
    const row = (await trx('swatch').where({ id: swatchId }).first('id')) as unknown
    if (!row) throw unacceptable('/swatchId', `There is no swatch with the id ${swatchId}.`)
  }
  const days = [
    { on: endedOn, pointer: '/endedOn', what: 'ended' },
    ...looks.map(({ on }, i) => ({ on, pointer: `/looks/${i}/on`, what: 'was looked at' })),
  ]
  for (const { on, pointer, what } of days) {
    if (begunOn && on && on < begunOn) {
      throw unacceptable(pointer, `It ${what} on ${on}, before it began on ${begunOn}.`)
    }
  }
}
