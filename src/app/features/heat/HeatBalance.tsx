import { useRef } from 'react';
import { PictureButtons } from '../../files/PictureButtons';
import { useRoomWidth } from '../../marks/useSize';
import type { HeatResult } from '../../../core/heat/heatResult';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';

/** Widths that the picture is drawn for [px]. */
const MOST_WIDTH = 880;
const LEAST_WIDTH = 250;
/** Below this the columns stand one under the other, and their words to the right of both. */
const SIDE_BY_SIDE = 620;
const HEIGHT = 300;
const TOP = 34;
const BAR = 40;
const NAMES_IN: Readonly<Record<HeatResult['heatIn'][number]['key'], string>> = {
  bearings: 'Bearings',
  fed: 'Turbo and accessories',
  metal: 'Through the metal',
  engine: 'Rest of the engine',
  pumping: 'Pump and throttling',
  radiant: 'Exhaust',
};
/** Rows thinner than this carry their words beside them [px]. */
const LEAST_ROW = 15;

interface Row {
  readonly name: string;
  readonly heatW: number;
}

/**
 * Where heat enters and where it leaves: two columns of one height that meet at the sump, or stand one under the other
 * where there is no room for both. What flows the other way stands on the other side.
 */
export function HeatBalance({ heat, units }: { readonly heat: HeatResult; readonly units: UnitChoice }) {
  const into: Row[] = [
    ...heat.heatIn.map((h) => ({ name: NAMES_IN[h.key], heatW: h.heatW })),
    ...heat.heatOut.filter((h) => h.heatW < 0).map((h) => ({ name: h.name, heatW: -h.heatW })),
  ].filter((r) => r.heatW > 0.5);
  const out: Row[] = heat.heatOut.filter((h) => h.heatW > 0.5).map(({ name, heatW }) => ({ name, heatW }));
  const sum = (rows: readonly Row[]) => rows.reduce((s, r) => s + r.heatW, 0);
  const most = Math.max(sum(into), sum(out), 1);
  const perW = (HEIGHT - TOP - 12) / most;
  const figure = useRef<HTMLElement>(null);
  const width = useRoomWidth(figure, MOST_WIDTH, LEAST_WIDTH);
  const isBeside = width >= SIDE_BY_SIDE;
  const middle = width / 2;
  const inX = isBeside ? middle - BAR : 0;
  const outX = isBeside ? middle : 0;
  const outY = isBeside ? 0 : HEIGHT;
  return (
    <figure className="chart" ref={figure}>
      <figcaption>
        <h2>Heat in, heat out</h2>
      </figcaption>
      <svg
        viewBox={`0 0 ${width} ${outY + HEIGHT}`}
        style={{ maxHeight: outY + HEIGHT }}
        role="img"
        aria-label={`Heat in ${formatQuantity(sum(into), 'heatFlow', units)}, heat out ${formatQuantity(sum(out), 'heatFlow', units)}, sump at ${formatQuantity(heat.sumpK, 'temperature', units)}`}
      >
        <text x={isBeside ? middle - BAR - 8 : 0} y={20} textAnchor={isBeside ? 'end' : 'start'} className="t-headline">
          in {formatQuantity(sum(into), 'heatFlow', units)}
        </text>
        <text x={isBeside ? middle + BAR + 8 : 0} y={outY + 20} className="t-headline">
          out {formatQuantity(sum(out), 'heatFlow', units)}
        </text>
        <Column rows={into} x={inX} y={0} side={isBeside ? 'left' : 'right'} tint={2} perW={perW} units={units} />
        <Column rows={out} x={outX} y={outY} side="right" tint={1} perW={perW} units={units} />
        {isBeside && (
          <line x1={middle} x2={middle} y1={TOP - 6} y2={HEIGHT - 4} stroke="var(--ink)" strokeWidth={2.5} />
        )}
      </svg>
      <PictureButtons name="heat balance" />
    </figure>
  );
}

/** Rows one under the other, largest first, with words that keep apart where rows are thin, and inside the picture. */
function stack(
  rows: readonly Row[],
  perW: number,
): readonly (Row & { readonly top: number; readonly height: number; readonly labelY: number })[] {
  let y = TOP;
  let labelY = TOP - LEAST_ROW;
  const stacked = [...rows]
    .sort((a, b) => b.heatW - a.heatW)
    .map((row) => {
      const height = row.heatW * perW;
      const top = y;
      y += height;
      labelY = Math.max(labelY + LEAST_ROW, top + height / 2 + 4);
      return { ...row, top, height, labelY };
    });
  let lowest = HEIGHT - 6 + LEAST_ROW;
  return stacked.reduceRight<typeof stacked>((above, row) => {
    lowest = Math.min(row.labelY, lowest - LEAST_ROW);
    return [{ ...row, labelY: lowest }, ...above];
  }, []);
}

function Column({
  rows,
  x,
  y,
  side,
  tint,
  perW,
  units,
}: {
  readonly rows: readonly Row[];
  readonly x: number;
  readonly y: number;
  /** Where the words stand. */
  readonly side: 'left' | 'right';
  /** Every second row has this tint, the others the next darker. */
  readonly tint: number;
  readonly perW: number;
  readonly units: UnitChoice;
}) {
  const outward = side === 'left' ? -1 : 1;
  const edge = (side === 'left' ? x : x + BAR) + 6 * outward;
  const text = edge + 22 * outward;
  return (
    <g transform={`translate(0 ${y})`}>
      {stack(rows, perW).map((row, i) => (
        <g key={row.name}>
          <rect
            x={x}
            y={row.top}
            width={BAR}
            height={Math.max(0.5, row.height)}
            fill={`var(--tint-${(i % 2) + tint})`}
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
          <path
            d={`M${edge} ${row.top + row.height / 2} L${text} ${row.labelY - 4}`}
            stroke="var(--ink2)"
            fill="none"
          />
          <text x={text + 4 * outward} y={row.labelY} textAnchor={side === 'left' ? 'end' : 'start'} className="t-name">
            {row.name} <tspan fontWeight={520}>{formatQuantity(row.heatW, 'heatFlow', units)}</tspan>
          </text>
        </g>
      ))}
    </g>
  );
}
