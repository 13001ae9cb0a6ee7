import type { Draft } from 'immer';
import { create } from 'zustand';
import type { Part } from '../../core/document/parts/part';
import { tidyColumns } from '../../core/document/moves/columns';
import {
  activeVariant,
  type Project,
  type Season,
  type Tolerance,
  type Variant,
  type Waiver,
} from '../../core/document/project/project';
import type { Log } from '../../core/document/project/log';
import { sayIssueHere } from '../../core/document/project/issue';
import { copyName, shortName } from '../../core/document/project/names';
import { issuesOf } from '../../core/document/project/soundProject';
import { NO_HISTORY, perform, stepBack, stepForth, type Act, type History } from './history';

/** The project that is worked on, with what was done to it. */
interface DocumentStore extends History {
  readonly project: Project | undefined;
  /** How many projects were opened, this one included: two may bear one name. */
  readonly opened: number;
  /** The id under which the open project is stored; answers that outlive the page are kept by it. */
  readonly id: string;
  /** True while another tab edits the project: acts are refused here. */
  readonly isReadOnly: boolean;
  /** Why the last act was not done; undefined where it was. */
  readonly refusal: string | undefined;
  /**
   * Takes a whole project, as opened or imported.
   * @param history what was done to it; nothing: it begins anew
   * @param id the id that it is stored under; nothing: it is not stored
   */
  open(project: Project, history?: History, id?: string): void;
  /** Takes the same project as another tab has it now; what is looked at stays. */
  follow(project: Project, history: History): void;
  setReadOnly(isReadOnly: boolean): void;
  forgetRefusal(): void;
  /** Makes the open variant another one, as one named step. */
  replaceVariant(name: string, variant: Variant): void;
  /**
   * Changes the open variant by what was added at the bench, with the circuit where that follows; only what differs is
   * kept for undo.
   * @param on what was typed: typing in one field is one step
   */
  changeVariant(name: string, change: (variant: Variant) => Variant, on?: string): void;
  /** Changes what is kept of the engine's runs. @param on what was typed: typing in one field is one step */
  changeLog(name: string, change: (log: Log) => Log, on?: string): void;
  /**
   * Replaces one part of the open variant; the caller has checked it against the schema.
   * @param field what of it was typed: typing in one field is one step
   */
  replacePart(part: Part, field?: string): void;
  setOil(oil: Project['oil']): void;
  /**
   * Changes what is said of the engine as a whole; the caller has checked it against the schema.
   * @param on the field that was typed: typing in one field is one step
   */
  setProject(name: string, change: ProjectChange, on?: string): void;
  /** Makes the whole project another one, as one step: going back to a save point. */
  replaceProject(name: string, project: Project): void;
  /**
   * Keeps readings, or a fit with the figures that it changed, as one step.
   * @param on the reading that was typed: typing in one is one step
   */
  calibrate(name: string, project: Project, on?: string): void;
  undo(): void;
  redo(): void;
  tidy(): void;
  /** Opens another variant; no step. */
  showVariant(id: string): void;
  /** Copies the open variant under a name of its own and opens the copy. */
  copyVariant(): void;
  /** Opens the open variant with a fault in it, as a variant of its own. */
  addFaulty(title: string, faulty: Variant): void;
  /** Sets how far one figure may lie from what is stated; undefined goes back to what is usual. */
  setTolerance(of: Pick<Tolerance, 'part' | 'path'>, plusMinus: number | undefined): void;
  renameVariant(name: string): void;
  /**
   * Throws the open variant away, unless it is the only one; those made from it are then of the one that it was made
   * from.
   */
  deleteVariant(): void;
  /** Sets what the season changes for the open variant; undefined: nothing. */
  setSeason(season: Season | undefined): void;
  waive(waiver: Waiver): void;
  unwaive(rule: string, part: string | undefined): void;
}

/** What is said of a project beside its variants. */
export type ProjectChange = Partial<Pick<Project, 'name' | 'note' | 'engine' | 'oil' | 'range' | 'namedStates'>>;

type ProjectDraft = Draft<Project>;
type VariantDraft = Draft<Variant>;

const openIn = (draft: ProjectDraft): VariantDraft => draft.variants.find((v) => v.id === draft.activeVariant)!;

const namesIn = (draft: ProjectDraft): string[] => draft.variants.map((v) => v.name);

/** Adds a variant made from the open one, and opens it. */
function addVariant(draft: ProjectDraft, made: Variant, name: string, note: string): void {
  const taken = new Set(draft.variants.map((v) => v.id));
  let n = draft.variants.length + 1;
  while (taken.has(`variant${n}`)) n++;
  const id = `variant${n}`;
  draft.variants.push({ ...(made as VariantDraft), id, name, note, basedOn: draft.activeVariant });
  draft.activeVariant = id;
}

