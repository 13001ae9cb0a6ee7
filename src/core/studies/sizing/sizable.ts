import { changePart, partFields } from '../../document/parts/partFields';
import { actsAs, type Part } from '../../document/parts/part';
import type { Variant } from '../../document/project/project';
import { DASH_BORES_M, NUMBER_DRILLS, numberDrillM } from '../../foundations/units/boreSizes';
import type { Quantity } from '../../foundations/units';
import { StudyRefused } from '../job/studyRefused';

/** A size that can be had. */
export interface StockSize {
  readonly label: string;
  readonly si: number;
}

/** A figure of a part that can be sized, with the range worth searching. */
export interface Sizable {
  readonly path: readonly (string | number)[];
  readonly title: string;
  readonly quantity: Quantity;
  readonly low: number;
  readonly high: number;
  /** Sizes that can be had within the range, smallest first; none where it is set, not bought. */
  readonly sizes: readonly StockSize[];
}

const MM = 1e-3;
const BAR = 1e5;
/** Ranges that are searched: wider than what is usual, so that both ends of a band can be found. */
const ORIFICE = { low: 0.4 * MM, high: 5 * MM } as const;
const LINE = { low: 2.5 * MM, high: 30 * MM } as const;
const SPRING = { low: 0.2 * BAR, high: 9 * BAR } as const;
/** A drill in whole tenths of a millimetre; a needle valve in eighths of a turn. */
const METRIC_DRILL_STEP_M = 0.1 * MM;
const TURN_STEP = 0.125;

const within = (sizes: readonly StockSize[], low: number, high: number) =>
  sizes.filter((s) => s.si >= low && s.si <= high).sort((a, b) => a.si - b.si);

function drills(low: number, high: number): StockSize[] {
  const numbers = Array.from({ length: NUMBER_DRILLS }, (_, i) => ({
    label: `drill ${i + 1}`,
    si: numberDrillM(i + 1)!,
  }));
  const metric: StockSize[] = [];
  for (let n = Math.ceil(low / METRIC_DRILL_STEP_M); n * METRIC_DRILL_STEP_M <= high; n++)
    metric.push({ label: `${(n / 10).toFixed(1)} mm`, si: n * METRIC_DRILL_STEP_M });
  return within([...numbers, ...metric], low, high);
}

/**
 * What of a part can be sized: bores that are drilled or bought, the pressure at which a spring opens, the turns of a
 * needle.
 */
export function sizablesOf(part: Part): Sizable[] {
  return partFields(part).flatMap((field): Sizable[] => {
    if (field.input.kind !== 'number' || typeof field.value !== 'number') return [];
    const { path, title } = field;
    const { quantity } = field.input;
    switch (path[path.length - 1]) {
      case 'boreM': {
        if (actsAs(part, 'line')) {
          const hose = part.form === 'hose' || part.form === 'hardLine';
          const dash = Object.entries(DASH_BORES_M).map(([n, si]) => ({ label: `dash ${n}`, si }));
          return path.length === 1
            ? [{ path, title, quantity, ...LINE, sizes: hose ? within(dash, LINE.low, LINE.high) : [] }]
            : [];
        }
        const drilled =
          actsAs(part, 'orifice') ||
          (actsAs(part, 'jets') && path[0] === 'nozzle') ||
          (actsAs(part, 'sideStream') && path[0] === 'metering');
        return drilled ? [{ path, title, quantity, ...ORIFICE, sizes: drills(ORIFICE.low, ORIFICE.high) }] : [];
      }
      case 'crackPa':
        return [{ path, title, quantity, ...SPRING, sizes: [] }];
      case 'turns': {
        const full = turnsToFull(part, path);
        if (full === undefined) return [];
        const sizes = Array.from({ length: Math.floor(full / TURN_STEP) }, (_, i) => ({
          label: `${(i + 1) * TURN_STEP} turns`,
          si: (i + 1) * TURN_STEP,
        }));
        return [{ path, title, quantity, low: Math.min(TURN_STEP / 2, full / 2), high: full, sizes }];
      }
      default:
        return [];
    }
  });
}

function turnsToFull(part: Part, path: readonly (string | number)[]): number | undefined {
  const holder = path
    .slice(0, -1)
    .reduce<unknown>((here, key) => (here as Record<string | number, unknown>)[key], part) as {
    readonly turnsToFull?: number;
  };
  return holder.turnsToFull;
}

/**
 * A part with one figure set. A hose takes the dash size of its bore. A spring keeps its rate: its fully open pressure
 * moves with the one at which it starts.
 * @returns undefined where the schema refuses it
 */
export function withSize(part: Part, path: readonly (string | number)[], si: number): Part | undefined {
  if (path[path.length - 1] !== 'crackPa') {
    const changed = changePart(part, path, si);
    if (!changed.ok) return undefined;
    // A hose of another bore is of another dash size, by which it is bought and drawn.
    const dash = Object.entries(DASH_BORES_M).find(([, bore]) => bore === si)?.[0];
    return actsAs(changed.part, 'line') && actsAs(part, 'line') && part.dash !== undefined && dash !== undefined
      ? { ...changed.part, dash: Number(dash) }
      : changed.part;
  }
  const holderPath = path.slice(0, -1);
  const holder = holderPath.reduce<unknown>((here, key) => (here as Record<string | number, unknown>)[key], part) as {
    readonly crackPa: number;
    readonly fullOpenPa: number;
  };
  const fullOpenPa = si + holder.fullOpenPa - holder.crackPa;
  // Raised or lowered, the two must pass each other in the right order to satisfy the schema at each step.
  const order = si > holder.crackPa ? (['fullOpenPa', 'crackPa'] as const) : (['crackPa', 'fullOpenPa'] as const);
  let here: Part = part;
  for (const key of order) {
    const changed = changePart(here, [...holderPath, key], key === 'crackPa' ? si : fullOpenPa);
    if (!changed.ok) return undefined;
    here = changed.part;
  }
  return here;
}

/** The figure that is asked about, by part and path. @throws StudyRefused where there is none such in the variant */
export function sizableAt(
  variant: Variant,
  { part: id, path }: { readonly part: string; readonly path: readonly (string | number)[] },
): { readonly part: Part; readonly sizable: Sizable } {
  const part = variant.circuit.parts.find((p) => p.id === id);
  const sizable = part && sizablesOf(part).find((s) => s.path.join('.') === path.join('.'));
  if (!part || !sizable) throw new StudyRefused('There is no such figure to size in this circuit.');
  return { part, sizable };
}
