import { Matrix, inverse } from 'ml-matrix'
import type { Xyz } from './tristimulus'
import type { Triple } from './weighting'
import { present } from '../present'

/** Sharpened cone responses of the Bradford transform (Lam 1985), as in CSS Color 4. */
const BRADFORD = new Matrix([
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
])
const BACK = inverse(BRADFORD)

/**
 * What a colour seen under one white looks like under another: von Kries' scaling of the
 * Bradford cone responses. White maps to white exactly; saturated colours are off by a few
 * CIEDE2000, as with any such transform.
 */
export function adaptXyz({ x, y, z }: Xyz, from: Triple, to: Triple): Xyz {
  const cone = BRADFORD.mmul(Matrix.columnVector([x, y, z]))
  const coneFrom = BRADFORD.mmul(Matrix.columnVector([...from]))
  const coneTo = BRADFORD.mmul(Matrix.columnVector([...to]))
  const [ax, ay, az] = BACK.mmul(cone.mul(coneTo.div(coneFrom))).to1DArray()
  return { x: present(ax), y: present(ay), z: present(az) }
}
