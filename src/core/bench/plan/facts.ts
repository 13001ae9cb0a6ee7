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
  | FactOfThing;
/** Of one thing: measured, made, flushed, off, filled, on, primed, set, wired, screwed on last. */
type FactOfThing =
  `${'measured' | 'made' | 'flushed' | 'off' | 'filled' | 'on' | 'primed' | 'set' | 'wired' | 'last'} ${string}`;

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

/** Facts as they are said: "the oil is out". */
const WORDS: Readonly<Record<Exclude<Fact, FactOfThing>, string>> = {
  baseline: 'the gauge was read as it is',
  mockedUp: 'every new part was held in its place',
  ordered: 'the parts are there',
  dryFitted: 'all was dry fitted',
  marked: 'hoses and connectors are marked',
  warm: 'the oil is warm',
  coolantOut: 'the coolant is out',
  supported: 'it stands on stands',
  oilOut: 'the oil is out',
  batteryOff: 'the battery is off',
  panOff: 'the pan is off',
  bung: 'the pan has its port',
  faces: 'the faces are clean',
  tight: 'the joints are tight',
  panOn: 'the pan is on',
  coolantShut: 'the coolant is closed',
  coolantIn: 'the coolant is in',
  oilIn: 'the oil is in',
  clipped: 'the hoses are clipped',
  batteryOn: 'the battery is on',
  started: 'it has run',
};
const STATES: Readonly<Record<string, string>> = {
  measured: 'is measured',
  made: 'is made',
  flushed: 'is flushed',
  off: 'is off',
  filled: 'is filled',
  on: 'is on',
  primed: 'is primed',
  set: 'is altered',
  wired: 'is wired',
};

/**
 * Why a step stands where it stands: what must be true before it.
 * @param nameOf what a part or a hose is called by its id; undefined: it has no name
 * @returns in words, of many alike the count: "8 things are on"
 */
export function sayNeeds(needs: readonly Fact[], nameOf: (id: string) => string | undefined): readonly string[] {
  const said: string[] = [];
  const counted = new Map<string, number>();
  const ofThing = needs.flatMap((fact) => {
    const [state, id] = [fact.slice(0, fact.indexOf(' ')), fact.slice(fact.indexOf(' ') + 1)];
    return fact.includes(' ') && STATES[state] !== undefined ? [{ state, name: nameOf(id) }] : [];
  });
  for (const { state } of ofThing) counted.set(state, (counted.get(state) ?? 0) + 1);
  for (const fact of new Set(needs)) if (fact in WORDS) said.push(WORDS[fact as keyof typeof WORDS]);
  for (const [state, count] of counted) {
    const names = ofThing.flatMap((t) => (t.state === state && t.name !== undefined ? [t.name] : []));
    if (count > MOST_NAMED) said.push(`${count} things ${STATES[state]!.replace(/^is/, 'are')}`);
    else said.push(...names.map((name) => `${name} ${STATES[state]!}`));
    // Joints have no names of their own.
    if (count <= MOST_NAMED && names.length < count) said.push('the old joints are undone');
  }
  return said;
}
/** More of a kind are counted. */
const MOST_NAMED = 3;
