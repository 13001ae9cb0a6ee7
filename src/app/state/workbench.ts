import { create } from 'zustand';
import { kindOf, type Part } from '../../core/document/parts/part';
import {
  activeVariant,
  type Project,
  type Season,
  type Tolerance,
  type Variant,
  type Waiver,
} from '../../core/document/project/project';
import { applyMove, tidyColumns, type Move } from '../../core/document/moves';
import { DEFAULT_CONDITIONS, type Conditions } from '../../core/heat/conditions';
import type { UnitChoice } from '../../core/foundations/units';
import type { ThemeName } from '../theme/antdTheme';

/** A step that can be undone: the document before it, and what it was called. */
interface Step {
  readonly name: string;
  readonly project: Project;
}

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

/** What the user has on the bench: the document, the state that it is looked at in, and what is selected. */
interface Workbench {
  readonly project: Project | undefined;
  /** How many projects were opened, this one included: two may bear one name. */
  readonly opened: number;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  readonly speedRevS: number;
  readonly oilTemperatureK: number;
  /** True where the oil temperature is found by heat balance in these surroundings instead of held. */
  readonly found: boolean;
  readonly conditions: Conditions;
  readonly selected: string | undefined;
  readonly moves: MovesOpen | undefined;
  readonly preview: Preview | undefined;
  readonly units: UnitChoice;
  readonly theme: ThemeName;
  /** Takes a whole project, as opened or imported, and stands at its most demanding named state. */
  open(project: Project): void;
  /** Replaces one part of the active variant; the caller has checked it against the schema. Typing at one part is one step. */
  replacePart(part: Part): void;
  setOil(oil: Project['oil']): void;
  makeMove(move: Move): void;
  previewMove(move: Move | undefined): void;
  openMoves(part: string | undefined, heading?: string): void;
  closeMoves(): void;
  undo(): void;
  redo(): void;
  tidy(): void;
  showVariant(id: string): void;
  /** Copies the open variant under a name and opens the copy. */
  copyVariant(name: string): void;
  /** Opens the open variant with a fault in it, as a variant of its own, at the state where it tells. */
  openFault(
    title: string,
    faulty: Variant,
    state: { readonly speedRevS: number; readonly oilTemperatureK: number },
  ): void;
  /** Sets how far one figure may lie from what is stated; undefined goes back to what is usual. */
  setTolerance(of: Pick<Tolerance, 'part' | 'path'>, plusMinus: number | undefined): void;
  renameVariant(name: string): void;
  /** Throws the open variant away, unless it is the only one; those made from it are then of the one that it was made from. */
  deleteVariant(): void;
  /** Sets what the season changes for the open variant; undefined: nothing. */
  setSeason(season: Season | undefined): void;
  waive(waiver: Waiver): void;
  unwaive(rule: string, part: string | undefined): void;
  setState(state: { speedRevS?: number; oilTemperatureK?: number }): void;
  setFound(found: boolean): void;
  setConditions(conditions: Partial<Conditions>): void;
  /** Stands at a named state, its surroundings too where it has them. */
  goTo(state: Project['namedStates'][number]): void;
  select(part: string | undefined): void;
  setUnits(units: UnitChoice): void;
  setTheme(theme: ThemeName): void;
}

const UNITS_KEY = 'tidal-gauge-units';
const THEME_KEY = 'tidal-gauge-theme';

/** Preferences are small and not part of any project, so they lie in local storage; anything odd there is ignored. */
function storedUnits(): UnitChoice {
  try {
    const raw: unknown = JSON.parse(localStorage.getItem(UNITS_KEY) ?? '{}');
    return typeof raw === 'object' && raw !== null
      ? (Object.fromEntries(Object.entries(raw).filter(([, value]) => typeof value === 'string')) as UnitChoice)
      : {};
  } catch {
    return {};
  }
}

