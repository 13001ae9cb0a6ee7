import { hasAntiDrain } from '../../document/kinds/filter';
import { actsAs, type Part } from '../../document/parts/part';
import { isConsumer, isReservoir, placeOf } from '../../document/parts/ports';
import { gaugePort } from '../../document/plumbing/gaugePort';
import { tracePlumbing } from '../../document/plumbing/plumbing';
import { inSeason, type Project, type Variant } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import type { FillingAnswer, FillingRequest } from './fillingSchema';
import { airOf, FillMap, LEAST_VOLUME_M3, type Filling } from './wetCircuit';

/** Pressure from which a gauge is seen to move, and a warning lamp goes out. Common practice: 0.3 to 0.5 bar */
export const FIRST_PRESSURE_PA = 0.3e5;
/** No part fills by more than this share in a step at first; steps are halved until arrivals stay. */
const FIRST_SHARE = 0.4;
const MOST_HALVINGS = 4;
/** Arrivals that move by less than this share stay. */
const ARRIVAL_WITHIN = 0.01;
/** Longest step, so that a pressure that rises between two events is seen [s]. */
const LONGEST_STEP_S = 2;
const MOST_STEPS = 4000;
/** A part that lacks less than this share is full. */
const FULL_WITHIN = 1e-6;
/** A part that gets less than this does not fill [m³/s]. */
const LEAST_FLOW_M3S = 1e-9;

/**
 * How oil advances through empty lines and parts: quasi-steady, from one state to the next.
 *
 * Mass balance: each part that oil has reached fills with the flow that the solved network gives it, and passes oil on
 * when it is full. Its air leaves freely at its outlet: into the open air, or against the pressure of the place where
 * the empty stretch ends. A line that fills resists with its full length so far.
 *
 * Neglected: compression of the air, friction of oil and air together, inertia, priming of the pump (pickup and pump
 * are full), oil that runs back into a part from its outlet. Cold oil at one temperature throughout.
 *
 * The flow of a step is that of its middle, and steps are halved until no arrival moves by a hundredth.
 *
 * @source mass balance; midpoint rule
 */
export function fillCircuit(given: Project, variant: Variant, request: FillingRequest): FillingAnswer {
  let answer = fillInSteps(given, variant, request, FIRST_SHARE);
  for (let halving = 1; halving <= MOST_HALVINGS; halving++) {
    const finer = fillInSteps(given, variant, request, FIRST_SHARE / 2 ** halving);
    const moved = arrivalsMove(answer, finer);
    answer = finer;
    if (moved < ARRIVAL_WITHIN) break;
  }
  return answer;
}

/** The largest share by which an arrival is another; Infinity where one arrives and the other does not. */
function arrivalsMove(a: FillingAnswer, b: FillingAnswer): number {
  const times = ({ gaugeS, parts, consumers }: FillingAnswer) => [
    gaugeS,
    ...parts.map((p) => p.fullS),
    ...consumers.map((c) => c.arrivesS),
  ];
  const after = times(b);
  return times(a).reduce<number>((most, t, i) => {
    const u = after[i] ?? null;
    if (t === null && u === null) return most;
    if (t === null || u === null) return Infinity;
    return Math.max(most, u > 0 ? Math.abs(t / u - 1) : 0);
  }, 0);
}

