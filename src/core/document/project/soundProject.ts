import { z } from 'zod';
import { partSchema } from '../parts/part';
import type { Issue } from './issue';
import { circuitSchema, projectSchema, variantSchema, type Project, type Variant } from './project';
import { fieldIssue, MOST_ISSUES, referenceIssues } from './readProject';

/** A variant without a look into its parts: each is looked at by itself, once. */
const shellSchema = projectSchema.extend({
  variants: z
    .array(
      variantSchema.extend({
        circuit: circuitSchema.extend({ parts: z.array(z.unknown()).min(1).max(2000) }),
      }),
    )
    .min(1)
    .max(200),
});

/** Parts that the reader takes, by identity: documents are replaced, never changed in place. */
const sound = new WeakSet<object>();

/**
 * Whether the reader would take a document that an act made: the same schema and the same rules on what refers to what,
 * with each part that was looked at before taken as it is, so that an act on a large circuit costs what it changes.
 *
 * @param project as it would be written
 * @returns every reason why not, 12 at most; empty where the reader takes it
 */
export function issuesOf(project: Project): readonly Issue[] {
  const shell = shellSchema.safeParse(project, { reportInput: true });
  const issues = shell.success ? [] : shell.error.issues.map((issue) => fieldIssue(issue, project));
  for (const [at, variant] of project.variants.entries()) issues.push(...partIssues(project, variant, at));
  if (issues.length === 0) issues.push(...referenceIssues(project));
  return issues.slice(0, MOST_ISSUES);
}

function* partIssues(project: Project, variant: Variant, at: number): Generator<Issue> {
  for (const [index, part] of variant.circuit.parts.entries()) {
    if (sound.has(part)) continue;
    const parsed = partSchema.safeParse(part, { reportInput: true });
    if (parsed.success) sound.add(part);
    else
      for (const issue of parsed.error.issues)
        yield fieldIssue({ ...issue, path: ['variants', at, 'circuit', 'parts', index, ...issue.path] }, project);
  }
}
