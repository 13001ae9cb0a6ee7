import type { Aim } from '../../core/document/project/aims';
import { create } from 'zustand';
import type { Part } from '../../core/document/parts/part';
import type { Move } from '../../core/document/moves/move';
import { tidyColumns } from '../../core/document/moves/columns';
import { deleteVariant, newVariant, variantFromOpen } from '../../core/document/changes/acts';
import { deriveProject } from '../../core/document/changes/deriveProject';
import { edited, makeChange, type Edited } from '../../core/document/changes/editing';
import { isKnowledge, markKnown, setPart } from '../../core/document/changes/partFigures';
import { logWithReadings, withLog } from '../../core/document/changes/readings';
import type { KeptReading } from '../../core/document/project/calibration';
import { putBack, whatIf } from '../../core/document/changes/putBack';
import type { KeptProject } from '../../core/document/project/keptProject';
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
import { shortName } from '../../core/document/project/names';
import { issuesOf } from '../../core/document/project/soundProject';
import { today } from './plain';
import { NO_HISTORY, perform, stepBack, stepForth, type History } from './history';

/** The project that is worked on, with what was done to it. */
interface DocumentStore extends History {
  /** The project as it is kept: the one thing that acts change. */
  readonly kept: KeptProject | undefined;
  /** The same as it is worked with, derived from it. */
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
  open(kept: KeptProject, history?: History, id?: string): void;
  /** Takes the same project as another tab has it now; what is looked at stays. */
  follow(kept: KeptProject, history: History): void;
  setReadOnly(isReadOnly: boolean): void;
  forgetRefusal(): void;
  /**
   * Makes changes in the open variant, as one act and one step; on the engine as it is they correct it.
   * @param of `inNew` first makes a variant of its own for them: the engine as it is stays; `job` is the name of the act
   */
  makeChange(name: string, moves: readonly Move[], of?: { readonly inNew?: string; readonly job?: string }): void;
  /** Changes one act of the open variant: switched off, renamed, dropped, moved, copied, made part of the engine. */
  editAct(name: string, edit: (kept: KeptProject, variant: string) => Edited): void;
  /**
   * Changes the open variant by what was added at the bench, with the circuit where that follows; only what differs is
   * kept for undo.
   * @param on what was typed: typing in one field is one step
   */
  changeVariant(name: string, change: (variant: Variant) => Variant, on?: string): void;
  /** Changes what is kept of the engine's runs. @param on what was typed: typing in one field is one step */
  changeLog(name: string, change: (log: Log) => Log, on?: string, by?: KeptReading['by']): void;
  /** Changes the list of readings. @param on what was typed: typing in one is one step */
  changeReadings(name: string, change: (kept: KeptProject) => KeptProject, on?: string): void;
  /**
   * Replaces one part of the open variant; the caller has checked it against the schema.
   * @param field what of it was typed: typing in one field is one step
   */
  replacePart(part: Part, field?: string, as?: 'asMeant' | 'known'): void;
  setOil(oil: Project['oil']): void;
  /**
   * Changes what is said of the engine as a whole; the caller has checked it against the schema.
   * @param on the field that was typed: typing in one field is one step
   */
  setProject(name: string, change: ProjectChange, on?: string): void;
  /** Makes the whole project another one, as one step: going back to a save point. */
  replaceProject(name: string, kept: KeptProject): void;
  /**
   * Keeps readings, or a fit with the figures that it changed, as one step.
   * @param on the reading that was typed: typing in one is one step
   */
  calibrate(name: string, project: Project, on?: string): void;
  /** @param skipsRecords where the circuit is looked at: ticks and readings made elsewhere stay */
  undo(skipsRecords?: boolean): void;
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
  /** Sets what the open variant is for; none: nothing is asked of it. */
  setAims(aims: readonly Aim[]): void;
  waive(waiver: Waiver): void;
  unwaive(rule: string, part: string | undefined): void;
}

/** What is said of a project beside its variants. */
export type ProjectChange = Partial<Pick<Project, 'name' | 'note' | 'engine' | 'oil' | 'range' | 'namedStates'>>;

const ODD_STEPS = 'What was done before cannot be undone any more: its record does not fit the project.';
const ELSEWHERE = 'This project is being changed in another tab. Take over here first, then change it.';

