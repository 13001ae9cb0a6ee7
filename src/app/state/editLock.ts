import { z } from 'zod';

/** A tab that is asked to let go has so long to store its work and do it [ms]. */
const LET_GO_MS = 1500;
/**
 * So long a right is waited for that nobody says to have, before the tab opens without it [ms]: a page that has just
 * gone holds it a moment longer, on a busy machine for a second or two.
 */
const GONE_MS = 3000;
/** The same where tabs cannot talk to each other: then it may as well be another tab that has it. */
const GRACE_MS = 300;

const after = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

const messageSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('saved'), id: z.string(), revision: z.number() }),
  z.object({ kind: z.literal('letGo'), id: z.string() }),
  // A tab that has just opened asks who edits; the one that does says so.
  z.object({ kind: z.literal('whoEdits'), id: z.string() }),
  z.object({ kind: z.literal('iEdit'), id: z.string() }),
]);

/** Whom the lock tells. */
interface Holder {
  /** This tab edits from now on; what the others wrote is to be read first. */
  onGranted(): void;
  /** Another tab edits from now on. */
  onLost(): void;
  /** Another tab wants to edit: store what is open. */
  onAsked(): Promise<unknown>;
  /** The tab that edits has stored a revision. */
  onSaved(revision: number): void;
}

/**
 * The right to edit one project, held by one tab at a time: a Web Lock of the project's id, and a channel on which the
 * tab that has it says what it stored and is asked to let go. Where a browser has no locks each tab edits, and a late
 * write is refused by its revision.
 */
export class EditLock {
  private readonly channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('tidal-gauge');
  private release: (() => void) | undefined;
  private waiting: AbortController | undefined;
  private closed = false;
  /** Called when another tab says that it edits. */
  private onEditor: () => void = () => undefined;

  constructor(
    private readonly id: string,
    private readonly holder: Holder,
  ) {
    this.channel?.addEventListener('message', ({ data }: MessageEvent<unknown>) => void this.hear(data));
  }

  private get name(): string {
    return `tidal-gauge project ${this.id}`;
  }

  private get locks(): LockManager | undefined {
    return typeof navigator === 'undefined' ? undefined : navigator.locks;
  }

  /** Takes the right to edit, or waits for it in the queue of tabs. @returns true where this tab edits */
  async start(): Promise<boolean> {
    if (!this.locks) return true;
    let isStarting = true;
    const granted = new Promise<boolean>((done) =>
      this.wait(() => (isStarting ? done(true) : this.holder.onGranted())),
    );
    const taken = new Promise<boolean>((done) => (this.onEditor = () => done(false)));
    this.say({ kind: 'whoEdits', id: this.id });
    const isMine = await Promise.race([granted, taken, after(this.channel ? GONE_MS : GRACE_MS).then(() => false)]);
    isStarting = false;
    return isMine;
  }

  /** Asks the tab that edits to let go, and takes the right from it where it does not answer. */
  async takeOver(): Promise<void> {
    const { locks } = this;
    if (!locks || this.release || this.closed) return;
    this.say({ kind: 'letGo', id: this.id });
    await after(LET_GO_MS);
    if (this.release || this.closed) return;
    this.waiting?.abort();
    locks
      .request(this.name, { steal: true }, () => {
        const held = this.hold();
        this.holder.onGranted();
        return held;
      })
      .catch(() => this.lost());
  }

  /** Tells the other tabs what is stored. */
  saved(revision: number): void {
    this.say({ kind: 'saved', id: this.id, revision });
  }

  /** Lets go for good. */
  close(): void {
    this.closed = true;
    this.waiting?.abort();
    this.release?.();
    this.channel?.close();
  }

  private say(message: z.infer<typeof messageSchema>): void {
    if (!this.closed) this.channel?.postMessage(message);
  }

  /** Held until it is let go. */
  private hold(): Promise<void> {
    return new Promise((resolve) => {
      this.release = () => {
        this.release = undefined;
        resolve();
      };
      if (this.closed) this.release();
    });
  }

  /** Stands in the queue of tabs that want to edit. */
  private wait(onGranted = () => this.holder.onGranted()): void {
    const { locks } = this;
    if (!locks || this.closed) return;
    const waiting = new AbortController();
    this.waiting = waiting;
    locks
      .request(this.name, { signal: waiting.signal }, () => {
        if (this.closed || waiting.signal.aborted) return undefined;
        const held = this.hold();
        onGranted();
        return held;
      })
      .catch(() => {
        if (!waiting.signal.aborted) this.lost();
      });
  }

  /** Another tab took the right away. */
  private lost(): void {
    if (this.closed) return;
    this.release = undefined;
    this.holder.onLost();
    this.wait();
  }

  private async hear(data: unknown): Promise<void> {
    const parsed = messageSchema.safeParse(data);
    if (!parsed.success || parsed.data.id !== this.id) return;
    const message = parsed.data;
    if (message.kind === 'saved') {
      if (!this.release) this.holder.onSaved(message.revision);
      return;
    }
    if (message.kind === 'iEdit') return this.onEditor();
    if (!this.release) return;
    if (message.kind === 'whoEdits') return this.say({ kind: 'iEdit', id: this.id });
    await this.holder.onAsked();
    if (!this.release || this.closed) return;
    this.holder.onLost();
    this.release();
    this.wait();
  }
}
