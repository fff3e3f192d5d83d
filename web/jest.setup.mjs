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
/** Nor works anything out beside the page: a test that wants an answer gives it itself. */
globalThis.Worker ??= class {
  postMessage() {}
  addEventListener() {}
  removeEventListener() {}
  terminate() {}
};
/** What React hands on a task by. */
const later = globalThis.setTimeout;
globalThis.MessageChannel ??= class {
  port1 = { onmessage: null };
  port2 = { postMessage: () => later(() => this.port1.onmessage?.({ data: null })) };
};
