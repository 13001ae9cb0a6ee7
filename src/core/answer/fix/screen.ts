import type { Aim } from '../../document/project/aims';
import { conditionOf } from '../../document/project/conditions';
import { galleryPort, gaugePort } from '../../document/plumbing/gaugePort';
import { actsAs } from '../../document/parts/part';
import { isReturn } from '../../document/parts/ports';
import type { Project } from '../../document/project/project';
import { isFound } from '../../heat/comingToRest';
import { HeatSolver } from '../../heat/heatSolver';
import { plumbingFailures } from '../../judgement/audit/auditCircuit';
import { FILM_LIMIT_K, TURBO_OUT_LIMIT_K } from '../../judgement/audit/rules/heat';
import { designDrives, useDrives, type Drive } from '../../judgement/designDrives';
import { describeReturns } from '../../judgement/drains/describeReturns';
import { PickupWatch } from '../../judgement/pickup/judgePickup';
import { solveDrive } from '../../judgement/solveDrive';
import { reachableStates } from '../../judgement/sweep/reachable';
import { SWEEP_SPEEDS, SWEEP_TEMPERATURES } from '../../judgement/sweep/sweep';
import { probesOf, readProbe } from '../../judgement/supply/probe';
import { isSupplied } from '../../judgement/supply/supplyVerdict';
import { CircuitSolver } from '../../network/circuitSolver';
import { stillNodes } from '../../network/describe/stillNodes';
import type { KeptState } from '../../network/solve/solver';
import type { SpeedAndOil } from '../../network/solve/state';
import { drainStatesOf } from '../../studies/inputs/certainty';
import { RevisableCircuit } from '../../studies/inputs/revisableCircuit';
import type { Judged } from '../../studies/inputs/fullCheck';
import type { Trial } from './trial';

/** What a screen found. */
export interface Screened {
  /** False: the full check fails it too. */
  readonly passes: boolean;
  /** By what fails in the variant as it is: 0 and more holds, below 0 fails, more is better. */
  readonly scores: ReadonlyMap<string, number>;
  /** No margin over the whole range is more than this, in times of what counts as near. */
  readonly marginBound: number;
  /** Oil at the end of the hottest drive [K]; null where no temperature was found. */
  readonly hottestK: number | null;
}

/** Nothing that can be counted: as far from holding as anything. */
const HOPELESS = -1000;
/** A margin that is missed by no more than rounding is left to the full check. */
const SLACK = 1e-6;
/** What counts as a step of temperature, and of a share, in scores. */
const PER_K = 0.1;
const PER_PA = 1e-4;
/** Of the states of the full check, each so many-th is looked at last. */
const EACH = 5;
/** A bore that counts as one step of a score. */
const BORE_M = 0.01;
/** More margin than this is no better. */
const MOST_MARGIN = 10;
const FAILS_DRAINING: ReadonlySet<string> = new Set(['rises', 'flat', 'portUnder', 'pressed']);

/**
 * Holds changed circuits against the conditions that bind, cheapest first: the plumbing, the states at which something
 * is nearest to a limit, the drains, the drives of the use, the pickup. All are among those of the full check, solved
 * alike, so that whatever fails here fails there. Figures are written in place into one compiled circuit; each solve
 * begins from the state of the variant as it is, so that nothing depends on what was tried before.
 */
export class Screen {
  private readonly states: readonly SpeedAndOil[];
  private readonly drainStates: readonly SpeedAndOil[];
  private readonly range: readonly SpeedAndOil[];
  private readonly drives: readonly Drive[];
  private readonly inPlace: RevisableCircuit;
  private readonly kept: readonly (KeptState | undefined)[];
  private readonly failsPickup: boolean;