/** The project as it is kept, and its history, after an act; undefined where it changes nothing. */
type Outcome = (History & { readonly kept: KeptProject }) | undefined;

/** An act: how undo names it, what it makes of the project. @param on what is typed; empty: a step of its own */
type ActOn = (name: string, edit: (kept: KeptProject) => Edited, on?: string) => void;

/** An act on the open variant as it is looked at. */
type ActOnVariant = (name: string, change: (variant: Variant) => Variant, on?: string) => void;

const openIn = (kept: KeptProject): Variant => activeVariant(deriveProject(kept));

/** Acts on what is said of the engine as a whole. */
const projectActs = (
  act: ActOn,
): Pick<DocumentStore, 'setProject' | 'replaceProject' | 'calibrate' | 'setOil' | 'changeLog' | 'changeReadings'> => ({
  setProject: (name, change, on) => act(name, (kept) => edited({ ...kept, ...change }), on),

  replaceProject: (name, project) => act(name, () => edited(project)),

  calibrate: (name, { oil, engine, ...fitted }, on) =>
    act(
      name,
      (kept) => {
        const before = openIn(kept);
        const after = activeVariant({ oil, engine, ...fitted });
        return putBack({ ...kept, oil, engine }, before, after, 'known');
      },
      on,
    ),

  setOil: (oil) => act(`use ${oil.name}`, (kept) => edited({ ...kept, oil }), 'oil'),

  changeLog: (name, change, on = '', by) =>
    act(name, (kept) => edited(withLog(kept, change(logWithReadings(kept) ?? {}), by)), on === '' ? '' : `log ${on}`),

  changeReadings: (name, change, on) => act(name, (kept) => edited(change(kept)), on),
});

/** Acts on the circuit of the open variant. */
const circuitActs = (act: ActOn): Pick<DocumentStore, 'makeChange' | 'editAct' | 'replacePart'> => ({
  makeChange: (name, moves, { inNew, job } = {}) =>
    act(name, (kept) => {
      const on = inNew === undefined ? kept : newVariant(kept, kept.activeVariant, { name: shortName(inNew) });
      const made = makeChange(on, moves, job === undefined ? {} : { name: job });
      return made.ok ? edited(made.kept) : made;
    }),

  editAct: (name, edit) => act(name, (kept) => edit(kept, kept.activeVariant)),

  replacePart: (part, field, as) =>
    act(
      `edit ${part.name}`,
      (kept) => {
        const made = setPart(kept, part, as);
        // What was typed of the engine is no guess any more; what a variant sets is known by its act.
        return made.ok && field !== undefined && isKnowledge(kept, part.id, field.split('.')[0]!, as)
          ? edited(markKnown(made.kept, kept, { part: part.id, path: field, source: 'typed', on: today() }))
          : made;
      },
      field === undefined ? '' : `part ${part.id} ${field}`,
    ),
});

/** Acts on what is said of a variant beside its circuit. */
const markActs = (
  onVariant: ActOnVariant,
): Pick<DocumentStore, 'setSeason' | 'setAims' | 'waive' | 'unwaive' | 'tidy' | 'changeVariant' | 'renameVariant'> => ({
  changeVariant: onVariant,
  renameVariant: (name) => onVariant(`call the variant ${name}`, (v) => ({ ...v, name: shortName(name) })),
  tidy: () => onVariant('rearrange the drawing', (v) => ({ ...v, sheet: { columns: tidyColumns(v.circuit) } })),
  setSeason: (season) =>
    onVariant(
      'change the season',
      ({ season: _, ...variant }) => (season ? { ...variant, season } : variant),
      'season',
    ),
  setAims: (aims) =>
    onVariant(
      'change the aims',
      ({ aims: _, ...variant }) => (aims.length > 0 ? { ...variant, aims: [...aims] } : variant),
      'aims',
    ),
  waive: (waiver) =>
    onVariant('dismiss a finding', (v) => ({
      ...v,
      waivers: [...v.waivers.filter((w) => w.rule !== waiver.rule || w.part !== waiver.part), waiver],
    })),
  unwaive: (rule, part) =>
    onVariant('restore a finding', (v) => ({
      ...v,
      waivers: v.waivers.filter((w) => w.rule !== rule || w.part !== part),
    })),
});

