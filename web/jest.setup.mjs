// What every browser has and jsdom has not.
import { configure } from "@testing-library/dom";
import { TextDecoder, TextEncoder } from "node:util";

// A machine that other work has slowed down is waited for; what must be quick says so itself.
configure({ asyncUtilTimeout: 15_000 });

Object.assign(globalThis, { TextDecoder, TextEncoder, structuredClone: globalThis.structuredClone ?? ((value) => JSON.parse(JSON.stringify(value))) });

/** Nothing is laid out here, so nothing changes its size. */
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
/** Nor does anything scroll. */
if (typeof Element !== "undefined") Element.prototype.scrollIntoView = () => undefined;
