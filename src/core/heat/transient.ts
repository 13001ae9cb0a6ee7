import { actsAs } from '../document/parts/part';
import { galleryPort } from '../document/plumbing/gaugePort';
import { isReservoir } from '../document/parts/ports';
import { thermostatOpening } from '../physics/laws/thermostat';
import { blockStore, type BlockStore } from './conditions';
import { type Conditions } from './surroundings';
import { faceSpeedMS } from './coolers';
import type { HeatSolver } from './heatSolver';

/** What drives an engine at a moment. */
export interface Drive extends Conditions {
  readonly speedRevS: number;
}

/** State of the warm-up at one time. Temperatures that do not exist are null. */
export interface WarmSample {
  readonly timeS: number;
  readonly sumpK: number;
  readonly galleryK: number | null;
  readonly coolerOutK: number | null;
  /** Of the first thermostat, 0 to 1. */
  readonly opening: number | null;
  /** Share of time that the first fan runs. */
  readonly fan: number | null;
  readonly metalK: number;
  /** Null where the block is cooled by air. */
  readonly coolantK: number | null;
  readonly speedRevS: number;
}

/** Heat capacity of a filled cooler, and of a metre of filled dash 10 hose [J/K]. @source engineering judgement */
const COOLER_JK = 2000;
const HOSE_JK_M = 600;
const HOSE_BORE_M = 14.2e-3;
/** Oil in the reservoir where none is stated [m³]. */
const ASSUMED_OIL_M3 = 5e-3;
/** Time step [s]: halving it moves nothing by over 0.2 K. */
export const TIME_STEP_S = 1;

/**
 * Warm-up in time: the sump's oil, the metal that it wets, the coolant with its jackets, and each cooler with its hoses
 * are stores; flow and temperatures between them follow at once. Thermostats open by one curve and close by another,
 * lower one.
 *
 * Midpoint rule; each cooler's outlet by its exact exponential, so that its few seconds do not bind the step. It ends
 * at the balance: at rest every store's gain is the balance's residual.
 *
 * @source lumped heat capacities, energy balance
 */
export class WarmUp {
  timeS = 0;
  sumpK: number;
  metalK: number;
  coolantK: number;
  readonly coolerOutK: Float64Array;
  /** False once a step did not solve; the samples up to it stand. */
  solved = true;
  private readonly coolerJK: number;
  private readonly oilM3: number;
  private readonly block: BlockStore;
  /** Cores that give their heat to the engine's coolant. */
  private readonly coolantFed: readonly number[];
  private readonly galleryPort: string | undefined;

  /**
   * @param startK temperature of everything at the start
   * @param blockK of the coolant, or of an air-cooled block; its thermostat holds it
   */
  constructor(
    readonly heat: HeatSolver,
    startK: number,
    blockK = startK,
  ) {
    const { circuit } = heat;
    const { compiled, variant } = circuit;
    const { parts } = variant.circuit;
    heat.startAt(startK);
    this.sumpK = startK;
    this.metalK = startK;
    this.coolantK = Math.min(blockK, blockStore(circuit.project).mostK);
    this.block = blockStore(circuit.project);
    this.coolantFed = heat.coolers.flatMap(({ element, part }) =>
      actsAs(part, 'cooler') &&
      part.medium === 'liquid' &&
      part.cooling?.kind !== 'air' &&
      part.cooling?.coolantK === undefined
        ? [element]
        : [],
    );
    this.coolerOutK = new Float64Array(compiled.network.law.length).fill(NaN);
    for (const { element } of heat.coolers) this.coolerOutK[element] = startK;
    const hoses = parts.reduce(
      (sum, p) => sum + (actsAs(p, 'line') && p.form === 'hose' ? p.lengthM * (p.boreM / HOSE_BORE_M) ** 2 : 0),
      0,
    );
    this.coolerJK = COOLER_JK + (HOSE_JK_M * hoses) / Math.max(1, heat.coolers.length);
    this.oilM3 = parts.filter(isReservoir).reduce((sum, r) => sum + (r.volumeM3 ?? 0), 0) || ASSUMED_OIL_M3;
    this.galleryPort = galleryPort(parts);
  }

  private setOpenings(): void {
    const { compiled } = this.heat.circuit;
    const { opening } = this.heat.field;
    for (const t of this.heat.thermostats) {
      const sensedK = this.heat.nodeK(compiled.network.from[t.element]!);
      const rising = thermostatOpening(sensedK, t.opensK, t.fullK);
      const falling = thermostatOpening(sensedK, t.opensK - t.hysteresisK, t.fullK - t.hysteresisK);
      const before = Number.isNaN(opening[t.element]!) ? rising : opening[t.element]!;
      opening[t.element] = Math.max(rising, Math.min(before, falling));
    }
  }

  /** Gains of the stores at the present temperatures [W], or undefined where the flow does not solve. */
  private gains(
    drive: Drive,
    sumpK: number,
    metalK: number,
    coolantK: number,
  ): { readonly sumpW: number; readonly metalW: number; readonly coolantW: number } | undefined {
    const { heat } = this;
    const { project } = heat.circuit;
    const outcome = heat.pass(
      { speedRevS: drive.speedRevS, oilTemperatureK: sumpK, atmospherePa: project.engine.atmospherePa },
      drive,
      sumpK,
      { coolerOutK: this.coolerOutK, metalK, coolantK },
    );
    if (outcome.hydraulic.status !== 'converged' || !Number.isFinite(outcome.residualW)) return undefined;
    const { ledger } = heat;
    const engine = project.engine.heat;
    return {
      sumpW: outcome.residualW,
      metalW: ledger.engineW + ledger.metalW - engine.metalConductanceWK * (metalK - sumpK),
      coolantW:
        this.block.gainW(drive.speedRevS, drive, coolantK) +
        ledger.coolantW +
        this.coolantFed.reduce((sum, element) => sum + ledger.exchangeW[element]!, 0),
    };
  }

