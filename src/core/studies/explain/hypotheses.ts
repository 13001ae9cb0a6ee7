import type { Part, PartOf } from '../../document/parts/part';
import { PORTS, splitPortRef } from '../../document/parts/ports';
import { gaugePort } from '../../document/plumbing/gaugePort';
import { withVariant, type Project, type Variant } from '../../document/project/project';
import { singleFaults } from '../inputs/singleFaults';

/** What is looked at by hand, with what it costs and what it answers. */
export interface HandCheck {
  readonly id: string;
  /** As an order: "Read the dipstick with the engine stopped." */
  readonly ask: string;
  /** What "yes" means: "The level is low." */
  readonly yes: string;
  /** Minutes it usually takes. @source engineering judgement */
  readonly minutes: number;
}

/** How a cause shows in a reading: by a circuit of its own, or by what the sender does to the figure. */
export interface Severity {
  readonly words: string;
  /** Undefined: the circuit is as it was. */
  readonly project: Project | undefined;
  /** What the sender makes of the pressure at its port [Pa]; absent: nothing. */
  readonly sender?: (pressurePa: number) => number;
  /** Where the sender really sits. */
  readonly senderAt?: string;
}

/** One thing that could explain a reading, in the degrees in which it is met. */
export interface Hypothesis {
  readonly id: string;
  readonly title: string;
  /** Part that it is about; empty for the oil, the level and the sender. */
  readonly part: string;
  /** How often it is met, against the others. @source engineering judgement, no data */
  readonly prior: number;
  readonly severities: readonly Severity[];
  readonly check: HandCheck;
}

/** A healthy engine is met so often, against single causes. @source engineering judgement */
export const HEALTHY_PRIOR = 3;

const check = (id: string, ask: string, yes: string, minutes: number): HandCheck => ({ id, ask, yes, minutes });

/** Everything that could explain a pressure that is not as predicted. A cause that leaves nothing to compile is left out. */
export function hypothesesOf(project: Project, variant: Variant): readonly Hypothesis[] {
  const make = new HypothesisMaker(project, variant);
  return [
    ...make.oil(),
    ...make.levelAndPump(),
    ...make.bearings(),
    ...variant.circuit.parts.flatMap((part) => make.ofPart(part)),
    ...make.leaks(),
    ...make.sender(),
  ].filter((h) => h.severities.length > 0);
}

/** A line outside the engine: it can be blocked, squeezed or leak. */
const isOutside = (part: Part): boolean => part.kind === 'line' && (part.form === 'hose' || part.form === 'hardLine');

class HypothesisMaker {
  constructor(
    private readonly project: Project,
    private readonly variant: Variant,
  ) {}

  /** Parts changed, as a project of its own. */
  private changed(words: string, change: (part: Part) => Part): Severity[] {
    const parts = this.variant.circuit.parts.map(change);
    if (parts.every((p, i) => p === this.variant.circuit.parts[i])) return [];
    return [
      { words, project: withVariant(this.project, { ...this.variant, circuit: { ...this.variant.circuit, parts } }) },
    ];
  }

  private one(id: string, words: string, change: (part: Part) => Part): Severity[] {
    return this.changed(words, (p) => (p.id === id ? change(p) : p));
  }

  oil(): readonly Hypothesis[] {
    const thinned = (factor: number): Project => {
      const { oil } = this.project;
      const season = this.variant.season?.oil;
      const of = (o: Project['oil']) => ({
        ...o,
        viscosity40M2S: o.viscosity40M2S * factor,
        viscosity100M2S: o.viscosity100M2S * factor,
        ...(o.hthsPaS === undefined ? {} : { hthsPaS: o.hthsPaS * factor }),
      });
      const base = { ...this.project, oil: of(oil) };
      return season
        ? withVariant(base, { ...this.variant, season: { ...this.variant.season!, oil: of(season) } })
        : base;
    };
    return [
      {
        id: 'oilThin',
        title: 'Oil too thin: wrong grade, or diluted with fuel',
        part: '',
        prior: 1.2,
        severities: [0.8, 0.65, 0.5].map((f) => ({
          words: `${Math.round(100 * f)} % of its viscosity`,
          project: thinned(f),
        })),
        check: check(
          'oil',
          'Smell the oil on the stick, and let it and fresh oil run off two sticks side by side.',
          'It smells of fuel, or runs off faster.',
          5,
        ),
      },
      {
        id: 'oilThick',
        title: 'Oil too thick: wrong grade, or colder than the thermometer says',
        part: '',
        prior: 0.5,
        severities: [1.4, 2].map((f) => ({ words: `${f} times its viscosity`, project: thinned(f) })),
        check: check(
          'oilGrade',
          'Look up what was filled in, and hold a second thermometer to the pan.',
          'It is a thicker grade, or the oil is colder than shown.',
          5,
        ),
      },
    ];
  }

