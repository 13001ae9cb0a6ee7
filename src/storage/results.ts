import { database } from './database';
import { answered } from './storeProblem';

/** Answers of studies kept; older ones make room. */
const MOST_RESULTS = 80;

/** Keeps the answer of a study. @param now milliseconds since 1970 @throws StoreProblem */
export async function saveResult(key: string, dependsOn: string, answer: unknown, now: number): Promise<void> {
  await answered(async () => {
    await database.results.put({ key, at: now, dependsOn, answer });
    const spare = (await database.results.count()) - MOST_RESULTS;
    if (spare > 0) await database.results.bulkDelete(await database.results.orderBy('at').limit(spare).primaryKeys());
  });
}

/** Reads the answer of a study; the caller checks it. @throws StoreProblem */
export const loadResult = (
  key: string,
): Promise<{ readonly dependsOn: string; readonly answer: unknown } | undefined> =>
  answered(() => database.results.get(key));
