import type { Knex } from 'knex'
import { PARTS } from '../../../catalogue/parts'
import { schemeFacts } from '../../../catalogue/mordant-schemes'
import { wayFacts } from '../../../catalogue/ways'
import { stepNow } from '../../../core/mordant/bath-steps'
import { courseSteps, nextLook, openSteps } from '../../../core/pot/course'
import { BATH_STEP_WORDS } from '../../../shared/words/basket/bath-steps'
import type { OnTheHob } from '../../../shared/views/pot/hob'
import { againOf, looksOf, markedSteps } from '../../../shared/rules/pot/course'
import type { JarView } from '../../../shared/schemas/loft/jar'
import type { MordantBath } from '../../../shared/schemas/basket/mordant-bath'
import type { Pot } from '../../../shared/schemas/pot/pot'
import { bathRepository } from '../../repositories/mordant-baths'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import { present } from '../../../core/present'

/** Jars that want something within a day are on the hob, too. */
const JAR_AHEAD_MS = 24 * 3_600_000

/** Everything that runs and has a clock, what is due first at the head. */
export const hobService = (db: Knex, jars: (now: number) => Promise<JarView[]>) => ({
  async view(now: number): Promise<OnTheHob[]> {
    const baths = (await bathRepository(db).open()).filter(({ startedAt }) => startedAt)
    const pots = (await potRepository(db).open()).filter(({ stage }) => stage === 'running')
    const names = await sourceNames(db, pots)
    const standing = (await jars(now)).flatMap((jar) => ofJar(jar, now))
    // jars stand for months: what wants hands by the minute stands before them
    const hot = [...pots.map((pot) => ofPot(pot, names)), ...baths.map(ofBath)]
    const bySoonest = (a: OnTheHob, b: OnTheHob) => first(a) - first(b)
    return [...hot.sort(bySoonest), ...standing.sort(bySoonest)]
  },
})

const first = ({ due, look }: OnTheHob) => Math.min(due ?? Infinity, look ?? Infinity)

/** What is in pots, by the id of each source. */
export async function sourceNames(db: Knex, pots: readonly Pot[]): Promise<Map<string, string>> {
  const ids = [...new Set(pots.flatMap(({ lots }) => lots.map(({ sourceId }) => sourceId)))]
  const sources = await sourceRepository(db).findMany(ids)
  return new Map(
    sources.map(({ id, commonName, part }) => [id, `${commonName} ${PARTS[part].label}`]),
  )
}

function ofPot(pot: Pot, names: Map<string, string>): OnTheHob {
  const litAt = Date.parse(present(pot.litAt))
  const course = courseSteps(pot.plan?.steps ?? [], againOf(pot))
  const open = openSteps(course, markedSteps(pot), litAt)
  // wetting out goes on beside; what the pot itself does comes first
  const now = open.find(({ step }) => step.kind !== 'wetOut') ?? open[0]
  const after = now && course.find(({ after: waits }) => waits.some(({ id }) => id === now.step.id))
  const looks = open.flatMap((each) => nextLook(each, looksOf(pot)) ?? [])
  const named = [...new Set(pot.lots.map(({ sourceId }) => names.get(sourceId) ?? ''))]
  return {
    kind: 'pot',
    id: pot.id,
    code: pot.code,
    pieces: pot.pieces.length,
    what: [named.join(' with '), pot.wayName || wayFacts(pot.way).label].filter(Boolean).join(', '),
    step: now?.step.words ?? '',
    due: now?.due ?? null,
    late: now?.late ?? null,
    look: looks.length > 0 ? Math.min(...looks) : null,
    next: after?.words ?? '',
    path: `/hob?pot=${pot.id}`,
  }
}

function ofBath({ id, code, scheme, pieces, steps, events, startedAt }: MordantBath): OnTheHob {
  const done = events.map(({ stepId, at, skipped }) => ({
    stepId,
    skipped,
    at: Date.parse(at),
  }))
  const now = stepNow(steps, done, Date.parse(present(startedAt)))
  const doneIds = new Set(done.map(({ stepId }) => stepId))
  const next = now && steps.find((step) => !doneIds.has(step.id) && step.id !== now.step.id)
  return {
    kind: 'bath',
    id,
    code,
    what: schemeFacts(scheme).label,
    pieces: pieces.length,
    step: now ? BATH_STEP_WORDS[now.step.kind].name : '',
    due: now?.due ?? null,
    late: now?.late ?? null,
    look: null,
    next: next ? BATH_STEP_WORDS[next.kind].name : '',
    path: `/baths?bath=${id}`,
  }
}

function ofJar(jar: JarView, now: number): OnTheHob[] {
  const [soonest] = jar.due
  if (!jar.mould && (!soonest || soonest.dueAt > now + JAR_AHEAD_MS)) return []
  const step = jar.mould
    ? 'Mould: discard'
    : { shake: 'Shake', air: 'Air', look: 'Look' }[present(soonest).kind]
  const due = jar.mould ? now : present(soonest).dueAt
  return [
    {
      kind: 'jar',
      id: jar.id,
      code: jar.code,
      what: jar.sourceName,
      step,
      due,
      late: null,
      look: null,
      next: '',
      pieces: 0,
      path: `/jars?jar=${jar.id}`,
    },
  ]
}
