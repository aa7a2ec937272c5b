import { TextDecoder, TextEncoder } from 'node:util';

/** What a browser has and jsdom has not. */
const missing: Record<string, unknown> = {
  structuredClone: (value: unknown) => JSON.parse(JSON.stringify(value)) as unknown,
  TextDecoder,
  TextEncoder,
  ResizeObserver: class {
    observe(): void {
      // Nothing is laid out here.
    }
    unobserve(): void {
      // As above.
    }
    disconnect(): void {
      // As above.
    }
  },
  /** No server: what is asked stays unanswered, as on a device without a connection. */
  fetch: () => Promise.reject(new TypeError('no connection')),
};
for (const [name, value] of Object.entries(missing))
  if (!(name in globalThis)) Object.defineProperty(globalThis, name, { value, writable: true });
/** Menus and dialogs ask elements for what only a laid-out page has. */
for (const name of ['hasPointerCapture', 'setPointerCapture', 'releasePointerCapture', 'scrollIntoView'])
  if (!(name in Element.prototype))
    Object.defineProperty(Element.prototype, name, { value: () => undefined, writable: true });
// React asks for it before it lets tests wait for it.
Object.defineProperty(globalThis, 'IS_REACT_ACT_ENVIRONMENT', { value: true, writable: true });
