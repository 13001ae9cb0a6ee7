/** Where a bent end points, seen along the hose from its first end to its second. */
export interface ClockingView {
  /** The first end points up; the second at this angle, clockwise [degrees, 0 to below 360]. */
  readonly angleDeg: number;
  /** Tip of the second end's mark on a circle of radius 1: x to the right, y down. */
  readonly x: number;
  readonly y: number;
  /** "3 o’clock". */
  readonly words: string;
}

const HOURS = 12;
const FULL_TURN_DEG = 360;

/** The drawing of a clocking angle. @param clockingDeg any; it is brought into one turn */
export function clockingView(clockingDeg: number): ClockingView {
  const angleDeg = ((clockingDeg % FULL_TURN_DEG) + FULL_TURN_DEG) % FULL_TURN_DEG;
  const rad = (angleDeg * Math.PI) / (FULL_TURN_DEG / 2);
  const hour = Math.round((angleDeg / FULL_TURN_DEG) * HOURS) % HOURS;
  return { angleDeg, x: Math.sin(rad), y: -Math.cos(rad), words: `${hour === 0 ? HOURS : hour} o’clock` };
}
