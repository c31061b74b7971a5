import { ref } from 'vue'
import { FIBRES } from '~~/catalogue/fibres'
import { sum } from 'd3-array'
import { first } from '~~/core/present'
import { plantNeededG } from '~~/core/harvest/ratio'
import { newId } from '~~/shared/ids'
import { choosePieces } from '~~/shared/rules/match/choose-pieces'
import { newMatchPlanSchema, type NewMatchPlan } from '~~/shared/schemas/match/match-plan'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { newWishSchema, type NewWish, type Wish } from '~~/shared/schemas/walk/wish'
import { localToday } from '~/format/dates'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'
import { USUAL_FIBRE_G, type MatchAsk } from './match-ask'
import { schemesOf, type ToldBath, type ToldWay } from './told-ways'

/** Makes a way planned pots in their order, or puts what it lacks on the walk. */
export function usePlanWay(ask: MatchAsk) {
  const api = useApi()
  const { saving, failure, save } = useSave()
  /** Key of the way that the last answer is of. */
  const of = ref('')

  async function plan(way: ToldWay, name: string): Promise<void> {
    of.value = way.key
    const basket = await api.all<Piece>('pieces', { undyed: true })
    const fibreG = ask.fibreG ?? USUAL_FIBRE_G
    const chosen = choosePieces(basket, { fibre: ask.fibre, fibreG, mordant: way.mordant })
    const pieces = chosen?.pieces ?? []
    const dyedG = pieces.length > 0 ? sum(pieces, ({ dryG }) => dryG) : fibreG
    const isMordanted = chosen !== null && !chosen.isBare
    const kept = await save<NewMatchPlan, { items: Pot[] }>(
      newMatchPlanSchema,
      {
        words: name,
        on: localToday(),
        fibre: ask.fibre,
        form: pieces[0]?.form ?? first(FIBRES[ask.fibre].forms),
        fibreG,
        pieceIds: pieces.map(({ id }) => id),
        schemes: isMordanted ? [] : schemesOf(way.mordant, ask.fibre),
        baths: way.baths.map((bath, at) => ({
          id: newId(),
          lotId: bath.plant.lot?.lot.id,
          massG: plantNeededG(bath.ratioDry, dyedG, bath.plant.lot?.lot.dryFraction ?? 1),
          way: bath.curve.way,
          after: bath.after,
          // what the first bath leaves, nobody foretold by itself
          expected: at === way.baths.length - 1 ? { hex: way.hex, lab: way.lab } : null,
          n: Math.min(...way.baths.map(({ curve }) => curve.n)),
          estimated: sum(way.baths, ({ curve }) => curve.estimated),
        })),
      },
      (body) => api.post<{ items: Pot[] }>('moves/match', body),
      ({ items }) => `Planned ${items.map(({ code }) => code).join(' and ')}.`,
    )
    if (kept) void navigateTo(`/hob?pot=${first(kept.items).id}`)
  }

  /** What is to be gathered for it, as a wish that the walk tells. */
  async function wish(
    { source, name, ratioDry, plant }: ToldBath,
    colour: string,
  ): Promise<boolean> {
    const fibreG = ask.fibreG ?? USUAL_FIBRE_G
    const kept = await save<NewWish, Wish>(
      newWishSchema,
      {
        id: newId(),
        words: `${name} for ${colour}, ${ratioDry.toPrecision(2)} : 1 dry, ${Math.round(plant.dryG)} g dry`,
        sourceId: source.sourceId,
        fibreG,
      },
      (body) => api.post<Wish>('wishes', body),
      () => `${name} is on the walk.`,
    )
    return kept !== null
  }

  return { of, saving, failure, plan, wish }
}
