import { answersSchema, type AnswersInput } from '../../document/archetypes/answers';
import { buildFromAnswers } from '../../document/archetypes/buildProject';
import type { Aim } from '../../document/project/aims';
import type { KeptProject } from '../../document/project/keptProject';
import { activeVariant, type Circuit } from '../../document/project/project';
import { deriveProject } from '../../document/changes/deriveProject';
import { keptOf } from '../../document/changes/keptOf';
import { seeded } from '../../foundations/random/quasiRandom';
import { catalogueEntry } from '../../document/parts/catalogue';
import type { JobId } from '../../document/jobs/jobs';

/*
 * Invented engines with faults of design put into them, for the search for a fix to find its way back. Nothing here knows
 * what the search tries: faults are edits of figures and joints, by factors that hit none of its sizes.
 */

type Loose = Record<string, unknown> & { id: string; kind: string };
type Random = () => number;

/** A figure of a part, somewhere within. */
const editing = (
  circuit: Circuit,
  change: (parts: Loose[], joints: { from: string; to: string }[]) => void,
): Circuit => {
  const copy = JSON.parse(JSON.stringify(circuit)) as { parts: Loose[]; joints: { from: string; to: string }[] };
  change(copy.parts, copy.joints);
  return copy as unknown as Circuit;
};
const between = (random: Random, low: number, high: number) => low + (high - low) * random();
const times = (part: Loose, key: string, factor: number) => {
  part[key] = (part[key] as number) * factor;
  delete part['dash'];
};

/** One fault of design. */
export interface PlantedFault {
  readonly id: string;
  /** @returns undefined where there is nothing to spoil */
  readonly plant: (circuit: Circuit, random: Random) => Circuit | undefined;
}

const onPart =
  (is: (part: Loose) => boolean, spoil: (part: Loose, random: Random) => void): PlantedFault['plant'] =>
  (circuit, random) => {
    const found = (circuit.parts as unknown as Loose[]).filter(is);
    const chosen = found[Math.floor(random() * found.length)];
    return (
      chosen &&
      editing(circuit, (parts) =>
        spoil(
          parts.find((p) => p.id === chosen.id)!,
          random,
        ),
      )
    );
  };

/** The fed part outside, and the joint through which it is fed. */
const turboOf = (parts: readonly Loose[]) => parts.find((p) => p.kind === 'consumer' && p['duty'] === 'turbo');

export const PLANTED_FAULTS: readonly PlantedFault[] = [
  {
    id: 'restrictor too large',
    plant: onPart(
      (p) => p.kind === 'orifice',
      (p, random) => times(p, 'boreM', between(random, 1.83, 2.37)),
    ),
  },
  {
    id: 'hose too small',
    plant: onPart(
      (p) => p.kind === 'line' && p['form'] === 'hose',
      (p, random) => times(p, 'boreM', between(random, 0.31, 0.43)),
    ),
  },
  {
    id: 'drain too small',
    plant: onPart(
      (p) => p.kind === 'drain',
      (p, random) => times(p, 'boreM', between(random, 0.37, 0.47)),
    ),
  },
  {
    id: 'cooler too small',
    plant: onPart(
      (p) => p.kind === 'cooler' && p['cooling'] !== undefined && (p['cooling'] as { kind: string }).kind === 'air',
      (p, random) => {
        const cooling = p['cooling'] as Record<string, number>;
        const factor = between(random, 0.07, 0.17);
        cooling['ratedHeatW'] = cooling['ratedHeatW']! * factor;
        cooling['faceAreaM2'] = cooling['faceAreaM2']! * factor;
      },
    ),
  },
  {
    id: 'spring too weak',
    plant: onPart(
      (p) => p.kind === 'relief',
      (p, random) => {
        const crackPa = p['crackPa'] as number;
        const is = crackPa * between(random, 0.23, 0.37);
        p['fullOpenPa'] = (p['fullOpenPa'] as number) - crackPa + is;
        p['crackPa'] = is;
      },
    ),
  },
  {
    id: 'tap before the filter',
    plant: (circuit) => {
      const { parts, joints } = circuit as unknown as { parts: Loose[]; joints: { from: string; to: string }[] };
      const filter = parts.find((p) => p.kind === 'filter');
      const turbo = turboOf(parts);
      // The first of the branch stands where the gallery's oil is tapped.
      const tapped = joints.findIndex(
        ({ from, to }) => from === 'gallery.out' && /^(turbo|hose)/i.test(to) && to.endsWith('.in'),
      );
      if (!filter || !turbo || tapped < 0) return undefined;
      return editing(circuit, (_, all) => {
        all[tapped]!.from = `${filter.id}.in`;
      });
    },
  },
  {
    id: 'two restrictors',
    plant: (circuit, random) => {
      const turbo = turboOf(circuit.parts as unknown as Loose[]);
      const at = turbo ? circuit.joints.findIndex((j) => j.to === `${turbo.id}.in`) : -1;
      if (!turbo || at < 0) return undefined;
      return editing(circuit, (parts, joints) => {
        const id = 'oddRestrictor';
        const usual = catalogueEntry('restrictor').part as unknown as Loose;
        parts.push({ ...usual, id, name: 'Odd restrictor', boreM: between(random, 0.41, 0.53) * 1e-3 });
        joints.push({ from: `${id}.out`, to: `${turbo.id}.in` });
        joints[at]!.to = `${id}.in`;
      });
    },
  },
];

