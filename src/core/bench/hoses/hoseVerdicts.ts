import { wantedNearExhaust } from '../../judgement/nearExhaust';
import { actsAs } from '../../document/parts/part';
import { inSeason, type Circuit, type Project, type Variant } from '../../document/project/project';
import type { Hose } from './hoseList';

const MM = 1e-3;

/** What is wrong with a hose, or worth knowing. Figures in SI; `sayHoseVerdict` makes the sentence. */
export type HoseVerdict = { readonly weight: 'stop' | 'mend' | 'note' } & (
  | { readonly code: 'bend'; readonly bendM: number; readonly leastM: number }
  | { readonly code: 'tooLong' | 'tooShort'; readonly lengthM: number; readonly wantedM: number }
  | { readonly code: 'noRoom'; readonly takeUpM: number; readonly routedM: number }
  | { readonly code: 'exhaust'; readonly distanceM: number }
  | { readonly code: 'sleeve'; readonly distanceM: number }
  | { readonly code: 'noSlack'; readonly neededM: number }
  | { readonly code: 'collapse' }
  | { readonly code: 'pressure'; readonly highPa: number; readonly ratedPa: number }
  | { readonly code: 'temperature'; readonly hottestK: number; readonly ratedK: number }
  | { readonly code: 'narrowest'; readonly boreM: number; readonly at: string }
  | { readonly code: 'crossed'; readonly other: string }
  | { readonly code: 'existingTooShort'; readonly existingM: number; readonly neededM: number }
  | { readonly code: 'shortenExisting'; readonly byM: number }
  | { readonly code: 'open'; readonly end: 'from' | 'to' }
);

/** What the circuit was seen to do, at its worst. */
export interface WorstSeen {
  /** Highest pressure at a port over the reachable range [Pa]; undefined where it is not known. */
  highPa(port: string): number | undefined;
  /** Hottest oil [K]. */
  readonly hottestK: number;
}

/**
 * Least bend radius by dash size [m]; where a table gives a span, its larger end.
 * @source handbook values, from memory
 */
const LEAST_BEND_M: Readonly<Record<'rubber' | 'ptfe', Partial<Readonly<Record<number, number>>>>> = {
  rubber: { 4: 75 * MM, 6: 100 * MM, 8: 115 * MM, 10: 140 * MM, 12: 165 * MM, 16: 235 * MM },
  ptfe: { 4: 50 * MM, 6: 75 * MM, 8: 115 * MM, 10: 165 * MM, 12: 200 * MM, 16: 230 * MM },
};
/** A suction hose bends by half as much again, or it flattens. @source common practice, no source */
const SUCTION_BEND_FACTOR = 1.5;
/**
 * A finished hose longer or shorter than its route by more than this share, and more than this, rubs or pulls.
 * @source engineering judgement
 */
const LENGTH_SHARE = 0.04;
const LENGTH_LEAST_M = 12 * MM;
/** Least room that a hose wants between engine and frame. @source common practice, no source: 20 to 40 mm */
const LEAST_MOVEMENT_M = 20 * MM;

/** Least bend radius of a hose: from its data sheet, else typical of its size [m]. */
export function leastBendOf(hose: Hose, circuit: Circuit): number | undefined {
  const part = circuit.parts.find((p) => p.id === hose.part);
  const own = actsAs(part, 'line') ? part.leastBendM : undefined;
  const typical =
    hose.dash === undefined
      ? undefined
      : LEAST_BEND_M[hose.construction === 'ptfeBraid' ? 'ptfe' : 'rubber'][hose.dash];
  const radiusM = own ?? typical;
  return radiusM === undefined || own !== undefined || hose.duty !== 'suction'
    ? radiusM
    : radiusM * SUCTION_BEND_FACTOR;
}

/** What is wrong with each hose of a variant, the gravest first. */
export function hoseVerdicts(
  hoses: readonly Hose[],
  variant: Variant,
  seen?: WorstSeen,
): ReadonlyMap<string, readonly HoseVerdict[]> {
  return new Map(
    hoses.map((hose) => [
      hose.key,
      [
        ...routeVerdicts(hose, variant.circuit),
        ...lengthVerdicts(hose),
        ...ratingVerdicts(hose, variant.circuit, seen),
        ...likeVerdicts(hose, hoses),
      ].sort((a, b) => WEIGHT_ORDER.indexOf(a.weight) - WEIGHT_ORDER.indexOf(b.weight)),
    ]),
  );
}

const WEIGHT_ORDER = ['stop', 'mend', 'note'] as const;

function routeVerdicts(hose: Hose, circuit: Circuit): HoseVerdict[] {
  const part = circuit.parts.find((p) => p.id === hose.part);
  const bendM = actsAs(part, 'line') ? part.tightestBendM : undefined;
  const leastM = leastBendOf(hose, circuit);
  const distanceM = hose.note.exhaustDistanceM;
  const found: HoseVerdict[] = [];
  if (bendM !== undefined && leastM !== undefined && bendM < leastM)
    found.push({ code: 'bend', weight: 'mend', bendM, leastM });
  const wanted = wantedNearExhaust(distanceM, hose.sleeved);
  if (distanceM !== undefined && wanted)
    found.push({ code: wanted === 'anotherWay' ? 'exhaust' : 'sleeve', weight: 'stop', distanceM });
  if (hose.duty === 'suction' && hose.construction !== 'suction') found.push({ code: 'collapse', weight: 'mend' });
  for (const end of ['from', 'to'] as const)
    if (hose[end].mate === undefined && hose.duty !== 'coolant') found.push({ code: 'open', weight: 'mend', end });
  const narrow = narrowestBeside(hose, circuit);
  if (narrow) found.push(narrow);
  return found;
}