  /**
   * @param project with the variant open, in full
   * @param judged that variant as it is
   * @param tried the project with a trial as a variant of its own, as the full check sees it
   * @param aims that are to be met too
   */
  constructor(
    private readonly project: Project,
    judged: Judged,
    private readonly tried: (trial: Trial) => Project,
    private readonly aims: readonly Aim[],
  ) {
    this.inPlace = new RevisableCircuit(project);
    const { circuit } = this.inPlace;
    this.drives = useDrives(circuit.project.engine);
    this.drainStates = drainStatesOf(circuit.project);
    const { engine, range } = circuit.project;
    this.range = reachableStates(engine, range, SWEEP_SPEEDS, SWEEP_TEMPERATURES).filter((_, i) => i % EACH === 0);
    this.states = statesToHold(judged, circuit.project);
    this.failsPickup = judged.verdict.aspects.some((a) => a.aspect === 'pickup' && a.is === 'fails');
    this.kept = [...this.states, ...this.drainStates].map((each) => {
      circuit.solver.reset();
      const { status } = circuit.solveOnly(circuit.stateAt(each.speedRevS, each.oilTemperatureK));
      return status === 'converged' ? circuit.solver.keepState() : undefined;
    });
  }

  /**
   * Screens one trial.
   * @param isWhole true holds it against everything even where it fails early: for its scores
   */
  screen(trial: Trial, isWhole = false): Screened {
    const { altered, oil } = trial;
    // What a pan holds at its mark follows from the project's first variant, which a circuit in place does not have.
    if (altered && !oil && !this.failsPickup) {
      for (const part of altered) this.inPlace.put(part);
      const fits = this.inPlace.apply();
      const found = this.hold(this.inPlace.circuit, fits ? this.kept : [], isWhole);
      for (const part of this.originals(altered.map((p) => p.id))) this.inPlace.put(part);
      this.inPlace.apply();
      return found;
    }
    const made = CircuitSolver.of(this.tried(trial));
    return made.ok
      ? this.hold(made.circuit, [], isWhole)
      : { passes: false, scores: new Map([['computed', HOPELESS]]), marginBound: -MOST_MARGIN, hottestK: null };
  }

  private originals(ids: readonly string[]) {
    const variant = this.project.variants.find((v) => v.id === this.project.activeVariant)!;
    return variant.circuit.parts.filter((p) => ids.includes(p.id));
  }

  private hold(circuit: CircuitSolver, kept: readonly (KeptState | undefined)[], isWhole: boolean): Screened {
    const held = new Held();
    for (const { rule, part } of plumbingFailures(circuit)) held.score(`${rule} ${part ?? ''}`, HOPELESS);
    if (held.fails && !isWhole) return held.ended();
    this.holdSupply(circuit, kept, held, isWhole);
    if (held.fails && !isWhole) return held.ended();
    this.holdDrains(circuit, kept, held);
    if (held.fails && !isWhole) return held.ended();
    this.holdHeat(circuit, held);
    if (held.fails && !isWhole) return held.ended();
    this.holdAims(circuit, held);
    if (!held.fails) this.holdRange(circuit, held);
    return held.ended();
  }

  /** Some of the range's own states, for what has passed all else: each is one of the full check. */
  private holdRange(circuit: CircuitSolver, held: Held): void {
    const { network } = circuit.compiled;
    const ws = circuit.solver.workspace;
    const probes = probesOf(circuit.variant.circuit, circuit.compiled);
    circuit.solver.reset();
    for (const at of this.range) {
      const state = circuit.stateAt(at.speedRevS, at.oilTemperatureK);
      if (circuit.solveOnly(state).status !== 'converged') {
        held.score('solved', HOPELESS);
        return;
      }
      const still = stillNodes(network, ws);
      for (const probe of probes) {
        const reading = readProbe(probe, network, ws, state, still);
        const margin = reading.verdict === 'dry' ? HOPELESS : (reading.checks[0]?.nearRatio ?? MOST_MARGIN);
        held.margin(margin);
        if (!isSupplied(reading.verdict)) held.score(`supply ${probe.part.id}`, Math.min(margin, -SLACK / 2));
      }
      if (held.fails) return;
    }
  }

  private solve(circuit: CircuitSolver, at: SpeedAndOil, kept: KeptState | undefined): boolean {
    if (kept) circuit.solver.beginFrom(kept);
    else circuit.solver.reset();
    return circuit.solveOnly(circuit.stateAt(at.speedRevS, at.oilTemperatureK)).status === 'converged';
  }

