export * from "../shop/tables.ts";
export * from "../logbook/tables.ts";
export * from "../stores/tables.ts";
export * from "../designs/tables.ts";
export * from "../colour/tables.ts";
export * from "../season/tables.ts";
export * from "../bench/tables.ts";
export * from "../dispatch/tables.ts";
