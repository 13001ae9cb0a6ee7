import type { Part, PartKind, PartOf } from '../../document/parts/part';
import { isReservoir } from '../../document/parts/ports';
import type { Variant } from '../../document/project/project';
import { stuckThermostat } from '../../heat/alteredParts';
import { applyMove, type MoveDraft } from '../../document/moves';

/** One thing that can go wrong, and the variant with it. */
export interface Fault {
  readonly id: string;
  readonly part: string;
  /** As people say it: "Relief stuck open". */
  readonly title: string;
  /** The variant with the fault in it; undefined where it cannot be put in. */
  apply(variant: Variant): Variant | undefined;
}

/** A spring that holds nothing, and one that nothing lifts [Pa]. */
const STUCK_OPEN = { crackPa: 100, fullOpenPa: 1000 } as const;
const STUCK_SHUT = { crackPa: 1e8, fullOpenPa: 1.1e8 } as const;
/** Loading of a neglected filter, and of a screen with sludge on it. Common practice, no source. */
const NEGLECTED_LOAD = 12;
/**
 * A worn pump slips so many times as much as it did; a worn bearing is so many times as wide. Common practice, no
 * source.
 */
const WORN_SLIP = 3;
const WORN_CLEARANCE = 1.5;
const LEAST_EFFICIENCY = 0.05;
/** A leak as through a hole of 1.5 mm: Cd·A·√(2 bar/ρ) at its rating point. */
const LEAK_BORE_M = 1.5e-3;
const LEAK_VISCOUS_SHARE = 0.05;
const LEAK_DENSITY_KG_M3 = 850;
const LEAK_RATED_PA = 1e5;
const LEAK: MoveDraft = {
  kind: 'consumer',
  name: 'Leak',
  duty: 'other',
  viscousShare: LEAK_VISCOUS_SHARE,
  ratedPressureDropPa: LEAK_RATED_PA,
  ratedViscosityPaS: 0.012,
  ratedDensityKgM3: LEAK_DENSITY_KG_M3,
  ratedFlowM3S: 0.61 * 0.25 * Math.PI * LEAK_BORE_M ** 2 * Math.sqrt((2 * LEAK_RATED_PA) / LEAK_DENSITY_KG_M3),
  heatW: 0,
  supply: {},
};

/**
 * Every single fault that can befall a circuit: valves stuck, lines blocked or leaking, elements loaded, thermostats
 * stuck, pump and bearings worn.
 */
export function singleFaults(variant: Variant): Fault[] {
  return variant.circuit.parts.flatMap(faultsOf);
}

/** A fault in a part: its key, how it is said, and the part with it or what it does to the variant. */
interface PartFault {
  readonly key: string;
  readonly words: string;
  readonly change: Part | ((variant: Variant) => Variant | undefined);
}

const blocked = (part: Part, words = 'blocked'): PartFault => ({
  key: 'blocked',
  words,
  change: { ...part, blocked: true },
});

function faultsOf(part: Part): Fault[] {
  if (part.blocked === true) return [];
  return (FAULTS[part.kind] as (part: Part) => readonly PartFault[])(part).map(({ key, words, change }) => ({
    id: `${part.id}.${key}`,
    part: part.id,
    title: `${part.name} ${words}`,
    apply: typeof change === 'function' ? change : (v) => withPart(v, change),
  }));
}

/** Nothing that befalls it, or nothing that the network would show. */
const none = (): readonly PartFault[] => [];

