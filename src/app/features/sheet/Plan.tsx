import type { KeyboardEvent } from 'react';
import { PORTS } from '../../../core/circuit/ports';
import { formatQuantity, type UnitChoice } from '../../../core/units';
import type { SheetLayout } from './layout';
import type { Station } from './station';
import { PartSymbol } from './PartSymbol';
import { partDetail, partName, partSentence } from './partText';
import type { Reading } from './reading';
import { Ribbon } from './Ribbon';
import { pressureTint, ribbonWidth } from './scales';
import { VerdictMark } from './VerdictMark';

/** The plan: what is connected, what flows where. */
export function Plan(props: {
  readonly layout: SheetLayout;
  readonly reading: Reading;
  readonly unfiltered: ReadonlySet<string>;
  readonly units: UnitChoice;
  readonly selected: string | undefined;
  readonly traced: ReadonlySet<string>;
  readonly focusPart: string | undefined;
  readonly onSelect: (part: string | undefined) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
}) {
  const { layout, reading, unfiltered, units, traced } = props;
  const dim = (parts: readonly string[]) => (traced.size > 0 && !parts.some((part) => traced.has(part)) ? 0.45 : 1);
  // Wide ribbons first, so that thin branches stay visible where they leave.
  const runs = [...layout.runs].map((run) => ({ run, width: ribbonWidth(reading.flowOf(run.carries)) })).sort((a, b) => b.width - a.width);
  return (
    <g>
      {layout.returns.map((run) => {
        const flow = Math.abs(reading.flowOf(run.carries));
        const [x, y] = run.points[0]!;
        return (
          <g key={run.key} opacity={dim(run.carries)}>
            <polyline points={run.points.map((p) => p.join(',')).join(' ')} fill="none" stroke="var(--ink2)" strokeWidth={Math.min(5, 2 + ribbonWidth(flow) / 8)} strokeDasharray="0.1 5" strokeLinecap="round" />
            {run.label && <text className="t-small ink2 paper-tag" x={x - 8} y={y + 14} textAnchor="end">{run.label} {formatQuantity(flow, 'flow', units)}</text>}
          </g>
        );
      })}
      {layout.returns.some((run) => run.key === 'bus') && <text className="t-small ink2 paper-tag" x={112} y={layout.busY - 7}>returns to the sump</text>}
      {runs.map(({ run, width }) => (
        <g key={run.key} opacity={dim(run.carries)}>
          <Ribbon points={run.points} width={width} tint={pressureTint(reading.pressurePa(run.port))} unfiltered={unfiltered.has(run.port)} />
        </g>
      ))}
      {layout.reservoirs.map(({ part, x, y }) => (
        <g key={part.id} className="part" role="button" tabIndex={-1} data-part={part.id} aria-label={part.name} onClick={() => props.onSelect(part.id)} transform={`translate(${x} ${y})`}>
          <path d="M-28 -16 V34 H28 V-16" className="symbol" />
          <path d="M-26 2 q6 -6 13 0 t13 0 t13 0 t13 0 V32 H-26 Z" fill="var(--tint-0)" stroke="var(--ink)" strokeWidth={1.5} />
          <text className="t-name" x={34} y={46} aria-hidden="true">{part.name}</text>
        </g>
      ))}
      {layout.gauges.map(({ part, x, y }) => (
        <g key={part.id} className="part" role="button" tabIndex={-1} data-part={part.id} onClick={() => props.onSelect(part.id)} transform={`translate(${x} ${y})`} aria-label={part.name}>
          <path d="M0 9 V40" className="stroke" /><PartSymbol part={part} opening={null} />
          <text className="t-small paper-tag" x={14} y={4}>{part.name} {formatQuantity(reading.pressurePa(`${part.id}.in`) ?? NaN, 'pressure', units)}</text>
        </g>
      ))}
      {layout.stations.map((station) => <StationMark key={station.part.id} station={station} {...props} opacity={dim([station.part.id])} />)}
    </g>
  );
}

function StationMark({ station, reading, units, selected, focusPart, onSelect, onKeyDown, opacity }: Parameters<typeof Plan>[0] & { readonly station: Station; readonly opacity: number }) {
  const { part, x0, x1, y, role } = station;
  const x = (x0 + x1) / 2;
  const consumer = reading.result.consumers.find((c) => c.part === part.id);
  const cutOff = PORTS[part.kind].every((port) => reading.nodeIndex(`${part.id}.${port}`) === undefined);
  const lines = nameLines(partName(part), x1 - x0);
  const labelY = labelHeight(station, ribbonWidth(reading.flowM3S(part.id)), lines.length);
  return (
    <g opacity={opacity} onClick={() => onSelect(part.id)}>
      <g
        className="part" role="button" tabIndex={part.id === focusPart ? 0 : -1} data-part={part.id} aria-pressed={selected === part.id}
        aria-label={partSentence(part, reading, reading.result, units)} onKeyDown={onKeyDown}
      >
        <rect className="column" x={x0} y={labelY.top} width={x1 - x0} height={labelY.bottom - labelY.top} />
        <rect className="focus-ring" x={x0 + 2} y={labelY.top} width={x1 - x0 - 4} height={labelY.bottom - labelY.top} />
        <g transform={`translate(${x} ${y})`}><PartSymbol part={part} opening={reading.opening(part.id)} /></g>
      </g>
      <g aria-hidden="true" pointerEvents="none">
        {lines.map((line, i) => <text key={line} className="t-name paper-tag" x={x} y={labelY.name + 13 * i} textAnchor="middle">{line}</text>)}
        <text className="t-small ink2 paper-tag" x={x} y={labelY.name + 13 * lines.length} textAnchor="middle">{cutOff ? 'cut off' : partDetail(part, reading, units)}</text>
        {role === 'consumer' && consumer && consumer.verdict !== 'inBand' && consumer.verdict !== 'shut' && <VerdictMark verdict={consumer.verdict} x={x + 27} y={y + 8} label={false} />}
      </g>
    </g>
  );
}

/** Average width of a character of a name [px], to break it. */
const NAME_CHARACTER = 7.2;

/** A name on one line, or on two where its column is too narrow. */
function nameLines(name: string, width: number): readonly string[] {
  if (name.length * NAME_CHARACTER <= width + 6) return [name];
  const words = name.split(' ');
  if (words.length < 2) return [name];
  const half = Math.ceil(words.length / 2);
  return [words.slice(0, half).join(' '), words.slice(half).join(' ')];
}

/** Where a station's text starts: symbols on the lanes carry it above, lines and whatever hangs or is fed below. */
function labelHeight({ part, y, role }: Station, width: number, lines: number): { name: number; top: number; bottom: number } {
  const half = Math.max(width / 2, part.kind === 'line' || part.kind === 'tee' ? 4 : 19);
  const block = 13 * lines + 13;
  if (role === 'consumer') return { name: y + 34, top: y - 22, bottom: y + 20 + block };
  if (role === 'hanger') return { name: y + 46, top: y - 16, bottom: y + 36 + block };
  if (role === 'branch' || part.kind === 'line' || part.kind === 'fitting') return { name: y + half + 17, top: y - half - 4, bottom: y + half + 6 + block };
  const name = y - half - 6 - 13 * lines;
  return { name, top: name - 13, bottom: y + half + 4 };
}
