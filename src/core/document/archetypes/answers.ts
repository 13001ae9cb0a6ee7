import { z } from 'zod';
import { OIL_GRADES } from '../../physics/oil/grades';
import { between, positive } from '../parts/field';
import { HOUSINGS } from '../../physics/housing';
import { ENGINE_KIND_IDS, type EngineKindId } from '../project/engineKinds';
import { oilSchema } from '../project/project';
import { USE_IDS } from '../project/use';
import { ARCHETYPE_IDS, archetypeOf, type ArchetypeId } from './archetypes';
import { JOB_IDS } from '../jobs/jobs';

const MM = 1e-3;
const BAR = 1e5;
const C = 273.15;
const MOST_CYLINDERS = 16;
const MOST_LITRES = 30;

const GRADES = OIL_GRADES.map((grade) => grade.name) as [string, ...string[]];

/** How a fill is known: by the book, or measured as it was drained. */
export const OIL_FILL_FROM = ['book', 'drained'] as const;

/**
 * What is asked of a new engine, as a file and the questions on the screen give it. All but the first six have
 * defaults.
 */
export const answersSchema = z
  .strictObject({
    name: z.string().trim().min(1).max(80).meta({ title: 'Name' }),
    archetype: z.enum(ARCHETYPE_IDS).meta({ title: 'Stock circuit' }),
    displacementM3: between(0.02e-3, MOST_LITRES * 1e-3, 'engineSize', 'Displacement', { typical: [0.1e-3, 15e-3] }),
    cylinders: z.int().min(1).max(MOST_CYLINDERS).meta({ title: 'Cylinders' }),
    idleRpm: z.number().min(200).max(4000).meta({ title: 'Idle, rpm' }),
    redlineRpm: z.number().min(800).max(25_000).meta({ title: 'Redline, rpm' }),
    /** Its relief and what its gauge shows follow from it. */
    kind: z.enum(ENGINE_KIND_IDS).optional().meta({ title: 'Kind' }),
    block: z.enum(HOUSINGS).optional().meta({ title: 'Block' }),
    crankBearings: z.enum(['plain', 'rolling']).optional().meta({ title: 'Crank runs in' }),
    /** What its book says that the relief opens at. */
    reliefPa: positive('pressure', 'Relief opens at', { typical: [1.5 * BAR, 7 * BAR] }).optional(),
    /** What it takes at an oil change, its filter with it. */
    oilFillM3: positive('volume', 'Oil it takes, with its filter', { typical: [0.5e-3, 20e-3] }).optional(),
    /** How that is known. */
    oilFillFrom: z.enum(OIL_FILL_FROM).default('book').meta({ title: 'Known from' }),
    /** What its gauge shows while it is healthy, or what its book prints; with the oil that warm engines have. */
    hotIdlePa: positive('pressure', 'Gauge at a hot idle', { typical: [0.3 * BAR, 3 * BAR] }).optional(),
    atSpeedPa: positive('pressure', 'Gauge at speed', { typical: [1.5 * BAR, 7 * BAR] }).optional(),
    /** At which engine speed; absent: 3000 rpm, or 0.6 of the redline where that is less. */
    atSpeedRpm: z.number().min(200).max(25_000).optional().meta({ title: 'Read at speed at, rpm' }),
    /** Absent: nobody knows; it is between 85 and 110 °C. */
    gaugeOilK: positive('temperature', 'Oil at these readings', { typical: [C + 70, C + 120] }).optional(),
    senderAt: z.enum(['gallery', 'beforeFilter']).default('gallery').meta({ title: 'Its sender sits' }),
    description: z.string().max(200).default('').meta({ title: 'Description' }),
    layout: z.enum(['inline', 'v', 'flat']).optional().meta({ title: 'Layout' }),
    /** Where a layout allows two counts: a flat engine has half its cylinders and one, or all of them and one. */
    mainBearings: z
      .int()
      .min(1)
      .max(MOST_CYLINDERS + 1)
      .optional()
      .meta({ title: 'Main bearings' }),
    boreM: positive('bore', 'Bore', { typical: [40 * MM, 150 * MM] }).optional(),
    strokeM: positive('bore', 'Stroke', { typical: [35 * MM, 180 * MM] }).optional(),
    valveGear: z.enum(['pushrod', 'singleCam', 'twinCam']).optional().meta({ title: 'Valve gear' }),
    lifters: z.enum(['hydraulic', 'solid']).optional().meta({ title: 'Lifters' }),
    pistonJets: z.boolean().optional().meta({ title: 'Piston jets' }),
    tensioner: z.boolean().optional().meta({ title: 'Chain tensioner fed with oil' }),
    cooling: z.enum(['liquid', 'air']).optional().meta({ title: 'Engine cooled by' }),
    /** The oil cooler that it was built with. */
    stockCooler: z.enum(['none', 'coolant', 'air']).optional().meta({ title: 'Oil cooler as built' }),
    fuel: z.enum(['petrol', 'diesel']).optional().meta({ title: 'Fuel' }),
    use: z.enum(USE_IDS).optional().meta({ title: 'Use' }),
    brakePowerW: positive('heatFlow', 'Brake power at the redline', { typical: [5e3, 600e3] }).optional(),
    coolantK: positive('temperature', 'Coolant, warm', { typical: [C + 70, C + 105] }).optional(),
    crankingRpm: z.number().min(40).max(1500).optional().meta({ title: 'Cranking, rpm' }),
    oilGrade: z.enum(GRADES).optional().meta({ title: 'Oil grade' }),
    /** An oil of its own in place of a grade. */
    oil: oilSchema.optional(),
    wants: z.array(z.enum(JOB_IDS)).max(JOB_IDS.length).default([]).meta({ title: 'What are you changing' }),
    /** What each of these jobs asks, in SI; its usual answer where nothing is said. */
    asked: z
      .partialRecord(z.enum(JOB_IDS), z.record(z.string().max(40), z.union([z.number(), z.string().max(40)])))
      .default({}),
  })
  .refine((a) => a.idleRpm < a.redlineRpm, { error: 'idleRpm must be below redlineRpm', path: ['idleRpm'] });
