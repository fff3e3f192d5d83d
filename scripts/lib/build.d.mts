/** @returns the path of the server's bundle, made anew when its sources are newer */
export function buildServer(): Promise<string>;
/** Builds the interface when its sources are newer than what was built. */
export function buildWeb(): Promise<void>;
