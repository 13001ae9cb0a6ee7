import { curveLinear, curveLinearClosed, line } from 'd3-shape';
import { useId, useRef } from 'react';
import { useGridCursor, type Place } from '../../marks/useGridCursor';
import { useRoomWidth } from '../../marks/useSize';
import {
  crossingsOf,
  failureLines,
  type Envelope,
  type EnvelopeMap,
} from '../../../core/studies/envelope/envelopeTasks';
import { regionBelow, type MapPoint } from '../../../core/studies/envelope/marchingSquares';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { largeFrame, MapAxes, scalesOf, SMALL_FRAME, SmallAxes, UPWARD, type Frame, type MapScales } from './mapAxes';
import { covers, MapTags, placeTags, type MapLabel, type Tag } from './mapTags';

/** Values at which the tint changes, from the darkest down: what lies below the last fails. */
const LEVELS = [8, 4, 2, 1] as const;
export const TINT_STEPS = [0, 1, 2, 4, 8] as const;
/** Grid places whose figure is written. */
const EVERY_COLUMN = 4;
const EVERY_ROW = 3;
/** Widths that the large map is drawn for [px]. */
const MOST_WIDTH = 700;
const LEAST_WIDTH = 240;

/** A margin on the map, with a true minus and no minus nothing. */
export const sayValue = (value: number) => value.toFixed(1).replace('-0.0', '0.0').replace('-', '−');

const pathOf = (points: readonly MapPoint[], { x, y }: MapScales, close = false): string =>
  line<MapPoint>(
    (p) => x(p.x),
    (p) => y(p.y),
  )
    .digits(1)
    .curve(close ? curveLinearClosed : curveLinear)(points) ?? '';

/**
 * One map: tint by margin, strokes where supply fails, its boundary, the session, the present state, and what is said of
 * its regions.
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
  labels = [],
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
  /** What is said of its regions. */
  readonly labels?: readonly MapLabel[];
}) {
  const id = useId();
  const figure = useRef<HTMLDivElement>(null);
  const width = useRoomWidth(figure, MOST_WIDTH, LEAST_WIDTH);
  const frame = large ? largeFrame(width) : SMALL_FRAME;
  const scales = scalesOf(envelope, frame);
  const { x, y, left, right, top, bottom } = scales;
  const { speedsRevS, ys } = envelope;
  const tags = placeTags(labels, large ? namesOf(envelope) : [], scales);
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
      <g clipPath={`url(#${id}c)`}>
        {large && <MapValues envelope={envelope} map={map} scales={scales} tags={[...tags.said, ...tags.named]} />}
      </g>
      {envelope.session.length > 0 && <SessionPath session={envelope.session} scales={scales} large={large} />}
      {large && <MapTags {...tags} />}
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
    <div ref={figure}>
      {drawing}
      <p id={`${id}r`} className="readout" role="status">
        {at
          ? sayPlace(envelope, map, at, units)
          : 'Point at the map, or use the arrow keys, to read it; Enter goes there.'}
      </p>
    </div>
  );
}

const namesOf = ({ session }: Envelope): MapLabel[] => session.map(({ name, x, y }) => ({ text: name, x, y }));

/** What is pointed at, or gone to by arrow keys, and what a press or Enter there does. */
function useMapPointer(envelope: Envelope, frame: Frame, scales: MapScales, onPick?: (place: MapPoint) => void) {
  const { speedsRevS, ys } = envelope;
  const { x, y, left, right, top, bottom } = scales;
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
  readonly scales: MapScales;
}) {
  const { left, right, top, bottom } = scales;
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

/** Every few places the value there, where no tag covers it. */
function MapValues({
  envelope: { speedsRevS, ys },
  map,
  scales: { x, y },
  tags,
}: {
  readonly envelope: Envelope;
  readonly map: EnvelopeMap;
  readonly scales: MapScales;
  readonly tags: readonly Tag[];
}) {
  return map.values.map(
    (row, iy) =>
      iy % EVERY_ROW === 1 &&
      row.map(
        (v, ix) =>
          v !== null &&
          ix % EVERY_COLUMN === 2 &&
          !tags.some((tag) => covers(tag, x(speedsRevS[ix]!), y(ys[iy]!))) && (
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
  readonly scales: MapScales;
  readonly large: boolean;
}) {
  if (at.x < speedsRevS[0]! || at.y < ys[0]! || at.y > ys.at(-1)!) return null;
  return (
    <circle cx={x(at.x)} cy={y(at.y)} r={large ? 9 : 5} fill="var(--accent)" stroke="var(--ink)" strokeWidth={2} />
  );
}

/** The states that the session goes through, joined; on the large map each with its dot. */
function SessionPath({
  session,
  scales,
  large,
}: {
  readonly session: Envelope['session'];
  readonly scales: MapScales;
  readonly large: boolean;
}) {
  const d = pathOf(session, scales);
  return (
    <>
      <path d={d} fill="none" stroke="var(--paper)" strokeWidth={large ? 7 : 4} strokeLinejoin="round" />
      <path d={d} fill="none" stroke="var(--ink)" strokeWidth={large ? 3 : 1.8} strokeLinejoin="round" />
      {large &&
        session.map(({ name, x, y }) => (
          <circle
            key={name}
            cx={scales.x(x)}
            cy={scales.y(y)}
            r={5.5}
            fill="var(--paper)"
            stroke="var(--ink)"
            strokeWidth={2.2}
          />
        ))}
    </>
  );
}
