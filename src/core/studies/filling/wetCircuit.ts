import { actsAs, kindOf, type Part } from '../../document/parts/part';
import { isConsumer, isReservoir, isReturn, sensePort, splitPortRef, waysThrough } from '../../document/parts/ports';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { PortGroups } from '../../document/plumbing/portGroups';
import { tracePlumbing } from '../../document/plumbing/plumbing';
import type { Circuit, Joint } from '../../document/project/project';

/** Less than this is no volume to fill: the front passes at once [m³]. */
export const LEAST_VOLUME_M3 = 1e-8;
/** A line that has just begun to fill has this much of its length: a law needs some. */
const LEAST_SHARE = 0.02;

/** A part that oil has reached and has not filled. */
export interface Filling {
  readonly part: Part;
  /** Its share that is full, 0 to 1. */
  readonly share: number;
  /**
   * Place to which its air goes: one that already has oil, so that the air leaves against its pressure; undefined: the
   * open air.
   */
  readonly exit: string | undefined;
}

/** Places, ways and volumes of a circuit, for oil that advances through it. */
export class FillMap {
  readonly groups: PortGroups;
  readonly volumeM3: ReadonlyMap<string, number>;
  private readonly elevations: ReadonlyMap<string, number>;
  private readonly parts: readonly Part[];
  private readonly reservoir: Part & { readonly id: string };

  constructor(private readonly circuit: Circuit) {
    this.groups = PortGroups.of(circuit);
    this.parts = circuit.parts.filter((p) => !isReturn(p) && !isReservoir(p) && kindOf(p).place !== 'apart');
    this.volumeM3 = new Map(this.parts.map((p) => [p.id, Math.max(0, partVolumeM3(p))]));
    const traced = tracePlumbing(circuit);
    this.elevations = traced.ok ? traced.plumbing.elevations : new Map();
    this.reservoir = circuit.parts.find(isReservoir)!;
  }

  /**
   * Places that have oil: those of reservoirs, and those behind full parts.
   * @param full share of each part that is full
   */
  wetPlaces(full: ReadonlyMap<string, number>): ReadonlySet<string> {
    const wet = new Set<string>();
    for (const part of this.circuit.parts)
      if (isReservoir(part)) for (const port of kindOf(part).ports) wet.add(this.groups.of(`${part.id}.${port}`));
    for (let grew = true; grew;) {
      grew = false;
      for (const part of this.parts) {
        if (!this.isFull(part, full)) continue;
        for (const [from, to] of waysThrough(part)) {
          const [a, b] = [this.place(part, from), this.place(part, to)];
          if (!wet.has(a) || wet.has(b)) continue;
          wet.add(b);
          grew = true;
        }
      }
    }
    return wet;
  }

  isFull(part: Part, full: ReadonlyMap<string, number>): boolean {
    return (this.volumeM3.get(part.id) ?? 0) < LEAST_VOLUME_M3 || (full.get(part.id) ?? 0) >= 1;
  }

  /** Parts that oil enters and has not filled, with the place that their air goes to. */
  filling(full: ReadonlyMap<string, number>, wet: ReadonlySet<string>): readonly Filling[] {
    return this.parts
      .filter((p) => !this.isFull(p, full) && waysThrough(p).some(([from]) => wet.has(this.place(p, from))))
      .map((part) => ({ part, share: full.get(part.id) ?? 0, exit: this.exitOf(part, full, wet) }));
  }

  /**
   * The first place with oil downstream of a part, through parts that are not full; a fed part lets its air into the
   * crankcase.
   */
  private exitOf(part: Part, full: ReadonlyMap<string, number>, wet: ReadonlySet<string>): string | undefined {
    const seen = new Set<string>([part.id]);
    const open: Part[] = [part];
    for (let here = open.pop(); here; here = open.pop()) {
      if (isConsumer(here)) return undefined;
      for (const [, to] of waysThrough(here)) {
        const place = this.place(here, to);
        if (wet.has(place)) return this.isOpenAir(place) ? undefined : place;
        for (const next of this.parts)
          if (
            !seen.has(next.id) &&
            !this.isFull(next, full) &&
            waysThrough(next).some(([from]) => this.place(next, from) === place)
          ) {
            seen.add(next.id);
            open.push(next);
          }
      }
    }
    return undefined;
  }

