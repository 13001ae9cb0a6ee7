import { FREE_AIR, FULL_LOAD_PA, usualCoolantHeat } from '../archetypes/usualOfEngine';
import { BETAS_IN_SERVICE } from '../kinds/filter';
import { actsAs, type Part } from '../parts/part';
import type { KeptProject } from '../project/keptProject';

/** What a new engine states and an older file may not: each changes answers, so a file keeps its own until it is taken. */
export const NEWER_LAWS = ['filling', 'air', 'sideFlow', 'load', 'element', 'coolant'] as const;
export type NewerLaw = (typeof NEWER_LAWS)[number];

/** Ratios that a file has where nobody set one: mains' and rods'. */
const UNSET_RATIO = { mains: 0.6, rods: 0.7 } as const;

/** A journal of the crank that turns at a ratio nobody set, with the usual load instead. */
function loaded(part: Part): Part {
  const isMain = actsAs(part, 'mains') && part.role === 'main';
  if (!isMain && !actsAs(part, 'rods')) return part;
  const group = isMain ? 'mains' : 'rods';
  if (part.eccentricity.kind !== 'ratio' || part.eccentricity.ratio !== UNSET_RATIO[group]) return part;
  return { ...part, eccentricity: { kind: 'specificLoad', fullLoadPa: FULL_LOAD_PA[group] } };
}

/** A part with what a law asks it to state; the same object where it states it, or the law is none of its. */
function statedBy(part: Part, law: NewerLaw): Part {
  if (law === 'filling' && actsAs(part, 'pump') && !part.rotors && !part.fillLoss)
    return { ...part, rotors: 'gerotor' };
  if (law === 'sideFlow' && actsAs(part, 'bearing') && !part.hydrodynamicSideFlow)
    return { ...part, hydrodynamicSideFlow: true };
  if (law === 'load') return loaded(part);
  if (law === 'element' && actsAs(part, 'filter') && !part.betas) return { ...part, betas: BETAS_IN_SERVICE };
  return part;
}

/**
 * A project in which its engine states what a law needs, with the figures of a new one; the same object where it does
 * already, or they do not follow from what is known.
 */
export function withLaw(kept: KeptProject, law: NewerLaw): KeptProject {
  const { asItIs, engine } = kept;
  const hasTank = asItIs.circuit.parts.some((p) => actsAs(p, 'tank'));
  if (law === 'air')
    return engine.freeAir ? kept : { ...kept, engine: { ...engine, freeAir: hasTank ? FREE_AIR.tank : FREE_AIR.tray } };
  if (law === 'coolant') {
    const { displacementM3, heat, fuel } = engine;
    if (heat.coolantHeat || displacementM3 === undefined || heat.blockCooledBy !== 'coolant') return kept;
    return { ...kept, engine: { ...engine, heat: { ...heat, coolantHeat: usualCoolantHeat(displacementM3, fuel) } } };
  }
  const parts = asItIs.circuit.parts.map((p) => statedBy(p, law));
  if (parts.every((p, i) => p === asItIs.circuit.parts[i])) return kept;
  return { ...kept, asItIs: { ...asItIs, circuit: { ...asItIs.circuit, parts } } };
}

/** Laws that a project's engine does not state and could. */
export const lawsMissing = (kept: KeptProject): readonly NewerLaw[] =>
  NEWER_LAWS.filter((law) => withLaw(kept, law) !== kept);

/** The project with all of them. */
export const withAllLaws = (kept: KeptProject): KeptProject => NEWER_LAWS.reduce(withLaw, kept);
