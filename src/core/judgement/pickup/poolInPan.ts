import { panPlan, wellPlan, type Pan, type Plan } from '../../document/parts/pan';
import { bisect } from '../../foundations/roots/bisection';
import { boxBelowSurfaceM3, type Box, type Surface } from '../../physics/laws/tiltedPool';
import type { PressedBy } from './gravityInPan';

/** A pan as the oil meets it: the deep part up to its step, and the whole pan from there up. */
export interface PanBoxes {
  /** Undefined where the floor has no step. */
  readonly well: Box | undefined;
  /** The room over the deep part, above the step. */
  readonly over: Box | undefined;
  readonly tray: Box;
  /** The mouth of the pickup. */
  readonly mouth: { readonly x: number; readonly y: number; readonly z: number };
  readonly circleM: number;
  /** Ends of the edges over which the deep part runs over onto the shallow floor. */
  readonly lip: readonly (readonly [x: number, y: number])[];
}

/** Places nearer than this are one [m]. */
const SAME_M = 1e-6;

export function boxesOf(pan: Pan): PanBoxes {
  const mouth = { x: pan.pickupFromFrontM, y: pan.pickupFromLeftM, z: pan.pickupHeightM };
  const whole = panPlan(pan);
  const tray: Box = { ...whole, z0: pan.stepM, z1: Infinity };
  const circleM = pan.depthM;
  if (pan.stepM === 0) return { well: undefined, over: undefined, tray, mouth, circleM, lip: [] };
  const well = wellPlan(pan);
  const over: Box = {
    x0: Math.max(well.x0, whole.x0),
    x1: Math.min(well.x1, whole.x1),
    y0: Math.max(well.y0, whole.y0),
    y1: Math.min(well.y1, whole.y1),
    z0: pan.stepM,
    z1: Infinity,
  };
  return { well: { ...well, z0: 0, z1: pan.stepM }, over, tray, mouth, circleM, lip: lipOf(well, whole) };
}

/** Where the shallow floor adjoins the deep part. */
function lipOf(well: Plan, tray: Plan): [number, number][] {
  const [y0, y1] = [Math.max(well.y0, tray.y0), Math.min(well.y1, tray.y1)];
  const [x0, x1] = [Math.max(well.x0, tray.x0), Math.min(well.x1, tray.x1)];
  const edges: [number, number][] = [];
  for (const x of [well.x0, well.x1]) if (x > tray.x0 + SAME_M && x < tray.x1 - SAME_M) edges.push([x, y0], [x, y1]);
  for (const y of [well.y0, well.y1]) if (y > tray.y0 + SAME_M && y < tray.y1 - SAME_M) edges.push([x0, y], [x1, y]);
  return edges;
}

/** Where oil stands in a pan. */
export interface Pool {
  /** Of the oil around the pickup. */
  readonly surface: Surface;
  /** Of what has run over onto the shallow floor; undefined while all of it is one pool. */
  readonly beyond: Surface | undefined;
  /** In the deep part and over it. */
  readonly wellM3: number;
  /** Over the shallow floor. */
  readonly trayM3: number;
  /** The deep part keeps its oil to itself: the rest has run over onto the shallow floor and cannot come back. */
  readonly isApart: boolean;
}

/** Below this share of its own weight the oil has left the floor: no pickup draws then. */
const LEAST_WEIGHT_SHARE = 0.05;
const HALVINGS = 45;

/**
 * Where so much oil lies under what presses it: a plane normal to that, over both boxes while they are joined;
 * else the deep part is full to its lip, and what ran over lies beyond.
 *
 * @param oilM3 ≥ 0 @returns undefined where the oil is not held down at all
 * @source hydrostatics in an accelerated frame, closed form; volumes are kept
 */
