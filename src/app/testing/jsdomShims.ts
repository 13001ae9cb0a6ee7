// jsdom lacks what antd and layout code ask for; the real ones are exercised in the browser tests.
import 'fake-indexeddb/auto';
import { TextDecoder, TextEncoder } from 'node:util';

if (!window.matchMedia)
  window.matchMedia = (query: string) => ({
    matches: false,
    media: query,
    onchange: null,
    addListener: () => undefined,
    removeListener: () => undefined,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    dispatchEvent: () => false,
  });
if (!globalThis.ResizeObserver)
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
if (!globalThis.structuredClone)
  globalThis.structuredClone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
// Node's own would hold the test run open.
if (!globalThis.MessageChannel)
  globalThis.MessageChannel = class {
    readonly port1 = { onmessage: undefined as (() => void) | undefined, close: () => undefined };
    readonly port2 = { postMessage: () => setTimeout(() => this.port1.onmessage?.(), 0), close: () => undefined };
  } as unknown as typeof MessageChannel;
if (!globalThis.TextEncoder) Object.assign(globalThis, { TextEncoder, TextDecoder });
// antd measures a scroll bar's pseudo element, which jsdom does not know.
const styleOf = window.getComputedStyle.bind(window);
window.getComputedStyle = (element: Element) => styleOf(element);
// jsdom lays nothing out, so nothing can be scrolled to.
Element.prototype.scrollIntoView ??= () => undefined;
