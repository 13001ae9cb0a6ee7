import { useId, type ReactNode } from 'react';
import { panPlan, wellPlan, type Pan, type Plan } from '../../../core/document/parts/pan';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { boxesOf, heightAt, poolInPan } from '../../../core/judgement/pickup/poolInPan';
import { pressedBy, type Acceleration } from '../../../core/judgement/pickup/gravityInPan';
import type { Surface } from '../../../core/physics/laws/tiltedPool';

/** What a section through a pan shows: along the crank, or across it. */
interface Section {
  readonly title: string;
  readonly from: string;
  readonly to: string;
  readonly tray: readonly [low: number, high: number];
  readonly well: readonly [low: number, high: number];
  readonly mouth: number;
  /** Height of a surface along the section. */
  readonly height: (surface: Surface, at: number) => number;
}

const sectionsOf = (pan: Pan, whole: Plan, well: Plan): readonly Section[] => [
  {
    title: 'Along the crank',
    from: 'front',
    to: 'rear',
    tray: [whole.x0, whole.x1],
    well: [well.x0, well.x1],
    mouth: pan.pickupFromFrontM,
    height: (s, at) => heightAt(s, at, pan.pickupFromLeftM),
  },
  {
    title: 'Across, from the rear',
    from: 'left',
    to: 'right',
    tray: [whole.y0, whole.y1],
    well: [well.y0, well.y1],
    mouth: pan.pickupFromLeftM,
    height: (s, at) => heightAt(s, pan.pickupFromFrontM, at),
  },
];

const WIDTH = 340;
const HEIGHT = 190;
const EDGE = 24;
const MOUTH_HALF_M = 0.02;
/** The tube is drawn up to here, clear of what is written over the pan. */
const TUBE_SHARE = 0.7;

/** Two sections of the pan to one scale, through the pickup's mouth, with the oil as it lies there. */
export function PanPicture({
  pan,
  oilM3,
  acceleration,
  units,
}: {
  readonly pan: Pan;
  /** In the pan while the engine runs; undefined while that is not known. */
  readonly oilM3: number | undefined;
  readonly acceleration: Acceleration;
  readonly units: UnitChoice;
}) {
  const [whole, well] = [panPlan(pan), wellPlan(pan)];
  const pool =
    oilM3 === undefined ? undefined : poolInPan(boxesOf(pan), oilM3, pressedBy(acceleration, pan.facing, pan.leanRad));
  const widestM = Math.max(pan.lengthM, pan.widthM, pan.wellWidthM ?? 0);
  const scale = Math.min((WIDTH - 2 * EDGE) / widestM, (HEIGHT - 2 * EDGE) / (1.2 * pan.depthM));
  return (
    <div className="pan-sections">
      {sectionsOf(pan, whole, well).map((section) => (
        <SectionView
          key={section.title}
          pan={pan}
          section={section}
          surface={pool?.surface}
          beyond={pool?.beyond}
          scale={scale}
          units={units}
        />
      ))}
    </div>
  );
}

function SectionView({
  pan,
  section: { title, from, to, tray, well, mouth, height },
  surface,
  beyond,
  scale,
  units,
}: {
  readonly pan: Pan;
  readonly section: Section;
  readonly surface: Surface | undefined;
  readonly beyond: Surface | undefined;
  readonly scale: number;
  readonly units: UnitChoice;
}) {
  const id = useId();
  const [low, high] = [Math.min(tray[0], well[0]), Math.max(tray[1], well[1])];
  const left = (WIDTH - (high - low) * scale) / 2;
  const x = (at: number) => left + (at - low) * scale;
  const y = (up: number) => HEIGHT - EDGE - up * scale;
  const topM = 1.2 * pan.depthM;
  const step = pan.stepM;
  const tubeM = Math.max(TUBE_SHARE * pan.depthM, pan.pickupHeightM + 2 * MOUTH_HALF_M);
  const outline = (topOfWell: number): string =>
    step === 0
      ? `M${x(tray[0])} ${y(topM)} V${y(0)} H${x(tray[1])} V${y(topM)}`
      : `M${x(tray[0])} ${y(topM)} V${y(topOfWell)} H${x(well[0])} V${y(0)} H${x(well[1])} V${y(topOfWell)} H${x(tray[1])} V${y(topM)}`;
  const oil = (of: Surface): ReactNode => (
    <path
      className="oil"
      d={`M${x(low)} ${y(height(of, low))} L${x(high)} ${y(height(of, high))} V${y(-1)} H${x(low)} Z`}
    />
  );
  const inWell = `M${x(well[0])} ${y(topM)} H${x(well[1])} V${y(0)} H${x(well[0])} Z`;
  const outside = `M${x(tray[0])} ${y(topM)} H${x(well[0])} V${y(step)} H${x(tray[0])} Z M${x(well[1])} ${y(topM)} H${x(tray[1])} V${y(step)} H${x(well[1])} Z`;
  return (
    <figure className="pan-section">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`Pan, ${title.toLowerCase()}, to scale`}>
        <clipPath id={`${id}all`}>
          <path d={`${outline(step)} Z`} />
        </clipPath>
        <clipPath id={`${id}well`}>
          <path d={inWell} />
        </clipPath>
        <clipPath id={`${id}out`}>
          <path d={outside} />
        </clipPath>
        {surface && (
          <g clipPath={`url(#${id}all)`}>
            {beyond ? (
              <>
                <g clipPath={`url(#${id}well)`}>{oil(surface)}</g>
                <g clipPath={`url(#${id}out)`}>{oil(beyond)}</g>
              </>
            ) : (
              oil(surface)
            )}
          </g>
        )}
        <line className="circle" x1={x(tray[0])} x2={x(tray[1])} y1={y(pan.depthM)} y2={y(pan.depthM)} />
        <path className="wall" d={outline(step)} />
        <path
          className="mouth"
          d={`M${x(mouth - MOUTH_HALF_M)} ${y(pan.pickupHeightM)} H${x(mouth + MOUTH_HALF_M)} L${x(mouth + MOUTH_HALF_M / 3)} ${y(pan.pickupHeightM + MOUTH_HALF_M)} V${y(tubeM)} H${x(mouth - MOUTH_HALF_M / 3)} V${y(pan.pickupHeightM + MOUTH_HALF_M)} Z`}
        />
        <text x={x(tray[0])} y={HEIGHT - 6}>
          {from}
        </text>
        <text x={x(tray[1])} y={HEIGHT - 6} textAnchor="end">
          {to}
        </text>
        <text x={x(tray[0]) + 5} y={y(pan.depthM) - 5}>
          crank’s circle, {formatQuantity(pan.depthM, 'cutLength', units)} up
        </text>
      </svg>
      <figcaption>{title}</figcaption>
    </figure>
  );
}
