import { symbolHalfHeight } from './PartSymbol';
import { kindOf } from '../../../core/document/parts/part';
import { isDeadEnd } from '../../../core/document/parts/ports';
import { partName } from './partText';
import type { Station } from './station';

/** Average width of a character of a name, and of a figure's line under it [px]. */
const NAME_CHARACTER = 7.6;
const DETAIL_WIDTH = 64;
const LINE = 13;
/** Baseline of the highest line that the drawing does not cut off. */
const HIGHEST = 12;

/** Where a station's words stand. */
export interface Label {
  readonly lines: readonly string[];
  /** Baseline of the first line. */
  readonly nameY: number;
  readonly textX: number;
  readonly anchor: 'middle' | 'start';
  /** The station's whole height with its words. */
  readonly top: number;
  readonly bottom: number;
}

/** A name on one line, or on two where its column is too narrow. */
function nameLines(name: string, width: number): readonly string[] {
  if (name.length * NAME_CHARACTER <= width + 6) return [name];
  const words = name.split(' ');
  if (words.length < 2) return [name];
  const half = Math.ceil(words.length / 2);
  return [words.slice(0, half).join(' '), words.slice(half).join(' ')];
}

/** True where words stand over the symbol: parts on the lanes that are no lines, and whatever goes round above. */
function isAbove({ part, role }: Station): boolean {
  return role === 'detour' || (role === 'main' && !kindOf(part).isPipe);
}

/**
 * Places every station's words so that neighbours do not cover each other: where two would touch, the later one steps
 * away from the lane by a block. Depends on names and columns only, so that words stay while figures move.
 * @param halfWidth half of the ribbon at a station [px]
 */
export function placeLabels(
  stations: readonly Station[],
  halfWidth: (s: Station) => number,
): ReadonlyMap<string, Label> {
  const labels = new Map<string, Label>();
  const rows = new Map<string, { readonly to: number; readonly step: number; readonly lines: number }[]>();
  for (const s of [...stations].sort((a, b) => a.x0 - b.x0)) {
    const lines = nameLines(partName(s.part), s.x1 - s.x0);
    const width = Math.max(DETAIL_WIDTH, ...lines.map((l) => l.length * NAME_CHARACTER));
    const x = (s.x0 + s.x1) / 2;
    const key = `${isAbove(s) ? 'above' : 'below'} ${s.y} ${s.role === 'consumer'}`;
    const taken = rows.get(key) ?? [];
    const step = [0, 1, 2].find((n) => taken.every((t) => t.step !== n || t.to <= x - width / 2)) ?? 0;
    // Past every block that stands between it and the lane; under the fed parts, past its name: the figures there are
    // short.
    const blocks = Array.from({ length: step }, (_, n) =>
      isAbove(s) ? Math.max(...taken.filter((t) => t.step === n && t.to > x - width / 2).map((t) => t.lines)) : 2,
    );
    const away = LINE * blocks.reduce((sum, block) => sum + block, 0);
    rows.set(key, [...taken, { to: x + width / 2, step, lines: lines.length + 1 }]);
    labels.set(s.part.id, place(s, lines, halfWidth(s), away));
  }
  return labels;
}

function place(s: Station, lines: readonly string[], ribbon: number, away: number): Label {
  const { part, y, role, x0, x1 } = s;
  const middle = { textX: (x0 + x1) / 2, anchor: 'middle' as const };
  const block = LINE * lines.length + LINE;
  if (role === 'hanger' && isDeadEnd(part))
    return { lines, nameY: y - 2, textX: (x0 + x1) / 2 + 2, anchor: 'start', top: y - 12, bottom: y + 16 };
  if (role === 'consumer')
    return { lines, nameY: y + 34 + away, ...middle, top: y - 22, bottom: y + 20 + block + away };
  if (role === 'hanger') return { lines, nameY: y + 46, ...middle, top: y - 16, bottom: y + 36 + block };
  const half = Math.max(ribbon, symbolHalfHeight(part));
  if (isAbove(s)) {
    const nameY = Math.max(HIGHEST, y - half - 6 - LINE * lines.length - away);
    return { lines, nameY, ...middle, top: nameY - LINE, bottom: y + half + 4 };
  }
  return { lines, nameY: y + half + 17 + away, ...middle, top: y - half - 4, bottom: y + half + 6 + block + away };
}
