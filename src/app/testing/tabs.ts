/**
 * Web Locks of one browser, for tests: a queue by name, with `ifAvailable`, `steal` and `signal` as the standard has
 * them.
 */
export class FakeLocks {
  private readonly held = new Map<string, { readonly abort: (reason: unknown) => void }>();
  private readonly queues = new Map<string, (() => void)[]>();

  request(
    name: string,
    options: { readonly ifAvailable?: boolean; readonly steal?: boolean; readonly signal?: AbortSignal },
    callback: (lock: object | null) => unknown,
  ): Promise<unknown> {
    return new Promise((done, fail) => {
      const grant = () => {
        const me = { abort: fail };
        this.held.set(name, me);
        void Promise.resolve(callback({})).then((value) => {
          done(value);
          if (this.held.get(name) !== me) return;
          this.held.delete(name);
          this.queues.get(name)?.shift()?.();
        });
      };
      if (options.steal) {
        this.held.get(name)?.abort(Object.assign(new Error('stolen'), { name: 'AbortError' }));
        grant();
      } else if (!this.held.has(name)) grant();
      else if (options.ifAvailable) done(callback(null));
      else {
        const queue = this.queues.get(name) ?? [];
        this.queues.set(name, queue);
        queue.push(grant);
        options.signal?.addEventListener('abort', () => {
          const at = queue.indexOf(grant);
          if (at >= 0) queue.splice(at, 1);
          fail(Object.assign(new Error('aborted'), { name: 'AbortError' }));
        });
      }
    });
  }
}

/** The channel between tabs, for tests: what one says all others hear, later. */
export class FakeChannel {
  private static readonly all = new Set<FakeChannel>();
  private readonly listeners: ((event: { readonly data: unknown }) => void)[] = [];

  constructor() {
    FakeChannel.all.add(this);
  }
  addEventListener(_: string, listener: (event: { readonly data: unknown }) => void): void {
    this.listeners.push(listener);
  }
  postMessage(data: unknown): void {
    for (const other of FakeChannel.all)
      if (other !== this) setTimeout(() => other.listeners.forEach((hear) => hear({ data })), 0);
  }
  close(): void {
    FakeChannel.all.delete(this);
    this.listeners.length = 0;
  }
}
