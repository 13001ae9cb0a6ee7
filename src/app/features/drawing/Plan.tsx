import { kindOf } from '../../../core/document/parts/part';
import { memo, useMemo, type KeyboardEvent } from 'react';
import { isDeadEnd, PORTS } from '../../../core/document/parts/ports';
import { formatInDrawing, formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import type { Weight } from '../../../core/judgement/audit';
import { WeightMark } from '../../marks/WeightMark';
import type { Label } from './labels';
import type { DrawingLayout } from './layout';
import type { Insertion, ReturnRun, Station } from './station';
import { PartSymbol } from './PartSymbol';
import { DRAIN_WORDS } from '../../../core/judgement/drains/drainWords';
import { partDetail, partSentence } from './partText';
import type { Reading } from './reading';
import { Ribbon } from './Ribbon';
import { pressureTint, ribbonWidth } from './scales';
import { VerdictMark } from '../../marks/VerdictMark';

/** The plan: what is connected, what flows where. */
export function Plan(props: {
  /** What is drawn. */
  readonly layout: DrawingLayout;
  /** Where the words of each part stand. */
  readonly labels: ReadonlyMap<string, Label>;
  readonly reading: Reading;
  readonly unfiltered: ReadonlySet<string>;
  readonly units: UnitChoice;
  readonly selected: string | undefined;
  readonly traced: ReadonlySet<string>;
  readonly focusPart: string | undefined;
  readonly flags: ReadonlyMap<string, Weight>;
  readonly came: readonly string[];
  readonly onInsert: (before: string) => void;
  readonly onSelect: (part: string | undefined) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
}) {
  const { layout, labels, reading, unfiltered, traced } = props;
  const dim = (parts: readonly string[]) => (traced.size > 0 && !parts.some((part) => traced.has(part)) ? 0.45 : 1);
  // Wide ribbons first, so that thin branches stay visible where they leave.
  const runs = useMemo(
    () =>
      [...layout.runs]
        .map((run) => ({ run, width: ribbonWidth(reading.flowOf(run.carries, run.less)) }))
        .sort((a, b) => b.width - a.width),
    [layout, reading],
  );
  const { units, selected, focusPart, flags, came, onSelect, onKeyDown } = props;
  // What is the same for all marks: one that nothing befalls is not drawn anew.
  const common = { reading, units, onSelect, onKeyDown };
  const own = (part: string | undefined) => ({
    isSelected: part !== undefined && part === selected,
    isFocus: part === focusPart,
    weight: part === undefined ? undefined : flags.get(part),
  });
  return (
    <g>
      {layout.returns.map((run) => (
        <Return key={run.key} run={run} {...common} {...own(run.part)} opacity={dim(run.carries)} />
      ))}
      {layout.returns.some((run) => run.key === 'bus') && (
        <text className="t-small ink2 paper-tag" x={layout.reservoirs.length > 1 ? 196 : 112} y={layout.busY - 7}>
          returns
        </text>
      )}
      {runs.map(({ run, width }) => (
        <g key={run.key} opacity={dim(run.carries)}>
          <Ribbon
            points={run.points}
            width={width}
            tint={pressureTint(reading.pressurePa(run.port))}
            unfiltered={unfiltered.has(run.port)}
          />
        </g>
      ))}
      {layout.reservoirs.map(({ part, x, y }) => (
        <g
          key={part.id}
          className="part"
          role="button"
          tabIndex={part.id === focusPart ? 0 : -1}
          data-part={part.id}
          aria-label={part.name}
          aria-pressed={selected === part.id}
          onKeyDown={onKeyDown}
          onClick={() => onSelect(part.id)}
          transform={`translate(${x} ${y})`}
        >
          <rect className="focus-ring" x={-34} y={-20} width={68} height={72} />
          <path d="M-28 -16 V34 H28 V-16" className="symbol" />
          <path
            d="M-26 2 q6 -6 13 0 t13 0 t13 0 t13 0 V32 H-26 Z"
            fill="var(--tint-0)"
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
          <text className="t-name" x={-28} y={50} aria-hidden="true">
            {part.name}
          </text>
        </g>
      ))}
      {layout.stations.map((station) => (
        <StationMark
          key={station.part.id}
          station={station}
          label={labels.get(station.part.id)!}
          {...common}
          {...own(station.part.id)}
          isNew={came.includes(station.part.id)}
          opacity={dim([station.part.id])}
        />
      ))}
      {layout.insertions.map((at) => (
        <InsertionPoint key={at.before} at={at} onInsert={props.onInsert} />
      ))}
    </g>
  );
}

/** What every mark of a part takes. */
interface MarkProps {
  readonly reading: Reading;
  readonly units: UnitChoice;
  readonly isSelected: boolean;
  readonly isFocus: boolean;
  /** The heaviest finding at it. */
  readonly weight: Weight | undefined;
  readonly opacity: number;
  readonly onSelect: (part: string | undefined) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
}

/** A return, dotted; a drain carries its name and what it is found with. */
const Return = memo(function Return({
  run,
  reading,
  units,
  weight,
  onSelect,
  onKeyDown,
  isFocus,
  isSelected,
  opacity,
}: MarkProps & { readonly run: ReturnRun }) {
  const flow = Math.abs(reading.flowOf(run.carries));
  const drain = run.part === undefined ? undefined : reading.result.drains.find((d) => d.part === run.part);
  const { x, y, anchor } = run.labelAt ?? { x: 0, y: 0, anchor: 'end' };
  const [endX, endY] = run.points[run.points.length - 1]!;
  return (
    <g opacity={opacity}>
      <polyline
        points={run.points.map((p) => p.join(',')).join(' ')}
        fill="none"
        stroke={weight === 'stop' || weight === 'mend' ? 'var(--alarm)' : 'var(--ink2)'}
        strokeWidth={Math.min(5, 2 + ribbonWidth(drain?.flowM3S ?? flow) / 8)}
        strokeDasharray="0.1 5"
        strokeLinecap="round"
      />
      {run.label && run.part && (
        <>
          <g
            className="part"
            role="button"
            tabIndex={isFocus ? 0 : -1}
            data-part={run.part}
            aria-pressed={isSelected}
            onKeyDown={onKeyDown}
            onClick={() => onSelect(run.part)}
            aria-label={[
              run.label,
              drain ? DRAIN_WORDS[drain.verdict] : '',
              formatQuantity(drain?.flowM3S ?? flow, 'flow', units),
            ]
              .filter(Boolean)
              .join(', ')}
          >
            <rect className="focus-ring" x={anchor === 'end' ? x - 182 : x - 4} y={y - 20} width={186} height={26} />
            {/* What can be pressed: the line with its words under it, or the words beside a short one. */}
            <polyline
              points={
                anchor === 'end' ? run.points.map((p) => p.join(',')).join(' ') : `${endX},${y - 4} ${x + 178},${y - 4}`
              }
              fill="none"
              stroke="transparent"
              strokeWidth={anchor === 'end' ? 30 : 20}
            />
          </g>
          <text
            aria-hidden="true"
            pointerEvents="none"
            className={`t-small paper-tag${weight === 'stop' || weight === 'mend' ? ' alarm' : ' ink2'}`}
            x={x}
            y={y}
            textAnchor={anchor}
          >
            {run.label} {formatInDrawing(drain?.flowM3S ?? flow, 'flow', units)}
          </text>
          <Flag weight={weight} x={endX + 18} y={endY} />
        </>
      )}
    </g>
  );
});

/** A mark stands so far from the middle of a fed part: against its symbol, off the words of the next column [px]. */
const MARK_ASIDE = 23;

/** What the audit finds at a part, where it weighs enough to be shown on the drawing. */
function Flag({ weight, x, y }: { readonly weight: Weight | undefined; readonly x: number; readonly y: number }) {
  return weight === 'stop' || weight === 'mend' ? (
    <g className="flag">
      <WeightMark weight={weight} x={x} y={y} scale={0.75} label={false} />
    </g>
  ) : null;
}

/**
 * A stretch of line where a part can be put in: a plus under the pointer, or at a tap. Without a pointer the same is
 * done from the part, by its + key.
 */
const InsertionPoint = memo(function InsertionPoint({
  at,
  onInsert,
}: {
  readonly at: Insertion;
  readonly onInsert: (before: string) => void;
}) {
  return (
    <g
      className="insertion"
      data-before={at.before}
      aria-hidden="true"
      onClick={() => onInsert(at.before)}
      transform={`translate(${at.x} ${at.y})`}
    >
      <rect x={-9} y={-15} width={18} height={30} fill="transparent" />
      <g className="plus">
        <rect x={-11} y={-11} width={22} height={22} fill="var(--accent)" stroke="var(--ink)" strokeWidth={2} />
        <path d="M-6 0 H6 M0 -6 V6" stroke="var(--accent-ink)" strokeWidth={2.5} />
      </g>
    </g>
  );
});

const StationMark = memo(function StationMark({
  station,
  label,
  reading,
  units,
  isSelected,
  isFocus,
  weight,
  isNew,
  onSelect,
  onKeyDown,
  opacity,
}: MarkProps & { readonly station: Station; readonly label: Label; readonly isNew: boolean }) {
  const { part, x0, x1, y, role } = station;
  const x = (x0 + x1) / 2;
  const consumer = reading.consumer(part.id);
  const cutOff =
    reading.isThere && PORTS[part.kind].every((port) => reading.nodeIndex(`${part.id}.${port}`) === undefined);
  const small = role === 'hanger' && isDeadEnd(part);
  return (
    <g opacity={opacity} onClick={() => onSelect(part.id)}>
      <g
        className="part"
        role="button"
        tabIndex={isFocus ? 0 : -1}
        data-part={part.id}
        aria-pressed={isSelected}
        aria-label={partSentence(part, reading, reading.result, units)}
        onKeyDown={onKeyDown}
      >
        {isNew && (
          <rect
            className="came"
            x={x0 + 1}
            y={label.top - 2}
            width={x1 - x0 - 2}
            height={label.bottom - label.top + 4}
          />
        )}
        <rect className="column" x={x0} y={label.top} width={x1 - x0} height={label.bottom - label.top} />
        <rect className="focus-ring" x={x0 + 2} y={label.top} width={x1 - x0 - 4} height={label.bottom - label.top} />
        <g transform={`translate(${small ? x - 14 : x} ${y})`}>
          <PartSymbol part={part} opening={reading.opening(part.id)} />
        </g>
      </g>
      <g aria-hidden="true" pointerEvents="none">
        {!small &&
          label.lines.map((line, i) => (
            <text
              key={line}
              className="t-name paper-tag"
              x={label.textX}
              y={label.nameY + 13 * i}
              textAnchor={label.anchor}
            >
              {line}
            </text>
          ))}
        <text
          className="t-small ink2 paper-tag"
          x={label.textX}
          y={label.nameY + (small ? 5 : 13 * label.lines.length)}
          textAnchor={label.anchor}
        >
          {cutOff ? 'cut off' : partDetail(part, reading, units)}
        </text>
        {role === 'consumer' && consumer && consumer.verdict !== 'inBand' && consumer.verdict !== 'shut' && (
          <g className="flag">
            <VerdictMark verdict={consumer.verdict} x={x + MARK_ASIDE + 2} y={y + 13} label={false} />
          </g>
        )}
        <Flag weight={weight} {...flagPlace(station)} />
      </g>
    </g>
  );
});

/** Beside the symbol, off the words; on a line in its middle. */
function flagPlace({ part, role, x0, x1, y }: Station): { readonly x: number; readonly y: number } {
  const x = (x0 + x1) / 2;
  if (role === 'consumer') return { x: x - MARK_ASIDE, y: y - 8 };
  return kindOf(part).isPipe ? { x, y } : { x: x + 22, y: y + 20 };
}