  levelAndPump(): readonly Hypothesis[] {
    const pumps = (words: string, change: (p: Extract<Part, { kind: 'pump' }>) => Part) =>
      this.changed(words, (p) => (p.kind === 'pump' ? change(p) : p));
    return [
      {
        id: 'level',
        title: 'Low level, or air in the oil',
        part: '',
        prior: 1.2,
        severities: [0.85, 0.7, 0.5, 0.3].flatMap((f) =>
          pumps(`the pump moves ${Math.round(100 * f)} % oil`, (p) => ({
            ...p,
            displacementM3Rev: p.displacementM3Rev * f,
          })),
        ),
        check: check(
          'level',
          'Read the dipstick with the engine stopped for some minutes.',
          'The level is low, or the oil is full of froth.',
          3,
        ),
      },
      {
        id: 'pump',
        title: 'Pump worn',
        part: this.variant.circuit.parts.find((p) => p.kind === 'pump')?.id ?? '',
        prior: 0.7,
        severities: [2, 3, 5].flatMap((f) =>
          pumps(`${f} times its slip`, (p) => ({
            ...p,
            slip:
              p.slip.kind === 'efficiency'
                ? { ...p.slip, volumetricEfficiency: Math.max(0.05, 1 - f * (1 - p.slip.volumetricEfficiency)) }
                : { ...p.slip, slipCoefficient: p.slip.slipCoefficient * f },
          })),
        ),
        check: check(
          'pump',
          'Open the pump and measure its clearances with a feeler gauge.',
          'They are over the maker’s limit.',
          180,
        ),
      },
    ];
  }

  bearings(): readonly Hypothesis[] {
    const worn = (f: number) =>
      this.changed(`${f} times the clearance`, (p) =>
        p.kind === 'bearings' || p.kind === 'rods' ? { ...p, clearanceRadialM: p.clearanceRadialM * f } : p,
      );
    return [
      {
        id: 'bearings',
        title: 'Bearings worn or loose',
        part: this.variant.circuit.parts.find((p) => p.kind === 'bearings')?.id ?? '',
        prior: 0.7,
        severities: [1.3, 1.6, 2, 2.6].flatMap(worn),
        check: check(
          'metal',
          'Cut the filter open and look for bearing metal, with a magnet beside.',
          'There is bearing metal in it.',
          40,
        ),
      },
    ];
  }

  ofPart(part: Part): readonly Hypothesis[] {
    switch (part.kind) {
      case 'relief':
        return this.ofRelief(part);
      case 'filter':
        return this.ofFilter(part);
      case 'orifice':
        return this.ofRestrictor(part);
      case 'line':
        return this.ofLine(part);
      case 'cooler':
        return this.ofCooler(part);
      case 'pickup':
        return this.ofPickup(part);
      default:
        return [];
    }
  }

  private ofRelief(part: PartOf<'relief'>): readonly Hypothesis[] {
    return [
      {
        id: `${part.id}.weak`,
        title: `${part.name} weak or stuck open`,
        part: part.id,
        prior: 1,
        severities: [0.75, 0.5, 0.25, 0.02].flatMap((f) =>
          this.one(
            part.id,
            f < 0.1 ? 'stuck open' : `opens at ${Math.round(100 * f)} % of its pressure`,
            (p) => ({ ...p, crackPa: part.crackPa * f, fullOpenPa: part.fullOpenPa * f }) as Part,
          ),
        ),
        check: check(
          `${part.id}`,
          `Take ${part.name} out: measure its spring, look for dirt and scores.`,
          'The spring is short, or the plunger sticks open.',
          30,
        ),
      },
      {
        id: `${part.id}.shut`,
        title: `${part.name} stuck shut`,
        part: part.id,
        prior: 0.3,
        severities: this.one(part.id, 'stuck shut', (p) => ({ ...p, crackPa: 1e8, fullOpenPa: 1.1e8 }) as Part),
        check: check(
          `${part.id}.shut`,
          `Take ${part.name} out and push its plunger by hand.`,
          'The plunger does not move.',
          30,
        ),
      },
    ];
  }

