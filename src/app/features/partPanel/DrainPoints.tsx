import { Button } from 'antd';
import { useId, type KeyboardEvent, type PointerEvent } from 'react';
import type { PartOf } from '../../../core/document/parts/part';
import { formatQuantity } from '../../../core/foundations/units';
import { FigureInput } from '../../forms/FigureInput';
import { usePreferences } from '../../state/preferences';

type Drain = PartOf<'drain'>;
type Point = NonNullable<Drain['profile']>[number];

const WIDTH = 286;
const HEIGHT = 130;
const EDGE = 16;
/** A press of an arrow key moves a point so far [m]. */
const STEP_M = 0.005;
/** Two points stand at least this far from each other along the run [m]. */
const LEAST_M = 0.005;
const MOST_POINTS = 20;

/** Points of a drain's run on a drawing of heights: dragged, moved by the arrow keys, typed, added and removed. */
export function DrainPoints({ drain, onChange }: { readonly drain: Drain; readonly onChange: (drain: Drain) => void }) {
  const units = usePreferences((p) => p.units);
  const title = useId();
  const points = drain.profile;
  if (!points) return null;
  const length = Math.max(drain.lengthM, points[points.length - 1]!.alongM);
  const heights = points.map((p) => p.heightM);
  const [low, high] = [Math.min(...heights) - 0.05, Math.max(...heights) + 0.05];
  const x = (m: number) => EDGE + (m / length) * (WIDTH - 2 * EDGE);
  const y = (m: number) => EDGE + ((high - m) / (high - low)) * (HEIGHT - 2 * EDGE);
  const put = (profile: Point[]) => onChange({ ...drain, profile });
  const moved = (i: number, alongM: number, heightM: number) => {
    const from = i === 0 ? 0 : points[i - 1]!.alongM + LEAST_M;
    const to = i === points.length - 1 ? Infinity : points[i + 1]!.alongM - LEAST_M;
    const rounded = (m: number) => Math.round(m * 1000) / 1000;
    const along = i === 0 ? 0 : Math.min(to, Math.max(from, alongM));
    put(points.map((p, k) => (k === i ? { alongM: rounded(along), heightM: rounded(heightM) } : p)));
  };
  const drag = (i: number) => (event: PointerEvent<SVGCircleElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    const alongM = ((event.clientX - box.left - EDGE) / (WIDTH - 2 * EDGE)) * length;
    const heightM = high - ((event.clientY - box.top - EDGE) / (HEIGHT - 2 * EDGE)) * (high - low);
    moved(i, alongM, heightM);
  };
  const press = (i: number) => (event: KeyboardEvent) => {
    const by = { ArrowUp: [0, 1], ArrowDown: [0, -1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    moved(i, points[i]!.alongM + by[0]! * STEP_M, points[i]!.heightM + by[1]! * STEP_M);
  };
  /** Halfway along the longest stretch. */
  const add = () => {
    const at = points.reduce(
      (best, p, i) =>
        i > 0 && p.alongM - points[i - 1]!.alongM > points[best]!.alongM - points[best - 1]!.alongM ? i : best,
      1,
    );
    const [a, b] = [points[at - 1]!, points[at]!];
    const between = { alongM: 0.5 * (a.alongM + b.alongM), heightM: 0.5 * (a.heightM + b.heightM) };
    put([...points.slice(0, at), between, ...points.slice(at)]);
  };
  return (
    <section aria-labelledby={title}>
      <h3 id={title}>Points of its run</h3>
      <svg width={WIDTH} height={HEIGHT} className="drain-points">
        <polyline
          points={points.map((p) => `${x(p.alongM)},${y(p.heightM)}`).join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={3}
        />
        {points.map((p, i) => (
          <circle
            key={i}
            cx={x(p.alongM)}
            cy={y(p.heightM)}
            r={8}
            fill="var(--paper)"
            stroke="var(--ink)"
            strokeWidth={2}
            tabIndex={0}
            role="slider"
            aria-label={`Point ${i + 1}`}
            aria-valuenow={p.heightM}
            aria-valuetext={`${formatQuantity(p.alongM, 'length', units)} along, ${formatQuantity(p.heightM, 'length', units)} high`}
            onKeyDown={press(i)}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={drag(i)}
          />
        ))}
      </svg>
      {points.map((p, i) => (
        <div key={i} className="drain-point">
          <FigureInput
            title={`Point ${i + 1}, along the run`}
            quantity="length"
            si={p.alongM}
            onChange={(m) => m !== undefined && moved(i, m, p.heightM)}
          />
          <FigureInput
            title={`Point ${i + 1}, height above the crank`}
            quantity="length"
            si={p.heightM}
            onChange={(m) => m !== undefined && moved(i, p.alongM, m)}
          />
          {points.length > 2 && (
            <Button size="small" onClick={() => put(points.filter((_, k) => k !== i))}>
              Remove point {i + 1}
            </Button>
          )}
        </div>
      ))}
      {points.length < MOST_POINTS && <Button onClick={add}>Add a point</Button>}
    </section>
  );
}
