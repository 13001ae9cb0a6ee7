import { z } from 'zod';
import { isConsumer } from '../document/parts/ports';
import { actsAs, kindOf } from '../document/parts/part';
import { gaugePort } from '../document/plumbing/gaugePort';
import { activeVariant, inSeason, type Project } from '../document/project/project';
import { seeded } from '../foundations/random/quasiRandom';
import { DEFAULT_CONDITIONS } from '../heat/surroundings';
import { HeatSolver } from '../heat/heatSolver';
import { TIME_STEP_S, WarmUp } from '../heat/transient';
import { CircuitSolver } from '../network/circuitSolver';
import { hypothesesOf } from '../studies/causes/hypotheses';
import type { Severity } from '../studies/causes/hypothesis';
import { fillCircuit } from '../studies/filling/fillingWork';
import type { FillingAnswer } from '../studies/filling/fillingSchema';
import { singleFaults } from '../studies/inputs/singleFaults';
import type { Frame } from './frame';

export const CYCLES = ['firstStart', 'idle', 'road', 'sprint'] as const;
export const LOGGER_FAULTS = [
  'reliefWeak',
  'turboFeedBlocked',
  'thermostatStuck',
  'wrongOil',
  'wornBearings',
  'senderOffset',
  'senderUpstream',
  'noise',
  'dropouts',
  'clockJumps',
] as const;
export type LoggerFault = (typeof LOGGER_FAULTS)[number];

export const simulationSchema = z.strictObject({
  cycle: z.enum(CYCLES),
  faults: z.array(z.enum(LOGGER_FAULTS)).max(LOGGER_FAULTS.length).default([]),
  seed: z
    .int()
    .min(0)
    .max(2 ** 31)
    .default(1),
  startK: z.number().min(200).max(420).default(293.15),
});
export type Simulation = z.infer<typeof simulationSchema>;

/** Noise of a sender that is well, and of one that is not, as shares of its figure. @source engineering judgement */
const NOISE = { well: 0.005, bad: 0.03 } as const;
/** Load and road speed of each cycle. @source engineering judgement */
const DRIVE: Readonly<Record<Simulation['cycle'], { readonly load: number; readonly roadSpeedMS: number }>> = {
  firstStart: { load: 0.05, roadSpeedMS: 0 },
  idle: { load: 0.05, roadSpeedMS: 0 },
  road: { load: 0.3, roadSpeedMS: 25 },
  sprint: { load: 0.7, roadSpeedMS: 30 },
};
const CRANK_S = 8;
const DROPOUT_CHANCE = 0.004;
const DROPOUT_FRAMES = 15;
const JUMP_CHANCE = 0.002;
const LONGEST_JUMP_S = 30;

/**
 * An engine that a data logger reads: the same core as everything else, run in time, with what can go wrong. Same seed,
 * same frames.
 */
export class SimulatedEngine {
  private readonly random: () => number;
  private readonly circuit: CircuitSolver;
  private readonly faulty: Severity | undefined;
  private readonly filling: FillingAnswer | undefined;
  private readonly ports: readonly { readonly part: string; readonly port: string }[];
  private readonly gauge: string | undefined;
  private timeS = 0;
  private clockOffS = 0;
  private dropped = 0;
  /** The oil by the heat model, a second ahead at most; between two of its steps on a straight line. */
  private readonly warm: WarmUp;
  private beforeK: number;

  /** @throws Error where the circuit cannot be computed */
  constructor(
    given: Project,
    private readonly simulation: Simulation,
  ) {
    this.random = seeded(simulation.seed);
    this.beforeK = simulation.startK;
    const sick = simulation.faults.reduce((project, fault) => withFault(project, fault), given);
    this.faulty = simulation.faults.includes('senderOffset')
      ? { words: '', project: undefined, sender: (p) => Math.max(0, p - SENDER_OFFSET_PA) }
      : undefined;
    const variant = activeVariant(sick);
    const filter = variant.circuit.parts.find((p) => actsAs(p, 'filter'));
    this.gauge =
      simulation.faults.includes('senderUpstream') && filter ? `${filter.id}.in` : gaugePort(variant.circuit.parts);
    const made = CircuitSolver.of(sick);
    if (!made.ok) throw new Error('This circuit cannot be computed.');
    this.circuit = made.circuit;
    const heated = CircuitSolver.of(sick);
    if (!heated.ok) throw new Error('This circuit cannot be computed.');
    this.warm = new WarmUp(new HeatSolver(heated.circuit), simulation.startK);
    this.ports = variant.circuit.parts.flatMap((p) =>
      isConsumer(p) && kindOf(p).sitsOutside?.(p) === true ? [{ part: p.id, port: `${p.id}.in` }] : [],
    );
    this.filling =
      simulation.cycle === 'firstStart'
        ? fillCircuit(sick, variant, {
            start: 'prefilled',
            oilTemperatureK: simulation.startK,
            crankForS: 30,
            idleForS: 120,
          })
        : undefined;
  }

  /** Channels beside time, as they are named on the line, with their units. */
  get channels(): readonly string[] {
    return [
      'engine_speed_rpm',
      'oil_temperature_C',
      'oil_pressure_bar',
      ...this.ports.map((p) => `${p.part}_pressure_bar`),
    ];
  }