/** What can befall each kind of part. */
const FAULTS: { readonly [K in PartKind]: (part: PartOf<K>) => readonly PartFault[] } = {
  sump: none,
  tank: none,
  pickup: (part) => [
    {
      key: 'loaded',
      words: 'clogged',
      change: { ...part, screen: { ...part.screen, load: Math.max(NEGLECTED_LOAD, part.screen.load) } },
    },
  ],
  pump: wornPump,
  relief({ spring: _, ...bare }) {
    return stuckValve(bare);
  },
  checkValve: (part) => stuckValve(part),
  filter: (part) => [
    ...loaded(part),
    ...(part.bypass
      ? [
          {
            key: 'bypassOpen',
            words: 'bypass valve stuck open',
            change: { ...part, bypass: { ...part.bypass, ...STUCK_OPEN } },
          },
          {
            key: 'bypassShut',
            words: 'bypass valve stuck shut',
            change: { ...part, bypass: { ...part.bypass, ...STUCK_SHUT } },
          },
        ]
      : []),
  ],
  line: (part) => [
    blocked(part),
    ...(part.form === 'hose' || part.form === 'hardLine'
      ? [{ key: 'leak', words: 'leaks (1.5 mm hole, 0.059 in)', change: (v: Variant) => leaking(v, part) }]
      : []),
  ],
  fitting: none,
  orifice: (part) => [blocked(part, 'plugged')],
  valve: (part) => [blocked(part, 'plugged')],
  cooler: (part) => [blocked(part, 'core blocked')],
  plate: stuckThermostats,
  cover: none,
  sideStream: loaded,
  accumulator: none,
  plug: none,
  cross: none,
  ownOil: none,
  thermostat: stuckThermostats,
  tee: none,
  gauge: none,
  bearings: wornBearings,
  rods: wornBearings,
  jets: (part) => [
    ...(part.valve
      ? [{ key: 'open', words: 'valve stuck open', change: { ...part, valve: { ...part.valve, ...STUCK_OPEN } } }]
      : []),
    blocked(part),
  ],
  consumer: none,
  drain: none,
  scavenge: none,
};

function stuckValve(part: PartOf<'relief' | 'checkValve'>): readonly PartFault[] {
  return [
    { key: 'open', words: 'stuck open', change: { ...part, ...STUCK_OPEN } },
    { key: 'shut', words: 'stuck shut', change: { ...part, ...STUCK_SHUT } },
  ];
}

function loaded(part: PartOf<'filter' | 'sideStream'>): readonly PartFault[] {
  return part.load < NEGLECTED_LOAD
    ? [{ key: 'loaded', words: 'loaded', change: { ...part, load: NEGLECTED_LOAD } }]
    : [];
}

function wornPump(part: PartOf<'pump'>): readonly PartFault[] {
  const { slip } = part;
  const worn =
    slip.kind === 'efficiency'
      ? {
          ...slip,
          volumetricEfficiency: Math.max(LEAST_EFFICIENCY, 1 - WORN_SLIP * (1 - slip.volumetricEfficiency)),
        }
      : { ...slip, slipCoefficient: WORN_SLIP * slip.slipCoefficient };
  return [{ key: 'worn', words: `worn, ${WORN_SLIP} times its slip`, change: { ...part, slip: worn } }];
}

function wornBearings(part: PartOf<'bearings' | 'rods'>): readonly PartFault[] {
  const clearanceRadialM = WORN_CLEARANCE * part.clearanceRadialM;
  return [{ key: 'worn', words: `worn, ${WORN_CLEARANCE} times the clearance`, change: { ...part, clearanceRadialM } }];
}

function stuckThermostats(part: Part): readonly PartFault[] {
  return (['open', 'shut'] as const).flatMap((stuck) => {
    const change = stuckThermostat(part, stuck);
    return change === part ? [] : [{ key: `thermostat.${stuck}`, words: `thermostat stuck ${stuck}`, change }];
  });
}

function withPart(variant: Variant, change: Part): Variant {
  return {
    ...variant,
    circuit: { ...variant.circuit, parts: variant.circuit.parts.map((p) => (p.id === change.id ? change : p)) },
  };
}

function leaking(variant: Variant, line: Part): Variant | undefined {
  // Outside is nearest to the reservoir that stands under least pressure.
  const out = variant.circuit.parts.filter(isReservoir).reduce((a, b) => (b.pressurePa < a.pressurePa ? b : a));
  const outcome = applyMove(variant, {
    kind: 'tee',
    at: `${line.id}.out`,
    drafts: [LEAK],
    returnTo: `${out.id}.return`,
  });
  return outcome.ok ? outcome.variant : undefined;
}
