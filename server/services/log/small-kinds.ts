import type { Knex } from 'knex'
import type {
  NewPatchRule,
  PatchRule,
  PatchRuleChange,
  PatchRuleQuery,
} from '../../../shared/schemas/walk/allowance'
import type { PageQuery } from '../../../shared/schemas/log/common'
import type { NewOwnWay, OwnWay, OwnWayChange } from '../../../shared/schemas/pot/own-way'
import type { NewVessel, Vessel, VesselChange } from '../../../shared/schemas/pot/vessel'
import type {
  Container,
  ContainerChange,
  NewContainer,
} from '../../../shared/schemas/loft/container'
import type {
  NewPieceSet,
  PieceSet,
  PieceSetChange,
} from '../../../shared/schemas/basket/piece-set'
import type {
  Marker,
  MarkerChange,
  MarkerQuery,
  NewMarker,
} from '../../../shared/schemas/year/marker'
import type { NewPlan, Plan, PlanChange, PlanQuery } from '../../../shared/schemas/year/plan'
import type { Trial, TrialChange, TrialRow } from '../../../shared/schemas/trial/trial'
import type { NewWish, Wish, WishChange, WishQuery } from '../../../shared/schemas/walk/wish'
import { stillNeeded, unacceptable } from './failures'
import { plainKind } from './plain-kind'
import type { RecordKind } from './record-kind'
import { pieceRepository } from '../../repositories/pieces'
import { otherRule } from '../../repositories/gathering-rules'

async function refuseMissing(
  trx: Knex,
  table: string,
  id: string | null,
  pointer: string,
): Promise<void> {
  if (id === null) return
  const row = (await trx(table).where({ id }).whereNull('set_aside_at').first('id')) as unknown
  if (!row) throw unacceptable(pointer, `There is no ${table} with the id ${id}.`)
}

export const containerKind = plainKind<Container, NewContainer, ContainerChange, PageQuery>({
  collection: 'containers',
  noun: 'bag',
  table: 'container',
  columns: { name: 'name', tareG: 'tare_g' },
})

export const vesselKind = plainKind<Vessel, NewVessel, VesselChange, PageQuery>({
  collection: 'vessels',
  noun: 'vessel',
  table: 'vessel',
  columns: {
    name: 'name',
    material: 'material',
    fullL: 'full_l',
    emptyG: 'empty_g',
    isDyeOnly: 'is_dye_only',
    note: 'note',
  },
  flags: ['isDyeOnly'],
})

export const ownWayKind = plainKind<OwnWay, NewOwnWay, OwnWayChange, PageQuery>({
  collection: 'ways',
  noun: 'way',
  table: 'own_way',
  columns: { name: 'name', basedOn: 'based_on', steps: 'steps', note: 'note' },
  json: ['steps'],
})

export const setKind: RecordKind<PieceSet, NewPieceSet, PieceSetChange, PageQuery> = {
  ...plainKind<PieceSet, NewPieceSet, PieceSetChange, PageQuery>({
    collection: 'sets',
    noun: 'set',
    table: 'piece_set',
    columns: { name: 'name', kind: 'kind', note: 'note' },
  }),
  async setAside(trx, { id }) {
    const pieces = await pieceRepository(trx).countInSet(id)
    if (pieces) throw stillNeeded(`${pieces} pieces belong to it: take them out of it first.`)
  },
}

export const patchRuleKind = plainKind<PatchRule, NewPatchRule, PatchRuleChange, PatchRuleQuery>({
  collection: 'allowances',
  noun: 'rule',
  table: 'allowance',
  columns: {
    patchId: 'patch_id',
    sourceId: 'source_id',
    rule: 'rule',
    standingG: 'standing_g',
    note: 'note',
  },
  json: ['rule'],
  narrow(rows, { patchId, sourceId }) {
    if (patchId) rows.where({ patch_id: patchId })
    if (sourceId) rows.where({ source_id: sourceId })
  },
  async check(trx, { id, patchId, sourceId }) {
    await refuseMissing(trx, 'patch', patchId, '/patchId')
    await refuseMissing(trx, 'source', sourceId, '/sourceId')
    const other = await otherRule(trx, { id, patchId, sourceId })
    if (!other) return
    const where = other.setAsideAt ? ', set aside: bring it back' : ': change it'
    throw unacceptable('/sourceId', `This place has a rule for that source already${where}.`)
  },
})

