import { DEFAULT_AIR_COOLING, DEFAULT_LIQUID_COOLING, DRAUGHT_MS } from '../parts/cooling';
import { usualLineHeat } from '../parts/lineHeat';
import { actsAs, type Part, type PartOf } from '../parts/part';
import type { Circuit, Engine, Project, Variant } from './project';

/** An engine whose size nobody has said. */
const ASSUMED_VOLUME_M3 = 2e-3;
/** Brake power a displacement [W/m³]. @source engineering judgement: 60 kW a litre */
const POWER_PER_VOLUME = 60e6;
/**
 * Fins of an air-cooled block at 15 m/s, 37 W/K a litre at 1.6 L, and how they grow with it.
 * @source engineering judgement
 */
const FINS_EXPONENT = 0.95;
const FINS_PER_VOLUME = 37 * 1.6 * 1.6e-3 ** -FINS_EXPONENT;
/** Coolant, block and jackets a displacement [J/(K m³)]. @source engineering judgement */
const COOLANT_CAPACITY_PER_VOLUME = 20e6;

/** Heat that a fed part gives its oil at full load [W]. @source engineering judgement */
const DUTY_HEAT_W: Readonly<Record<PartOf<'consumer'>['duty'], number>> = {
  turbo: 900,
  supercharger: 250,
  lifters: 0,
  phaser: 0,
  tensioner: 0,
  gears: 100,
  other: 0,
  unnamed: 0,
};
const ROLLING_TURBO_W = 700;
/** A side-stream element's filtration ratio. @source common practice, no source */
const USUAL_SIDE_BETA = 75;

const fullParts = new WeakMap<Part, Part>();
const fullCircuits = new WeakMap<Circuit, Circuit>();
const fullEngines = new WeakMap<Engine, Engine>();
const fullProjects = new WeakMap<Project, Project>();

/** What is made of something once, by its identity: documents are replaced, never changed in place. */
function once<T extends object>(made: WeakMap<T, T>, of: T, make: (of: T) => T): T {
  let full = made.get(of);
  if (!full) {
    full = make(of);
    made.set(of, full);
    // What is in full already is itself.
    made.set(full, full);
  }
  return full;
}

/** What a part is where it does not state a figure. */
function filled(part: Part): Part {
  if (actsAs(part, 'cooler')) {
    const cooling = part.cooling ?? (part.medium === 'air' ? DEFAULT_AIR_COOLING : DEFAULT_LIQUID_COOLING);
    const full = cooling.kind === 'air' ? { ...cooling, draughtMS: cooling.draughtMS ?? DRAUGHT_MS } : cooling;
    return part.cooling === full ? part : { ...part, cooling: full };
  }
  if (actsAs(part, 'accessory') && part.heatW === undefined) {
    const rolls = part.duty === 'turbo' && part.bearingType === 'rolling';
    return { ...part, heatW: rolls ? ROLLING_TURBO_W : DUTY_HEAT_W[part.duty] };
  }
  if (actsAs(part, 'line') && part.heat === undefined) {
    const heat = usualLineHeat(part.form, part.dash);
    return heat ? { ...part, heat } : part;
  }
  if (actsAs(part, 'sideStream') && part.betaRatio === undefined) return { ...part, betaRatio: USUAL_SIDE_BETA };
  return part;
}

/** A part with what is usual where it does not state a figure; itself where it states all. */
export const partInFull = <P extends Part>(part: P): P => once(fullParts, part, filled) as P;

function circuitInFull(circuit: Circuit): Circuit {
  const parts = circuit.parts.map((part) => partInFull(part));
  return parts.every((part, i) => part === circuit.parts[i]) ? circuit : { ...circuit, parts };
}

function engineInFull(engine: Engine): Engine {
  const displacementM3 = engine.displacementM3 ?? ASSUMED_VOLUME_M3;
  const { heat } = engine;
  return {
    ...engine,
    displacementM3,
    heat: {
      ...heat,
      brakePowerW: heat.brakePowerW ?? POWER_PER_VOLUME * displacementM3,
      finConductanceWK: heat.finConductanceWK ?? FINS_PER_VOLUME * displacementM3 ** FINS_EXPONENT,
      blockFanMS: heat.blockFanMS ?? 0,
      coolantCapacityJK: heat.coolantCapacityJK ?? COOLANT_CAPACITY_PER_VOLUME * displacementM3,
    },
  };
}

/** A variant with every figure that it does not state filled in. */
function variantInFull(variant: Variant): Variant {
  const circuit = once(fullCircuits, variant.circuit, circuitInFull);
  return circuit === variant.circuit ? variant : { ...variant, circuit };
}

/**
 * A project with every figure that it does not state filled in with what is usual: the one place where that is done. Laws,
 * faults, rules and studies are given this and never ask again. What stays absent means that there is no such thing: a
 * limit that is not judged, a law that is off, a coolant that is the engine's own.
 */
export function inFull(project: Project): Project {
  return once(fullProjects, project, (of) => ({
    ...of,
    engine: once(fullEngines, of.engine, engineInFull),
    variants: of.variants.map(variantInFull),
  }));
}

/** What inFull knows of an engine. */
type Stated<T, K extends keyof T> = T & { readonly [F in K]-?: NonNullable<T[F]> };
type FullHeat = Stated<Engine['heat'], 'brakePowerW' | 'finConductanceWK' | 'blockFanMS' | 'coolantCapacityJK'>;
export type FullEngine = Stated<Engine, 'displacementM3'> & { readonly heat: FullHeat };

/** The engine of a project that is in full. @throws TypeError where it is not: whoever computes has skipped inFull */
export function fullEngine({ engine }: Project): FullEngine {
  const { brakePowerW, finConductanceWK, blockFanMS, coolantCapacityJK } = engine.heat;
  const figures = [engine.displacementM3, brakePowerW, finConductanceWK, blockFanMS, coolantCapacityJK];
  if (figures.includes(undefined))
    throw new TypeError('A project was computed before its unstated figures were filled in.');
  return engine as FullEngine;
}
