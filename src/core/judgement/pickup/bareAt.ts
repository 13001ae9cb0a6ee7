import { bisect } from '../../foundations/roots/bisection';
import type { Pan } from '../../document/parts/pan';
import { pressedBy } from './gravityInPan';
import { boxesOf, coverM, isCovered, reachesCircle, type PanBoxes } from './poolInPan';
import { TRIED_TO_MS2 } from './worstTrial';

/** Oil that must stand over the mouth of a pickup, lest it draws air through a hollow [m]. @source engineering judgement */
export const LEAST_COVER_M = 0.01;
const STEPS = 10;
const HALVINGS = 14;

/** A way in the vehicle: unit vector, forward and to the right. */
export interface Way {
  readonly forward: number;
  readonly right: number;
}

/** A pan that is tried in many ways. */
export class PannedPickup {
  readonly boxes: PanBoxes;

  constructor(private readonly pan: Pan) {
    this.boxes = boxesOf(pan);
  }

  /** Oil over the mouth [m] at an acceleration [m/s²] in a way, with so much oil. */
  coverM(oilM3: number, { forward, right }: Way, accelerationMS2: number): number {
    return coverM(this.boxes, oilM3, this.pressed(forward, right, accelerationMS2));
  }

  /** Whether enough stands over the mouth at an acceleration [m/s²] in a way. */
  isCovered(oilM3: number, { forward, right }: Way, accelerationMS2: number): boolean {
    return isCovered(this.boxes, oilM3, this.pressed(forward, right, accelerationMS2), LEAST_COVER_M);
  }

  private pressed(forward: number, right: number, accelerationMS2: number) {
    const { facing, leanRad } = this.pan;
    return pressedBy({ forwardMS2: forward * accelerationMS2, rightMS2: right * accelerationMS2 }, facing, leanRad);
  }

  /** Least acceleration at which the mouth is bare; 0 where it is at rest; null up to what is tried. */
  bareAtMS2(oilM3: number, way: Way): number | null {
    return firstAt((a) => !this.isCovered(oilM3, way, a));
  }

  /** Least at which the oil reaches the crank's circle. */
  reachesCrankMS2(oilM3: number, { forward, right }: Way): number | null {
    return firstAt((a) => reachesCircle(this.boxes, oilM3, this.pressed(forward, right, a)));
  }
}

/** The least acceleration at which something is so; null where it is not up to what is tried. */
function firstAt(isSo: (accelerationMS2: number) => boolean): number | null {
  if (isSo(0)) return 0;
  for (let i = 1; i <= STEPS; i++) {
    const at = (TRIED_TO_MS2 * i) / STEPS;
    if (isSo(at))
      return bisect(
        (a) => !isSo(a),
        (TRIED_TO_MS2 * (i - 1)) / STEPS,
        at,
        () => 0,
        HALVINGS,
      ).middle;
  }
  return null;
}
