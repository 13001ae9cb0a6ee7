// jsdom lacks what antd and layout code ask for; the real ones are exercised in the browser tests.
import 'fake-indexeddb/auto';

if (!window.matchMedia)
  window.matchMedia = (query: string) => ({
    matches: false, media: query, onchange: null, addListener: () => undefined, removeListener: () => undefined,
    addEventListener: () => undefined, removeEventListener: () => undefined, dispatchEvent: () => false,
  });
if (!globalThis.ResizeObserver)
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
if (!globalThis.structuredClone) globalThis.structuredClone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
