import { dashBoreM } from '../../foundations/units/boreSizes';
import { entryFor } from '../../document/parts/catalogue';
import { actsAs, type Part, type PartOf } from '../../document/parts/part';
import { splitPortRef } from '../../document/parts/ports';
import type { HoseEnd, HoseNote, HoseState } from '../../document/project/bench';
import type { Circuit, Variant } from '../../document/project/project';
import { PortGroups } from '../../document/plumbing/portGroups';
import { isBolted } from '../bolted';
import { perVariant } from '../perVariant';
import { isPushedReturn } from '../../document/plumbing/drainEnd';
import { portWords } from '../portWords';
import { cutLength, type HoseCut } from './cutLength';
import { endsOfLosses, isBent } from './hoseEnd';
import { RETURN_WORDS, returnEndOf } from './returnEnd';

const MM = 1e-3;

/** What a hose carries: it decides how it is built and what is asked of it. */
export type HoseDuty = 'pressure' | 'suction' | 'drain' | 'coolant';
export type HoseConstruction = NonNullable<HoseNote['construction']>;

/** One end of a hose, where it goes. */
export interface HoseEndAt {
  readonly port: string;
  /** The port that it is joined to; undefined: open. */
  readonly mate: string | undefined;
  /** As people say it: "Nose cooler, lower port". */
  readonly place: string;
  readonly end: HoseEnd;
  readonly mount: 'engine' | 'frame';
}

/** A hose of the cut list. */
export interface Hose {
  /** Key of what a person adds: the part's id; of a hose that the circuit has not, its part's with the port. */
  readonly key: string;
  readonly name: string;
  readonly part: string;
  readonly duty: HoseDuty;
  readonly construction: HoseConstruction;
  readonly dash: number | undefined;
  readonly boreM: number;
  readonly from: HoseEndAt;
  readonly to: HoseEndAt;
  /** Along the route, seat to seat [m]; undefined: nobody has measured it and the circuit does not know it. */
  readonly routedM: number | undefined;
  readonly measuredBy: 'string' | 'tape' | 'circuit';
  /** Angle between two bent ends; null where one of them is straight and turns. */
  readonly clockingDeg: number | null;
  readonly cut: HoseCut | undefined;
  /** Length of the hose as it is now, after the last trim [m]. */
  readonly madeM: number | undefined;
  readonly clips: number;
  readonly sleeved: boolean;
  readonly state: HoseState;
  readonly note: HoseNote;
}

/** Braided rubber shrinks by up to 4 % under pressure; PTFE hardly moves. @source common practice, no source */
const SLACK_SHARE: Readonly<Record<HoseConstruction, number>> = {
  rubberBraid: 0.035,
  ptfeBraid: 0.01,
  rubberPlain: 0.02,
  suction: 0.01,
};
/** Between the engine on its mounts and the frame. @source common practice, no source: 20 to 40 mm */
const ENGINE_MOVEMENT_M = 30 * MM;
/** Left on, so that the hose can be offered up and trimmed. @source common practice, no source */
const TRIM_M = 15 * MM;
/** One clip every 300 to 450 mm, and one within 100 mm of a bend. @source common practice, no source */
const CLIP_EVERY_M = 0.4;

type Line = PartOf<'line'>;
type Drain = PartOf<'drain'>;

/**
 * The hoses of a variant, in the order of its parts: pressure and suction hoses, drains, and the coolant hoses of a
 * coolant-fed cooler. Everything but what a person added is derived from the circuit.
 */