export function poolInPan(boxes: PanBoxes, oilM3: number, by: PressedBy): Pool | undefined {
  const slopes = slopesOf(by);
  if (!slopes) return undefined;
  const { xSlope, ySlope } = slopes;
  const at = (z0: number): Surface => ({ z0, xSlope, ySlope });
  const { well, over, tray, lip } = boxes;
  const wellM3 = (surface: Surface) =>
    well && over ? boxBelowSurfaceM3(well, surface) + boxBelowSurfaceM3(over, surface) : 0;
  const allM3 = (surface: Surface) => (well ? boxBelowSurfaceM3(well, surface) : 0) + boxBelowSurfaceM3(tray, surface);
  // The surface's height over the front left corner: no oil at the lowest, more than there is at the highest.
  const x1 = Math.max(tray.x1, well?.x1 ?? 0);
  const [yLow, yHigh] = [Math.min(tray.y0, well?.y0 ?? 0), Math.max(tray.y1, well?.y1 ?? 0)];
  const rises = [0, xSlope * x1].flatMap((x) => [x + ySlope * yLow, x + ySlope * yHigh]);
  const area = (tray.x1 - tray.x0) * (tray.y1 - tray.y0);
  const lowest = -Math.max(...rises);
  const highest = tray.z0 + oilM3 / area - Math.min(...rises);
  const level = (volumeAt: (surface: Surface) => number, m3: number) =>
    bisect(
      (z0) => volumeAt(at(z0)) < m3,
      lowest,
      highest,
      () => 0,
      HALVINGS,
    ).middle;
  const joined = level(allM3, oilM3);
  const toTheLip = well ? well.z1 - highestRise(lip, xSlope, ySlope) : -Infinity;
  if (!well || lip.length === 0 || joined >= toTheLip) {
    const surface = at(joined);
    const inWell = wellM3(surface);
    return { surface, beyond: undefined, wellM3: inWell, trayM3: allM3(surface) - inWell, isApart: false };
  }
  const holdsAll = wellM3(at(toTheLip)) >= oilM3;
  const surface = at(holdsAll ? level(wellM3, oilM3) : toTheLip);
  const kept = wellM3(surface);
  const ranOverM3 = Math.max(0, oilM3 - kept);
  const beyond = holdsAll ? undefined : at(level((s) => allM3(s) - wellM3(s), ranOverM3));
  return { surface, beyond, wellM3: kept, trayM3: ranOverM3, isApart: true };
}

/** Height of a surface at a place [m]. */
export const heightAt = ({ z0, xSlope, ySlope }: Surface, x: number, y: number): number => z0 + xSlope * x + ySlope * y;

/** Oil over the pickup's mouth, upright in the pan [m]; negative where it draws air. */
export function coverM(boxes: PanBoxes, oilM3: number, by: PressedBy): number {
  const pool = poolInPan(boxes, oilM3, by);
  if (!pool) return -Infinity;
  const { x, y, z } = boxes.mouth;
  return heightAt(pool.surface, x, y) - z;
}

/**
 * Whether at least so much oil stands over the mouth: the same answer as by {@link coverM}, without finding the plane. A
 * plane through the place that must be covered asks for some volume; there is that much, or there is not.
 *
 * @param leastM over the mouth, upright in the pan
 */
export function isCovered(boxes: PanBoxes, oilM3: number, by: PressedBy, leastM: number): boolean {
  const slopes = slopesOf(by);
  if (!slopes) return false;
  const { xSlope, ySlope } = slopes;
  const { well, over, tray, lip, mouth } = boxes;
  const asked: Surface = { z0: mouth.z + leastM - xSlope * mouth.x - ySlope * mouth.y, xSlope, ySlope };
  const allM3 = (s: Surface) => (well ? boxBelowSurfaceM3(well, s) : 0) + boxBelowSurfaceM3(tray, s);
  if (!well || !over || lip.length === 0) return allM3(asked) <= oilM3;
  const toTheLip = well.z1 - highestRise(lip, xSlope, ySlope);
  const full: Surface = { z0: toTheLip, xSlope, ySlope };
  if (allM3(full) <= oilM3) return allM3(asked) <= oilM3;
  const wellM3 = (s: Surface) => boxBelowSurfaceM3(well, s) + boxBelowSurfaceM3(over, s);
  return wellM3(full) >= oilM3 ? wellM3(asked) <= oilM3 : toTheLip >= asked.z0;
}

/** Whether the oil, while it is one pool, reaches the crank's circle where it stands highest at a wall. */
export function reachesCircle(boxes: PanBoxes, oilM3: number, by: PressedBy): boolean {
  const slopes = slopesOf(by);
  if (!slopes) return true;
  const { xSlope, ySlope } = slopes;
  const { well, tray, circleM } = boxes;
  const corners = [tray.x0, tray.x1].flatMap((x) => [[x, tray.y0] as const, [x, tray.y1] as const]);
  const touching: Surface = { z0: circleM - highestRise(corners, xSlope, ySlope), xSlope, ySlope };
  return (well ? boxBelowSurfaceM3(well, touching) : 0) + boxBelowSurfaceM3(tray, touching) <= oilM3;
}

/** How much the steepest of some places lifts a plane's height over that at the front left corner [m]. */
function highestRise(places: readonly (readonly [number, number])[], xSlope: number, ySlope: number): number {
  let most = -Infinity;
  for (const [x, y] of places) most = Math.max(most, xSlope * x + ySlope * y);
  return most;
}

/** Slopes of the free surface; undefined where the oil is not held down. */
function slopesOf({ backMS2, rightMS2, upMS2 }: PressedBy): { xSlope: number; ySlope: number } | undefined {
  if (upMS2 > -LEAST_WEIGHT_SHARE * Math.hypot(backMS2, rightMS2, upMS2)) return undefined;
  return { xSlope: -backMS2 / upMS2, ySlope: -rightMS2 / upMS2 };
}
