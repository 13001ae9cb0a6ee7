import { runToEnd } from '../../foundations/runToEnd';
import { activeVariant, type Project, type Variant } from '../../document/project/project';
import { isBought } from '../../bench/items/item';
import { itemsOf } from '../../bench/items/itemList';
import { planJob } from '../../bench/plan/jobPlan';
import { chanceOfAll, isGoodEnough } from '../../judgement/verdict/verdict';
import { CircuitSolver } from '../../network/circuitSolver';
import { certaintyOf } from '../../studies/inputs/certainty';
import { judgeWhole, type Judged } from '../../studies/inputs/fullCheck';
import type { StudyCircuits } from '../../studies/job/studyCircuits';
import { judgeAims } from '../aims';
import { codeOf } from '../codeOf';
import { measure } from '../measures';
import type { Change } from './change';
import type { ChangeSet, Checked, Rated, Reply, Request, Task } from './fixSchema';
import { Screen } from './screen';
import { canJoin, spaceOf } from './space';
import { takenIn, tryChanges, withTrial, type Trial } from './trial';

const MOST_MARGIN = 10;
/** A score that differs by less is the same. */
const HELPS = 1e-3;

/** What a worker keeps of one search. */
class Search {
  readonly project: Project;
  readonly judged: Judged;
  readonly space: readonly Change[];
  readonly screen: Screen;
  private readonly taken: ReadonlySet<string>;
  private readonly variant: Variant;
  private readonly from: Variant;

  constructor(
    circuits: StudyCircuits,
    readonly request: Request,
  ) {
    this.project = circuits.project;
    this.variant = activeVariant(this.project);
    this.taken = takenIn(this.project);
    // A job to the engine as it is begins at that; its changes are a variant of their own.
    this.from = this.project.variants.find((v) => v.id === this.variant.basedOn) ?? this.variant;
    this.judged = runToEnd(judgeWhole(circuits.freshCircuit(), true));
    this.space = spaceOf(this.project, this.judged.findings, request);
    this.screen = new Screen(this.project, this.judged, (trial) => this.asVariant(trial), request.aims);
  }

  trial(set: ChangeSet): Trial | undefined {
    const changes = set.map((i) => this.space[i]!);
    if (changes.some((a, i) => changes.slice(i + 1).some((b) => !canJoin(a, b)))) return undefined;
    const trial = tryChanges(this.variant.circuit, changes, this.taken);
    // What adds to a place comes after what takes from it: the other way round where it cannot be made so.
    return trial ?? tryChanges(this.variant.circuit, [...changes].reverse(), this.taken);
  }

  /** Minutes and items of the whole job that leads there. */
  work(trial: Trial): Pick<Rated, 'minutes' | 'items'> {
    const project = this.asVariant(trial);
    const to = activeVariant(project);
    return {
      minutes: planJob(project, this.from, to).plannedMin,
      items: itemsOf(project, to, this.from).filter(isBought).length,
    };
  }

  /** The variant as a variant of its own, so that its job begins at the engine as it is. */
  asVariant(trial: Trial): Project {
    const project = withTrial(this.project, trial);
    const to: Variant = { ...activeVariant(project), id: TRIED, basedOn: this.from.id };
    return { ...project, variants: [...this.project.variants, to], activeVariant: TRIED };
  }
}
/** The id of what is tried: no file has it. */
const TRIED = 'tried';

const searchOf = (circuits: StudyCircuits, request: Request): Search =>
  circuits.kept(`fix ${JSON.stringify(request)}`, () => new Search(circuits, request));

/** Does one task of a search. */
export function fixWork(circuits: StudyCircuits, task: Task): Reply {
  const search = searchOf(circuits, task.request);
  switch (task.kind) {
    case 'base':
      return base(search);
    case 'singles':
      return singles(search, task.from, task.to);
    case 'sets':
      return sets(search, task.sets);
    case 'reveal':
      return { kind: 'reveal', failing: task.sets.map((set) => failingWith(search, set)) };
    case 'check':
      return { kind: 'check', checked: checkSet(search, task.set) };
    case 'way':
      return wayOf(search, task.set);
  }
}

function base(search: Search): Reply {
  const checked = checkSet(search, []);
  const measures = measure(search.project, activeVariant(search.project).basedOn, true)!;
  const none = search.trial([])!;
  const failing = [...search.screen.screen(none, true).scores].filter(([, s]) => s < 0).map(([key]) => key);
  // What the screen does not see is a failing thing too: a change that touches its part may help it.
  const seen = new Set(failing.map((key) => key.split(' ').at(-1)));
  const unseen = checked.fails.filter((f) => !SCREENED.has(f.rule) && !seen.has(f.part ?? '')).map(unseenKey);
  return {
    kind: 'base',
    checked,
    measures,
    failing: [...failing, ...unseen],
    labels: search.space.map((c) => c.label),
    slots: search.space.map((c) => c.slot),
  };
}

