import { usePreferences } from '../../state/preferences';
import type { WarmUpResult } from '../../../core/heat/transient';
import { displayUnit, toDisplay, type DisplayUnit } from '../../../core/foundations/units';
import { LineChart, type Series } from './LineChart';

/** A run in time: temperatures, and how far thermostat and fan are open or on. */
export function SamplesView({
  title,
  samples,
  file,
  marks,
  limitK,
  solved,
}: {
  readonly title: string;
  readonly samples: WarmUpResult['samples'];
  readonly file: string;
  readonly marks: readonly string[];
  readonly limitK?: number;
  readonly solved: boolean;
}) {
  const units = usePreferences((w) => w.units);
  const t = displayUnit('temperature', units);
  const series = seriesOf(samples, t, limitK);
  return (
    <LineChart
      title={title}
      xName="Time, s"
      yName={`Temperature, ${t.symbol}`}
      series={series}
      file={file}
      marks={solved ? marks : [...marks, 'One step could not be solved; what came before it is shown.']}
    />
  );
}

/** The lines of a chart, thinned to what it can show. */
function seriesOf(samples: WarmUpResult['samples'], t: DisplayUnit, limitK: number | undefined): Series[] {
  const thin = Math.max(1, Math.ceil(samples.length / 600));
  const shown = samples.filter((_, i) => i % thin === 0);
  const line = (
    label: string,
    dash: readonly number[],
    of: (s: (typeof samples)[number]) => number | null,
  ): Series => ({ label, dash, shape: 'circle', points: shown.map((s) => ({ x: s.timeS, y: of(s) })) });
  const degrees = (k: number | null) => (k === null ? null : toDisplay(k, t));
  const series: Series[] = [
    line('sump', [], (s) => degrees(s.sumpK)),
    line('gallery', [8, 5], (s) => degrees(s.galleryK)),
    ...(shown.some((s) => s.coolerOutK !== null) ? [line('cooler outlet', [2, 4], (s) => degrees(s.coolerOutK))] : []),
    ...(shown.some((s) => s.opening !== null)
      ? [
          {
            ...line('thermostat open, %', [12, 4, 2, 4], (s) => (s.opening === null ? null : 100 * s.opening)),
            axis: 'share' as const,
          },
        ]
      : []),
    ...(shown.some((s) => s.fan !== null)
      ? [
          {
            ...line('fan on, % of the time', [1, 3], (s) => (s.fan === null ? null : 100 * s.fan)),
            axis: 'share' as const,
          },
        ]
      : []),
    ...(limitK === undefined || shown.length === 0
      ? []
      : [
          {
            label: 'too hot above',
            points: [
              { x: shown[0]!.timeS, y: toDisplay(limitK, t) },
              { x: shown.at(-1)!.timeS, y: toDisplay(limitK, t) },
            ],
            dash: [],
            shape: false as const,
            limit: true,
          },
        ]),
  ];
  return series;
}
