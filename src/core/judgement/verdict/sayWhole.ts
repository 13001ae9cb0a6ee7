import { capital } from '../../foundations/text';
import type { UnitChoice } from '../../foundations/units';
import type { Aspect } from '../audit/finding';
import { sayFinding } from '../audit/sayFinding';
import { chanceOf, gradeOf, gradeOfAll, type AspectVerdict, type Certainty, type Grade, type Verdict } from './verdict';

/** An aspect that holds, that fails, and that is not known, in words. */
const WORDS: Readonly<Record<Aspect, { readonly holds: string; readonly fails: string; readonly unknown: string }>> = {
  supplied: { holds: 'supplied', fails: 'not supplied', unknown: 'supply not solved' },
  cool: { holds: 'cool', fails: 'too hot', unknown: 'temperature not solved' },
  drained: { holds: 'drained', fails: 'cannot drain', unknown: 'drains not described' },
  pickup: { holds: 'pickup covered', fails: 'pickup bare', unknown: 'pickup not measured' },
  filtered: { holds: 'filtered', fails: 'unfiltered oil', unknown: 'filtering not known' },
  safe: { holds: 'safe to build', fails: 'not safe to build', unknown: 'safety not known' },
};

/** What a certainty is of, where it is too close to call. */
const DOUBTED: Readonly<Record<Aspect, string>> = {
  supplied: 'supply',
  cool: 'oil temperature',
  drained: 'draining',
  pickup: 'pickup',
  filtered: 'filtering',
  safe: 'safety',
};

const percent = (chance: number) => `${Math.round(100 * Math.min(0.99, Math.max(0.01, chance)))} %`;

/** The verdict in words: a head, what decides it, and how sure it is. */
export interface SaidVerdict {
  readonly grade: Grade;
  readonly head: string;
  /** What decides it, with figure and limit; empty where nothing need be said. */
  readonly detail: string;
  /** "97 % sure", or that it is being computed; empty where it failed for certain. */
  readonly sure: string;
  /** What it was taken over. */
  readonly over: string;
}

/**
 * One verdict, the same words wherever it is read.
 * @param certainty null while it is computed
 */
export function sayWhole(verdict: Verdict, certainty: Certainty | null, units: UnitChoice = {}): SaidVerdict {
  const grade = gradeOfAll(verdict, certainty);
  const { aspects } = verdict;
  const graded = aspects.map((aspect) => {
    const chance = chanceOf(aspect, certainty);
    return { aspect, chance, grade: chance === undefined ? undefined : gradeOf(chance) };
  });
  const bad = graded.filter((g) => g.grade === 'bad');
  const close = graded.filter((g) => g.grade === 'close');
  const holds = graded.filter((g) => g.grade === 'ok' || g.grade === 'likely').map((g) => g.aspect);
  const decides = (bad.length > 0 ? bad : close)
    .map((g) => g.aspect)
    .sort((a, b) => Number(b.is === 'fails') - Number(a.is === 'fails'))[0];
  const more = aspects.reduce((sum, a) => sum + a.count, 0) - (decides?.count ? 1 : 0);
  return {
    grade,
    head: headOf(verdict, grade, { bad: bad.map((g) => g.aspect), close, holds }),
    detail: decides?.by
      ? `${sayFinding(decides.by, decides.by.what, units)}${more > 0 ? ` And ${more} more.` : ''}`
      : unsolvedOf(verdict),
    sure: sureOf(grade, verdict, certainty),
    over: `Whole operating range, ${verdict.conditions} conditions${
      verdict.drives.filter((d) => d !== '').length > 0 ? `; drives: ${verdict.drives.join(', ').toLowerCase()}` : ''
    }`,
  };
}

const unsolvedOf = ({ unsolved }: Verdict): string =>
  unsolved > 0 ? `${unsolved} conditions could not be solved.` : '';

/** The aspects in words, what is wrong first; what nobody measured heads it where the use is hard on the pan. */
function headOf(
  verdict: Verdict,
  grade: Grade,
  {
    bad,
    close,
    holds,
  }: {
    readonly bad: readonly AspectVerdict[];
    readonly close: readonly { readonly aspect: AspectVerdict; readonly chance: number | undefined }[];
    readonly holds: readonly AspectVerdict[];
  },
): string {
  const open = verdict.aspects
    .filter((a) => a.is === 'unknown' && (a.aspect !== 'pickup' || verdict.isPickupNeeded))
    .map((a) => WORDS[a.aspect].unknown);
  const quiet = verdict.aspects
    .filter((a) => a.is === 'unknown' && a.aspect === 'pickup' && !verdict.isPickupNeeded)
    .map((a) => WORDS[a.aspect].unknown);
  if (bad.length > 0) {
    const wrong = bad.map(
      (a) => `${WORDS[a.aspect].fails}${a.count > 1 && a.aspect === 'supplied' ? ` (${a.count})` : ''}`,
    );
    return capital([...wrong, ...open].join(', '));
  }
  if (grade === 'close')
    return `Too close to call: ${close.map((c) => `${DOUBTED[c.aspect.aspect]} ${percent(c.chance ?? 0)}`).join(', ')}`;
  const good = holds
    .filter((a) => a.aspect !== 'safe')
    .map((a) => WORDS[a.aspect].holds)
    .join(', ');
  const words =
    open.length > 0 ? `${capital(open.join(', '))}; ${good}` : `${grade === 'likely' ? 'Likely OK' : 'OK'}: ${good}`;
  return [words, ...quiet].join('; ');
}

function sureOf(grade: Grade, verdict: Verdict, certainty: Certainty | null): string {
  if (certainty === null) return 'computing how sure';
  if (grade === 'bad' || grade === 'unsolved' || grade === 'close') return '';
  const chances = verdict.aspects.flatMap((a) => {
    const chance = chanceOf(a, certainty);
    return chance === undefined ? [] : [chance];
  });
  const least = Math.min(...chances);
  return least >= 0.995 ? 'over 99 % sure' : `${percent(least)} sure`;
}

/** The same in one line, for a list. */
export function sayWholeBriefly(verdict: Verdict, certainty: Certainty | null): string {
  const { head, sure } = sayWhole(verdict, certainty);
  return sure === '' ? head : `${head} (${sure})`;
}