/** Rules that the screen holds a circuit to itself. */
const SCREENED: ReadonlySet<string> = new Set([
  'supply',
  'gravityDrain',
  'oilHot',
  'hotPlaces',
  'pickup',
  'openPorts',
  'unfilteredFeed',
  'surroundings',
]);
const UNSEEN = 'unseen';
const unseenKey = ({ rule, part }: { readonly rule: string; readonly part: string | null }) =>
  `${UNSEEN} ${rule} ${part ?? ''}`;

function rate(search: Search, set: ChangeSet, trial: Trial, screened: ReturnType<Screen['screen']>): Rated[] {
  const { marginBound, hottestK } = screened;
  const work = search.work(trial);
  const { mostMinutes } = search.request;
  return mostMinutes !== null && work.minutes > mostMinutes ? [] : [{ set, ...work, marginBound, hottestK }];
}

function singles(search: Search, from: number, to: number): Reply {
  const none = search.screen.screen(search.trial([])!, true);
  const unseen = checkSet(search, []).fails.filter((f) => !SCREENED.has(f.rule));
  const possible: number[] = [];
  const rated: Rated[] = [];
  const helpers: Extract<Reply, { kind: 'singles' }>['helpers'] = [];
  for (let index = from; index < to; index++) {
    const trial = search.trial([index]);
    if (!trial) continue;
    possible.push(index);
    const screened = search.screen.screen(trial, true);
    if (screened.passes) rated.push(...rate(search, [index], trial, screened));
    // A thing that is gone fails no more.
    const score = (key: string) => screened.scores.get(key) ?? 1;
    const change = search.space[index]!;
    const touched = unseen.filter((f) => f.part !== null && change.parts.includes(f.part));
    const helps = [
      ...[...none.scores].filter(([key, was]) => score(key) > was + HELPS).map(([key]) => ({ key, score: score(key) })),
      ...touched.map((f) => ({ key: unseenKey(f), score: 0 })),
    ];
    if (helps.length > 0) helpers.push({ index, helps });
  }
  return { kind: 'singles', possible, rated, helpers };
}

/** What fails with some changes made, by the screen. */
function failingWith(search: Search, set: ChangeSet): string[] {
  const trial = search.trial(set);
  return trial ? [...search.screen.screen(trial, true).scores].filter(([, s]) => s < 0).map(([key]) => key) : [];
}

function sets(search: Search, list: readonly ChangeSet[]): Reply {
  const rated: Rated[] = [];
  let tried = 0;
  for (const set of list) {
    const trial = search.trial(set);
    if (!trial) continue;
    tried++;
    const screened = search.screen.screen(trial);
    if (screened.passes) rated.push(...rate(search, set, trial, screened));
  }
  return { kind: 'sets', tried, rated };
}

/** The full check: range, drives, drains, pickup, every rule that decides; where it holds, how sure; and the aims. */
function checkSet(search: Search, set: ChangeSet): Checked {
  const trial = search.trial(set);
  const nothing = { set, ok: false, fails: [], unmet: [], chance: null, margin: -MOST_MARGIN, hottestK: null };
  if (!trial) return nothing;
  const project = search.asVariant(trial);
  const made = CircuitSolver.of(project);
  if (!made.ok) return nothing;
  const judged = set.length === 0 ? search.judged : runToEnd(judgeWhole(made.circuit, true));
  const { verdict, sweep, findings } = judged;
  const fails = findings
    .filter((f) => f.is === 'fails' && f.waived === null)
    .map(({ rule, part, title, what, figures }) => ({ rule, part, title, what, figures }));
  const holds = fails.length === 0 && verdict.unsolved === 0;
  const open = { ...made.circuit.project, activeVariant: made.circuit.variant.id };
  const certainty = holds ? runToEnd(certaintyOf(open, verdict)) : null;
  const isGood = holds && isGoodEnough(verdict, certainty);
  const unmet = isGood && search.request.aims.length > 0 ? unmetOf(search, project) : [];
  return {
    set,
    ok: isGood && unmet.length === 0,
    fails,
    unmet,
    chance: certainty && chanceOfAll(verdict, certainty),
    margin: Math.min(MOST_MARGIN, ...sweep.consumers.map((c) => c.worst?.decisive?.nearRatio ?? MOST_MARGIN)),
    hottestK: verdict.hottest?.sumpK ?? null,
  };
}

function unmetOf(search: Search, project: Project): string[] {
  const { aims } = search.request;
  const measures = measure(
    project,
    activeVariant(project).basedOn,
    aims.some((a) => a.kind === 'sure'),
  );
  if (!measures) return aims.map((a) => a.kind);
  return judgeAims(aims, { measures, code: codeOf(project, aims) })
    .filter((a) => a.met === false)
    .map((a) => a.aim.kind);
}

function wayOf(search: Search, set: ChangeSet): Reply {
  const trial = search.trial(set)!;
  const project = search.asVariant(trial);
  const changes = set.map((i) => search.space[i]!);
  return {
    kind: 'way',
    set,
    changes,
    measures: measure(project, activeVariant(project).basedOn, true)!,
    without: set.map((i) => ({
      label: search.space[i]!.label,
      fails: checkSet(
        search,
        set.filter((j) => j !== i),
      ).fails,
    })),
  };
}
