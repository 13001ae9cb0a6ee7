import { scaleLinear } from 'd3-scale';
import type { Envelope } from '../../../core/studies/envelope/envelopeTasks';
import {
  displayUnit,
  formatFigure,
  formatQuantity,
  fromDisplay,
  toDisplay,
  type Quantity,
  type UnitChoice,
} from '../../../core/foundations/units';

/** Room that a figure on an axis takes along it, and across it [px]. */
const TICK_WIDTH = 62;
const TICK_HEIGHT = 44;

/** What goes upward, as a quantity. */
export const UPWARD: Readonly<Record<Envelope['y'], Quantity>> = {
  oil: 'temperature',
  filterAge: 'loading',
  air: 'temperature',
  road: 'roadSpeed',
};

/** Where a map lies in its picture [px]. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly bottom: number;
  readonly top: number;
  readonly right: number;
}

/** The large map's, in a picture of a width: what is narrow is higher, so that a finger still finds its places. */
export function largeFrame(width: number): Frame {
  return { width, height: Math.round(190 + 0.4 * width), left: 46, bottom: 34, top: 18, right: 20 };
}
export const SMALL_FRAME: Frame = { width: 240, height: 146, left: 28, bottom: 16, top: 2, right: 6 };

/** A map's scales, from its axes [SI] to the drawing [px], and the drawing's edges. */
export function scalesOf({ speedsRevS, ys }: Envelope, { width, height, left, bottom, top, right }: Frame) {
  return {
    x: scaleLinear([speedsRevS[0]!, speedsRevS.at(-1)!], [left, width - right]),
    y: scaleLinear([ys[0]!, ys.at(-1)!], [height - bottom, top]),
    left,
    right: width - right,
    top,
    bottom: height - bottom,
  };
}
export type MapScales = ReturnType<typeof scalesOf>;

interface AxesProps {
  readonly envelope: Envelope;
  readonly scales: MapScales;
  readonly units: UnitChoice;
}

/** Round figures of a unit between two ends [SI]. */
function ticks(low: number, high: number, most: number, quantity: Quantity, units: UnitChoice): number[] {
  const u = displayUnit(quantity, units);
  return scaleLinear([toDisplay(low, u), toDisplay(high, u)], [0, 1])
    .ticks(most)
    .map((shown) => fromDisplay(shown, u));
}

/** Figures along both axes, with their units. */
export function MapAxes({ envelope: { y: up, speedsRevS, ys }, scales, units }: AxesProps) {
  const upward = UPWARD[up];
  const { x, y, left, right, top, bottom } = scales;
  const along = (right - left) / TICK_WIDTH;
  const across = (bottom - top) / TICK_HEIGHT;
  return (
    <>
      {ticks(speedsRevS[0]!, speedsRevS.at(-1)!, along, 'speed', units).map((si) => (
        <g key={si}>
          <path d={`M${x(si)} ${bottom}v6`} stroke="var(--ink)" strokeWidth={1.5} />
          <text className="t-small" x={x(si)} y={bottom + 19} textAnchor="middle">
            {formatFigure(si, 'speed', units)}
          </text>
        </g>
      ))}
      {ticks(ys[0]!, ys.at(-1)!, across, upward, units).map((si) => (
        <g key={si}>
          <path d={`M${left} ${y(si)}h-6`} stroke="var(--ink)" strokeWidth={1.5} />
          <text className="t-small" x={left - 9} y={y(si) + 4} textAnchor="end">
            {formatFigure(si, upward, units).replace(/\.0$/, '')}
          </text>
        </g>
      ))}
      <text className="t-small ink2" x={right} y={bottom + 32} textAnchor="end">
        {displayUnit('speed', units).symbol}
      </text>
      <text className="t-small ink2" x={2} y={11}>
        {upward === 'loading' ? 'times as restrictive as new' : displayUnit(upward, units).symbol}
      </text>
    </>
  );
}

/** The ends of both axes of a small map, in the reader's units. */
export function SmallAxes({ envelope: { y: up, speedsRevS, ys }, scales, units }: AxesProps) {
  const upward = UPWARD[up];
  const { left, right, top, bottom } = scales;
  return (
    <g className="t-small ink2">
      <text className="t-small ink2" x={left} y={bottom + 13}>
        {formatFigure(speedsRevS[0]!, 'speed', units)}
      </text>
      <text className="t-small ink2" x={right} y={bottom + 13} textAnchor="end">
        {formatQuantity(speedsRevS.at(-1)!, 'speed', units)}
      </text>
      <text className="t-small ink2" x={left - 4} y={bottom} textAnchor="end">
        {formatFigure(ys[0]!, upward, units)}
      </text>
      <text className="t-small ink2" x={left - 4} y={top + 10} textAnchor="end">
        {formatFigure(ys.at(-1)!, upward, units)}
      </text>
    </g>
  );
}
