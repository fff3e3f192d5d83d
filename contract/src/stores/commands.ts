import { addStore, countStore, buyStore, changeStore } from "./stores.ts";

/** What a maker can say of this, with the schema of each. */
export const storesCommands = {
  "add-store": addStore,
  "count-store": countStore,
  "buy-store": buyStore,
  "change-store": changeStore,
} as const;
