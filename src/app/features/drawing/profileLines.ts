import { placeOf } from '../../../core/document/parts/ports';
import { putInto } from '../../../core/foundations/putInto';
import type { DrawingLayout } from './layout';
import type { Reading } from './reading';
import type { Station } from './station';

/** A pressure over its place on the drawing. */
export interface Point {
  readonly x: number;
  readonly pa: number;
}

/** A part's own step: from its inlet's pressure to its outlet's; empty where either is not known. */
export function step(s: Station, reading: Reading): Point[] {
  const inlet = reading.pressurePa(`${s.part.id}.in`);
  const outlet = reading.outletPa(s.part.id);
  if (inlet === null || outlet === null) return [];
  // A pump lifts in the middle of its column; the others fall over theirs.
  return placeOf(s.part) === 'pump'
    ? [
        { x: s.x0, pa: inlet },
        { x: (s.x0 + s.x1) / 2, pa: inlet },
        { x: (s.x0 + s.x1) / 2, pa: outlet },
        { x: s.x1, pa: outlet },
      ]
    : [
        { x: s.x0, pa: inlet },
        { x: s.x1, pa: outlet },
      ];
}

/** Where the row of fed parts ends [px]. */
export function endOfRow({ stations, width }: DrawingLayout): number {
  const consumers = stations.filter((s) => s.role === 'consumer');
  return consumers.length > 0 ? Math.max(...consumers.map((s) => s.x1)) : width;
}

/** Branches and detours that are seen, each on a line of its own, and on to the fed parts that they feed. */
export function branches(
  seen: DrawingLayout,
  layout: DrawingLayout,
  reading: Reading,
): { key: string; port: string; parts: string[]; points: Point[] }[] {
  const lines: { key: string; port: string; parts: string[]; points: Point[] }[] = [];
  for (const s of seen.stations) {
    if (s.role !== 'branch' && s.role !== 'detour') continue;
    const points = step(s, reading);
    if (points.length > 0) lines.push({ key: s.part.id, port: `${s.part.id}.in`, parts: [s.part.id], points });
  }
  const feeders = new Map<number | undefined, Station[]>();
  for (const o of layout.stations)
    if (o.role === 'branch' || o.role === 'main') putInto(feeders, reading.nodeIndex(`${o.part.id}.out`), o);
  for (const s of seen.stations) {
    if (s.role !== 'consumer') continue;
    const pa = reading.pressurePa(`${s.part.id}.in`);
    const feeder = feeders.get(reading.nodeIndex(`${s.part.id}.in`))?.findLast((o) => o.x1 <= s.x0 + 1);
    if (pa !== null && feeder?.role === 'branch')
      lines.push({
        key: `${s.part.id}:flat`,
        port: `${s.part.id}.in`,
        parts: [s.part.id],
        points: [
          { x: feeder.x1, pa },
          { x: (s.x0 + s.x1) / 2, pa },
        ],
      });
  }
  return lines;
}
