import fc from 'fast-check';
import { partSchema, type Part } from '../../document/parts/part';
import {
  PROJECT_FORMAT,
  PROJECT_VERSION,
  projectSchema,
  type Joint,
  type Project,
} from '../../document/project/project';
import { OIL_GRADES } from '../../physics/oil/grades';
import { seededRandom } from './loopedNetwork';

const BAR = 1e5;
const MM = 1e-3;
const LPM = 1e-3 / 60;
const RPM = 1 / 60;

/** Draws realistic parameters within the ranges that users may meet. */
class Draw {
  constructor(readonly random: () => number) {}
  between = (low: number, high: number) => low + (high - low) * this.random();
  /** Even in the logarithm. */
  spread = (low: number, high: number) => low * (high / low) ** this.random();
  chance = (p: number) => this.random() < p;
  pick = <T>(list: readonly T[]): T => list[Math.floor(this.random() * list.length)]!;
}

/** Builds one random series–parallel circuit from sump to consumers, every kind of part among them. */
class CircuitMaker {
  readonly parts: Part[] = [];
  readonly joints: Joint[] = [];
  private n = 0;
  constructor(readonly draw: Draw) {}

  add(part: Record<string, unknown>): string {
    const id = `p${this.n++}`;
    this.parts.push(partSchema.parse({ id, name: `${String(part['kind'])} ${id}`, ...part }));
    return id;
  }
  join = (from: string, to: string) => void this.joints.push({ from, to });

  rating() {
    const d = this.draw;
    return {
      ratedPressureDropPa: d.spread(0.05, 3) * BAR,
      ratedFlowM3S: d.spread(1, 40) * LPM,
      ratedViscosityPaS: d.spread(0.008, 0.03),
      ratedDensityKgM3: 850,
      viscousShare: d.between(0.2, 1),
    };
  }
  valve(low: number, high: number) {
    const crackPa = this.draw.between(low, high) * BAR;
    return {
      crackPa,
      fullOpenPa: crackPa + this.draw.between(0.1, 1.5) * BAR,
      areaM2: this.draw.spread(10e-6, 120e-6),
      dischargeCoefficient: 0.7,
      closedLeakM3SPa: 1e-13,
    };
  }
  passage() {
    const d = this.draw;
    return {
      boreM: d.spread(4, 20) * MM,
      lengthM: d.spread(0.05, 3),
      roughnessM: d.pick([1.5e-6, 1e-5]),
      losses: [
        ...(d.chance(0.4) ? [{ kind: 'entrance' }] : []),
        ...(d.chance(0.4) ? [{ kind: 'catalogue', fitting: 'hoseEnd90', count: 2 }] : []),
        ...(d.chance(0.3) ? [{ kind: 'exit' }] : []),
        ...(d.chance(0.3)
          ? [{ kind: 'areaChange', otherBoreM: d.spread(4, 20) * MM, at: d.pick(['inlet', 'outlet']) }]
          : []),
      ],
    };
  }

