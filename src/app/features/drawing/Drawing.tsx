import { useView } from '../../state/view';
import { usePreferences } from '../../state/preferences';
import {
  lazy,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type RefObject,
  type ComponentProps,
  type ReactNode,
} from 'react';
import { unfilteredPorts } from '../../../core/document/plumbing/filtration';
import type { Weight } from '../../../core/judgement/audit';
import { activeVariant, type Project, type Variant } from '../../../core/document/project/project';
import { tracePath } from '../../../core/network/describe/tracePath';
import type { Sweep } from '../../../core/judgement/sweep/sweep';
import { Figures, FIGURES_HEIGHT } from './Figures';
import { Headline, headlineOf, headlinePlace, nameBoxes, NARROW_SHEET, zoomPlace } from './headline';
import { layoutDrawing, type DrawingLayout } from './layout';
import { Legend } from './Legend';
import type { UnitChoice } from '../../../core/foundations/units';
import { placeLabels } from './labels';
import { usePartKeys } from './partKeys';
import { Plan } from './Plan';
import { AXIS_LEFT, AxisLabels, highestPa, Profile, profileHeight } from './Profile';
import { Reading } from './reading';
import { axisTopPa, ribbonWidth } from './scales';
import { useSeen } from './seen';
import { PostPatterns, type PostBand } from '../../marks/TidePost';
import { useSize } from '../../marks/useSize';
import { Kit } from '../../theme/Kit';
import { usePinch, withinZoom, type Zoom } from './zoom';
import type { SolveResult } from '../../../core/judgement/stateResult';

const ZoomButtons = lazy(() => import('./ZoomButtons').then((m) => ({ default: m.ZoomButtons })));
const PostList = lazy(() => import('./PostList').then((m) => ({ default: m.PostList })));

/** Heights of the profile's axis and of the legend [px]. */
const MOST_AXIS = 184;
const LEAST_AXIS = 116;
const LEGEND_HEIGHT = 26;
/** Height of all that stands below the plan, but for the axis [px]. */
const BELOW_PLAN = FIGURES_HEIGHT + LEGEND_HEIGHT + profileHeight(0);
/** The drawing grows with the room that it has, up to this many times. */
const LARGEST_SCALE = 1.6;
/**
 * A drawing so much wider than its room is fitted to it on request; a narrower one by itself, since by so little parts
 * are not seen to move.
 */
const WIDER = 1.02;

const NOTHING: readonly string[] = [];

/** By consumer, the band that tolerances leave its pressure; empty where none was drawn. */
type Bands = ReadonlyMap<string, PostBand>;

/** A part's heaviest finding that is not set aside. */
export type Flags = ReadonlyMap<string, Weight>;

/**
 * Plan above, profile below, figures at the foot, on one set of columns.
 * @param came parts that a move that is looked at would bring
 * @param flags what the audit finds, to be shown where it is
 */
