import type { BenchRead, CommandEnvelope, DesignsRead, DispatchRead, FairsRead, OrdersRead, SeasonRead, ShopRead, StoreRead, StoresRead } from "@yule/contract";

const NO_SEASON: SeasonRead["season"] = { id: "", version: 1, name: "This season", from: "", until: "", state: "open" };

/** What older versions did not tell of how panels came out. */
const NO_RECORD_THEN = { stages: [], stashed: 0, served: 0 } as const;

/** What older versions did not tell of a design. */
const NOT_TOLD_OF_DESIGNS = { takings: [], weighed: null } as const;

/** An answer that was kept, perhaps by an older version: what that did not tell yet is as if nothing had been told. */
export function completed(path: string, kept: unknown): unknown {
  if (path === "season") return { season: NO_SEASON, prepared: [], copied: [], occasionsBefore: [], left: [], ...(kept as Partial<SeasonRead>) };
  if (path === "stores") return completedStores(kept as Partial<StoresRead>);
  if (path === "designs") {
    const read = kept as DesignsRead;
    return { ...read, designs: read.designs.map((design) => ({ ...NOT_TOLD_OF_DESIGNS, ...design })) };
  }
  if (path === "shop") return { manner: {}, ...(kept as Partial<ShopRead>) };
  if (path === "orders") return { news: [], unread: [], ...(kept as Partial<OrdersRead>) };
  if (path === "dispatch") return completedDispatch(kept as Partial<DispatchRead>);
  if (path !== "bench") return kept;
  const bench = kept as Partial<BenchRead>;
  return {
    sessions: [],
    learned: { records: [], worked: [], stays: [] },
    room: null,
    ...bench,
    ...{ yields: (bench.yields ?? []).map((each) => ({ ...NO_RECORD_THEN, ...each })) },
    batches: (bench.batches ?? []).map((batch) => ({
      ...batch,
      isStash: (batch as Partial<typeof batch>).isStash ?? false,
      perSheet: (batch as Partial<typeof batch>).perSheet ?? 1,
    })),
  } satisfies BenchRead;
}

/** What older versions did not tell of a household. */
const NO_WISHES_THEN = { likes: [], language: "en", sentOn: null, parts: null, state: "here", stateOn: null, people: [], elsewhere: [] } as const;

function completedDispatch(kept: Partial<DispatchRead>): Partial<DispatchRead> {
  return { letters: [], had: [], undertakings: [], orders: [], ...kept, households: (kept.households ?? []).map((household) => ({ ...NO_WISHES_THEN, ...household })) };
}

/** What older versions did not tell of a material. */
const NOT_TOLD_THEN = { place: "", position: 0, code: null, gsm: null, surface: null, deckle: false, grain: null, thickness: null, valueMinor: null, keepsDays: null } as const;

function completedStores(kept: Partial<StoresRead>): StoresRead {
  const stores = (kept.stores ?? []).map((store): StoreRead => ({
    ...NOT_TOLD_THEN,
    ...{ pictureId: null, archived: false, form: null, strength: null, unbooked: 0, counts: 0, logSum: 0, logSquares: 0 },
    ...store,
  }));
  return { lots: [], suppliers: [], offers: [], toBuy: [], moves: [], ...kept, stores };
}

/** The shelf with what was counted and ticked here and has not gone up yet. */
export function applyToShelf(read: StoresRead, { kind, payload }: CommandEnvelope): StoresRead {
  if (kind === "count-store") {
    const { id, onHand } = payload as CommandEnvelope<"count-store">["payload"];
    return { ...read, stores: read.stores.map((store) => (store.id === id ? { ...store, onHand, unbooked: 0 } : store)) };
  }
  if (kind === "mark-to-buy") {
    const { ids, state } = payload as CommandEnvelope<"mark-to-buy">["payload"];
    return { ...read, toBuy: read.toBuy.flatMap((line) => (!ids.includes(line.id) ? [line] : state === "dropped" ? [] : [{ ...line, state }])) };
  }
  return read;
}

