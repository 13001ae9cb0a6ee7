import { useMemo } from 'react';
import { arrange, type Role } from '../../../core/document/plumbing/arrange';
import type { Circuit } from '../../../core/document/project/project';

const STEP = 9;
const HEIGHT = 44;
/** Where each kind of part stands, in a picture that only says which circuit it is [px]. */
const Y: Readonly<Record<Role, number>> = { main: 14, detour: 5, branch: 23, consumer: 36, hanger: 23, loose: 23 };

/** A circuit at a glance: its main line, what hangs on it, and its components below. */
export function ProjectPicture({ circuit }: { readonly circuit: Circuit }) {
  const { order, role } = useMemo(() => arrange(circuit), [circuit]);
  const width = STEP * (order.length + 1);
  return (
    <svg width={Math.min(width, 220)} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`} aria-hidden="true">
      <line x1={2} x2={width - 4} y1={Y.main} y2={Y.main} stroke="var(--ink)" strokeWidth={2.5} />
      {order.map((id, i) => {
        const x = STEP * (i + 1);
        const kind = role.get(id) ?? 'loose';
        const y = Y[kind];
        return (
          <g key={id} stroke="var(--ink)" strokeWidth={1.6}>
            {kind !== 'main' && <line x1={x} x2={x} y1={Y.main} y2={y} />}
            {kind === 'consumer' ? (
              <circle cx={x} cy={y} r={3.6} fill="var(--tint-2)" />
            ) : (
              <rect x={x - 2.5} y={y - 2.5} width={5} height={5} fill="var(--paper)" />
            )}
          </g>
        );
      })}
    </svg>
  );
}