export const hosesOf = perVariant((variant): readonly Hose[] => {
  const { circuit, bench } = variant;
  const look = new Surroundings(circuit);
  const letters = nextLetter();
  return circuit.parts.flatMap((part): Hose[] => {
    if (actsAs(part, 'line') && part.form === 'hose')
      return [lineHose(look, part, bench?.hoses?.[part.id] ?? {}, letters)];
    if (actsAs(part, 'drain'))
      return [drainHose(look, part, bench?.hoses?.[part.id] ?? {}, letters, isPushedReturn(circuit, part))];
    if (actsAs(part, 'scavenge'))
      return (['in', 'out'] as const).flatMap((side) =>
        look.isBare(part, side)
          ? [scavengeHose(look, part, side, bench?.hoses?.[`${part.id} ${side}`] ?? {}, letters)]
          : [],
      );
    if (actsAs(part, 'cooler') && part.medium === 'liquid' && part.coolantLooped !== true)
      return (['in', 'out'] as const).map((side) =>
        coolantHose(part, side, bench?.hoses?.[`${part.id} coolant ${side}`] ?? {}, letters),
      );
    return [];
  });
});

/** A, B, … Z, AA: what a hose's label says. */
function nextLetter(): () => string {
  let n = 0;
  return () => {
    const i = n++;
    const letter = String.fromCharCode(65 + (i % 26));
    return i < 26 ? letter : `${String.fromCharCode(64 + Math.floor(i / 26))}${letter}`;
  };
}

/** What a hose's ends are joined to. */
class Surroundings {
  private readonly byId: ReadonlyMap<string, Part>;
  private readonly mates = new Map<string, string[]>();
  private readonly suction: ReadonlySet<string>;

  constructor(private readonly circuit: Circuit) {
    this.byId = new Map(circuit.parts.map((p) => [p.id, p]));
    for (const { from, to } of circuit.joints) {
      this.mates.set(from, [...(this.mates.get(from) ?? []), to]);
      this.mates.set(to, [...(this.mates.get(to) ?? []), from]);
    }
    this.suction = suctionParts(circuit);
  }

  isSuction(part: Part): boolean {
    return this.suction.has(part.id);
  }

  /** True where nothing of the circuit leads from a part's port to what it is joined to: its hose is the bench's. */
  isBare(part: Part, side: 'in' | 'out'): boolean {
    const mates = (this.mates.get(`${part.id}.${side}`) ?? []).map((ref) => this.partAt(ref).part);
    return (
      mates.length > 0 && mates.every((mate) => mate !== undefined && !actsAs(mate, 'drain') && !actsAs(mate, 'line'))
    );
  }

  /** Where a return goes in, in words; undefined where it ends elsewhere. */
  returnWords(part: Part): string | undefined {
    const end = returnEndOf(this.circuit, part);
    return end && RETURN_WORDS[end];
  }

  endAt(part: Part, side: 'in' | 'out', end: HoseEnd): HoseEndAt {
    const port = `${part.id}.${side}`;
    const near = (this.mates.get(port) ?? []).map((ref) => ({ ref, ...this.partAt(ref) }));
    const mate = near.find((n) => n.part && isBolted(n.part) && !actsAs(n.part, 'gauge')) ?? near[0];
    return {
      port,
      mate: mate?.ref,
      place: mate?.part ? portWords(mate.part, mate.port) : 'open',
      end,
      mount: mate?.part?.place?.mount ?? 'engine',
    };
  }

  private partAt(ref: string): { readonly part: Part | undefined; readonly port: string } {
    const { part, port } = splitPortRef(ref);
    return { part: this.byId.get(part), port };
  }
}

/** Parts between a reservoir and a pump. */
function suctionParts(circuit: Circuit): ReadonlySet<string> {
  const groups = PortGroups.of(circuit);
  const found = new Set<string>();
  const places = circuit.parts.filter((p) => actsAs(p, 'pump')).map((p) => groups.of(`${p.id}.in`));
  const seen = new Set(places);
  for (let place = places.pop(); place !== undefined; place = places.pop())
    for (const part of circuit.parts) {
      if (
        (!actsAs(part, 'line') && !actsAs(part, 'fitting') && !actsAs(part, 'pickup')) ||
        groups.of(`${part.id}.out`) !== place
      )
        continue;
      found.add(part.id);
      const before = groups.of(`${part.id}.in`);
      if (!seen.has(before)) {
        seen.add(before);
        places.push(before);
      }
    }
  return found;
}

