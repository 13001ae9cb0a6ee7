import { capital } from '../../core/foundations/text';
import { z } from 'zod';
import { create } from 'zustand';
import type { Move } from '../../core/document/moves';
import { kindOf } from '../../core/document/parts/part';
import { activeVariant, type Project, type Variant } from '../../core/document/project/project';
import { DEFAULT_CONDITIONS, type Conditions } from '../../core/heat/surroundings';
import { conditionsSchema } from '../../core/heat/heatResult';
import { lookAgain, lookAt, lookAtJob, type Preview } from './changePlan';
import { useDocument } from './document';

/** What the panel beside the drawing shows when it offers moves: those of one part, or of all. */
export interface MovesOpen {
  readonly part: string | undefined;
  /** Heading to begin at. */
  readonly heading?: string | undefined;
}

/** How the document is looked at: the state of the engine, what is selected, what is about to be done. */
interface ViewStore {
  readonly speedRevS: number;
  readonly oilTemperatureK: number;
  /** True where the oil temperature is found from the heat balance in these surroundings instead of held. */
  readonly found: boolean;
  readonly conditions: Conditions;
  readonly selected: string | undefined;
  readonly moves: MovesOpen | undefined;
  /** A fix is looked for beside the drawing. */
  readonly isFixing: boolean;
  /** Changes put together that are not made yet; undefined where there are none. */
  readonly plan: Preview | undefined;
  /** The plan, with the change that is pointed at. */
  readonly preview: Preview | undefined;
  /** Makes a change, with those of the plan before it, as one act. */
  makeMove(move: Move): void;
  /**
   * Makes what is looked at, as one act. On the engine as it is new plumbing makes a variant of its own, so that the
   * engine stays.
   * @param on 'engine': it is on the engine already, and is put into what is said of that
   */
  makePreview(on?: 'engine'): void;
  previewMove(move: Move | undefined): void;
  /** Looks at a whole job, where nothing else is planned. @param moves none: looks at it no more */
  previewJob(moves: readonly Move[], job: string): void;
  /** Puts the change that is pointed at into the plan. */
  addToPlan(): void;
  /** Takes the last change out of the plan. */
  shortenPlan(): void;
  /** Looks at nothing any more, and forgets the plan. */
  dropPreview(): void;
  openMoves(part: string | undefined, heading?: string): void;
  /** Closes the list of changes; a plan stays to be looked at. */
  closeMoves(): void;
  /** Opens the open variant with a fault in it, as a variant of its own, at the state where it tells. */
  openFault(
    title: string,
    faulty: Variant,
    state: { readonly speedRevS: number; readonly oilTemperatureK: number },
  ): void;
  setState(state: { speedRevS?: number; oilTemperatureK?: number }): void;
  setFound(found: boolean): void;
  setConditions(conditions: Partial<Conditions>): void;
  /** Stands at a named state, its surroundings too where it has them. */
  goTo(state: Project['namedStates'][number]): void;
  select(part: string | undefined): void;
  /** Looks for what would make the verdict good, beside the drawing; or closes that. */
  lookForFix(isOpen: boolean): void;
}

/** Of what came new, the part that the user wants to see next: of a chain, what is not a hose. */
function freshPart({ project, cameLast }: Preview): string | undefined {
  const came = project ? activeVariant(project).circuit.parts.filter((p) => cameLast.includes(p.id)) : [];
  return (came.findLast((p) => kindOf(p).symbol(p) !== 'none') ?? came[0])?.id;
}

