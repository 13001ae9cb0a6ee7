import type { Part } from '../../document/kinds/parts';
import { isReservoir } from '../../document/kinds/ports';
import type { Variant } from '../../document/project/project';
import { stuckThermostat } from '../heat/heatStudies';
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
/** A worn pump slips so many times as much as it did; a worn bearing is so many times as wide. Common practice, no source. */
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

/** Every single fault that can befall a circuit: valves stuck, lines blocked or leaking, elements loaded, thermostats stuck, pump and bearings worn. */
export function singleFaults(variant: Variant): Fault[] {
  return variant.circuit.parts.flatMap(faultsOf);
}

function faultsOf(part: Part): Fault[] {
  const faults: Fault[] = [];
  const add = (key: string, words: string, change: Part) =>
    faults.push({
      id: `${part.id}.${key}`,
      part: part.id,
      title: `${part.name} ${words}`,
      apply: (v) => withPart(v, change),
    });
  if (part.blocked === true) return [];
  switch (part.kind) {
    case 'pickup':
      add('loaded', 'clogged', {
        ...part,
        screen: { ...part.screen, load: Math.max(NEGLECTED_LOAD, part.screen.load) },
      });
      break;
    case 'pump': {
      const { slip } = part;
      const worn =
        slip.kind === 'efficiency'
          ? {
              ...slip,
              volumetricEfficiency: Math.max(LEAST_EFFICIENCY, 1 - WORN_SLIP * (1 - slip.volumetricEfficiency)),
            }
          : { ...slip, slipCoefficient: WORN_SLIP * slip.slipCoefficient };
      add('worn', `worn, ${WORN_SLIP} times its slip`, { ...part, slip: worn });
      break;
    }
    case 'relief': {
      const { spring: _, ...bare } = part;
      add('open', 'stuck open', { ...bare, ...STUCK_OPEN });
      add('shut', 'stuck shut', { ...bare, ...STUCK_SHUT });
      break;
    }
    case 'checkValve':
      add('open', 'stuck open', { ...part, ...STUCK_OPEN });
      add('shut', 'stuck shut', { ...part, ...STUCK_SHUT });
      break;
    case 'filter':
      if (part.load < NEGLECTED_LOAD) add('loaded', 'loaded', { ...part, load: NEGLECTED_LOAD });
      if (part.bypass) {
        add('bypassOpen', 'bypass valve stuck open', { ...part, bypass: { ...part.bypass, ...STUCK_OPEN } });
        add('bypassShut', 'bypass valve stuck shut', { ...part, bypass: { ...part.bypass, ...STUCK_SHUT } });
      }
      break;
    case 'sideStream':
      if (part.load < NEGLECTED_LOAD) add('loaded', 'loaded', { ...part, load: NEGLECTED_LOAD });
      break;
    case 'cooler':
      add('blocked', 'core blocked', { ...part, blocked: true });
      break;
    case 'jets':
      if (part.valve) add('open', 'valve stuck open', { ...part, valve: { ...part.valve, ...STUCK_OPEN } });
      add('blocked', 'blocked', { ...part, blocked: true });
      break;
    case 'line':
      add('blocked', 'blocked', { ...part, blocked: true });
      if (part.form === 'hose' || part.form === 'hardLine')
        faults.push({
          id: `${part.id}.leak`,
          part: part.id,
          title: `${part.name} leaks, as by a hole of 1.5 mm`,
          apply: (v) => leaking(v, part),
        });
      break;
    case 'orifice':
    case 'valve':
      add('blocked', 'plugged', { ...part, blocked: true });
      break;
    case 'bearings':
    case 'rods':
      add('worn', `worn, ${WORN_CLEARANCE} times the clearance`, {
        ...part,
        clearanceRadialM: WORN_CLEARANCE * part.clearanceRadialM,
      });
      break;
    default:
      for (const stuck of ['open', 'shut'] as const) {
        const change = stuckThermostat(part, stuck);
        if (change !== part) add(`thermostat.${stuck}`, `thermostat stuck ${stuck}`, change);
      }
  }
  return faults;
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
