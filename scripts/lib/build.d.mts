/** @returns the path of the server's bundle, made anew when its sources are newer */
export function buildServer(): Promise<string>;
/** @returns the path of the bundle of a process that plans, made anew when its sources are newer */
export function buildWorker(): Promise<string>;
/** @returns the path of the bundle of the thread that plans */
export function buildPlanThread(): Promise<string>;
/** Builds the interface when its sources are newer than what was built. */
export function buildWeb(): Promise<void>;
