import { scaleLinear } from 'd3-scale';
import { utcTickInterval } from 'd3-time';
import type { SessionKind } from '../../../core/document/project/log';
import { displayUnit, toDisplay } from '../../../core/foundations/units';
import type { Timeline, TimelineMark } from '../../../core/log/timeline';
import { PictureButtons } from '../../files/PictureButtons';
import { usePreferences } from '../../state/preferences';
import { SESSION_WORDS } from './sessionWords';

const WIDTH = 1100;
const LEFT = 118;
const RIGHT = 24;
const ROW = 34;
const PLOT = 74;
/**
 * Names of variants that would be narrower than this are left out [px]; their place says them when it is pointed at.
 */
const LEAST_NAME = 40;
const LETTER = 7;

const dayOf = (on: string): Date => new Date(`${on}T00:00:00Z`);

const TICKS = 8;
/** The shortest month. */
const MONTH_MS = 28 * 24 * 3600 * 1000;

/** The days of an axis, whole intervals at both ends, with what is written at its ticks. */
function daysShown(from: Date, to: Date) {
  const interval = utcTickInterval(from, to, TICKS);
  const first = interval?.floor(from) ?? from;
  const last = interval?.ceil(to) ?? to;
  const ticks = interval?.range(first, new Date(last.getTime() + 1)) ?? [first];
  const isByMonth = ticks.length > 1 && ticks[1]!.getTime() - ticks[0]!.getTime() >= MONTH_MS;
  const label = new Intl.DateTimeFormat('en-GB', {
    timeZone: 'UTC',
    ...(isByMonth ? { month: 'short', year: 'numeric' } : { day: 'numeric', month: 'short' }),
  });
  return { first, last, ticks, label };
}

/**
 * The log book as a picture: variants, sessions, changes of oil and filter, how far the gauge was off, oil samples,
 * reminders.
 */
export function TimelinePicture({ timeline, name }: { readonly timeline: Timeline; readonly name: string }) {
  const units = usePreferences((p) => p.units);
  const { from, to, variants, marks, pressureOff, codes, reminders } = timeline;
  const { first, last, ticks, label } = daysShown(dayOf(from), dayOf(to));
  const x = scaleLinear([first.getTime(), last.getTime()], [LEFT, WIDTH - RIGHT]);
  const at = (on: string): number => x(dayOf(on).getTime());
  const rows = [
    { label: 'Variant', height: ROW },
    { label: 'Sessions', height: ROW },
    { label: 'Changed', height: ROW },
    ...(pressureOff.length > 0
      ? [{ label: `Gauge off by, ${displayUnit('pressure', units).symbol}`, height: PLOT }]
      : []),
    ...(codes.length > 0 ? [{ label: 'Oil code, 4 µm', height: PLOT }] : []),
    ...(reminders.length > 0 ? [{ label: 'Reminders', height: ROW }] : []),
  ];
  const tops = rows.map((_, i) => rows.slice(0, i).reduce((sum, r) => sum + r.height, 8));
  const topOf = (label: string): number => tops[rows.findIndex((r) => r.label.startsWith(label))]!;
  const bottom = rows.reduce((sum, r) => sum + r.height, 8);
  return (
    <figure className="timeline">
      <svg viewBox={`0 0 ${WIDTH} ${bottom + 26}`} role="img" aria-label={wordsOf(timeline)}>
        {ticks.map((tick) => (
          <g key={tick.getTime()} transform={`translate(${x(tick.getTime())} 0)`}>
            <line y1={4} y2={bottom} stroke="var(--hair)" />
            <text y={bottom + 18} textAnchor="middle" fontSize={12} fill="var(--ink2)">
              {label.format(tick)}
            </text>
          </g>
        ))}
        {rows.map((row, i) => (
          <text key={row.label} x={0} y={tops[i]! + 21} fontSize={12} fill="var(--ink2)">
            {row.label}
          </text>
        ))}
        {variants.map((v) => (
          <VariantBar key={v.from} variant={v} at={at} y={topOf('Variant')} />
        ))}
        {marks.map((mark) => (
          <SessionMark key={mark.id} mark={mark} x={at(mark.on)} y={topOf('Sessions') + 16} />
        ))}
        {marks.flatMap((m) =>
          m.oilChanged || m.filterChanged
            ? [
                <text
                  key={m.id}
                  x={at(m.on)}
                  y={topOf('Changed') + 21}
                  fontSize={12}
                  textAnchor="middle"
                  fill="var(--ink)"
                >
                  {[m.oilChanged ? 'oil' : '', m.filterChanged ? 'filter' : ''].filter((w) => w !== '').join(', ')}
                </text>,
              ]
            : [],
        )}
        {pressureOff.length > 0 && (
          <Plot
            points={pressureOff.map((p) => ({ on: p.on, value: toDisplay(p.offPa, displayUnit('pressure', units)) }))}
            at={at}
            top={topOf('Gauge')}
            zero
          />
        )}
        {codes.length > 0 && (
          <Plot points={codes.map((c) => ({ on: c.on, value: c.code }))} at={at} top={topOf('Oil code')} />
        )}
        {reminders.map((r) => (
          <path
            key={r.id}
            transform={`translate(${at(r.on)} ${topOf('Reminders') + 8})`}
            d="M0 18 V0 H12 L8 4 L12 8 H0"
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.6}
          >
            <title>{`${r.on}: ${r.text}`}</title>
          </path>
        ))}
      </svg>
      <Legend kinds={[...new Set(marks.map((m) => m.kind))]} hasFault={marks.some((m) => m.underFault)} />
      <PictureButtons name={`${name} log book`} />
    </figure>
  );
}

