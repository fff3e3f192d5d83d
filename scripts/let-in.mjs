// Asks the server process on this machine for a code that lets one device in for the maker: where nobody sits at the machine, this is how the first one comes in.
const [name, text] = process.argv.slice(2);
const port = Number(text);
const end = (line) => {
  process.stderr.write(`${line}\n`);
  process.exit(2);
};
if (process.argv.length !== 4 || name !== "--port") end(`${name ?? "--port"}: given ${text ?? "nothing"}, allowed --port N, the port of a server process on this machine`);
if (!Number.isInteger(port) || port < 1 || port > 65535) end(`--port: given ${text === "" ? "nothing" : text}, allowed a whole number from 1 to 65535`);
const answer = await fetch(`http://127.0.0.1:${String(port)}/api/devices/code`, {
  method: "POST",
  headers: { "content-type": "application/json" },
  body: JSON.stringify({ role: "maker" }),
}).catch(() => end(`--port: given ${text}, where no server process answers, allowed the port that npm run serve was told`));
const told = await answer.json();
if (!answer.ok) end(told.detail ?? "The server gave no code out.");
process.stdout.write(`The code ${told.code} lets one device in for the maker, once, within ten minutes. Open the shop there and enter it.\n`);
