/** What a read is called, so that a command can say which reads it makes stale. */
export const ALL_READS = ["shop", "season", "designs", "stores", "colour", "sheets", "bench", "dispatch", "logbook", "orders", "plan", "costs", "finish", "fairs"] as const;
export type ReadName = (typeof ALL_READS)[number];
