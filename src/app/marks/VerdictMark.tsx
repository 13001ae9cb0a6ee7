import { VERDICT_WORDS } from '../../core/judgement/supply/say';
import type { Verdict } from '../../core/judgement/stateResult';

/** A verdict's shape: told apart without colour. Drawn about its own centre, 20 px. */
export function VerdictMark({
  verdict,
  x = 0,
  y = 0,
  label = true,
  scale = 1,
}: {
  readonly verdict: Verdict;
  readonly x?: number;
  readonly y?: number;
  readonly label?: boolean;
  readonly scale?: number;
}) {
  const bad =
    verdict === 'short' || verdict === 'flooded' || verdict === 'dry' || verdict === 'unknown' || verdict === 'near';
  const colour = bad ? 'var(--alarm)' : 'var(--ink)';
  const line = { stroke: colour, strokeWidth: 2, fill: 'none' };
  const shape = {
    inBand: (
      <>
        <circle r={8} {...line} />
        <line x1={-11} x2={11} {...line} />
      </>
    ),
    near: (
      <>
        <path d="M0 -9 L8 -1 L0 7 L-8 -1 Z" {...line} />
        <line x1={-10} x2={10} y1={10} y2={10} {...line} />
      </>
    ),
    shut: (
      <>
        <circle r={8} {...line} />
        <line y1={-11} y2={11} {...line} />
      </>
    ),
    short: (
      <>
        <line x1={-10} x2={10} y1={-9} y2={-9} {...line} strokeWidth={2.5} />
        <path d="M-9 -6 L9 -6 L0 9 Z" fill={colour} />
      </>
    ),
    flooded: (
      <>
        <line x1={-10} x2={10} y1={9} y2={9} {...line} strokeWidth={2.5} />
        <path d="M-9 6 L9 6 L0 -9 Z" fill={colour} />
      </>
    ),
    dry: (
      <>
        <line x1={-10} x2={10} y1={-9} y2={-9} {...line} strokeWidth={2.5} />
        <path d="M-9 -6 L9 -6 L0 9 Z" fill={colour} />
        <line x1={-9} x2={9} y1={9} y2={-9} stroke="var(--paper)" strokeWidth={2} />
      </>
    ),
    unknown: (
      <>
        <rect x={-8} y={-8} width={16} height={16} {...line} />
        <line x1={-8} x2={8} y1={8} y2={-8} {...line} />
      </>
    ),
  }[verdict];
  return (
    <g
      transform={`translate(${x} ${y}) scale(${scale})`}
      {...(label ? { role: 'img', 'aria-label': VERDICT_WORDS[verdict] } : { 'aria-hidden': true })}
    >
      {shape}
    </g>
  );
}

/** The mark outside the drawing. */
export function VerdictIcon({ verdict }: { readonly verdict: Verdict }) {
  return (
    <svg width={26} height={26} viewBox="-13 -13 26 26" aria-hidden="true">
      <VerdictMark verdict={verdict} label={false} />
    </svg>
  );
}
