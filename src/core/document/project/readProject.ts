import type { z } from 'zod';
import { fieldIssue } from './fieldIssue';
import type { Issue } from './issue';
import { migrate, type RawProject } from './migrations';
import { PORTS, splitPortRef, sensePort } from '../parts/ports';
import { deriveProject } from '../changes/deriveProject';
import { keptOf } from '../changes/keptOf';
import type { Part } from '../parts/part';
import { partFields } from '../parts/partFields';
import { PHYSICAL_BOUNDS, sayBeyond } from '../parts/physicalBounds';
import { chainOf, FILE_VERSION, keptProjectSchema, type KeptProject } from './keptProject';
import type { KeptLog } from './log';
import {
  PROJECT_FORMAT,
  projectSchema,
  rangeInSeason,
  rangeSchema,
  type Circuit,
  type OperatingRange,
  type Project,
  type Season,
  type Tolerance,
} from './project';

/** Larger files are refused unread: a project of 2000 parts takes about one MiB. */
export const LARGEST_FILE_BYTES = 8 * 1024 * 1024;
/** A broken file can break in a thousand places; the first ones tell enough. */
export const MOST_ISSUES = 12;

type Refused = { readonly ok: false; readonly issues: readonly Issue[] };
/** A project that was read: as it is kept, and as it is worked with. */
export type ReadResult = { readonly ok: true; readonly kept: KeptProject; readonly project: Project } | Refused;

const refused = (...issues: Issue[]): Refused => ({ ok: false, issues });

/**
 * Reads a project file's text.
 * @param text as read
 * @returns the project, or every reason why not (12 at most), with the field named
 */
export function readProjectText(text: string): ReadResult {
  // Length in UTF-16 units is at most the bytes, so nothing small is refused.
  if (text.length > LARGEST_FILE_BYTES) return refused(fileTooLarge(text.length));
  let raw: unknown;
  try {
    raw = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return refused({
      code: 'notJson',
      severity: 'refused',
      at: '',
      detail: error instanceof Error ? error.message : 'unreadable',
    });
  }
  return readProject(raw);
}

/** The issue for a file that is over the limit; for callers that know its size before reading it. */
export function fileTooLarge(actualBytes: number): Issue {
  return { code: 'fileTooLarge', severity: 'refused', at: '', actualBytes, limitBytes: LARGEST_FILE_BYTES };
}

/** Reads a parsed project: version, migration, schema, then what refers to what. */
export function readProject(raw: unknown): ReadResult {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return refused({ code: 'notAProject', severity: 'refused', at: '', detail: 'the file does not hold an object' });
  const record = raw as RawProject;
  if (record['format'] !== PROJECT_FORMAT)
    return refused({
      code: 'notAProject',
      severity: 'refused',
      at: 'format',
      detail: `"format" should be "${PROJECT_FORMAT}"`,
    });
  const version = record['version'];
  if (typeof version === 'number' && version > FILE_VERSION)
    return refused({ code: 'newerVersion', severity: 'refused', at: 'version', actual: version, limit: FILE_VERSION });
  if (version !== FILE_VERSION) {
    const read = readWhole(record);
    if (!read.ok) return read;
    const kept = keptOf(read.project);
    return { ok: true, kept, project: deriveProject(kept) };
  }
  const parsed = keptProjectSchema.safeParse(record, { reportInput: true });
  if (!parsed.success) return refused(...fieldIssues(parsed.error, record));
  const issues = [...keptIssues(parsed.data)].slice(0, MOST_ISSUES);
  if (issues.length > 0) return refused(...issues);
  return { ok: true, kept: parsed.data, project: deriveProject(parsed.data) };
}

/**
 * Reads a project whose variants hold their whole circuits: a file up to version 5, or what a worker is sent.
 */
export function readWhole(raw: unknown): { readonly ok: true; readonly project: Project } | Refused {
  const record = (raw ?? {}) as RawProject;
  const parsed = projectSchema.safeParse(migrate(record), { reportInput: true });
  if (!parsed.success) return refused(...fieldIssues(parsed.error, record));
  const issues = [...referenceIssues(parsed.data)].slice(0, MOST_ISSUES);
  return issues.length > 0 ? refused(...issues) : { ok: true, project: parsed.data };
}

const fieldIssues = (error: z.ZodError, record: RawProject): Issue[] =>
  error.issues.slice(0, MOST_ISSUES).map((issue) => fieldIssue(issue, record));

/** What refers to something that is not there, or is there twice. */
export function* referenceIssues(project: Project): Generator<Issue> {
  if (!project.variants.some((v) => v.id === project.activeVariant))
    yield { code: 'unknownVariant', severity: 'refused', at: 'activeVariant', id: project.activeVariant };
  yield* duplicates(
    project.variants.map((v) => v.id),
    'variants',
  );
  for (const [index, variant] of project.variants.entries()) {
    yield* circuitIssues(variant.circuit, `variants[${index}].circuit`);
    yield* seasonIssues(project.range, variant.season, `variants[${index}].season`);
    yield* toleranceIssues(variant.tolerances ?? [], variant.circuit.parts, `variants[${index}].tolerances`);
    yield* duplicates(idsOf(variant.bench?.rolls), `variants[${index}].bench.rolls`);
    yield* duplicates(idsOf(variant.bench?.plan?.own), `variants[${index}].bench.plan.own`);
  }
  yield* logIssues(project.log, 'log');
}