  private ofFilter(part: PartOf<'filter'>): readonly Hypothesis[] {
    return [
      {
        id: `${part.id}.loaded`,
        title: `${part.name} clogged`,
        part: part.id,
        prior: 0.9,
        severities: [4, 10, 25].flatMap((f) =>
          this.one(
            part.id,
            `${f} times as restrictive as new`,
            (p) => ({ ...p, load: Math.max(part.load, f) }) as Part,
          ),
        ),
        check: check(
          `${part.id}.loaded`,
          `Fit a new ${part.name.toLowerCase()} element and read again.`,
          'The pressure is back.',
          20,
        ),
      },
      ...(part.bypass
        ? [
            {
              id: `${part.id}.bypass`,
              title: `${part.name}’s bypass valve stuck open`,
              part: part.id,
              prior: 0.3,
              severities: this.one(
                part.id,
                'stuck open',
                (p) => ({ ...p, bypass: { ...part.bypass!, crackPa: 100, fullOpenPa: 1000 } }) as Part,
              ),
              check: check(
                `${part.id}.bypass`,
                `Take ${part.name} off and press its bypass valve.`,
                'It stays open.',
                20,
              ),
            },
          ]
        : []),
    ];
  }

  private ofRestrictor(part: PartOf<'orifice'>): readonly Hypothesis[] {
    const line = this.variant.circuit.parts.find(
      (p) =>
        p.kind === 'line' &&
        this.variant.circuit.joints.some((j) =>
          [j.from, j.to].every((ref) => [p.id, part.id].includes(splitPortRef(ref).part)),
        ),
    );
    return [
      {
        id: `${part.id}.plugged`,
        title: `${part.name} plugged`,
        part: part.id,
        prior: 0.5,
        severities: this.one(part.id, 'plugged', (p) => ({ ...p, blocked: true })),
        check: check(`${part.id}`, `Take ${part.name} out and look through it.`, 'It is plugged.', 20),
      },
      {
        id: `${part.id}.missing`,
        title: `${part.name} left out or drilled out`,
        part: part.id,
        prior: 0.5,
        severities: this.one(
          part.id,
          'left out',
          (p) => ({ ...p, boreM: line?.kind === 'line' ? line.boreM : part.boreM * 2.5 }) as Part,
        ),
        check: check(
          `${part.id}.missing`,
          `Take the joint at ${part.name} apart and look.`,
          'There is no restrictor, or a larger one.',
          20,
        ),
      },
    ];
  }

  private ofLine(part: PartOf<'line'>): readonly Hypothesis[] {
    // A hose of a cooler blocks what the cooler blocks: the two cannot be told apart from outside.
    return isOutside(part) && !this.servesCooler(part)
      ? [
          {
            id: `${part.id}.blocked`,
            title: `${part.name} blocked`,
            part: part.id,
            prior: 0.4,
            severities: this.one(part.id, 'blocked', (p) => ({ ...p, blocked: true })),
            check: check(
              `${part.id}`,
              `Take ${part.name} off at its far end, hold it into a can and crank without ignition.`,
              'No oil comes.',
              15,
            ),
          },
        ]
      : [];
  }

  private ofCooler(part: PartOf<'cooler'>): readonly Hypothesis[] {
    return [
      {
        id: `${part.id}.blocked`,
        title: `${part.name} or its hoses blocked`,
        part: part.id,
        prior: 0.3,
        severities: this.one(part.id, 'blocked', (p) => ({ ...p, blocked: true })),
        check: check(
          `${part.id}`,
          `With the oil hot, feel both hoses of ${part.name}.`,
          'One is hot and the other stays cold.',
          15,
        ),
      },
    ];
  }

