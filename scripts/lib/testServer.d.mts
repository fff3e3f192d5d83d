/** A folder that the unprivileged user who runs PostgreSQL can enter. */
export function temporaryFolder(name: string): string;
/** Starts a server in a folder of its own. */
export function startTestServer(name: string): Promise<{ readonly url: string; readonly folder: string; readonly close: () => Promise<void> }>;
/** @returns the address of a new, empty database */
export function makeDatabase(server: string, name: string): Promise<string>;
/** A database of its own, as another was made ready; nobody may be at that one meanwhile. */
export function copyDatabase(server: string, template: string): Promise<{ readonly url: string; readonly close: () => Promise<void> }>;
