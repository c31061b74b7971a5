import { ref } from 'vue'
import { FIBRES } from '~~/catalogue/fibres'
import { min, sum } from 'd3-array'
import { first, present } from '~~/core/present'
import { plantNeededG } from '~~/core/harvest/ratio'
import { newId } from '~~/shared/ids'
import { choosePieces } from '~~/shared/rules/match/choose-pieces'
import { newMatchPlanSchema, type NewMatchPlan } from '~~/shared/schemas/match/match-plan'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { newWishSchema, type NewWish, type Wish } from '~~/shared/schemas/walk/wish'
import { localToday } from '~/format/dates'
import { formatMass } from '~/format/quantities'
import { groupWords } from '~/features/strength/words'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'
import type { MatchAsk } from './match-ask'
import { isAsUsual, schemesOf, type ToldBath, type ToldWay } from './told-ways'

/** Makes a way planned pots in their order, or puts what it lacks on the walk. */
export function usePlanWay(ask: MatchAsk) {
  const api = useApi()
  const { saving, failure, save } = useSave()
  /** Key of the way that the last answer is of. */
  const of = ref('')

  /** What nobody said is not written down: neither is a plan for it. */
  function saidG(): number | null {
    failure.value =
      ask.fibreG === null ? 'Say first, in the sentence, how much dry fibre it is for.' : ''
    return ask.fibreG
  }

  async function plan(way: ToldWay, name: string): Promise<void> {
    of.value = way.key
    const fibreG = saidG()
    if (fibreG === null) return
    const baths = way.baths.map((bath) => ({ ...bath, from: present(bath.plant.lot).lot }))
    // skeins may come to a little more than was asked for, as long as the lots hold enough
    const mostG = min(baths, ({ from, ratioDry }) => (from.leftG * from.dryFraction) / ratioDry)
    const basket = await api.all<Piece>('pieces', { undyed: true })
    const chosen = choosePieces(basket, {
      fibre: ask.fibre,
      fibreG,
      mordant: way.mordant,
      ...(mostG !== undefined && { mostG }),
    })
    const pieces = chosen?.pieces ?? []
    const dyedG = chosen ? sum(pieces, ({ dryG }) => dryG) : fibreG
    const kept = await save<NewMatchPlan, { items: Pot[] }>(
      newMatchPlanSchema,
      {
        words: name,
        on: localToday(),
        fibre: ask.fibre,
        form: pieces[0]?.form ?? first(FIBRES[ask.fibre].forms),
        fibreG,
        pieceIds: pieces.map(({ id }) => id),
        schemes: chosen && !chosen.isBare ? [] : schemesOf(way.mordant, ask.fibre),
        baths: baths.map(({ ratioDry, from, curve, after }, at) => ({
          id: newId(),
          lotId: from.id,
          massG: plantNeededG(ratioDry, dyedG, from.dryFraction),
          way: curve.way,
          size: curve.stuff === 'ground' || curve.stuff === 'whole' ? curve.stuff : null,
          like: isAsUsual(curve) ? '' : groupWords(curve),
          after,
          // what the first bath leaves, nobody foretold by itself
          expected: at === baths.length - 1 ? { hex: way.hex, lab: way.lab } : null,
          n: min(baths, (bath) => bath.curve.n),
          estimated: sum(baths, (bath) => bath.curve.estimated),
        })),
      },
      (body) => api.post<{ items: Pot[] }>('moves/match', body),
      ({ items }) => `Planned ${items.map(({ code }) => code).join(' and ')}.`,
    )
    if (kept) void navigateTo(`/hob?pot=${first(kept.items).id}`)
  }

  /** The same wish pressed for again, as after a lost connection, is one. */
  const wishIds = new Map<string, string>()

  /**
   * What is to be gathered, as a wish that the walk tells.
   *
   * @param dryG air-dry plant
   * @param pieces so many times the fibre that was asked for
   */
  async function wish(
    { source, name }: Pick<ToldBath, 'source' | 'name'>,
    { dryG, colour, pieces = 1 }: { dryG: number; colour: string; pieces?: number },
  ): Promise<boolean> {
    const fibreG = saidG()
    if (fibreG === null) return false
    const words = `${name} for ${colour}: ${formatMass(dryG)} dry`
    const id = wishIds.get(words) ?? newId()
    wishIds.set(words, id)
    const kept = await save<NewWish, Wish>(
      newWishSchema,
      { id, words, sourceId: source.sourceId, fibreG: pieces * fibreG },
      (body) => api.post<Wish>('wishes', body),
      () => `${name} is on the walk.`,
    )
    return kept !== null
  }

  return { of, saving, failure, plan, wish }
}
