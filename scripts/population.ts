// npm run population [-- FILE]: what sixty invented healthy engines and 24 service gauges give, beside what they gave
// before the defaults were chosen by them, into docs/population.md; and the figures themselves into FILE.
import { readFileSync, writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { buildFromAnswers } from '../src/core/document/archetypes/buildProject';
import { answersSchema } from '../src/core/document/archetypes/answers';
import type { Reading } from '../src/core/document/project/calibration';
import type { Project } from '../src/core/document/project/project';
import { explainReadings } from '../src/core/studies/causes/causeWork';
import { fitReadings } from '../src/core/studies/fit/fitWork';
import {
  HEALTHY_ENGINES,
  RISE_K,
  SPLIT_PERCENT,
  type Expected,
  type Range,
} from '../src/core/verification/testing/healthyEngines';
import { measuredEngine, type Measured } from '../src/core/verification/testing/measuredEngine';
import { SERVICE_GAUGES, type ServiceGauge } from '../src/core/verification/testing/serviceGauges';

const C = 273.15;
const BAR = 1e5;
const RPM = 1 / 60;
const SIGNS: readonly (readonly [keyof Expected, string])[] = [
  ['hotIdleBar', 'hot idle, bar'],
  ['atSpeedBar', 'at speed, bar'],
  ['fullSpeedBar', 'full speed, bar'],
  ['pumpCcPerLitre', 'pump, cm³ a turn and litre'],
  ['overReliefPercent', 'over the relief at the redline, %'],
  ['useC', 'hardest drive, °C'],
  ['cruiseC', 'cruise, °C'],
  ['coolantMin', 'coolant warm, min'],
  ['oilMin', 'oil warm, min'],
  ['bmepBar', 'mean effective pressure, bar'],
];

interface GaugeRow {
  readonly name: string;
  /** What is predicted before the gauge is entered [bar]. */
  readonly predicted: readonly [number | null, number | null];
  readonly read: readonly [number, number];
  /** Place of "healthy" among the causes, from 1. */
  readonly healthy: number;
  readonly first: string;
  /** The fit's largest surprise [σ]. */
  readonly surprise: number | null;
}

interface Population {
  readonly engines: readonly { readonly name: string; readonly measured: Measured }[];
  readonly gauges: readonly GaugeRow[];
}

/** Oil of a warm engine without a thermometer, and how far it may be off [K]. */
const UNKNOWN_OIL = { oilTemperatureK: 97.5 + C, oilTemperatureOffK: 12.5 };

function readingsOf(gauge: ServiceGauge): readonly Extract<Reading, { kind: 'pressure' }>[] {
  const oil = gauge.oilC === undefined ? UNKNOWN_OIL : { oilTemperatureK: gauge.oilC + C };
  return [
    { kind: 'pressure', speedRevS: gauge.answers.idleRpm * RPM, ...oil, pressurePa: gauge.hotIdleBar * BAR },
    { kind: 'pressure', speedRevS: gauge.speedRpm * RPM, ...oil, pressurePa: gauge.atSpeedBar * BAR },
  ];
}

function project(answers: ServiceGauge['answers']): Project {
  const built = buildFromAnswers(answersSchema.parse(answers));
  if (!built.ok) throw new Error(built.why);
  return built.project;
}

function gaugeRow(gauge: ServiceGauge): GaugeRow {
  const readings = readingsOf(gauge);
  const engine = project(gauge.answers);
  const explained = explainReadings(engine, { readings: [...readings], answers: [] });
  const fit = fitReadings(engine, { readings: [...readings] });
  const bar = (pa: number | null | undefined) => (pa == null ? null : pa / BAR);
  return {
    name: gauge.answers.name,
    predicted: [bar(explained.readings[0]!.expectedPa), bar(explained.readings[1]!.expectedPa)],
    read: [gauge.hotIdleBar, gauge.atSpeedBar],
    healthy: explained.causes.findIndex((c) => c.id === 'healthy') + 1,
    first: explained.causes[0]!.id,
    surprise: Math.max(...fit.readings.map((r) => r.surprise ?? Infinity)),
  };
}

const isIn = (value: number | null, range: Range | undefined) =>
  range === undefined || (value !== null && value >= range[0] && value <= range[1]);
const said = (value: number | null | undefined) =>
  value == null ? 'none' : value >= 20 ? value.toFixed(0) : value.toFixed(value >= 10 ? 1 : 2);

/** One row an engine: the figure, in bold where it is outside what is expected. */
function engineTable({ engines }: Population): string[] {
  return [
    `| engine | ${SIGNS.map(([, label]) => label).join(' | ')} | not supplied |`,
    `|---|${SIGNS.map(() => '---|').join('')}---|`,
    ...HEALTHY_ENGINES.map(({ answers, expects }, i) => {
      const { measured } = engines[i]!;
      const cells = SIGNS.map(([sign]) => {
        const value = measured[sign];
        if (expects[sign] === undefined) return '';
        return isIn(value, expects[sign]) ? said(value) : `**${said(value)}**`;
      });
      return `| ${answers.name} | ${cells.join(' | ')} | ${measured.short.join(', ')} |`;
    }),
  ];
}

const inRange = ({ engines }: Population, sign: keyof Expected) =>
  HEALTHY_ENGINES.filter(({ expects }, i) => isIn(engines[i]!.measured[sign], expects[sign])).length;

const SPREAD_HEAD = `| group | from memory | engines | least | 10 % | median | 90 % | most |
|---|---|---|---|---|---|---|---|`;

/** One row a group: how a figure lies over the engines that have it. */
function spreadTable(
  { engines }: Population,
  of: 'split' | 'riseK' | 'leastFilmUm',
  expected: readonly (readonly [string, Range | undefined])[],
): string {
  const rows = expected.map(([group, range]) => {
    const all = engines.flatMap(({ measured }) => measured[of]?.[group] ?? []).sort((a, b) => a - b);
    const at = (share: number) => said(all[Math.floor(share * (all.length - 1))]);
    const usual = range ? `${range[0]} to ${range[1]}` : '';
    return `| ${group} | ${usual} | ${all.length} | ${at(0)} | ${at(0.1)} | ${at(0.5)} | ${at(0.9)} | ${at(1)} |`;
  });
  return [SPREAD_HEAD, ...rows].join('\n');
}

const BEARINGS = ['mains', 'rods', 'head'] as const;
const SPLIT = Object.entries(SPLIT_PERCENT);

function gaugeTable({ gauges }: Population): string[] {
  return [
    '| gauge | predicted before it, bar | place of "healthy" | first cause | surprise, σ |',
    '|---|---|---|---|---|',
    ...gauges.map(
      (g) =>
        `| ${g.name} | ${said(g.predicted[0])} and ${said(g.predicted[1])} | ${g.healthy || 'not listed'} | ${g.first} | ${said(g.surprise)} |`,
    ),
  ];
}

function document(before: Population, now: Population): string {
  const gaugesIn = ({ gauges }: Population) => [
    gauges.filter((g) => g.healthy === 1 || g.healthy === 2).length,
    gauges.filter((g) => g.surprise !== null && g.surprise <= 2.5).length,
  ];
  return `# Healthy engines

Sixty invented engines and 24 invented service gauges, written down before any default was chosen by them
(\`src/core/verification/testing\`). Ranges are common practice and judgement, no source. **Bold** is outside its range.
Written by \`npm run population\`: not edited by hand.

## How many are inside

| what | before, of ${HEALTHY_ENGINES.length} | now |
|---|---|---|
${SIGNS.map(([sign, label]) => `| ${label} | ${inRange(before, sign)} | ${inRange(now, sign)} |`).join('\n')}
| every part supplied before a gauge is entered | ${before.engines.filter((e) => e.measured.short.length === 0).length} | ${now.engines.filter((e) => e.measured.short.length === 0).length} |

| of ${SERVICE_GAUGES.length} gauges | before | now |
|---|---|---|
| healthy is the first or second cause | ${gaugesIn(before)[0]} | ${gaugesIn(now)[0]} |
| no reading surprises a fit by over 2.5 σ | ${gaugesIn(before)[1]} | ${gaugesIn(now)[1]} |

## Engines now

${engineTable(now).join('\n')}

## Engines before

${engineTable(before).join('\n')}

## Split at a hot idle now, % of what leaves the gallery

${spreadTable(now, 'split', SPLIT)}

## Split before

${spreadTable(before, 'split', SPLIT)}

## Rise of the oil through bearings at the redline now, K

Oil at 100 °C, from a bearing's inlet to its outlet, mean load. Of the head: camshafts' bearings.

${spreadTable(
  now,
  'riseK',
  BEARINGS.map((group) => [group, RISE_K]),
)}

## Smallest film at mean load at the redline now, µm

For comparing engines: peak loads and misalignment are not in it.

${spreadTable(
  now,
  'leastFilmUm',
  BEARINGS.map((group) => [group, undefined]),
)}

## Gauges now

${gaugeTable(now).join('\n')}

## Gauges before

${gaugeTable(before).join('\n')}
`;
}

const PAGE = 'docs/population.md';
const BEFORE = 'src/core/verification/populationBefore.json';

const [file] = process.argv.slice(2);
const now: Population = {
  engines: HEALTHY_ENGINES.map(({ answers }) => ({ name: answers.name, measured: measuredEngine(answers) })),
  gauges: SERVICE_GAUGES.map(gaugeRow),
};
if (file) writeFileSync(file, `${JSON.stringify(now)}\n`);
const page = document(JSON.parse(readFileSync(BEFORE, 'utf8')) as Population, now);
writeFileSync(PAGE, await format(page, { ...(await resolveConfig(PAGE)), parser: 'markdown' }));
console.log(page.split('## Engines now')[0]);
