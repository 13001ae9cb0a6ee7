import { halfFullCapacityM3S } from '../../physics/laws/gravityDrain';
import { branchOf, loopBetween, type Branch } from '../moves/branch';
import { makeOn } from '../moves/applyMove';
import type { Move, MoveDraft } from '../moves/move';
import { sizedDraft } from '../moves/sizedDraft';
import { downstream, MoveRefused } from '../moves/workpiece';
import { catalogueEntry } from '../parts/catalogue';
import { actsAs, type Part, type PartOf } from '../parts/part';
import { isReturn } from '../parts/ports';
import { PortGroups } from '../plumbing/portGroups';
import type { Circuit } from '../project/project';
import type { Job, JobAnswers, JobSite } from './job';

const MM = 1e-3;
/** Bores that drains are sold in [m]. @source common practice, no source */
const DRAIN_BORES_M = [16 * MM, 19 * MM, 22 * MM, 25 * MM] as const;
/** Oil with its foam needs this much room over what is counted. @source common practice, no source */
const DRAIN_MARGIN = 1.25;
const FOAM = 2;
/** Oil of a cool day just started [Pa·s]. @source engineering judgement */
const COOL_OIL_PAS = 0.1;
/** Oil, warm. @source engineering judgement */
export const OIL_KG_M3 = 870;
const ROUGHNESS_M = 5e-6;

/** A return by gravity: where it begins and ends over the crank, and how long it is on its way [m]. */
export interface Fall {
  readonly fromM: number;
  readonly toM: number;
  readonly lengthM: number;
  /** Oil that comes, without foam [m³/s]. */
  readonly flowM3S: number;
  readonly leastBoreM?: number;
}

/** A job while it is made: the circuit so far, its changes, and what it was told. */
export class JobWork {
  circuit: Circuit;
  readonly moves: Move[] = [];
  private readonly taken: Set<string>;

  constructor(
    readonly site: JobSite,
    private readonly job: Pick<Job, 'questions'>,
    private readonly answers: JobAnswers,
  ) {
    this.circuit = site.circuit;
    this.taken = new Set(site.taken);
  }

  /** Makes a change. @returns ids of the parts that it brought, in order @throws MoveRefused */
  make(move: Move): readonly string[] {
    const made = makeOn(this.circuit, move, { taken: this.taken });
    if (!made.ok) throw new MoveRefused(made.why);
    for (const id of made.gave) this.taken.add(id);
    this.circuit = made.circuit;
    this.moves.push(move);
    return made.gave;
  }

  refuse(why: string): never {
    throw new MoveRefused(why);
  }

  figure(id: string): number {
    const question = this.job.questions.find((q) => q.id === id && q.kind === 'figure');
    const answer = this.answers[id];
    if (typeof answer === 'number') return answer;
    return question?.kind === 'figure' ? question.usual(this.site, (other) => this.choice(other)) : 0;
  }

  choice(id: string): string {
    const question = this.job.questions.find((q) => q.id === id && q.kind === 'choice');
    const answer = this.answers[id];
    if (typeof answer === 'string') return answer;
    return question?.kind === 'choice' ? question.usual(this.site) : '';
  }

  /** A part of the catalogue as it is bought for this engine. */
  part(entry: string, own: object = {}): MoveDraft {
    const { circuit } = this;
    return {
      ...sizedDraft({ ...catalogueEntry(entry).part } as MoveDraft, { circuit, engine: this.site.engine }),
      ...own,
    };
  }

  /** A hose of the engine's main line. */
  mainHose(name: string, lengthM = this.figure('hoseM')): MoveDraft {
    return this.part('hose10', { name, lengthM });
  }

  /** A return hose that falls all the way, in the least bore that carries its oil half full on a cool day. */
  drain(name: string, { fromM, toM, lengthM, flowM3S, leastBoreM = 0 }: Fall): MoveDraft {
    const slope = (fromM - toM) / lengthM;
    const carries = (boreM: number) =>
      boreM >= leastBoreM &&
      halfFullCapacityM3S(boreM, slope, ROUGHNESS_M, OIL_KG_M3, COOL_OIL_PAS) >= DRAIN_MARGIN * FOAM * flowM3S;
    return this.part('drain', {
      name,
      boreM: DRAIN_BORES_M.find(carries) ?? DRAIN_BORES_M.at(-1)!,
      lengthM,
      profile: [
        { alongM: 0, heightM: fromM },
        { alongM: lengthM, heightM: toM },
      ],
    });
  }

