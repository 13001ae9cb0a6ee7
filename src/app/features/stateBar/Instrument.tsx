import { useRef, type KeyboardEvent, type PointerEvent, type Ref } from 'react';

const TICKS = 28;
const LONG_TICK_EVERY = 4;

/** A figure on a ruler: drag anywhere on it, or use the arrow keys. The whole instrument is the handle. */
export function Instrument(props: {
  readonly label: string;
  /** The figure as the reader wants it, with its unit apart. */
  readonly figure: string;
  readonly unit: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly step: number;
  readonly onChange: (value: number) => void;
}) {
  const { label, figure, unit, value, low, high, step, onChange } = props;
  const ruler = useRef<SVGSVGElement>(null);
  const clamp = (x: number) => Math.min(high, Math.max(low, x));
  const atPointer = (event: PointerEvent) => {
    const box = ruler.current!.getBoundingClientRect();
    const raw = low + ((event.clientX - box.left) / box.width) * (high - low);
    onChange(clamp(Math.round(raw / step) * step));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const moves: Record<string, number> = {
      ArrowRight: step,
      ArrowUp: step,
      ArrowLeft: -step,
      ArrowDown: -step,
      PageUp: 10 * step,
      PageDown: -10 * step,
      Home: low - value,
      End: high - value,
    };
    const move = moves[event.key];
    if (move === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onChange(clamp(value + move));
  };
  const share = (clamp(value) - low) / (high - low);
  return (
    <div
      className="instrument"
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={low}
      aria-valuemax={high}
      aria-valuenow={value}
      aria-valuetext={`${figure} ${unit}`}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        atPointer(event);
      }}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) atPointer(event);
      }}
    >
      <div className="label">{label}</div>
      <div className="reading">
        {figure} <span className="unit">{unit}</span>
      </div>
      <Ruler ref={ruler} share={share} />
    </div>
  );
}

/** The ruler under the figure, filled up to its share, with a marker. */
function Ruler({ ref, share }: { readonly ref: Ref<SVGSVGElement>; readonly share: number }) {
  return (
    <svg ref={ref} viewBox="0 0 280 26" preserveAspectRatio="none" aria-hidden="true">
      {Array.from({ length: TICKS + 1 }, (_, i) => {
        const x = (280 * i) / TICKS;
        return (
          <line
            key={i}
            x1={x}
            x2={x}
            y1={i % LONG_TICK_EVERY === 0 ? 12 : 18}
            y2={25}
            stroke="var(--ink)"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
        );
      })}
      <line
        x1={0}
        x2={280 * share}
        y1={25}
        y2={25}
        stroke="var(--ink)"
        strokeWidth={3}
        vectorEffect="non-scaling-stroke"
      />
      <line
        x1={280 * share}
        x2={280 * share}
        y1={8}
        y2={25}
        stroke="var(--ink)"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
      <svg
        x={280 * share}
        y={0}
        width={1}
        height={1}
        viewBox="0 0 1 1"
        overflow="visible"
        preserveAspectRatio="xMidYMid"
      >
        <path
          d="M-8 1 L8 1 L0 15 Z"
          fill="var(--accent)"
          stroke="var(--ink)"
          strokeWidth={1.5}
          transform={`scale(1)`}
        />
      </svg>
    </svg>
  );
}
