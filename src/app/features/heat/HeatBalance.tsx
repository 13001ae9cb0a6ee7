import { PictureButtons } from '../../files/PictureButtons';
import type { HeatResult } from '../../../core/heat/heatResult';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';

const WIDTH = 880;
const HEIGHT = 300;
const TOP = 34;
const BAR = 40;
const MIDDLE = WIDTH / 2;
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
 * Where heat enters and where it leaves: two columns of one height that meet at the sump. What flows the other way
 * stands on the other side.
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
  return (
    <figure className="chart">
      <figcaption>
        <h2>Heat in, heat out</h2>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`Heat in ${formatQuantity(sum(into), 'heatFlow', units)}, heat out ${formatQuantity(sum(out), 'heatFlow', units)}, sump at ${formatQuantity(heat.sumpK, 'temperature', units)}`}
      >
        <text x={MIDDLE - BAR - 8} y={20} textAnchor="end" className="t-headline">
          in {formatQuantity(sum(into), 'heatFlow', units)}
        </text>
        <text x={MIDDLE + BAR + 8} y={20} className="t-headline">
          out {formatQuantity(sum(out), 'heatFlow', units)}
        </text>
        <Column rows={into} x={MIDDLE - BAR} side="in" perW={perW} units={units} />
        <Column rows={out} x={MIDDLE} side="out" perW={perW} units={units} />
        <line x1={MIDDLE} x2={MIDDLE} y1={TOP - 6} y2={HEIGHT - 4} stroke="var(--ink)" strokeWidth={2.5} />
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
  side,
  perW,
  units,
}: {
  readonly rows: readonly Row[];
  readonly x: number;
  readonly side: 'in' | 'out';
  readonly perW: number;
  readonly units: UnitChoice;
}) {
  const edge = side === 'in' ? x - 6 : x + BAR + 6;
  const text = side === 'in' ? edge - 22 : edge + 22;
  return (
    <g>
      {stack(rows, perW).map((row, i) => (
        <g key={row.name}>
          <rect
            x={x}
            y={row.top}
            width={BAR}
            height={Math.max(0.5, row.height)}
            fill={`var(--tint-${(i % 2) + (side === 'in' ? 2 : 1)})`}
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
          <path
            d={`M${edge} ${row.top + row.height / 2} L${text} ${row.labelY - 4}`}
            stroke="var(--ink2)"
            fill="none"
          />
          <text
            x={side === 'in' ? text - 4 : text + 4}
            y={row.labelY}
            textAnchor={side === 'in' ? 'end' : 'start'}
            className="t-name"
          >
            {row.name} <tspan fontWeight={520}>{formatQuantity(row.heatW, 'heatFlow', units)}</tspan>
          </text>
        </g>
      ))}
    </g>
  );
}
