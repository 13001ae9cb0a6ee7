import { usePreferences } from '../../state/preferences';
import type { Curves, StudyOption } from '../../../core/studies/heat/curveStudy';
import type { DriveRequest } from '../../../core/studies/heat/drive';
import { displayUnit, formatQuantity, toDisplay, type UnitChoice } from '../../../core/foundations/units';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { LineChart, type Series } from './LineChart';
import { shownOf, useOpenEngine } from '../../state/engine';

/** Where the oil settles against the air's temperature and the road speed. */
export function CurvesStudy({ drive }: { readonly drive: DriveRequest }) {
  const units = usePreferences((w) => w.units);
  const engine = useOpenEngine();
  const study = useStudy(engine, 'curves', { drive }, 'fresh');
  return (
    <div {...shownOf(study)}>
      <StudyStatus study={study} doing="finding oil temperatures" />
      {study.answer && !study.partly && <CurvesView curves={study.answer} units={units} />}
    </div>
  );
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
      label: 'too cold to boil off water below',
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
      : `Too cold to boil off water on days below ${formatQuantity(curves.coldBelowK, 'temperature', units)}.`,
    curves.hotAboveK === null
      ? undefined
      : `Too hot on days above ${formatQuantity(curves.hotAboveK, 'temperature', units)}.`,
  ].filter((d) => d !== undefined);
  return (
    <>
      <LineChart
        title="Oil temperature by ambient air"
        xName={`Air, ${t.symbol}`}
        yName={`Sump oil, ${t.symbol}`}
        series={[...air, ...limits(...ends(air))]}
        file="sump-by-air.csv"
        marks={days.length > 0 ? days : [everyDay(curves)]}
      />
      <LineChart
        title="Oil temperature by road speed"
        xName={`Road, ${v.symbol}`}
        yName={`Sump oil, ${t.symbol}`}
        series={[...road, ...limits(...ends(road))]}
        file="sump-by-road.csv"
      />
    </>
  );
}

/** Where no day of the range is a border: what holds on all of them. */
function everyDay(curves: Curves): string {
  const own = curves.byAir[0]?.points.map((p) => p.sumpK).filter((k) => k !== null) ?? [];
  if (own.length === 0) return 'No steady oil temperature was found in this range.';
  if (own.every((k) => k > curves.limitHotK)) return 'Too hot on every day of this range.';
  return own.every((k) => k < curves.limitColdK)
    ? 'Too cold to boil off water on every day of this range.'
    : 'Within its limits on every day of this range.';
}
