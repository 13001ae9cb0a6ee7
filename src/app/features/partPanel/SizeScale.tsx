const WIDTH = 300;
const HEIGHT = 44;
const EDGE = 6;

/**
 * Sizes on one line: what will do is filled, what was tried is a stroke or a cross, what can be had hangs below, the
 * present one is a pointer.
 */
export function SizeScale({
  low,
  high,
  logarithmic,
  bands,
  tried,
  ticks,
  current,
}: {
  readonly low: number;
  readonly high: number;
  readonly logarithmic: boolean;
  readonly bands: readonly { readonly low: number; readonly high: number }[];
  readonly tried: readonly { readonly size: number; readonly good: boolean }[];
  readonly ticks: readonly number[];
  readonly current: number | undefined;
}) {
  const share = (size: number) =>
    logarithmic ? Math.log(size / low) / Math.log(high / low) : (size - low) / (high - low);
  const x = (size: number) => EDGE + (WIDTH - 2 * EDGE) * Math.min(1, Math.max(0, share(size)));
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true">
      <rect x={EDGE} y={20} width={WIDTH - 2 * EDGE} height={12} fill="none" stroke="var(--ink2)" />
      {tried.map(({ size, good }) => (
        <path
          key={size}
          d={good ? `M${x(size)} 22 v8` : `M${x(size) - 3} 23 l6 6 m0 -6 l-6 6`}
          fill="none"
          stroke={good ? 'var(--ink)' : 'var(--ink2)'}
          strokeWidth={good ? 3 : 1}
        />
      ))}
      {bands.map((band) => (
        <rect
          key={band.low}
          x={x(band.low)}
          y={20}
          width={Math.max(2, x(band.high) - x(band.low))}
          height={12}
          fill="var(--tint-3)"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      ))}
      {ticks.map((size) => (
        <line key={size} x1={x(size)} x2={x(size)} y1={32} y2={40} stroke="var(--ink)" />
      ))}
      {current !== undefined && (
        <path d={`M${x(current) - 6} 4 h12 l-6 14 Z`} fill="var(--accent)" stroke="var(--ink)" />
      )}
    </svg>
  );
}
