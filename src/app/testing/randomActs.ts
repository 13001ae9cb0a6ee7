import { applyMove, offersFor } from '../../core/document/moves';
import { withHoseEnd, withMeasuredHose, withTrimmedHose } from '../../core/bench/hoses/hoseActs';
import { hosesOf } from '../../core/bench/hoses/hoseList';
import { HOSE_END_ANGLES, HOSE_END_STYLES, JOINT_STATES } from '../../core/document/project/bench';
import { changePart, partFields } from '../../core/document/parts/partFields';
import { activeVariant, type Project } from '../../core/document/project/project';
import { seeded } from '../../core/foundations/random/quasiRandom';
import { variantWithFault, faultIdsOf } from '../../core/studies/faults/faultTasks';
import { singleFaults } from '../../core/studies/inputs/singleFaults';
import { useDocument } from '../state/document';
import { useView } from '../state/view';

/** Circuits are let grow to this many parts, then they are only taken apart. */
const MOST_PARTS = 120;

/** What a run of random acts came to. */
export interface RandomRun {
  /** By kind of act, how often it was done. */
  readonly done: Record<string, number>;
  /** Sentences with which an act was not done. */
  readonly refusals: readonly string[];
}

/**
 * Acts as a user does them, one after another and at random, on whatever project is open in the store.
 * @param after called after each act, with its kind
 */
export function randomActs(seed: number, count: number, after: (kind: string, act: number) => void): RandomRun {
  const random = seeded(seed);
  const done: Record<string, number> = {};
  const refusals: string[] = [];
  const kinds = Object.entries(ACTS);
  for (let n = 0; n < count; n++) {
    const [kind, act] = kinds[Math.floor(random() ** 0.8 * kinds.length)]!;
    const { refusal: before } = useDocument.getState();
    act(random);
    const { refusal } = useDocument.getState();
    if (refusal !== undefined && refusal !== before) refusals.push(`${kind}: ${refusal}`);
    done[kind] = (done[kind] ?? 0) + 1;
    after(kind, n);
  }
  return { done, refusals };
}

type Random = () => number;
const stores = () => useDocument.getState();
const project = (): Project => stores().project!;
const pick = <T>(random: Random, of: readonly T[]): T | undefined => of[Math.floor(random() * of.length)];

/** Texts that people and machines put where a name is asked for. */
const NAMES = [
  'a',
  ' '.repeat(3),
  'Ölkühler, links – «neu» 机油 🛢️',
  'x'.repeat(79),
  'The long one that somebody types who wants to say everything about it in its name, and more',
  '=1+1',
  '<b>bold</b>',
  '\u202Ereversed',
];
const FIGURES = [
  0,
  -1,
  1e-12,
  1e-3,
  1,
  300,
  1e6,
  1e300,
  -1e300,
  Number.MAX_VALUE,
  Number.NaN,
  Number.POSITIVE_INFINITY,
];

