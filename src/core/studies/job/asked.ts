import type { Bench } from '../../document/project/bench';
import type { Circuit, Project, Variant } from '../../document/project/project';
import { activeVariant } from '../../document/project/project';
import { textHash } from '../../foundations/textHash';
import { tidy } from '../../foundations/tidy';

/** What an answer may look at beside the open variant's circuit, season, tolerances and places. */
type Reads = 'variantNames' | 'waivers' | 'variantBefore';

/** What of a study says which part of a project its answer is of. */
export interface Reading<P = unknown> {
  readonly name: string;
  readonly reads?: readonly Reads[];
  /** Variants that the answer depends on, where not only on the open one. */
  variants?(request: P): readonly string[] | undefined;
  /** The project with what the answer does not depend on made the same for all: the figure that is sized. */
  apart?(project: Project, request: P): Project;
}

/** The audit marks what was dismissed, and judges by what the open variant was made from. */
export const AUDIT_READS: readonly Reads[] = ['waivers', 'variantBefore'];

/** The whole range. What a pan holds at its mark follows from the engine as it is: the first variant. */
export const SWEEP_READING: Reading = { name: 'sweep', reads: ['variantBefore'] };

/** One state of the open variant: no study, but it is asked of the same project. */
export const ONE_STATE: Reading = { name: 'solve' };

/** A variant without what no computation reads: notes, ticks, the log, readings that wait for a fit. */
function bare(variant: Variant, reads: readonly Reads[], beside: readonly Variant[]): Variant {
  const { id, name, circuit, season, tolerances, known, calibration, bench, waivers, basedOn } = variant;
  return tidy({
    id,
    name: reads.includes('variantNames') ? name : id,
    note: '',
    circuit,
    basedOn: beside.some((v) => v.id === basedOn) ? basedOn : undefined,
    waivers: reads.includes('waivers') ? waivers : [],
    season,
    tolerances,
    known,
    calibration: calibration?.applied && { readings: [], applied: calibration.applied },
    bench: bench && placesOnly(bench),
  }) as Variant;
}

/** What of the bench is judged: where parts sit, and how near to the exhaust hoses lie. */
function placesOnly({ places, hoses }: Bench): Bench | undefined {
  const near = Object.entries(hoses ?? {}).flatMap(([key, { exhaustDistanceM }]) =>
    exhaustDistanceM === undefined ? [] : [[key, { exhaustDistanceM }] as const],
  );
  if (!places && near.length === 0) return undefined;
  return { ...(places ? { places } : {}), ...(near.length > 0 ? { hoses: Object.fromEntries(near) } : {}) };
}

/** Variants that a question looks at, in the project's order. */
function variantsAsked<P>(project: Project, { reads, variants }: Reading<P>, request: P): readonly Variant[] {
  const ids = new Set([project.activeVariant, ...(variants?.(request) ?? [])]);
  if (reads?.includes('variantBefore')) {
    ids.add(project.variants[0]!.id);
    const { basedOn } = activeVariant(project);
    if (basedOn !== undefined) ids.add(basedOn);
  }
  return project.variants.filter((v) => ids.has(v.id));
}

/**
 * The project as a question reads it: a worker is sent no more than this, so an answer cannot depend on anything that
 * its fingerprint does not hold.
 */
export function askedOf<P>(project: Project, reading: Reading<P>, request: P): Project {
  const { engine, oil, range, namedStates, activeVariant: open, format, version } = project;
  const asked = variantsAsked(project, reading, request);
  return {
    format,
    version,
    name: 'asked',
    note: '',
    madeUp: false,
    engine,
    oil,
    range,
    namedStates,
    activeVariant: open,
    variants: asked.map((v) => bare(v, reading.reads ?? [], asked)),
  };
}

const circuitHashes = new WeakMap<Circuit, string>();

/** Circuits are replaced, never changed in place: each is written out once. */
function circuitHash(circuit: Circuit): string {
  let hash = circuitHashes.get(circuit);
  if (hash === undefined) circuitHashes.set(circuit, (hash = textHash(JSON.stringify(circuit))));
  return hash;
}

/**
 * A short text that changes with anything that an answer is computed from: another text, another answer.
 * @param asked of askedOf
 * @param build which code computes it; another one may say something else of the same engine
 */
export function fingerprint<P>(asked: Project, reading: Reading<P>, request: P, build = ''): string {
  const { variants, ...head } = reading.apart?.(asked, request) ?? asked;
  const each = variants.map((v) => ({ ...v, circuit: circuitHash(v.circuit) }));
  return textHash(JSON.stringify([reading.name, request, build, head, each]));
}
