import { answersSchema, type AnswersInput } from '../../document/archetypes/answers';
import type { ArchetypeId } from '../../document/archetypes/archetypes';
import { buildFromAnswers } from '../../document/archetypes/buildProject';
import { newVariant } from '../../document/changes/acts';
import { circuitOf, deriveProject } from '../../document/changes/deriveProject';
import { makeChange } from '../../document/changes/editing';
import type { JobAnswers } from '../../document/jobs/job';
import { jobMoves, jobOf, type JobId } from '../../document/jobs/jobs';
import type { Move } from '../../document/moves/move';
import { catalogueEntry } from '../../document/parts/catalogue';
import { idsTaken, type KeptProject } from '../../document/project/keptProject';
import type { Project, Variant } from '../../document/project/project';

/** A job on an invented engine of its own, whose whole sheet is kept in the repository. */
export interface JobBook {
  readonly job: JobId;
  readonly engine: AnswersInput;
  /** What was done to the stock engine before: the job begins there. */
  readonly first?: readonly (JobId | Move)[];
  readonly answers?: JobAnswers;
  /**
   * Hours that such a job takes one practised person, ordering and the first start counted.
   * @source common practice, no source
   */
  readonly hours: readonly [number, number];
}

const L = 1e-3;
const BAR = 1e5;
const engine = (
  name: string,
  archetype: AnswersInput['archetype'],
  litres: number,
  cylinders: number,
  [idleRpm, redlineRpm]: readonly [number, number],
  more: Partial<AnswersInput> = {},
): AnswersInput => ({ name, archetype, displacementM3: litres * L, cylinders, idleRpm, redlineRpm, ...more });

/** Invented engines: none is a real one. */
export const JOB_BOOKS: readonly JobBook[] = [
  {
    job: 'cooler',
    engine: engine('Fenwick 1800', 'wetSump', 1.8, 4, [900, 7200], { use: 'track', stockCooler: 'none' }),
    hours: [3, 4],
  },
  {
    job: 'coolerAdded',
    engine: engine('Marl 2.4 D', 'truckDiesel', 2.4, 4, [800, 4200], { use: 'towing' }),
    answers: { hoseM: 1.6 },
    hours: [3, 4],
  },
  {
    job: 'plateCoolerToAir',
    engine: engine('Corbel V6', 'coolerOnHousing', 3.2, 6, [750, 6600], { layout: 'v', use: 'track' }),
    hours: [4, 5],
  },
  {
    job: 'coolerDeleted',
    engine: engine('Osier 2.0', 'coolerOnHousing', 2, 4, [850, 6500]),
    hours: [1.5, 2.5],
  },
  {
    job: 'thermostatAndFan',
    engine: engine('Larkham flat six', 'wetSump', 3, 6, [900, 7000], {
      layout: 'flat',
      use: 'track',
      stockCooler: 'none',
    }),
    first: ['remoteFilterAndCooler'],
    hours: [2, 3],
  },
  {
    job: 'remoteFilter',
    engine: engine('Teasel 350', 'pushrodV', 5.7, 8, [700, 5600]),
    hours: [2.5, 3.5],
  },
  {
    job: 'remoteFilterAndCooler',
    engine: engine('Harrow 4.9', 'pushrodV', 4.9, 8, [750, 5800], { use: 'towing', stockCooler: 'none' }),
    answers: { hoseM: 1.1 },
    hours: [5, 7],
  },
  {
    job: 'headNoBypass',
    engine: engine('Quarrel 1300', 'externalSuction', 1.3, 4, [900, 5800]),
    hours: [1.5, 2.5],
  },
  {
    job: 'turbo',
    engine: engine('Sedge 1600', 'wetSump', 1.6, 4, [850, 6500]),
    hours: [2.5, 5],
  },
  {
    job: 'rollingTurbo',
    engine: engine('Pewter 2.5', 'wetSump', 2.5, 5, [800, 6800]),
    answers: { from: 'filter' },
    hours: [2.5, 5],
  },
  {
    job: 'supercharger',
    engine: engine('Brindle 3.0', 'wetSump', 3, 6, [750, 6200]),
    hours: [2, 3],
  },
  {
    job: 'turboFeedMended',
    engine: engine('Cobble 1.4', 'wetSump', 1.4, 4, [850, 6400]),
    first: [
      { kind: 'insert', at: 'filter.in', drafts: [{ ...catalogueEntry('sandwichOpen').part }] },
      {
        kind: 'tee',
        at: 'tapPlate.tap',
        drafts: [
          { ...catalogueEntry('hose4').part, name: 'Turbo hose', lengthM: 0.5 },
          { ...catalogueEntry('turboPlain').part },
        ],
        drain: { ...catalogueEntry('drain').part, name: 'Turbo drain' },
      },
    ],
    hours: [1, 1.5],
  },
  {
    job: 'turboDrain',
    engine: engine('Hassock 2.2', 'wetSump', 2.2, 4, [800, 6000]),
    first: [
      {
        kind: 'tee',
        at: 'gallery.out',
        drafts: [
          { ...catalogueEntry('hose4').part, name: 'Turbo hose', lengthM: 0.5 },
          { ...catalogueEntry('turboPlain').part },
        ],
        drain: { ...catalogueEntry('drain').part, name: 'Turbo drain', boreM: 0.01 },
      },
    ],
    hours: [1.5, 3],
  },
  {
    job: 'scavengePump',
    engine: engine('Lapwing 1000', 'motorcycle', 1, 4, [1200, 11_000]),
    first: ['turbo'],
    hours: [3, 4],
  },
  {
    job: 'sideStream',
    engine: engine('Dunlin 5.9 D', 'truckDiesel', 5.9, 6, [750, 3200]),
    answers: { returnAt: 'fillerCap', outletM: 0.55 },
    hours: [2.5, 4],
  },
  {
    job: 'gravityCanister',
    engine: engine('Plover 3.9 D', 'truckDiesel', 3.9, 4, [800, 3000]),
    hours: [3, 5],
  },
  {
    job: 'reliefSpring',
    engine: engine('Moss 4.2', 'pushrodV', 4.2, 8, [700, 5200], { reliefPa: 3.8 * BAR }),
    answers: { opensPa: 4.5 * BAR },
    hours: [0.5, 1.5],
  },
  {
    job: 'gauge',
    engine: engine('Curlew 750', 'airTwin', 0.75, 2, [1000, 6500]),
    hours: [0.5, 1],
  },
  {
    job: 'accumulator',
    engine: engine('Gorse 2.0', 'wetSump', 2, 4, [1000, 7800], { use: 'track' }),
    hours: [2, 3],
  },
  {
    job: 'panWork',
    engine: engine('Tansy 3.5', 'pushrodV', 3.5, 8, [750, 5500]),
    hours: [2.5, 4],
  },
  {
    job: 'drySump',
    engine: engine('Bracken 2.3', 'wetSump', 2.3, 4, [1100, 8200], { use: 'hillSprint', stockCooler: 'none' }),
    hours: [12, 20],
  },
];