const clocking = (note: HoseNote, from: HoseEnd, to: HoseEnd): number | null =>
  isBent(from) && isBent(to) ? (note.clockingDeg ?? 0) : null;

/** The part of a hose that follows from its note and its ends alone. */
function measures(
  note: HoseNote,
  construction: HoseConstruction,
  from: HoseEndAt,
  to: HoseEndAt,
  circuitM: number | undefined,
): Pick<Hose, 'routedM' | 'measuredBy' | 'clockingDeg' | 'cut' | 'madeM' | 'clips' | 'state' | 'note'> {
  const routedM = note.measuredM ?? circuitM;
  const measuredBy = note.measuredM === undefined ? 'circuit' : (note.measuredBy ?? 'tape');
  const moves = from.mount !== to.mount;
  return {
    routedM,
    measuredBy,
    clockingDeg: clocking(note, from.end, to.end),
    cut:
      routedM === undefined
        ? undefined
        : cutLength(routedM, measuredBy, from.end, to.end, {
            slackShare: note.slackShare ?? SLACK_SHARE[construction],
            movementM: note.movementM ?? (moves ? ENGINE_MOVEMENT_M : 0),
            trimM: note.trimM ?? TRIM_M,
          }),
    madeM: note.trimmedM?.at(-1),
    clips: note.clips ?? (routedM === undefined ? 0 : Math.max(0, Math.ceil(routedM / CLIP_EVERY_M) - 1)),
    state: note.state ?? 'toMeasure',
    note,
  };
}

function lineHose(look: Surroundings, part: Line, note: HoseNote, letter: () => string): Hose {
  const isSuction = look.isSuction(part);
  const construction = note.construction ?? (isSuction ? 'suction' : 'rubberBraid');
  const losses = endsOfLosses(part);
  const from = look.endAt(part, 'in', note.ends?.in ?? losses.in);
  const to = look.endAt(part, 'out', note.ends?.out ?? losses.out);
  return {
    key: part.id,
    name: note.label ?? letter(),
    part: part.id,
    duty: isSuction ? 'suction' : 'pressure',
    construction,
    dash: part.dash ?? nearestDash(part.boreM),
    boreM: part.boreM,
    from,
    to,
    sleeved: part.place?.sleeved === true,
    ...measures(note, construction, from, to, part.lengthM > 0 ? part.lengthM : undefined),
  };
}

/** A return hose: pushed over tails where its oil falls, with ends that hold where pressure pushes it on. */
function drainHose(look: Surroundings, part: Drain, note: HoseNote, letter: () => string, isPushed: boolean): Hose {
  const construction = note.construction ?? (isPushed ? 'rubberBraid' : 'rubberPlain');
  const usual: HoseEnd = { style: isPushed ? 'reusable' : 'tail', angleDeg: 0 };
  const from = look.endAt(part, 'in', note.ends?.in ?? usual);
  const end = look.endAt(part, 'out', note.ends?.out ?? usual);
  const to = { ...end, place: look.returnWords(part) ?? end.place };
  return {
    key: part.id,
    name: note.label ?? letter(),
    part: part.id,
    duty: 'drain',
    construction,
    // What is pushed over tails is sold by its bore.
    dash: usual.style === 'tail' && note.ends === undefined ? undefined : nearestDash(part.boreM),
    boreM: part.boreM,
    from,
    to,
    sleeved: part.place?.sleeved === true,
    ...measures(note, construction, from, to, part.lengthM),
  };
}

