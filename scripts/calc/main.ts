import { faultLine } from "@yule/contract";
import { highsSolver, type HighsModule } from "@yule/core";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { COMMANDS, limitsOf } from "./commands.ts";

const BAD_INPUT = 2;
/** The longest an optimiser may be asked to take, in seconds. */
const MOST_SECONDS = 600;

interface Call {
  readonly name: string | null;
  readonly schema: boolean;
  readonly seconds: number;
}

function refuse(lines: readonly string[], code = BAD_INPUT): never {
  process.stderr.write(`${lines.join("\n")}\n`);
  process.exit(code);
}

function readCall(words: readonly string[]): Call {
  let call: Call = { name: null, schema: false, seconds: 2 };
  for (let index = 0; index < words.length; index += 1) {
    const word = words[index] ?? "";
    if (word === "--schema") call = { ...call, schema: true };
    else if (word === "--seconds" || word.startsWith("--seconds=")) {
      const text = word === "--seconds" ? words[(index += 1)] : word.slice("--seconds=".length);
      const seconds = text === undefined || text.trim() === "" ? NaN : Number(text);
      if (!(seconds > 0 && seconds <= MOST_SECONDS)) refuse([`--seconds: given ${text ?? "nothing"}, allowed a number above 0 and at most ${String(MOST_SECONDS)}`]);
      call = { ...call, seconds };
    } else if (word.startsWith("-")) refuse([`${word}: given as a flag, allowed --schema and --seconds S`]);
    else if (call.name === null) call = { ...call, name: word };
    else refuse([`${word}: given as a second name, allowed one of ${Object.keys(COMMANDS).join(", ")}`]);
  }
  return call;
}

function readInput(): unknown {
  const text = readFileSync(0, "utf8");
  try {
    return JSON.parse(text.replace(/^\uFEFF/, "")) as unknown;
  } catch (error) {
    return refuse([`input: given ${text.trim() === "" ? "nothing" : `text that is not JSON (${error instanceof Error ? error.message : ""})`}, allowed JSON`]);
  }
}

const loadHighs = async () => {
  const load = createRequire(import.meta.url)("highs") as () => Promise<HighsModule>;
  return highsSolver(await load());
};

const call = readCall(process.argv.slice(2));
if (call.name === null) {
  process.stdout.write(`${Object.keys(COMMANDS).join("\n")}\n`);
} else {
  const command = COMMANDS[call.name] ?? refuse([`name: given ${call.name}, allowed one of ${Object.keys(COMMANDS).join(", ")}`]);
  if (call.schema) {
    process.stdout.write(`${JSON.stringify(command.schema, null, 2)}\n`);
  } else {
    const result = await command.answer(readInput(), { limits: limitsOf(call.seconds, () => performance.now()), solver: loadHighs });
    if (!result.ok)
      refuse(
        result.faults.map((fault) => faultLine(fault)),
        result.faults.some((fault) => fault.code === "not-found-in-time") ? 3 : BAD_INPUT,
      );
    process.stdout.write(`${JSON.stringify(result.value)}\n`);
  }
}
