import { ref } from 'vue'
import dayjs from 'dayjs'
import { FIBRES } from '~~/catalogue/fibres'
import { wayFacts } from '~~/catalogue/ways'
import { plantNeededG } from '~~/core/harvest/ratio'
import { newId } from '~~/shared/ids'
import type { Page } from '~~/shared/schemas/log/common'
import type { Lot } from '~~/shared/schemas/loft/lot'
import { mordantKeyOf, type Piece } from '~~/shared/schemas/basket/piece'
import { newPotsSchema, type NewPot, type Pot } from '~~/shared/schemas/pot/pot'
import { PLAIN_PLAN } from '~~/shared/schemas/pot/pot-plan'
import type { StrengthGroup, StrengthView } from '~~/shared/views/strength/strength'
import { groupWords } from './words'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'
import { trialLiquorL } from '~~/core/pot/trial-liquor'
import { first } from '~~/core/present'

/** What a trial lacks, and where it is to be had. */
export interface Missing {
  words: string
  to: string
  link: string
}

/**
 * Two planned jars in one go: a trial at a new ratio, and its control at one that was tried. Where
 * none was tried yet, one four times apart stands beside the trial.
 */
export function useTrialPots() {
  const api = useApi()
  const { saving: planning, failure, save } = useSave()
  const missing = ref<Missing | null>(null)

  async function plan(view: StrengthView, group: StrengthGroup, ratio: number): Promise<void> {
    missing.value = null
    const [lots, pieces] = await Promise.all([
      api.get<Page<Lot>>('lots', { sourceId: view.source.id, inStock: true, limit: 50 }),
      api.get<Page<Piece>>('pieces', { undyed: true, limit: 200 }),
    ])
    const alike = pieces.items.filter(
      (piece) =>
        !piece.bathId &&
        FIBRES[piece.fibre].class === group.fibreClass &&
        mordantKeyOf(piece) === group.mordant,
    )
    // small pieces want least plant
    const [trial, control] = alike.sort((a, b) => a.dryG - b.dryG)
    if (!trial || !control) {
      missing.value = {
        words: `Two pieces of ${groupWords(group)} are wanted, and ${alike.length === 0 ? 'none is' : 'one is'} ready.`,
        to: '/basket',
        link: 'Look in the basket',
      }
      return
    }
    const beside = besideTrial(group, ratio)
    const wanted = (lot: Lot) =>
      plantNeededG(ratio, trial.dryG, lot.dryFraction) +
      plantNeededG(beside.ratio, control.dryG, lot.dryFraction)
    const lot = lots.items
      .filter((each) => !each.held && each.leftG >= wanted(each))
      .sort((a, b) => b.leftG - a.leftG)[0]
    if (!lot) {
      missing.value = {
        words: `No lot in stock holds enough of ${view.source.commonName} for both.`,
        to: '/walk',
        link: 'Weigh some in',
      }
      return
    }
    const groupId = newId()
    const jar = (piece: Piece, at: number, note: string): NewPot => ({
      id: newId(),
      title: '',
      stage: 'planned',
      way: group.way,
      groupId,
      note,
      dyedOn: dayjs().format('YYYY-MM-DD'),
      lots: [
        {
          lotId: lot.id,
          massG: Math.max(0.1, Math.round(10 * plantNeededG(at, piece.dryG, lot.dryFraction)) / 10),
        },
      ],
      pieces: [{ pieceId: piece.id }],
      tempC: wayFacts(group.way).dyeC,
      minutes: wayFacts(group.way).dyeMin,
      finalPh: null,
      waterL: trialLiquorL(piece.dryG),
      plan: { ...PLAIN_PLAN, steps: [...wayFacts(group.way).steps] },
    })
    const pots = [
      jar(trial, ratio, 'Trial at a new ratio.'),
      jar(control, beside.ratio, beside.note),
    ]
    const kept = await save<{ pots: NewPot[] }, { items: Pot[] }>(
      newPotsSchema,
      { pots },
      (body) => api.post<{ items: Pot[] }>('moves/pots', body),
      ({ items }) => `Planned ${items.map(({ code }) => code).join(' and ')}.`,
    )
    if (kept) void navigateTo(`/hob?pot=${first(kept.items).id}`)
  }

  return { planning, failure, missing, plan }
}

/** So many times the first trial's plant, or that part of it: far enough to show a bend. */
const APART = 4
const DEEPEST = 1.6

/** The middle one of the ratios tried, which is the best known; else one far from the trial. */
function besideTrial({ curve }: StrengthGroup, ratio: number): { ratio: number; note: string } {
  const tried = (curve?.answer.points ?? []).map((point) => point.ratio).sort((a, b) => a - b)
  const middle = tried[Math.floor(tried.length / 2)]
  if (middle !== undefined) {
    return { ratio: middle, note: 'Control: a ratio that was tried before.' }
  }
  return APART * ratio <= DEEPEST
    ? { ratio: APART * ratio, note: 'A deeper one beside the first trial.' }
    : { ratio: ratio / APART, note: 'A paler one beside the first trial.' }
}
