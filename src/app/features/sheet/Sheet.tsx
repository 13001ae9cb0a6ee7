import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import { unfilteredPorts } from '../../../core/circuit/filtration';
import { activeVariant } from '../../../core/circuit/project';
import type { SolveResult } from '../../../core/network/result';
import { tracePath } from '../../../core/network/tracePath';
import { sayMargin, VERDICT_WORDS } from '../../../core/supply/say';
import type { Sweep } from '../../../core/sweep/sweep';
import { useWorkbench } from '../../state/workbench';
import { Figures, FIGURES_HEIGHT } from './Figures';
import { layoutSheet } from './layout';
import { Plan } from './Plan';
import { Profile, PROFILE_HEIGHT } from './Profile';
import { Reading } from './reading';
import { PostPatterns } from './TidePost';

/** Plan above, profile below, figures at the foot, on one set of columns. */
export function Sheet({ result, sweep }: { readonly result: SolveResult; readonly sweep: Sweep | undefined }) {
  const project = useWorkbench((w) => w.project)!;
  const units = useWorkbench((w) => w.units);
  const selected = useWorkbench((w) => w.selected);
  const select = useWorkbench((w) => w.select);
  const variant = activeVariant(project);
  const sheet = useRef<HTMLDivElement>(null);
  const available = useWidth(sheet);
  const layout = useMemo(() => layoutSheet(variant.circuit, variant.sheet?.stationOrder, available), [variant, available]);
  const unfiltered = useMemo(() => unfilteredPorts(variant.circuit), [variant]);
  const reading = useMemo(() => new Reading(result), [result]);
  const [focus, setFocus] = useState<string>();
  const path = useMemo(() => (selected ? tracePath(result, selected) : undefined), [result, selected]);
  const isPath = path !== undefined && layout.stations.some((s) => s.part.id === selected && s.role === 'consumer');
  const traced = useMemo(() => new Set(isPath && path && selected ? [selected, ...path.shares.map((s) => s.part), ...layout.main.slice(0, 2)] : []), [isPath, path, selected, layout]);
  const focusPart = focus ?? selected ?? layout.stations[0]?.part.id;

  const onKeyDown = (event: KeyboardEvent) => {
    const here = layout.stations.findIndex((s) => s.part.id === (event.currentTarget as HTMLElement).dataset['part']);
    const to = { ArrowRight: here + 1, ArrowDown: here + 1, ArrowLeft: here - 1, ArrowUp: here - 1, Home: 0, End: layout.stations.length - 1 }[event.key];
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      select(layout.stations[here]?.part.id);
    } else if (to !== undefined && layout.stations[to]) {
      event.preventDefault();
      const id = layout.stations[to].part.id;
      setFocus(id);
      sheet.current?.querySelector<SVGGElement>(`[data-part="${id}"]`)?.focus();
    }
  };

  const worst = result.consumers.filter((c) => !c.supplied || c.verdict === 'near').sort((a, b) => (a.decisive?.nearRatio ?? -1e9) - (b.decisive?.nearRatio ?? -1e9))[0];
  const headline = worst ? `${worst.name} ${VERDICT_WORDS[worst.verdict]}${worst.decisive ? `, ${sayMargin(worst.decisive, units)}` : ''}` : 'Every component is supplied at this state';
  const headlineX = layout.stations.find((s) => s.role === 'consumer')?.x0 ?? 112;
  const chosen = layout.stations.find((s) => s.part.id === selected);
  const profileTop = layout.planHeight + 2;
  const figuresTop = profileTop + PROFILE_HEIGHT;
  return (
    <div className="sheet" ref={sheet}>
      <h1 className="visually-hidden">Circuit of {project.name}, variant {variant.name}</h1>
      <svg width={layout.width} height={figuresTop + FIGURES_HEIGHT + 26} role="group" aria-label="Plan and profile. Arrow keys go from part to part, Enter opens one.">
        <PostPatterns />
        {chosen && <rect className="column selected" x={chosen.x0} y={chosen.y - 40} width={chosen.x1 - chosen.x0} height={figuresTop + FIGURES_HEIGHT - chosen.y + 40} />}
        <text className="t-headline" x={headlineX} y={24} role="status">{headline}</text>
        <Plan layout={layout} reading={reading} unfiltered={unfiltered} units={units} selected={selected} traced={traced} focusPart={focusPart} onSelect={select} onKeyDown={onKeyDown} />
        <line x1={0} x2={layout.width} y1={layout.planHeight} y2={layout.planHeight} stroke="var(--ink)" strokeWidth={1.5} />
        <g transform={`translate(0 ${profileTop})`}><Profile layout={layout} reading={reading} sweep={sweep} units={units} unfiltered={unfiltered} traced={traced} onSelect={select} /></g>
        <g transform={`translate(0 ${figuresTop})`}><Figures layout={layout} reading={reading} units={units} /></g>
        <g transform={`translate(0 ${figuresTop + FIGURES_HEIGHT + 18})`}><Legend /></g>
      </svg>
    </div>
  );
}

/** Width of an element as it is laid out [px]. */
function useWidth(element: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(Infinity);
  useEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(Math.floor(entry.contentRect.width)));
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return width;
}

function Legend() {
  return (
    <g className="t-small">
      <path d="M12 -4 H58" stroke="var(--ink)" strokeWidth={11} /><path d="M12 -4 H58" stroke="var(--tint-1)" strokeWidth={8} />
      <path d="M16 -11 l4 -3 M24 -11 l4 -3 M32 -11 l4 -3 M40 -11 l4 -3 M48 -11 l4 -3 M16 5 l4 -3 M24 5 l4 -3 M32 5 l4 -3 M40 5 l4 -3 M48 5 l4 -3" stroke="var(--ink)" strokeWidth={1.4} />
      <text className="t-small" x={66} y={0}>unfiltered</text>
      <path d="M142 -4 H188" stroke="var(--ink)" strokeWidth={11} /><path d="M142 -4 H188" stroke="var(--tint-2)" strokeWidth={8} /><path d="M142 -4 H188" stroke="var(--paper)" strokeWidth={1.6} />
      <text className="t-small" x={196} y={0}>filtered</text>
      <path d="M258 -4 H304" stroke="var(--ink2)" strokeWidth={4} strokeDasharray="0.1 6" strokeLinecap="round" />
      <text className="t-small" x={312} y={0}>return</text>
      <path d="M366 -12 h6 m-3 0 v16 m-3 0 h6" stroke="var(--ink2)" fill="none" strokeWidth={1.5} />
      <text className="t-small" x={380} y={0}>range from cold crank to hot full speed</text>
      <text className="t-small ink2" x={640} y={0}>width: flow · tint: pressure</text>
    </g>
  );
}