/** How long a variant was in the engine, with its name as far as there is room. */
function VariantBar({
  variant,
  at,
  y,
}: {
  readonly variant: Timeline['variants'][number];
  readonly at: (on: string) => number;
  readonly y: number;
}) {
  const { name, from, to } = variant;
  const width = Math.max(3, at(to) - at(from));
  return (
    <g>
      <title>{`${name}, from ${from}`}</title>
      <rect x={at(from)} y={y + 6} width={width} height={20} fill="var(--tint-1)" stroke="var(--ink)" />
      {width >= LEAST_NAME && (
        <text x={at(from) + 5} y={y + 21} fontSize={12} fill="var(--ink)">
          {name.length * LETTER > width ? `${name.slice(0, Math.floor(width / LETTER) - 1)}…` : name}
        </text>
      )}
    </g>
  );
}

/** A curve of points over time, each with its figure; a line at zero where that is what it should be. */
function Plot({
  points,
  at,
  top,
  zero = false,
}: {
  readonly points: readonly { readonly on: string; readonly value: number }[];
  readonly at: (on: string) => number;
  readonly top: number;
  readonly zero?: boolean;
}) {
  const values = [...points.map((p) => p.value), ...(zero ? [0] : [])];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const room = high > low ? 0 : 1;
  const y = scaleLinear([low - room, high + room], [top + PLOT - 12, top + 18]);
  return (
    <g>
      {zero && <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(0)} y2={y(0)} stroke="var(--rule)" />}
      <polyline
        points={points.map((p) => `${at(p.on)},${y(p.value)}`).join(' ')}
        fill="none"
        stroke="var(--ink2)"
        strokeWidth={1.4}
      />
      {points.map((p, i) => (
        <g key={i}>
          <circle cx={at(p.on)} cy={y(p.value)} r={3.4} fill="var(--ink)" />
          <text x={at(p.on)} y={y(p.value) - 7} fontSize={11} textAnchor="middle" fill="var(--ink)">
            {Number.isInteger(p.value) ? p.value : `${p.value > 0 ? '+' : '−'}${Math.abs(p.value).toFixed(2)}`}
          </text>
        </g>
      ))}
    </g>
  );
}

const SHAPES: Readonly<Record<SessionKind, string>> = {
  firstStart: 'M-7 7 L0 -7 L7 7 Z',
  drive: 'M-6 0 a6 6 0 1 0 12 0 a6 6 0 1 0 -12 0',
  service: 'M-6 -6 H6 V6 H-6 Z',
  sample: 'M0 -8 L7 0 L0 8 L-7 0 Z',
  note: 'M-6 -4 H6 M-6 4 H6',
};

function SessionMark({ mark, x, y }: { readonly mark: TimelineMark; readonly x: number; readonly y: number }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <title>{`${mark.on}: ${SESSION_WORDS[mark.kind]}${mark.title === '' ? '' : `, ${mark.title}`}`}</title>
      <path d={SHAPES[mark.kind]} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1.8} />
      {mark.underFault && <path d="M-9 9 L9 -9" stroke="var(--alarm)" strokeWidth={2.2} />}
    </g>
  );
}

function Legend({ kinds, hasFault }: { readonly kinds: readonly SessionKind[]; readonly hasFault: boolean }) {
  return (
    <figcaption className="quiet">
      {kinds.map((kind) => (
        <span key={kind}>
          <svg width={18} height={18} viewBox="-9 -9 18 18" aria-hidden="true">
            <path d={SHAPES[kind]} fill="none" stroke="currentColor" strokeWidth={1.8} />
          </svg>{' '}
          {SESSION_WORDS[kind]}
        </span>
      ))}
      {hasFault && <span>struck through: run with a fault</span>}
    </figcaption>
  );
}

/** The picture in words. */
function wordsOf({ from, to, variants, marks, codes }: Timeline): string {
  const changes = marks.filter((m) => m.oilChanged || m.filterChanged).length;
  return [
    `Timeline from ${from} to ${to}: ${marks.length} ${marks.length === 1 ? 'session' : 'sessions'}`,
    `variants ${variants.map((v) => v.name).join(', ')}`,
    ...(changes > 0 ? [`oil or filter changed ${changes} times`] : []),
    ...(codes.length > 0 ? [`oil codes ${codes.map((c) => c.code).join(', ')}`] : []),
  ].join('; ');
}