/** A hose between a scavenge pump and what it empties, or where it pumps to: the circuit joins the two without one. */
function scavengeHose(
  look: Surroundings,
  part: PartOf<'scavenge'>,
  side: 'in' | 'out',
  note: HoseNote,
  letter: () => string,
): Hose {
  const construction = note.construction ?? (side === 'in' ? 'suction' : 'rubberBraid');
  const straight: HoseEnd = { style: 'reusable', angleDeg: 0 };
  const dash = Number(/\d+$/.exec(entryFor(part)?.threads?.[side] ?? '')?.[0] ?? SCAVENGE_DASH);
  // What stands at the pump's port, and what the pump stands at.
  const other = look.endAt(part, side, straight);
  const pump: HoseEndAt = {
    port: `${part.id}.${side}`,
    mate: other.mate,
    place: portWords(part, side),
    end: (side === 'in' ? note.ends?.out : note.ends?.in) ?? straight,
    mount: part.place?.mount ?? 'engine',
  };
  const far = {
    ...other,
    place: (side === 'out' ? look.returnWords(part) : undefined) ?? other.place,
    end: (side === 'in' ? note.ends?.in : note.ends?.out) ?? straight,
  };
  const [from, to] = side === 'in' ? [far, pump] : [pump, far];
  return {
    key: `${part.id} ${side}`,
    name: note.label ?? letter(),
    part: part.id,
    duty: side === 'in' ? 'suction' : 'drain',
    construction,
    dash,
    boreM: dashBoreM(dash) ?? 0,
    from,
    to,
    sleeved: part.place?.sleeved === true,
    ...measures(note, construction, from, to, undefined),
  };
}
const SCAVENGE_DASH = 12;

/** Usual bore of a coolant hose. @source engineering judgement */
const COOLANT_BORE_M = 16 * MM;

function coolantHose(part: PartOf<'cooler'>, side: 'in' | 'out', note: HoseNote, letter: () => string): Hose {
  const construction = note.construction ?? 'rubberPlain';
  const tail: HoseEnd = { style: 'tail', angleDeg: 0 };
  const at = (place: string, mount: 'engine' | 'frame', own?: HoseEnd): HoseEndAt => ({
    port: `${part.id}.coolant`,
    mate: undefined,
    place,
    end: own ?? tail,
    mount,
  });
  const engine = at('engine, coolant', 'engine', side === 'in' ? note.ends?.in : note.ends?.out);
  const cooler = at(
    `${part.name}, coolant ${side === 'in' ? 'inlet' : 'outlet'}`,
    part.place?.mount ?? 'engine',
    side === 'in' ? note.ends?.out : note.ends?.in,
  );
  const [from, to] = side === 'in' ? [engine, cooler] : [cooler, engine];
  return {
    key: `${part.id} coolant ${side}`,
    name: note.label ?? letter(),
    part: part.id,
    duty: 'coolant',
    construction,
    dash: undefined,
    boreM: COOLANT_BORE_M,
    from,
    to,
    sleeved: false,
    ...measures(note, construction, from, to, undefined),
  };
}

const DASHES = [3, 4, 6, 8, 10, 12, 16, 20] as const;
/** A bore this near a size's is that size. */
const DASH_SHARE = 0.06;

/** The dash size whose hose has this bore; undefined where there is none. */
export function nearestDash(boreM: number): number | undefined {
  return DASHES.find((dash) => {
    const bore = dashBoreM(dash);
    return bore !== undefined && Math.abs(boreM / bore - 1) <= DASH_SHARE;
  });
}

/** Says a port as people say it at the bench, a hose by its letter: "hose C, second end". */
export function portNamer(variant: Variant): (ref: string) => string {
  const letters = new Map(hosesOf(variant).flatMap((h) => (h.key === h.part ? [[h.part, h.name] as const] : [])));
  const byId = new Map(variant.circuit.parts.map((p) => [p.id, p]));
  return (ref) => {
    const { part, port } = splitPortRef(ref);
    const letter = letters.get(part);
    if (letter !== undefined) return `hose ${letter}, ${port === 'in' ? 'first' : 'second'} end`;
    const found = byId.get(part);
    return found ? portWords(found, port) : ref;
  };
}