/**
 * The same of a project as it is kept. An act that can no longer be made is no fault of the file: it is kept, and the
 * user is told.
 */
export function* keptIssues(kept: KeptProject): Generator<Issue> {
  const ids = [kept.asItIs.id, ...kept.variants.map((v) => v.id)];
  for (const at of ['activeVariant', 'engineNow'] as const) {
    const id = kept[at];
    if (id !== undefined && !ids.includes(id)) yield { code: 'unknownVariant', severity: 'refused', at, id };
  }
  yield* duplicates(ids.slice(1), 'variants', [kept.asItIs.id]);
  yield* circuitIssues(kept.asItIs.circuit, 'asItIs.circuit');
  yield* seasonIssues(kept.range, kept.asItIs.season, 'asItIs.season');
  for (const [index, variant] of kept.variants.entries()) {
    if (!ids.includes(variant.basedOn))
      yield { code: 'unknownVariant', severity: 'refused', at: `variants[${index}].basedOn`, id: variant.basedOn };
    else if (chainOf(kept, variant.id)[0]?.basedOn !== kept.asItIs.id)
      yield { code: 'circleOfVariants', severity: 'refused', at: `variants[${index}].basedOn`, id: variant.basedOn };
    yield* duplicates(
      variant.acts.map((a) => a.id),
      `variants[${index}].acts`,
    );
    yield* seasonIssues(kept.range, variant.season, `variants[${index}].season`);
  }
  yield* toleranceIssues(kept.tolerances, kept.asItIs.circuit.parts, 'tolerances');
  yield* logIssues(kept.log, 'log');
  yield* duplicates(idsOf(kept.readings), 'readings');
  yield* duplicates(idsOf(kept.notes.rolls), 'notes.rolls');
  for (const [index, { plan }] of kept.jobs.entries()) yield* duplicates(idsOf(plan?.own), `jobs[${index}].plan.own`);
}

const idsOf = (of: readonly { readonly id: string }[] = []): string[] => of.map(({ id }) => id);

function* logIssues(log: KeptLog | undefined, at: string): Generator<Issue> {
  yield* duplicates(idsOf(log?.sessions), `${at}.sessions`);
  yield* duplicates(idsOf(log?.reminders), `${at}.reminders`);
}

/** Nothing lies further from what is stated than it can be at all. */
function* toleranceIssues(tolerances: readonly Tolerance[], parts: readonly Part[], at: string): Generator<Issue> {
  for (const [index, { part: id, path, plusMinus }] of tolerances.entries()) {
    const part = parts.find((p) => p.id === id);
    const field = part && partFields(part).find((f) => f.path.join('.') === path.join('.'));
    if (field?.input.kind !== 'number') continue;
    const { quantity } = field.input;
    const { most } = PHYSICAL_BOUNDS[quantity];
    const detail = sayBeyond('most', most, quantity, plusMinus);
    if (plusMinus > most) yield { code: 'field', severity: 'refused', at: `${at}[${index}].plusMinus`, detail };
  }
}

function* seasonIssues(range: OperatingRange, season: Season | undefined, at: string): Generator<Issue> {
  if (season && !rangeSchema.safeParse(rangeInSeason(range, season)).success)
    yield {
      code: 'field',
      severity: 'refused',
      at,
      detail: 'coldestOilK, the range’s fullSpeedFromK and hottestOilK must rise in this order',
    };
}

function* duplicates(ids: readonly string[], at: string, taken: readonly string[] = []): Generator<Issue> {
  const seen = new Set<string>(taken);
  for (const [index, id] of ids.entries()) {
    if (seen.has(id)) yield { code: 'duplicateId', severity: 'refused', at: `${at}[${index}].id`, id };
    seen.add(id);
  }
}

function* circuitIssues({ parts, joints }: Circuit, at: string): Generator<Issue> {
  yield* duplicates(
    parts.map((p) => p.id),
    `${at}.parts`,
  );
  const kindOf = new Map(parts.map((p) => [p.id, p.kind]));
  const check = function* (ref: string, where: string, joint?: string): Generator<Issue> {
    const of = joint === undefined ? {} : { joint };
    const { part, port } = splitPortRef(ref);
    const kind = kindOf.get(part);
    if (!kind) yield { code: 'unknownPart', severity: 'refused', at: where, ref, ...of };
    else if (!PORTS[kind].includes(port))
      yield { code: 'unknownPort', severity: 'refused', at: where, ref, ports: PORTS[kind], ...of };
  };
  for (const [index, joint] of joints.entries()) {
    const both = `${joint.from} to ${joint.to}`;
    yield* check(joint.from, `${at}.joints[${index}].from`, both);
    yield* check(joint.to, `${at}.joints[${index}].to`, both);
    if (joint.from === joint.to)
      yield { code: 'selfJoint', severity: 'refused', at: `${at}.joints[${index}]`, ref: joint.from };
  }
  for (const [index, part] of parts.entries()) {
    const sense = sensePort(part);
    if (sense) yield* check(sense.ref, `${at}.parts[${index}].${sense.field}`);
  }
}