  private ofPickup(part: PartOf<'pickup'>): readonly Hypothesis[] {
    return [
      {
        id: `${part.id}.loaded`,
        title: `${part.name} screen clogged`,
        part: part.id,
        prior: 0.5,
        severities: [20, 80].flatMap((f) =>
          this.one(
            part.id,
            `${f} times as restrictive`,
            (p) => ({ ...p, screen: { ...part.screen, load: f } }) as Part,
          ),
        ),
        check: check(`${part.id}`, 'Take the pan off and look at the screen.', 'The screen is clogged.', 120),
      },
    ];
  }

  /** True for a hose that is joined to a cooler. */
  private servesCooler(line: Part): boolean {
    const coolers = new Set(this.variant.circuit.parts.filter((p) => p.kind === 'cooler').map((p) => p.id));
    return this.variant.circuit.joints.some((j) => {
      const ends = [j.from, j.to].map((ref) => splitPortRef(ref).part);
      return ends.includes(line.id) && ends.some((id) => coolers.has(id));
    });
  }

  /** A leak outside is one cause, whichever hose it is at: they look alike from the gauge, and one look finds it. */
  leaks(): readonly Hypothesis[] {
    const hoses = this.variant.circuit.parts.filter(isOutside);
    return [
      {
        id: 'leak',
        title: hoses.length === 1 ? `${hoses[0]!.name} leaks` : 'A hose or a joint leaks',
        part: '',
        prior: 0.8,
        severities: hoses.flatMap((h) => [1, 2.5, 6].flatMap((f) => this.leak(h, f))),
        check: check('leak', 'Wipe hoses and joints dry, run for a minute, look under them.', 'Something is wet.', 10),
      },
    ];
  }

  /** A hole of 1.5 mm, or so many times its area. */
  private leak(part: Part, times: number): Severity[] {
    const base = singleFaults(this.variant).find((f) => f.id === `${part.id}.leak`);
    const leaking = base?.apply(this.variant);
    if (!leaking) return [];
    const known = new Set(this.variant.circuit.parts.map((p) => p.id));
    const parts = leaking.circuit.parts.map((p) =>
      !known.has(p.id) && p.kind === 'consumer' ? { ...p, ratedFlowM3S: p.ratedFlowM3S * times } : p,
    );
    const variant = { ...leaking, circuit: { ...leaking.circuit, parts } };
    return [
      {
        words: `${part.name}, as by a hole of ${(1.5 * Math.sqrt(times)).toFixed(1)} mm`,
        project: withVariant(this.project, { ...variant, id: this.variant.id }),
      },
    ];
  }

  sender(): readonly Hypothesis[] {
    const at = gaugePort(this.variant.circuit.parts);
    const filter = this.variant.circuit.parts.find((p) => p.kind === 'filter');
    return [
      ...([-1, 1] as const).map((side): Hypothesis => ({
        id: side < 0 ? 'senderLow' : 'senderHigh',
        title: side < 0 ? 'Sender or gauge reads too low' : 'Sender or gauge reads too high',
        part: '',
        prior: 0.6,
        severities: [0.4e5, 0.8e5, 1.6e5].map((off) => ({
          words: `by ${off / 1e5} bar`,
          project: undefined,
          sender: (p: number) => Math.max(0, p + side * off),
        })),
        check: check(
          'secondGauge',
          'Screw a mechanical gauge into the sender’s port.',
          'It shows something else than the sender.',
          30,
        ),
      })),
      ...(filter && at !== undefined
        ? [
            {
              id: 'senderUpstream',
              title: 'Sender sits upstream of the filter media',
              part: '',
              prior: 0.3,
              severities: [
                { words: `at the inlet of ${filter.name}`, project: undefined, senderAt: `${filter.id}.in` },
              ],
              check: check(
                'senderPlace',
                'Follow the sender’s passage: does it come before or behind the filter media?',
                'It comes before the filter.',
                10,
              ),
            },
          ]
        : []),
    ];
  }
}

/** Ports at which a second gauge could be screwed in: where a part has a tap, and what is fed from outside. */
export function gaugePorts(variant: Variant): readonly string[] {
  return variant.circuit.parts.flatMap((p) =>
    p.kind === 'plate'
      ? [`${p.id}.tap`]
      : p.kind === 'consumer' && p.duty === 'turbo' && PORTS[p.kind].includes('in')
        ? [`${p.id}.in`]
        : p.kind === 'line' && p.form === 'gallery'
          ? [`${p.id}.out`]
          : [],
  );
}