/** @param mostShare no part fills by more in a step */
function fillInSteps(given: Project, variant: Variant, request: FillingRequest, mostShare: number): FillingAnswer {
  const longestS = LONGEST_STEP_S * Math.min(1, mostShare / (FIRST_SHARE / 2));
  const project = inSeason(given, variant);
  const { circuit } = variant;
  const map = new FillMap(circuit);
  const full = new Map<string, number>();
  for (const part of circuit.parts) if (startsFull(part, variant, request.start)) full.set(part.id, 1);
  const startM3 = filledM3(map, full);
  const gauge = gaugePort(circuit.parts);
  const consumers = circuit.parts.filter(isConsumer);
  const arrivedS = new Map<string, number>();
  const fullAtS = new Map<string, number>();
  const samples: FillingAnswer['samples'] = [];
  const last = new Map<string, number>();
  let [timeS, gaugeS, started, pumpedM3] = [0, null as number | null, null as number | null, 0];
  let status: FillingAnswer['status'] = 'timeUp';
  for (let step = 0; step < MOST_STEPS; step++) {
    const wet = map.wetPlaces(full);
    for (const c of consumers)
      if (!arrivedS.has(c.id) && wet.has(map.groups.of(`${c.id}.in`))) arrivedS.set(c.id, timeS);
    const filling = map.filling(full, wet);
    const isRunning = started !== null;
    const speedRevS = isRunning ? project.engine.idleSpeedRevS : project.engine.crankingSpeedRevS;
    const solvedWith = (shares: ReadonlyMap<string, number>, at: readonly Filling[]) =>
      solveWet(
        project,
        variant,
        map.wetCircuit(shares, wet, at, (place) => last.get(place) ?? 0),
        speedRevS,
        request.oilTemperatureK,
      );
    const solved = solvedWith(full, filling);
    if (!solved) {
      status = 'unsolved';
      break;
    }
    for (const place of wet) {
      const p = solved.pressurePa(place, map);
      if (p !== undefined) last.set(place, p);
    }
    const gaugePa = gauge === undefined || !wet.has(map.groups.of(gauge)) ? 0 : (last.get(map.groups.of(gauge)) ?? 0);
    samples.push({ timeS, speedRevS, gaugePa, filledM3: filledM3(map, full) - startM3 });
    if (gaugeS === null && gaugePa >= FIRST_PRESSURE_PA) gaugeS = timeS;
    if (started === null && gaugeS !== null) {
      // Pressure is there: the engine is started, and the state is looked at anew.
      started = timeS;
      continue;
    }
    if (filling.length === 0 && (gaugeS !== null || isRunning)) {
      status = 'full';
      break;
    }
    const flowsOf = (at: WetSolve) => filling.map((f) => Math.max(0, at.flowInto(f.part)));
    let flows = flowsOf(solved);
    let dt = Math.min(longestS, (isRunning ? started! + request.idleForS : request.crankForS) - timeS);
    if (dt <= 0) {
      if (isRunning) break;
      // Cranked as long as was asked and no pressure yet: the answer says so, and shows what idling would do.
      started = timeS;
      continue;
    }
    filling.forEach((f, i) => {
      const volume = map.volumeM3.get(f.part.id)!;
      if (flows[i]! > LEAST_FLOW_M3S) dt = Math.min(dt, (Math.min(mostShare, 1 - f.share) * volume) / flows[i]!);
    });
    // What flows in the middle of the step is what fills it.
    const half = filling.map((f, i) => ({
      ...f,
      share: f.share + (0.5 * flows[i]! * dt) / map.volumeM3.get(f.part.id)!,
    }));
    const there =
      half.length > 0
        ? solvedWith(new Map([...full, ...half.map((f) => [f.part.id, f.share] as const)]), half)
        : solved;
    if (there) flows = flowsOf(there);
    timeS += dt;
    pumpedM3 += (there ?? solved).pumpedM3S() * dt;
    filling.forEach((f, i) => {
      const share = Math.min(1, f.share + (flows[i]! * dt) / map.volumeM3.get(f.part.id)!);
      const isDone = share > 1 - FULL_WITHIN;
      full.set(f.part.id, isDone ? 1 : share);
      if (isDone) fullAtS.set(f.part.id, timeS);
    });
    if (filling.length === 0 && !isRunning && gaugeS === null && timeS >= request.crankForS) started = timeS;
  }
  return {
    status,
    gaugeS,
    crankedS: started ?? timeS,
    samples,
    parts: circuit.parts.flatMap((p) => partRow(p, map.volumeM3.get(p.id) ?? 0, variant, request, { full, fullAtS })),
    consumers: consumers.map((c) => ({
      part: c.id,
      name: c.name,
      arrivesS: arrivedS.get(c.id) ?? null,
      limitS: limitOf(c),
      late: isLate(arrivedS.get(c.id), started, limitOf(c)),
    })),
    filledM3: filledM3(map, full) - startM3,
    pumpedM3,
  };
}

/** What became of one part; nothing of one that holds no oil. */
function partRow(
  part: Part,
  volumeM3: number,
  variant: Variant,
  { start }: FillingRequest,
  { full, fullAtS }: { readonly full: ReadonlyMap<string, number>; readonly fullAtS: ReadonlyMap<string, number> },
): FillingAnswer['parts'] {
  if (volumeM3 < LEAST_VOLUME_M3) return [];
  const { id, name } = part;
  const startedFull = startsFull(part, variant, start);
  const fullS = startedFull ? 0 : (fullAtS.get(id) ?? null);
  return [{ part: id, name, volumeM3, startedFull, fullS, share: full.get(id) ?? 0 }];
}

