import { tidy } from '../../foundations/tidy';
import { MOST_READINGS, type KeptReading, type Reading } from '../project/calibration';
import type { KeptProject } from '../project/keptProject';
import type { KeptLog, Log, Logged } from '../project/log';

/** An id that no reading of the project has. */
export function freshReadingId(readings: readonly KeptReading[]): string {
  const taken = new Set(readings.map((r) => r.id));
  let n = readings.length + 1;
  while (taken.has(`reading${n}`)) n++;
  return `reading${n}`;
}

/** The project with readings more, at the end of its one list. */
export function withReadings(kept: KeptProject, added: readonly Omit<KeptReading, 'id'>[]): KeptProject {
  const readings = [...kept.readings];
  for (const reading of added) readings.push({ id: freshReadingId(readings), ...reading });
  return { ...kept, readings };
}

/** Readings that describe the engine with a variant on it: what a fit of that variant uses, the latest of them. */
export const readingsForFit = (kept: KeptProject, variant: string): readonly KeptReading[] =>
  kept.readings.filter((r) => r.forFit && r.with === variant).slice(-MOST_READINGS);

/** Pressures that were read with a variant on the engine and do not describe it: what is to be explained. */
export const readingsToExplain = (kept: KeptProject, variant: string): readonly KeptReading[] =>
  kept.readings.filter((r) => !r.forFit && r.with === variant && r.reading.kind === 'pressure').slice(-MOST_READINGS);

const logs = new WeakMap<KeptProject['readings'], WeakMap<object, Log>>();
const NO_LOG: KeptLog = {};

/** The log book with the readings of each session in it. */
export function logWithReadings({ log, readings }: KeptProject): Log | undefined {
  if (!log) return undefined;
  let here = logs.get(readings);
  if (!here) logs.set(readings, (here = new WeakMap()));
  let made = here.get(log);
  if (!made) {
    const bySession = new Map<string, Logged[]>();
    for (const { session, reading, predicted = null } of readings) {
      if (session === undefined) continue;
      bySession.set(session, [...(bySession.get(session) ?? []), { reading, predicted }]);
    }
    made = {
      ...log,
      ...(log.sessions ? { sessions: log.sessions.map((s) => tidy({ ...s, readings: bySession.get(s.id) })) } : {}),
    } as Log;
    here.set(log, made);
  }
  return made;
}

/**
 * The project with another log book: what was read in its sessions goes to the one list of readings.
 * @param by how readings that come new were taken, where the session does not say it
 */
export function withLog(kept: KeptProject, log: Log, by: KeptReading['by'] = 'hand'): KeptProject {
  const variants = [kept.asItIs, ...kept.variants];
  const before = new Map((logWithReadings(kept)?.sessions ?? []).map((s) => [s.id, s.readings ?? []]));
  const sessions = log.sessions ?? [];
  const there = new Set(sessions.map((s) => s.id));
  let next: KeptProject = {
    ...kept,
    // A session that goes takes its readings along.
    readings: kept.readings.filter((r) => r.session === undefined || there.has(r.session)),
  };
  for (const { id, on, kind, variant, readings = [] } of sessions) {
    const had = before.get(id) ?? [];
    if (readings.length === had.length && readings.every((r, i) => r === had[i])) continue;
    const own = next.readings.filter((r) => r.session === id);
    const same = ({ reading, predicted }: Logged) =>
      own.find((r) => JSON.stringify([r.reading, r.predicted ?? null]) === JSON.stringify([reading, predicted]));
    const mine = new Set<KeptReading>();
    const fresh: Logged[] = [];
    for (const logged of readings) {
      const found = same(logged);
      if (found && !mine.has(found)) mine.add(found);
      else fresh.push(logged);
    }
    next = withReadings(
      { ...next, readings: next.readings.filter((r) => r.session !== id || mine.has(r)) },
      fresh.map(({ reading, predicted }) => ({
        on,
        by: kind === 'firstStart' ? 'guide' : by,
        with: variants.find((v) => v.name === variant)?.id ?? kept.activeVariant,
        session: id,
        predicted,
        reading,
      })),
    );
  }
  const bare: KeptLog = {
    ...log,
    ...(log.sessions ? { sessions: sessions.map(({ readings: _, ...session }) => session) } : {}),
  };
  return { ...next, log: JSON.stringify(bare) === JSON.stringify(kept.log ?? NO_LOG) && kept.log ? kept.log : bare };
}

/** A reading at another place of its list. */
export const changeReading = (
  readings: readonly KeptReading[],
  id: string,
  change: (of: KeptReading) => KeptReading,
): KeptReading[] => readings.map((r) => (r.id === id ? change(r) : r));

/** Pressures alone: what a prediction can be set beside. */
export const isPressure = (reading: Reading): reading is Extract<Reading, { kind: 'pressure' }> =>
  reading.kind === 'pressure';
