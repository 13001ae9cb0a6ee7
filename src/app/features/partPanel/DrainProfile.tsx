import type { PartOf } from '../../../core/document/parts/part';
import { DRAIN_WORDS } from '../../../core/judgement/drains/drainWords';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import type { DrainResult } from '../../../core/judgement/stateResult';

const WIDTH = 286;
const HEIGHT = 150;
const LEFT = 14;
const RIGHT = 96;
const TOP = 18;
const BOTTOM = 24;
const LABEL_HEIGHT = 14;

/** A gravity drain from the side: its outlet, its run, its port, and the oil level that it must end over. */
export function DrainProfile({
  drain,
  result,
  levelM,
  units,
}: {
  readonly drain: PartOf<'drain'>;
  readonly result: DrainResult;
  readonly levelM: number | undefined;
  readonly units: UnitChoice;
}) {
  if (result.outletHeightM === null || result.portHeightM === null)
    return <p className="quiet">Give the height of what it drains, or its profile, and its run is drawn here.</p>;
  const run = drain.profile ?? [
    { alongM: 0, heightM: result.outletHeightM },
    { alongM: drain.lengthM, heightM: result.portHeightM },
  ];
  const port = run[run.length - 1]!;
  const end = Math.max(drain.lengthM, port.alongM);
  const heights = [...run.map((p) => p.heightM), ...(levelM === undefined ? [] : [levelM])];
  const low = Math.min(...heights);
  const high = Math.max(...heights);
  const x = (m: number) => LEFT + (m / end) * (WIDTH - LEFT - RIGHT);
  const y = (m: number) => TOP + ((high - m) / Math.max(1e-6, high - low)) * (HEIGHT - TOP - BOTTOM);
  // Out of the way of the level's own figure.
  const isNearLevel = levelM !== undefined && Math.abs(y(levelM) - y(port.heightM)) < LABEL_HEIGHT;
  const portLabelBelow = isNearLevel ? (port.heightM > levelM ? -10 : 18) : 4;
  const bad = result.verdict !== 'runs' && result.verdict !== 'near';
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`Height profile of ${drain.name}: ${DRAIN_WORDS[result.verdict]}`}
      className="drain-profile"
    >
      {levelM !== undefined && <OilLevel y={y(levelM)} text={formatQuantity(levelM, 'length', units)} />}
      <polyline
        points={run.map((p) => `${x(p.alongM)},${y(p.heightM)}`).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={7}
        strokeLinejoin="round"
      />
      <polyline
        points={run.map((p) => `${x(p.alongM)},${y(p.heightM)}`).join(' ')}
        fill="none"
        stroke="var(--tint-2)"
        strokeWidth={4}
        strokeLinejoin="round"
      />
      {run.map(
        (p, i) =>
          i > 0 &&
          p.heightM > run[i - 1]!.heightM + 1e-3 && (
            <polyline
              key={i}
              points={`${x(run[i - 1]!.alongM)},${y(run[i - 1]!.heightM)} ${x(p.alongM)},${y(p.heightM)}`}
              fill="none"
              stroke="var(--alarm)"
              strokeWidth={5}
              strokeDasharray="3 3"
            />
          ),
      )}
      <circle
        cx={x(run[0]!.alongM)}
        cy={y(run[0]!.heightM)}
        r={6}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={2}
      />
      <text x={x(0) + 12} y={y(run[0]!.heightM) - 4} className="t-small">
        outlet {formatQuantity(run[0]!.heightM, 'length', units)}
      </text>
      <rect
        x={x(port.alongM) - 5}
        y={y(port.heightM) - 5}
        width={10}
        height={10}
        fill={bad ? 'var(--alarm)' : 'var(--paper)'}
        stroke="var(--ink)"
        strokeWidth={2}
      />
      <text x={WIDTH - RIGHT + 14} y={y(port.heightM) + portLabelBelow} className="t-small">
        port {formatQuantity(port.heightM, 'length', units)}
      </text>
    </svg>
  );
}

/** The oil that the drain must end over, up to the right edge of the run. */
function OilLevel({ y, text }: { readonly y: number; readonly text: string }) {
  const right = WIDTH - RIGHT + 8;
  return (
    <>
      <rect x={LEFT} y={y} width={right - LEFT} height={Math.max(0, HEIGHT - BOTTOM + 14 - y)} fill="var(--tint-1)" />
      <path d={`M${LEFT} ${y} H${right}`} stroke="var(--ink)" strokeWidth={1.5} strokeDasharray="5 3" />
      <text x={right + 6} y={y + 4} className="t-small">
        oil {text}
      </text>
    </>
  );
}
