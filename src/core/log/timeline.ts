import type { Log, SessionKind } from '../document/project/log';
import { parseIsoCode } from '../physics/contamination/iso4406';
import { residualOf } from './sessions';

/** A session as a mark on the timeline. */
export interface TimelineMark {
  readonly id: string;
  readonly on: string;
  readonly kind: SessionKind;
  readonly title: string;
  readonly oilChanged: boolean;
  readonly filterChanged: boolean;
  readonly underFault: boolean;
}

/** What a project's log book has, along time. Days as "2026-11-26". */
export interface Timeline {
  readonly from: string;
  readonly to: string;
  /** Which variant the engine was in, from one session to the next that says another. */
  readonly variants: readonly { readonly name: string; readonly from: string; readonly to: string }[];
  readonly marks: readonly TimelineMark[];
  /** The pressure reading of each session that was furthest from its prediction: as read less as predicted [Pa]. */
  readonly pressureOff: readonly { readonly on: string; readonly offPa: number }[];
  /** Codes of oil samples, the number at 4 µm. */
  readonly codes: readonly { readonly on: string; readonly code: number }[];
  readonly reminders: readonly { readonly id: string; readonly on: string; readonly text: string }[];
}

/**
 * The log book along time; undefined where nothing is in it.
 * @param today as "2026-11-26": the picture goes at least as far
 */
export function timelineOf(log: Log, today: string): Timeline | undefined {
  const sessions = [...(log.sessions ?? [])].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
  const [first] = sessions;
  if (!first) return undefined;
  const reminders = [...(log.reminders ?? [])].sort((a, b) => (a.on < b.on ? -1 : 1));
  const to = [today, sessions.at(-1)!.on, ...reminders.map((r) => r.on)].reduce((a, b) => (a > b ? a : b));
  const variants: { name: string; from: string; to: string }[] = [];
  for (const { variant, on } of sessions) {
    const last = variants.at(-1);
    if (last?.name === variant) continue;
    if (last) last.to = on;
    variants.push({ name: variant, from: on, to: today > on ? today : on });
  }
  return {
    from: first.on,
    to,
    variants,
    marks: sessions.map((s) => ({
      id: s.id,
      on: s.on,
      kind: s.kind,
      title: s.title,
      oilChanged: s.oilChanged ?? false,
      filterChanged: s.filterChanged ?? false,
      underFault: s.underFault !== undefined,
    })),
    pressureOff: sessions.flatMap((s) => {
      const off = (s.readings ?? []).flatMap((r) => (r.reading.kind === 'pressure' ? (residualOf(r) ?? []) : []));
      const [most] = off.sort((a, b) => Math.abs(b) - Math.abs(a));
      return most === undefined ? [] : [{ on: s.on, offPa: most }];
    }),
    codes: sessions.flatMap((s) => {
      const code = parseIsoCode(s.sample?.code ?? '');
      return code ? [{ on: s.on, code: code[0] }] : [];
    }),
    reminders,
  };
}

/**
 * Distance run with a fault: from each session that notes one to the next that says how far the engine has come [m].
 */
export function underFaultM(log: Log): number {
  const known = [...(log.sessions ?? [])]
    .filter((s) => s.distanceM !== undefined)
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : a.distanceM! - b.distanceM!));
  return known.reduce((sum, s, i) => {
    const next = known[i + 1];
    return s.underFault === undefined || !next ? sum : sum + Math.max(0, next.distanceM! - s.distanceM!);
  }, 0);
}
