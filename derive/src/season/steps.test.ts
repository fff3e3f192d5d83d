import type { BatchRead } from "@yule/contract";
import { batch, need, season, unit } from "./examples.ts";

/** Counts every look at a value and at all that lies in it. */
function counted<T extends object>(value: T, look: () => void): T {
  const seen = new WeakMap<object, object>();
  const wrap = (of: unknown): unknown => {
    if (typeof of !== "object" || of === null) return of;
    const known = seen.get(of);
    if (known) return known;
    const made = new Proxy(of, {
      get: (target, key) => {
        if (typeof key === "string") look();
        return wrap(Reflect.get(target, key));
      },
    });
    seen.set(of, made);
    return made;
  };
  return wrap(value) as T;
}

/** So many needs, each with a batch of four panels on the bench, two of them through the first stage. */
function looks(needs: number): number {
  let count = 0;
  const owed = Array.from({ length: needs }, (_, index) => ({ ...need, id: `n${String(index)}`, title: `Office ${String(index)}` }));
  const batches = owed.map(({ id }, index): BatchRead => {
    const units = [1, 2, 3, 4].map((number) => ({ ...unit(number), id: `${id}u${String(number)}` }));
    const facts = units.slice(0, 2).map((panel) => ({ id: `f${panel.id}`, unitId: panel.id, stageId: "wash", what: "done" as const, at: "2031-11-07T10:00:00Z" }));
    return counted({ ...batch(units, facts), id: `b${String(index)}`, needId: id }, () => (count += 1));
  });
  season(owed, batches);
  return count;
}

test("ten times the needs are ten times the work: no need looks through what lies there for the others", () => {
  const [ten, hundred] = [looks(10), looks(100)];
  expect(ten).toBeGreaterThan(100);
  expect(hundred / ten).toBeLessThan(11);
});
