import type { HoseEnd } from '../../document/project/bench';
import { escapeXml } from '../places/bracketTemplate';
import { clockingView } from './clocking';
import { isBent, sayHoseEnd } from './hoseEnd';
import type { Hose } from './hoseList';

/**
 * The two ends of a hose as a small drawing from the side: how each bends, the second on the side that it is clocked
 * to.
 */
export function endDrawing(hose: Hose): string {
  const { from, to, clockingDeg } = hose;
  const words = `${sayHoseEnd(from.end)} and ${sayHoseEnd(to.end)}${clockingDeg === null ? '' : `, the second turned ${clockingDeg}° clockwise`}`;
  // Seen from the side, an end that is turned by more than a quarter points the other way.
  const turnsDown = clockingDeg !== null && Math.cos((clockingDeg * Math.PI) / 180) < 0;
  const isPlain = !isBent(from.end) && !isBent(to.end) && from.end.style === to.end.style;
  return `<svg class="ends${isPlain ? ' plain' : ''}" viewBox="0 0 78 30" role="img" aria-label="${escapeXml(words)}"><line x1="19" y1="15" x2="59" y2="15" stroke="#000" stroke-width="3"/>${sideOfEnd(19, -1, from.end, false)}${sideOfEnd(59, 1, to.end, turnsDown)}</svg>${clockDrawing(hose)}`;
}

/** One end from the side. @param toward −1 to the left, 1 to the right */
function sideOfEnd(x: number, toward: -1 | 1, end: HoseEnd, isDown: boolean): string {
  const bend = (end.angleDeg * Math.PI) / 180;
  const up = isDown ? -1 : 1;
  const tip = (from: number, reach: number): string => {
    const [dx, dy] = [toward * Math.cos(bend), -up * Math.sin(bend)];
    return `${(x + toward * 5 + dx * (from + reach)).toFixed(1)}" y2="${(15 + dy * (from + reach)).toFixed(1)}`;
  };
  const neck = `<line x1="${x}" y1="15" x2="${x + toward * 5}" y2="15" stroke="#000" stroke-width="1.6"/>`;
  const leg = `<line x1="${x + toward * 5}" y1="15" x2="${tip(0, 7)}" stroke="#000" stroke-width="1.6"/>`;
  if (end.style === 'tail') return neck + leg;
  // The nut, or the eye of a banjo, at its tip.
  const [nx, ny] = [x + toward * 5 + toward * Math.cos(bend) * 9, 15 - up * Math.sin(bend) * 9];
  return end.style === 'banjo'
    ? `${neck}${leg}<circle cx="${nx.toFixed(1)}" cy="${ny.toFixed(1)}" r="3" fill="#fff" stroke="#000"/>`
    : `${neck}${leg}<rect x="${(nx - 2.5).toFixed(1)}" y="${(ny - 2.5).toFixed(1)}" width="5" height="5" fill="#fff" stroke="#000"/>`;
}

/** Where the second end points, seen along the hose: the first points up. */
function clockDrawing(hose: Hose): string {
  if (hose.clockingDeg === null || !isBent(hose.from.end)) return '';
  const { x, y } = clockingView(hose.clockingDeg);
  return `<svg class="clock" viewBox="-11 -11 22 22" role="img" aria-label="Second end at ${hose.clockingDeg}° from the first, clockwise"><circle r="9.5" fill="none" stroke="#000"/><line y2="-9" stroke="#000" stroke-width="2.4"/><line x2="${(x * 9).toFixed(2)}" y2="${(y * 9).toFixed(2)}" stroke="#000" stroke-dasharray="2 1.4" stroke-width="1.6"/></svg>`;
}
