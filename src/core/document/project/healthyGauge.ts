import type { EngineKindId } from './engineKinds';

const BAR = 1e5;

/** What healthy engines of a kind show on their gauges. */
export interface EngineKind {
  readonly id: EngineKindId;
  readonly label: string;
  /** Gallery at a hot idle, oil at 100 °C: nine of ten lie within [Pa]. */
  readonly hotIdlePa: readonly [low: number, high: number];
  /** The same at 3000 rpm, or at 0.6 of the redline where that is less [Pa]. */
  readonly atSpeedPa: readonly [low: number, high: number];
  /** Where its relief begins to open, and how far above that it is wide open [Pa]. */
  readonly reliefPa: number;
  readonly reliefTravelPa: number;
}

const kind = (
  id: EngineKindId,
  label: string,
  idle: readonly [number, number],
  speed: readonly [number, number],
  relief: readonly [number, number],
) => ({
  id,
  label,
  hotIdlePa: [idle[0] * BAR, idle[1] * BAR] as const,
  atSpeedPa: [speed[0] * BAR, speed[1] * BAR] as const,
  reliefPa: relief[0] * BAR,
  reliefTravelPa: relief[1] * BAR,
});

/**
 * Kinds of engines that differ in what their gauges show while they are healthy.
 * @source common practice, no source: what warm gauges show, 0.7 to 2.5 bar at idle, the rest by what they regulate to
 */
export const ENGINE_KINDS: readonly EngineKind[] = [
  kind('vintage', 'Vintage, before about 1955', [0.5, 1.5], [2, 3], [2.4, 0.5]),
  kind('airTwin', 'Air-cooled twin', [0.4, 1.4], [1.5, 2.5], [2, 0.5]),
  kind('classic', 'Classic, about 1955 to 1995', [0.7, 2], [3.2, 5], [4, 0.8]),
  kind('modern', 'Modern', [0.8, 2.5], [3.3, 5.5], [4.5, 0.9]),
  kind('race', 'Race', [1, 3], [3.5, 7], [5.5, 1.1]),
  kind('motorcycle', 'Motorcycle', [0.7, 2.2], [3, 6], [4.9, 0.9]),
  kind('truck', 'Truck diesel', [0.9, 2.5], [3, 5], [4.6, 0.8]),
];

/** @returns the kind of that id */
export const engineKindOf = (id: EngineKindId): EngineKind => ENGINE_KINDS.find((k) => k.id === id)!;

/** Oil from which a gauge counts as read warm [K]. */
const WARM_K = 353.15;
/** Above the speed at which a kind's pressure is known it rises so much at most, to the redline. */
const RISES_TO_REDLINE = 1.2;

/**
 * What healthy engines of a kind show at a speed with warm oil [Pa]: between idle and the speed at which the kind's
 * pressure is known in a straight line.
 * @param atSpeedRevS where that is @returns undefined for oil below 80 °C, or a speed below idle
 */
export function usualPressurePa(
  kind: EngineKind,
  at: { readonly speedRevS: number; readonly oilTemperatureK: number },
  { idleRevS, atSpeedRevS }: { readonly idleRevS: number; readonly atSpeedRevS: number },
): readonly [low: number, high: number] | undefined {
  if (at.oilTemperatureK < WARM_K || at.speedRevS < IDLE_SHARE * idleRevS) return undefined;
  const share = Math.min(1, Math.max(0, (at.speedRevS - idleRevS) / (atSpeedRevS - idleRevS)));
  const between = (side: 0 | 1) => kind.hotIdlePa[side] + share * (kind.atSpeedPa[side] - kind.hotIdlePa[side]);
  return [between(0), (at.speedRevS > atSpeedRevS ? RISES_TO_REDLINE : 1) * between(1)];
}
/** Slower than this share of the stated idle an engine is not idling as it should. */
const IDLE_SHARE = 0.85;
