import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { AccumulatorAnswer } from './accumulatorSchema';

const seconds = (s: number) => `${s < 10 ? s.toFixed(1) : s.toFixed(0)} s`;

/** What an accumulator does while the pickup is bare, afterwards, and before a start. */
export function accumulatorLines(answer: AccumulatorAnswer, units: UnitChoice = {}): string[] {
  const v = (m3: number) => formatQuantity(m3, 'volume', units);
  const p = (pa: number) => formatQuantity(pa, 'pressure', units);
  const { name, status, highPa, heldM3, suppliedS, gaveM3, refilledS, gaugeLowerPa, prefillsM3, emptyM3 } = answer;
  if (status === 'closed') return [`${name}: its valve is shut, so it neither fills nor gives.`];
  if (status === 'unsolved') return [`${name}: this condition could not be solved.`];
  if (status === 'empty') return [`${name}: ${p(highPa)} there is below its charge, so it takes no oil.`];
  return [
    `${name}: charged to ${p(highPa)}, it holds ${v(heldM3)}.`,
    suppliedS > 0
      ? `With the pickup bare every component stays supplied for ${seconds(suppliedS)}; it gives ${v(gaveM3)} in that time.`
      : 'With the pickup bare it does not keep every component supplied.',
    refilledS === null
      ? 'It does not fill again in this condition.'
      : `It is full again after ${seconds(refilledS)}; the gauge reads ${p(gaugeLowerPa)} lower as that begins.`,
    `Opened before a start it pushes ${v(prefillsM3)} into the engine, whose parts hold ${v(emptyM3)} that may have run back.`,
  ];
}
