import { useQuery } from '@tanstack/react-query';
import Papa from 'papaparse';
import { useMemo, useRef, useState } from 'react';
import type { Curves, HeatMap, StudyOption } from '../../../core/studies/heat/heatStudies';
import { readTrace, type TraceResult, type TraceRow } from '../../../core/heat/trace';
import type { WarmUpResult } from '../../../core/heat/transient';
import { displayUnit, formatQuantity, toDisplay, type UnitChoice } from '../../../core/foundations/units';
import { heatInWorker, stopHeat, Superseded } from '../../../workers/client';
import { documentRevision } from '../../state/useAnswers';
import { useWorkbench } from '../../state/workbench';
import { HeatMapView } from './HeatMapView';
import { LineChart, type Series } from './LineChart';

const WARM_UP_S = 1800;
const LARGEST_TRACE_BYTES = 64 * 1024 * 1024;
/** A moving instrument has settled when it has not moved for this long [ms]. */
const SETTLE_MS = 350;

type Done =
  | { readonly kind: 'curves'; readonly curves: Curves }
  | { readonly kind: 'map'; readonly map: HeatMap }
  | { readonly kind: 'warmUp'; readonly warmUp: WarmUpResult }
  | { readonly kind: 'trace'; readonly trace: TraceResult };
type Kind = Done['kind'];

/** Studies around the state: each is asked for, runs in a worker with its progress shown, and can be stopped. */
export function HeatStudies() {
  const project = useWorkbench((w) => w.project)!;
  const speedRevS = useWorkbench((w) => w.speedRevS);
  const conditions = useWorkbench((w) => w.conditions);
  const units = useWorkbench((w) => w.units);
  const [wanted, setWanted] = useState<{
    readonly kind: Kind;
    readonly rows?: readonly TraceRow[];
    readonly name?: string;
  }>({ kind: 'curves' });
  const [progress, setProgress] = useState(0);
  const [problem, setProblem] = useState<string>();
  const file = useRef<HTMLInputElement>(null);
  /** How often Stop was pressed: a study that has not begun yet is stopped by it too. */
  const stops = useRef(0);
  const stop = () => {
    stops.current++;
    stopHeat();
  };
  const drive = useMemo(() => ({ speedRevS, ...conditions }), [speedRevS, conditions]);
  const study = useQuery({
    queryKey: [
      'heat',
      documentRevision(project),
      wanted.kind,
      wanted.name ?? '',
      wanted.kind === 'trace' ? conditions.airTemperatureK : drive,
    ],
    queryFn: async ({ signal }): Promise<Done> => {
      const before = stops.current;
      await new Promise((resolve) => setTimeout(resolve, SETTLE_MS));
      if (signal.aborted || stops.current !== before) throw new Superseded();
      setProgress(0);
      signal.addEventListener('abort', stopHeat);
      switch (wanted.kind) {
        case 'curves':
        case 'map':
          return heatInWorker(project, { kind: wanted.kind, drive }, setProgress);
        case 'warmUp':
          return heatInWorker(
            project,
            { kind: 'warmUp', drive, startK: conditions.airTemperatureK, durationS: WARM_UP_S },
            setProgress,
          );
        case 'trace':
          return heatInWorker(
            project,
            {
              kind: 'trace',
              rows: [...(wanted.rows ?? [])],
              airTemperatureK: conditions.airTemperatureK,
              startK: conditions.airTemperatureK,
              limitK: project.range.hottestOilK,
            },
            setProgress,
          );
      }
    },
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  });
  const openTrace = async (text: string, name: string) => {
    const { data } = Papa.parse<string[]>(text, { skipEmptyLines: true });
    const read = readTrace({ header: data[0] ?? [], rows: data.slice(1) });
    if (!read.ok) return setProblem(`${name}: ${read.why}`);
    setProblem(undefined);
    setWanted({ kind: 'trace', rows: read.rows, name: `${name} ${read.rows.length} ${Date.now()}` });
  };
  const takeFile = async (chosen: File) => {
    if (chosen.size > LARGEST_TRACE_BYTES) return setProblem(`${chosen.name}: over 64 MiB. Thin it out.`);
    await openTrace(await chosen.text(), chosen.name);
  };
  const demoTrace = async () =>
    openTrace((await import('../../../../demo/hillclimb.csv?raw')).default, 'demo hill climb');
  const tab = (kind: Kind, label: string) => (
    <button
      type="button"
      role="tab"
      aria-selected={wanted.kind === kind}
      onClick={() => (kind === 'trace' ? void demoTrace() : setWanted({ kind }))}
    >
      {label}
    </button>
  );
  const busy = study.isFetching;
  return (
    <section className="studies" aria-label="Studies">
      <div className="tabs" role="tablist" aria-label="Studies">
        {tab('curves', 'Against road and air')}
        {tab('map', 'Map of air and road')}
        {tab('warmUp', 'Warm-up')}
        {tab('trace', 'Trace')}
      </div>
      {busy && (
        <p role="status" className="progress">
          <progress max={1} value={progress} aria-label="Share done" /> {Math.round(100 * progress)} %{' '}
          <button type="button" className="plain" onClick={stop}>
            Stop
          </button>
        </p>
      )}
      {problem && (
        <div className="notice" role="alert">
          {problem} Nothing else has changed.
        </div>
      )}
      {study.error && !busy && (
        <p className="quiet" role="status">
          {study.error instanceof Superseded ? 'Stopped.' : study.error.message}{' '}
          <button type="button" className="plain" onClick={() => void study.refetch()}>
            Run it again
          </button>
        </p>
      )}
      {wanted.kind === 'trace' && (
        <p className="moves">
          <button type="button" className="plain" onClick={() => file.current?.click()}>
            Open a trace (CSV)…
          </button>
          <input
            ref={file}
            type="file"
            accept=".csv,text/csv"
            hidden
            aria-label="Trace file"
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              event.target.value = '';
              if (chosen) void takeFile(chosen);
            }}
          />
          <span className="quiet">
            Columns: time_s, rpm, load (0 to 1), road_speed_kmh. Shown first: an invented hill climb.
          </span>
        </p>
      )}
      {!busy && study.data && <Shown done={study.data} units={units} />}
    </section>
  );
}