  /** One two-port part, or a thermostat with its two ways joined again. @returns its ports */
  leaf(): { in: string; out: string } {
    const d = this.draw;
    const kind = d.pick([
      'line',
      'line',
      'fitting',
      'orifice',
      'valve',
      'filter',
      'cooler',
      'checkValve',
      'thermostat',
      'tee',
      'plate',
      'cover',
      'cross',
      'sideStream',
    ] as const);
    const plain = (part: Record<string, unknown>) => {
      const id = this.add(part);
      return { in: `${id}.in`, out: `${id}.out` };
    };
    switch (kind) {
      case 'line':
        return plain({ kind, form: 'hose', ...this.passage() });
      case 'fitting':
        return plain({
          kind,
          boreM: d.spread(4, 20) * MM,
          losses: [{ kind: 'twoK', k1: d.spread(50, 1500), kInfinity: d.spread(0.05, 1) }],
        });
      case 'orifice':
        return plain({ kind, boreM: d.spread(1.2, 6) * MM, lengthM: d.spread(0.1, 30) * MM });
      case 'valve':
        return plain({ kind, fullAreaM2: d.spread(2e-6, 60e-6), turnsToFull: 4, turns: d.between(0.1, 4) });
      case 'filter':
        return plain({
          kind,
          ...this.rating(),
          load: d.spread(1, 12),
          count: d.pick([1, 1, 2]),
          bypass: d.chance(0.5) ? this.valve(0.7, 2.5) : null,
        });
      case 'cooler':
        return plain({
          kind,
          ...this.rating(),
          passes: d.pick([1, 2]),
          medium: d.pick(['air', 'liquid']),
          bypass: d.chance(0.3) ? this.valve(0.7, 2.5) : null,
        });
      case 'checkValve':
        return plain({ kind, ...this.valve(0.05, 0.25) });
      case 'thermostat': {
        const id = this.add({ kind, opensK: 353, fullK: 363, areaM2: 110e-6 });
        const core = this.add({ kind: 'cooler', ...this.rating() });
        this.join(`${id}.cooler`, `${core}.in`);
        this.join(`${core}.out`, `${id}.bypass`);
        return { in: `${id}.in`, out: `${id}.bypass` };
      }
      case 'plate': {
        const passage = d.pick([
          { kind: 'open' },
          { kind: 'separate' },
          { kind: 'thermostat', opensK: 353, fullK: 363, areaM2: 110e-6 },
        ] as const);
        const id = this.add({ kind, boreM: d.spread(8, 16) * MM, passage });
        const core = this.add({ kind: 'cooler', ...this.rating() });
        this.join(`${id}.away`, `${core}.in`);
        this.join(`${core}.out`, `${id}.back`);
        if (d.chance(0.4))
          this.join(`${id}.tap`, d.chance(0.5) ? this.consumer() : `${this.add({ kind: 'gauge' })}.in`);
        return { in: `${id}.in`, out: `${id}.out` };
      }
      case 'cover':
        return plain({ kind, boreM: d.spread(8, 16) * MM, carriesPassage: true });
      case 'cross': {
        const id = this.add({
          kind,
          boreM: d.spread(6, 16) * MM,
          run: { kind: 'catalogue', fitting: 'teeRun' },
          branch: { kind: 'catalogue', fitting: 'teeBranch' },
        });
        this.join(`${id}.left`, this.consumer());
        if (d.chance(0.5))
          this.join(
            `${id}.right`,
            `${this.add(
              d.pick([
                { kind: 'accumulator', volumeM3: 2e-3, prechargePa: 0.5 * BAR },
                { kind: 'plug', duty: 'samplePort' },
              ]),
            )}.in`,
          );
        return { in: `${id}.in`, out: `${id}.run` };
      }
      case 'sideStream': {
        // Hangs beside a line and lets its oil fall into the sump.
        const line = plain({ kind: 'line', form: 'hose', ...this.passage() });
        const metering = d.pick([
          { kind: 'orifice', boreM: d.spread(0.8, 2) * MM, lengthM: 3 * MM },
          { kind: 'valve', fullAreaM2: 7e-6, turnsToFull: 4, turns: d.between(0.1, 4) },
        ]);
        const id = this.add({ kind, ...this.rating(), metering });
        this.join(line.in, `${id}.in`);
        this.join(`${id}.out`, 'p0.return');
        return line;
      }
      case 'tee': {
        const id = this.add({
          kind,
          boreM: d.spread(6, 16) * MM,
          run: { kind: 'catalogue', fitting: 'teeRun' },
          branch: { kind: 'catalogue', fitting: 'teeBranch' },
        });
        const consumer = this.consumer();
        this.join(`${id}.branch`, consumer);
        if (d.chance(0.3)) this.join(`${id}.run`, `${this.add({ kind: 'gauge' })}.in`);
        return { in: `${id}.in`, out: `${id}.run` };
      }
    }
  }

  /** A random series–parallel piece. */
  piece(depth: number): { in: string; out: string } {
    if (depth === 0 || this.draw.chance(0.35)) return this.leaf();
    const a = this.piece(depth - 1);
    const b = this.piece(depth - 1);
    if (this.draw.chance(0.6)) {
      this.join(a.out, b.in);
      return { in: a.in, out: b.out };
    }
    this.join(a.in, b.in);
    this.join(a.out, b.out);
    return a;
  }

