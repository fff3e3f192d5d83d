/** Copies a server that runs and follows it from then on. @returns the same database there */
export function startReplica(url: string): Promise<{ readonly url: string; readonly close: () => Promise<void> }>;
