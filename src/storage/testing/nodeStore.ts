// A browser's stores for tests in node: to be imported before anything that opens them.
import 'fake-indexeddb/auto';

/** What a browser's small store does, until it is told to be full or blocked. */
class SmallStore {
  private readonly kept = new Map<string, string>();
  state: 'works' | 'full' | 'blocked' = 'works';

  private guard(): void {
    if (this.state === 'blocked') throw Object.assign(new Error('blocked'), { name: 'SecurityError' });
  }
  getItem(key: string): string | null {
    this.guard();
    return this.kept.get(key) ?? null;
  }
  setItem(key: string, text: string): void {
    this.guard();
    if (this.state === 'full') throw Object.assign(new Error('full'), { name: 'QuotaExceededError' });
    this.kept.set(key, text);
    // Keys are the store's own properties in a browser.
    Object.defineProperty(this, key, { value: text, enumerable: true, configurable: true });
  }
  removeItem(key: string): void {
    this.guard();
    this.kept.delete(key);
    Reflect.deleteProperty(this, key);
  }
  clear(): void {
    for (const key of this.kept.keys()) this.removeItem(key);
  }
}

/** The small store that code under test sees as localStorage. */
export const smallStore = new SmallStore();
Object.defineProperty(globalThis, 'localStorage', { value: smallStore, configurable: true });
