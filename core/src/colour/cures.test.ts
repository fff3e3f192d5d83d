import { cures } from "./cures.ts";
import { filmOf as film, shelfFrom } from "./testing.ts";

const shelf = shelfFrom("PB29", "PB16", "PB15:3", "PY150", "PY3", "PY65", "PV19", "PO62", "PG7");

test("what is clean needs no cure", () => {
  expect(cures(film("PY3"), film("PB16"), "wet", shelf)).toEqual([]);
});

test("purple into yellow: clean cures stand before dull ones, and the white gap is always among them", () => {
  const found = cures(film("PY65"), film("PV23"), "wet", shelf);
  expect(found.map(({ kind }) => kind)).toContain("gap");
  const bad = found.map((cure) => ("gives" in cure && !Array.isArray(cure.gives) ? (cure.gives as { verdict: string }).verdict : "clean"));
  expect(bad).toEqual([...bad].sort((a, b) => ["clean", "dull", "mud"].indexOf(a) - ["clean", "dull", "mud"].indexOf(b)));
});

test("green into rose: a third colour between them meets both cleanly", () => {
  const bridge = cures(film("PV19"), film("PG7"), "wet", shelf).find(({ kind }) => kind === "bridge");
  expect(bridge?.kind === "bridge" && bridge.gives.every((each) => each.verdict === "clean")).toBe(true);
});

test("ultramarine into yellow: the cool blue of the shelf, which gives a clean green, is offered in its place", () => {
  const found = cures(film("PY150"), film("PB29"), "wet", shelf).find((cure) => cure.kind === "another paint");
  expect(found).toMatchObject({ instead: "later", paint: { id: "PB15:3" }, gives: { verdict: "clean" } });
});
