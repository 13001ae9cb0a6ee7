import { z } from 'zod';
import { create } from 'zustand';
import { applyMove, type Move } from '../../core/document/moves';
import { kindOf } from '../../core/document/parts/part';
import { activeVariant, withVariant, type Project, type Variant } from '../../core/document/project/project';
import { DEFAULT_CONDITIONS, type Conditions } from '../../core/heat/conditions';
import { conditionsSchema } from '../../core/heat/heatResult';
import { useDocument } from './document';

/** A move that is looked at before it is made. */
export interface Preview {
  readonly move: Move;
  readonly name: string;
  /** The document as it would be; absent where the move is refused. */
  readonly project: Project | undefined;
  readonly came: readonly string[];
  readonly why: string | undefined;
}

/** What the panel beside the sheet shows when it offers moves: those of one part, or of all. */
interface MovesOpen {
  readonly part: string | undefined;
  /** Heading to begin at. */
  readonly heading?: string | undefined;
}

/** How the document is looked at: the state of the engine, what is selected, what is about to be done. */
interface ViewStore {
  readonly speedRevS: number;
  readonly oilTemperatureK: number;
  /** True where the oil temperature is Calculated balance in these surroundings instead of held. */
  readonly found: boolean;
  readonly conditions: Conditions;
  readonly selected: string | undefined;
  readonly moves: MovesOpen | undefined;
  readonly preview: Preview | undefined;
  makeMove(move: Move): void;
  previewMove(move: Move | undefined): void;
  openMoves(part: string | undefined, heading?: string): void;
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
}

/** A move as it would be made on the open variant. */
function lookAt(project: Project, move: Move): Preview {
  const outcome = applyMove(activeVariant(project), move);
  return outcome.ok
    ? { move, name: outcome.name, project: withVariant(project, outcome.variant), came: outcome.came, why: undefined }
    : { move, name: '', project: undefined, came: [], why: outcome.why };
}

export const useView = create<ViewStore>()((set, get) => ({
  speedRevS: 0,
  oilTemperatureK: 373.15,
  found: false,
  conditions: DEFAULT_CONDITIONS,
  selected: undefined,
  moves: undefined,
  preview: undefined,

  makeMove(move) {
    const { project, replaceVariant } = useDocument.getState();
    if (!project) return;
    const preview = lookAt(project, move);
    if (!preview.project) return set({ preview });
    const made = activeVariant(preview.project);
    replaceVariant(preview.name, made);
    // What came new is what the user wants to see next; of a chain, what is not a hose.
    const came = made.circuit.parts.filter((p) => preview.came.includes(p.id));
    const fresh = came.findLast((p) => kindOf(p).symbol(p) !== 'none') ?? came[0];
    set({ moves: undefined, selected: fresh?.id ?? get().selected });
  },

  previewMove(move) {
    const { project } = useDocument.getState();
    set({ preview: project && move ? lookAt(project, move) : undefined });
  },

  openMoves: (part, heading) => set({ moves: { part, heading }, ...(part === undefined ? {} : { selected: part }) }),
  closeMoves: () => set({ moves: undefined, preview: undefined }),

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
  select: (selected) => set({ selected, moves: undefined, preview: undefined }),
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
    preview: undefined,
    speedRevS: state?.speedRevS ?? project.engine.maximumSpeedRevS,
    oilTemperatureK: state?.oilTemperatureK ?? project.range.fullSpeedFromK,
  });
}

// The view follows the document: what is gone is not selected, and what was looked at is not what there is now.
useDocument.subscribe(({ project, opened }, before) => {
  if (!project || project === before.project) return;
  if (opened !== before.opened) return lookAfresh(project);
  const { selected } = useView.getState();
  const there = activeVariant(project).circuit.parts.some((p) => p.id === selected);
  const shown = project.activeVariant === before.project?.activeVariant;
  useView.setState({
    preview: undefined,
    selected: there && shown ? selected : undefined,
    ...(shown ? {} : { moves: undefined }),
  });
});
