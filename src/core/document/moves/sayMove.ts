import { KINDS } from '../kinds';
import type { Circuit } from '../project/project';
import { kindOf, type Part } from '../parts/part';
import { splitPortRef } from '../parts/ports';
import { assertNever } from '../../foundations/invariant';
import type { Move, MoveDraft } from './move';

const lower = (name: string) => (/^[A-Z][a-z]/.test(name) ? name[0]!.toLowerCase() + name.slice(1) : name);
const list = (drafts: readonly MoveDraft[]) => drafts.map((d) => lower(d.name)).join(', ');
/** The thing that matters of a chain: what it ends in, or what is not a line. */
const matter = (drafts: readonly MoveDraft[]) => drafts.findLast((d) => !KINDS[d.kind].isPipe)?.name ?? drafts[0]!.name;

const withArticle = (name: string) => `${/^[aeio]/.test(name) ? 'an' : 'a'} ${name}`;
/** A hose out, something, and a hose back. */
const isLoop = (drafts: readonly MoveDraft[]) =>
  drafts.length === 3 &&
  KINDS[drafts[0]!.kind].isPipe &&
  !KINDS[drafts[1]!.kind].isPipe &&
  KINDS[drafts[2]!.kind].isPipe;

/** Ports as people say them. */
const PORT_WORDS: Readonly<Record<string, string>> = {
  in: 'inlet',
  out: 'outlet',
  away: 'port to the cooler',
  back: 'port from the cooler',
  tap: 'tap',
  groove: 'groove',
  suction: 'pickup side',
  return: 'return',
  run: 'run',
  branch: 'branch',
  left: 'left branch',
  right: 'right branch',
  cooler: 'cooler port',
  bypass: 'bypass port',
};

export function sayPort(port: string): string {
  return PORT_WORDS[port] ?? port;
}

/** Names by circuit: a list of moves says them thousands of times. */
const namesOf = new WeakMap<readonly Part[], ReadonlyMap<string, string>>();
function namesIn({ parts }: Circuit): ReadonlyMap<string, string> {
  let names = namesOf.get(parts);
  if (!names) namesOf.set(parts, (names = new Map(parts.map((p) => [p.id, p.name]))));
  return names;
}

/** A move in plain words, as undo and the palette name it: "insert air cooler after Filter". */
export function sayMove(circuit: Circuit, move: Move): string {
  const nameOf = (id: string) => namesIn(circuit).get(id) ?? id;
  const at = (ref: string) => {
    const { part, port } = splitPortRef(ref);
    return { id: part, name: nameOf(part), port };
  };
  const place = (ref: string) => {
    const { name, port } = at(ref);
    return port === 'in' || port === 'return' || port === 'suction'
      ? name
      : port === 'out'
        ? `after ${name}`
        : `${name}, ${sayPort(port)}`;
  };
  switch (move.kind) {
    case 'insert': {
      const { name, port } = at(move.at);
      return `insert ${list(move.drafts)} ${port === 'in' ? 'before' : port === 'out' ? 'after' : `at the ${sayPort(port)} of`} ${name}`;
    }
    case 'fitLoop': {
      const { name, port } = at(move.at);
      const where = `${port === 'in' ? 'before' : 'after'} ${name}`;
      return `fit ${withArticle(lower(matter(move.drafts)))} with two hoses on ${withArticle(lower(move.plate.name))} ${where}`;
    }
    case 'tee':
      return `feed ${lower(matter(move.drafts))} from ${at(move.at).port === 'in' ? 'before' : at(move.at).port === 'out' ? 'after' : `the ${sayPort(at(move.at).port)} of`} ${at(move.at).name}`;
    case 'bridge':
      if (move.drafts.length === 0) return `join ${place(move.from)} to ${place(move.to)}`;
      return isLoop(move.drafts)
        ? `connect ${withArticle(lower(matter(move.drafts)))} with two hoses to ${nameOf(at(move.from).id)}`
        : `connect ${list(move.drafts)} between ${place(move.from)} and ${place(move.to)}`;
    case 'parallel':
      return `add ${list(move.drafts)} in parallel with ${nameOf(move.part)}`;
    case 'takeOut':
      return `remove ${nameOf(move.part)} and reconnect`;
    case 'removeAndBlank':
      return `remove ${nameOf(move.part)} and plug the ends`;
    case 'blank':
      return `plug the ${sayPort(at(move.port).port)} of ${at(move.port).name}`;
    case 'moveTap':
      return `move the tap of ${at(move.port).name} to ${place(move.to)}`;
    case 'returnTo':
      return `return ${nameOf(move.part)} to ${place(move.to)}`;
    case 'swap':
      return `replace ${nameOf(move.part)} with ${lower(move.draft.name) === lower(nameOf(move.part)) ? ('bypass' in move.draft && kindOf(move.draft).actsAs.includes('filter') ? `one ${move.draft['bypass'] ? 'with' : 'without'} a bypass valve` : 'another') : lower(move.draft.name)}`;
    case 'reverse':
      return `reverse in and out of ${nameOf(move.part)}`;
    case 'split':
      return `split ${nameOf(move.part)} into two`;
    case 'duplicate':
      return `duplicate the branch of ${nameOf(move.part)}`;
    case 'removeBranch':
      return `remove the branch of ${nameOf(move.part)}`;
    case 'set':
      return `${move.said} (${nameOf(move.part)})`;
    case 'plumbing':
      return saidPlumbing(move, nameOf);
    default:
      return assertNever(move);
  }
}

/** Parts that are named in a list; the rest is counted. */
const MOST_NAMED = 3;

function saidPlumbing({ takes, makes }: Extract<Move, { kind: 'plumbing' }>, nameOf: (id: string) => string): string {
  const some = (names: readonly string[]) =>
    names.length <= MOST_NAMED
      ? names.join(', ')
      : `${names.slice(0, MOST_NAMED).join(', ')} and ${names.length - MOST_NAMED} more`;
  const said = [
    ...(makes.length > 0 ? [`with ${some(makes.map((p) => p.name))}`] : []),
    ...(takes.length > 0 ? [`without ${some(takes.map(nameOf))}`] : []),
  ];
  return ['other plumbing', ...said].join(' ');
}
