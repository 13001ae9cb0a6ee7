import type { Issue } from '../project/issue';
import { kindOf, partSchema, type Part } from '../parts/part';
import { sensePort, onePlaceInside, PORTS, splitPortRef, waysThrough } from '../parts/ports';
import type { Circuit, Joint } from '../project/project';
import { fieldIssue } from '../project/fieldIssue';
import { sayIssue } from '../project/issue';
import { PortGroups } from '../plumbing/portGroups';
import type { Figure } from './figure';
import type { MoveDraft } from './move';

/** Why a move cannot be made, for the reader. */
export class MoveRefused extends Error {}

/** A part that a move brought, and where its column wants to stand. */
export interface Came {
  readonly id: string;
  readonly beside: string | undefined;
  /** `instead`: in the column of a part that goes. */
  readonly side: 'left' | 'right' | 'instead';
}

/** Where a move takes the ids of its parts from. */
export interface IdSource {
  /** Ids to give, in order: a move that is made again. Absent: they are made from names. */
  readonly gives?: readonly string[];
  /** Ids that are taken elsewhere in the project: none of them is made from a name. */
  readonly taken?: ReadonlySet<string>;
}

/**
 * A circuit while a move changes it: parts and joints are replaced, never changed in place, so what did not move stays
 * the same object.
 */
export class Workpiece {
  parts: readonly Part[];
  joints: readonly Joint[];
  /** Parts that came new, in the order of the oil, each with the part whose column it stands beside. */
  readonly came: Came[] = [];
  /** Ids that were given, in the order in which parts were made. */
  readonly gave: string[] = [];
  /** Ids of what the circuit has, and had before a part went. */
  private readonly had: Set<string>;

  constructor(
    circuit: Circuit,
    private readonly ids: IdSource = {},
  ) {
    this.parts = circuit.parts;
    this.joints = circuit.joints;
    this.had = new Set(circuit.parts.map((p) => p.id));
  }

  /** @throws MoveRefused where there is no such part */
  part(id: string): Part {
    const found = this.parts.find((p) => p.id === id);
    if (!found) throw new MoveRefused(`There is no part ${id} in this circuit.`);
    return found;
  }

  /** Checks that a port exists. @throws MoveRefused */
  port(ref: string): { readonly part: Part; readonly port: string } {
    const { part: id, port } = splitPortRef(ref);
    const part = this.part(id);
    if (!PORTS[part.kind].includes(port)) throw new MoveRefused(`${part.name} has no port ${port}.`);
    return { part, port };
  }

  groups(): PortGroups {
    return PortGroups.of({ parts: [...this.parts], joints: [...this.joints] });
  }

  /** Ports of other parts at the same place as this one. */
  neighbours(ref: string): string[] {
    const groups = this.groups();
    const own = groups.of(ref);
    const { part } = splitPortRef(ref);
    return this.parts
      .filter((p) => p.id !== part)
      .flatMap((p) => PORTS[p.kind].map((port) => `${p.id}.${port}`))
      .filter((other) => groups.of(other) === own);
  }

  /** Makes one place of two; nothing where they are one already. */
  join(from: string, to: string): void {
    if (from === to) return;
    this.joints = [...this.joints, { from, to }];
  }

  /** Ports that a joint reaches directly. */
  private joinedTo(ref: string): string[] {
    return this.joints.flatMap((j) => (j.from === ref ? [j.to] : j.to === ref ? [j.from] : []));
  }

  /**
   * Takes a port off its place; what it held together stays together.
   * @returns a port that stands for the place it left, or undefined where it stood alone
   */
  isolate(ref: string): string | undefined {
    const others = [...new Set(this.joinedTo(ref))];
    this.joints = this.joints.filter((j) => j.from !== ref && j.to !== ref);
    const [first, ...rest] = others;
    if (first === undefined) return undefined;
    const before = this.groups();
    for (const other of rest) if (before.of(other) !== before.of(first)) this.join(first, other);
    // A part that oil leaves names a place better than one that it enters.
    return others.find((other) => !/\.(in|back|return)$/.test(other)) ?? first;
  }

  /** Takes a part away with its joints, leaving what its ports held together together. */
  drop(id: string): void {
    const part = this.part(id);
    for (const port of PORTS[part.kind]) this.isolate(`${id}.${port}`);
    this.parts = this.parts.filter((p) => p.id !== id);
    this.parts = this.parts.map((p) => withoutSense(p, id));
  }

  replace(part: Part): void {
    this.parts = this.parts.map((p) => (p.id === part.id ? part : p));
  }

  /** Makes a part from a draft under a new id. @throws MoveRefused when the schema refuses it */
  make(draft: MoveDraft, beside: string | undefined, side: Came['side'] = 'right'): Part {
    const id = this.nextId(draft.name);
    const name = this.freshName(draft.name);
    const parsed = partSchema.safeParse({ ...draft, id, name }, { reportInput: true });
    if (!parsed.success)
      throw new MoveRefused(parsed.error.issues.map((issue) => sayIssue(fieldIssue(issue, undefined))).join(' '));
    this.parts = [...this.parts, parsed.data];
    this.came.push({ id, beside, side });
    return parsed.data;
  }