/** The engine before and after a job, as a project. */
export interface MadeJob {
  readonly project: Project;
  readonly before: Variant;
  readonly variant: Variant;
}

/** Moves of a job or a move by itself, on the open variant. @throws where it cannot be made */
function done(kept: KeptProject, what: JobId | Move, answers: JobAnswers = {}): KeptProject {
  const site = { circuit: circuitOf(kept, kept.activeVariant), engine: kept.engine, taken: idsTaken(kept) };
  const planned = typeof what === 'string' ? jobMoves(what, site, answers) : { ok: true as const, moves: [what] };
  if (!planned.ok) throw new Error(planned.why);
  const made = makeChange(kept, planned.moves, typeof what === 'string' ? { name: jobOf(what).label } : {});
  if (!made.ok) throw new Error(made.why);
  return made.kept;
}

/** Builds a book: the engine from its answers, what was done before, and the job in a variant of its own. */
export function madeBook(book: JobBook): MadeJob {
  const stock = buildFromAnswers(answersSchema.parse(book.engine));
  if (!stock.ok) throw new Error(stock.why);
  const { kept } = stock;
  const was = (book.first ?? []).reduce(
    (k, what) => done(k, what),
    book.first ? newVariant(kept, kept.activeVariant, { name: 'As it is' }) : kept,
  );
  const before = was.activeVariant;
  const after = done(newVariant(was, before, { name: jobOf(book.job).label }), book.job, book.answers);
  return madeOf(after, before);
}

function madeOf(after: KeptProject, before: string): MadeJob {
  const project = deriveProject(after);
  const of = (id: string) => project.variants.find((v) => v.id === id)!;
  return { project, before: of(before), variant: of(after.activeVariant) };
}

/** Cylinders and size of random engines. */
const CYLINDERS = [1, 2, 3, 4, 5, 6, 8];

/**
 * Jobs one after the other in one variant, on an engine of an archetype that a seed varies.
 * @returns undefined where none of them fits
 */
export function madeJob(archetype: ArchetypeId, seed: number, wanted: readonly JobId[]): MadeJob | undefined {
  const cylinders = CYLINDERS[seed % CYLINDERS.length]!;
  const stock = buildFromAnswers(
    answersSchema.parse(
      engine(`Seed ${seed}`, archetype, cylinders * (0.3 + 0.05 * (seed % 5)), cylinders, [850, 6000], {
        stockCooler: (['none', 'coolant', 'air'] as const)[seed % 3]!,
      }),
    ),
  );
  if (!stock.ok) return undefined;
  const before = stock.kept.activeVariant;
  const start = newVariant(stock.kept, before, { name: 'Wanted' });
  const after = wanted.reduce((kept, id) => {
    const site = { circuit: circuitOf(kept, kept.activeVariant), engine: kept.engine, taken: idsTaken(kept) };
    return jobMoves(id, site).ok ? done(kept, id) : kept;
  }, start);
  return after === start ? undefined : madeOf(after, before);
}
