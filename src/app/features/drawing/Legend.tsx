/** What the strokes of the drawing mean. @param banded tolerances are drawn too */
export function Legend({ banded }: { readonly banded: boolean }) {
  return (
    <g className="t-small">
      <path d="M12 -4 H58" stroke="var(--ink)" strokeWidth={11} />
      <path d="M12 -4 H58" stroke="var(--tint-1)" strokeWidth={8} />
      <path
        d="M16 -11 l4 -3 M24 -11 l4 -3 M32 -11 l4 -3 M40 -11 l4 -3 M48 -11 l4 -3 M16 5 l4 -3 M24 5 l4 -3 M32 5 l4 -3 M40 5 l4 -3 M48 5 l4 -3"
        stroke="var(--ink)"
        strokeWidth={1.4}
      />
      <text className="t-small" x={66} y={0}>
        unfiltered
      </text>
      <path d="M142 -4 H188" stroke="var(--ink)" strokeWidth={11} />
      <path d="M142 -4 H188" stroke="var(--tint-2)" strokeWidth={8} />
      <path d="M142 -4 H188" stroke="var(--paper)" strokeWidth={1.6} />
      <text className="t-small" x={196} y={0}>
        filtered
      </text>
      <path d="M258 -4 H304" stroke="var(--ink2)" strokeWidth={4} strokeDasharray="0.1 6" strokeLinecap="round" />
      <text className="t-small" x={312} y={0}>
        return
      </text>
      <path d="M366 -12 h6 m-3 0 v16 m-3 0 h6" stroke="var(--ink2)" fill="none" strokeWidth={1.5} />
      <text className="t-small" x={380} y={0}>
        range over all conditions
      </text>
      <text className="t-small ink2" x={552} y={0}>
        width: flow · tint: pressure{banded ? ' · box: 5th to 95th percentile' : ''}
      </text>
    </g>
  );
}