function Shown({ done, units }: { readonly done: Done; readonly units: UnitChoice }) {
  switch (done.kind) {
    case 'curves':
      return <CurvesView curves={done.curves} units={units} />;
    case 'map':
      return <HeatMapView map={done.map} units={units} />;
    case 'warmUp':
      return (
        <SamplesView
          title="Warm-up"
          samples={done.warmUp.samples}
          units={units}
          file="warmup.csv"
          marks={[
            ...warmMarks(done.warmUp),
            'Check the level again hot, once the thermostat is open and the cooler is full.',
          ]}
          solved={done.warmUp.solved}
        />
      );
    case 'trace':
      return (
        <SamplesView
          title="Trace"
          samples={done.trace.samples}
          units={units}
          file="trace.csv"
          limitK={done.trace.limitK}
          solved={done.trace.solved}
          marks={[
            `Peak ${formatQuantity(done.trace.peakK, 'temperature', units)} after ${formatQuantity(done.trace.peakS, 'time', units)}; ${formatQuantity(done.trace.overS, 'time', units)} above ${formatQuantity(done.trace.limitK, 'temperature', units)}.`,
          ]}
        />
      );
  }
}

function warmMarks(r: WarmUpResult): string[] {
  const minutes = (s: number) => `${Math.floor(s / 60)} min ${Math.round(s % 60)} s`;
  return [
    ...(r.opensS !== null
      ? [
          `The thermostat starts to open after ${minutes(r.opensS)}${r.fullS === null ? ' and never opens fully' : `, fully after ${minutes(r.fullS)}`}.`,
        ]
      : r.samples[0]?.opening === null
        ? []
        : ['The thermostat does not open.']),
    ...(r.settledS !== null ? [`Settled within 2 K after ${minutes(r.settledS)}.`] : []),
  ];
}

