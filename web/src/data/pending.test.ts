import type { BenchRead, CommandEnvelope, DesignsRead, FairsRead, ShopRead, StoresRead } from "@yule/contract";
import { season } from "@yule/derive/examples";
import { completed, applyPending } from "./pending.ts";

const fact = (id: string) => ({ id, unitId: "u", stageId: "s", what: "done" as const, at: "2031-11-08T10:00:00Z" });
const bench: BenchRead = {
  yields: [],
  learned: { records: [], worked: [], stays: [] },
  sessions: [],
  room: { warm: 19, humid: 0.6, by: "Hygrometer", simulated: true },
  batches: [{ id: "b", needId: "n", designId: "d", isStash: false, startedAt: "2031-11-08T09:00:00Z", perSheet: 1, units: [], facts: [fact("1")] }],
};
const tap = (...ids: string[]): CommandEnvelope => ({ id: "c", kind: "tell-bench", payload: { batchId: "b", facts: ids.map(fact) } });
const factsOf = (answer: unknown): string[] => (answer as BenchRead).batches[0]?.facts.map((each) => each.id) ?? [];

test("taps that have not gone up are shown, in order, each once", () => {
  expect(factsOf(applyPending("bench", bench, [tap("2"), tap("3", "1")]))).toEqual(["1", "2", "3"]);
  // The server had the first already when its answer was lost.
  expect(factsOf(applyPending("bench", bench, [tap("1")]))).toEqual(["1"]);
});

test("other reads and other batches stay as they are, and nothing passed in is changed", () => {
  expect(applyPending("stores", { stores: [] }, [tap("2")])).toEqual({ stores: [] });
  const elsewhere = { ...tap("2"), payload: { batchId: "other", facts: [fact("2")] } } as CommandEnvelope;
  expect(factsOf(applyPending("bench", bench, [elsewhere]))).toEqual(["1"]);
  expect(factsOf(bench)).toEqual(["1"]);
});

test("a tap that waits has the room's air as it was last read, and a session that waits is begun here already", () => {
  const shown = applyPending("bench", bench, [tap("2"), { id: "d", kind: "tell-session", payload: { id: "s1", what: "begun", at: "2031-11-08T10:00:00Z" } }]) as BenchRead;
  expect(shown.batches[0]?.facts[1]?.room?.humid).toBe(0.6);
  expect(shown.sessions).toEqual([{ id: "s1", what: "begun", at: "2031-11-08T10:00:00Z", meant: null, note: "" }]);
  const twice = applyPending("bench", shown, [{ id: "d", kind: "tell-session", payload: { id: "s1", what: "begun", at: "2031-11-08T10:00:00Z" } }]) as BenchRead;
  expect(twice.sessions).toHaveLength(1);
});

test("a bench that was kept by an older version opens without the server: what it did not tell is as if nothing had been told", () => {
  const { perSheet: _, ...older } = bench.batches[0] ?? { perSheet: 1 };
  const kept = completed("bench", { batches: [older], yields: [] }) as BenchRead;
  expect(kept).toMatchObject({ sessions: [], room: null, batches: [{ id: "b", perSheet: 1 }] });
  expect(completed("bench", bench)).toEqual(bench);
  expect(completed("dispatch", { households: [] })).toEqual({ households: [], letters: [], had: [], undertakings: [], orders: [] });
  expect(completed("dispatch", { households: [{ id: "h", name: "Aske" }] })).toMatchObject({
    households: [{ name: "Aske", likes: [], language: "en", sentOn: null, state: "here", people: [], elsewhere: [], parts: null }],
  });
});

test("a shelf that was kept by an older version has no lots and no suppliers, and its materials are as nobody told", () => {
  const kept = completed("stores", { stores: [{ id: "paper", kind: "sheet", name: "Cotton", onHand: 4 }], moves: [] }) as StoresRead;
  expect(kept).toMatchObject({ lots: [], suppliers: [], offers: [], toBuy: [], stores: [{ id: "paper", onHand: 4, counts: 0, unbooked: 0, place: "", archived: false }] });
  const designs = completed("designs", { series: [], designs: [{ id: "d" }], sentiments: [] }) as DesignsRead;
  expect(designs.designs[0]).toMatchObject({ takings: [], weighed: null });
  expect(completed("orders", { name: "A feed", orders: [] })).toEqual({ name: "A feed", orders: [], news: [], unread: [] });
});

test("what was counted and ticked without the server is shown as counted and ticked until it is up", () => {
  const read = {
    stores: [{ id: "paper", onHand: 4, unbooked: 3 }],
    toBuy: [
      { id: "a", state: "listed" },
      { id: "b", state: "listed" },
    ],
  } as unknown as StoresRead;
  const waiting = [
    { id: "1", kind: "count-store", payload: { id: "paper", onHand: 9 } },
    { id: "2", kind: "mark-to-buy", payload: { ids: ["a"], state: "in the basket" } },
    { id: "3", kind: "mark-to-buy", payload: { ids: ["b"], state: "dropped" } },
  ] as CommandEnvelope[];
  expect(applyPending("stores", read, waiting)).toEqual({ stores: [{ id: "paper", onHand: 9, unbooked: 0 }], toBuy: [{ id: "a", state: "in the basket" }] });
});

test("what was rung up without the server is gone from the table at once, and stands there once when it is up", () => {
  const read = { fairs: [{ id: "f", sales: [] }], past: [] } as unknown as FairsRead;
  const lines = [{ colourwayId: "blue", quantity: 2, priceMinor: 550 }];
  const rung = { id: "c", kind: "ring-up", payload: { id: "s", fairId: "f", at: "2031-12-13T10:00:00Z", paid: "cash", lines } } as unknown as CommandEnvelope;
  const shown = applyPending("fairs", read, [rung, rung]) as FairsRead;
  expect(shown.fairs[0]?.sales).toEqual([{ id: "s", at: "2031-12-13T10:00:00Z", paid: "cash", lines, isBack: false, tenderMinor: null, tipMinor: 0 }]);
  expect(applyPending("fairs", shown, [rung])).toEqual(shown);
  expect(applyPending("fairs", read, [{ ...rung, payload: { ...rung.payload, fairId: "other" } }])).toEqual(read);
});

test("other units and another country are written at the press; what figures hang on waits for the server", () => {
  const { shop } = season([]);
  const told: CommandEnvelope = { id: "c", kind: "set-shop", payload: { lengthSystem: "cm", country: "US", timeZone: "America/New_York", currency: "USD" } };
  const shown = applyPending("shop", shop, [told]) as ShopRead;
  expect([shown.lengthSystem, shown.country]).toEqual(["cm", "US"]);
  expect([shown.timeZone, shown.currency, shown.name]).toEqual([shop.timeZone, shop.currency, shop.name]);
  expect(applyPending("shop", shop, [tap("2")])).toEqual(shop);
});