export const wishKind = plainKind<
  Wish,
  NewWish & { doneOn?: string | null },
  WishChange,
  WishQuery
>({
  collection: 'wishes',
  noun: 'wish',
  table: 'wish',
  columns: {
    words: 'words',
    sourceId: 'source_id',
    jarId: 'jar_id',
    agent: 'agent',
    dueOn: 'due_on',
    fibreG: 'fibre_g',
    depth: 'depth',
    doneOn: 'done_on',
  },
  narrow(rows, { sourceId, open }) {
    if (sourceId) rows.where({ source_id: sourceId })
    if (open === true) rows.whereNull('done_on')
    if (open === false) rows.whereNotNull('done_on')
  },
  async check(trx, { sourceId, jarId }) {
    await refuseMissing(trx, 'source', sourceId, '/sourceId')
    await refuseMissing(trx, 'jar', jarId, '/jarId')
  },
})

export const planKind = plainKind<
  Plan,
  NewPlan & { doneOn?: string | null },
  PlanChange,
  PlanQuery
>({
  collection: 'plans',
  noun: 'plan',
  table: 'plan',
  columns: {
    words: 'words',
    sourceId: 'source_id',
    wishId: 'wish_id',
    fibre: 'fibre',
    form: 'form',
    isWashed: 'is_washed',
    isLasting: 'is_lasting',
    mordant: 'mordant',
    mordantPercent: 'mordant_percent',
    parts: 'parts',
    wantedBy: 'wanted_by',
    moved: 'moved',
    done: 'done_parts',
    doneOn: 'done_on',
  },
  json: ['parts', 'moved', 'done'],
  flags: ['isWashed', 'isLasting'],
  narrow(rows, { sourceId, open }) {
    if (sourceId) rows.where({ source_id: sourceId })
    if (open === true) rows.whereNull('done_on')
    if (open === false) rows.whereNotNull('done_on')
  },
  async check(trx, { sourceId, wishId, parts = [] }) {
    await refuseMissing(trx, 'source', sourceId, '/sourceId')
    for (const [i, part] of parts.entries()) {
      await refuseMissing(trx, 'source', part.sourceId, `/parts/${i}/sourceId`)
    }
    await refuseMissing(trx, 'wish', wishId, '/wishId')
  },
})

export const markerKind = plainKind<Marker, NewMarker, MarkerChange, MarkerQuery>({
  collection: 'markers',
  noun: 'marker',
  table: 'marker',
  columns: { words: 'words', seenOn: 'seen_on', windows: 'windows' },
  json: ['seenOn', 'windows'],
  async check(trx, { windows = [] }) {
    for (const [i, window] of windows.entries()) {
      await refuseMissing(trx, 'source', window.sourceId, `/windows/${i}/sourceId`)
    }
  },
})

export const trialKind = plainKind<Trial, TrialRow, TrialChange, PageQuery>({
  collection: 'trials',
  noun: 'trial',
  table: 'trial',
  columns: {
    words: 'words',
    sourceId: 'source_id',
    design: 'design',
    places: 'places',
    promise: 'promise',
    note: 'note',
  },
  json: ['design', 'places', 'promise'],
  async check(trx, { sourceId, places = [] }) {
    await refuseMissing(trx, 'source', sourceId, '/sourceId')
    for (const [i, { pieceId, potId }] of places.entries()) {
      await refuseMissing(trx, 'piece', pieceId, `/places/${i}/pieceId`)
      await refuseMissing(trx, 'pot', potId, `/places/${i}/potId`)
    }
  },
})