  private holdSupply(
    circuit: CircuitSolver,
    kept: readonly (KeptState | undefined)[],
    held: Held,
    isWhole: boolean,
  ): void {
    const { network } = circuit.compiled;
    const ws = circuit.solver.workspace;
    const probes = probesOf(circuit.variant.circuit, circuit.compiled);
    const watch = this.failsPickup ? new PickupWatch(circuit) : undefined;
    for (const [i, at] of this.states.entries()) {
      if (!this.solve(circuit, at, kept[i])) {
        held.score(`solved ${i}`, HOPELESS);
        if (!isWhole) return;
        continue;
      }
      const state = circuit.stateAt(at.speedRevS, at.oilTemperatureK);
      const still = stillNodes(network, ws);
      const readings = probes.map((probe) => readProbe(probe, network, ws, state, still));
      readings.forEach((reading, p) => {
        const margin = reading.verdict === 'dry' ? HOPELESS : (reading.checks[0]?.nearRatio ?? MOST_MARGIN);
        held.margin(margin);
        held.score(
          `supply ${probes[p]!.part.id}`,
          isSupplied(reading.verdict) ? Math.max(0, margin) : Math.min(margin, -SLACK / 2),
        );
      });
      watch?.see(state, readings);
      if (held.fails && !isWhole) return;
    }
    if (!watch) return;
    const { verdict } = watch.judge();
    held.score('pickup', verdict === 'bare' ? -2 : verdict === 'lowLevel' ? -1 : 1);
  }

  private holdDrains(circuit: CircuitSolver, kept: readonly (KeptState | undefined)[], held: Held): void {
    const { variant, compiled } = circuit;
    if (!variant.circuit.parts.some(isReturn)) return;
    for (const [i, at] of this.drainStates.entries()) {
      if (!this.solve(circuit, at, kept[this.states.length + i])) continue;
      const state = circuit.stateAt(at.speedRevS, at.oilTemperatureK);
      for (const r of describeReturns(variant.circuit, compiled, circuit.solver.workspace, circuit.oil, state)) {
        // A scavenge pump is asked with hot oil only; a return of a canister by its own rule.
        if (r.kind !== 'drain') continue;
        const drain = variant.circuit.parts.find((p) => p.id === r.part);
        // One that climbs is hopeless at any bore, and a wider one nearer to what it needs once it falls.
        const score = FAILS_DRAINING.has(r.verdict)
          ? HOPELESS + (actsAs(drain, 'drain') ? drain.boreM / BORE_M : 0)
          : r.capacityM3S === null
            ? 1
            : r.capacityM3S / Math.max(1e-12, r.neededM3S) - 1;
        held.score(`drain ${r.part}`, r.verdict === 'small' ? Math.min(score, -SLACK) : score);
      }
    }
  }

  private holdHeat(circuit: CircuitSolver, held: Held): void {
    const heat = new HeatSolver(circuit);
    this.holdPlaces(circuit, heat, held);
    for (const drive of this.drives) {
      // Dust is another circuit: left to the full check.
      if ((drive.clearShare ?? 1) < 1) continue;
      circuit.solver.reset();
      const { heat: found } = solveDrive(circuit, drive, heat);
      if (!isFound(found.status)) {
        held.score('cool', found.status === 'tooCold' ? 1 : HOPELESS);
        continue;
      }
      held.heat(found.sumpK);
      held.score('cool', (found.limitHotK - found.sumpK) * PER_K);
    }
  }

  /** Aims whose figure is quickly found; the others are left to the full check. */
  private holdAims(circuit: CircuitSolver, held: Held): void {
    for (const aim of this.aims) {
      const score = this.scoreOf(circuit, aim);
      if (score !== undefined) held.score(`aim ${aim.kind}`, score);
    }
  }

