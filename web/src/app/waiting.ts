import type { BenchRead, CommandEnvelope } from "@yule/contract";

/** An answer of the server with the bench facts that have not gone up yet laid over it. */
export function withWaiting(path: string, answer: unknown, waiting: readonly CommandEnvelope[]): unknown {
  if (path !== "bench") return answer;
  return waiting.reduce<BenchRead>((bench, command) => (command.kind === "tell-bench" ? withFacts(bench, command as CommandEnvelope<"tell-bench">) : bench), answer as BenchRead);
}

/** The bench with a command's facts added once. */
export function withFacts(bench: BenchRead, { payload }: CommandEnvelope<"tell-bench">): BenchRead {
  return {
    ...bench,
    batches: bench.batches.map((batch) => {
      if (batch.id !== payload.batchId) return batch;
      const known = new Set(batch.facts.map((fact) => fact.id));
      return { ...batch, facts: [...batch.facts, ...payload.facts.filter((fact) => !known.has(fact.id))] };
    }),
  };
}
