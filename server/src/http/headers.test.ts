import { ALL_READS } from "@yule/contract";
import { v7 } from "uuid";
import { openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
}, 60_000);
afterAll(() => shop.close());

/** What is answered well, refused, and nowhere. */
const ASKED: readonly (readonly [path: string, init: RequestInit, status: number])[] = [
  ["shop", {}, 200],
  ["health", {}, 200],
  ["logbook?most=none", {}, 422],
  ["nowhere", {}, 404],
  ["commands", { method: "POST", headers: { "content-type": "application/json" }, body: "{}" }, 422],
  ["commands", { method: "POST", headers: { "content-type": "application/json", origin: "https://elsewhere.example" }, body: "{}" }, 403],
];

test.each(ASKED)("%s %j is answered with the headers that keep a page from running, framing, guessing or telling", async (path, init, status) => {
  const answer = await fetch(`${shop.base}/${path}`, init);
  expect(answer.status).toBe(status);
  const rules = new Map((answer.headers.get("content-security-policy") ?? "").split(";").map((rule) => [rule.trim().split(" ")[0], rule.trim().split(" ").slice(1)] as const));
  // Nothing is run but the shop's own files; WebAssembly is for the solver.
  expect(rules.get("script-src")).toEqual(["'self'", "'wasm-unsafe-eval'"]);
  expect(rules.get("default-src")).toEqual(["'self'"]);
  expect(rules.get("object-src")).toEqual(["'none'"]);
  expect(rules.get("base-uri")).toEqual(["'self'"]);
  expect(rules.get("form-action")).toEqual(["'self'"]);
  expect(rules.get("frame-ancestors")).toEqual(["'self'"]);
  expect(answer.headers.get("x-frame-options")).toBe("SAMEORIGIN");
  expect(answer.headers.get("x-content-type-options")).toBe("nosniff");
  expect(answer.headers.get("referrer-policy")).toBe("no-referrer");
  expect(answer.headers.get("cross-origin-opener-policy")).toBe("same-origin");
  expect(answer.headers.get("cross-origin-resource-policy")).toBe("same-origin");
  // Nothing says by what it is run, and no other site is let read.
  expect([answer.headers.get("x-powered-by"), answer.headers.get("server"), answer.headers.get("access-control-allow-origin")]).toEqual([null, null, null]);
  // A problem is JSON by RFC 9457, which is UTF-8 and has no parameter for it.
  expect(answer.headers.get("content-type")).toMatch(/^(application\/json; charset=utf-8|text\/plain; charset=utf-8|application\/problem\+json)$/);
});

test.each([...ALL_READS, "seasons", "households", "put-away", "logbook?most=5"])("%s is kept by no cache that others use", async (path) => {
  const answer = await fetch(`${shop.base}/${path}`);
  expect([path, answer.status]).toEqual([path, 200]);
  expect(answer.headers.get("cache-control")).toMatch(/^(no-store|private, no-cache)$/);
});

test.each(["PUT", "PATCH", "DELETE", "OPTIONS"])("%s is no way to ask for a read or to tell a command", async (method) => {
  for (const path of ["season", "commands"]) {
    const answer = await fetch(`${shop.base}/${path}`, { method });
    // What asks which methods there are may be told so, and nothing else.
    if (method !== "OPTIONS") expect([path, answer.status >= 400 && answer.status < 500]).toEqual([path, true]);
    expect(await answer.text()).not.toMatch(/"needs"|"event"/);
  }
});

test("the same answer for a picture that is nowhere and for one whose name leads out of its folder", async () => {
  const nowhere = await fetch(`${shop.base}/pictures/${v7()}`);
  for (const name of ["..%2F..%2Fetc%2Fpasswd", "....//....//etc/passwd", "%2Fetc%2Fpasswd"]) {
    const answer = await fetch(`${shop.base}/pictures/${name}`);
    expect([name, answer.status >= 400 && answer.status < 500]).toEqual([name, true]);
    expect(await answer.text()).not.toContain("root:");
  }
  expect(nowhere.status).toBe(404);
});