function deleteOpenVariant(draft: ProjectDraft): void {
  const gone = openIn(draft);
  const left = draft.variants.filter((v) => v.id !== gone.id);
  const parent = left.find((v) => v.id === gone.basedOn) ?? left[0];
  if (!parent) return;
  for (const variant of left) {
    if (variant.basedOn !== gone.id) continue;
    if (gone.basedOn === undefined) delete variant.basedOn;
    else variant.basedOn = gone.basedOn;
  }
  draft.variants = left;
  draft.activeVariant = parent.id;
}

type Tree = Record<string, unknown>;

const isTree = (of: unknown): of is Tree => typeof of === 'object' && of !== null && !Array.isArray(of);
/** Lists whose members are looked at one by one; another list is replaced as a whole. */
const isSameLength = (a: unknown, b: unknown): boolean =>
  Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.length > 0 && isTree(a[0]);

/** Puts into a draft what differs between two versions of it, as deep as they differ. */
function assignChanged(draft: Tree, before: Tree, after: Tree): void {
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    const [was, is] = [before[key], after[key]];
    if (was === is) continue;
    if (is === undefined) Reflect.deleteProperty(draft, key);
    else if ((isTree(was) && isTree(is)) || isSameLength(was, is))
      assignChanged(draft[key] as Tree, was as Tree, is as Tree);
    else draft[key] = is;
  }
}

/** Acts on what is said of the engine as a whole. */
const projectActs = (
  act: (of: Act) => void,
): Pick<DocumentStore, 'setProject' | 'replaceProject' | 'calibrate' | 'setOil'> => ({
  setProject: (name, change, on = '') => act({ name, on, recipe: (draft) => void Object.assign(draft, change) }),

  replaceProject: (name, project) => act({ name, recipe: () => undefined, whole: project }),

  calibrate: (name, fitted, on = '') =>
    act({
      name,
      on,
      recipe: (draft) => {
        const { oil, engine } = fitted;
        Object.assign(draft, { oil, engine });
        Object.assign(openIn(draft), activeVariant(fitted));
      },
    }),

  setOil: (oil) =>
    act({
      name: `use ${oil.name}`,
      on: 'oil',
      recipe: (draft) => {
        draft.oil = oil as ProjectDraft['oil'];
      },
    }),
});

const ODD_STEPS = 'What was done before cannot be undone any more: its record does not fit the project.';
const ELSEWHERE = 'This project is being changed in another tab. Take over here first, then change it.';

/** Document and history after an act; undefined where it changes nothing. */
type Outcome = (History & { readonly project: Project }) | undefined;

/** An act on the open variant. @param on what of it; empty: a step of its own */
type ActOnVariant = (name: string, recipe: (variant: VariantDraft) => void, on?: string) => void;

/** Acts on what is kept beside the circuit: at the bench, and of the engine's runs. */
const keptActs = (
  act: (of: Act) => void,
  onVariant: ActOnVariant,
  get: () => DocumentStore,
): Pick<DocumentStore, 'changeVariant' | 'changeLog'> => ({
  changeVariant: (name, change, on = '') =>
    onVariant(
      name,
      (variant) => {
        const open = activeVariant(get().project!);
        assignChanged(variant as Tree, open as unknown as Tree, change(open) as unknown as Tree);
      },
      on,
    ),

  changeLog: (name, change, on = '') =>
    act({
      name,
      on: on === '' ? '' : `log ${on}`,
      recipe: (draft) => {
        const { log = {} } = get().project!;
        draft.log ??= {};
        assignChanged(draft.log as Tree, log as Tree, change(log) as Tree);
      },
    }),
});

/** Acts on what is said of a variant beside its circuit. */
const markActs = (onVariant: ActOnVariant): Pick<DocumentStore, 'setSeason' | 'waive' | 'unwaive'> => ({
  setSeason: (season) =>
    onVariant(
      'change the season',
      (variant) => {
        if (season) variant.season = season as NonNullable<VariantDraft['season']>;
        else delete variant.season;
      },
      'season',
    ),
  waive: (waiver) =>
    onVariant('dismiss a finding', (variant) => {
      variant.waivers = [...variant.waivers.filter((w) => w.rule !== waiver.rule || w.part !== waiver.part), waiver];
    }),
  unwaive: (rule, part) =>
    onVariant('restore a finding', (variant) => {
      variant.waivers = variant.waivers.filter((w) => w.rule !== rule || w.part !== part);
    }),
});