  private isOpenAir(place: string): boolean {
    return this.circuit.parts.some(
      (p) => isReservoir(p) && kindOf(p).ports.some((port) => this.place(p, port) === place),
    );
  }

  private place(part: Part, port: string): string {
    return this.groups.of(`${part.id}.${port}`);
  }

  /**
   * The part of the circuit that has oil: full parts as they are, parts that fill with the resistance of their full
   * share and their outlet at the pressure that their air leaves against.
   *
   * @param pressurePa pressure of a place as it was last solved [Pa, gauge]
   */
  wetCircuit(
    full: ReadonlyMap<string, number>,
    wet: ReadonlySet<string>,
    filling: readonly Filling[],
    pressurePa: (place: string) => number,
  ): Circuit {
    const fills = new Map(filling.map((f) => [f.part.id, f]));
    const isWet = (p: Part) =>
      isReservoir(p) ||
      fills.has(p.id) ||
      (!isReturn(p) &&
        this.isFull(p, full) &&
        (kindOf(p).ports.length === 0 || kindOf(p).ports.some((port) => wet.has(this.place(p, port)))));
    const parts: Part[] = [];
    const ids = new Set<string>();
    for (const p of this.circuit.parts)
      if (isWet(p)) {
        parts.push(fills.has(p.id) ? partlyFull(p, fills.get(p.id)!.share) : p);
        ids.add(p.id);
      }
    const joints: Joint[] = [];
    for (const joint of this.circuit.joints) {
      const ends = [joint.from, joint.to].map(splitPortRef);
      if (!ends.every(({ part }) => ids.has(part))) continue;
      // The outlet of a part that fills ends at its air.
      if (
        ends.some(
          ({ part, port }) => fills.has(part) && waysThrough(fills.get(part)!.part).some(([, to]) => to === port),
        )
      )
        continue;
      joints.push(joint);
    }
    for (const { part, exit } of filling) {
      const air = airOf(part.id);
      const [, outlet] = waysThrough(part)[0]!;
      const place = this.place(part, outlet);
      parts.push({
        kind: 'tank',
        id: air,
        name: air,
        levelM: this.elevations.get(place) ?? 0,
        pressurePa: exit === undefined ? 0 : Math.max(0, pressurePa(exit)),
      } as Part);
      for (const port of new Set(waysThrough(part).map(([, to]) => to)))
        joints.push({ from: `${part.id}.${port}`, to: `${air}.return` });
    }
    // What falls out of a fed part falls into the sump, however many tanks stand for air.
    const joined = new Set(joints.flatMap(({ from, to }) => [from, to]));
    for (const p of parts)
      if (isConsumer(p) && !joined.has(`${p.id}.out`) && !fills.has(p.id))
        joints.push({ from: `${p.id}.out`, to: `${this.reservoir.id}.return` });
    return { parts: parts.map((p) => withoutLostSense(p, ids)), joints };
  }
}

/** The tank that stands for the air in front of a part's oil. */
export const airOf = (part: string): string => `air_${part}`.slice(0, 40);

/** A line with the length of its full share; other parts with that share of their resistance. */
function partlyFull(part: Part, share: number): Part {
  const s = Math.max(LEAST_SHARE, share);
  if (actsAs(part, 'line')) return part.lengthM > 0 ? { ...part, lengthM: part.lengthM * s, losses: [] } : part;
  if ('ratedPressureDropPa' in part && !isConsumer(part))
    return { ...part, ratedPressureDropPa: part.ratedPressureDropPa * s };
  return part;
}

/** A valve that senses where there is no oil yet senses at its own port. */
function withoutLostSense(part: Part, ids: ReadonlySet<string>): Part {
  const sense = sensePort(part);
  return sense && !ids.has(splitPortRef(sense.ref).part) ? (kindOf(part).withoutSense?.(part) ?? part) : part;
}
