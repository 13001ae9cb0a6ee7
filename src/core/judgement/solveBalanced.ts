import { oilThroughParts } from '../heat/oilThroughParts';
import { isReservoir } from '../document/parts/ports';
import { judgeState } from './judgeState';
import type { CircuitSolver } from '../network/circuitSolver';
import { findBalances, type Balances } from '../heat/balance';
import { isFound, NO_OIL_ABOVE_K } from '../heat/comingToRest';
import type { Conditions } from '../heat/surroundings';
import { SHEDS_WATER_K, type HeatResult } from '../heat/heatResult';
import { HeatSolver } from '../heat/heatSolver';
import type { SolveResult } from './stateResult';

/** A state whose oil temperature was found, with the balance that it rests on. */
export interface BalancedState {
  readonly result: SolveResult;
  readonly heat: HeatResult;
}

/** Changes of temperature worth listing [K]. */
const NOTABLE_K = 0.05;

/**
 * Finds where the oil settles at a speed and its surroundings, from the cold and from the hot side, and describes the
 * state there.
 */
export function solveBalanced(
  circuit: CircuitSolver,
  speedRevS: number,
  conditions: Conditions,
  heat = new HeatSolver(circuit),
): BalancedState {
  const balances = findBalances(heat, { speedRevS }, circuit.project.engine.atmospherePa, conditions);
  return describeBalanced(circuit, speedRevS, conditions, heat, balances);
}

/** The state at which a search or a run in time ended, judged, with its ledger. */
export function describeBalanced(
  circuit: CircuitSolver,
  speedRevS: number,
  conditions: Conditions,
  heat: HeatSolver,
  balances: Balances,
): BalancedState {
  const { project, variant } = circuit;
  const { cold } = balances;
  const state = { speedRevS, oilTemperatureK: cold.sumpK, atmospherePa: project.engine.atmospherePa };
  // The last pass again, for its outcome: temperatures have come to rest, so nothing moves.
  const last = heat.pass(state, conditions, cold.sumpK);
  const described = judgeState(circuit, last.hydraulic, state, (node) => heat.nodeK(node));
  const limitHotK = project.range.hottestOilK;
  const sump = variant.circuit.parts.find(isReservoir)?.name ?? '';
  const balanced = isFound(cold.status);
  const describedHeat = describeHeat(heat, conditions, balances, limitHotK);
  const notes: SolveResult['notes'] = [
    ...(cold.status === 'tooHot' || cold.sumpK > limitHotK
      ? [{ code: 'oilHot' as const, where: sump, actual: cold.sumpK, limit: limitHotK }]
      : []),
    ...(balanced && speedRevS > 0 && cold.sumpK < SHEDS_WATER_K
      ? [{ code: 'oilCold' as const, where: sump, actual: cold.sumpK, limit: SHEDS_WATER_K }]
      : []),
    ...(describedHeat.tooHotAt
      ? [
          {
            code: 'placeTooHot' as const,
            where: describedHeat.tooHotAt.name,
            actual: describedHeat.tooHotAt.temperatureK,
            limit: NO_OIL_ABOVE_K,
          },
        ]
      : []),
    ...(speedRevS > 0
      ? describedHeat.noOil.map((p) => ({ code: 'noOil' as const, where: p.name, actual: null, limit: null }))
      : []),
    ...describedHeat.starved.map((p) => ({ code: 'starved' as const, where: p.name, actual: null, limit: null })),
  ];
  const result: SolveResult = balanced
    ? { ...described, notes: [...notes, ...described.notes] }
    : {
        ...described,
        supplied: false,
        notes: [...notes, { code: 'notConverged', where: sump, actual: null, limit: null }, ...described.notes],
      };
  return { result, heat: describedHeat };
}

/** Reads the heat solver after a balance into plain data. */
export function describeHeat(
  heat: HeatSolver,
  conditions: Conditions,
  { cold, hot }: Balances,
  limitHotK: number,
): HeatResult {
  const { compiled, solver, variant, project } = heat.circuit;
  const { ledger } = heat;
  const { network } = compiled;
  const name = new Map(variant.circuit.parts.map((p) => [p.id, p.name]));
  const partAt = (e: number) => {
    const part = compiled.partOfElement[e]!;
    return { part, name: name.get(part) ?? part };
  };
  const named = (is: (e: number) => boolean) => {
    const found = network.elementName.flatMap((_, e) => (is(e) ? [partAt(e)] : []));
    return found.filter((p, i) => found.findIndex((q) => q.part === p.part) === i);
  };
  const coolers = heat.coolers.map(({ element, part }) => ({
    key: 'cooler' as const,
    part: part.id,
    name: part.name,
    heatW: ledger.exchangeW[element]!,
  }));
  const own = new Set(heat.coolers.map((c) => c.element));
  const linesW = ledger.exchangeW.reduce((sum, w, e) => (own.has(e) ? sum : sum + w), 0);
  const films = solver.workspace.film.flatMap((f, e) =>
    f && f.temperatureK > 0 && !heat.isDry(e) ? [f.temperatureK] : [],
  );
  return {
    conditions: {
      airTemperatureK: conditions.airTemperatureK,
      roadSpeedMS: conditions.roadSpeedMS,
      load: conditions.load,
    },
    status: cold.status,
    sumpK: cold.sumpK,
    other: hot ? { status: hot.status, sumpK: hot.sumpK } : null,
    tooHotAt: cold.tooHotAt ? { ...partAt(cold.tooHotAt.element), temperatureK: cold.tooHotAt.temperatureK } : null,
    starved: named((e) => heat.starved[e] === 1),
    noOil: named((e) => heat.isDry(e)),
    residualW: Number.isFinite(cold.residualW) ? cold.residualW : null,
    passes: cold.passes + (hot?.passes ?? 0),
    heatIn: [
      { key: 'bearings', heatW: ledger.bearingsW },
      { key: 'fed', heatW: ledger.fedPartsW },
      { key: 'metal', heatW: ledger.metalW },
      { key: 'engine', heatW: ledger.engineW },
      { key: 'pumping', heatW: ledger.pumpingW },
      { key: 'radiant', heatW: ledger.radiantW },
    ],
    heatOut: [
      ...coolers,
      { key: 'lines', part: null, name: 'Lines', heatW: linesW },
      { key: 'pan', part: null, name: 'Pan', heatW: ledger.panW },
      {
        key: 'coolant',
        part: null,
        name: project.engine.heat.blockCooledBy === 'air' ? 'Block to the air' : 'Block and coolant',
        heatW: ledger.coolantW,
      },
    ],
    parts: [...oilThroughParts(heat)]
      .filter(([, p]) => Math.abs(p.outK - p.inK) > NOTABLE_K)
      .map(([part, { inK, outK }]) => ({ part, name: name.get(part) ?? part, inK, outK })),
    filmHottestK: films.length > 0 ? Math.max(...films) : null,
    impossibleCoolers: [...heat.impossibleCoolers],
    limitHotK,
    limitColdK: SHEDS_WATER_K,
  };
}
