import { memo } from 'react';

/** Distance between the ticks of an unfiltered edge [px]. */
const TICK_GAP = 8;
/** Thinner ribbons carry one row of ticks across instead of two along the edges [px]. */
const THIN = 9;

/** A stretch of ribbon: width is flow, tint is pressure, ticks are unfiltered oil, a centre line filtered. */
export const Ribbon = memo(function Ribbon({
  points,
  width,
  tint,
  unfiltered,
}: {
  readonly points: readonly (readonly [number, number])[];
  readonly width: number;
  readonly tint: string;
  readonly unfiltered: boolean;
}) {
  const d = points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join(' ');
  return (
    <g>
      <path d={d} fill="none" stroke="var(--ink)" strokeWidth={width + 3} strokeLinejoin="miter" />
      <path d={d} fill="none" stroke={tint} strokeWidth={width} strokeLinejoin="miter" />
      {unfiltered ? (
        <path d={ticks(points, width)} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      ) : (
        width >= THIN && <path d={d} fill="none" stroke="var(--paper)" strokeWidth={1.6} />
      )}
    </g>
  );
});

function ticks(points: readonly (readonly [number, number])[], width: number): string {
  const marks: string[] = [];
  for (let i = 1; i < points.length; i++) {
    const [ax, ay] = points[i - 1]!;
    const [bx, by] = points[i]!;
    const length = Math.hypot(bx - ax, by - ay);
    if (length === 0) continue;
    const [ux, uy] = [(bx - ax) / length, (by - ay) / length];
    for (let s = TICK_GAP / 2; s < length; s += TICK_GAP) {
      const [x, y] = [ax + ux * s, ay + uy * s];
      const half = width / 2 + 1.5;
      if (width < THIN)
        marks.push(
          `M${(x - uy * (half + 3) - ux * 2).toFixed(1)} ${(y + ux * (half + 3) - uy * 2).toFixed(1)}L${(x + uy * (half + 3) + ux * 2).toFixed(1)} ${(y - ux * (half + 3) + uy * 2).toFixed(1)}`,
        );
      else
        for (const side of [-1, 1]) {
          const [ex, ey] = [x - uy * half * side, y + ux * half * side];
          marks.push(
            `M${(ex - ux * 2 + uy * 3 * side).toFixed(1)} ${(ey - uy * 2 - ux * 3 * side).toFixed(1)}L${(ex + ux * 2 - uy * 4 * side).toFixed(1)} ${(ey + uy * 2 + ux * 4 * side).toFixed(1)}`,
          );
        }
    }
  }
  return marks.join('');
}
