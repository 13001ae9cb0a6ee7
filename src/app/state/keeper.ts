import type { KeptProject } from '../../core/document/project/keptProject';
import { reopenDatabase } from '../../storage/database';
import { dropLastWords, saveLastWords } from '../../storage/lastWords';
import { writeProject, writeView } from '../../storage/projects';
import { storeProblemOf, type StoreProblem } from '../../storage/storeProblem';
import type { History } from './history';

/** After a failure it is tried again this much later [ms], and with each act. */
const RETRY_MS = 3000;

/** What is kept of what is open: document, history, and how it is looked at. */
export interface OpenProject {
  readonly project: KeptProject;
  readonly history: History;
  readonly view: unknown;
}

/** Whom the keeper tells. */
interface Listener {
  onSaved(id: string, revision: number): void;
  onProblem(problem: StoreProblem | undefined): void;
  /** Another tab's newer version was there; what was here is a save point now. */
  onLate(id: string): void;
}

/**
 * Keeps what is open in the browser's store. Writing begins in the task of the act itself; what is done while it lasts is
 * written when it ends, in one go. A failure is told, and tried again until it goes.
 */
export class Keeper {
  private kept: { readonly id: string; base: number } | undefined;
  private writing: Promise<void> | undefined;
  private viewWriting = false;
  private unsaved = false;
  private viewUnsaved = false;
  private failed = false;
  private retry: ReturnType<typeof setTimeout> | undefined;

  /** @param open what is open now */
  constructor(
    private readonly open: () => OpenProject | undefined,
    private readonly listener: Listener,
  ) {}

  /**
   * From now on keeps what is open under an id.
   * @param base revision that it was read from; 0 for a new project, which is written at once
   */
  attach(id: string, base: number): void {
    this.detach();
    this.kept = { id, base };
    if (base === 0) this.changed();
  }

  /** Keeps nothing any more. */
  detach(): void {
    clearTimeout(this.retry);
    this.kept = undefined;
    this.unsaved = this.viewUnsaved = this.failed = false;
  }

  /** The document has changed: to be called in the task of the act. */
  changed(): void {
    if (!this.kept) return;
    this.unsaved = true;
    if (!this.writing) this.write();
  }

  /** How it is looked at has changed. */
  viewChanged(): void {
    if (!this.kept) return;
    this.viewUnsaved = true;
    if (!this.viewWriting) this.writeView();
  }

  /** Waits for what is under way. @returns true where everything is stored */
  async settled(): Promise<boolean> {
    while (this.writing) await this.writing;
    if (this.unsaved && this.kept) {
      this.write();
      await this.writing;
    }
    return !this.unsaved;
  }

  /** The page may be going away: says at once what the store may not have got. */
  flush(): void {
    const open = this.open();
    // A write that is under way does not outlive the page either.
    if (!this.kept || !open || !(this.unsaved || this.writing)) return;
    saveLastWords({ ...this.kept, project: open.project, history: open.history }, Date.now());
    if (!this.writing) this.write();
  }

  private write(): void {
    clearTimeout(this.retry);
    const { kept } = this;
    const open = this.open();
    if (!kept || !open) return;
    this.unsaved = false;
    // The store keeps its failure until it is opened anew.
    const ready = this.failed ? reopenDatabase().catch(() => undefined) : undefined;
    const work = () =>
      writeProject({ id: kept.id, base: kept.base, project: open.project, history: open.history }, Date.now());
    this.writing = (ready ? ready.then(work) : work())
      .then(
        ({ kind, revision }) => this.wrote(kept, kind, revision),
        (error: unknown) => this.failedWith(kept, storeProblemOf(error)),
      )
      // Who is told may fail; what is done next is written all the same.
      .catch((error: unknown) => globalThis.reportError?.(error))
      .then(() => {
        this.writing = undefined;
        if (this.unsaved && !this.failed && this.kept) this.write();
      });
  }

  private wrote(kept: { readonly id: string; base: number }, kind: 'written' | 'late', revision: number): void {
    if (this.kept !== kept) return;
    if (this.failed) {
      this.failed = false;
      this.listener.onProblem(undefined);
    }
    if (kind === 'late') {
      this.unsaved = false;
      return this.listener.onLate(kept.id);
    }
    kept.base = revision;
    if (!this.unsaved) dropLastWords(kept.id);
    this.listener.onSaved(kept.id, revision);
  }

  private failedWith(kept: { readonly id: string }, problem: StoreProblem): void {
    if (this.kept !== kept) return;
    this.unsaved = this.failed = true;
    this.listener.onProblem(problem);
    this.retry = setTimeout(() => this.write(), RETRY_MS);
  }

  private writeView(): void {
    const { kept } = this;
    const open = this.open();
    if (!kept || !open) return;
    this.viewWriting = true;
    this.viewUnsaved = false;
    // How it was looked at is a comfort: where it cannot be kept, the document's own writing says so.
    void writeView(kept.id, open.view)
      .catch(() => undefined)
      .then(() => {
        this.viewWriting = false;
        if (this.viewUnsaved) this.writeView();
      });
  }
}
