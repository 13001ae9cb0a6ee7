import { useMemo } from 'react';
import type { Pan } from '../../../core/document/parts/pan';
import { pickupEdge } from '../../../core/judgement/pickup/pickupEdge';
import { STANDARD_GRAVITY_M_S2 } from '../../../core/foundations/units/conversions';
import { TRIED_TO_MS2 } from '../../../core/judgement/pickup/worstTrial';
import type { LapPickup } from '../../../core/judgement/pickup/lapPickup';
import type { PickupResult } from '../../../core/judgement/pickup/pickupResult';
import { sayPress } from '../../../core/judgement/pickup/sayPickup';

const SIZE = 330;
const MIDDLE = SIZE / 2;
const MOST_G = 2;
const RINGS_G = [0.5, 1, 1.5, 2] as const;
const SCALE = (MIDDLE - 16) / MOST_G;
/** Rings are named where nothing is needed: between the ways that are tried. */
const [ASIDE, DOWN] = [0.38, 0.92] as const;

const at = (forwardMS2: number, rightMS2: number): readonly [number, number] => [
  MIDDLE + (rightMS2 / STANDARD_GRAVITY_M_S2) * SCALE,
  MIDDLE - (forwardMS2 / STANDARD_GRAVITY_M_S2) * SCALE,
];
const closed = (points: readonly (readonly [number, number])[]) =>
  `M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join(' L')} Z`;

/** How hard the oil may be pressed in every way before the mouth is bare, at both marks, against what the use asks. */
export function GripPlot({
  result,
  pan,
  lap,
}: {
  readonly result: PickupResult;
  readonly pan: Pan;
  readonly lap: LapPickup | undefined;
}) {
  const { trials, said, worst } = result;
  const edge = useMemo(() => (worst ? pickupEdge(pan, worst) : []), [pan, worst]);
  const names =
    said === 'turns'
      ? ['accelerating', 'braking', 'left', 'right']
      : ['climbing', 'going down', 'right down', 'left down'];
  const reach = (key: 'bareAtFullMS2' | 'bareAtLowerMS2') =>
    closed(edge.map((e) => at(e.forward * (e[key] ?? TRIED_TO_MS2), e.right * (e[key] ?? TRIED_TO_MS2))));
  return (
    <figure className="grip">
      <svg viewBox={`0 0 ${SIZE} ${SIZE}`} role="img" aria-label="How hard each way until the pickup is bare">
        <clipPath id="grip-field">
          <rect x={0} y={0} width={SIZE} height={SIZE} />
        </clipPath>
        {RINGS_G.map((g) => (
          <g key={g}>
            <circle className="ring" cx={MIDDLE} cy={MIDDLE} r={g * SCALE} />
            <text x={MIDDLE + 3 + g * SCALE * ASIDE} y={MIDDLE + 10 + g * SCALE * DOWN}>
              {sayPress(said, g * STANDARD_GRAVITY_M_S2)}
            </text>
          </g>
        ))}
        <path className="ring" d={`M${MIDDLE} 0 V${SIZE} M0 ${MIDDLE} H${SIZE}`} />
        <g clipPath="url(#grip-field)">
          {lap?.points.map((p, i) => {
            const [x, y] = at(p.forwardMS2, p.rightMS2);
            return p.bare === 'no' ? (
              <circle key={i} className="moment" cx={x} cy={y} r={1.6} />
            ) : (
              <path key={i} className="moment bare" d={`M${x - 3} ${y - 3} l6 6 m0 -6 l-6 6`} />
            );
          })}
          <path className="edge full" d={reach('bareAtFullMS2')} />
          <path className="edge lower" d={reach('bareAtLowerMS2')} />
          {trials
            .filter((t) => t.id !== 'stand')
            .map((t) => {
              const [x, y] = at(t.forward * t.limitMS2, t.right * t.limitMS2);
              return <path key={t.id} className="needed" d={`M${x - 6} ${y} H${x + 6} M${x} ${y - 6} V${y + 6}`} />;
            })}
        </g>
        <text x={MIDDLE} y={12} textAnchor="middle">
          {names[0]}
        </text>
        <text x={MIDDLE} y={SIZE - 4} textAnchor="middle">
          {names[1]}
        </text>
        <text x={2} y={MIDDLE - 4}>
          {names[2]}
        </text>
        <text x={SIZE - 2} y={MIDDLE - 4} textAnchor="end">
          {names[3]}
        </text>
      </svg>
      <figcaption>
        <Line kind="edge full" /> bare beyond, full mark <Line kind="edge lower" /> lower mark{' '}
        <svg viewBox="0 0 14 14" aria-hidden="true">
          <path className="needed" d="M1 7 H13 M7 1 V13" />
        </svg>{' '}
        needed
        {lap && (
          <>
            {' '}
            · recorded{' '}
            <svg viewBox="0 0 14 14" aria-hidden="true">
              <path className="moment bare" d="M3 3 L11 11 M11 3 L3 11" />
            </svg>{' '}
            bare
          </>
        )}
      </figcaption>
    </figure>
  );
}

const Line = ({ kind }: { readonly kind: string }) => (
  <svg viewBox="0 0 30 14" className="wide" aria-hidden="true">
    <path className={kind} d="M1 7 H29" />
  </svg>
);
