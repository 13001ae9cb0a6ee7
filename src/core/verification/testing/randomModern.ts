import type { Part } from '../../document/parts/part';
import { projectSchema, type Project } from '../../document/project/project';
import { HOUSINGS } from '../../physics/housing';
import { ROTORS } from '../../physics/rotors';
import { seededRandom } from './loopedNetwork';
import { Draw, randomProject } from './randomCircuit';

/**
 * A random project whose engine states what a file may leave out: air, filling, cold clearances that grow, loads,
 * side flow, dirt under the relief.
 */
export function randomModernProject(seed: number): Project {
  const project = randomProject(seed);
  const draw = new Draw(seededRandom(seed + 1));
  const modern = (part: Part): Part => {
    if (part.kind === 'pump') return { ...part, fillLoss: undefined, rotors: draw.pick(ROTORS) };
    if (part.kind === 'relief') return { ...part, seatLeakM2: draw.pick([0, draw.spread(1e-7, 1e-5)]) };
    if (part.kind !== 'bearings' && part.kind !== 'rods') return part;
    return {
      ...part,
      eccentricity: { kind: 'specificLoad', fullLoadPa: draw.spread(1e6, 2e7) },
      hydrodynamicSideFlow: true,
      runsIn: draw.pick(HOUSINGS),
      wallFactor: draw.between(1, 1.5),
    };
  };
  return projectSchema.parse({
    ...project,
    engine: { ...project.engine, freeAir: { atIdleShare: draw.between(0, 0.1), atRedlineShare: draw.between(0, 0.2) } },
    variants: project.variants.map((v) => ({ ...v, circuit: { ...v.circuit, parts: v.circuit.parts.map(modern) } })),
  });
}
