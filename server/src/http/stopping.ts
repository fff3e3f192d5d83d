import type { IncomingMessage, Server, ServerResponse } from "node:http";
import { Server as Listener } from "node:net";

const LOOKED_EVERY_MS = 20;
/** So long a connection that says nothing may still ask something: what is on its way when the server stops would break off. */
const LINGERS_MS = 300;

/**
 * Ends a server without cutting what it is answering, or what is on its way to it: nobody new is taken, each answer from now on says that it is the last
 * on its connection (RFC 9112, 9.6), connections that say nothing are closed a moment later, and what is being answered has so long to end.
 * @returns whether all was answered
 */
export async function stopServer(server: Server, patienceMs: number): Promise<boolean> {
  let cut = false;
  const patience = setTimeout(() => {
    cut = true;
    server.closeAllConnections();
  }, patienceMs);
  server.prependListener("request", (_: IncomingMessage, answer: ServerResponse) => answer.setHeader("connection", "close"));
  let silent: NodeJS.Timeout | undefined;
  const lingering = setTimeout(() => {
    // A connection that was answered on falls silent later, and would be held open for the next question.
    silent = setInterval(() => server.closeIdleConnections(), LOOKED_EVERY_MS);
  }, LINGERS_MS);
  // The server's own way of closing would cut silent connections at once.
  await new Promise<void>((resolve) => Listener.prototype.close.call(server, () => resolve()));
  clearTimeout(lingering);
  clearInterval(silent);
  clearTimeout(patience);
  return !cut;
}
