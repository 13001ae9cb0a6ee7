import type { Delivered } from '../../document/project/bench';
import { isBought, type Item } from './item';
import { readLine, type ReadLine } from './readLine';
import { thingNamed } from './things';

/** What a line of a delivery turned out to be. */
export interface DeliveredLine extends Delivered {
  readonly verdict: 'wanted' | 'unmeasured' | 'wrongSize' | 'surplus' | 'unknown';
  /** The item that it was taken for. */
  readonly item: Item | undefined;
  /** Of a wrong size: what was wanted and what came. */
  readonly wanted?: string;
  readonly came?: string;
  /** Of what is wrong: where else in this job it would fit. */
  readonly fits?: readonly string[];
}

export interface DeliveryCheck {
  readonly lines: readonly DeliveredLine[];
  readonly missing: readonly { readonly item: Item; readonly quantity: number }[];
  readonly isComplete: boolean;
}

const LONGEST_LINE = 200;
const MOST_LINES = 500;
const MOST_OF_A_LINE = 1e5;

/** Lines of a delivery from what was typed, pasted or read from a file, one thing a line, as they stand there. */
export function parseDelivery(text: string): readonly Delivered[] {
  return text
    .split(/\r?\n/)
    .map((line) => clean(line).slice(0, LONGEST_LINE))
    .filter((line) => line !== '')
    .map((line) => ({ text: line, quantity: readLine(line).quantity }))
    .filter(({ quantity }) => quantity > 0 && quantity <= MOST_OF_A_LINE)
    .slice(0, MOST_LINES);
}

const clean = (text: string): string => text.replace(/^[\s,;]+|[\s,;]+$/g, '').replace(/\s+/g, ' ');

/** How a line is remembered: without its count, and without case, spaces and signs that differ from shop to shop. */
export const lineKey = (text: string): string =>
  text
    .toLowerCase()
    .replace(/^\s*\d+\s*(?:x|×|off|of|pcs)\s+|\s*(?:[x×;,])\s*\d+\s*$/g, '')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()
    .slice(0, LONGEST_LINE);

/** An item with what its own name and size say, read as a line of a delivery is. */
interface Wanted {
  readonly item: Item;
  readonly says: ReadLine;
}

function wantedOf(item: Item): Wanted {
  const says = readLine(`${item.name}, ${item.size}`);
  // Of a part the size is what the shop calls it, and its name is the user's own.
  const thing = item.group === 'Parts' ? (thingNamed(item.size.toLowerCase()) ?? says.thing) : says.thing;
  const { dash = says.dash, angleDeg = says.angleDeg } = item;
  return { item, says: { ...says, thing, dash, angleDeg } };
}

/** True where a line names the thing of an item, or the name that its user gave it. */
function isNamed(line: string, says: ReadLine, wanted: Wanted): boolean {
  if (says.thing !== undefined && says.thing === wanted.says.thing) return true;
  if (wanted.item.group !== 'Parts') return false;
  const name = lineKey(wanted.item.name);
  return name !== '' && ` ${lineKey(line)} `.includes(` ${name} `);
}

/** What differs between a line and an item that it names, as it came and as it is wanted; undefined: nothing. */
function misfit(says: ReadLine, { says: wanted, item }: Wanted): readonly [came: string, wanted: string] | undefined {
  const differ = <T>(a: T | undefined, b: T | undefined) => a !== undefined && b !== undefined && a !== b;
  if (differ(says.dash, wanted.dash)) return [`dash ${says.dash}`, `dash ${wanted.dash}`];
  if (differ(says.angleDeg, wanted.angleDeg)) return [sayAngle(says.angleDeg!), sayAngle(wanted.angleDeg!)];
  if (differ(says.grade, wanted.grade)) return [says.grade!, wanted.grade!];
  return threadsFit(says.threads, wanted.threads) ? undefined : [says.threads.join(' to '), item.size || item.name];
}

const sayAngle = (deg: number): string => (deg === 0 ? 'straight' : `${deg}°`);

/** Each thread that one of them says is among those of the other: "M18" is M18x1.5 too. */
function threadsFit(a: readonly string[], b: readonly string[]): boolean {
  const [few, many] = a.length <= b.length ? [a, b] : [b, a];
  const left = [...many];
  return few.every((thread) => {
    const at = left.findIndex(
      (other) => other === thread || other.startsWith(`${thread}x`) || thread.startsWith(`${other}x`),
    );
    if (at >= 0) left.splice(at, 1);
    return at >= 0;
  });
}

/** How much a line is of an item: its length or volume, or pieces; undefined where it does not say. */
function amount(line: Delivered, says: ReadLine, item: Item): number | undefined {
  if (item.unit === undefined || says.unit === item.unit) return line.quantity;
  // Before lines were kept as they were written, a length stood apart from its line.
  return line.quantity === says.quantity ? undefined : line.quantity;
}

const sayItem = (i: Item): string => (i.size === '' ? i.name : `${i.name}, ${i.size}`);

/**
 * Holds a delivery against what the job needs. Each line goes to the wanted item that it names and whose size it has; a
 * line that names a wanted thing in another size is a wrong size; what goes beyond what is needed is surplus.
 *
 * @param matches items that were chosen by hand for a line, by `lineKey`
 */
export function checkDelivery(
  items: readonly Item[],
  delivered: readonly Delivered[],
  matches: Readonly<Record<string, string>> = {},
): DeliveryCheck {
  const wanted = items.filter((i) => isBought(i) && i.quantity > 0).map(wantedOf);
  const open = new Map(wanted.map(({ item }) => [item.key, item.quantity]));
  const isOpen = ({ item }: Wanted) => (open.get(item.key) ?? 0) > SLACK;
  const lines = delivered.map((line): DeliveredLine => {
    const says = readLine(line.text);
    const byHand = wanted.find(({ item }) => item.key === matches[lineKey(line.text)]);
    const named = wanted.filter((w) => isNamed(line.text, says, w));
    const right = named.filter((w) => misfit(says, w) === undefined);
    const chosen = (byHand ?? right.find(isOpen) ?? right[0])?.item;
    if (chosen) {
      const came = amount(line, says, chosen);
      if (came === undefined) return { ...line, verdict: 'unmeasured', item: chosen };
      const left = open.get(chosen.key) ?? 0;
      open.set(chosen.key, Math.max(0, left - came));
      // Nobody buys hose and oil to the last millimetre.
      const isTooMuch = left <= SLACK || (chosen.unit === undefined && came > left + SLACK);
      return { ...line, verdict: isTooMuch ? 'surplus' : 'wanted', item: chosen };
    }
    const [nearest] = named;
    if (!nearest) return { ...line, verdict: 'unknown', item: undefined };
    const [came, needed] = misfit(says, nearest)!;
    const fits = wanted.flatMap(({ item, says: its }) =>
      item !== nearest.item && item.group === nearest.item.group && its.dash !== undefined && its.dash === says.dash
        ? [sayItem(item)]
        : [],
    );
    return { ...line, verdict: 'wrongSize', item: nearest.item, wanted: needed, came, fits };
  });
  const missing = wanted.flatMap(({ item }) => {
    const quantity = open.get(item.key) ?? 0;
    return quantity > SLACK ? [{ item, quantity }] : [];
  });
  return { lines, missing, isComplete: missing.length === 0 && lines.every((l) => l.verdict === 'wanted') };
}

/** Lengths and volumes are not counted to the last millimetre. */
const SLACK = 1e-6;