  find<T extends Part>(is: (part: Part) => part is T): T | undefined {
    return this.circuit.parts.find(is);
  }

  /** The filter that all the oil goes through. @throws MoveRefused where there is none */
  filter(): PartOf<'filter'> {
    return this.find((p) => actsAs(p, 'filter')) ?? this.refuse('This engine has no full-flow filter.');
  }

  /** The line that feeds the bearings. @throws MoveRefused where it has none */
  gallery(): PartOf<'line'> {
    const lines = this.circuit.parts.filter((p) => actsAs(p, 'line'));
    return (
      lines.find((line) => line.form === 'gallery') ??
      lines.find((line) => line.id === 'gallery') ??
      this.refuse('This circuit has no main gallery to feed from.')
    );
  }

  relief(): PartOf<'relief'> {
    return this.find((p) => actsAs(p, 'relief')) ?? this.refuse('This circuit has no relief valve.');
  }

  turbo(): PartOf<'consumer'> {
    const isTurbo = (p: Part): p is PartOf<'consumer'> => actsAs(p, 'accessory') && p.duty === 'turbo';
    return this.find(isTurbo) ?? this.refuse('There is no turbo on this engine.');
  }

  /** The way from a tap to a part. @throws MoveRefused where it has no branch of its own */
  branch(part: Part): Branch {
    return (
      branchOf(this.circuit.parts, PortGroups.of(this.circuit), part) ??
      this.refuse(`${part.name} has no feed of its own.`)
    );
  }

  /** True where the oil at a port has not been through the filter's media. */
  isBeforeFilter(port: string): boolean {
    const groups = PortGroups.of(this.circuit);
    const { id } = this.filter();
    return !downstream(this.circuit.parts, groups, [groups.of(`${id}.out`)]).has(groups.of(port));
  }

  /** What carries a part's oil back. */
  drainOf(part: Part): Part | undefined {
    const groups = PortGroups.of(this.circuit);
    return this.circuit.parts.find((p) => isReturn(p) && groups.of(`${p.id}.in`) === groups.of(`${part.id}.out`));
  }

  /** The plate between whose ports a part hangs; undefined where it hangs on none. */
  plateOf(part: Part): PartOf<'plate'> | undefined {
    const groups = PortGroups.of(this.circuit);
    return this.circuit.parts
      .filter((p) => actsAs(p, 'plate'))
      .find((plate) => {
        const others = this.circuit.parts.filter((p) => p !== plate);
        const loop = loopBetween(others, groups, groups.of(`${plate.id}.away`), groups.of(`${plate.id}.back`));
        return loop?.includes(part);
      });
  }

  /** The hose that leads on from a part, or to it. */
  hoseAt(part: Part, side: 'before' | 'after'): PartOf<'line'> | undefined {
    const groups = PortGroups.of(this.circuit);
    const [own, other] = side === 'after' ? ['out', 'in'] : ['in', 'out'];
    return this.circuit.parts
      .filter((p) => actsAs(p, 'line'))
      .find((p) => p.form === 'hose' && groups.of(`${p.id}.${other}`) === groups.of(`${part.id}.${own}`));
  }

  /** Joints made otherwise, with no part new. */
  rejoin(cuts: readonly (readonly [string, string])[], joins: readonly (readonly [string, string])[]): void {
    const joint = ([from, to]: readonly [string, string]) => ({ from, to });
    this.make({ kind: 'plumbing', takes: [], makes: [], cuts: cuts.map(joint), joins: joins.map(joint) });
  }

  /** A port that a port is joined to. */
  neighbour(port: string): string | undefined {
    const joint = this.circuit.joints.find(({ from, to }) => from === port || to === port);
    return joint && (joint.from === port ? joint.to : joint.from);
  }

  /** An id that nothing has, made from another. */
  freshId(stem: string): string {
    const isTaken = (id: string) => this.taken.has(id) || this.circuit.parts.some((p) => p.id === id);
    let id = stem;
    for (let n = 2; isTaken(id); n++) id = `${stem}${n}`;
    this.taken.add(id);
    return id;
  }
}
