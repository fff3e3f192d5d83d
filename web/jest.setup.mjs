// What every browser has and jsdom has not.
import { TextDecoder, TextEncoder } from "node:util";

Object.assign(globalThis, { TextDecoder, TextEncoder, structuredClone: globalThis.structuredClone ?? ((value) => JSON.parse(JSON.stringify(value))) });
