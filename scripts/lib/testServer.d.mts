/** A folder that the unprivileged user who runs PostgreSQL can enter. */
export function temporaryFolder(name: string): string;
/** Starts a server in a folder of its own. */
export function startTestServer(name: string): Promise<{ readonly url: string; readonly folder: string; readonly close: () => Promise<void> }>;
/** @returns the address of a new, empty database */
export function makeDatabase(server: string, name: string): Promise<string>;
/** A database of its own, as another was made ready; nobody may be at that one meanwhile. */
export function copyDatabase(server: string, template: string): Promise<{ readonly url: string; readonly close: () => Promise<void> }>;
/** A database that is made ready once in a run, as a copy of another that is filled; whoever wants it meanwhile waits. */
export function readyDatabase(server: string, name: string, template: string, fill: (url: string) => Promise<void>): Promise<void>;
