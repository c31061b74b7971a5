import { PARTS, type Part } from '~~/catalogue/parts'
import { takesNothing } from '~~/core/strength/posterior/describe-posterior'
import { formatCount } from '~~/core/quantity/format-count'
import { formatDuration } from '~~/core/quantity/format-duration'
import { formatMass, formatNumber, formatRatio, formatVolume } from '~/format/quantities'
import { formatRoughMass } from '~/format/rough-mass'
import { groupWords } from '~/features/strength/words'
import type {
  GatheredAt,
  GatheredOf,
  Learnt,
  PlantPerFibre,
  YearBack,
} from '~~/shared/views/year/back'

const swatches = (n: number) => formatCount(n, 'swatch', 'swatches')

/** `willow bark`. */
export const gatheredName = ({ sourceName, part }: GatheredOf) =>
  `${sourceName} ${PARTS[part as Part].label}`

/** `Orchard Bank: 1.2 kg of 2 kg allowed`; more than it bears is said. */
export function placeWords({ patchName, freshG, fallenG, allowedG }: GatheredAt): string {
  const place = patchName ?? 'no place told'
  const takenG = freshG - fallenG
  const fallen = fallenG > CRUMBS_G ? `${formatRoughMass(fallenG)} fallen or pruned anyway` : ''
  if (takenG <= CRUMBS_G) return `${place}: ${fallen}`
  const allowed = allowedG === null ? '' : ` of ${formatRoughMass(allowedG, Math.floor)} allowed`
  const over = allowedG !== null && takenG > allowedG + CRUMBS_G && 'more than its allowance'
  return [`${place}: ${formatRoughMass(takenG)}${allowed}`, over, fallen].filter(Boolean).join(', ')
}

const CRUMBS_G = 0.5

/** `0.75 : 1 dry, over 4 pots`. */
export const perFibreWords = ({ plantG, fibreG, pots }: PlantPerFibre) =>
  `${formatRatio(plantG / fibreG)} dry, over ${formatCount(pots, 'pot')}`

/** `about 1.5 kg as fresh, in 2 gatherings`; what nobody knows the amount of is no amount. */
export function gatheredWords({ gatherings, unknown, freshG, isRough }: GatheredOf): string {
  const count = formatCount(gatherings, 'gathering')
  if (unknown === gatherings) return `${count}, how much is not known`
  const rough = isRough ? 'about ' : ''
  const left = unknown > 0 ? `, ${unknown} of them of unknown amount` : ''
  return `${rough}${formatRoughMass(freshG)} as fresh, in ${count}${left}`
}

/** `about 350 g of fibre in first baths`. */
export function fibreWords({
  fibreG,
  isFibreRough,
  unweighedPieces,
}: Pick<YearBack, 'fibreG' | 'isFibreRough' | 'unweighedPieces'>): string {
  const rough = isFibreRough ? 'about ' : ''
  const beside =
    unweighedPieces > 0 ? ` beside ${formatCount(unweighedPieces, 'piece')} of unknown weight` : ''
  return `${rough}${formatMass(fibreG)} of fibre in first baths${beside}`
}

/** A narrowing that anybody would call one. */
const LEAST_NARROWING = 1.1

/** What a year's swatches did to a curve; nothing is claimed of what they left as it was. */
export function learntWords(learnt: Learnt): string {
  const { nBefore, n, narrowing, enough } = learnt
  const count = nBefore === 0 ? `new, ${swatches(n)}` : `${swatches(n)}, ${nBefore} before`
  if (takesNothing(learnt)) return `${count}; it likely does not take`
  if (!enough) return `${count}; enough was not reached in what was tried`
  const [low, high] = enough.map(formatRatio)
  const ends = `${count}; enough likely between ${low} and ${high} dry`
  if (nBefore === 0) return ends
  if (narrowing >= LEAST_NARROWING) return `${ends}, ${formatNumber(narrowing, 2)} times narrower`
  return `${ends}, ${narrowing <= 1 / LEAST_NARROWING ? 'wider than before' : 'about as before'}`
}

export const learntName = (learnt: Learnt) => `${learnt.sourceName} on ${groupWords(learnt)}`

/** `about 18 h over 12 pots, 5 of them by what was noted`. */
export const attentionWords = ({ minutes, known, pots }: YearBack['attention']) =>
  pots === 0
    ? 'no pot'
    : `${known < pots ? 'about ' : ''}${formatDuration(minutes)} over ${formatCount(pots, 'pot')}, ${
        known === pots
          ? 'as noted'
          : `${known === 0 ? 'none' : known} of them as noted, the others as such pots usually take`
      }`

/** What was thrown away, as far as it was written down. */
export function wasteWords({
  lostG,
  poured,
  pouredL,
  pouredUnknown,
  composted,
  binned,
}: YearBack['waste']): string[] {
  const known = poured - pouredUnknown
  const litres = known > 0 ? `, ${formatVolume(pouredL)} of ${known} of them told` : ''
  return [
    lostG > 0.5 && `${formatRoughMass(lostG)} of dry plant written off`,
    poured > 0 && `liquor of ${formatCount(poured, 'pot')} poured away${litres}`,
    composted > 0 && `spent stuff of ${formatCount(composted, 'pot')} on the compost`,
    binned > 0 && `spent stuff of ${formatCount(binned, 'pot')} in the bin`,
  ].filter((each): each is string => each !== false)
}
