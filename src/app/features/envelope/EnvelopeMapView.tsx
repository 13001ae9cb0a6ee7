import { scaleLinear } from 'd3-scale';
import { curveLinear, curveLinearClosed, line } from 'd3-shape';
import { useId, type ReactNode } from 'react';
import { useGridCursor, type Place } from '../../marks/useGridCursor';
import {
  crossingsOf,
  failureLines,
  type Envelope,
  type EnvelopeMap,
} from '../../../core/studies/envelope/envelopeTasks';
import { regionBelow, type MapPoint } from '../../../core/studies/envelope/marchingSquares';
import {
  displayUnit,
  formatFigure,
  formatQuantity,
  fromDisplay,
  toDisplay,
  type Quantity,
  type UnitChoice,
} from '../../../core/foundations/units';

/** Values at which the tint changes, from the darkest down: what lies below the last fails. */
const LEVELS = [8, 4, 2, 1] as const;
export const TINT_STEPS = [0, 1, 2, 4, 8] as const;
/** Grid places whose figure is written. */
const EVERY_COLUMN = 4;
const EVERY_ROW = 3;
const MOST_TICKS = 9;

/** A margin on the map, with a true minus and no minus nothing. */
export const sayValue = (value: number) => value.toFixed(1).replace('-0.0', '0.0').replace('-', '−');

/** What goes upward, as a quantity. */
export const UPWARD: Readonly<Record<Envelope['y'], Quantity>> = {
  oil: 'temperature',
  filterAge: 'loading',
  air: 'temperature',
  road: 'roadSpeed',
};

interface Frame {
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly bottom: number;
  readonly top: number;
  readonly right: number;
}

/** A map's scales, from its axes to the drawing. */
function scalesOf({ speedsRevS, ys }: Envelope, { width, height, left, bottom, top, right }: Frame) {
  return {
    x: scaleLinear([speedsRevS[0]!, speedsRevS.at(-1)!], [left, width - right]),
    y: scaleLinear([ys[0]!, ys.at(-1)!], [height - bottom, top]),
  };
}
type Scales = ReturnType<typeof scalesOf>;

/** From an axis's SI figure to the drawing [px]. */
export interface MapScales {
  readonly x: (si: number) => number;
  readonly y: (si: number) => number;
}

const pathOf = (points: readonly MapPoint[], { x, y }: Scales, close = false): string =>
  line<MapPoint>(
    (p) => x(p.x),
    (p) => y(p.y),
  )
    .digits(1)
    .curve(close ? curveLinearClosed : curveLinear)(points) ?? '';

/** Round figures of a unit between two ends [SI]. */
function ticks(low: number, high: number, quantity: Quantity, units: UnitChoice): number[] {
  const u = displayUnit(quantity, units);
  return scaleLinear([toDisplay(low, u), toDisplay(high, u)], [0, 1])
    .ticks(MOST_TICKS)
    .map((shown) => fromDisplay(shown, u));
}

/**
 * One map: tint by margin, strokes where supply fails, its boundary, the session, the present state, and what is given
 * to be drawn on it.
 */