export type AnswersInput = z.input<typeof answersSchema>;
export type Answers = z.output<typeof answersSchema>;

/** Answers with every default put in. */
type Own =
  'oilFillM3' | 'boreM' | 'strokeM' | 'oil' | 'reliefPa' | 'hotIdlePa' | 'atSpeedPa' | 'atSpeedRpm' | 'gaugeOilK';
export type FullAnswers = { readonly [K in Exclude<keyof Answers, Own>]-?: NonNullable<Answers[K]> } & Pick<
  Answers,
  Own
>;

/**
 * Mean effective pressure at rated power, and where that is of the redline.
 * @source handbooks of engine design (from memory): 6 bar old or air-cooled, 8.5 with two valves, 10.5 with four, 12 in
 *   motorcycles and races, 15 to 20 for a turbo diesel
 */
const BMEP_PA = { old: 6 * BAR, twoValves: 8.5 * BAR, fourValves: 10.5 * BAR, race: 12 * BAR, diesel: 17 * BAR };
const RATED_SPEED_SHARE = 0.9;
/** Singles of motorcycles up to here run in rolling bearings [m³]. @source common practice, no source */
const ROLLING_SINGLE_M3 = 0.45e-3;
const WARM_COOLANT_K = C + 90;
const CRANKING_RPM = 250;
/** Cranking is slower than an idle. */
const CRANKING_OF_IDLE = 0.5;

/**
 * Main bearings by layout.
 * @source a journal between each two throws and one at each end; opposed pins share a throw in a V
 */
export function mainBearingsOf(layout: FullAnswers['layout'], cylinders: number): number {
  return layout === 'inline' || cylinders < 2 ? cylinders + 1 : Math.ceil(cylinders / 2) + 1;
}

/**
 * Coolers that engines of a use are built with.
 * @source common practice, no source: what works hard for long has one
 */
function stockCoolerOf(
  archetype: ArchetypeId,
  use: FullAnswers['use'],
  cooling: FullAnswers['cooling'],
): FullAnswers['stockCooler'] {
  const hard = use !== 'street' && use !== 'hillSprint';
  if (cooling === 'air') return hard ? 'air' : 'none';
  return hard || archetype === 'coolerOnHousing' || archetype === 'truckDiesel' ? 'coolant' : 'none';
}

/** What an engine of an archetype is called by its gauge: pushrods in a road engine make it a classic. */
function usualKind(archetype: ArchetypeId, valveGear: FullAnswers['valveGear']): EngineKindId {
  const { kind } = archetypeOf(archetype).usual;
  return kind === 'modern' && valveGear === 'pushrod' ? 'classic' : kind;
}

function bmepPa(kind: EngineKindId, fuel: FullAnswers['fuel'], valveGear: FullAnswers['valveGear']): number {
  if (fuel === 'diesel') return BMEP_PA.diesel;
  if (kind === 'vintage' || kind === 'airTwin') return BMEP_PA.old;
  if (kind === 'race' || kind === 'motorcycle') return BMEP_PA.race;
  return kind === 'modern' && valveGear === 'twinCam' ? BMEP_PA.fourValves : BMEP_PA.twoValves;
}

/** Puts the usual answer of the archetype to every question that was left out. */
export function completeAnswers(answers: Answers): FullAnswers {
  const { usual } = archetypeOf(answers.archetype);
  const layout = answers.layout ?? usual.layout;
  const fuel = answers.fuel ?? usual.fuel;
  const cooling = answers.cooling ?? usual.cooling;
  const use = answers.use ?? usual.use;
  const valveGear = answers.valveGear ?? usual.valveGear;
  const kind = answers.kind ?? usualKind(answers.archetype, valveGear);
  const old = kind === 'vintage' || kind === 'classic';
  const single = kind === 'motorcycle' && answers.cylinders === 1 && answers.displacementM3 <= ROLLING_SINGLE_M3;
  return {
    ...answers,
    layout,
    fuel,
    cooling,
    use,
    kind,
    block: answers.block ?? (old ? 'iron' : usual.block),
    crankBearings: answers.crankBearings ?? (single ? 'rolling' : usual.crankBearings),
    mainBearings: answers.mainBearings ?? mainBearingsOf(layout, answers.cylinders),
    valveGear,
    lifters: answers.lifters ?? (kind === 'vintage' ? 'solid' : usual.lifters),
    pistonJets: answers.pistonJets ?? (usual.pistonJets && !old),
    tensioner: answers.tensioner ?? (usual.tensioner && !(old && valveGear === 'pushrod')),
    stockCooler: answers.stockCooler ?? stockCoolerOf(answers.archetype, use, cooling),
    brakePowerW:
      answers.brakePowerW ??
      0.5 * bmepPa(kind, fuel, valveGear) * answers.displacementM3 * RATED_SPEED_SHARE * (answers.redlineRpm / 60),
    coolantK: answers.coolantK ?? WARM_COOLANT_K,
    crankingRpm: answers.crankingRpm ?? Math.min(CRANKING_RPM, CRANKING_OF_IDLE * answers.idleRpm),
    oilGrade: answers.oilGrade ?? usual.oilGrade,
  };
}
