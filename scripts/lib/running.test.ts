import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { parse } from "yaml";

const root = join(import.meta.dirname, "../..");

interface Service {
  readonly image?: string;
  readonly command?: readonly string[];
  readonly volumes?: readonly string[];
  readonly depends_on?: readonly string[] | Readonly<Record<string, unknown>>;
}
const textOf = (name: string): string => readFileSync(join(root, name), "utf8");
const { services, volumes } = parse(textOf("compose.yaml"), { merge: true }) as { services: Record<string, Service>; volumes: object };
const serversOf = Object.keys(services).filter((name) => services[name]?.command?.includes("scripts/serve.mjs"));

test("what the containers run is there, and so is what is laid into them", () => {
  const run = Object.values(services).flatMap(({ command = [] }) => command.filter((word) => word.startsWith("scripts/")));
  expect(new Set(run)).toEqual(new Set(["scripts/serve.mjs", "scripts/worker.mjs"]));
  for (const file of run) expect([file, existsSync(join(root, file))]).toEqual([file, true]);
  for (const from of Object.values(services).flatMap(({ volumes: laid = [] }) => laid.map((each) => each.split(":")[0] ?? "")))
    if (from.startsWith("./")) expect([from, existsSync(join(root, from))]).toEqual([from, true]);
    else if (!from.startsWith("$")) expect(Object.keys(volumes)).toContain(from);
  for (const { depends_on: needed = [] } of Object.values(services))
    for (const name of Array.isArray(needed) ? (needed as readonly string[]) : Object.keys(needed)) expect(Object.keys(services)).toContain(name);
});

test("the door asks each server at the port it listens to, holds nothing back from screens, and shows no figures of the processes", () => {
  const door = textOf("running/door.conf");
  expect(serversOf.length).toBeGreaterThan(1);
  const asked = [...door.matchAll(/^ *server (\S+):(\d+) max_fails=0;$/gm)].map(([, name, port]) => [name, port]);
  expect(asked).toEqual(serversOf.map((name) => [name, services[name]?.command?.[3]]));
  const place = (address: string): string => door.split(`location = ${address} {`)[1]?.split("}")[0] ?? "";
  expect(place("/api/feed")).toContain("proxy_buffering off;");
  expect(place("/api/metrics")).toContain("return 404;");
  // Called by the name that the servers know, or they answer nobody.
  expect(door.match(/proxy_set_header Host \$http_host;/g)).toHaveLength(door.match(/proxy_pass /g)?.length ?? 0);
});

test("the picture of the servers knows every part of the project whose packages are installed in it", () => {
  const { workspaces } = JSON.parse(textOf("package.json")) as { workspaces: string[] };
  const copied = [...textOf("Dockerfile").matchAll(/^COPY (\S+)\/package\.json /gm)].map(([, name]) => name);
  expect(copied).toEqual(expect.arrayContaining(workspaces));
});