/** The fairs with what was rung up here and has not gone up yet; what has is there already. */
export function applyToFairs(read: FairsRead, { kind, payload }: CommandEnvelope): FairsRead {
  if (kind !== "ring-up") return read;
  const { fairId, isBack = false, tenderMinor = null, tipMinor = 0, ...sale } = payload as CommandEnvelope<"ring-up">["payload"];
  const fairs = read.fairs.map((fair) =>
    fair.id !== fairId || fair.sales.some(({ id }) => id === sale.id) ? fair : { ...fair, sales: [...fair.sales, { ...sale, isBack, tenderMinor, tipMinor }] },
  );
  return { ...read, fairs };
}

/** An answer of the server with what was told here and has not gone up yet laid over it. */
export function applyPending(path: string, answer: unknown, waiting: readonly CommandEnvelope[]): unknown {
  if (path === "stores") return waiting.reduce<StoresRead>(applyToShelf, answer as StoresRead);
  if (path === "fairs") return waiting.reduce<FairsRead>(applyToFairs, answer as FairsRead);
  if (path === "shop") return waiting.reduce<ShopRead>(applyToShop, answer as ShopRead);
  if (path !== "bench") return answer;
  return waiting.reduce<BenchRead>(applyPendingCommand, answer as BenchRead);
}

/** The shop with how it writes from now on: the same figures in other words. What figures hang on, such as its time zone, waits for the server. */
export function applyToShop(shop: ShopRead, command: CommandEnvelope): ShopRead {
  if (command.kind !== "set-shop") return shop;
  const { name = shop.name, lengthSystem = shop.lengthSystem, manner = shop.manner, country = shop.country } = (command as CommandEnvelope<"set-shop">).payload;
  return { ...shop, name, lengthSystem, manner, country };
}

/** The bench with what a command that has not gone up yet says. */
export function applyPendingCommand(bench: BenchRead, command: CommandEnvelope): BenchRead {
  if (command.kind === "tell-bench") return withFacts(bench, command as CommandEnvelope<"tell-bench">);
  if (command.kind === "grade-panels") return withGrades(bench, (command as CommandEnvelope<"grade-panels">).payload);
  if (command.kind === "plan-rescue") {
    const { batchId, unitId, cause } = (command as CommandEnvelope<"plan-rescue">).payload;
    return withGrades(bench, { batchId, grades: [{ unitId, grade: "rescue", causes: [cause] }] });
  }
  return command.kind === "tell-session" ? withSession(bench, command as CommandEnvelope<"tell-session">) : bench;
}

/** Panels as they were judged here. */
function withGrades(bench: BenchRead, { batchId, grades }: CommandEnvelope<"grade-panels">["payload"]): BenchRead {
  const judged = new Map(grades.map((each) => [each.unitId, each]));
  const units = (batch: BenchRead["batches"][number]) =>
    batch.units.map((unit) => {
      const told = judged.get(unit.id);
      return told ? { ...unit, grade: told.grade, causes: told.grade === "good" ? [] : (told.causes ?? []), doubt: told.doubt ?? unit.doubt ?? null } : unit;
    });
  return { ...bench, batches: bench.batches.map((batch) => (batch.id === batchId ? { ...batch, units: units(batch) } : batch)) };
}

function withSession(bench: BenchRead, { payload }: CommandEnvelope<"tell-session">): BenchRead {
  if (bench.sessions.some((fact) => fact.id === payload.id)) return bench;
  return { ...bench, sessions: [...bench.sessions, { ...payload, meant: payload.meant ?? null, note: payload.note ?? "" }] };
}

/** The bench with a command's facts added once. */
export function withFacts(bench: BenchRead, { payload }: CommandEnvelope<"tell-bench">): BenchRead {
  return {
    ...bench,
    batches: bench.batches.map((batch) => {
      if (batch.id !== payload.batchId) return batch;
      const known = new Set(batch.facts.map((fact) => fact.id));
      return { ...batch, facts: [...batch.facts, ...payload.facts.filter((fact) => !known.has(fact.id)).map((fact) => ({ ...fact, why: fact.why ?? "", room: bench.room }))] };
    }),
  };
}