  /** One step. @param dtS > 0 @returns false where it did not solve */
  step(drive: Drive, dtS = TIME_STEP_S): boolean {
    const { oil, project } = this.heat.circuit;
    this.setOpenings();
    const first = this.gains(drive, this.sumpK, this.metalK, this.coolantK);
    if (!first) return (this.solved = false);
    const sumpJK = this.oilM3 * oil.densityKgM3(this.sumpK) * oil.specificHeatJKgK(this.sumpK);
    const metalJK = project.engine.heat.metalCapacityJK;
    const coolantJK = this.block.capacityJK;
    const middle = this.gains(
      drive,
      this.sumpK + (0.5 * dtS * first.sumpW) / sumpJK,
      this.metalK + (0.5 * dtS * first.metalW) / metalJK,
      this.regulated(this.coolantK + (0.5 * dtS * first.coolantW) / coolantJK),
    );
    if (!middle) return (this.solved = false);
    this.sumpK += (dtS * middle.sumpW) / sumpJK;
    this.metalK += (dtS * middle.metalW) / metalJK;
    this.coolantK = this.regulated(this.coolantK + (dtS * middle.coolantW) / coolantJK);
    this.stepCoolers(dtS);
    this.timeS += dtS;
    return true;
  }

  /** The radiator and its thermostat take what would heat the coolant above its warm temperature. */
  private regulated(coolantK: number): number {
    return Math.min(coolantK, this.block.mostK);
  }

  private stepCoolers(dtS: number): void {
    const { heat } = this;
    const { oil, solver } = heat.circuit;
    for (const { element } of heat.coolers) {
      const flow = solver.workspace.flowM3S[element]!;
      const m = solver.workspace.densityKgM3[element]! * Math.abs(flow);
      const inK = heat.inletK(element);
      if (m < 1e-7) continue;
      const settledK = oil.temperatureK(oil.enthalpyJKg(inK) - heat.ledger.exchangeW[element]! / m);
      const rate = (m * oil.specificHeatJKgK(inK)) / this.coolerJK;
      this.coolerOutK[element] = settledK + (this.coolerOutK[element]! - settledK) * Math.exp(-rate * dtS);
    }
  }

  /** The present state. */
  sample(drive: Drive): WarmSample {
    const { heat } = this;
    const { compiled } = heat.circuit;
    const node = this.galleryPort === undefined ? undefined : compiled.nodeOfPort.get(this.galleryPort);
    const cooler = heat.coolers[0];
    const air = actsAs(cooler?.part, 'cooler') && cooler.part.cooling?.kind === 'air' ? cooler.part.cooling : undefined;
    const thermostat = heat.thermostats[0];
    const outK = cooler ? this.coolerOutK[cooler.element]! : NaN;
    return {
      timeS: this.timeS,
      sumpK: this.sumpK,
      metalK: this.metalK,
      coolantK: heat.circuit.project.engine.heat.blockCooledBy === 'coolant' ? this.coolantK : null,
      speedRevS: drive.speedRevS,
      galleryK: node === undefined ? null : heat.nodeK(node),
      coolerOutK: cooler ? outK : null,
      opening: thermostat ? Math.max(0, heat.field.opening[thermostat.element] || 0) : null,
      fan: air?.fan
        ? Math.min(
            1,
            Math.max(
              0,
              (faceSpeedMS(air, 0, outK) - faceSpeedMS(air, 0, 0)) /
                Math.max(1e-9, air.fan.faceSpeedMS - faceSpeedMS(air, 0, 0)),
            ),
          )
        : null,
    };
  }
}

/** What a warm-up came to. */
export interface WarmUpResult {
  readonly samples: readonly WarmSample[];
  /** When the thermostat starts to open, and when it is fully open; null where it does not, or there is none [s]. */
  readonly opensS: number | null;
  readonly fullS: number | null;
  /** When the sump comes within 2 K of where it ends [s]. */
  readonly settledS: number | null;
  readonly solved: boolean;
}

/** Opening that counts as starting, and as full. */
const STARTS = 0.02;
const FULL = 0.98;
const SETTLED_K = 2;

/**
 * Warm-up at one constant drive from a cold start: yields the time done; the return value is the result.
 * @param steps seconds of a step, and between samples kept; default 5 s
 */
export function* warmUp(
  heat: HeatSolver,
  drive: Drive,
  startK: number,
  durationS: number,
  { dtS = TIME_STEP_S, keepEveryS = 5 }: { readonly dtS?: number; readonly keepEveryS?: number } = {},
): Generator<number, WarmUpResult> {
  const run = new WarmUp(heat, startK);
  const samples: WarmSample[] = [];
  let opensS: number | null = null;
  let fullS: number | null = null;
  let kept = -Infinity;
  while (run.timeS < durationS && run.step(drive, dtS)) {
    const now = run.sample(drive);
    if (opensS === null && (now.opening ?? 0) > STARTS) opensS = now.timeS;
    if (fullS === null && (now.opening ?? 0) > FULL) fullS = now.timeS;
    if (now.timeS - kept >= keepEveryS - 1e-9) {
      samples.push(now);
      kept = now.timeS;
      yield now.timeS;
    }
  }
  const end = samples[samples.length - 1];
  const outside = end ? samples.findLastIndex((s) => Math.abs(s.sumpK - end.sumpK) > SETTLED_K) : -1;
  return { samples, opensS, fullS, settledS: samples[outside + 1]?.timeS ?? null, solved: run.solved };
}