export function Drawing({
  project,
  result: answer,
  sweep,
  bands,
  flags,
  came = NOTHING,
}: {
  readonly project: Project;
  /** Absent where the circuit cannot be computed: then it is drawn without figures. */
  readonly result: SolveResult | undefined;
  readonly sweep: Sweep | undefined;
  readonly bands: Bands;
  readonly flags: Flags;
  readonly came?: readonly string[];
}) {
  const units = usePreferences((w) => w.units);
  const selected = useView((w) => w.selected);
  const select = useView((w) => w.select);
  const openMoves = useView((w) => w.openMoves);
  const variant = activeVariant(project);
  const sheet = useRef<HTMLDivElement>(null);
  const { width: available, height } = useSize(sheet);
  const layout = useLayout(variant, available, height);
  const unfiltered = useMemo(() => unfilteredPorts(variant.circuit), [variant]);
  const reading = useMemo(() => new Reading(answer), [answer]);
  const { result } = reading;
  // Of all stations: words keep clear of their neighbours, whether those are drawn now or not.
  const labels = useMemo(
    () => placeLabels(layout.stations, (s) => ribbonWidth(reading.flowM3S(s.part.id)) / 2),
    [layout, reading],
  );
  const [zoom, setZoom] = useState<Zoom>('usual');
  const traced = useTraced(layout, result, selected);
  const insertBefore = useCallback((part: string) => openMoves(part, 'insert before'), [openMoves]);
  const { focusPart, onKeyDown } = usePartKeys(sheet, layout, selected);

  const headline = headlineOf(reading, units);
  useInView(sheet, selected);
  const sizes = measure(layout, { width: available, height }, zoom);
  const { scale } = sizes;
  usePinch(sheet, scale, setZoom);
  const seen = useSeen(sheet, layout, scale, { width: available, height }, [selected, focusPart]);
  const hasZoom = layout.width > WIDER * available || zoom !== 'usual';
  const names = useMemo(() => nameBoxes(layout), [layout]);
  const zoomAt = hasZoom ? zoomPlace(names) : undefined;
  const place = headlinePlace(layout, names, headline, available, zoomAt);
  return (
    <>
      {/* Before the drawing: on a narrow screen it has a row of its own. */}
      <div className={zoomAt === 'right' ? 'zoom right' : 'zoom'}>
        {hasZoom && (
          <Kit>
            <ZoomButtons
              zoom={zoom}
              scale={scale}
              onChange={(to) => setZoom(typeof to === 'number' ? withinZoom(to) : to)}
            />
          </Kit>
        )}
      </div>
      <div className="drawing" ref={sheet}>
        <h1 className="visually-hidden">
          Circuit of {project.name}, variant {variant.name}
        </h1>
        <PinnedAxis sizes={sizes} topPa={axisTopPa(highestPa(sweep, result))} units={units} />
        <DrawnParts
          sizes={sizes}
          layout={layout}
          seen={seen}
          labels={labels}
          reading={reading}
          sweep={sweep}
          bands={bands}
          flags={flags}
          came={came}
          units={units}
          unfiltered={unfiltered}
          selected={selected}
          traced={traced}
          focusPart={focusPart}
          headline={<Headline {...place} text={headline} />}
          onSelect={select}
          onInsert={insertBefore}
          onKeyDown={onKeyDown}
        />
      </div>
      {available < NARROW_SHEET && (
        <Kit>
          <PostList
            stations={layout.stations}
            reading={reading}
            sweep={sweep}
            units={units}
            selected={selected}
            onSelect={select}
          />
        </Kit>
      )}
    </>
  );
}

/** The plan, no taller than leaves the profile its least. */
function useLayout(variant: Variant, width: number, height: number): DrawingLayout {
  const mostPlan = height - BELOW_PLAN - LEAST_AXIS;
  return useMemo(
    () => layoutDrawing(variant.circuit, variant.sheet?.columns, width, mostPlan),
    [variant, width, mostPlan],
  );
}

type PlanProps = ComponentProps<typeof Plan>;
type HalfProps = ComponentProps<typeof LowerHalf>;

/** All that is drawn of the circuit, on one set of columns. */
function DrawnParts({
  sizes,
  layout,
  seen,
  reading,
  units,
  unfiltered,
  traced,
  headline,
  labels,
  selected,
  focusPart,
  flags,
  came,
  onSelect,
  onInsert,
  onKeyDown,
  ...half
}: Omit<PlanProps, 'layout'> & HalfProps & { readonly headline: ReactNode }) {
  const chosen = layout.stations.find((s) => s.part.id === selected);
  return (
    <svg
      width={layout.width * sizes.scale}
      height={sizes.wholeHeight * sizes.scale}
      viewBox={`0 0 ${layout.width} ${sizes.wholeHeight}`}
      role="group"
      aria-label="Plan and profile. Arrow keys go from part to part, Enter opens one, M changes the circuit there."
    >
      <PostPatterns />
      {chosen && (
        <rect
          className="column selected"
          x={chosen.x0}
          y={chosen.y - 40}
          width={chosen.x1 - chosen.x0}
          height={sizes.figuresTop + FIGURES_HEIGHT - chosen.y + 40}
        />
      )}
      {headline}
      <Plan
        layout={seen}
        labels={labels}
        reading={reading}
        unfiltered={unfiltered}
        units={units}
        selected={selected}
        traced={traced}
        focusPart={focusPart}
        flags={flags}
        came={came}
        onSelect={onSelect}
        onInsert={onInsert}
        onKeyDown={onKeyDown}
      />
      <line
        x1={0}
        x2={layout.width}
        y1={layout.planHeight}
        y2={layout.planHeight}
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <LowerHalf
        {...half}
        sizes={sizes}
        layout={layout}
        seen={seen}
        reading={reading}
        units={units}
        unfiltered={unfiltered}
        traced={traced}
        onSelect={onSelect}
      />
    </svg>
  );
}

