import { Chart, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js';
import { useEffect, useRef } from 'react';
import { displayUnit, toDisplay } from '../../../core/foundations/units';
import { usePreferences } from '../../state/preferences';
import { readingsOf, useLogger } from './useLogger';

Chart.register(Legend, LinearScale, LineController, LineElement, PointElement, Tooltip);

/** Seconds that are drawn, and points at most. */
const SHOWN_S = 120;
const MOST_POINTS = 800;

/** The gauge and what is predicted for the same conditions, the last two minutes. */
export function Traces({ predict }: { readonly predict: (speedRevS: number, oilK: number) => number | undefined }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart<'line', { x: number; y: number | null }[]>>(undefined);
  const looks = useLogger((l) => l.looks);
  const ring = useLogger((l) => l.ring);
  const units = usePreferences((p) => p.units);
  const u = displayUnit('pressure', units);
  useEffect(() => {
    const ink = getComputedStyle(document.documentElement);
    const colour = (name: string) => ink.getPropertyValue(name).trim();
    const line = (label: string, stroke: string, dash: number[]) => ({
      label,
      data: [] as { x: number; y: number | null }[],
      borderColor: stroke,
      backgroundColor: stroke,
      borderDash: dash,
      borderWidth: 2,
      pointRadius: 0,
      spanGaps: false,
    });
    const axis = (text: string) => ({
      type: 'linear' as const,
      title: { display: true, text, color: colour('--ink') },
      ticks: { color: colour('--ink') },
      grid: { color: colour('--hair') },
    });
    chart.current = new Chart(canvas.current!, {
      type: 'line',
      data: { datasets: [line('gauge', colour('--ink'), []), line('predicted', colour('--tint-4'), [6, 4])] },
      options: {
        animation: false,
        maintainAspectRatio: false,
        parsing: false,
        scales: { x: axis('Time, s'), y: { ...axis(`Pressure, ${u.symbol}`), beginAtZero: true } },
        plugins: { legend: { labels: { color: colour('--ink') } } },
      },
    });
    return () => chart.current?.destroy();
  }, [u.symbol]);
  useEffect(() => {
    const { list } = ring;
    const from = (list.at(-1)?.timeS ?? 0) - SHOWN_S;
    const shown = list.filter((f) => f.timeS >= from);
    const every = Math.max(1, Math.ceil(shown.length / MOST_POINTS));
    const read: { x: number; y: number | null }[] = [];
    const expected: { x: number; y: number | null }[] = [];
    shown.forEach((f, i) => {
      if (f.brokenBefore) {
        // A gap is a gap: the line stops before it.
        read.push({ x: f.timeS, y: null });
        expected.push({ x: f.timeS, y: null });
      }
      if (i % every !== 0) return;
      const { gaugePa, speedRevS, oilTemperatureK } = readingsOf(f);
      const p =
        speedRevS === undefined || oilTemperatureK === undefined ? undefined : predict(speedRevS, oilTemperatureK);
      read.push({ x: f.timeS, y: gaugePa === undefined ? null : toDisplay(gaugePa, u) });
      expected.push({ x: f.timeS, y: p === undefined || !Number.isFinite(p) ? null : toDisplay(p, u) });
    });
    const c = chart.current;
    if (!c) return;
    c.data.datasets[0]!.data = read;
    c.data.datasets[1]!.data = expected;
    c.update('none');
  }, [looks, ring, predict, u]);
  return (
    <div className="traces">
      <canvas ref={canvas} role="img" aria-label="Gauge pressure and prediction against time, the last two minutes" />
    </div>
  );
}
