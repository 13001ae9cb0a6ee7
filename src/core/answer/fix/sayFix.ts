import type { UnitChoice } from '../../foundations/units';
import { sayFinding } from '../../judgement/audit/sayFinding';
import { sayMinutes } from '../../bench/plan/sayStep';
import { aimTitle } from '../aims';
import type { AimKind } from '../../document/project/aims';
import { effectsBetween } from '../effects';
import type { Fail } from '../../judgement/audit/finding';
import type { Checked, Criterion, Fix, Way } from './fixSchema';

export const CRITERION_WORDS: Readonly<Record<Criterion, string>> = {
  changes: 'fewest changes',
  work: 'least work',
  items: 'fewest items',
  margin: 'most margin',
  coolest: 'coolest',
};

/** What fails, in a sentence with its figures in the reader's units. */
export const sayFail = (fail: Fail, units: UnitChoice = {}): string => sayFinding(fail, fail.what, units);

/** "Without Restrictor: 1.20 mm: Turbo: too much flow …". */
export const sayWithout = ({ label, fails }: Way['without'][number], units: UnitChoice = {}): string =>
  `Without “${label}”: ${fails[0] ? sayFail(fails[0], units) : 'it holds by chance only.'}`;

/** The one limit that is in the way. */
export function sayLimit({ fails, unmet, chance }: Checked, units: UnitChoice = {}): string {
  if (fails[0]) return `${sayFail(fails[0], units)}${fails.length > 1 ? ` And ${fails.length - 1} more.` : ''}`;
  if (unmet[0]) return `The aim is not met: ${aimTitle(unmet[0] as AimKind).toLowerCase()}.`;
  return chance === null ? 'It cannot be computed.' : `It holds with a chance of ${Math.round(100 * chance)} % only.`;
}

export const nearestSaid = (changes: readonly string[]): string =>
  changes.length === 0 ? 'as it is' : changes.join(' + ');

/** What was searched, in a sentence. */
export function sayTried({ tried: { singles, pairs, threes, fours, checks } }: Pick<Fix, 'tried'>): string {
  const counts = [
    `${singles} single changes`,
    ...(pairs > 0 ? [`all ${pairs} pairs`] : []),
    ...(threes > 0 ? [`${threes} threes of changes that help`] : []),
    ...(fours > 0 ? [`${fours} fours of them`] : []),
  ];
  return `Tried: ${counts.join(', ')}; ${checks} checked in full.`;
}

/** A way on the command line: its changes, what it is best by, its three lines, and why not less. */
function wayLines(way: Way, base: Fix['base'], n: number): string[] {
  const { gains, costs, risks } = effectsBetween(base.measures, way.measures);
  const line = (title: string, list: readonly string[]) =>
    list.length === 0 ? [] : [`   ${title}: ${list.join('; ')}.`];
  return [
    `${n}. ${way.changes.map((c) => c.label).join(' + ')}`,
    `   ${way.best.map((b) => CRITERION_WORDS[b]).join(', ')}; ${sayMinutes(way.minutes)}, ${way.items} items; ${Math.round(100 * (way.checked.chance ?? 0))} % sure`,
    ...line('Gains', gains),
    ...line('Costs', costs),
    ...line('At risk', risks),
    ...way.without.map((each) => `   ${sayWithout(each)}`),
  ];
}

/** The whole answer in sentences. */
export function fixLines(fix: Fix): string[] {
  if (fix.status === 'nothingToFix') return ['Nothing to fix: the verdict is good, and every aim is met.'];
  return [
    `As it is: ${sayLimit(fix.base.checked)}`,
    ...fix.ways.flatMap((way, i) => wayLines(way, fix.base, i + 1)),
    ...(fix.status === 'none'
      ? [
          'No way was found.',
          ...(fix.nearest
            ? [`Nearest: ${nearestSaid(fix.nearest.changes)}. In its way: ${sayLimit(fix.nearest.checked)}`]
            : []),
        ]
      : []),
    sayTried(fix),
  ];
}
