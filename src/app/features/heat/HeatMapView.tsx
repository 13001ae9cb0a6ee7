import { useRef } from 'react';
import { displayUnit, formatFigure, formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { PictureButtons } from '../../files/PictureButtons';
import { useGridCursor, type Place } from '../../marks/useGridCursor';
import { useRoomWidth } from '../../marks/useSize';
import type { HeatMap } from '../../../core/studies/heat/mapStudy';

/** Widths that the map is drawn for [px]. */
const MOST_WIDTH = 836;
const LEAST_WIDTH = 250;
const CELL_H = 13;
const LEFT = 64;
const RIGHT = 12;
const BOTTOM = 40;
/** Room that a figure on the lower axis takes [px]. */
const TICK_WIDTH = 38;
/** From one mark of a cell to the next [px]. */
const MARK_STEP = 12;

/**
 * Sump temperature over air and road speed: tint by temperature, marks where it is too cold (dots) or too hot
 * (strokes).
 */
export function HeatMapView({ map, units }: { readonly map: HeatMap; readonly units: UnitChoice }) {
  const t = displayUnit('temperature', units);
  const v = displayUnit('roadSpeed', units);
  const figure = useRef<HTMLElement>(null);
  const width = useRoomWidth(figure, MOST_WIDTH, LEAST_WIDTH);
  const cellW = (width - LEFT - RIGHT) / map.roadMS.length;
  const everyRoad = Math.ceil(TICK_WIDTH / cellW);
  const height = map.airK.length * CELL_H + BOTTOM;
  const known = map.sumpK.flat().filter((k): k is number => k !== null);
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const tint = (k: number) => Math.min(4, Math.floor(((k - low) / Math.max(1e-9, high - low)) * 5));
  const hot = known.filter((k) => k > map.limitHotK).length;
  const cold = known.filter((k) => k < map.limitColdK).length;
  const share = (n: number) => `${Math.round((100 * n) / Math.max(1, known.length))} %`;
  const soFar = map.complete ? '' : 'So far: ';
  const [columns, rows] = [map.roadMS.length, map.airK.length];
  const cursor = useGridCursor({
    columns,
    rows,
    placeAt: (u, v) => {
      const ix = Math.floor((u * width - LEFT) / cellW);
      const iy = rows - 1 - Math.floor((v * height) / CELL_H);
      return ix >= 0 && ix < columns && iy >= 0 && iy < rows ? { ix, iy } : undefined;
    },
  });
  const { at } = cursor;
  return (
    <figure className="chart" ref={figure}>
      <figcaption>
        <h2>Oil temperature by ambient air and road speed</h2>
        <p>{`${soFar}${share(hot)} of these states too hot, ${share(cold)} too cold to boil off water; from ${formatFigure(low, 'temperature', units)} to ${formatFigure(high, 'temperature', units)} ${t.symbol}. Strokes: over the hot limit. Dots: too cold to boil off water.`}</p>
      </figcaption>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`Map of sump temperature. ${soFar}${share(hot)} too hot, ${share(cold)} too cold.`}
        {...cursor.handlers}
      >
        {map.airK.map((air, a) =>
          map.roadMS.map((_, r) => {
            const k = map.sumpK[a]?.[r] ?? null;
            const x = LEFT + r * cellW;
            const y = (map.airK.length - 1 - a) * CELL_H;
            const isHot = k !== null && k > map.limitHotK;
            const isCold = k !== null && k < map.limitColdK;
            const fill = k === null ? 'var(--paper)' : `var(--tint-${tint(k)})`;
            return <Cell key={`${air}-${r}`} x={x} y={y} width={cellW} fill={fill} isHot={isHot} isCold={isCold} />;
          }),
        )}
        {map.airK.map(
          (air, a) =>
            a % 5 === 0 && (
              <text
                key={air}
                x={LEFT - 8}
                y={(map.airK.length - 1 - a) * CELL_H + 11}
                textAnchor="end"
                className="t-small"
              >
                {formatFigure(air, 'temperature', units)} {t.symbol}
              </text>
            ),
        )}
        {map.roadMS.map(
          (road, r) =>
            r % everyRoad === 0 && (
              <text
                key={road}
                x={LEFT + r * cellW + cellW / 2}
                y={map.airK.length * CELL_H + 16}
                textAnchor="middle"
                className="t-small"
              >
                {formatFigure(road, 'roadSpeed', units)}
              </text>
            ),
        )}
        <text x={width - RIGHT} y={rows * CELL_H + 34} textAnchor="end" className="t-small">
          road speed, {v.symbol}
        </text>
        {at && (
          <rect
            x={LEFT + at.ix * cellW}
            y={(rows - 1 - at.iy) * CELL_H}
            width={cellW}
            height={CELL_H}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={2}
            pointerEvents="none"
          />
        )}
      </svg>
      <p className="readout" role="status">
        {at ? sayPlace(map, at, units) : 'Point at the map, or use the arrow keys, to read it.'}
      </p>
      <PictureButtons name="oil temperature map" />
    </figure>
  );
}

/** One pair of air and road speed. */
function Cell({
  x,
  y,
  width,
  fill,
  isHot,
  isCold,
}: {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly fill: string;
  readonly isHot: boolean;
  readonly isCold: boolean;
}) {
  const marks = Math.max(1, Math.floor(width / MARK_STEP));
  const markX = Array.from({ length: marks }, (_, i) => x + (width * (i + 0.5)) / marks);
  return (
    <g>
      <rect x={x} y={y} width={width} height={CELL_H} fill={fill} stroke="var(--paper)" strokeWidth={0.5} />
      {isHot && (
        <path d={markX.map((at) => `M${at - 4} ${y + 11}l8 -9`).join('')} stroke="var(--alarm)" strokeWidth={2} />
      )}
      {isCold && (
        <path
          d={markX.map((at) => `M${at} ${y + 7}h0.1`).join('')}
          stroke="var(--ink)"
          strokeWidth={3}
          strokeLinecap="round"
        />
      )}
    </g>
  );
}

/** "Air 20 °C, road 90 km/h: sump oil 118 °C". */
function sayPlace(map: HeatMap, { ix, iy }: Place, units: UnitChoice): string {
  const k = map.sumpK[iy]?.[ix] ?? null;
  const where = `Air ${formatQuantity(map.airK[iy]!, 'temperature', units)}, road ${formatQuantity(map.roadMS[ix]!, 'roadSpeed', units)}`;
  if (k === null) return `${where}: ${map.complete ? 'no balance' : 'not computed yet'}.`;
  const verdict = k > map.limitHotK ? '; too hot' : k < map.limitColdK ? '; too cold to boil off water' : '';
  return `${where}: sump oil ${formatQuantity(k, 'temperature', units)}${verdict}.`;
}
