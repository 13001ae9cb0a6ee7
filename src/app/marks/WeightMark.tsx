import type { Weight } from '../../core/judgement/audit';

const NAMES: Readonly<Record<Weight, string>> = {
  stop: 'Critical: do not run it like this',
  mend: 'To fix',
  look: 'Check',
  note: 'Note',
};

/** The shape of a finding's weight: struck square, hollow diamond, three lines; the alarm colour comes second. */
export function WeightMark({
  weight,
  x = 0,
  y = 0,
  scale = 1,
  label = true,
}: {
  readonly weight: Weight;
  readonly x?: number;
  readonly y?: number;
  readonly scale?: number;
  readonly label?: boolean;
}) {
  const colour = weight === 'note' ? 'var(--ink2)' : 'var(--alarm)';
  const shape = {
    stop: (
      <>
        <rect x={-8} y={-8} width={16} height={16} fill={colour} />
        <path d="M-5 5 L5 -5" stroke="var(--paper)" strokeWidth={3} />
      </>
    ),
    mend: (
      <>
        <rect x={-8} y={-8} width={16} height={16} fill="var(--paper)" stroke={colour} strokeWidth={2.5} />
        <path d="M-5 5 L5 -5" stroke={colour} strokeWidth={2.5} />
      </>
    ),
    look: <path d="M0 -9 L9 0 L0 9 L-9 0 Z" fill="var(--paper)" stroke={colour} strokeWidth={2.5} />,
    note: <path d="M-8 -6 H8 M-8 0 H8 M-8 6 H3" fill="none" stroke={colour} strokeWidth={2.2} />,
  }[weight];
  return (
    <g
      transform={`translate(${x} ${y}) scale(${scale})`}
      {...(label ? { role: 'img', 'aria-label': NAMES[weight] } : { 'aria-hidden': true })}
    >
      {shape}
    </g>
  );
}

export function WeightIcon({ weight }: { readonly weight: Weight }) {
  return (
    <svg width={26} height={26} viewBox="-13 -13 26 26">
      <WeightMark weight={weight} />
    </svg>
  );
}
