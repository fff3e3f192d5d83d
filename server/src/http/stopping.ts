import type { Server } from "node:http";

const LOOKED_EVERY_MS = 20;

/**
 * Ends a server without cutting what it is answering: nobody new is taken, connections that say nothing are closed, and what is being answered has so long to end.
 * @returns whether all was answered
 */
export async function stopServer(server: Server, patienceMs: number): Promise<boolean> {
  let cut = false;
  const patience = setTimeout(() => {
    cut = true;
    server.closeAllConnections();
  }, patienceMs);
  // A connection that was answered on falls silent later, and would be held open for the next question.
  const silent = setInterval(() => server.closeIdleConnections(), LOOKED_EVERY_MS);
  await new Promise<void>((resolve) => server.close(() => resolve()));
  clearInterval(silent);
  clearTimeout(patience);
  return !cut;
}