/** Acts on variants as a whole. */
const variantActs = (
  act: ActOn,
): Pick<DocumentStore, 'copyVariant' | 'addFaulty' | 'deleteVariant' | 'setTolerance'> => ({
  copyVariant: () => act('duplicate the variant', (kept) => edited(variantFromOpen(kept))),
  addFaulty: (title, faulty) =>
    act(`open ${title}`, (kept) =>
      whatIf(
        newVariant(kept, kept.activeVariant, {
          name: shortName(title),
          note: 'With a fault put in to look at; not a circuit to build.',
        }),
        openIn(kept),
        faulty,
        shortName(title),
      ),
    ),
  deleteVariant: () => act('delete the variant', deleteVariant),
  setTolerance: ({ part, path }, plusMinus) =>
    act(
      'set a tolerance',
      (kept) => {
        const others = kept.tolerances.filter((t) => t.part !== part || t.path.join('.') !== path.join('.'));
        return edited({
          ...kept,
          tolerances: plusMinus === undefined ? others : [...others, { part, path: [...path], plusMinus }],
        });
      },
      `tolerance ${part} ${path.join('.')}`,
    ),
});

/** What the store holds of a project. */
const both = (kept: KeptProject): Pick<DocumentStore, 'kept' | 'project'> => ({ kept, project: deriveProject(kept) });

export const useDocument = create<DocumentStore>()((set, get) => {
  /**
   * Takes an act's outcome, unless the reader would refuse it: no act may make a document that cannot be opened again.
   */
  const take = (outcome: () => Outcome) => {
    if (get().isReadOnly) return set({ refusal: ELSEWHERE });
    const done = outcome();
    if (!done) return;
    const { kept, past, future } = done;
    const [issue] = issuesOf(kept);
    if (issue) set({ refusal: `This was not done. ${sayIssueHere(issue)}` });
    else set({ ...both(kept), past, future, refusal: undefined });
  };
  /**
   * A step back or forth. Steps come from the store too: those that do not fit the document are let go, and that is
   * said.
   */
  const step = (by: typeof stepForth) => {
    try {
      take(() => {
        const { kept, past, future } = get();
        return kept && by(kept, { past, future });
      });
    } catch {
      set({ ...NO_HISTORY, refusal: ODD_STEPS });
    }
  };
  const act: ActOn = (name, edit, on = '') =>
    take(() => {
      const { kept, past, future } = get();
      if (!kept) return undefined;
      const made = edit(kept);
      if (made.ok) return perform(kept, { past, future }, { name, on, kept: made.kept });
      set({ refusal: `This was not done. ${made.why}` });
      return undefined;
    });
  const onVariant: ActOnVariant = (name, change, on) =>
    act(
      name,
      (kept) => {
        const before = openIn(kept);
        return putBack(kept, before, change(before));
      },
      on,
    );

  return {
    kept: undefined,
    project: undefined,
    opened: 0,
    id: '',
    isReadOnly: false,
    refusal: undefined,
    ...NO_HISTORY,

    open: (kept, history = NO_HISTORY, id = `not stored ${get().opened + 1}`) =>
      set({ ...both(kept), opened: get().opened + 1, id, refusal: undefined, ...history }),
    follow: (kept, { past, future }) => set({ ...both(kept), past, future }),
    setReadOnly: (isReadOnly) => set({ isReadOnly, refusal: undefined }),
    forgetRefusal: () => set({ refusal: undefined }),

    ...projectActs(act),
    ...circuitActs(act),
    ...markActs(onVariant),
    ...variantActs(act),

    undo: (skipsRecords = false) =>
      step((kept, history) => {
        const done = stepBack(kept, history, skipsRecords);
        // What was written down since may hang on it: then everything goes back in its order.
        return skipsRecords && done && issuesOf(done.kept).length > 0 ? stepBack(kept, history) : done;
      }),
    redo: () => step(stepForth),

    showVariant(id) {
      const { kept } = get();
      if (kept?.asItIs.id === id || kept?.variants.some((v) => v.id === id)) set(both({ ...kept, activeVariant: id }));
    },
  };
});