export function EnvelopeMapView({
  envelope,
  map,
  units,
  here,
  reach,
  large,
  label,
  onPick,
  children,
}: {
  readonly envelope: Envelope;
  readonly map: EnvelopeMap;
  readonly units: UnitChoice;
  readonly here: MapPoint | undefined;
  /** Outline of the states within reach. */
  readonly reach: readonly MapPoint[];
  readonly large: boolean;
  readonly label: string;
  readonly onPick?: (place: MapPoint) => void;
  /** Drawn over the map with its scales. */
  readonly children?: (scales: MapScales) => ReactNode;
}) {
  const id = useId();
  const frame: Frame = large
    ? { width: 700, height: 470, left: 46, bottom: 34, top: 18, right: 20 }
    : { width: 240, height: 146, left: 28, bottom: 16, top: 2, right: 6 };
  const scales = scalesOf(envelope, frame);
  const { x, y } = scales;
  const { speedsRevS, ys } = envelope;
  const [left, right, top, bottom] = [x(speedsRevS[0]!), x(speedsRevS.at(-1)!), y(ys.at(-1)!), y(ys[0]!)];
  const { pick, cursor } = useMapPointer(envelope, frame, scales, onPick);
  const { at } = cursor;
  const drawing = (
    <svg
      viewBox={`0 0 ${frame.width} ${frame.height}`}
      role="img"
      aria-label={label}
      aria-describedby={large ? `${id}r` : undefined}
      onPointerDown={pick}
      style={onPick ? { cursor: 'crosshair' } : undefined}
      {...(large ? cursor.handlers : {})}
    >
      <Tints id={id} envelope={envelope} map={map} scales={scales} />
      {reach.length > 1 && (
        <path
          d={pathOf(reach, scales, true)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={large ? 1.6 : 1}
          strokeDasharray="6 4"
        />
      )}
      {failureLines(map).map((line, i) => (
        <path
          key={i}
          d={pathOf(line, scales)}
          fill="none"
          stroke="var(--alarm)"
          strokeWidth={large ? 4 : 2.4}
          strokeLinejoin="round"
        />
      ))}
      <g clipPath={`url(#${id}c)`}>{large && <MapValues envelope={envelope} map={map} scales={scales} />}</g>
      {envelope.session.length > 1 && <SessionPath d={pathOf(envelope.session, scales)} large={large} />}
      {children?.(scales)}
      {here && <Here at={here} envelope={envelope} scales={scales} large={large} />}
      <path d={`M${left} ${top}V${bottom}H${right}`} fill="none" stroke="var(--ink)" strokeWidth={2} />
      {large ? (
        <MapAxes envelope={envelope} scales={scales} units={units} />
      ) : (
        <SmallAxes envelope={envelope} scales={scales} units={units} />
      )}
      {at && (
        <path
          d={`M${x(speedsRevS[at.ix]!)} ${top}V${bottom}M${left} ${y(ys[at.iy]!)}H${right}`}
          stroke="var(--ink)"
          strokeWidth={1}
          strokeDasharray="2 3"
          pointerEvents="none"
        />
      )}
    </svg>
  );
  if (!large) return drawing;
  return (
    <>
      {drawing}
      <p id={`${id}r`} className="readout" role="status">
        {at
          ? sayPlace(envelope, map, at, units)
          : 'Point at the map, or use the arrow keys, to read it; Enter goes there.'}
      </p>
    </>
  );
}

/** What is pointed at, or gone to by arrow keys, and what a press or Enter there does. */
function useMapPointer(envelope: Envelope, frame: Frame, { x, y }: Scales, onPick?: (place: MapPoint) => void) {
  const { speedsRevS, ys } = envelope;
  const [left, right, top, bottom] = [x(speedsRevS[0]!), x(speedsRevS.at(-1)!), y(ys.at(-1)!), y(ys[0]!)];
  const pick = (event: React.PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const [px, py] = [
      ((event.clientX - box.left) / box.width) * frame.width,
      ((event.clientY - box.top) / box.height) * frame.height,
    ];
    if (px >= left && px <= right && py >= top && py <= bottom) onPick?.({ x: x.invert(px), y: y.invert(py) });
  };
  const nearest = (values: readonly number[], si: number) =>
    values.reduce((best, v, i) => (Math.abs(v - si) < Math.abs(values[best]! - si) ? i : best), 0);
  const cursor = useGridCursor(
    {
      columns: speedsRevS.length,
      rows: ys.length,
      placeAt: (u, v) => {
        const [px, py] = [u * frame.width, v * frame.height];
        if (px < left || px > right || py < top || py > bottom) return undefined;
        return { ix: nearest(speedsRevS, x.invert(px)), iy: nearest(ys, y.invert(py)) };
      },
    },
    ({ ix, iy }) => onPick?.({ x: speedsRevS[ix]!, y: ys[iy]! }),
  );
  return { pick, cursor };
}

/** The map itself: tint by margin, from the best down, and strokes where supply fails. */
function Tints({
  id,
  envelope: { speedsRevS, ys },
  map,
  scales,
}: {
  readonly id: string;
  readonly envelope: Envelope;
  readonly map: EnvelopeMap;
  readonly scales: Scales;
}) {
  const { x, y } = scales;
  const [left, right, top, bottom] = [x(speedsRevS[0]!), x(speedsRevS.at(-1)!), y(ys.at(-1)!), y(ys[0]!)];
  const crossings = crossingsOf(map);
  const area = (level: number) =>
    regionBelow(speedsRevS, ys, map.values, level, level === 0 ? crossings : undefined)
      .map((polygon) => pathOf(polygon, scales, true))
      .join('');
  return (
    <>
      <defs>
        <pattern id={`${id}f`} width={9} height={9} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={9} height={9} fill="var(--paper)" />
          <line x1={0} x2={0} y1={0} y2={9} stroke="var(--alarm)" strokeWidth={2.4} />
        </pattern>
        <clipPath id={`${id}c`}>
          <rect x={left} y={top} width={right - left} height={bottom - top} />
        </clipPath>
      </defs>
      <rect x={left} y={top} width={right - left} height={bottom - top} fill="var(--paper)" />
      <path d={area(Infinity)} fill="var(--tint-4)" />
      {LEVELS.map((level, i) => (
        <path key={level} d={area(level)} fill={`var(--tint-${3 - i})`} />
      ))}
      <path d={area(0)} fill={`url(#${id}f)`} />
    </>
  );
}

/** "5200 rpm, 96 °C: margin 1.4 times the warning margin, least at Turbo". */
function sayPlace(envelope: Envelope, map: EnvelopeMap, { ix, iy }: Place, units: UnitChoice): string {
  const { speedsRevS, ys, consumers } = envelope;
  const where = `${formatQuantity(speedsRevS[ix]!, 'speed', units)}, ${formatQuantity(ys[iy]!, UPWARD[envelope.y], units)}`;
  const value = map.values[iy]?.[ix] ?? null;
  if (value === null) return `${where}: not solved.`;
  const least = map === envelope.overall ? consumers.find((c) => c.values[iy]?.[ix] === value) : undefined;
  return `${where}: margin ${sayValue(value)} times the warning margin${least ? `, smallest at ${least.name}` : ''}${value < 0 ? '; not supplied' : ''}.`;
}

/** The ends of both axes of a small map, in the reader's units. */
function SmallAxes({
  envelope,
  scales: { x, y },
  units,
}: {
  readonly envelope: Envelope;
  readonly scales: Scales;
  readonly units: UnitChoice;
}) {
  const { speedsRevS, ys } = envelope;
  const upward = UPWARD[envelope.y];
  const [left, right, bottom] = [x(speedsRevS[0]!), x(speedsRevS.at(-1)!), y(ys[0]!)];
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
      <text className="t-small ink2" x={left - 4} y={y(ys.at(-1)!) + 10} textAnchor="end">
        {formatFigure(ys.at(-1)!, upward, units)}
      </text>
    </g>
  );
}

