import { WHOLE_VERSION, projectSchema, type Joint, type Project } from '../../document/project/project';

export const RIG_DENSITY_KG_M3 = 850;
/** A fluid of constant viscosity, so that closed forms need no temperature. */
export const RIG_VISCOSITY_PA_S = 12e-6 * RIG_DENSITY_KG_M3;
const OIL = {
  name: 'constant',
  viscosity40M2S: 12e-6,
  viscosity100M2S: 12e-6,
  density15KgM3: RIG_DENSITY_KG_M3,
  expansionPerK: 0,
};
export const RIG_HIGH_PA = 3e5;

/**
 * Parts between two tanks, `high` and `low`, 3 bar apart: a bench on which one law at a time can be held against a
 * closed form.
 */
export function betweenTanks(
  parts: readonly Record<string, unknown>[],
  joints: readonly (readonly [string, string])[],
): Project {
  return projectSchema.parse({
    format: 'tidal-gauge-project',
    version: WHOLE_VERSION,
    name: 'bench',
    oil: OIL,
    engine: { crankingSpeedRevS: 4, idleSpeedRevS: 14, maximumSpeedRevS: 100 },
    range: { coldestOilK: 263, hottestOilK: 393, coldSpeedRevS: 25, fullSpeedFromK: 343 },
    activeVariant: 'a',
    variants: [
      {
        id: 'a',
        name: 'A',
        circuit: {
          parts: [
            { id: 'high', kind: 'tank', name: 'high', levelM: 0, pressurePa: RIG_HIGH_PA },
            { id: 'low', kind: 'tank', name: 'low', levelM: 0, pressurePa: 0 },
            ...parts,
          ],
          joints: joints.map(([from, to]): Joint => ({ from, to })),
        },
      },
    ],
  });
}