/** Seconds of running, after cranking, by which oil must be there. @source common practice, no source */
const LIMIT_S = { turbo: 5, other: 10 } as const;
const limitOf = (part: Part): number =>
  actsAs(part, 'accessory') && part.duty === 'turbo' ? LIMIT_S.turbo : LIMIT_S.other;
const isLate = (arrivesS: number | undefined, startedS: number | null, limitS: number): boolean =>
  arrivesS === undefined || arrivesS > (startedS ?? 0) + limitS;

function filledM3(map: FillMap, full: ReadonlyMap<string, number>): number {
  let sum = 0;
  for (const [id, share] of full) sum += share * (map.volumeM3.get(id) ?? 0);
  return sum;
}

/**
 * What holds oil at the start. Pickup and pump are primed. Dry: nothing else. Prefilled: what holds oil upright too.
 * After a night: what lies below the oil level, filters with an anti-drain valve, and coolers whose ports are at the
 * top.
 * @source common practice, no source
 */
function startsFull(part: Part, variant: Variant, start: FillingRequest['start']): boolean {
  const place = placeOf(part);
  if (place === 'pump' || place === 'suction' || place === 'relief' || isReservoir(part)) return true;
  if (start === 'dry') return false;
  const holds =
    (actsAs(part, 'filter') && part.mounting !== 'inline') ||
    actsAs(part, 'sideStream') ||
    (actsAs(part, 'cooler') && (part.filling === 'portsAtTop' || part.filling === 'inLowOutHigh'));
  if (start === 'prefilled') return holds;
  if (actsAs(part, 'filter')) return hasAntiDrain(part);
  if (actsAs(part, 'cooler')) return part.filling === 'portsAtTop';
  if (actsAs(part, 'sideStream')) return true;
  const traced = tracePlumbing(variant.circuit);
  const sump = variant.circuit.parts.find(isReservoir)!;
  const place_ = traced.ok ? traced.plumbing.elevations.get(traced.plumbing.groups.of(`${part.id}.in`)) : undefined;
  return place_ !== undefined && place_ < sump.levelM;
}

interface WetSolve {
  /** Flow into a part that fills [m³/s]. */
  flowInto(part: Part): number;
  pumpedM3S(): number;
  pressurePa(place: string, map: FillMap): number | undefined;
}

function solveWet(
  project: Project,
  variant: Variant,
  circuit: Variant['circuit'],
  speedRevS: number,
  oilTemperatureK: number,
): WetSolve | undefined {
  const wet: Variant = { ...variant, circuit };
  const made = CircuitSolver.of({ ...project, variants: [wet], activeVariant: wet.id });
  if (!made.ok) return undefined;
  const { circuit: solver } = made;
  const outcome = solver.solveOnly(solver.stateAt(speedRevS, oilTemperatureK));
  if (outcome.status !== 'converged') return undefined;
  const { network, nodeOfPort, elementsOfPart } = solver.compiled;
  const ws = solver.solver.workspace;
  const intoNode = (node: number): number => {
    let sum = 0;
    for (let e = 0; e < network.elementName.length; e++) {
      if (network.to[e] === node) sum += ws.flowM3S[e]!;
      if (network.from[e] === node) sum -= ws.flowM3S[e]!;
    }
    return sum;
  };
  return {
    flowInto: (part) => {
      const node = nodeOfPort.get(`${airOf(part.id)}.return`);
      return node === undefined ? 0 : intoNode(node);
    },
    pumpedM3S: () =>
      wet.circuit.parts
        .filter((p) => actsAs(p, 'pump'))
        .reduce(
          (sum, p) => sum + [...(elementsOfPart.get(p.id)?.values() ?? [])].reduce((s, e) => s + ws.flowM3S[e]!, 0),
          0,
        ),
    pressurePa: (place, map) => {
      for (const [ref, node] of nodeOfPort)
        if (!ref.startsWith('air_') && map.groups.of(ref) === place) return ws.pressurePa[node]!;
      return undefined;
    },
  };
}