/** Every few places the value there. */
function MapValues({
  envelope: { speedsRevS, ys },
  map,
  scales: { x, y },
}: {
  readonly envelope: Envelope;
  readonly map: EnvelopeMap;
  readonly scales: Scales;
}) {
  return map.values.map(
    (row, iy) =>
      iy % EVERY_ROW === 1 &&
      row.map(
        (v, ix) =>
          v !== null &&
          ix % EVERY_COLUMN === 2 && (
            <text
              key={`${ix} ${iy}`}
              className={`t-small paper-tag${v < 0 ? ' alarm' : ''}`}
              x={x(speedsRevS[ix]!)}
              y={y(ys[iy]!) + 4}
              textAnchor="middle"
            >
              {sayValue(v)}
            </text>
          ),
      ),
  );
}

/** The present state, where it lies on the map. */
function Here({
  at,
  envelope: { speedsRevS, ys },
  scales: { x, y },
  large,
}: {
  readonly at: MapPoint;
  readonly envelope: Envelope;
  readonly scales: Scales;
  readonly large: boolean;
}) {
  if (at.x < speedsRevS[0]! || at.y < ys[0]! || at.y > ys.at(-1)!) return null;
  return (
    <circle cx={x(at.x)} cy={y(at.y)} r={large ? 9 : 5} fill="var(--accent)" stroke="var(--ink)" strokeWidth={2} />
  );
}

/** The states that the session goes through, joined. */
function SessionPath({ d, large }: { readonly d: string; readonly large: boolean }) {
  return (
    <>
      <path d={d} fill="none" stroke="var(--paper)" strokeWidth={large ? 7 : 4} strokeLinejoin="round" />
      <path d={d} fill="none" stroke="var(--ink)" strokeWidth={large ? 3 : 1.8} strokeLinejoin="round" />
    </>
  );
}

/** Figures along both axes, with their units. */
function MapAxes({
  envelope,
  scales: { x, y },
  units,
}: {
  readonly envelope: Envelope;
  readonly scales: Scales;
  readonly units: UnitChoice;
}) {
  const { speedsRevS, ys } = envelope;
  const upward = UPWARD[envelope.y];
  const [left, right, bottom] = [x(speedsRevS[0]!), x(speedsRevS.at(-1)!), y(ys[0]!)];
  return (
    <>
      {ticks(speedsRevS[0]!, speedsRevS.at(-1)!, 'speed', units).map((si) => (
        <g key={si}>
          <path d={`M${x(si)} ${bottom}v6`} stroke="var(--ink)" strokeWidth={1.5} />
          <text className="t-small" x={x(si)} y={bottom + 19} textAnchor="middle">
            {formatFigure(si, 'speed', units)}
          </text>
        </g>
      ))}
      {ticks(ys[0]!, ys.at(-1)!, upward, units).map((si) => (
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