function preferredTheme(): ThemeName {
  const stored = localStorage.getItem(THEME_KEY);
  if (stored === 'dark' || stored === 'light') return stored;
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

/** The project with its open variant replaced. */
export function withVariant(project: Project, variant: Variant): Project {
  return { ...project, variants: project.variants.map((each) => (each.id === variant.id ? variant : each)) };
}

/** A move as it would be made on the open variant. */
function lookAt(project: Project, move: Move): Preview {
  const outcome = applyMove(activeVariant(project), move);
  return outcome.ok
    ? { move, name: outcome.name, project: withVariant(project, outcome.variant), came: outcome.came, why: undefined }
    : { move, name: '', project: undefined, came: [], why: outcome.why };
}

export const useWorkbench = create<Workbench>()((set, get) => {
  /** Makes a new document of the present one as a named step. Steps of one name that follow each other are one while typing. */
  const change = (name: string, next: (project: Project) => Project, together = false) => {
    const { project, past, future } = get();
    if (!project) return;
    const changed = next(project);
    if (changed === project) return;
    const joins = together && future.length === 0 && past[past.length - 1]?.name === name;
    set({ project: changed, past: joins ? past : [...past, { name, project }], future: [], preview: undefined });
  };
  const changeVariant = (name: string, next: (variant: Variant) => Variant, together = false) =>
    change(name, (project) => withVariant(project, next(activeVariant(project))), together);
  /** Adds a variant made from the open one, and opens it. */
  const addVariant = (step: string, name: string, made: (from: Variant) => Variant, note = '') =>
    change(step, (project) => {
      const from = activeVariant(project);
      const taken = new Set(project.variants.map((v) => v.id));
      let n = project.variants.length + 1;
      while (taken.has(`variant${n}`)) n++;
      return {
        ...project,
        variants: [...project.variants, { ...made(from), id: `variant${n}`, name, note, basedOn: from.id }],
        activeVariant: `variant${n}`,
      };
    });
  const stillThere = (project: Project, part: string | undefined) =>
    part !== undefined && activeVariant(project).circuit.parts.some((p) => p.id === part) ? part : undefined;

  return {
    project: undefined,
    opened: 0,
    past: [],
    future: [],
    speedRevS: 0,
    oilTemperatureK: 373.15,
    found: false,
    conditions: DEFAULT_CONDITIONS,
    selected: undefined,
    moves: undefined,
    preview: undefined,
    units: storedUnits(),
    theme: preferredTheme(),

    open(project) {
      const state = project.namedStates[project.namedStates.length - 1];
      set({
        project,
        opened: get().opened + 1,
        selected: undefined,
        past: [],
        future: [],
        moves: undefined,
        preview: undefined,
        speedRevS: state?.speedRevS ?? project.engine.maximumSpeedRevS,
        oilTemperatureK: state?.oilTemperatureK ?? project.range.fullSpeedFromK,
      });
    },

    replacePart(part) {
      changeVariant(
        `edit ${part.name}`,
        (variant) => ({
          ...variant,
          circuit: {
            ...variant.circuit,
            parts: variant.circuit.parts.map((each) => (each.id === part.id ? part : each)),
          },
        }),
        true,
      );
    },

    setOil: (oil) => change(`use ${oil.name}`, (project) => ({ ...project, oil }), true),

    makeMove(move) {
      const { project } = get();
      if (!project) return;
      const preview = lookAt(project, move);
      if (!preview.project) {
        set({ preview });
        return;
      }
      const made = preview.project;
      change(preview.name, () => made);
      // What came new is what the user wants to see next; of a chain, what is not a hose.
      const came = activeVariant(made).circuit.parts.filter((p) => preview.came.includes(p.id));
      const fresh = came.findLast((p) => kindOf(p).symbol(p) !== 'none') ?? came[0];
      set({ moves: undefined, selected: fresh?.id ?? stillThere(made, get().selected) });
    },

    previewMove(move) {
      const { project } = get();
      set({ preview: project && move ? lookAt(project, move) : undefined });
    },

    openMoves: (part, heading) => set({ moves: { part, heading }, ...(part === undefined ? {} : { selected: part }) }),
    closeMoves: () => set({ moves: undefined, preview: undefined }),

    undo() {
      const { project, past, future, selected } = get();
      const step = past[past.length - 1];
      if (project && step)
        set({
          project: step.project,
          past: past.slice(0, -1),
          future: [...future, { name: step.name, project }],
          preview: undefined,
          selected: stillThere(step.project, selected),
        });
    },

    redo() {
      const { project, past, future, selected } = get();
      const step = future[future.length - 1];
      if (project && step)
        set({
          project: step.project,
          future: future.slice(0, -1),
          past: [...past, { name: step.name, project }],
          preview: undefined,
          selected: stillThere(step.project, selected),
        });
    },

    tidy: () =>
      changeVariant('tidy the sheet', (variant) => ({ ...variant, sheet: { columns: tidyColumns(variant.circuit) } })),

    showVariant(id) {
      const { project } = get();
      if (project?.variants.some((v) => v.id === id))
        set({ project: { ...project, activeVariant: id }, selected: undefined, moves: undefined, preview: undefined });
    },

    copyVariant: (name) => addVariant(`copy the variant as ${name}`, name, (from) => from),
    openFault(title, faulty, state) {
      addVariant(`open ${title}`, title, () => faulty, 'With a fault put in to look at; not a circuit to build.');
      set({ ...state, found: false });
    },

    setTolerance: ({ part, path }, plusMinus) =>
      changeVariant(
        'set a tolerance',
        ({ tolerances = [], ...variant }) => {
          const others = tolerances.filter((t) => t.part !== part || t.path.join('.') !== path.join('.'));
          return {
            ...variant,
            tolerances: plusMinus === undefined ? others : [...others, { part, path: [...path], plusMinus }],
          };
        },
        true,
      ),
    renameVariant: (name) => changeVariant(`call the variant ${name}`, (variant) => ({ ...variant, name })),
    deleteVariant: () =>
      change('throw the variant away', (project) => {
        const gone = activeVariant(project);
        const left = project.variants.filter((v) => v.id !== gone.id);
        const parent = left.find((v) => v.id === gone.basedOn) ?? left[0];
        if (!parent) return project;
        const variants = left.map(({ basedOn, ...v }) =>
          basedOn === gone.id
            ? { ...v, ...(gone.basedOn === undefined ? {} : { basedOn: gone.basedOn }) }
            : { ...v, ...(basedOn === undefined ? {} : { basedOn }) },
        );
        return { ...project, variants, activeVariant: parent.id };
      }),
    setSeason: (season) =>
      changeVariant(
        'change the season',
        ({ season: _, ...variant }) => (season ? { ...variant, season } : variant),
        true,
      ),
    waive: (waiver) =>
      changeVariant('set a finding aside', (variant) => ({
        ...variant,
        waivers: [...variant.waivers.filter((w) => w.rule !== waiver.rule || w.part !== waiver.part), waiver],
      })),
    unwaive: (rule, part) =>
      changeVariant('take up a finding again', (variant) => ({
        ...variant,
        waivers: variant.waivers.filter((w) => w.rule !== rule || w.part !== part),
      })),

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

    setUnits(units) {
      localStorage.setItem(UNITS_KEY, JSON.stringify(units));
      set({ units });
    },

    setTheme(theme) {
      localStorage.setItem(THEME_KEY, theme);
      set({ theme });
    },
  };
});
