import { z } from 'zod';
import { OIL_GRADES } from '../../physics/oil/grades';
import { between, positive } from '../parts/field';
import { oilSchema } from '../project/project';
import { USE_IDS } from '../project/use';
import { ARCHETYPE_IDS, archetypeOf, type ArchetypeId } from './archetypes';
import { WANT_IDS } from './wants';

const MM = 1e-3;
const C = 273.15;
const MOST_CYLINDERS = 16;
const MOST_LITRES = 30;

const GRADES = OIL_GRADES.map((grade) => grade.name) as [string, ...string[]];

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
    wants: z.array(z.enum(WANT_IDS)).max(WANT_IDS.length).default([]).meta({ title: 'What are you changing' }),
    /** Hose to each wanted part; its default where nothing is said. */
    distanceM: z.partialRecord(z.enum(WANT_IDS), between(0.02, 12, 'length', 'Hose to it')).default({}),
  })
  .refine((a) => a.idleRpm < a.redlineRpm, { error: 'idleRpm must be below redlineRpm', path: ['idleRpm'] });
export type AnswersInput = z.input<typeof answersSchema>;
export type Answers = z.output<typeof answersSchema>;

/** Answers with every default put in. */
type Own = 'boreM' | 'strokeM' | 'oil';
export type FullAnswers = { readonly [K in Exclude<keyof Answers, Own>]-?: NonNullable<Answers[K]> } & Pick<
  Answers,
  Own
>;

/** Brake power a displacement of a diesel that is no truck's [W/m³]. @source engineering judgement */
const DIESEL_POWER_PER_VOLUME = 45e6;
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

/** Puts the usual answer of the archetype to every question that was left out. */
export function completeAnswers(answers: Answers): FullAnswers {
  const { usual } = archetypeOf(answers.archetype);
  const layout = answers.layout ?? usual.layout;
  const fuel = answers.fuel ?? usual.fuel;
  const cooling = answers.cooling ?? usual.cooling;
  const use = answers.use ?? usual.use;
  const perVolume = fuel === 'diesel' && usual.fuel === 'petrol' ? DIESEL_POWER_PER_VOLUME : usual.powerPerVolume;
  return {
    ...answers,
    layout,
    fuel,
    cooling,
    use,
    mainBearings: answers.mainBearings ?? mainBearingsOf(layout, answers.cylinders),
    valveGear: answers.valveGear ?? usual.valveGear,
    lifters: answers.lifters ?? usual.lifters,
    pistonJets: answers.pistonJets ?? usual.pistonJets,
    tensioner: answers.tensioner ?? usual.tensioner,
    stockCooler: answers.stockCooler ?? stockCoolerOf(answers.archetype, use, cooling),
    brakePowerW: answers.brakePowerW ?? perVolume * answers.displacementM3,
    coolantK: answers.coolantK ?? WARM_COOLANT_K,
    crankingRpm: answers.crankingRpm ?? Math.min(CRANKING_RPM, CRANKING_OF_IDLE * answers.idleRpm),
    oilGrade: answers.oilGrade ?? usual.oilGrade,
  };
}
