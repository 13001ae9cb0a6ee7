import { z } from 'zod';
import type { AuditContext } from '../audit/context';
import { ASPECTS, findingSchema, type Aspect, type Finding } from '../audit/finding';
import { isFound } from '../../heat/comingToRest';

const stateSchema = z.strictObject({ speedRevS: z.number(), oilTemperatureK: z.number() });

const aspectSchema = z.strictObject({
  aspect: z.enum(ASPECTS),
  is: z.enum(['fails', 'holds', 'unknown']),
  /** What decides it: the heaviest finding by which it fails, or the one by which it is not known. */
  by: findingSchema.nullable(),
  /** Findings by which it fails. */
  count: z.int(),
});

/** What a project's open variant comes to over its whole range and in the drives of its use. */
export const verdictSchema = z.strictObject({
  aspects: z.array(aspectSchema).length(ASPECTS.length),
  /** Conditions of the range that were solved for it, and those that could not be. */
  conditions: z.int(),
  unsolved: z.int(),
  components: z.int(),
  /** Drives of the use, by name, and the hottest of them, where a temperature was found. */
  drives: z.array(z.string()),
  hottest: z.strictObject({ drive: z.int(), sumpK: z.number(), limitK: z.number() }).nullable(),
  /** Findings by weight that nobody dismissed, and those that were. */
  critical: z.int(),
  toFix: z.int(),
  dismissed: z.int(),
  /** False where the use is so easy on the pan that nobody need measure it. */
  isPickupNeeded: z.boolean(),
  /** States at which the components are nearest to a limit: what certainty is drawn at. */
  binding: z.array(stateSchema),
});
export type Verdict = z.infer<typeof verdictSchema>;
export type AspectVerdict = Verdict['aspects'][number];

/** How sure a verdict is, by aspect: the chance that it holds; null where that is not known. */
export const certaintySchema = z.strictObject({
  chances: z.record(z.enum(ASPECTS), z.number().nullable()),
  samples: z.int(),
});
export type Certainty = z.infer<typeof certaintySchema>;

/** States that certainty is drawn at, at most: each costs a solve a sample. */
const MOST_BINDING = 5;

/**
 * The one verdict: each aspect fails by the findings that say so and that nobody has dismissed with a reason.
 * @param findings of the audit, heaviest first
 */
export function judgeVerdict(context: AuditContext, findings: readonly Finding[]): Verdict {
  const { sweep, drives } = context;
  const open = findings.filter((f) => f.waived === null);
  const count = (weight: Finding['weight']) => open.filter((f) => f.weight === weight).length;
  const aspects = ASPECTS.map((aspect): AspectVerdict => {
    const own = open.filter((f) => f.aspect === aspect);
    const failing = own.filter((f) => f.is === 'fails');
    const open1 = own.find((f) => f.is === 'unknown');
    if (failing[0]) return { aspect, is: 'fails', by: failing[0], count: failing.length };
    if (open1 || (aspect === 'supplied' && sweep.notConverged.length > 0))
      return { aspect, is: 'unknown', by: open1 ?? null, count: 0 };
    return { aspect, is: 'holds', by: null, count: 0 };
  });
  const heats = drives.use.flatMap((each, drive) => {
    const heat = context.balance(each)?.heat;
    return heat && isFound(heat.status) ? [{ drive, sumpK: heat.sumpK, limitK: heat.limitHotK }] : [];
  });
  return {
    aspects,
    conditions: sweep.states,
    unsolved: sweep.notConverged.length,
    components: sweep.consumers.length,
    drives: drives.use.map((d) => d.name ?? ''),
    hottest: heats.length === 0 ? null : heats.reduce((a, b) => (b.sumpK > a.sumpK ? b : a)),
    critical: count('stop'),
    toFix: count('mend'),
    dismissed: findings.length - open.length,
    isPickupNeeded: sweep.pickup.isNeeded,
    binding: bindingStates(context),
  };
}

/** Where components are nearest to a limit, the nearest first, each state once. */
function bindingStates({ sweep }: AuditContext): Verdict['binding'] {
  const worst = sweep.consumers
    .flatMap(({ worst: w }) => (w?.decisive ? [{ state: w.state, near: w.decisive.nearRatio }] : []))
    .sort((a, b) => a.near - b.near);
  const states = new Map(worst.map(({ state }) => [`${state.speedRevS} ${state.oilTemperatureK}`, state]));
  return [...states.values()].slice(0, MOST_BINDING);
}

/** How a verdict is called. @source thresholds: convention of this app */
export type Grade = 'ok' | 'likely' | 'close' | 'bad' | 'unsolved';
export const OK_FROM = 0.95;
export const LIKELY_FROM = 0.8;
export const CLOSE_FROM = 0.2;

/** @param chance that it holds */
export function gradeOf(chance: number): Exclude<Grade, 'unsolved'> {
  if (chance >= OK_FROM) return 'ok';
  if (chance >= LIKELY_FROM) return 'likely';
  return chance >= CLOSE_FROM ? 'close' : 'bad';
}

/** The chance that an aspect holds: as drawn, or as it stands until that is known; undefined where nothing is known. */
export function chanceOf({ aspect, is }: AspectVerdict, certainty: Certainty | null): number | undefined {
  const drawn = certainty?.chances[aspect];
  if (drawn !== null && drawn !== undefined) return drawn;
  return is === 'unknown' ? undefined : is === 'holds' ? 1 : 0;
}

/** The chance of the whole: its weakest aspect decides. */
export const chanceOfAll = (verdict: Verdict, certainty: Certainty | null): number =>
  Math.min(1, ...verdict.aspects.flatMap((a) => chanceOf(a, certainty) ?? []));

/** @returns the grade of the whole verdict */
export function gradeOfAll(verdict: Verdict, certainty: Certainty | null): Grade {
  const grade = gradeOf(chanceOfAll(verdict, certainty));
  const isOpen = verdict.aspects.some((a) => a.aspect === 'supplied' && a.is === 'unknown');
  return isOpen && grade !== 'bad' ? 'unsolved' : grade;
}

/** True where nothing is left to be fixed: certain or likely. */
export const isGoodEnough = (verdict: Verdict, certainty: Certainty | null): boolean => {
  const grade = gradeOfAll(verdict, certainty);
  return grade === 'ok' || grade === 'likely';
};

/** An aspect's finding by name, for who needs one. */
export const aspectOf = (verdict: Verdict, aspect: Aspect): AspectVerdict =>
  verdict.aspects.find((a) => a.aspect === aspect)!;