/** Acts on variants as a whole. */
const variantActs = (
  act: (of: Act) => void,
  onVariant: ActOnVariant,
  get: () => DocumentStore,
): Pick<DocumentStore, 'copyVariant' | 'addFaulty' | 'renameVariant' | 'deleteVariant'> => ({
  copyVariant: () =>
    act({
      name: 'duplicate the variant',
      recipe: (draft) => {
        const open = activeVariant(get().project!);
        addVariant(draft, open, copyName(open.name, namesIn(draft)), '');
      },
    }),
  addFaulty: (title, faulty) =>
    act({
      name: `open ${title}`,
      recipe: (draft) =>
        addVariant(draft, faulty, shortName(title), 'With a fault put in to look at; not a circuit to build.'),
    }),
  renameVariant: (name) =>
    onVariant(`call the variant ${name}`, (variant) => {
      variant.name = shortName(name);
    }),
  deleteVariant: () => act({ name: 'delete the variant', recipe: deleteOpenVariant }),
});

/**
 * Whose circuit an answer is of: the opening of the project and the variant. An answer of one never stands for another.
 */
export const circuitOwner = ({ opened, project }: Pick<DocumentStore, 'opened' | 'project'>): string =>
  `${opened} ${project?.activeVariant ?? ''}`;

export const useDocument = create<DocumentStore>()((set, get) => {
  /**
   * Takes an act's outcome, unless the reader would refuse it: no act may make a document that cannot be opened again.
   */
  const take = (outcome: () => Outcome) => {
    if (get().isReadOnly) return set({ refusal: ELSEWHERE });
    const done = outcome();
    if (!done) return;
    const [issue] = issuesOf(done.project);
    if (issue) set({ refusal: `This was not done. ${sayIssueHere(issue)}` });
    else set({ ...done, refusal: undefined });
  };
  /**
   * A step back or forth. Steps come from the store too: those that do not fit the document are let go, and that is
   * said.
   */
  const step = (by: typeof stepBack) => {
    try {
      take(() => {
        const { project, past, future } = get();
        return project && by(project, { past, future });
      });
    } catch {
      set({ ...NO_HISTORY, refusal: ODD_STEPS });
    }
  };
  const act = (of: Act) =>
    take(() => {
      const { project, past, future } = get();
      return project && perform(project, { past, future }, of);
    });
  const onVariant: ActOnVariant = (name, recipe, on = '') =>
    act({ name, on, recipe: (draft) => recipe(openIn(draft)) });

  return {
    project: undefined,
    opened: 0,
    id: '',
    isReadOnly: false,
    refusal: undefined,
    ...NO_HISTORY,

    open: (project, history = NO_HISTORY, id = `not stored ${get().opened + 1}`) =>
      set({ project, opened: get().opened + 1, id, refusal: undefined, ...history }),
    follow: (project, { past, future }) => set({ project, past, future }),
    setReadOnly: (isReadOnly) => set({ isReadOnly, refusal: undefined }),
    forgetRefusal: () => set({ refusal: undefined }),

    replaceVariant: (name, variant) =>
      act({
        name,
        recipe: (draft) => {
          const at = draft.variants.findIndex((v) => v.id === variant.id);
          Object.assign(draft.variants[at]!, variant);
        },
      }),

    ...keptActs(act, onVariant, get),

    replacePart: (part, field) =>
      onVariant(
        `edit ${part.name}`,
        (variant) => {
          const { parts } = variant.circuit;
          parts[parts.findIndex((each) => each.id === part.id)] = part as Draft<Part>;
          // What was typed is no guess any more.
          const id = `${part.id}.${field}`;
          if (field !== undefined && !variant.known?.includes(id)) variant.known = [...(variant.known ?? []), id];
        },
        field === undefined ? '' : `part ${part.id} ${field}`,
      ),

    ...projectActs(act),
    ...markActs(onVariant),

    undo: () => step(stepBack),
    redo: () => step(stepForth),

    tidy: () =>
      onVariant('rearrange the drawing', (variant) => {
        variant.sheet = { columns: tidyColumns(activeVariant(get().project!).circuit) };
      }),

    showVariant(id) {
      const { project } = get();
      if (project?.variants.some((v) => v.id === id)) set({ project: { ...project, activeVariant: id } });
    },

    setTolerance: ({ part, path }, plusMinus) =>
      onVariant(
        'set a tolerance',
        (variant) => {
          const others = (variant.tolerances ?? []).filter(
            (t) => t.part !== part || t.path.join('.') !== path.join('.'),
          );
          variant.tolerances = plusMinus === undefined ? others : [...others, { part, path: [...path], plusMinus }];
        },
        `tolerance ${part} ${path.join('.')}`,
      ),
    ...variantActs(act, onVariant, get),
  };
});
