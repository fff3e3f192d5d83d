// Asks the server process on this machine for a code that lets one device in for the maker: where nobody sits at the machine, this is how the first one comes in.
import { readFlags } from "./lib/flags.mjs";
import { fail } from "./lib/postgres.mjs";

const { port } = readFlags(process.argv.slice(2));
if (port === undefined) fail("--port: given nothing, allowed the port of a server process on this machine");
const answer = await fetch(`http://127.0.0.1:${String(port)}/api/devices/code`, {
  method: "POST",
  headers: { "content-type": "application/json" },
  body: JSON.stringify({ role: "maker" }),
}).catch(() => fail(`--port: given ${String(port)}, where no server process answers, allowed the port that npm run serve was told`));
const told = await answer.json();
if (!answer.ok) fail(told.detail ?? "The server gave no code out.");
process.stdout.write(`The code ${told.code} lets one device in for the maker, once, within ten minutes. Open the shop there and enter it.\n`);