/** What a hose is joined to and is narrower than the hose itself: the smallest bore of the path that it is part of. */
function narrowestBeside(hose: Hose, circuit: Circuit): HoseVerdict | undefined {
  const beside = [hose.from.mate, hose.to.mate].flatMap((ref) => {
    const part = circuit.parts.find((p) => p.id === ref?.slice(0, ref.indexOf('.')));
    return part && 'boreM' in part && part.boreM < hose.boreM * 0.98 ? [part] : [];
  });
  const least = beside.sort((a, b) => a.boreM - b.boreM)[0];
  return least && { code: 'narrowest', weight: 'note', boreM: least.boreM, at: least.name };
}

function lengthVerdicts(hose: Hose): HoseVerdict[] {
  const { cut, routedM, madeM, note } = hose;
  if (!cut || routedM === undefined) return [];
  const found: HoseVerdict[] = [];
  if (cut.cutM === 0) found.push({ code: 'noRoom', weight: 'stop', takeUpM: cut.takeUpM, routedM });
  if (hose.from.mount !== hose.to.mount && cut.slackM < LEAST_MOVEMENT_M)
    found.push({ code: 'noSlack', weight: 'mend', neededM: LEAST_MOVEMENT_M });
  const roomM = Math.max(LENGTH_LEAST_M, LENGTH_SHARE * routedM);
  if (madeM !== undefined && madeM > cut.firstCutM + roomM)
    found.push({ code: 'tooLong', weight: 'mend', lengthM: madeM, wantedM: cut.cutM });
  // Shorter than the route less its slack pulls on the ends.
  if (madeM !== undefined && madeM < cut.cutM - cut.slackM)
    found.push({ code: 'tooShort', weight: 'stop', lengthM: madeM, wantedM: cut.cutM });
  if (note.existingM !== undefined && note.existingM < cut.cutM - cut.slackM)
    found.push({ code: 'existingTooShort', weight: 'mend', existingM: note.existingM, neededM: cut.cutM });
  else if (note.existingM !== undefined && note.existingM > cut.cutM)
    found.push({ code: 'shortenExisting', weight: 'note', byM: note.existingM - cut.cutM });
  return found;
}

function ratingVerdicts(hose: Hose, circuit: Circuit, seen: WorstSeen | undefined): HoseVerdict[] {
  const part = circuit.parts.find((p) => p.id === hose.part);
  const found: HoseVerdict[] = [];
  const pressures = [hose.from.port, hose.to.port].flatMap((port) => seen?.highPa(port) ?? []);
  const highPa = Math.max(...pressures);
  const ratedPa = part?.pressureRatingPa;
  if (hose.duty === 'pressure' && ratedPa !== undefined && pressures.length > 0 && highPa > ratedPa)
    found.push({ code: 'pressure', weight: 'stop', highPa, ratedPa });
  const ratedK = hose.note.temperatureRatingK;
  if (ratedK !== undefined && seen && hose.duty !== 'coolant' && seen.hottestK > ratedK)
    found.push({ code: 'temperature', weight: 'mend', hottestK: seen.hottestK, ratedK });
  return found;
}

/**
 * Two hoses of one size between the same two parts fit either way round: they are labelled, and joined one at a time.
 */
function likeVerdicts(hose: Hose, hoses: readonly Hose[]): HoseVerdict[] {
  const partOf = (ref: string | undefined) => ref?.slice(0, ref.indexOf('.'));
  const ends = (h: Hose) => new Set([partOf(h.from.mate), partOf(h.to.mate)].filter((id) => id !== undefined));
  const mine = ends(hose);
  const other = hoses.find(
    (h) =>
      h !== hose &&
      h.dash === hose.dash &&
      h.duty === hose.duty &&
      h.duty !== 'drain' &&
      [...ends(h)].filter((id) => mine.has(id)).length >= 2,
  );
  return other ? [{ code: 'crossed', weight: 'note', other: other.name }] : [];
}

/**
 * What the circuit was seen to do over the range.
 * @param highPa highest pressure at a port [Pa]; without it only the oil's temperature is known
 */
export const seenByRange = (
  project: Project,
  variant: Variant,
  highPa: WorstSeen['highPa'] = () => undefined,
): WorstSeen => ({ highPa, hottestK: inSeason(project, variant).range.hottestOilK });

/**
 * Highest pressure at a port, from the nodes of one solved state, which name their ports, and the sweep's extremes by
 * node.
 */
export function highByNodes(
  nodes: readonly { readonly ports: readonly string[] }[],
  nodeHighPa: readonly (number | null)[],
): WorstSeen['highPa'] {
  const byPort = new Map(
    nodes.flatMap(({ ports }, i) => ports.map((port) => [port, nodeHighPa[i] ?? undefined] as const)),
  );
  return (port) => byPort.get(port);
}
