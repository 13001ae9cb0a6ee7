import type { Delivered } from '../../document/project/bench';
import { NUMERAL, numeralReadings } from '../../foundations/units/numeral';
import type { Item } from './item';

/** What a line of a delivery turned out to be. */
export interface DeliveredLine extends Delivered {
  readonly verdict: 'wanted' | 'wrongSize' | 'surplus' | 'unknown';
  /** The item that it was taken for. */
  readonly item: Item | undefined;
  /** Of a wrong size: what was wanted and what came. */
  readonly wanted?: string;
  readonly came?: string;
  /** Of what is wrong or surplus: where else it would fit. */
  readonly fits?: readonly string[];
}

export interface DeliveryCheck {
  readonly lines: readonly DeliveredLine[];
  readonly missing: readonly { readonly item: Item; readonly quantity: number }[];
  readonly isComplete: boolean;
}

/**
 * Lines of a delivery from what was typed, pasted or read from a file: one a line, "4 x dash 8 hose end 90", "hose end
 * 90, -8; 4". A line without a number counts as one.
 */
export function parseDelivery(text: string): readonly Delivered[] {
  return text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line) => {
      const front = FRONT.exec(line);
      if (front) return { quantity: amount(front[1]!, front[2]!), text: clean(front[3]!) };
      const back = BACK.exec(line) ?? TIMES.exec(line);
      if (back) return { quantity: amount(back[2]!, back[3] ?? ''), text: clean(back[1]!) };
      return { quantity: 1, text: clean(line) };
    })
    .map(({ quantity, text: t }) => ({ quantity, text: t.slice(0, LONGEST_LINE) }))
    .filter(({ quantity, text: t }) => quantity > 0 && quantity <= MOST_OF_A_LINE && t !== '')
    .slice(0, MOST_LINES);
}

const LONGEST_LINE = 200;
const MOST_LINES = 500;
const MOST_OF_A_LINE = 1e5;
const FRONT = new RegExp(`^(${NUMERAL})\\s*(x|×|pcs|off|of|m\\b|[,;\\t])\\s*(.+)$`, 'i');
const BACK = new RegExp(`^(.+?)\\s*[;\\t,]\\s*(${NUMERAL})\\s*(m|pcs)?$`, 'i');
const TIMES = new RegExp(`^(.+?)\\s+(?:x|×)\\s*(${NUMERAL})()$`, 'i');

/** How much came: pieces are whole, metres are few. @param unit what stands behind the figure */
function amount(figure: string, unit: string): number {
  const { values } = numeralReadings(figure);
  const isLength = /^m$/i.test(unit);
  return values.find((value) => isLength || Number.isInteger(value)) ?? values[0] ?? NaN;
}
const clean = (text: string): string => text.replace(/^["'\s,;]+|["'\s,;]+$/g, '').replace(/\s+/g, ' ');

/** How a line is remembered: without case, spaces and signs that differ from shop to shop. */
export const lineKey = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()
    .slice(0, LONGEST_LINE);

/** Dash size and angle that a line names. */
function featuresOf(text: string): { readonly dash: number | undefined; readonly angleDeg: number | undefined } {
  const dash =
    /(?:dash|an|jic|#|(?:^|\s)-)\s*-?\s*(\d{1,2})(?!\d|\s*(?:°|deg))/i.exec(text) ??
    /(?:^|\s)(\d{1,2})\s*an\b/i.exec(text);
  const angle = /(?:^|[^\d-])(30|45|60|90|120|150|180)\s*(?:°|deg|degree)?(?!\d)/i.exec(text);
  const straight = /\bstraight\b/i.test(text);
  return { dash: dash ? Number(dash[1]) : undefined, angleDeg: straight ? 0 : angle ? Number(angle[1]) : undefined };
}

/** How well a line names an item: 0 where it does not. Size and angle are looked at apart. */
function likeness(line: string, item: Item): number {
  const said = ` ${lineKey(line)} `;
  let best = 0;
  for (const word of [item.name, ...item.words]) {
    const words = lineKey(word)
      .split(' ')
      .filter((w) => w.length > 1);
    if (words.length === 0) continue;
    const hits = words.filter((w) => said.includes(` ${w}`)).length;
    if (hits / words.length >= LEAST_LIKENESS) best = Math.max(best, hits / words.length + LONGER * hits);
  }
  return best;
}

const LEAST_LIKENESS = 0.6;
/** What names more words of a thing names it better: "hose end 90" is an end and no hose. */
const LONGER = 0.1;

/**
 * Holds a delivery against what the job needs. Each line goes to the wanted item that it names best and whose size it
 * has; a line that names a wanted thing in another size is a wrong size; what goes beyond what is needed is surplus.
 *
 * @param matches items that were chosen by hand for a line, by `lineKey`
 */
export function checkDelivery(
  items: readonly Item[],
  delivered: readonly Delivered[],
  matches: Readonly<Record<string, string>> = {},
): DeliveryCheck {
  const wanted = items.filter((i) => i.status === 'new' && i.quantity > 0);
  const open = new Map(wanted.map((i) => [i.key, i.quantity]));
  const lines = delivered.map((line): DeliveredLine => {
    const byHand = wanted.find((i) => i.key === matches[lineKey(line.text)]);
    const { dash, angleDeg } = featuresOf(line.text);
    const scored = wanted
      .map((item) => ({ item, score: likeness(line.text, item) }))
      .filter(({ score }) => score >= LEAST_LIKENESS)
      .sort((a, b) => b.score - a.score);
    const sizeFits = (i: Item) => dash === undefined || i.dash === undefined || i.dash === dash;
    const angleFits = (i: Item) => angleDeg === undefined || i.angleDeg === undefined || i.angleDeg === angleDeg;
    const isOpen = (i: Item) => (open.get(i.key) ?? 0) > 0;
    const right = scored.filter(({ item }) => sizeFits(item) && angleFits(item));
    const chosen = byHand ?? (right.find(({ item }) => isOpen(item)) ?? right[0])?.item;
    if (chosen) {
      const left = open.get(chosen.key) ?? 0;
      open.set(chosen.key, Math.max(0, left - line.quantity));
      const verdict = left <= 0 || line.quantity > left + SLACK ? 'surplus' : 'wanted';
      return { ...line, verdict, item: chosen };
    }
    const sameThing = scored.find(({ item }) => angleFits(item)) ?? scored[0];
    if (sameThing) {
      const { item } = sameThing;
      const came = dash !== undefined && !sizeFits(item) ? `dash ${dash}` : `${angleDeg ?? 0}°`;
      const fits = wanted
        .filter((i) => i.group === item.group && i !== item && sizeFits(i) && angleFits(i))
        .map((i) => `${i.name}, ${i.size}`);
      return {
        ...line,
        verdict: 'wrongSize',
        item,
        wanted: item.dash === undefined ? item.size : `dash ${item.dash}`,
        came,
        fits,
      };
    }
    return { ...line, verdict: 'unknown', item: undefined };
  });
  const missing = wanted.flatMap((item) => {
    const quantity = open.get(item.key) ?? 0;
    return quantity > SLACK ? [{ item, quantity }] : [];
  });
  return { lines, missing, isComplete: missing.length === 0 && lines.every((l) => l.verdict === 'wanted') };
}

/** Lengths and volumes are not counted to the last millimetre. */
const SLACK = 1e-6;