/** By what it is called: every kind of act that the interface has on a document. */
const ACTS: Readonly<Record<string, (random: Random) => void>> = {
  move: (random) => {
    const { circuit } = activeVariant(project());
    const part = pick(random, circuit.parts)!;
    const offers = offersFor(circuit, part).filter(
      ({ move }) =>
        circuit.parts.length < MOST_PARTS || ['takeOut', 'removeAndBlank', 'removeBranch', 'blank'].includes(move.kind),
    );
    const offer = pick(random, offers);
    if (offer && applyMove(activeVariant(project()), offer.move).ok) useView.getState().makeMove(offer.move);
  },
  plan: (random) => {
    const { previewMove, addToPlan, shortenPlan, makePreview, dropPreview, plan } = useView.getState();
    const { circuit } = activeVariant(plan?.project ?? project());
    const offer = pick(random, offersFor(circuit, pick(random, circuit.parts)!));
    if (offer && circuit.parts.length < MOST_PARTS) previewMove(offer.move);
    pick(random, [addToPlan, addToPlan, shortenPlan, makePreview, dropPreview])!();
  },
  edit: (random) => {
    const part = pick(random, activeVariant(project()).circuit.parts)!;
    const field = pick(random, partFields(part))!;
    const value =
      field.input.kind === 'number'
        ? random() < 0.6 && typeof field.value === 'number'
          ? field.value * 10 ** (2 * random() - 1)
          : pick(random, FIGURES)
        : pick(random, NAMES);
    const changed = changePart(part, field.path, value);
    if (changed.ok) stores().replacePart(changed.part, field.path.join('.'));
  },
  undo: () => stores().undo(),
  redo: () => stores().redo(),
  undoAll: (random) => {
    if (random() < 0.2) for (let n = 0; n < 20; n++) stores().undo();
  },
  copyVariant: () => stores().copyVariant(),
  renameVariant: (random) => {
    const name = pick(random, NAMES)!.trim();
    if (name !== '') stores().renameVariant(name);
  },
  showVariant: (random) => stores().showVariant(pick(random, project().variants)!.id),
  deleteVariant: (random) => {
    if (random() < 0.3 || project().variants.length > 12) stores().deleteVariant();
  },
  openPairOfFaults: (random) => {
    const variant = activeVariant(project());
    const faults = singleFaults(variant);
    const [a, b] = [pick(random, faults), pick(random, faults)];
    if (!a || !b || a.part === b.part || variant.circuit.parts.length >= MOST_PARTS) return;
    const faulty =
      faultIdsOf(`${a.id} + ${b.id}`).length === 2 ? variantWithFault(variant, `${a.id} + ${b.id}`) : a.apply(variant);
    if (faulty)
      useView.getState().openFault(`${a.title} and ${b.title}`, faulty, { speedRevS: 50, oilTemperatureK: 373 });
  },
  rename: (random) => {
    const name = pick(random, NAMES)!.trim();
    if (name !== '') stores().setProject('rename the engine', { name }, 'name');
  },
  note: (random) => stores().setProject('note on the engine', { note: pick(random, NAMES)!.repeat(30) }, 'note'),
  engine: (random) => {
    const { engine } = project();
    stores().setProject('change the engine', {
      engine: { ...engine, maximumSpeedRevS: pick(random, FIGURES)!, cylinders: 1 + Math.floor(random() * 30) },
    });
  },
  oil: (random) =>
    stores().setOil({ ...project().oil, name: pick(random, NAMES)!, density15KgM3: 800 + 200 * random() }),
  tolerance: (random) => {
    const part = pick(random, activeVariant(project()).circuit.parts)!;
    const field = pick(random, partFields(part))!;
    stores().setTolerance({ part: part.id, path: [...field.path] }, random() < 0.3 ? undefined : random() * 1e-3);
  },
  season: (random) =>
    stores().setSeason(random() < 0.4 ? undefined : { name: pick(random, NAMES)!, coldestOilK: 230 + 200 * random() }),
  waive: (random) =>
    stores().waive({
      rule: 'supply',
      part: pick(random, activeVariant(project()).circuit.parts)!.id,
      reason: pick(random, NAMES)!,
    }),
  hose: (random) => {
    const key = pick(random, hosesOf(activeVariant(project())))?.key;
    const lengthM = pick(random, FIGURES)!;
    if (key !== undefined)
      stores().changeVariant('a hose', (v) =>
        random() < 0.3
          ? withTrimmedHose(v, key, lengthM)
          : random() < 0.5
            ? withMeasuredHose(v, key, lengthM, pick(random, NAMES)!.slice(0, 40))
            : withHoseEnd(v, key, random() < 0.5 ? 'in' : 'out', {
                style: pick(random, HOSE_END_STYLES)!,
                angleDeg: pick(random, HOSE_END_ANGLES)!,
              }),
      );
  },
  jointAndStep: (random) =>
    stores().changeVariant('a joint', (v) => ({
      ...v,
      bench: {
        ...v.bench,
        joints: {
          ...v.bench?.joints,
          [`a.in b${Math.floor(9 * random())}.out`]: { state: pick(random, JOINT_STATES)!, note: pick(random, NAMES)! },
        },
        plan: { ...v.bench?.plan, steps: { drain: { done: random() < 0.5, spentMin: pick(random, FIGURES)! } } },
      },
    })),
  unwaive: () => stores().unwaive('supply', undefined),
  tidy: () => stores().tidy(),
};
