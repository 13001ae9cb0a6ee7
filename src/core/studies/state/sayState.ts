import { formatQuantity } from '../../foundations/units';
import type { HeatResult } from '../../heat/heatResult';
import { sayMargin, sayVerdict, sayWhy } from '../../judgement/supply/say';
import type { SolveResult } from '../../judgement/stateResult';

const pressure = (pa: number | null) => (pa === null ? '—' : formatQuantity(pa, 'pressure').padStart(10));

/** One state: each element's flow and pressures, then each consumer. */
export function stateLines({ state, convergence, elements, consumers }: SolveResult): string[] {
  return [
    `${formatQuantity(state.speedRevS, 'speed')}, fixed oil temperature ${formatQuantity(state.oilTemperatureK, 'temperature')}: ${convergence.status} in ${convergence.iterations} iterations`,
    '',
    ...elements.map(
      (e) =>
        `${e.name.padEnd(34)} ${formatQuantity(e.flowM3S, 'flow').padStart(14)}  ${pressure(e.pressureInPa)} → ${pressure(e.pressureOutPa)}`,
    ),
    '',
    ...consumers.flatMap((c) => [
      `${c.name.padEnd(20)} ${sayVerdict(c.verdict, c.decisive).padEnd(18)} ${c.decisive ? sayMargin(c.decisive) : ''}`,
      `  ${sayWhy(c.verdict, c.decisive)}`,
    ]),
  ];
}

/** Why a state did not solve, and coolers that cannot be as stated; nothing where all is well. */
export function stateRemarks({ convergence, notes }: SolveResult): string[] {
  return convergence.status === 'converged'
    ? notes.flatMap((note) => {
        if (note.code === 'impossibleCooler')
          return [`${note.where}: no cooler could do what its rating point says; it is left out.`];
        return note.code === 'implausiblePressure'
          ? [`${note.where}: ${formatQuantity(note.actual ?? 0, 'pressure')}, above every rating of such a system.`]
          : [];
      })
    : convergence.status === 'cavitates'
      ? [`The oil cavitates at ${convergence.worstNode}: no figure of this condition is valid.`]
      : [
          `Not solved (${convergence.status}): the worst place is ${convergence.worstNode || convergence.worstElement}.`,
        ];
}

/** Where the oil settles, and where its heat comes from and goes to. */
export function balanceLines({ state }: SolveResult, heat: HeatResult): string[] {
  const { conditions } = heat;
  const kw = (w: number) => formatQuantity(w, 'heatFlow').padStart(10);
  const celsius = (k: number) => formatQuantity(k, 'temperature', {}, 1);
  return [
    `${formatQuantity(state.speedRevS, 'speed')}, load ${conditions.load}, air ${formatQuantity(conditions.airTemperatureK, 'temperature')}, road ${formatQuantity(conditions.roadSpeedMS, 'roadSpeed')}: ${heat.status} at ${celsius(heat.sumpK)} in the sump`,
    ...(heat.status === 'hunting'
      ? ['No steady temperature there: a cooler core that plugs with cold oil and clears again keeps the sump near it.']
      : []),
    ...(heat.other
      ? [
          `From the hot side: ${heat.other.status} at ${celsius(heat.other.sumpK)}. Which of the two occurs depends on how the engine got there.`,
        ]
      : []),
    '',
    'Heat in',
    ...heat.heatIn.map(({ key, heatW }) => `  ${key.padEnd(20)} ${kw(heatW)}`),
    'Heat out',
    ...heat.heatOut.map(({ name, heatW }) => `  ${name.padEnd(20)} ${kw(heatW)}`),
    '',
    'Oil temperature by part',
    ...heat.parts.map((p) => `  ${p.name.padEnd(20)} ${celsius(p.inK).padStart(9)} → ${celsius(p.outK)}`),
  ];
}

/** Coolers that cannot be as stated. */
export function coolerRemarks(heat: HeatResult): string[] {
  return heat.impossibleCoolers.map(
    (part) => `${part}: no cooler could do what its rating point says; it is left out.`,
  );
}

const NO_BALANCE: Partial<Record<HeatResult['status'], string>> = {
  tooHot: 'No steady oil temperature below 250 °C: heat in stays above heat out.',
  tooCold: 'No steady oil temperature above −50 °C: heat out stays above heat in.',
  placeTooHot: 'No steady oil temperature: some oil would be hotter than oil can be.',
  notSolved: 'Not solved.',
};

/** Why there is no balance; nothing where there is one. */
export function balanceRemarks({ status, tooHotAt, starved, noOil }: HeatResult): string[] {
  const why = tooHotAt
    ? `No steady temperature: oil at ${tooHotAt.name} would reach ${formatQuantity(tooHotAt.temperatureK, 'temperature')}.`
    : NO_BALANCE[status];
  return [
    ...(why === undefined ? [] : [why]),
    ...noOil.map((p) => `${p.name}: no oil.`),
    ...starved.map((p) => `${p.name}: starved; most of its heat goes into the metal.`),
  ];
}
