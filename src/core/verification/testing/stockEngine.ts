import { answersSchema, completeAnswers, type AnswersInput } from '../../document/archetypes/answers';
import type { ArchetypeId } from '../../document/archetypes/archetypes';
import { buildFromAnswers } from '../../document/archetypes/buildProject';
import { oilOf } from '../../document/archetypes/newProject';
import { makeStockCircuit } from '../../document/archetypes/stockCircuit';
import type { Circuit, Project } from '../../document/project/project';
import { Oil } from '../../physics/oil/oil';

/** Answers about an invented engine of 2 L, with some of them other. */
export const testAnswers = (archetype: ArchetypeId, more: Partial<AnswersInput> = {}) =>
  answersSchema.parse({
    name: 'Test',
    archetype,
    displacementM3: 2e-3,
    cylinders: 4,
    idleRpm: 850,
    redlineRpm: 6500,
    ...more,
  });

/** The project that those answers build. @throws where a change cannot be made */
export function testProject(archetype: ArchetypeId, more: Partial<AnswersInput> = {}): Project {
  const built = buildFromAnswers(testAnswers(archetype, more));
  if (!built.ok) throw new Error(built.why);
  return built.project;
}

/** Its stock circuit alone. */
export function testCircuit(archetype: ArchetypeId, more: Partial<AnswersInput> = {}): Circuit {
  const answers = completeAnswers(testAnswers(archetype, more));
  return makeStockCircuit(answers, new Oil(oilOf(answers)));
}
