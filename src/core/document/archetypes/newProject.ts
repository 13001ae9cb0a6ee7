import { PROJECT_FORMAT, PROJECT_VERSION, projectSchema, type Circuit, type Project } from '../project/project';
import { OIL_GRADES } from '../../physics/oil/grades';

const RPM = 1 / 60;
const C = 273.15;

/** What is asked about an engine before its circuit. */
export interface NewEngine {
  readonly name: string;
  readonly description: string;
  readonly displacementM3: number;
  readonly cylinders: number;
  readonly idleSpeedRevS: number;
  readonly maximumSpeedRevS: number;
  /** One of the grade library. */
  readonly oilGrade: string;
}

/**
 * A project around a stock circuit, with the four states that people think in and a range from −10 to 120 °C.
 * @throws when the schema refuses it: the interview has checked its answers
 */
export function newProject(engine: NewEngine, circuit: Circuit): Project {
  const crankingSpeedRevS = 250 * RPM;
  return projectSchema.parse({
    format: PROJECT_FORMAT,
    version: PROJECT_VERSION,
    name: engine.name,
    engine: {
      description: engine.description,
      displacementM3: engine.displacementM3,
      cylinders: engine.cylinders,
      crankingSpeedRevS,
      idleSpeedRevS: engine.idleSpeedRevS,
      maximumSpeedRevS: engine.maximumSpeedRevS,
    },
    oil: OIL_GRADES.find((grade) => grade.name === engine.oilGrade) ?? OIL_GRADES[0],
    range: {
      coldestOilK: C - 10,
      hottestOilK: C + 120,
      coldSpeedRevS: Math.max(1.6 * engine.idleSpeedRevS, 1350 * RPM),
      fullSpeedFromK: C + 70,
    },
    namedStates: [
      { name: 'Cold crank', speedRevS: crankingSpeedRevS, oilTemperatureK: C - 10 },
      { name: 'Cold start', speedRevS: Math.max(1100 * RPM, 1.3 * engine.idleSpeedRevS), oilTemperatureK: C - 10 },
      { name: 'Hot idle', speedRevS: engine.idleSpeedRevS, oilTemperatureK: C + 110 },
      { name: 'Full speed', speedRevS: engine.maximumSpeedRevS, oilTemperatureK: C + 100 },
    ],
    variants: [{ id: 'stock', name: 'Stock', circuit }],
    activeVariant: 'stock',
  });
}
