import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';
import type { Facing } from '../../document/parts/pan';

/** How what carries an engine is accelerated, level [m/s²]: forward (braking is negative) and to its right. */
export interface Acceleration {
  readonly forwardMS2: number;
  readonly rightMS2: number;
}

/** What presses the oil, along the pan's own axes: backward, to its right, up [m/s²]. Downward it is negative. */
export interface PressedBy {
  readonly backMS2: number;
  readonly rightMS2: number;
  readonly upMS2: number;
}

type Axis = readonly [forward: number, right: number];

/** Where the engine's rear and its right point in the vehicle, by where its front does. */
const AXES: Readonly<Record<Facing, { readonly rear: Axis; readonly right: Axis }>> = {
  front: { rear: [-1, 0], right: [0, 1] },
  rear: { rear: [1, 0], right: [0, -1] },
  right: { rear: [0, -1], right: [-1, 0] },
  left: { rear: [0, 1], right: [1, 0] },
};

/**
 * Gravity less the vehicle's acceleration, seen from the pan: what the free surface is normal to. A slope of θ is an
 * acceleration of g·tan θ up it.
 *
 * @param facing where the front of the engine points @param leanRad of the pan to its right, about the crank
 * @source d'Alembert, closed form; exact for a steady turn, climb or heel
 */
export function pressedBy({ forwardMS2, rightMS2 }: Acceleration, facing: Facing, leanRad: number): PressedBy {
  const { rear, right } = AXES[facing];
  const along = ([forward, sideways]: Axis) => -(forward * forwardMS2 + sideways * rightMS2);
  const sideways = along(right);
  const [cos, sin] = [Math.cos(leanRad), Math.sin(leanRad)];
  return {
    backMS2: along(rear),
    rightMS2: sideways * cos + STANDARD_GRAVITY_M_S2 * sin,
    upMS2: sideways * sin - STANDARD_GRAVITY_M_S2 * cos,
  };
}
