import { z } from 'zod';
import { answersSchema, completeAnswers } from '../core/document/archetypes/answers';
import { ARCHETYPES } from '../core/document/archetypes/archetypes';
import type { JobQuestion } from '../core/document/jobs/job';
import { JOBS, jobsOnSite } from '../core/document/jobs/jobs';
import { buildFromJson, stockSite } from '../core/document/archetypes/buildProject';
import { asItIsOf, fitAtOnce, keptWithFit } from '../core/studies/fit/applyFit';
import { fitReadings } from '../core/studies/fit/fitWork';
import { USES } from '../core/document/project/use';
import { say, sayJson } from './console';
import type { OwnOptionName } from './options';
import { Refusal } from './refusal';
import { textOf } from './textFile';

const LARGEST_BYTES = 1024 * 1024;

/** Options as they were typed; of a flag, anything. */
export type OwnGiven = Readonly<Partial<Record<OwnOptionName | 'json' | 'csv' | 'variant', string>>>;

/** A command that is no study. */
export interface OwnCommand {
  /** @param words after its name @returns the exit code @throws Refusal */
  run(words: readonly string[], given: OwnGiven): number | Promise<number>;
}

function answersFrom(file: string): unknown {
  const text = textOf(file, (bytes) =>
    bytes > LARGEST_BYTES ? `${file}: over 1 MiB. Answers are a short file.` : undefined,
  );
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    throw new Refusal(`${file}: it is not JSON (${(error as Error).message}).`);
  }
}

/** An engine of 2 L and four cylinders, to show what an archetype takes where nothing is said. */
const sampleOf = (archetype: (typeof ARCHETYPES)[number]['id']) =>
  completeAnswers(
    answersSchema.parse({
      name: 'Sample',
      archetype,
      displacementM3: 2e-3,
      cylinders: 4,
      idleRpm: 850,
      redlineRpm: 6500,
    }),
  );

function listArchetypes(json: boolean): void {
  const archetypes = ARCHETYPES.map(({ id, label, note }) => {
    const sample = sampleOf(id);
    const { name: _name, displacementM3: _d, cylinders: _c, idleRpm: _i, redlineRpm: _r, ...usual } = sample;
    return {
      id,
      label,
      note,
      usualAnswers: usual,
      wants: jobsOnSite(stockSite(sample))
        .filter((job) => job.why === undefined)
        .map((job) => job.id),
    };
  });
  if (json) {
    const answers = z.toJSONSchema(answersSchema, { io: 'input', unrepresentable: 'any' });
    const uses = USES.map(({ id, label, note, drives }) => ({ id, label, note, drives }));
    const jobs = JOBS.map(({ id, label, note, questions }) => ({
      id,
      label,
      note,
      asks: questions.map(({ usual: _, ...question }: JobQuestion) => question),
    }));
    sayJson({ archetypes, uses, jobs, answers });
    return;
  }
  for (const { id, label, note, wants } of archetypes)
    say(`${id.padEnd(16)} ${label}\n${''.padEnd(17)}${note}\n${''.padEnd(17)}wants: ${wants.join(', ')}`);
  say(`\nuse: ${USES.map((use) => use.id).join(', ')}`);
}

/** Commands that make a new engine. */
export const NEW_COMMANDS: Readonly<Record<'new' | 'archetypes', OwnCommand>> = {
  new: {
    run([file, ...rest]) {
      if (file === undefined || rest.length > 0) throw new Refusal('new: give one file of answers.');
      const built = buildFromJson(answersFrom(file));
      if (!built.ok) throw new Refusal(built.why);
      const asked = fitAtOnce(built.kept);
      sayJson(asked ? keptWithFit(built.kept, fitReadings(asItIsOf(built.kept), asked)) : built.kept);
      return 0;
    },
  },
  archetypes: {
    run(words, { json }) {
      if (words.length > 0) throw new Refusal('archetypes: it takes no file.');
      listArchetypes(json !== undefined);
      return 0;
    },
  },
};
