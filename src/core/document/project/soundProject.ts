import { z } from 'zod';
import { actSchema } from '../changes/act';
import { partSchema } from '../parts/part';
import { fieldIssue } from './fieldIssue';
import type { Issue } from './issue';
import { engineAsItIsSchema, keptProjectSchema, keptVariantSchema, type KeptProject } from './keptProject';
import { circuitSchema } from './project';
import { keptIssues, MOST_ISSUES } from './readProject';

/** A project without a look into its parts and acts: each is looked at by itself, once. */
const shellSchema = keptProjectSchema.extend({
  asItIs: engineAsItIsSchema.extend({
    circuit: circuitSchema.extend({ parts: z.array(z.unknown()).min(1).max(2000) }),
  }),
  variants: z.array(keptVariantSchema.extend({ acts: z.array(z.unknown()).max(400) })).max(199),
});

/** Parts and acts that the reader takes, by identity: documents are replaced, never changed in place. */
const sound = new WeakSet<object>();

/**
 * Whether the reader would take a document that an act made: the same schema and the same rules on what refers to what,
 * with each part and act that was looked at before taken as it is, so that an act on a large circuit costs what it
 * changes.
 *
 * @param kept as it would be written
 * @returns every reason why not, 12 at most; empty where the reader takes it
 */
export function issuesOf(kept: KeptProject): readonly Issue[] {
  const shell = shellSchema.safeParse(kept, { reportInput: true });
  const issues = shell.success ? [] : shell.error.issues.map((issue) => fieldIssue(issue, kept));
  const { parts } = kept.asItIs.circuit;
  for (const [at, part] of parts.entries())
    issues.push(...memberIssues(part, partSchema, ['asItIs', 'circuit', 'parts', at], kept));
  for (const [at, variant] of kept.variants.entries())
    for (const [i, act] of variant.acts.entries())
      issues.push(...memberIssues(act, actSchema, ['variants', at, 'acts', i], kept));
  if (issues.length === 0) issues.push(...keptIssues(kept));
  return issues.slice(0, MOST_ISSUES);
}

function* memberIssues(
  of: object,
  schema: z.ZodType,
  path: readonly PropertyKey[],
  kept: KeptProject,
): Generator<Issue> {
  if (sound.has(of)) return;
  const parsed = schema.safeParse(of, { reportInput: true });
  if (parsed.success) sound.add(of);
  else for (const issue of parsed.error.issues) yield fieldIssue({ ...issue, path: [...path, ...issue.path] }, kept);
}
