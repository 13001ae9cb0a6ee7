import { hasAntiDrain } from '../../document/kinds/filter';
import { actsAs, kindOf, type Part } from '../../document/parts/part';
import { isReservoir } from '../../document/parts/ports';
import { emptiesWhenStopped, partVolumeM3 } from '../../document/parts/partVolume';
import type { Variant } from '../../document/project/project';

/** What one part does to the level. */
export interface PartLevel {
  readonly part: string;
  readonly name: string;
  readonly volumeM3: number;
  /** Can be filled before it is fitted: it holds its oil upright. */
  readonly prefill: boolean;
  /** What of it runs back to the sump overnight [m³]. */
  readonly drainsBackM3: number;
}

/** What a change of the circuit does to the level. All volumes [m³]. */
export interface OilChange {
  readonly came: readonly PartLevel[];
  readonly went: readonly PartLevel[];
  /** Came less went: oil to add beyond the usual fill. */
  readonly addedM3: number;
  /** Of what came, how much can be filled in before fitting. */
  readonly prefillM3: number;
  /** Over the mark on the dipstick before the first start, once all oil is in: what the empty parts will take. */
  readonly overBeforeStartM3: number;
  readonly drainsBackM3: number;
}

/**
 * True for parts that hold oil upright while they are fitted: filters and canisters, and coolers with both ports at the
 * top.
 */
function canPrefill(part: Part): boolean {
  if (actsAs(part, 'filter')) return part.mounting !== 'inline';
  if (actsAs(part, 'cooler')) return part.filling === 'portsAtTop' || part.filling === 'inLowOutHigh';
  return actsAs(part, 'sideStream') && !emptiesWhenStopped(part);
}

/**
 * What runs back overnight: what stands above the oil level, unless an anti-drain valve holds it.
 * @param levelM of the oil in the sump, height above the crank
 */
function drainsBack(part: Part, volumeM3: number, levelM: number): number {
  if (actsAs(part, 'filter') && hasAntiDrain(part)) return 0;
  if (actsAs(part, 'drain')) return 0;
  const heightM = part.elevationM;
  return heightM !== undefined && heightM > levelM && kindOf(part).isPipe !== true ? volumeM3 : 0;
}

/**
 * How much oil a change of the circuit takes, part by part.
 * @param before the variant that the engine is in now; undefined: the engine as it is filled usually, its parts empty
 * @source closed form: volumes of bores and parts; what drains back: engineering judgement
 */
export function oilChange(variant: Variant, before: Variant | undefined): OilChange {
  const sump = variant.circuit.parts.find(isReservoir);
  const levelM = sump && 'levelM' in sump && typeof sump.levelM === 'number' ? sump.levelM : 0;
  const level = (part: Part): PartLevel => {
    const volumeM3 = emptiesWhenStopped(part) ? 0 : partVolumeM3(part);
    return {
      part: part.id,
      name: part.name,
      volumeM3,
      prefill: canPrefill(part),
      drainsBackM3: drainsBack(part, volumeM3, levelM),
    };
  };
  const filled = (v: Variant | undefined) =>
    new Map((v?.circuit.parts ?? []).filter((p) => !isReservoir(p)).map((p) => [p.id, level(p)]));
  const [now, old] = [filled(variant), filled(before)];
  const came: PartLevel[] = [];
  const went: PartLevel[] = [];
  for (const [id, part] of now) {
    const was = old.get(id)?.volumeM3 ?? 0;
    if (part.volumeM3 > was + LEAST_M3) came.push({ ...part, volumeM3: part.volumeM3 - was });
    if (part.volumeM3 < was - LEAST_M3) went.push({ ...part, volumeM3: was - part.volumeM3 });
  }
  for (const [id, part] of old) if (!now.has(id) && part.volumeM3 > LEAST_M3) went.push(part);
  const sum = (parts: readonly PartLevel[], of: (p: PartLevel) => number) => parts.reduce((s, p) => s + of(p), 0);
  const cameM3 = sum(came, (p) => p.volumeM3);
  const prefillM3 = sum(came, (p) => (p.prefill ? p.volumeM3 : 0));
  // The usual fill of an engine counts the parts that it has: only a change adds to it.
  const addedM3 = before ? cameM3 - sum(went, (p) => p.volumeM3) : 0;
  return {
    came,
    went,
    addedM3,
    prefillM3,
    overBeforeStartM3: Math.max(0, cameM3 - prefillM3),
    drainsBackM3: sum([...now.values()], (p) => p.drainsBackM3),
  };
}

/** What is filled in beyond the usual fill, or left out of it, in words and as a volume above zero [m³]. */
export const againstUsualFill = (addedM3: number): { readonly words: string; readonly m3: number } =>
  addedM3 < 0
    ? { words: 'Oil to leave out of the usual fill', m3: -addedM3 }
    : { words: 'Oil to add beyond the usual fill', m3: addedM3 };

/** Less than this is not read on a dipstick, and nothing is said of it [m³]. @source engineering judgement */
export const LEAST_READ_M3 = 0.05e-3;
/** Less than this is not listed [m³]. */
const LEAST_M3 = 1e-6;