  private scoreOf(circuit: CircuitSolver, aim: Aim): number | undefined {
    const { parts } = circuit.variant.circuit;
    const { hotDay, coldCruise } = designDrives(circuit.project.engine);
    circuit.solver.reset();
    switch (aim.kind) {
      case 'hotDay': {
        const { heat, result } = solveDrive(circuit, hotDay);
        const port = galleryPort(parts);
        const k = result.nodes.find((n) => port !== undefined && n.ports.includes(port))?.temperatureK;
        return isFound(heat.status) ? (aim.mostK - (k ?? heat.sumpK)) * PER_K : HOPELESS;
      }
      case 'coldCruise': {
        const { heat } = solveDrive(circuit, coldCruise);
        return isFound(heat.status) ? (heat.sumpK - aim.leastK) * PER_K : undefined;
      }
      case 'idlePressure': {
        const pa = this.pressureAt(circuit, gaugePort(parts), conditionOf(circuit.project, 'hotIdle'));
        return pa === undefined ? undefined : (pa - aim.leastPa) * PER_PA;
      }
      case 'coldStart': {
        const filter = parts.find((p) => actsAs(p, 'filter'));
        const pa = filter && this.pressureAt(circuit, `${filter.id}.in`, this.drainStates[0]!);
        return pa === undefined ? undefined : (aim.mostPa - pa) * PER_PA;
      }
      default:
        return undefined;
    }
  }

  private pressureAt(circuit: CircuitSolver, port: string | undefined, at: SpeedAndOil): number | undefined {
    const node = port === undefined ? undefined : circuit.compiled.nodeOfPort.get(port);
    return node !== undefined && this.solve(circuit, at, undefined)
      ? circuit.solver.workspace.pressurePa[node]
      : undefined;
  }

  /** The hottest film and the turbo's outlet in the hardest drive. */
  private holdPlaces(circuit: CircuitSolver, heat: HeatSolver, held: Held): void {
    circuit.solver.reset();
    const { heat: found } = solveDrive(circuit, designDrives(circuit.project.engine).hotDay, heat);
    if (!isFound(found.status)) return;
    if (found.filmHottestK !== null) held.score('hotPlaces film', (FILM_LIMIT_K - found.filmHottestK) * PER_K);
    for (const part of circuit.variant.circuit.parts) {
      if (!actsAs(part, 'accessory') || part.duty !== 'turbo') continue;
      const at = found.parts.find((p) => p.part === part.id);
      if (at) held.score(`hotPlaces ${part.id}`, (TURBO_OUT_LIMIT_K - at.outK) * PER_K);
    }
  }
}

/** What a screen has found so far. */
class Held {
  private readonly scores = new Map<string, number>();
  private least = MOST_MARGIN;
  private hottest: number | null = null;

  get fails(): boolean {
    return [...this.scores.values()].some((s) => s < -SLACK);
  }

  score(key: string, value: number): void {
    this.scores.set(key, Math.min(value, this.scores.get(key) ?? Infinity));
  }

  margin(value: number): void {
    this.least = Math.min(this.least, value);
  }

  heat(k: number): void {
    this.hottest = Math.max(k, this.hottest ?? 0);
  }

  ended(): Screened {
    return { passes: !this.fails, scores: this.scores, marginBound: this.least, hottestK: this.hottest };
  }
}

/** The states of the full check at which anything is at its worst, those that fail first, and the corners of the range. */
function statesToHold({ sweep }: Judged, { engine, range }: Project): SpeedAndOil[] {
  const worst = sweep.consumers
    .flatMap((c) => (c.worst ? [{ state: c.worst.state, near: c.worst.decisive?.nearRatio ?? HOPELESS }] : []))
    .sort((a, b) => a.near - b.near)
    .map((w) => w.state);
  const { worst: pan } = sweep.pickup;
  const corners: SpeedAndOil[] = [
    { speedRevS: engine.crankingSpeedRevS, oilTemperatureK: range.coldestOilK },
    { speedRevS: engine.idleSpeedRevS, oilTemperatureK: range.coldestOilK },
    { speedRevS: engine.idleSpeedRevS, oilTemperatureK: range.hottestOilK },
    { speedRevS: engine.maximumSpeedRevS, oilTemperatureK: range.hottestOilK },
  ];
  const all = [
    ...worst,
    ...(pan ? [{ speedRevS: pan.aloft.speedRevS, oilTemperatureK: pan.aloft.oilTemperatureK }] : []),
    ...corners,
  ];
  return [...new Map(all.map((s) => [`${s.speedRevS} ${s.oilTemperatureK}`, s])).values()];
}
