import { z } from 'zod';
import type { Part } from '../../document/parts/part';
import type { Project, Variant } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import { findBalance, isFound, type BalanceOutcome } from '../../heat/balance';
import type { Conditions } from '../../heat/conditions';
import { SHEDS_WATER_K } from '../../heat/heatResult';
import { stuckThermostat, withoutCooling } from '../../heat/alteredParts';
import { HeatSolver } from '../../heat/heatSolver';

/** How a circuit is looked at: as it is, with its coolers idle, with its thermostats held open. */
export const OPTIONS = ['asIs', 'noCooler', 'noThermostat'] as const;
export type StudyOption = (typeof OPTIONS)[number];

const pointSchema = z.strictObject({ x: z.number(), sumpK: z.number().nullable() });
export const curvesSchema = z.strictObject({
  byRoad: z.array(z.strictObject({ option: z.enum(OPTIONS), points: z.array(pointSchema) })),
  byAir: z.array(z.strictObject({ option: z.enum(OPTIONS), points: z.array(pointSchema) })),
  limitHotK: z.number(),
  limitColdK: z.number(),
  /** As it is: air below which the oil stays too cold to shed water, and air above which it is too hot; null where neither is met. */
  coldBelowK: z.number().nullable(),
  hotAboveK: z.number().nullable(),
});
export type Curves = z.infer<typeof curvesSchema>;

/** Ranges of the curves: SI. */
export const ROAD_SPEEDS_MS = Array.from({ length: 13 }, (_, i) => 5 * i);
export const AIR_TEMPERATURES_K = Array.from({ length: 14 }, (_, i) => 253.15 + 5 * i);

/** The circuit with its coolers shut off in heat but not in flow, or its thermostats stuck open; undefined where that changes nothing. */
export function optionSolver(circuit: CircuitSolver, option: StudyOption): HeatSolver | undefined {
  if (option === 'asIs') return new HeatSolver(circuit);
  const { project, variant } = circuit;
  const change = option === 'noCooler' ? withoutCooling : stuckOpen;
  const parts = variant.circuit.parts.map(change);
  if (parts.every((p, i) => p === variant.circuit.parts[i])) return undefined;
  const altered: Variant = { ...variant, circuit: { ...variant.circuit, parts } };
  const made = CircuitSolver.of({ ...project, variants: [altered], activeVariant: altered.id } satisfies Project);
  return made.ok ? new HeatSolver(made.circuit) : undefined;
}

const stuckOpen = (part: Part) => stuckThermostat(part, 'open');

const answer = (outcome: BalanceOutcome) => (isFound(outcome.status) ? outcome.sumpK : null);

/** Balance temperature against road speed and against air temperature, with what the coolers and thermostats do. Yields the share done. */
export function* balanceCurves(
  circuit: CircuitSolver,
  speedRevS: number,
  conditions: Conditions,
): Generator<number, Curves> {
  const atmospherePa = circuit.project.engine.atmospherePa;
  const total = OPTIONS.length * (ROAD_SPEEDS_MS.length + AIR_TEMPERATURES_K.length);
  let done = 0;
  const byRoad: Curves['byRoad'] = [];
  const byAir: Curves['byAir'] = [];
  for (const option of OPTIONS) {
    const heat = optionSolver(circuit, option);
    if (!heat) {
      done += total / OPTIONS.length;
      continue;
    }
    const run = function* (
      points: readonly number[],
      at: (x: number) => Conditions,
    ): Generator<number, z.infer<typeof pointSchema>[]> {
      const found: z.infer<typeof pointSchema>[] = [];
      let from: number | undefined;
      for (const x of points) {
        const c = at(x);
        if (from === undefined) heat.startAt(c.airTemperatureK);
        const outcome = findBalance(
          heat,
          { speedRevS, oilTemperatureK: c.airTemperatureK, atmospherePa },
          c,
          from ?? c.airTemperatureK,
        );
        from = isFound(outcome.status) ? outcome.sumpK : undefined;
        found.push({ x, sumpK: answer(outcome) });
        yield ++done / total;
      }
      return found;
    };
    byRoad.push({ option, points: yield* run(ROAD_SPEEDS_MS, (roadSpeedMS) => ({ ...conditions, roadSpeedMS })) });
    byAir.push({
      option,
      points: yield* run(AIR_TEMPERATURES_K, (airTemperatureK) => ({ ...conditions, airTemperatureK })),
    });
  }
  const limitHotK = circuit.project.range.hottestOilK;
  const own = byAir[0]?.points ?? [];
  return {
    byRoad,
    byAir,
    limitHotK,
    limitColdK: SHEDS_WATER_K,
    coldBelowK: crossing(own, SHEDS_WATER_K),
    hotAboveK: crossing(own, limitHotK),
  };
}

/** Where a rising curve goes through a level, linear between its points; null where it does not. */
function crossing(points: readonly z.infer<typeof pointSchema>[], level: number): number | null {
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    if (a.sumpK === null || b.sumpK === null || (a.sumpK - level) * (b.sumpK - level) > 0 || a.sumpK === b.sumpK)
      continue;
    return a.x + ((level - a.sumpK) / (b.sumpK - a.sumpK)) * (b.x - a.x);
  }
  return null;
}

export const heatMapSchema = z.strictObject({
  airK: z.array(z.number()),
  roadMS: z.array(z.number()),
  /** Sump temperature, air by road: `sumpK[air][road]`; null where no balance was found. */
  sumpK: z.array(z.array(z.number().nullable())),
  limitHotK: z.number(),
  limitColdK: z.number(),
  complete: z.boolean(),
});
export type HeatMap = z.infer<typeof heatMapSchema>;

/** Balance temperature over air temperature and road speed, each state from its neighbour. Yields the share done. */
export function* heatMap(
  circuit: CircuitSolver,
  speedRevS: number,
  load: number,
  airs = 30,
  roads = 20,
): Generator<number, HeatMap> {
  const heat = new HeatSolver(circuit);
  const airK = Array.from({ length: airs }, (_, i) => 253.15 + (65 * i) / (airs - 1));
  const roadMS = Array.from({ length: roads }, (_, i) => (60 * i) / (roads - 1));
  const sumpK: (number | null)[][] = [];
  let from: number | undefined;
  for (let a = 0; a < airs; a++) {
    const row = new Array<number | null>(roads).fill(null);
    for (let n = 0; n < roads; n++) {
      // A snake, so that each state is a neighbour of the last.
      const r = a % 2 === 0 ? n : roads - 1 - n;
      const conditions = { airTemperatureK: airK[a]!, roadSpeedMS: roadMS[r]!, load };
      if (from === undefined) heat.startAt(conditions.airTemperatureK);
      const outcome = findBalance(
        heat,
        { speedRevS, oilTemperatureK: conditions.airTemperatureK, atmospherePa: circuit.project.engine.atmospherePa },
        conditions,
        from ?? conditions.airTemperatureK,
      );
      from = isFound(outcome.status) ? outcome.sumpK : undefined;
      row[r] = answer(outcome);
      yield (a * roads + n + 1) / (airs * roads);
    }
    sumpK.push(row);
  }
  return {
    airK,
    roadMS,
    sumpK,
    limitHotK: circuit.project.range.hottestOilK,
    limitColdK: SHEDS_WATER_K,
    complete: true,
  };
}
