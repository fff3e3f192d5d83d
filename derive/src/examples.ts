// What tests of every package begin with: a small made-up season.
export * from "./exampleIds.ts";
export * from "./bench/examples.ts";
export * from "./designs/examples.ts";
export * from "./season/examples.ts";
export * from "./logbook/examples.ts";
