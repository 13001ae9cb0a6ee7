/**
 * What is true of the engine and of its parts at a moment of a job. A step needs some of them and makes some: the order
 * follows, and a step that nothing needs is not in the plan.
 */
export type Fact =
  | 'baseline'
  | 'mockedUp'
  | 'ordered'
  | 'dryFitted'
  | 'marked'
  | 'warm'
  | 'coolantOut'
  | 'supported'
  | 'oilOut'
  | 'batteryOff'
  | 'panOff'
  | 'bung'
  | 'faces'
  | 'tight'
  | 'panOn'
  | 'coolantShut'
  | 'coolantIn'
  | 'oilIn'
  | 'clipped'
  | 'batteryOn'
  | 'started'
  /** Of one thing: measured, made, flushed, off, filled, on, primed, set, wired, screwed on last. */
  | `${'measured' | 'made' | 'flushed' | 'off' | 'filled' | 'on' | 'primed' | 'set' | 'wired' | 'last'} ${string}`;

interface Factual {
  readonly id: string;
  readonly needs: readonly Fact[];
  readonly makes: readonly Fact[];
}

/** Who makes each fact. */
export function makersOf<S extends Factual>(steps: readonly S[]): ReadonlyMap<Fact, readonly S[]> {
  const makers = new Map<Fact, S[]>();
  for (const step of steps) for (const fact of step.makes) makers.set(fact, [...(makers.get(fact) ?? []), step]);
  return makers;
}

/**
 * The steps that a job needs: its own, and of those that could enable them the ones whose fact somebody asks for.
 * @param known steps that are in the job whatever happens @param enabling steps that are in it where they are needed
 * @returns in the order in which they were given, the enabling ones first
 */
export function enabled<S extends Factual>(known: readonly S[], enabling: readonly S[]): readonly S[] {
  const makers = makersOf(enabling);
  const made = makersOf(known);
  const chosen = new Set<S>();
  const open = known.flatMap((step) => step.needs);
  for (let fact = open.pop(); fact !== undefined; fact = open.pop()) {
    if (made.has(fact)) continue;
    for (const step of makers.get(fact) ?? []) {
      if (chosen.has(step)) continue;
      chosen.add(step);
      open.push(...step.needs);
    }
  }
  return [...enabling.filter((step) => chosen.has(step)), ...known];
}

/** For each step the others that make what it needs. */
export function afterOf<S extends Factual>(steps: readonly S[]): ReadonlyMap<string, readonly string[]> {
  const makers = makersOf(steps);
  return new Map(
    steps.map((step) => [
      step.id,
      [...new Set(step.needs.flatMap((fact) => (makers.get(fact) ?? []).map((maker) => maker.id)))].filter(
        (id) => id !== step.id,
      ),
    ]),
  );
}