/** A fault that is made by not fitting something. */
const LEFT_OUT = 'no cooler';

export interface PlantedCase {
  readonly seed: number;
  readonly engine: AnswersInput;
  readonly faults: readonly string[];
  readonly healthy: KeptProject;
  readonly planted: KeptProject;
  readonly aims: readonly Aim[];
}

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;

/** An invented engine, with a turbo feed and a cooler as often as not. */
function engineOf(seed: number, random: Random): AnswersInput {
  const archetype = pick(random, ['wetSump', 'wetSump', 'coolerOnHousing', 'pushrodV', 'remoteFilter'] as const);
  const cylinders = archetype === 'pushrodV' ? 8 : pick(random, [4, 5, 6]);
  const wants: JobId[] = [];
  const hasHousing = archetype === 'coolerOnHousing';
  if (random() < 0.75) wants.push(hasHousing ? 'coolerAdded' : 'cooler');
  if (random() < 0.75) wants.push('turbo');
  return {
    name: `Invented ${seed}`,
    archetype,
    cylinders,
    ...(archetype === 'pushrodV' ? { layout: 'v' as const } : {}),
    displacementM3: cylinders * between(random, 0.41, 0.63) * 1e-3,
    idleRpm: Math.round(between(random, 750, 950)),
    redlineRpm: Math.round(between(random, 5600, 7200)),
    use: pick(random, ['street', 'towing', 'track'] as const),
    ...(hasHousing ? {} : { stockCooler: 'none' as const }),
    wants,
  };
}

/** All that is built, as the engine as it is: a fault is there from the beginning, not a change of a variant. */
function asOne(engine: AnswersInput): KeptProject | undefined {
  const built = buildFromAnswers(answersSchema.parse(engine));
  if (!built.ok) return undefined;
  const variant = activeVariant(built.project);
  const { basedOn: _, ...alone } = { ...variant, id: 'engine', name: 'As built' };
  return keptOf({ ...built.project, variants: [alone], activeVariant: 'engine' });
}

const withCircuit = (kept: KeptProject, circuit: Circuit): KeptProject => ({
  ...kept,
  asItIs: { ...kept.asItIs, circuit },
});

/**
 * A case by its seed: one to three faults in an engine that is healthy without them.
 * @param isHealthy the full check of a project, and whether each fault alone spoils it
 * @returns undefined where this seed gives none
 */
export function plantedCase(seed: number, isHealthy: (kept: KeptProject) => boolean): PlantedCase | undefined {
  const random = seeded(seed * 7919 + 13);
  const engine = engineOf(seed, random);
  const healthy = asOne(engine);
  if (!healthy || !isHealthy(healthy)) return undefined;
  const count = 1 + Math.floor(random() * 3);
  const order = [...PLANTED_FAULTS].sort(() => random() - 0.5);
  const cooled = (engine.wants ?? []).filter((w) => w !== 'cooler' && w !== 'coolerAdded');
  const faults: string[] = [];
  let base = healthy;
  if (cooled.length < (engine.wants ?? []).length && random() < 0.3) {
    const bare = asOne({ ...engine, wants: cooled });
    if (bare && !isHealthy(bare)) {
      faults.push(LEFT_OUT);
      base = bare;
    }
  }
  let { circuit } = deriveProject(base).variants[0]!;
  for (const { id, plant } of order) {
    if (faults.length >= count) break;
    const alone = plant(deriveProject(healthy).variants[0]!.circuit, seeded(seed + id.length));
    // A fault that spoils nothing by itself is none.
    if (!alone || isHealthy(withCircuit(healthy, alone))) continue;
    const together = plant(circuit, seeded(seed + id.length));
    if (!together) continue;
    circuit = together;
    faults.push(id);
  }
  return faults.length === 0
    ? undefined
    : { seed, engine, faults, healthy, planted: withCircuit(base, circuit), aims: [] };
}