  /** Takes a part in as it is, with its own id. @throws MoveRefused where that is taken */
  take(part: Part): void {
    if (this.had.has(part.id)) throw new MoveRefused(`There is a part ${part.id} already.`);
    this.had.add(part.id);
    this.parts = [...this.parts, part];
    this.came.push({ id: part.id, beside: part.replaces, side: part.replaces === undefined ? 'right' : 'instead' });
  }

  /** Makes parts and joins them one behind the other. @returns the first inlet and the last part */
  chain(
    drafts: readonly MoveDraft[],
    beside: string | undefined,
    side: Came['side'] = 'right',
  ): { readonly last: Part; readonly inlet: string } {
    let last: Part | undefined;
    let first: Part | undefined;
    for (const draft of drafts) {
      const made = this.make(draft, last?.id ?? beside, last ? 'right' : side);
      if (last) this.join(outletOf(last), `${made.id}.in`);
      first ??= made;
      last = made;
    }
    if (!first || !last) throw new MoveRefused('There is nothing to fit.');
    return { last, inlet: `${first.id}.in` };
  }

  private nextId(name: string): string {
    const { gives } = this.ids;
    const id = gives ? gives[this.gave.length] : this.freshId(name);
    if (id === undefined) throw new MoveRefused(`It does not say which id ${name} gets.`);
    if (this.had.has(id)) throw new MoveRefused(`There is a part ${id} already.`);
    this.had.add(id);
    this.gave.push(id);
    return id;
  }

  private freshId(name: string): string {
    const stem = idFromName(name);
    let id = stem;
    for (let n = 2; this.had.has(id) || this.ids.taken?.has(id); n++) id = `${stem}${n}`;
    return id;
  }

  private freshName(name: string): string {
    const taken = new Set(this.parts.map((p) => p.name));
    let fresh = name;
    for (let n = 2; taken.has(fresh); n++) fresh = `${name} ${n}`;
    return fresh;
  }

  circuit(): Circuit {
    return { parts: [...this.parts], joints: [...this.joints] };
  }
}

/** The id that a part of a name gets where nothing else has it: "Take-off plate" is takeoffPlate. */
export function idFromName(name: string): string {
  const words = name
    .replace(/[^A-Za-z0-9 ]/g, '')
    .trim()
    .split(/\s+/)
    .filter(Boolean);
  const stem = words
    .map((w, i) => (i === 0 ? w.toLowerCase() : w[0]!.toUpperCase() + w.slice(1).toLowerCase()))
    .join('')
    .replace(/^[^A-Za-z]+/, '');
  return (stem || 'part').slice(0, 34);
}

/** Sets figures of a part that is checked later. @throws MoveRefused where the part has no such place */
export function withFiguresUnchecked(part: Part, figures: readonly Omit<Figure, 'part'>[]): Part {
  const copy = JSON.parse(JSON.stringify(part)) as Record<string | number, unknown>;
  for (const { path, value } of figures) {
    const holder = path
      .slice(0, -1)
      .reduce<unknown>((here, key) => (here as Record<string | number, unknown> | null | undefined)?.[key], copy);
    if (typeof holder !== 'object' || holder === null)
      throw new MoveRefused(`${part.name} has no ${path.slice(0, -1).join('.')} any more.`);
    if (value === undefined) Reflect.deleteProperty(holder, path.at(-1)!);
    else (holder as Record<string | number, unknown>)[path.at(-1)!] = value;
  }
  return copy as unknown as Part;
}

/** Sets figures of a part, all at once. @throws MoveRefused where the schema takes no such part */
export function withFigures(part: Part, figures: readonly Omit<Figure, 'part'>[]): Part {
  const parsed = partSchema.safeParse(withFiguresUnchecked(part, figures), { reportInput: true });
  if (!parsed.success)
    throw new MoveRefused(parsed.error.issues.map((issue) => sayIssue(fieldIssue(issue, undefined))).join(' '));
  return parsed.data;
}

function withoutSense(part: Part, id: string): Part {
  return sensePort(part)?.ref.startsWith(`${id}.`) ? kindOf(part).withoutSense!(part) : part;
}

/** The port that oil goes on from: what the part is there for. @throws MoveRefused for parts that end a line */
export function outletOf(part: Part): string {
  const { ports, outlet = 'out' } = kindOf(part);
  if (!ports.includes(outlet)) throw new MoveRefused(`${part.name} ends a line: nothing can be joined behind it.`);
  return `${part.id}.${outlet}`;
}

/** Groups that oil from a group can reach, following the parts' ways. */
export function downstream(parts: readonly Part[], groups: PortGroups, from: readonly string[]): ReadonlySet<string> {
  const reached = new Set<string>();
  const queue = [...from];
  for (let group = queue.pop(); group !== undefined; group = queue.pop()) {
    if (reached.has(group)) continue;
    reached.add(group);
    for (const part of parts)
      for (const [a, b] of waysThrough(part))
        if (groups.of(`${part.id}.${a}`) === group) queue.push(groups.of(`${part.id}.${b}`));
    for (const part of parts)
      for (const [a, b] of onePlaceInside(part))
        if (groups.of(`${part.id}.${a}`) === group) queue.push(groups.of(`${part.id}.${b}`));
  }
  return reached;
}

/** An issue as the reason why a move cannot be made: the sentence without the path in the file. */
export function reason(issue: Issue): string {
  return sayIssue(issue)
    .replace(/^circuit\.[a-z]+(\[\d+\])?[^:]*: /, '')
    .replace(/^./, (c) => c.toUpperCase());
}
