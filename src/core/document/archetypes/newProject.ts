import { CONDITION_IDS, conditionOf } from '../project/conditions';
import { PROJECT_FORMAT, WHOLE_VERSION, projectSchema, type Circuit, type Project } from '../project/project';
import { OIL_GRADES } from '../../physics/oil/grades';
import type { OilData } from '../../physics/oil/oil';
import type { FullAnswers } from './answers';
import { archetypeOf } from './archetypes';
import { FREE_AIR, usualCoolantHeat } from './usualOfEngine';

const RPM = 1 / 60;
const C = 273.15;
const LITRE = 1e-3;

/**
 * Heat that grows with the engine, a litre; pan and fins with its surface.
 * @source engineering judgement, docs/model.md
 */
const BASE_HEAT_W_L = 650;
const BLOCK_WK_L = 52;
const PAN_WK = 15;
const PAN_AT_L = 2.3;
/** Block, head and coolant. @source engineering judgement */
const COOLANT_JK_L = 37e3;
const METAL_JK_L = 8e3;
const METAL_WK_L = 65;
/** Air-cooled engines that work hard at little speed have a fan. @source common practice, no source */
const FAN_USES: readonly FullAnswers['use'][] = ['towing', 'boat', 'offRoad'];
const BLOCK_FAN_MS = 45;
/** Oil that an air-cooled engine may have. @source common practice */
const HOTTEST_LIQUID_K = C + 120;
const HOTTEST_AIR_K = C + 130;

function freeAirOf({ archetype, kind }: FullAnswers): (typeof FREE_AIR)[keyof typeof FREE_AIR] {
  if (archetype === 'drySump' || archetype === 'airTwin') return FREE_AIR.tank;
  return kind === 'vintage' || kind === 'classic' ? FREE_AIR.noTray : FREE_AIR.tray;
}

/** The oil that the answers name. */
export function oilOf({ oil, oilGrade }: FullAnswers): OilData {
  return (oil as OilData | undefined) ?? OIL_GRADES.find((grade) => grade.name === oilGrade) ?? OIL_GRADES[0]!;
}

/**
 * A project around a stock circuit, with the conditions that people think in and a range from −10 °C up.
 * @throws when the schema refuses it: the answers have been checked
 */
export function newProject(answers: FullAnswers, circuit: Circuit): Project {
  const litres = answers.displacementM3 / LITRE;
  const idleRevS = answers.idleRpm * RPM;
  const redlineRevS = answers.redlineRpm * RPM;
  const crankingSpeedRevS = answers.crankingRpm * RPM;
  const hottestOilK = answers.cooling === 'air' ? HOTTEST_AIR_K : HOTTEST_LIQUID_K;
  const project = projectSchema.parse({
    format: PROJECT_FORMAT,
    version: WHOLE_VERSION,
    name: answers.name,
    engine: {
      description: answers.description,
      displacementM3: answers.displacementM3,
      cylinders: answers.cylinders,
      layout: answers.layout,
      boreM: answers.boreM,
      strokeM: answers.strokeM,
      fuel: answers.fuel,
      use: answers.use,
      kind: answers.kind,
      freeAir: freeAirOf(answers),
      crankingSpeedRevS,
      idleSpeedRevS: idleRevS,
      maximumSpeedRevS: redlineRevS,
      heat: {
        brakePowerW: answers.brakePowerW,
        coolantK: answers.coolantK,
        baseHeatW: BASE_HEAT_W_L * litres,
        blockCooledBy: answers.cooling === 'air' ? 'air' : 'coolant',
        blockConductanceWK: BLOCK_WK_L * litres,
        coolantCapacityJK: COOLANT_JK_L * litres,
        coolantHeat: usualCoolantHeat(answers.displacementM3, answers.fuel),
        ...(answers.cooling === 'air' && FAN_USES.includes(answers.use) ? { blockFanMS: BLOCK_FAN_MS } : {}),
        panConductanceWK: archetypeOf(answers.archetype).usual.panShare * PAN_WK * (litres / PAN_AT_L) ** (2 / 3),
        metalCapacityJK: METAL_JK_L * litres,
        metalConductanceWK: METAL_WK_L * litres,
      },
    },
    oil: oilOf(answers),
    range: {
      coldestOilK: C - 10,
      hottestOilK,
      coldSpeedRevS: Math.min(0.6 * redlineRevS, Math.max(1.6 * idleRevS, Math.min(1350 * RPM, 0.25 * redlineRevS))),
      fullSpeedFromK: C + 70,
    },
    variants: [{ id: 'stock', name: 'Stock', circuit }],
    activeVariant: 'stock',
  });
  return { ...project, namedStates: CONDITION_IDS.map((id) => conditionOf(project, id)) };
}
