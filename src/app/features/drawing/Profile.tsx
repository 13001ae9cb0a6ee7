import { scaleLinear } from 'd3-scale';
import { memo, useMemo } from 'react';
import type { Sweep } from '../../../core/judgement/sweep/sweep';
import { displayUnit, formatFigure, toDisplay, type UnitChoice } from '../../../core/foundations/units';
import type { DrawingLayout } from './layout';
import type { Station } from './station';
import type { Reading } from './reading';
import { axisTopPa, fallFactor, pressureTint } from './scales';
import { branches, endOfRow, step, type Point } from './profileLines';
import { TideFigures, TidePost, type PostBand } from '../../marks/TidePost';
import type { SolveResult } from '../../../core/judgement/stateResult';

const PROFILE_TOP = 10;
const STRIP = 38;
/** Height of the whole profile with an axis of so many px. */
export const profileHeight = (axisHeight: number) => PROFILE_TOP + axisHeight + STRIP + 8;
export const AXIS_LEFT = 40;
/** The unit stands under the axis's zero: beside its top there is no room for "psi 100" [px]. */
const UNIT_BELOW = 17;

/** Highest pressure that the profile must show [Pa]. */
export function highestPa(sweep: Sweep | undefined, result: SolveResult): number {
  return Math.max(
    0,
    ...(sweep?.nodeHighPa ?? result.nodes.map((n) => n.pressurePa)).map((p) => p ?? 0),
    ...result.consumers.map((c) => c.highPressurePa ?? 0),
  );
}

/** The axis's figures, pinned at the left while the drawing scrolls sideways. */
export function AxisLabels({
  axisHeight,
  topPa,
  units,
}: {
  readonly axisHeight: number;
  readonly topPa: number;
  readonly units: UnitChoice;
}) {
  const u = displayUnit('pressure', units);
  const y = (pa: number) => PROFILE_TOP + axisHeight * (1 - pa / topPa);
  return (
    <>
      {axisMarks(topPa, units).map((pa) => (
        <text key={pa} className="t-small" x={AXIS_LEFT - 6} y={y(pa) + 4} textAnchor="end">
          {Math.round(toDisplay(pa, u))}
        </text>
      ))}
      <text className="t-small ink2" x={AXIS_LEFT - 6} y={PROFILE_TOP + axisHeight + UNIT_BELOW} textAnchor="end">
        {u.symbol}
      </text>
    </>
  );
}

