import { expect, test } from "@playwright/test";
import { spawn, spawnSync } from "node:child_process";
import { createServer } from "node:net";
import { join } from "node:path";
import { startPostgres } from "../scripts/lib/postgres.mjs";
import { startShop, type RunningShop } from "./src/shop.ts";

const root = join(import.meta.dirname, "..");
const start = (...words: string[]) => spawnSync("node", ["scripts/start.mjs", ...words], { cwd: root, encoding: "utf8", timeout: 120_000 });
const alive = async (url: string): Promise<boolean> => (await fetch(`${url}/api/shop`).catch(() => null))?.ok ?? false;

let shop: RunningShop | null = null;
test.afterEach(async () => {
  await shop?.close();
  shop = null;
});

test("a second start says where the first one runs", async () => {
  shop = await startShop({ empty: true, own: true });
  const second = start("--data", shop.folder);
  expect(second.stdout).toContain(`Yule Stack is running already at ${shop.url}`);
  expect(second.status).toBe(0);
});

test("Ctrl-C and kill -9 both leave a shop that starts again with all it had", async () => {
  shop = await startShop({ empty: true, own: true });
  const give = async (name: string) => {
    const id = `01936b5c-0000-7000-8000-${String(Date.now()).slice(-12)}`;
    return fetch(`${shop?.url ?? ""}/api/commands`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ id, kind: "set-shop", payload: { name } }),
    });
  };
  const name = async (): Promise<string> => ((await (await fetch(`${shop?.url ?? ""}/api/shop`)).json()) as { name: string }).name;
  expect((await give("Before the kill")).status).toBe(200);
  const { url } = shop;
  await shop.kill("SIGKILL");
  await expect.poll(() => alive(url)).toBe(false);
  await shop.again();
  expect(await name()).toBe("Before the kill");
  expect((await give("Before Ctrl-C")).status).toBe(200);
  await shop.kill("SIGINT");
  expect(await alive(url)).toBe(false);
  await shop.again();
  expect(await name()).toBe("Before Ctrl-C");
});

test("Ctrl-C ends everything within five seconds, though the server hears nothing", async () => {
  shop = await startShop({ empty: true, own: true });
  const { url, folder } = shop;
  // As if it worked something out for minutes: the signal to end reaches it only afterwards.
  const [server] = spawnSync("pgrep", ["-P", String(shop.pid()), "-f", "main.mjs"], { encoding: "utf8" })
    .stdout.trim()
    .split("\n");
  process.kill(Number(server), "SIGSTOP");
  const begun = Date.now();
  await shop.kill("SIGINT");
  expect(Date.now() - begun).toBeLessThan(5_000);
  expect(await alive(url)).toBe(false);
  expect(spawnSync("pgrep", ["-f", `postgres -D ${folder}`], { encoding: "utf8" }).stdout).toBe("");
});

test("a PostgreSQL that dies under the server is started again, and requests recover without a restart", async () => {
  shop = await startShop({ empty: true, own: true });
  const { folder, url } = shop;
  spawnSync("pkill", ["-9", "-f", `postgres -D ${folder}`]);
  await expect.poll(async () => (await fetch(`${url}/api/season`).catch(() => null))?.status ?? 0).toBe(200);
});

test.describe("bad flags get one clear line each", () => {
  for (const [words, line] of [
    [["--port", "eighty"], "--port: given eighty, allowed a whole number from 1 to 65535"],
    [["--port", "70000"], "--port: given 70000, allowed a whole number from 1 to 65535"],
    [["--host"], "--host: given nothing, allowed a name such as table.example, without a port"],
    [["--host", "table.example:80"], "--host: given table.example:80, allowed a name such as table.example, without a port"],
    [["--port"], "--port: given nothing, allowed a whole number from 1 to 65535"],
    [["--data"], "--data: given nothing, allowed a folder"],
    [["--fast"], "--fast: given as a flag, allowed --empty, --port N, --data DIR, --host NAME"],
  ] as const) {
    test(words.join(" "), () => {
      const refused = start(...words);
      expect(refused.stderr.trim()).toBe(line);
      expect(refused.status).toBe(2);
    });
  }

  test("a port that something else uses", async () => {
    const server = createServer();
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    const address = server.address();
    const port = String(typeof address === "object" && address ? address.port : 0);
    shop = await startShop({ empty: true, own: true });
    await shop.kill("SIGINT");
    const refused = start("--data", shop.folder, "--port", port);
    server.close();
    expect(refused.stderr).toContain(`--port: given ${port}, allowed a port that nothing else uses`);
    expect(refused.status).not.toBe(0);
  });

  test("the command line of the core: flags, names, text that is not JSON", () => {
    const calc = (input: string, ...words: string[]) => {
      const done = spawnSync("npm", ["run", "-s", "calc", "--", ...words], { cwd: root, encoding: "utf8", input });
      return {
        status: done.status,
        out: done.stdout,
        line: done.stderr
          .trim()
          .split("\n")
          .filter((each) => !each.startsWith("npm warn"))
          .join("\n"),
      };
    };
    expect(calc("", "split", "--seconds", "0")).toEqual({ status: 2, out: "", line: "--seconds: given 0, allowed a number above 0 and at most 600" });
    expect(calc("", "slice")).toMatchObject({ status: 2, out: "" });
    expect(calc("", "slice").line).toMatch(/^name: given slice, allowed one of split, .*, occasions$/);
    expect(calc("", "split")).toEqual({ status: 2, out: "", line: "input: given nothing, allowed JSON" });
    expect(calc("{", "run").line).toMatch(/^input: given text that is not JSON \(.*\), allowed JSON$/);
    expect(JSON.parse(calc("", "run", "--schema").out)).toMatchObject({ type: "object" });
    expect(calc('{"need":0,"confidence":0.9}', "overmake")).toEqual({ status: 0, out: '{"make":0,"chance":1}\n', line: "" });
  });
});

test("a database of her own is used when she names one", async () => {
  shop = await startShop({ empty: true, own: true });
  await shop.kill("SIGINT");
  const own = await startPostgres(join(shop.folder, "own"), { durable: false });
  const child = spawn("node", ["scripts/start.mjs", "--empty", "--data", join(shop.folder, "hers")], { cwd: root, env: { ...process.env, DATABASE_URL: own.url } });
  const url = await new Promise<string>((resolve) =>
    child.stdout.on("data", (text: Buffer) => {
      const ready = /ready at (\S+)/.exec(text.toString());
      if (ready?.[1]) resolve(ready[1]);
    }),
  );
  expect(await alive(url)).toBe(true);
  child.kill("SIGINT");
  await new Promise((resolve) => child.once("exit", resolve));
  await own.stop();
});
