export * from "./common/fault.ts";
export * from "./common/fields.ts";
export * from "./sheets/split.ts";
export * from "./bench/run.ts";
export * from "./finish/overmake.ts";
export * from "./season/occasions.ts";
