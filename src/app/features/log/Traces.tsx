import { Chart, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js';
import { useEffect, useMemo, useRef } from 'react';
import { displayUnit, toDisplay, type Quantity } from '../../../core/foundations/units';
import type { Frame } from '../../../core/log/frame';
import { usePreferences } from '../../state/preferences';
import { readingsOf, useLogger } from './useLogger';

Chart.register(Legend, LinearScale, LineController, LineElement, PointElement, Tooltip);

/** Seconds that are drawn, and points at most. */
const SHOWN_S = 120;
const MOST_POINTS = 800;

/** One line of a chart: what it shows of a frame, in SI. */
interface Trace {
  readonly label: string;
  /** A custom property of the theme. */
  readonly colour: string;
  readonly dash: readonly number[];
  readonly quantity: Quantity;
  readonly of: (frame: Frame) => number | undefined;
}

/** Lines of components tell apart by their dashes. */
const DASHES: readonly (readonly number[])[] = [
  [2, 3],
  [10, 4],
  [10, 3, 2, 3],
  [5, 2],
];

/**
 * The last two minutes: the gauge beside what is predicted for the same conditions, the components that have a sender
 * of their own, and below them speed and oil temperature.
 * @param name of a part
 */
export function Traces({
  predict,
  name,
}: {
  readonly predict: (speedRevS: number, oilK: number) => number | undefined;
  readonly name: (part: string) => string;
}) {
  const parts = useLogger((l) =>
    l.latest
      ? readingsOf(l.latest)
          .parts.map((p) => p.part)
          .join(' ')
      : '',
  );
  const pressures = useMemo(
    (): readonly Trace[] => [
      {
        label: 'gauge',
        colour: '--ink',
        dash: [],
        quantity: 'pressure',
        of: (f) => readingsOf(f).gaugePa,
      },
      {
        label: 'gauge, predicted',
        colour: '--tint-4',
        dash: [6, 4],
        quantity: 'pressure',
        of: (f) => {
          const { speedRevS, oilTemperatureK } = readingsOf(f);
          return speedRevS === undefined || oilTemperatureK === undefined
            ? undefined
            : predict(speedRevS, oilTemperatureK);
        },
      },
      ...parts
        .split(' ')
        .filter((id) => id !== '')
        .map((id, i): Trace => ({
          label: name(id),
          colour: '--tint-3',
          dash: DASHES[i % DASHES.length]!,
          quantity: 'pressure',
          of: (f) => readingsOf(f).parts.find((p) => p.part === id)?.pressurePa,
        })),
    ],
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a part's name does not change while it runs
    [predict, parts],
  );
  return (
    <>
      <TraceChart traces={pressures} label="Pressures and the gauge’s prediction against time, the last two minutes" />
      <TraceChart traces={DRIVE} label="Engine speed and oil temperature against time, the last two minutes" />
    </>
  );
}

const DRIVE: readonly Trace[] = [
  { label: 'engine speed', colour: '--ink', dash: [], quantity: 'speed', of: (f) => readingsOf(f).speedRevS },
  {
    label: 'oil temperature',
    colour: '--tint-4',
    dash: [6, 4],
    quantity: 'temperature',
    of: (f) => readingsOf(f).oilTemperatureK,
  },
];

const AXIS_WORDS: Partial<Readonly<Record<Quantity, string>>> = {
  pressure: 'Pressure',
  speed: 'Engine speed',
  temperature: 'Oil',
};

interface Point {
  x: number;
  y: number | null;
}

/** Traces against time, an axis for each quantity. */
function TraceChart({ traces, label }: { readonly traces: readonly Trace[]; readonly label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart<'line', Point[]>>(undefined);
  const looks = useLogger((l) => l.looks);
  const ring = useLogger((l) => l.ring);
  const units = usePreferences((p) => p.units);
  const theme = usePreferences((p) => p.theme);
  useEffect(() => {
    const ink = getComputedStyle(document.documentElement);
    const colour = (property: string) => ink.getPropertyValue(property).trim();
    const quantities = [...new Set(traces.map((t) => t.quantity))];
    const axis = (text: string) => ({
      type: 'linear' as const,
      title: { display: true, text, color: colour('--ink') },
      ticks: { color: colour('--ink') },
      grid: { color: colour('--hair') },
    });
    const made = new Chart(canvas.current!, {
      type: 'line',
      data: {
        datasets: traces.map((t) => ({
          label: t.label,
          data: [] as Point[],
          yAxisID: t.quantity,
          borderColor: colour(t.colour),
          backgroundColor: colour(t.colour),
          borderDash: [...t.dash],
          borderWidth: 2,
          pointRadius: 0,
          spanGaps: false,
        })),
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        parsing: false,
        scales: {
          x: axis('Time, s'),
          ...Object.fromEntries(
            quantities.map((q, i) => [
              q,
              {
                ...axis(`${AXIS_WORDS[q] ?? q}, ${displayUnit(q, units).symbol}`),
                position: i === 0 ? ('left' as const) : ('right' as const),
                beginAtZero: q !== 'temperature',
              },
            ]),
          ),
        },
        plugins: { legend: { labels: { color: colour('--ink'), usePointStyle: true, pointStyle: 'line' } } },
      },
    });
    chart.current = made;
    return () => made.destroy();
  }, [traces, units, theme]);
  useEffect(() => {
    const made = chart.current;
    if (!made) return;
    const { list } = ring;
    const from = (list.at(-1)?.timeS ?? 0) - SHOWN_S;
    const shown = list.filter((f) => f.timeS >= from);
    const every = Math.max(1, Math.ceil(shown.length / MOST_POINTS));
    traces.forEach((trace, k) => {
      const u = displayUnit(trace.quantity, units);
      made.data.datasets[k]!.data = shown.flatMap((f, i) => {
        // A gap is a gap: the line stops before it.
        const stop = f.brokenBefore ? [{ x: f.timeS, y: null }] : [];
        if (i % every !== 0) return stop;
        const si = trace.of(f);
        return [...stop, { x: f.timeS, y: si === undefined || !Number.isFinite(si) ? null : toDisplay(si, u) }];
      });
    });
    made.update('none');
  }, [looks, ring, traces, units]);
  return (
    <div className="traces">
      <canvas ref={canvas} role="img" aria-label={label} />
    </div>
  );
}
