import { z } from 'zod';
import type { Issue } from './issue';
import { migrate, type RawProject } from './migrations';
import { PORTS, splitPortRef, sensePort } from '../parts/ports';
import {
  inSeason,
  PROJECT_FORMAT,
  PROJECT_VERSION,
  projectSchema,
  rangeSchema,
  type Project,
  type Variant,
} from './project';

/** Larger files are refused unread: a project of 2000 parts takes about one MiB. */
export const LARGEST_FILE_BYTES = 8 * 1024 * 1024;
/** A broken file can break in a thousand places; the first ones tell enough. */
export const MOST_ISSUES = 12;

export type ReadResult =
  { readonly ok: true; readonly project: Project } | { readonly ok: false; readonly issues: readonly Issue[] };

const refused = (...issues: Issue[]): ReadResult => ({ ok: false, issues });

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
  if (typeof version === 'number' && version > PROJECT_VERSION)
    return refused({
      code: 'newerVersion',
      severity: 'refused',
      at: 'version',
      actual: version,
      limit: PROJECT_VERSION,
    });
  const parsed = projectSchema.safeParse(migrate(record), { reportInput: true });
  if (!parsed.success)
    return { ok: false, issues: parsed.error.issues.slice(0, MOST_ISSUES).map((issue) => fieldIssue(issue, record)) };
  const issues = [...referenceIssues(parsed.data)].slice(0, MOST_ISSUES);
  return issues.length > 0 ? { ok: false, issues } : { ok: true, project: parsed.data };
}

/** Path as a reader writes it: variants[0].circuit.parts[3].boreM. */
export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key)),
    '',
  );
}

/** A zod issue in our own words, with the name of the part it is in. */
export function fieldIssue(issue: z.core.$ZodIssue, root: unknown): Issue {
  const partName = nameOnPath(issue.path, root);
  return {
    code: 'field',
    severity: 'refused',
    at: pathText(issue.path),
    ...(partName ? { part: partName } : {}),
    detail: fieldDetail(issue),
  };
}

function nameOnPath(path: readonly PropertyKey[], root: unknown): string | undefined {
  let here: unknown = root;
  let name: string | undefined;
  for (const key of path) {
    here = (here as Record<PropertyKey, unknown> | undefined)?.[key];
    if (typeof here === 'object' && here !== null && 'id' in here && 'kind' in here) {
      const record = here as { id: unknown; name?: unknown };
      name = typeof record.name === 'string' ? record.name : String(record.id);
    }
  }
  return name;
}

function fieldDetail(issue: z.core.$ZodIssue): string {
  // Bounds of a quantity say themselves what is there, in its unit.
  if ((issue.code === 'too_big' || issue.code === 'too_small') && issue.message.startsWith('must be '))
    return issue.message;
  const given = 'input' in issue ? describe(issue.input) : '';
  switch (issue.code) {
    case 'invalid_type':
      return given === 'nothing'
        ? `a ${issue.expected} is needed, nothing is there`
        : `a ${issue.expected} is needed, ${given} is there`;
    case 'too_small':
      return sizeDetail(issue.inclusive ? 'at least' : 'greater than', issue.minimum, issue.input);
    case 'too_big':
      return sizeDetail(issue.inclusive ? 'at most' : 'less than', issue.maximum, issue.input);
    case 'unrecognized_keys':
      return `unknown field ${issue.keys.map((key) => `"${key}"`).join(', ')}; check the spelling`;
    case 'invalid_union':
      return issue.errors.length === 0 ? `this kind is not known: ${given}` : `none of the allowed forms fits ${given}`;
    case 'invalid_value':
      return `must be ${issue.values.map((value) => JSON.stringify(value)).join(' or ')}, ${given} is there`;
    case 'custom':
      return issue.message;
    case 'invalid_format':
      // A format that has a sentence of its own has it; the library's own words name its patterns.
      return issue.message.startsWith('Invalid ')
        ? `does not have the form that is asked for, ${given} is there`
        : issue.message;
    default:
      return `cannot be what it is: ${given}`;
  }
}

/** What a size must be: of a list its entries, of a text its letters. */
function sizeDetail(than: string, bound: number | bigint, input: unknown): string {
  if (Array.isArray(input)) return `must have ${than} ${bound} entries, ${input.length} are there`;
  if (typeof input === 'string') return `must have ${than} ${bound} letters, ${input.length} are there`;
  return `must be ${than} ${bound}, ${describe(input)} is there`;
}

function describe(input: unknown): string {
  if (input === undefined) return 'nothing';
  if (typeof input === 'string')
    return `the text ${JSON.stringify(input.length > 40 ? `${input.slice(0, 40)}…` : input)}`;
  if (typeof input === 'object') return input === null ? 'null' : Array.isArray(input) ? 'a list' : 'an object';
  return String(input);
}

/** What refers to something that is not there, or is there twice. */
export function* referenceIssues(project: Project): Generator<Issue> {
  if (!project.variants.some((v) => v.id === project.activeVariant))
    yield { code: 'unknownVariant', severity: 'refused', at: 'activeVariant', id: project.activeVariant };
  yield* duplicates(
    project.variants.map((v) => v.id),
    'variants',
  );
  for (const [index, variant] of project.variants.entries()) {
    yield* circuitIssues(variant, `variants[${index}].circuit`);
    if (variant.season && !rangeSchema.safeParse(inSeason(project, variant).range).success)
      yield {
        code: 'field',
        severity: 'refused',
        at: `variants[${index}].season`,
        detail: 'coldestOilK, the range’s fullSpeedFromK and hottestOilK must rise in this order',
      };
  }
}

function* duplicates(ids: readonly string[], at: string): Generator<Issue> {
  const seen = new Set<string>();
  for (const [index, id] of ids.entries()) {
    if (seen.has(id)) yield { code: 'duplicateId', severity: 'refused', at: `${at}[${index}].id`, id };
    seen.add(id);
  }
}

function* circuitIssues(variant: Variant, at: string): Generator<Issue> {
  const { parts, joints } = variant.circuit;
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
