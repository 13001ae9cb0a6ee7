import type { z } from 'zod';
import type { Issue } from './issue';

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