export const useView = create<ViewStore>()((set, get) => ({
  speedRevS: 0,
  oilTemperatureK: 373.15,
  found: false,
  conditions: DEFAULT_CONDITIONS,
  selected: undefined,
  moves: undefined,
  isFixing: false,
  plan: undefined,
  preview: undefined,

  makeMove(move) {
    const { kept } = useDocument.getState();
    if (!kept) return;
    set({ preview: lookAt(kept, move, get().plan) });
    get().makePreview();
  },

  makePreview(on) {
    const { preview } = get();
    const { kept } = useDocument.getState();
    if (!preview?.project || !kept) return;
    const moves = preview.steps.map((s) => s.move);
    // Who changes the plumbing of the engine as it is plans a job; who sets a figure of it says what it is.
    const plansJob =
      kept.activeVariant === kept.asItIs.id && (preview.job !== undefined || moves.some((m) => m.kind !== 'set'));
    set({ plan: undefined });
    useDocument.getState().makeChange(preview.name, moves, {
      ...(on !== 'engine' && plansJob ? { inNew: capital(preview.name) } : {}),
      ...(preview.job === undefined ? {} : { job: preview.job }),
    });
    set({ moves: undefined, selected: freshPart(preview) ?? get().selected });
  },

  previewMove(move) {
    const { kept } = useDocument.getState();
    const { plan } = get();
    set({ preview: kept && move ? lookAt(kept, move, plan) : plan });
  },

  previewJob(moves, job) {
    const { kept } = useDocument.getState();
    set({ preview: kept && moves.length > 0 ? lookAtJob(kept, moves, job) : undefined });
  },

  addToPlan() {
    const { preview } = get();
    if (preview?.project) set({ plan: preview });
  },

  shortenPlan() {
    const { kept } = useDocument.getState();
    const { plan, moves } = get();
    const shorter = kept && plan ? lookAgain(kept, plan.steps.slice(0, -1)) : undefined;
    // What the list was open at may be gone with it.
    set({ plan: shorter, preview: shorter, ...(moves ? { moves: { part: undefined } } : {}) });
  },

  dropPreview: () => set({ moves: undefined, preview: undefined, plan: undefined }),

  openMoves: (part, heading) =>
    set({ moves: { part, heading }, isFixing: false, ...(part === undefined ? {} : { selected: part }) }),
  closeMoves: () => set({ moves: undefined, preview: get().plan }),

  openFault(title, faulty, state) {
    useDocument.getState().addFaulty(title, faulty);
    set({ ...state, found: false });
  },

  setState: (state) => set(state),
  setFound: (found) => set({ found }),
  setConditions: (conditions) => set({ conditions: { ...get().conditions, ...conditions } }),
  goTo({ speedRevS, oilTemperatureK, airTemperatureK, roadSpeedMS, load }) {
    const { conditions } = get();
    set({
      speedRevS,
      oilTemperatureK,
      conditions: {
        airTemperatureK: airTemperatureK ?? conditions.airTemperatureK,
        roadSpeedMS: roadSpeedMS ?? conditions.roadSpeedMS,
        load: load ?? conditions.load,
      },
    });
  },
  select: (selected) => set({ selected, moves: undefined, isFixing: false, preview: get().plan }),
  lookForFix: (isFixing) => set({ isFixing, moves: undefined, selected: undefined, preview: get().plan }),
}));

/** How a project is looked at, as it is kept with it. */
const viewSchema = z.object({
  speedRevS: z.number().nonnegative(),
  oilTemperatureK: z.number().positive(),
  found: z.boolean(),
  conditions: conditionsSchema,
  selected: z.string().optional(),
});

/** How the project is looked at now. */
export const viewNow = (): z.infer<typeof viewSchema> => {
  const { speedRevS, oilTemperatureK, found, conditions, selected } = useView.getState();
  return { speedRevS, oilTemperatureK, found, conditions, ...(selected === undefined ? {} : { selected }) };
};

/** Looks at the open project as it was looked at when that was kept; nothing where it was not. */
export function readView(raw: unknown): void {
  const read = viewSchema.safeParse(raw);
  const { project } = useDocument.getState();
  if (!read.success || !project) return;
  const { selected, ...state } = read.data;
  const there = activeVariant(project).circuit.parts.some((p) => p.id === selected);
  useView.setState({ ...state, selected: there ? selected : undefined });
}

/** A project just opened is looked at in its most demanding named state, nothing selected. */
function lookAfresh(project: Project): void {
  const state = project.namedStates.at(-1);
  useView.setState({
    selected: undefined,
    moves: undefined,
    plan: undefined,
    preview: undefined,
    speedRevS: state?.speedRevS ?? project.engine.maximumSpeedRevS,
    oilTemperatureK: state?.oilTemperatureK ?? project.range.fullSpeedFromK,
  });
}

// The view follows the document: what is gone is not selected, and what was looked at is not what there is now.
useDocument.subscribe(({ kept, project, opened }, before) => {
  if (!kept || !project || project === before.project) return;
  if (opened !== before.opened) return lookAfresh(project);
  const { selected, plan: planned } = useView.getState();
  const there = activeVariant(project).circuit.parts.some((p) => p.id === selected);
  const shown = project.activeVariant === before.project?.activeVariant;
  const plan = planned && shown ? lookAgain(kept, planned.steps) : undefined;
  useView.setState({
    plan,
    preview: plan,
    selected: there && shown ? selected : undefined,
    ...(shown ? {} : { moves: undefined }),
  });
});
