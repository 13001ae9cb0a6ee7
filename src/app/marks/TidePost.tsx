import type { ConsumerRange } from '../../core/judgement/sweep/sweep';
import { formatFigure, type UnitChoice } from '../../core/foundations/units';
import { spreadLabels } from './spreadLabels';
import type { ConsumerResult } from '../../core/judgement/stateResult';

const HALF = 11;
const LABEL_GAP = 13;
/** Width of the box of a band, inside the post. */
const BAND = 10;

/** Pressures that 5 and 95 in 100 lie below, as tolerances have it. */
export interface PostBand {
  readonly low: number;
  readonly high: number;
}

/**
 * A tide post: level, minimum and maximum with their feet, the range over the reachable states, and the band that
 * tolerances leave.
 */
export function TidePost({
  x,
  top,
  zero,
  y,
  consumer,
  range,
  band,
  onSelect,
}: {
  readonly x: number;
  readonly top: number;
  readonly zero: number;
  readonly y: (pa: number) => number;
  readonly consumer: ConsumerResult;
  readonly range: ConsumerRange | undefined;
  readonly band?: PostBand | undefined;
  readonly onSelect?: () => void;
}) {
  const { pressurePa: level, lowPressurePa: low, highPressurePa: high } = consumer;
  return (
    <g onClick={onSelect} style={onSelect && { cursor: 'pointer' }}>
      <rect
        x={x - HALF}
        y={top}
        width={2 * HALF}
        height={zero - top}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={2}
      />
      {level !== null && (
        <rect
          x={x - HALF + 1}
          y={y(level)}
          width={2 * HALF - 2}
          height={Math.max(0, zero - y(level))}
          fill="var(--tint-2)"
        />
      )}
      {low !== null && (
        <rect x={x - HALF + 1} y={y(low)} width={2 * HALF - 2} height={Math.max(0, zero - y(low))} fill="url(#mud)" />
      )}
      {high !== null && (
        <rect
          x={x - HALF + 1}
          y={top + 1}
          width={2 * HALF - 2}
          height={Math.max(0, y(high) - top - 1)}
          fill="url(#flood)"
        />
      )}
      {low !== null && (
        <path
          d={`M${x - HALF - 5} ${y(low) + 5} V${y(low)} H${x + HALF + 5} V${y(low) + 5}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={3}
        />
      )}
      {high !== null && (
        <path
          d={`M${x - HALF - 5} ${y(high) - 5} V${y(high)} H${x + HALF + 5} V${y(high) - 5}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={3}
        />
      )}
      {range?.lowestPressurePa != null && range.highestPressurePa != null && (
        <path
          d={`M${x - HALF - 10} ${y(range.highestPressurePa)} h6 m-3 0 V${y(range.lowestPressurePa)} m-3 0 h6`}
          fill="none"
          stroke="var(--ink2)"
          strokeWidth={1.5}
        />
      )}
      {band && (
        <rect
          x={x - BAND / 2}
          y={y(band.high)}
          width={BAND}
          height={Math.max(2, y(band.low) - y(band.high))}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth={1.8}
        />
      )}
      {level !== null && (
        <line
          x1={x - HALF}
          x2={x + HALF}
          y1={y(level)}
          y2={y(level)}
          stroke={isBad(consumer) ? 'var(--alarm)' : 'var(--ink)'}
          strokeWidth={4}
        />
      )}
    </g>
  );
}

const isBad = (consumer: ConsumerResult) => !consumer.supplied || consumer.verdict === 'near';

/** A post's figures, drawn over all posts so that a neighbour never covers them; those that would touch step apart. */
export function TideFigures({
  x,
  y,
  consumer,
  units,
}: {
  readonly x: number;
  readonly y: (pa: number) => number;
  readonly consumer: ConsumerResult;
  readonly units: UnitChoice;
}) {
  const { pressurePa: level, lowPressurePa: low, highPressurePa: high } = consumer;
  const marks = [
    ...(high !== null ? [{ key: 'high', pa: high }] : []),
    ...(low !== null ? [{ key: 'low', pa: low }] : []),
  ];
  const labels = spreadLabels([...(level !== null ? [y(level)] : []), ...marks.map((m) => y(m.pa))], LABEL_GAP);
  const markLabelY = level !== null ? labels.slice(1) : labels;
  const text = (pa: number) => formatFigure(pa, 'pressure', units);
  return (
    <g pointerEvents="none">
      {marks.map((m, i) => (
        <text key={m.key} className="t-small ink2 paper-tag" x={x + HALF + 7} y={markLabelY[i]! + 4}>
          {text(m.pa)}
        </text>
      ))}
      {level !== null && (
        <text className={`t-level paper-tag${isBad(consumer) ? ' alarm' : ''}`} x={x + HALF + 4} y={labels[0]! + 6}>
          {text(level)}
        </text>
      )}
    </g>
  );
}

/** Patterns of the posts: stipple below the minimum, waves above the maximum. */
export function PostPatterns() {
  return (
    <defs>
      <pattern id="mud" width={5} height={5} patternUnits="userSpaceOnUse">
        <circle cx={1.2} cy={1.2} r={0.9} fill="var(--ink)" />
        <circle cx={3.7} cy={3.7} r={0.9} fill="var(--ink)" />
      </pattern>
      <pattern id="flood" width={10} height={6} patternUnits="userSpaceOnUse">
        <path d="M0 4 Q2.5 0 5 4 T10 4" fill="none" stroke="var(--ink)" strokeWidth={1} />
      </pattern>
    </defs>
  );
}