  /** The engine a little later; undefined where the frame is lost. @param dtS > 0 [s] */
  step(dtS: number): Frame | undefined {
    this.timeS += dtS;
    const { faults } = this.simulation;
    const speedRevS = this.speed();
    const oilK = this.oilAt(speedRevS);
    const outcome = this.circuit.solveOnly(this.circuit.stateAt(speedRevS, oilK));
    const solved = outcome.status === 'converged';
    const at = (port: string | undefined) => {
      const node = port === undefined ? undefined : this.circuit.compiled.nodeOfPort.get(port);
      return node === undefined ? 0 : this.circuit.solver.workspace.pressurePa[node]!;
    };
    const noise = faults.includes('noise') ? NOISE.bad : NOISE.well;
    const noisy = (pa: number) => Math.max(0, pa * (1 + noise * this.normal()));
    const gaugeIsDry = this.filling !== undefined && (this.filling.gaugeS === null || this.timeS < this.filling.gaugeS);
    const gaugePa = gaugeIsDry ? 0 : at(this.gauge);
    if (faults.includes('clockJumps') && this.random() < JUMP_CHANCE)
      this.clockOffS += LONGEST_JUMP_S * (2 * this.random() - 1);
    if (faults.includes('dropouts') && this.dropped === 0 && this.random() < DROPOUT_CHANCE)
      this.dropped = DROPOUT_FRAMES;
    if (this.dropped > 0) {
      this.dropped--;
      return undefined;
    }
    return {
      timeS: this.timeS + this.clockOffS,
      values: {
        engine_speed_rpm: speedRevS * 60,
        oil_temperature_C: oilK - 273.15,
        oil_pressure_bar: solved ? noisy(this.faulty?.sender ? this.faulty.sender(gaugePa) : gaugePa) / 1e5 : null,
        ...Object.fromEntries(
          this.ports.map(({ part, port }) => {
            const arrives = this.filling?.consumers.find((c) => c.part === part)?.arrivesS;
            const isDry = this.filling !== undefined && (arrives == null || this.timeS < arrives);
            return [`${part}_pressure_bar`, solved ? noisy(isDry ? 0 : at(port)) / 1e5 : null];
          }),
        ),
      },
    };
  }

  /** The sump's oil now [K]. Where a step of the heat does not solve the oil stays as it was. */
  private oilAt(speedRevS: number): number {
    const { warm } = this;
    const { airTemperatureK } = DEFAULT_CONDITIONS;
    while (warm.solved && warm.timeS < this.timeS) {
      this.beforeK = warm.sumpK;
      warm.step({ speedRevS, airTemperatureK, ...DRIVE[this.simulation.cycle] }, TIME_STEP_S);
    }
    const share = Math.min(1, 1 - (warm.timeS - this.timeS) / TIME_STEP_S);
    return this.beforeK + (warm.sumpK - this.beforeK) * Math.max(0, share);
  }

  private speed(): number {
    const { engine } = inSeason(this.circuit.project, this.circuit.variant);
    const { idleSpeedRevS: idle, maximumSpeedRevS: most, crankingSpeedRevS: crank } = engine;
    const t = this.timeS;
    const between = (share: number) => idle + share * (most - idle);
    switch (this.simulation.cycle) {
      case 'firstStart':
        return t < Math.max(CRANK_S, this.filling?.gaugeS ?? 0) ? crank : idle;
      case 'idle':
        return idle;
      case 'road':
        return between(0.25 + 0.15 * Math.sin(t / 17) + 0.08 * Math.sin(t / 5));
      case 'sprint':
        return between(0.5 - 0.45 * Math.cos(t / 6));
    }
  }

  private normal(): number {
    return Math.sqrt(-2 * Math.log(1 - this.random())) * Math.cos(2 * Math.PI * this.random());
  }
}

/** A sender that shows so much too little. @source engineering judgement */
const SENDER_OFFSET_PA = 0.8e5;

/**
 * The project with a fault in it; the project itself where the fault is the logger's own, or this circuit has no such
 * part.
 */
function withFault(project: Project, fault: LoggerFault): Project {
  const variant = activeVariant(project);
  const worst = (test: (id: string) => boolean): Project => {
    const found = hypothesesOf(project, variant).find((h) => test(h.id));
    return found?.severities[Math.min(1, found.severities.length - 1)]?.project ?? project;
  };
  switch (fault) {
    case 'reliefWeak':
      return worst((id) => id.endsWith('.weak'));
    case 'turboFeedBlocked': {
      const turbo = variant.circuit.parts.find(
        (p) => actsAs(p, 'accessory') && kindOf(p).sitsOutside?.(p as never) === true,
      );
      const hose = variant.circuit.parts.find(
        (p) =>
          actsAs(p, 'line') &&
          p.form === 'hose' &&
          turbo !== undefined &&
          p.id.toLowerCase().startsWith(turbo.id.toLowerCase().slice(0, 4)),
      );
      return hose ? worst((id) => id === `${hose.id}.blocked`) : worst((id) => id.endsWith('.plugged'));
    }
    case 'wrongOil':
      return worst((id) => id === 'oilThin');
    case 'wornBearings':
      return worst((id) => id === 'bearings');
    case 'thermostatStuck': {
      const stuck = singleFaults(variant)
        .find((f) => f.id.includes('thermostat.open'))
        ?.apply(variant);
      return stuck ? { ...project, variants: project.variants.map((v) => (v.id === variant.id ? stuck : v)) } : project;
    }
    default:
      return project;
  }
}