/** The way that the oil of the selected component takes; empty where another part is selected. */
function useTraced(layout: DrawingLayout, result: SolveResult, selected: string | undefined): ReadonlySet<string> {
  const path = useMemo(() => (selected ? tracePath(result, selected) : undefined), [result, selected]);
  const isPath = path !== undefined && layout.stations.some((s) => s.part.id === selected && s.role === 'consumer');
  return useMemo(
    () =>
      new Set(
        isPath && path && selected ? [selected, ...path.shares.map((s) => s.part), ...layout.main.slice(0, 2)] : [],
      ),
    [isPath, path, selected, layout],
  );
}

/** The pressure axis, in its place while the drawing scrolls sideways. */
function PinnedAxis({
  sizes: { scale, axisHeight, profileTop },
  topPa,
  units,
}: {
  readonly sizes: Sizes;
  readonly topPa: number;
  readonly units: UnitChoice;
}) {
  return (
    <div className="pinned">
      <svg
        width={AXIS_LEFT * scale}
        height={profileHeight(axisHeight) * scale}
        viewBox={`0 0 ${AXIS_LEFT} ${profileHeight(axisHeight)}`}
        style={{ top: profileTop * scale }}
        aria-hidden="true"
      >
        <rect width={AXIS_LEFT} height={profileHeight(axisHeight)} fill="var(--paper)" />
        <AxisLabels axisHeight={axisHeight} topPa={topPa} units={units} />
      </svg>
    </div>
  );
}

/** Under the plan: the profile, the figures, and what the signs mean. */
function LowerHalf({
  sizes: { axisHeight, profileTop, figuresTop },
  layout,
  seen,
  reading,
  units,
  bands,
  ...rest
}: {
  readonly sizes: Sizes;
  readonly layout: DrawingLayout;
  /** What is drawn of it now. */
  readonly seen: DrawingLayout;
  readonly reading: Reading;
  readonly units: UnitChoice;
  readonly bands: Bands;
  readonly sweep: Sweep | undefined;
  readonly unfiltered: ReadonlySet<string>;
  readonly traced: ReadonlySet<string>;
  readonly onSelect: (part: string) => void;
}) {
  return (
    <>
      <g transform={`translate(0 ${profileTop})`}>
        <Profile
          axisHeight={axisHeight}
          layout={layout}
          seen={seen}
          reading={reading}
          units={units}
          bands={bands}
          {...rest}
        />
      </g>
      <g transform={`translate(0 ${figuresTop})`}>
        <Figures layout={seen} reading={reading} units={units} />
      </g>
      <g transform={`translate(0 ${figuresTop + FIGURES_HEIGHT + 18})`}>
        <Legend banded={bands.size > 0} />
      </g>
    </>
  );
}

type Sizes = ReturnType<typeof measure>;

/** How large the drawing is, and where its rows begin [px of the drawing]. @param zoom as the hand has it */
function measure(layout: DrawingLayout, room: { readonly width: number; readonly height: number }, zoom: Zoom) {
  const profileTop = layout.planHeight + 2;
  const fixedHeight = layout.planHeight + BELOW_PLAN;
  const roomy = Math.min(LARGEST_SCALE, room.width / layout.width, room.height / (fixedHeight + LEAST_AXIS));
  // Until the room is measured the drawing is as large as it must be: it never jumps down from a larger one.
  const isMeasured = Number.isFinite(room.width);
  // One that is hardly wider than its room fits it by itself: its last figures would lie behind the edge.
  const least = layout.width > WIDER * room.width ? 1 : Math.min(1, room.width / layout.width);
  const usual = isMeasured ? Math.max(least, roomy) : 1;
  const scale = zoom === 'fit' ? Math.min(1, room.width / layout.width) : zoom === 'usual' ? usual : zoom;
  // The axis gives way before the figures slip under the edge.
  const axisHeight = Math.max(LEAST_AXIS, Math.min(MOST_AXIS, room.height / scale - fixedHeight));
  const figuresTop = profileTop + profileHeight(axisHeight);
  return { scale, axisHeight, profileTop, figuresTop, wholeHeight: figuresTop + FIGURES_HEIGHT + LEGEND_HEIGHT };
}

/** Keeps the selected part in view: the drawing scrolls to it, no further than it must. */
function useInView(sheet: RefObject<HTMLElement | null>, selected: string | undefined): void {
  useEffect(() => {
    if (selected === undefined) return;
    const part = sheet.current?.querySelector(`[data-part="${selected}"]`);
    part?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [sheet, selected]);
}