  /** A consumer of any kind. @returns the port to feed */
  consumer(): string {
    const d = this.draw;
    const bearing = {
      count: d.pick([1, 5, 12]),
      diameterM: d.between(20, 70) * MM,
      lengthM: d.between(12, 25) * MM,
      clearanceRadialM: d.between(18, 50) * 1e-6,
      feed: d.pick([
        { kind: 'fullGroove', landEachM: 6 * MM },
        { kind: 'halfGroove', landEachM: 6 * MM },
        { kind: 'hole', holeDiameterM: 5 * MM },
      ]),
      eccentricity: d.pick([
        { kind: 'ratio', ratio: d.between(0, 0.9) },
        { kind: 'load', loadN: d.spread(100, 15000) },
      ]),
      speedRatio: d.pick([0.5, 1, 2]),
      hydrodynamicSideFlow: d.chance(0.5),
    };
    switch (d.pick(['bearings', 'rods', 'jets', 'plainJet', 'consumer'] as const)) {
      case 'bearings':
        return `${this.add({ kind: 'bearings', ...bearing })}.in`;
      case 'rods':
        return `${this.add({ kind: 'rods', ...bearing, mainRadiusM: 27.5 * MM, outletRadiusM: 60 * MM, leastRadiusM: d.between(0, 30) * MM })}.in`;
      case 'jets':
        return `${this.add({ kind: 'jets', count: 5, nozzle: { boreM: d.between(1, 1.8) * MM, lengthM: 5 * MM }, valve: this.valve(1.2, 2.5) })}.in`;
      case 'plainJet':
        return `${this.add({ kind: 'jets', count: 1, nozzle: { boreM: d.between(0.6, 2) * MM, lengthM: d.between(0, 20) * MM }, valve: null })}.in`;
      case 'consumer':
        return `${this.add({ kind: 'consumer', duty: 'turbo', ...this.rating(), elevationM: undefined })}.in`;
    }
  }

  make(): void {
    const d = this.draw;
    const sump = this.add({ kind: 'sump', levelM: -0.2 });
    const pickup = this.add({
      kind: 'pickup',
      screen: { ...this.rating(), ratedPressureDropPa: 0.03 * BAR, ratedFlowM3S: 40 * LPM },
      tube: { boreM: d.between(14, 24) * MM, lengthM: 0.3, losses: [{ kind: 'entrance' }] },
    });
    const gallery = this.add({ kind: 'line', form: 'gallery', boreM: 12 * MM, lengthM: 0.5, roughnessM: 1e-5 });
    const regulated = d.chance(0.25);
    const pump = this.add({
      kind: 'pump',
      elevationM: 0,
      displacementM3Rev: d.between(6e-6, 25e-6),
      speedRatio: d.pick([0.5, 1]),
      slip: {
        kind: 'efficiency',
        volumetricEfficiency: d.between(0.7, 0.93),
        atPumpSpeedRevS: 2000 * RPM,
        atPressurePa: 4 * BAR,
        atViscosityPaS: 0.0118,
      },
      ...(d.chance(0.3) ? { fillLoss: { fromRevS: 100, toRevS: 125, lostShare: 0.15 } } : {}),
      ...(regulated
        ? {
            variable: {
              targetPa: 3 * BAR,
              bandPa: 0.3 * BAR,
              leastShare: 0.25,
              ...(d.chance(0.5) ? { sense: `${gallery}.out` } : {}),
            },
          }
        : {}),
    });
    const relief = this.add({
      kind: 'relief',
      ...this.valve(3, 6),
      areaM2: d.between(30e-6, 120e-6),
      ...(d.chance(0.2) ? { spring: { rateNM: 12e3, seatBoreM: 12 * MM, shimM: 1 * MM } } : {}),
      ...(d.chance(0.3) ? { sense: `${gallery}.in` } : {}),
    });
    this.join(`${sump}.suction`, `${pickup}.in`);
    this.join(`${pickup}.out`, `${pump}.in`);
    this.join(`${pump}.out`, `${relief}.in`);
    this.join(`${relief}.out`, d.chance(0.5) ? `${pump}.in` : `${sump}.return`);
    const middle = this.piece(3);
    this.join(`${pump}.out`, middle.in);
    this.join(middle.out, `${gallery}.in`);
    for (let i = 0; i < 3; i++) this.join(`${gallery}.out`, this.consumer());
    const branch = this.piece(1);
    this.join(`${gallery}.out`, branch.in);
    this.join(branch.out, this.consumer());
  }
}

/** A whole random project from a seed: one circuit, one oil of the grade library. */
export function randomProject(seed: number): Project {
  const draw = new Draw(seededRandom(seed));
  const maker = new CircuitMaker(draw);
  maker.make();
  return projectSchema.parse({
    format: PROJECT_FORMAT,
    version: PROJECT_VERSION,
    name: `random ${seed}`,
    engine: { crankingSpeedRevS: 4, idleSpeedRevS: 14, maximumSpeedRevS: 120 },
    oil: draw.pick(OIL_GRADES),
    range: { coldestOilK: 233.15, hottestOilK: 433.15, coldSpeedRevS: 25, fullSpeedFromK: 343.15 },
    variants: [{ id: 'a', name: 'A', circuit: { parts: maker.parts, joints: maker.joints } }],
    activeVariant: 'a',
  });
}

/** Seeds for {@link randomProject}. */
export const arbitrarySeed = fc.integer({ min: 0, max: 2 ** 31 - 1 });
