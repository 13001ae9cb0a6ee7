import { Button } from 'antd';
import { usePreferences } from '../../state/preferences';
import {
  CategoryScale,
  Chart,
  LinearScale,
  LineElement,
  PointElement,
  Tooltip,
  type ChartDataset,
  type TooltipItem,
} from 'chart.js';
import zoom from 'chartjs-plugin-zoom';
import { useMemo, useRef, useState } from 'react';
import { Line } from 'react-chartjs-2';
import { saveChart } from '../../files/savePicture';
import { saveTable, type Table } from '../../files/saveTable';

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Tooltip, zoom);

/** An axis figure with a true minus, as everywhere else. */
const tick = (value: number | string) => String(Number(Number(value).toPrecision(6))).replace('-', '−');

/** One line of a chart, in the reader's units already. */
export interface Series {
  readonly label: string;
  readonly points: readonly { readonly x: number; readonly y: number | null }[];
  /** Dash and point shape tell lines apart without colour. */
  readonly dash: readonly number[];
  readonly shape: 'circle' | 'rect' | 'triangle' | 'rectRot' | false;
  /** A limit: thin, in the alarm's ink. */
  readonly limit?: boolean;
  readonly axis?: 'share';
}

/** Points as dense as these are the line itself. */
const MOST_MARKED = 60;
const shapeOf = (s: Series) => (s.points.length > MOST_MARKED ? false : s.shape);

/** A line as the chart draws it, beside its name: dash, point and ink. */
function Key({ line }: { readonly line: Series }) {
  const shape = shapeOf(line);
  const ink = line.limit ? 'var(--alarm)' : 'var(--ink)';
  return (
    <li>
      <svg viewBox="0 0 44 14" aria-hidden="true">
        <line
          x1={1}
          x2={43}
          y1={7}
          y2={7}
          stroke={ink}
          strokeWidth={line.limit ? 1.5 : 2.2}
          strokeDasharray={line.dash.join(' ')}
        />
        {shape && (
          <path d={POINTS[shape]} transform="translate(22 7)" fill="var(--paper)" stroke="var(--ink)" strokeWidth={2} />
        )}
      </svg>
      {line.label}
    </li>
  );
}

const POINTS: Readonly<Record<Exclude<Series['shape'], false>, string>> = {
  circle: 'M-4.5 0 a4.5 4.5 0 1 0 9 0 a4.5 4.5 0 1 0 -9 0 Z',
  rect: 'M-4 -4 h8 v8 h-8 Z',
  triangle: 'M0 -5 L5 4 H-5 Z',
  rectRot: 'M0 -5 L5 0 L0 5 L-5 0 Z',
};

/**
 * A line chart whose lines differ by dash and point, with its axes named, and its data as a table for those who do not
 * see it.
 */
export function LineChart({
  title,
  xName,
  yName,
  series,
  file,
  marks = [],
}: {
  readonly title: string;
  readonly xName: string;
  readonly yName: string;
  readonly series: readonly Series[];
  readonly file: string;
  /** What to read off it, in words. */
  readonly marks?: readonly string[];
}) {
  const chart = useRef<Chart<'line', { x: number; y: number | null }[]>>(null);
  const [isZoomed, setZoomed] = useState(false);
  const theme = usePreferences((w) => w.theme);
  const { data, options } = useMemo(
    () => chartOf(series, xName, yName, () => setZoomed(true)),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the theme's colours are read off the page
    [series, xName, yName, theme],
  );
  return (
    <figure className="chart">
      <figcaption>
        <h2>{title}</h2>
        {marks.map((m) => (
          <p key={m}>{m}</p>
        ))}
      </figcaption>
      <ul className="keys">
        {series.map((line) => (
          <Key key={line.label} line={line} />
        ))}
      </ul>
      <div className="canvas">
        <Line
          ref={chart}
          data={data}
          options={options}
          tabIndex={0}
          aria-label={`${title}. ${marks.join(' ')} Lines: ${series.map((s) => s.label).join(', ')}. The data can be saved as CSV.`}
        />
      </div>
      <div className="moves pictures">
        <Button onClick={() => saveTable(file, tableOf(series, xName))}>Save as CSV</Button>
        <Button onClick={() => chart.current && saveChart(chart.current.canvas, file.replace(/\.csv$/, ''))}>
          Save as PNG
        </Button>
        {isZoomed && (
          <Button
            onClick={() => {
              chart.current?.resetZoom();
              setZoomed(false);
            }}
          >
            Whole chart
          </Button>
        )}
      </div>
    </figure>
  );
}

/** What the chart is given: lines by dash and point, in the page's own colours. */
function chartOf(series: readonly Series[], xName: string, yName: string, onZoom: () => void) {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(`--${name}`).trim();
  const ink = colour('ink');
  const family = colour('font');
  const hasShare = series.some((s) => s.axis === 'share');
  const datasets: ChartDataset<'line', { x: number; y: number | null }[]>[] = series.map((s) => ({
    label: s.label,
    data: s.points.map((p) => ({ ...p })),
    borderColor: s.limit ? colour('alarm') : ink,
    backgroundColor: s.limit ? colour('alarm') : colour('paper'),
    borderDash: [...s.dash],
    borderWidth: s.limit ? 1.5 : 2.2,
    pointStyle: shapeOf(s) || ('line' as const),
    pointRadius: shapeOf(s) ? 4 : 0,
    pointBorderColor: ink,
    spanGaps: false,
    yAxisID: s.axis ?? 'y',
  }));
  const axis = (text: string) => ({
    title: { display: true, text, color: ink, font: { family, weight: 'bold' as const } },
    ticks: { color: ink, font: { family }, callback: tick },
    grid: { color: colour('hair') },
    border: { color: ink },
  });
  return {
    data: { datasets },
    options: {
      animation: false as const,
      responsive: true,
      maintainAspectRatio: false,
      parsing: false as const,
      normalized: true,
      plugins: {
        tooltip: {
          backgroundColor: colour('paper'),
          titleColor: ink,
          bodyColor: ink,
          borderColor: ink,
          borderWidth: 1.5,
          cornerRadius: 0,
          titleFont: { family },
          bodyFont: { family },
          callbacks: {
            title: (items: TooltipItem<'line'>[]) => `${xName}: ${tick(items[0]?.parsed.x ?? NaN)}`,
            label: (item: TooltipItem<'line'>) =>
              `${item.dataset.label}: ${tick(Number((item.parsed.y ?? NaN).toPrecision(4)))}`,
          },
        },
        zoom: {
          zoom: {
            drag: { enabled: true, backgroundColor: colour('mark') },
            mode: 'x' as const,
            onZoomComplete: onZoom,
          },
        },
      },
      interaction: { mode: 'nearest' as const, axis: 'x' as const, intersect: false },
      scales: {
        x: { type: 'linear' as const, ...axis(xName) },
        y: { type: 'linear' as const, ...axis(yName) },
        ...(hasShare
          ? {
              share: {
                type: 'linear' as const,
                position: 'right' as const,
                min: 0,
                max: 100,
                ...axis('%'),
                grid: { drawOnChartArea: false },
              },
            }
          : {}),
      },
    },
  };
}

/** Every x once, a column a line. */
function tableOf(series: readonly Series[], xName: string): Table {
  const xs = [...new Set(series.flatMap((s) => s.points.map((p) => p.x)))].sort((a, b) => a - b);
  const at = series.map((s) => new Map(s.points.map((p) => [p.x, p.y])));
  return {
    columns: [xName, ...series.map((s) => s.label)],
    rows: xs.map((x) => [x, ...at.map((m) => m.get(x) ?? null)]),
  };
}