const OPTION_WORDS: Readonly<Record<StudyOption, string>> = {
  asIs: 'as it is',
  noCooler: 'without the cooler',
  noThermostat: 'without the thermostat',
};
const DASHES: Readonly<Record<StudyOption, readonly number[]>> = { asIs: [], noCooler: [8, 5], noThermostat: [2, 4] };
const SHAPES: Readonly<Record<StudyOption, Series['shape']>> = {
  asIs: 'circle',
  noCooler: 'triangle',
  noThermostat: 'rect',
};

function CurvesView({ curves, units }: { readonly curves: Curves; readonly units: UnitChoice }) {
  const t = displayUnit('temperature', units);
  const v = displayUnit('roadSpeed', units);
  const limits = (from: number, to: number): Series[] => [
    {
      label: 'too hot above',
      points: [
        { x: from, y: toDisplay(curves.limitHotK, t) },
        { x: to, y: toDisplay(curves.limitHotK, t) },
      ],
      dash: [],
      shape: false,
      limit: true,
    },
    {
      label: 'keeps its water below',
      points: [
        { x: from, y: toDisplay(curves.limitColdK, t) },
        { x: to, y: toDisplay(curves.limitColdK, t) },
      ],
      dash: [4, 3],
      shape: false,
      limit: true,
    },
  ];
  const lines = (list: Curves['byAir'], x: (si: number) => number): Series[] =>
    list.map((c) => ({
      label: OPTION_WORDS[c.option],
      dash: DASHES[c.option],
      shape: SHAPES[c.option],
      points: c.points.map((p) => ({ x: x(p.x), y: p.sumpK === null ? null : toDisplay(p.sumpK, t) })),
    }));
  const ends = (series: readonly Series[]) => [series[0]?.points[0]?.x ?? 0, series[0]?.points.at(-1)?.x ?? 1] as const;
  const road = lines(curves.byRoad, (si) => toDisplay(si, v));
  const air = lines(curves.byAir, (si) => toDisplay(si, t));
  const days = [
    curves.coldBelowK === null
      ? undefined
      : `Too cold to shed water on days below ${formatQuantity(curves.coldBelowK, 'temperature', units)}.`,
    curves.hotAboveK === null
      ? undefined
      : `Too hot on days above ${formatQuantity(curves.hotAboveK, 'temperature', units)}.`,
  ].filter((d) => d !== undefined);
  return (
    <>
      <LineChart
        title="Against the air’s temperature"
        xName={`Air, ${t.symbol}`}
        yName={`Oil in the sump, ${t.symbol}`}
        series={[...air, ...limits(...ends(air))]}
        file="sump-by-air.csv"
        marks={days.length > 0 ? days : [everyDay(curves)]}
      />
      <LineChart
        title="Against road speed"
        xName={`Road, ${v.symbol}`}
        yName={`Oil in the sump, ${t.symbol}`}
        series={[...road, ...limits(...ends(road))]}
        file="sump-by-road.csv"
      />
    </>
  );
}

/** Where no day of the range is a border: what holds on all of them. */
function everyDay(curves: Curves): string {
  const own = curves.byAir[0]?.points.map((p) => p.sumpK).filter((k) => k !== null) ?? [];
  if (own.length === 0) return 'No balance was found in this range.';
  if (own.every((k) => k > curves.limitHotK)) return 'Too hot on every day of this range.';
  return own.every((k) => k < curves.limitColdK)
    ? 'Too cold to shed water on every day of this range.'
    : 'Within its limits on every day of this range.';
}

function SamplesView({
  title,
  samples,
  units,
  file,
  marks,
  limitK,
  solved,
}: {
  readonly title: string;
  readonly samples: WarmUpResult['samples'];
  readonly units: UnitChoice;
  readonly file: string;
  readonly marks: readonly string[];
  readonly limitK?: number;
  readonly solved: boolean;
}) {
  const t = displayUnit('temperature', units);
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
            ...line('fan, % of the time', [1, 3], (s) => (s.fan === null ? null : 100 * s.fan)),
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
  return (
    <LineChart
      title={title}
      xName="Time, s"
      yName={`Temperature, ${t.symbol}`}
      series={series}
      file={file}
      marks={solved ? marks : [...marks, 'A step did not solve; what came before it is shown.']}
    />
  );
}
