import "fake-indexeddb/auto";
import { oldestInOutbox, putInOutbox, takeFromOutbox } from "./cache.ts";
import { askToKeep, noteWaiting, takenAway } from "./kept.ts";

const tap = (id: string) => putInOutbox({ id, kind: "undo", payload: { eventId: id } }, 0);
const empty = async (): Promise<void> => {
  for (let next = await oldestInOutbox(); next; next = await oldestInOutbox()) await takeFromOutbox(next.key);
};
beforeEach(async () => {
  localStorage.clear();
  await empty();
});

test("entries that a browser has cleared are counted and told once", async () => {
  for (const id of ["a", "b", "c"]) await tap(id);
  noteWaiting(3);
  expect(await takenAway()).toBeNull();
  await empty();
  expect(await takenAway()).toMatch(/^3 entries that waited on this device are gone/);
  expect(await takenAway()).toBeNull();
});

test("what was sent is not missed, also where it broke off between the two stores", async () => {
  await tap("a");
  noteWaiting(1);
  noteWaiting(0);
  await empty();
  expect(await takenAway()).toBeNull();
  await tap("b");
  expect(await takenAway()).toBeNull();
});

test("the browser is asked once to clear nothing by itself, and one that cannot promise it is no fault", async () => {
  let asked = 0;
  Object.defineProperty(navigator, "storage", { configurable: true, value: { persist: () => Promise.resolve(Boolean((asked += 1))) } });
  askToKeep();
  askToKeep();
  await Promise.resolve();
  expect(asked).toBe(1);
});
