import type { HeatSolver } from './heatSolver';

/** Less than this is the leak of something shut. */
const CARRIES_KG_S = 1e-7;
/** Flows this near each other are one stream that runs through several elements, as a share. */
const SAME_STREAM = 1e-6;

/** Oil where it enters a part and where it leaves [K]. */
export interface OilThrough {
  readonly inK: number;
  readonly outK: number;
}

/**
 * Temperature of the oil into and out of every part that carries any, after a pass. Of a part with several ways the one
 * that carries most is meant: what a hand would feel; where that way is several elements in a row, from the first to
 * the last.
 * @returns by part, in the order of the network
 */
export function oilThroughParts(heat: HeatSolver): Map<string, OilThrough> {
  const elementsOf = new Map<string, number[]>();
  heat.circuit.compiled.partOfElement.forEach((part, e) => {
    if (heat.massFlowKgS(e) >= CARRIES_KG_S) elementsOf.set(part, [...(elementsOf.get(part) ?? []), e]);
  });
  return new Map([...elementsOf].map(([part, elements]) => [part, throughOne(heat, elements)]));
}

function throughOne(heat: HeatSolver, elements: readonly number[]): OilThrough {
  const most = Math.max(...elements.map((e) => heat.massFlowKgS(e)));
  const stream = elements.filter((e) => heat.massFlowKgS(e) >= most * (1 - SAME_STREAM));
  const first = stream.find((e) => !stream.some((other) => heat.downstream(other) === heat.upstream(e))) ?? stream[0]!;
  const last = stream.find((e) => !stream.some((other) => heat.upstream(other) === heat.downstream(e))) ?? stream[0]!;
  return { inK: heat.inletK(first), outK: heat.outK[last]! };
}
