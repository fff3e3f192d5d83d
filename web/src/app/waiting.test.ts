import type { BenchRead, CommandEnvelope } from "@yule/contract";
import { withWaiting } from "./waiting.ts";

const fact = (id: string) => ({ id, unitId: "u", stageId: "s", what: "done" as const, at: "2031-11-08T10:00:00Z" });
const bench: BenchRead = { yields: [], batches: [{ id: "b", needId: "n", designId: "d", startedAt: "2031-11-08T09:00:00Z", units: [], facts: [fact("1")] }] };
const tap = (...ids: string[]): CommandEnvelope => ({ id: "c", kind: "tell-bench", payload: { batchId: "b", facts: ids.map(fact) } });
const factsOf = (answer: unknown): string[] => (answer as BenchRead).batches[0]?.facts.map((each) => each.id) ?? [];

test("taps that have not gone up are shown, in order, each once", () => {
  expect(factsOf(withWaiting("bench", bench, [tap("2"), tap("3", "1")]))).toEqual(["1", "2", "3"]);
  // The server had the first already when its answer was lost.
  expect(factsOf(withWaiting("bench", bench, [tap("1")]))).toEqual(["1"]);
});

test("other reads and other batches stay as they are, and nothing passed in is changed", () => {
  expect(withWaiting("stores", { stores: [] }, [tap("2")])).toEqual({ stores: [] });
  const elsewhere = { ...tap("2"), payload: { batchId: "other", facts: [fact("2")] } } as CommandEnvelope;
  expect(factsOf(withWaiting("bench", bench, [elsewhere]))).toEqual(["1"]);
  expect(factsOf(bench)).toEqual(["1"]);
});
