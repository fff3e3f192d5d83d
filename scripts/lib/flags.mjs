const ALLOWED = "--empty, --port N, --data DIR, --host NAME";

/** Reads the flags of the start command; one clear line for each that cannot be. */
export function readFlags(words) {
  const flags = {};
  const refuse = (line) => {
    process.stderr.write(`${line}\n`);
    process.exit(2);
  };
  for (let index = 0; index < words.length; index += 1) {
    const [name, inline] = words[index].split(/=(.*)/s);
    const value = () => inline ?? words[(index += 1)];
    if (name === "--empty") flags.empty = true;
    else if (name === "--port") {
      const text = value();
      const port = Number(text);
      if (!Number.isInteger(port) || port < 1 || port > 65535 || text === "") refuse(`--port: given ${text ?? "nothing"}, allowed a whole number from 1 to 65535`);
      flags.port = port;
    } else if (name === "--host") {
      const host = value();
      if (!host || !/^[a-z0-9.-]+$/i.test(host)) refuse(`--host: given ${host ?? "nothing"}, allowed a name such as table.example, without a port`);
      flags.hosts = [...(flags.hosts ?? []), host];
    } else if (name === "--data") {
      const folder = value();
      if (!folder) refuse("--data: given nothing, allowed a folder");
      flags.data = folder;
    } else refuse(`${words[index]}: given as a flag, allowed ${ALLOWED}`);
  }
  return flags;
}
