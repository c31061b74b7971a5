import { kOverSOf, reflectanceOfKOverS } from '../colour/kubelka-munk'
import { deltaE2000 } from '../colour/screen-colour'
import type { Reflectance } from '../colour/spectrum'
import { labOfReflectance, type Lab } from '../colour/tristimulus'
import type { Left } from './half-life'

/** A look at which the colour, not only its strength, is known. */
export interface FadedLook {
  open: Reflectance
  /** Share of the strength that was left. */
  left: number
}

/** A colour after some dose, with how far it may come out from it. */
export interface FadedColour {
  lab: Lab
  /** As much, and as little, as may be left: ends of the 90 % interval. */
  strongest: Lab
  weakest: Lab
  /** CIEDE2000 from the colour before, and of the ends from the middle. */
  change: number
  spread: number
}

/** A look at which less than this share went says little of what hue the rest has. */
const LEAST_LOSS = 0.08

/**
 * The colour of a piece with so much of its strength left. Its absorption above the bare fibre shrinks;
 * where a look showed that the rest has another hue (one dye of two goes first), that turn grows with
 * what is gone.
 *
 * @param before the piece before, or its covered half
 * @param bare the fibre undyed
 * @param look the look at which the most was gone; null: none showed a colour
 */
export function fadedColour(
  { before, bare, look }: { before: Reflectance; bare: Reflectance; look: FadedLook | null },
  left: Pick<Left, 'low' | 'mid' | 'high'>,
): FadedColour {
  const under = kOverSOf(bare)
  const dye = kOverSOf(before).map((value, i) => value - under[i]!)
  const turn = turnOf(dye, under, look)
  const at = (share: number): Lab => {
    const gone = Math.max(0, 1 - share)
    return labOfReflectance(
      dye.map((value, i) =>
        reflectanceOfKOverS(Math.max(0, under[i]! + share * value + gone * share * turn[i]!)),
      ),
    )
  }
  const was = labOfReflectance(before)
  const [weakest, lab, strongest] = [at(left.low), at(left.mid), at(left.high)]
  return {
    lab,
    strongest,
    weakest,
    change: deltaE2000(was, lab),
    spread: Math.max(deltaE2000(lab, strongest), deltaE2000(lab, weakest)),
  }
}

/** What the rest absorbs otherwise than the whole did, for each share gone of each share left. */
function turnOf(
  dye: readonly number[],
  under: readonly number[],
  look: FadedLook | null,
): number[] {
  if (!look || 1 - look.left < LEAST_LOSS || look.left < LEAST_LOSS) return dye.map(() => 0)
  const rest = kOverSOf(look.open).map((value, i) => value - under[i]!)
  return rest.map((value, i) => (value - look.left * dye[i]!) / (look.left * (1 - look.left)))
}