/** The profile: at what pressure, part by part, on the plan's own columns; every consumer ends in its tide post. */
export function Profile({
  axisHeight,
  layout,
  seen,
  reading,
  sweep,
  bands,
  units,
  unfiltered,
  traced,
  onSelect,
}: {
  readonly axisHeight: number;
  readonly layout: DrawingLayout;
  /** What of it is drawn part by part; the main path's landscape is drawn whole. */
  readonly seen: DrawingLayout;
  readonly reading: Reading;
  readonly sweep: Sweep | undefined;
  readonly bands: ReadonlyMap<string, PostBand>;
  readonly units: UnitChoice;
  readonly unfiltered: ReadonlySet<string>;
  readonly traced: ReadonlySet<string>;
  readonly onSelect: (part: string) => void;
}) {
  const top = axisTopPa(highestPa(sweep, reading.result));
  const zero = PROFILE_TOP + axisHeight;
  const perPa = axisHeight / top;
  const y = heightOf(axisHeight, top);
  const byId = new Map(layout.stations.map((s) => [s.part.id, s]));
  const main = layout.main.map((id) => byId.get(id)!);
  const steps = main.flatMap((s) => step(s, reading));
  const consumers = useMemo(() => seen.stations.filter((s) => s.role === 'consumer'), [seen]);
  const end = Math.min(
    seen.width,
    useMemo(() => endOfRow(layout), [layout]),
  );
  return (
    <g>
      {axisMarks(top, units).map((pa) => (
        <g key={pa}>
          <line x1={AXIS_LEFT} x2={end} y1={y(pa)} y2={y(pa)} stroke="var(--hair)" />
        </g>
      ))}
      <Landscape steps={steps} zero={zero} end={end} y={y} />
      <Tides main={main} reading={reading} sweep={sweep} end={end} y={y} />
      <line x1={AXIS_LEFT} x2={end} y1={zero} y2={zero} stroke="var(--ink)" strokeWidth={2} />
      {branches(seen, layout, reading).map((branch) => (
        <polyline
          key={branch.key}
          points={branch.points.map((p) => `${p.x},${y(p.pa)}`).join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
          strokeDasharray={unfiltered.has(branch.port) ? '6 3' : undefined}
          opacity={traced.size > 0 && !branch.parts.some((p) => traced.has(p)) ? 0.35 : 1}
        />
      ))}
      <Fall steps={steps} zero={zero} perPa={perPa} units={units} />
      <Posts
        consumers={consumers}
        axisHeight={axisHeight}
        topPa={top}
        reading={reading}
        sweep={sweep}
        bands={bands}
        units={units}
        onSelect={onSelect}
      />
    </g>
  );
}

/** Where a pressure stands on an axis of so many px that ends at so much [px from the profile's top]. */
const heightOf =
  (axisHeight: number, topPa: number) =>
  (pa: number): number =>
    PROFILE_TOP + axisHeight - Math.max(-6, Math.min(axisHeight + 8, (pa * axisHeight) / topPa));

/** All posts, and over them all figures; drawn anew only where an answer, its units or the axis change. */
const Posts = memo(function Posts({
  consumers,
  axisHeight,
  topPa,
  reading,
  sweep,
  bands,
  units,
  onSelect,
}: {
  readonly consumers: readonly Station[];
  readonly axisHeight: number;
  readonly topPa: number;
  readonly reading: Reading;
  readonly sweep: Sweep | undefined;
  readonly bands: ReadonlyMap<string, PostBand>;
  readonly units: UnitChoice;
  readonly onSelect: (part: string) => void;
}) {
  const y = heightOf(axisHeight, topPa);
  const zero = PROFILE_TOP + axisHeight;
  const ranges = useMemo(() => new Map(sweep?.consumers.map((c) => [c.part, c])), [sweep]);
  return (
    <>
      {consumers.map((s) => {
        const consumer = reading.consumer(s.part.id);
        const range = ranges.get(s.part.id);
        return (
          consumer && (
            <TidePost
              key={s.part.id}
              x={(s.x0 + s.x1) / 2}
              top={PROFILE_TOP}
              zero={zero}
              y={y}
              consumer={consumer}
              range={range}
              band={bands.get(s.part.id)}
              onSelect={() => onSelect(s.part.id)}
            />
          )
        );
      })}
      {consumers.map((s) => {
        const consumer = reading.consumer(s.part.id);
        return (
          consumer && <TideFigures key={s.part.id} x={(s.x0 + s.x1) / 2} y={y} consumer={consumer} units={units} />
        );
      })}
    </>
  );
});

/** The land under the main path: tinted by pressure, its edge drawn, held level beyond its end. */
function Landscape({
  steps,
  zero,
  end,
  y,
}: {
  readonly steps: readonly Point[];
  readonly zero: number;
  readonly end: number;
  readonly y: (pa: number) => number;
}) {
  const last = steps[steps.length - 1];
  return (
    <>
      {steps.map((p, i) => {
        const next = steps[i + 1];
        return (
          next && (
            <path
              key={i}
              d={`M${p.x} ${zero} L${p.x} ${y(p.pa)} L${next.x} ${y(next.pa)} L${next.x} ${zero} Z`}
              fill={pressureTint((p.pa + next.pa) / 2)}
            />
          )
        );
      })}
      {last && (
        <rect
          x={last.x}
          y={y(last.pa)}
          width={Math.max(0, end - last.x)}
          height={Math.max(0, zero - y(last.pa))}
          fill={pressureTint(last.pa)}
          opacity={0.4}
        />
      )}
      <polyline
        points={[...steps.map((p) => `${p.x},${y(p.pa)}`), ...(last ? [`${end},${y(last.pa)}`] : [])].join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2.5}
      />
    </>
  );
}

/** The main path's extremes over the range, dotted. */
function Tides({
  main,
  reading,
  sweep,
  end,
  y,
}: {
  readonly main: readonly Station[];
  readonly reading: Reading;
  readonly sweep: Sweep | undefined;
  readonly end: number;
  readonly y: (pa: number) => number;
}) {
  if (!sweep) return null;
  return (
    <>
      {(['nodeHighPa', 'nodeLowPa'] as const).map((pick) => {
        const points = extremes(main, reading, sweep, pick, y);
        if (points.length === 0) return null;
        const behind = points[Math.min(points.length - 1, 4)]!;
        return (
          <g key={pick}>
            <polyline
              points={[...points, [end, points[points.length - 1]![1]] as const].map((p) => p.join(',')).join(' ')}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={1.4}
              strokeDasharray="1 4"
              strokeLinecap="round"
            />
            <text className="t-small paper-tag" x={behind[0] + 6} y={behind[1] - 5}>
              {pick === 'nodeHighPa' ? 'highest' : 'lowest'}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** Where the lowest or highest pressure of the range lies along the main path [px]. */
function extremes(
  main: readonly Station[],
  reading: Reading,
  sweep: Sweep,
  pick: 'nodeLowPa' | 'nodeHighPa',
  y: (pa: number) => number,
): (readonly [number, number])[] {
  return main.flatMap((s) =>
    (['in', 'out'] as const).flatMap((port) => {
      const node = reading.nodeIndex(`${s.part.id}.${port}`);
      const pa = node === undefined ? null : (sweep[pick][node] ?? null);
      return pa === null ? [] : [[port === 'in' ? s.x0 : s.x1, y(pa)] as const];
    }),
  );
}

/** The same staircase hung below the axis and exaggerated: at hot idle the losses are small and the landscape flat. */
function Fall({
  steps,
  zero,
  perPa,
  units,
}: {
  readonly steps: readonly Point[];
  readonly zero: number;
  readonly perPa: number;
  readonly units: UnitChoice;
}) {
  const peak = steps.reduce((best, p, i) => (p.pa > (steps[best]?.pa ?? -Infinity) ? i : best), 0);
  const after = steps.slice(peak);
  const from = after[0];
  const to = after[after.length - 1];
  if (!from || !to || after.length < 2 || from.pa - to.pa <= 0) return null;
  const factor = fallFactor(from.pa - to.pa, perPa, STRIP - 10);
  const points = after.map((p) => `${p.x},${zero + (from.pa - p.pa) * perPa * factor}`);
  return (
    <g>
      <polygon
        points={[`${from.x},${zero}`, ...points, `${to.x},${zero}`].join(' ')}
        fill="var(--hair)"
        opacity={0.6}
      />
      <polyline points={points.join(' ')} fill="none" stroke="var(--ink)" strokeWidth={1.8} />
      <text className="t-small paper-tag" x={from.x} y={zero + 15} textAnchor="end">
        pressure loss ×{factor}
      </text>
      <text
        className="t-name paper-tag"
        x={to.x - 4}
        y={zero + (from.pa - to.pa) * perPa * factor + 13}
        textAnchor="end"
      >
        {formatFigure(from.pa - to.pa, 'pressure', units)}
      </text>
    </g>
  );
}

const MOST_MARKS = 8;

/** Round pressures for the axis, in the reader's unit [Pa]. */
function axisMarks(topPa: number, units: UnitChoice): number[] {
  const { factor } = displayUnit('pressure', units);
  return scaleLinear([0, topPa * factor], [0, 1])
    .ticks(MOST_MARKS)
    .map((shown) => shown / factor);
}
