import { aloftM3, type OilAloft } from './oilAloft';

/** Oil aloft, by oil temperature downward and engine speed across; null where the engine is not run so. */
export interface AloftTable {
  readonly speedsRevS: readonly number[];
  readonly rows: readonly { readonly oilTemperatureK: number; readonly aloftM3: readonly (number | null)[] }[];
}

const COLUMNS = 5;
const ROWS = 6;

/** Evenly taken, the first and the last among them. */
const some = <T>(list: readonly T[], most: number): T[] =>
  list.length <= most
    ? [...list]
    : Array.from({ length: most }, (_, i) => list[Math.round((i * (list.length - 1)) / (most - 1))]!);

/** What is aloft over the range, thinned to what a table shows. */
export function aloftTable(aloft: readonly OilAloft[], idleRevS: number): AloftTable {
  const running = aloft.filter((a) => a.speedRevS >= idleRevS * (1 - 1e-9));
  const top = Math.max(...running.map((a) => a.speedRevS));
  const speedsRevS = Array.from({ length: COLUMNS }, (_, i) => idleRevS + ((top - idleRevS) * i) / (COLUMNS - 1));
  const temperatures = [...new Set(running.map((a) => a.oilTemperatureK))].sort((a, b) => a - b);
  const rows = some(temperatures, ROWS).map((oilTemperatureK) => {
    const here = running.filter((a) => a.oilTemperatureK === oilTemperatureK).sort((a, b) => a.speedRevS - b.speedRevS);
    return { oilTemperatureK, aloftM3: speedsRevS.map((n) => between(here, n)) };
  });
  return { speedsRevS, rows };
}

/** In a straight line between the states beside a speed. */
function between(here: readonly OilAloft[], speedRevS: number): number | null {
  const above = here.findIndex((a) => a.speedRevS >= speedRevS * (1 - 1e-9));
  const [low, high] = [here[Math.max(0, above - 1)], here[above]];
  if (!low || !high) return null;
  const share = high.speedRevS > low.speedRevS ? (speedRevS - low.speedRevS) / (high.speedRevS - low.speedRevS) : 1;
  return aloftM3(low) + share * (aloftM3(high) - aloftM3(low));
}
