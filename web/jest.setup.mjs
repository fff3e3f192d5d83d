// What every browser has and jsdom has not.
import { TextDecoder, TextEncoder } from "node:util";

Object.assign(globalThis, { TextDecoder, TextEncoder, structuredClone: globalThis.structuredClone ?? ((value) => JSON.parse(JSON.stringify(value))) });

/** Nothing is laid out here, so nothing changes its size. */
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
