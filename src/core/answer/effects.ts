import { capital } from '../foundations/text';
import { formatQuantity, type UnitChoice } from '../foundations/units';
import { chanceOf, type Verdict } from '../judgement/verdict/verdict';
import type { Measures } from './measures';
import { sayAt, WEIGHED, type Weighed } from './sayMeasures';

/** What a change does, as sentences: what it gains, what it costs, what it puts at risk. */
export interface Effects {
  readonly gains: readonly string[];
  readonly costs: readonly string[];
  readonly risks: readonly string[];
}

/** Chances that differ by less than this are as one. */
const LEAST_CHANCE = 0.03;
/** A margin is at risk where it shrinks by this share and is then less than twice what counts as near. */
const SHRINKS = 0.15;
const AT_RISK = 2;
const ARROW = '→';

/** A figure before and after, cut to what counts. @returns the change for the better, in its least steps; 0: none */
function stepOf({ of, least, better, enough }: Weighed, before: Measures, after: Measures): number {
  const [was, is] = [of(before), of(after)];
  if (was === null || is === null) return 0;
  const cut = (si: number) =>
    enough === undefined ? si : better === 'higher' ? Math.min(si, enough) : Math.max(si, enough);
  const by = (cut(is) - cut(was)) * (better === 'higher' ? 1 : -1);
  return Math.abs(by) >= least ? by / least : 0;
}

const sayFigure = (weighed: Weighed, before: Measures, after: Measures, units: UnitChoice): string =>
  `${capital(weighed.title)}${sayAt(weighed, after)} ${weighed.say(weighed.of(before)!, units)} ${ARROW} ${weighed.say(weighed.of(after)!, units)}`;

/** Figures that appear or go altogether: an oil temperature that is found at last, or no more. */
function sayFound(weighed: Weighed, before: Measures, after: Measures, units: UnitChoice): string | undefined {
  const { title, of, say, none = 'none' } = weighed;
  const [was, is] = [of(before), of(after)];
  if ((was === null) === (is === null)) return undefined;
  const where = `${capital(title)}${sayAt(weighed, after)}`;
  return was === null
    ? `${where}: ${none} ${ARROW} ${say(is!, units)}`
    : `${where}: ${say(was, units)} ${ARROW} ${none}`;
}

/**
 * What a change does to an engine, each figure with both values and its condition.
 * @param before without the change @param after with it
 */
export function effectsBetween(before: Measures, after: Measures, units: UnitChoice = {}): Effects {
  const gains: string[] = [];
  const costs: string[] = [];
  const risks: string[] = [];
  const { come, go } = findingsBetween(before, after);
  if (go.length > 0) gains.push(`No longer found: ${listed(go)}`);
  if (come.length > 0) risks.push(`New: ${listed(come)}`);
  for (const weighed of WEIGHED) {
    const step = stepOf(weighed, before, after);
    if (step !== 0) (step > 0 ? gains : costs).push(sayFigure(weighed, before, after, units));
    const found = sayFound(weighed, before, after, units);
    if (found !== undefined) (weighed.of(before) === null ? gains : risks).push(found);
  }
  chances(before, after, gains, risks);
  margins(before, after, units, gains, risks);
  return { gains, costs, risks };
}

type Acted = Measures['acted'][number];
const keyOf = ({ rule, part }: Acted) => `${rule} ${part ?? ''}`;
const listed = (list: readonly Acted[]) => [...new Set(list.map((f) => f.title.toLowerCase()))].join(', ');

/** Findings to act on that come with a change, and those that it settles. */
export function findingsBetween(
  before: Pick<Measures, 'acted'>,
  after: Pick<Measures, 'acted'>,
): { readonly come: readonly Acted[]; readonly go: readonly Acted[] } {
  const [had, has] = [before, after].map((m) => new Set(m.acted.map(keyOf)));
  return {
    come: after.acted.filter((f) => !had!.has(keyOf(f))),
    go: before.acted.filter((f) => !has!.has(keyOf(f))),
  };
}

const ASPECT_WORDS: Readonly<Record<Verdict['aspects'][number]['aspect'], string>> = {
  supplied: 'every component supplied',
  cool: 'oil cool enough',
  drained: 'everything drains',
  pickup: 'pickup covered',
  filtered: 'filtered oil',
  safe: 'safe to build',
};

function chances(before: Measures, after: Measures, gains: string[], risks: string[]): void {
  after.verdict.aspects.forEach((aspect, i) => {
    const was = chanceOf(before.verdict.aspects[i]!, before.certainty);
    const is = chanceOf(aspect, after.certainty);
    if (was === undefined || is === undefined || Math.abs(is - was) < LEAST_CHANCE) return;
    const percent = (chance: number) => `${Math.round(100 * chance)} %`;
    (is > was ? gains : risks).push(
      `${capital(ASPECT_WORDS[aspect.aspect])}: ${percent(was)} ${ARROW} ${percent(is)} sure`,
    );
  });
}

/** Margins that shrink until they are near their limit, and those that grow from there. */
function margins(before: Measures, after: Measures, units: UnitChoice, gains: string[], risks: string[]): void {
  const was = new Map(before.margins.map((m) => [m.part, m.check]));
  for (const { part, name, check } of after.margins) {
    const old = was.get(part);
    if (!check || !old || old.quantity !== check.quantity || old.side !== check.side) continue;
    const shrinks = check.nearRatio < old.nearRatio - SHRINKS * Math.max(1, Math.abs(old.nearRatio));
    const grows = check.nearRatio > old.nearRatio + SHRINKS * Math.max(1, Math.abs(old.nearRatio));
    if ((!shrinks || check.nearRatio >= AT_RISK) && (!grows || old.nearRatio >= AT_RISK)) continue;
    const say = (si: number) => formatQuantity(si, check.quantity, units);
    (shrinks ? risks : gains).push(
      `${name}: margin to its ${check.side === 'low' ? 'minimum' : 'maximum'} ${say(old.margin)} ${ARROW} ${say(check.margin)}`,
    );
  }
}

/** Ids of the figures that a change makes better. */
export const gainedFigures = (before: Measures, after: Measures): readonly string[] =>
  WEIGHED.filter((w) => stepOf(w, before, after) > 0).map((w) => w.id);

/** A change of each figure, for steps that add up: what each step adds to it [SI]; null where there is no figure. */
export const addedBy = (before: Measures, after: Measures): readonly (number | null)[] =>
  WEIGHED.map(({ of }) => {
    const [was, is] = [of(before), of(after)];
    return was === null || is === null ? null : is - was;
  });
