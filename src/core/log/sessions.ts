import type { Log, Logged, Session } from '../document/project/log';

/** Residual of a reading: as read less as predicted, in its own unit of SI; undefined where nothing was predicted. */
export function residualOf({ reading, predicted }: Logged): number | undefined {
  if (predicted === null) return undefined;
  return (reading.kind === 'pressure' ? reading.pressurePa : reading.oilTemperatureK) - predicted;
}

/** Two readings at like states of two sessions, and what changed. */
export interface LikePair {
  readonly before: Logged;
  readonly after: Logged;
  /** After less before, in SI. */
  readonly change: number;
}

const LIKE_SPEED_SHARE = 0.1;
const LIKE_OIL_K = 6;
const LIKE_AIR_K = 6;
const LIKE_LOAD = 0.15;

function isLike(a: Logged['reading'], b: Logged['reading']): boolean {
  if (Math.abs(a.speedRevS / b.speedRevS - 1) > LIKE_SPEED_SHARE) return false;
  if (a.kind === 'pressure')
    return (
      b.kind === 'pressure' &&
      (a.at ?? '') === (b.at ?? '') &&
      Math.abs(a.oilTemperatureK - b.oilTemperatureK) <= LIKE_OIL_K
    );
  return (
    b.kind === 'temperature' &&
    Math.abs(a.airTemperatureK - b.airTemperatureK) <= LIKE_AIR_K &&
    Math.abs(a.load - b.load) <= LIKE_LOAD
  );
}

/** Readings of two sessions that were taken at like states, each with its nearest: what a change of the circuit did. */
export function compareSessions(before: Session, after: Session): readonly LikePair[] {
  return (after.readings ?? []).flatMap((now): LikePair[] => {
    const like = (before.readings ?? []).filter((then) => isLike(then.reading, now.reading));
    const nearest = like.sort(
      (a, b) =>
        Math.abs(a.reading.speedRevS - now.reading.speedRevS) - Math.abs(b.reading.speedRevS - now.reading.speedRevS),
    )[0];
    if (!nearest) return [];
    const value = ({ reading }: Logged) => (reading.kind === 'pressure' ? reading.pressurePa : reading.oilTemperatureK);
    return [{ before: nearest, after: now, change: value(now) - value(nearest) }];
  });
}

/** Sessions newest first that hold all the words that were typed, in whatever is written in them. */
export function findSessions(log: Log, words: string): readonly Session[] {
  const wanted = words
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== '');
  return [...(log.sessions ?? [])]
    .filter((s) => {
      const all = [
        s.on,
        s.kind,
        s.title,
        s.variant,
        s.settings,
        s.underFault,
        s.decision,
        s.note,
        s.sample?.code,
        s.sample?.metals,
        s.weather,
        ...(s.photos ?? []).map((p) => p.caption),
      ]
        .join(' ')
        .toLowerCase();
      return wanted.every((w) => all.includes(w));
    })
    .sort((a, b) => (a.on < b.on ? 1 : a.on > b.on ? -1 : 0));
}

/** How old oil and filter are: distance and hours since they were last changed, as far as the log knows. */
export function agesOf(log: Log): {
  readonly oilM: number | undefined;
  readonly filterM: number | undefined;
  readonly oilS: number | undefined;
  readonly filterS: number | undefined;
} {
  const sessions = [...(log.sessions ?? [])].sort((a, b) => (a.on < b.on ? -1 : 1));
  const since = (changed: (s: Session) => boolean | undefined, of: (s: Session) => number | undefined) => {
    const at = sessions.findLastIndex(changed);
    const then = at < 0 ? undefined : of(sessions[at]!);
    const now = sessions
      .map(of)
      .filter((x) => x !== undefined)
      .at(-1);
    return then === undefined || now === undefined ? undefined : Math.max(0, now - then);
  };
  return {
    oilM: since(
      (s) => s.oilChanged,
      (s) => s.distanceM,
    ),
    filterM: since(
      (s) => s.filterChanged,
      (s) => s.distanceM,
    ),
    oilS: since(
      (s) => s.oilChanged,
      (s) => s.hours,
    ),
    filterS: since(
      (s) => s.filterChanged,
      (s) => s.hours,
    ),
  };
}

/** Reminders that are due on a day. @param today "2026-11-26" */
export const dueReminders = (log: Log, today: string) => (log.reminders ?? []).filter((r) => r.on <= today);
