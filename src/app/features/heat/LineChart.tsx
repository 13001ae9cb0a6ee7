import { CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip, type ChartDataset } from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { useWorkbench } from '../../state/workbench';
import { saveText } from '../../files/saveFile';

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Legend, Tooltip);

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

/** A line chart whose lines differ by dash and point, with its axes named, and its data as a table for those who do not see it. */
export function LineChart({ title, xName, yName, series, file, marks = [] }: {
  readonly title: string;
  readonly xName: string;
  readonly yName: string;
  readonly series: readonly Series[];
  readonly file: string;
  /** What to read off it, in words. */
  readonly marks?: readonly string[];
}) {
  const theme = useWorkbench((w) => w.theme);
  const { data, options } = useMemo(() => {
    const style = getComputedStyle(document.documentElement);
    const colour = (name: string) => style.getPropertyValue(`--${name}`).trim();
    const ink = colour('ink');
    const family = colour('font');
    const hasShare = series.some((s) => s.axis === 'share');
    const datasets: ChartDataset<'line', { x: number; y: number | null }[]>[] = series.map((s) => ({
      label: s.label, data: s.points.map((p) => ({ ...p })), borderColor: s.limit ? colour('alarm') : ink, backgroundColor: s.limit ? colour('alarm') : colour('paper'),
      borderDash: [...s.dash], borderWidth: s.limit ? 1.5 : 2.2, pointStyle: s.shape === false || s.points.length > 60 ? ('line' as const) : s.shape, pointRadius: s.shape === false || s.points.length > 60 ? 0 : 4, pointBorderColor: ink, spanGaps: false, yAxisID: s.axis ?? 'y',
    }));
    const axis = (text: string) => ({ title: { display: true, text, color: ink, font: { family, weight: 'bold' as const } }, ticks: { color: ink, font: { family }, callback: tick }, grid: { color: colour('hair') }, border: { color: ink } });
    return {
      data: { datasets },
      options: {
        animation: false as const, responsive: true, maintainAspectRatio: false, parsing: false as const, normalized: true,
        interaction: { mode: 'nearest' as const, axis: 'x' as const, intersect: false },
        scales: {
          x: { type: 'linear' as const, ...axis(xName) }, y: { type: 'linear' as const, ...axis(yName) },
          ...(hasShare ? { share: { type: 'linear' as const, position: 'right' as const, min: 0, max: 100, ...axis('%'), grid: { drawOnChartArea: false } } } : {}),
        },
        plugins: {
          legend: {
            labels: {
              color: ink, font: { family }, usePointStyle: true, pointStyleWidth: 44,
              // Dashes tell lines apart: the legend has to show them.
              generateLabels: (chart: Chart) => Chart.defaults.plugins.legend.labels.generateLabels(chart).map((item) => ({ ...item, lineDash: [...(series[item.datasetIndex ?? 0]?.dash ?? [])], lineWidth: 2.2 })),
            },
          },
        },
      },
    };
    // The theme's colours are read off the page.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [series, xName, yName, theme]);
  const csv = () => {
    const xs = [...new Set(series.flatMap((s) => s.points.map((p) => p.x)))].sort((a, b) => a - b);
    const at = series.map((s) => new Map(s.points.map((p) => [p.x, p.y])));
    return [[xName, ...series.map((s) => s.label)].map((t) => `"${t}"`).join(','), ...xs.map((x) => [x, ...at.map((m) => m.get(x) ?? '')].join(','))].join('\n');
  };
  return (
    <figure className="chart">
      <figcaption><h2>{title}</h2>{marks.map((m) => <p key={m}>{m}</p>)}</figcaption>
      <div className="canvas"><Line data={data} options={options} tabIndex={0} aria-label={`${title}. ${marks.join(' ')} Lines: ${series.map((s) => s.label).join(', ')}. The data can be had as CSV.`} /></div>
      <button type="button" className="plain" onClick={() => saveText(file, csv(), 'text/csv')}>Data as CSV</button>
    </figure>
  );
}
