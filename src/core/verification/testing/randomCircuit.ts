import fc from 'fast-check';
import { partSchema, type Part, type PartKind } from '../../document/parts/part';
import { PROJECT_FORMAT, WHOLE_VERSION, projectSchema, type Joint, type Project } from '../../document/project/project';
import { OIL_GRADES } from '../../physics/oil/grades';
import { seededRandom } from './loopedNetwork';

const BAR = 1e5;
const MM = 1e-3;
const LPM = 1e-3 / 60;
const RPM = 1 / 60;

/** Draws realistic parameters within the ranges that users may meet. */
export class Draw {
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
  leaf(): Ends {
    return this.draw.pick(LEAVES)(this);
  }

  /** A part with one inlet and one outlet. */
  plain(part: Record<string, unknown>): Ends {
    const id = this.add(part);
    return { in: `${id}.in`, out: `${id}.out` };
  }

  /** A random series–parallel piece. */
  piece(depth: number): Ends {
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
    const bearing = this.bearing();
    return `${this.add(this.draw.pick(CONSUMERS)(this, bearing))}.in`;
  }

  bearing(): Record<string, unknown> {
    const d = this.draw;
    return {
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

interface Ends {
  readonly in: string;
  readonly out: string;
}
type Leaf = (maker: CircuitMaker) => Ends;
type Consumer = (maker: CircuitMaker, bearing: Record<string, unknown>) => Record<string, unknown>;

/**
 * What a random circuit makes of a kind: pieces of its lines, what it supplies, or the word where it comes in
 * otherwise.
 */
type Sample =
  | { readonly leaves: readonly Leaf[] }
  | { readonly consumers: readonly Consumer[] }
  | 'in every circuit'
  | 'with others'
  | 'outside the pressure network';

const THERMOSTAT = { opensK: 353, fullK: 363, areaM2: 110e-6 };
const BRANCHING = {
  run: { kind: 'catalogue', fitting: 'teeRun' },
  branch: { kind: 'catalogue', fitting: 'teeBranch' },
};

/** In the order in which pieces are drawn: a seed keeps its circuit while no kind comes in between. */
const SAMPLES: Readonly<Record<PartKind, Sample>> = {
  sump: 'in every circuit',
  pickup: 'in every circuit',
  pump: 'in every circuit',
  relief: 'in every circuit',
  line: { leaves: [randomLine, randomLine] },
  fitting: {
    leaves: [
      (m) =>
        m.plain({
          kind: 'fitting',
          boreM: m.draw.spread(4, 20) * MM,
          losses: [{ kind: 'twoK', k1: m.draw.spread(50, 1500), kInfinity: m.draw.spread(0.05, 1) }],
        }),
    ],
  },
  orifice: {
    leaves: [
      (m) => m.plain({ kind: 'orifice', boreM: m.draw.spread(1.2, 6) * MM, lengthM: m.draw.spread(0.1, 30) * MM }),
    ],
  },
  valve: {
    leaves: [
      (m) =>
        m.plain({
          kind: 'valve',
          fullAreaM2: m.draw.spread(2e-6, 60e-6),
          turnsToFull: 4,
          turns: m.draw.between(0.1, 4),
        }),
    ],
  },
  filter: {
    leaves: [
      (m) =>
        m.plain({
          kind: 'filter',
          ...m.rating(),
          load: m.draw.spread(1, 12),
          count: m.draw.pick([1, 1, 2]),
          bypass: m.draw.chance(0.5) ? m.valve(0.7, 2.5) : null,
        }),
    ],
  },
  cooler: {
    leaves: [
      (m) =>
        m.plain({
          kind: 'cooler',
          ...m.rating(),
          passes: m.draw.pick([1, 2]),
          medium: m.draw.pick(['air', 'liquid']),
          bypass: m.draw.chance(0.3) ? m.valve(0.7, 2.5) : null,
        }),
    ],
  },
  checkValve: { leaves: [(m) => m.plain({ kind: 'checkValve', ...m.valve(0.05, 0.25) })] },
  thermostat: { leaves: [randomThermostat] },
  tee: { leaves: [randomTee] },
  plate: { leaves: [randomPlate] },
  cover: { leaves: [(m) => m.plain({ kind: 'cover', boreM: m.draw.spread(8, 16) * MM, carriesPassage: true })] },
  cross: { leaves: [randomCross] },
  sideStream: { leaves: [randomSideStream] },
  bearings: { consumers: [(_, bearing) => ({ kind: 'bearings', ...bearing })] },
  rods: {
    consumers: [
      (m, bearing) => ({
        kind: 'rods',
        ...bearing,
        mainRadiusM: 27.5 * MM,
        outletRadiusM: 60 * MM,
        leastRadiusM: m.draw.between(0, 30) * MM,
      }),
    ],
  },
  jets: {
    consumers: [
      (m) => ({
        kind: 'jets',
        count: 5,
        nozzle: { boreM: m.draw.between(1, 1.8) * MM, lengthM: 5 * MM },
        valve: m.valve(1.2, 2.5),
      }),
      (m) => ({
        kind: 'jets',
        count: 1,
        nozzle: { boreM: m.draw.between(0.6, 2) * MM, lengthM: m.draw.between(0, 20) * MM },
        valve: null,
      }),
    ],
  },
  consumer: { consumers: [(m) => ({ kind: 'consumer', duty: 'turbo', ...m.rating(), elevationM: undefined })] },
  gauge: 'with others',
  accumulator: 'with others',
  plug: 'with others',
  tank: 'outside the pressure network',
  drain: 'outside the pressure network',
  scavenge: 'outside the pressure network',
  ownOil: 'outside the pressure network',
};
const LEAVES = Object.values(SAMPLES).flatMap((s) => (typeof s === 'object' && 'leaves' in s ? s.leaves : []));
const CONSUMERS = Object.values(SAMPLES).flatMap((s) => (typeof s === 'object' && 'consumers' in s ? s.consumers : []));

function randomLine(m: CircuitMaker): Ends {
  return m.plain({ kind: 'line', form: 'hose', ...m.passage() });
}

function randomThermostat(m: CircuitMaker): Ends {
  const id = m.add({ kind: 'thermostat', ...THERMOSTAT });
  const core = m.add({ kind: 'cooler', ...m.rating() });
  m.join(`${id}.cooler`, `${core}.in`);
  m.join(`${core}.out`, `${id}.bypass`);
  return { in: `${id}.in`, out: `${id}.bypass` };
}

function randomPlate(m: CircuitMaker): Ends {
  const d = m.draw;
  const passage = d.pick([{ kind: 'open' }, { kind: 'separate' }, { kind: 'thermostat', ...THERMOSTAT }] as const);
  const id = m.add({ kind: 'plate', boreM: d.spread(8, 16) * MM, passage });
  const core = m.add({ kind: 'cooler', ...m.rating() });
  m.join(`${id}.away`, `${core}.in`);
  m.join(`${core}.out`, `${id}.back`);
  if (d.chance(0.4)) m.join(`${id}.tap`, d.chance(0.5) ? m.consumer() : `${m.add({ kind: 'gauge' })}.in`);
  return { in: `${id}.in`, out: `${id}.out` };
}

function randomCross(m: CircuitMaker): Ends {
  const d = m.draw;
  const id = m.add({ kind: 'cross', boreM: d.spread(6, 16) * MM, ...BRANCHING });
  m.join(`${id}.left`, m.consumer());
  const ends = [
    { kind: 'accumulator', volumeM3: 2e-3, prechargePa: 0.5 * BAR },
    { kind: 'plug', duty: 'samplePort' },
  ];
  if (d.chance(0.5)) m.join(`${id}.right`, `${m.add(d.pick(ends))}.in`);
  return { in: `${id}.in`, out: `${id}.run` };
}

/** Hangs beside a line and lets its oil fall into the sump. */
function randomSideStream(m: CircuitMaker): Ends {
  const d = m.draw;
  const line = randomLine(m);
  const metering = d.pick([
    { kind: 'orifice', boreM: d.spread(0.8, 2) * MM, lengthM: 3 * MM },
    { kind: 'valve', fullAreaM2: 7e-6, turnsToFull: 4, turns: d.between(0.1, 4) },
  ]);
  const id = m.add({ kind: 'sideStream', ...m.rating(), metering });
  m.join(line.in, `${id}.in`);
  m.join(`${id}.out`, 'p0.return');
  return line;
}

function randomTee(m: CircuitMaker): Ends {
  const d = m.draw;
  const id = m.add({ kind: 'tee', boreM: d.spread(6, 16) * MM, ...BRANCHING });
  m.join(`${id}.branch`, m.consumer());
  if (d.chance(0.3)) m.join(`${id}.run`, `${m.add({ kind: 'gauge' })}.in`);
  return { in: `${id}.in`, out: `${id}.run` };
}

/** A whole random project from a seed: one circuit, one oil of the grade library. */
export function randomProject(seed: number): Project {
  const draw = new Draw(seededRandom(seed));
  const maker = new CircuitMaker(draw);
  maker.make();
  return projectSchema.parse({
    format: PROJECT_FORMAT,
    version: WHOLE_VERSION,
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
