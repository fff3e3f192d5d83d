import { mayTell } from "@yule/contract";
import type {
  BenchRead,
  ColourRead,
  DesignsRead,
  DispatchRead,
  FairsRead,
  FinishRead,
  HouseholdRead,
  LogbookRead,
  PlanRead,
  ReadName,
  Role,
  SeasonRead,
  ShopRead,
  StoresRead,
} from "@yule/contract";

/** Reads of which others than the maker see less. */
interface Reads {
  readonly shop: ShopRead;
  readonly season: SeasonRead;
  readonly plan: PlanRead;
  readonly designs: DesignsRead;
  readonly stores: StoresRead;
  readonly bench: BenchRead;
  readonly finish: FinishRead;
  readonly colour: ColourRead;
  readonly dispatch: DispatchRead;
  readonly fairs: FairsRead;
  readonly logbook: LogbookRead;
}
type Less = { readonly [Name in keyof Reads]?: (read: Reads[Name]) => Reads[Name] };

const shopWithoutMoney = (shop: ShopRead): ShopRead => ({ ...shop, hourMinor: null, feeHundredths: 0, feeMinor: 0, calendarSecret: null });

/** What somebody waits for, without what it costs them, whose days are kept and what the maker does elsewhere. */
const seasonWithoutMoney = (season: SeasonRead): SeasonRead => ({
  ...season,
  needs: season.needs.map((need) => ({ ...need, priceMinor: null, depositMinor: null, orderRef: null })),
  changes: season.changes.map((change) => ({ ...change, title: "" })),
  ownOccasions: [],
});

/** A household as its envelope has it. */
const asAddressed = (household: HouseholdRead): HouseholdRead => ({
  ...household,
  without: [],
  likes: [],
  sentOn: null,
  needIds: [],
  state: "here",
  stateOn: null,
  people: [],
  elsewhere: [],
});

/** Letters that are still to go, and the envelopes they go in. */
function packing(dispatch: DispatchRead): DispatchRead {
  const going = new Set(dispatch.letters.flatMap(({ householdId, postedOn }) => (postedOn === null ? [householdId] : [])));
  return {
    ...dispatch,
    households: dispatch.households.filter(({ id }) => going.has(id)).map(asAddressed),
    postings: dispatch.postings.map((posting) => ({ ...posting, costMinor: 0 })),
    had: [],
    orders: [],
  };
}

const storesWithoutMoney = (stores: StoresRead): StoresRead => ({
  ...stores,
  stores: stores.stores.map((store) => ({ ...store, packCostMinor: 0 })),
  lots: stores.lots.map((lot) => ({ ...lot, costMinor: 0 })),
  suppliers: [],
  offers: [],
  toBuy: [],
});

/** Entries that a helper may tell, so that the last tap can be taken back; what a thing is called is not told beside them. A note is theirs to read where what it is pinned to is. */
function ownEntries({ events }: LogbookRead): LogbookRead {
  const told = events.filter(({ happened }) => {
    const { kind } = happened.kind === "undo" ? happened.facts.of : happened;
    return kind !== "older" && mayTell("helper", kind);
  });
  const there = new Set(told.map(({ id }) => id));
  return {
    events: told.filter(({ happened, by }) => {
      const of = happened.kind === "undo" ? happened.facts.of : happened;
      if (of.kind !== "pin-note" && of.kind !== "remove-note") return true;
      return by?.role === "helper" || (of.kind === "pin-note" && of.facts.to !== undefined && there.has(of.facts.to));
    }),
  };
}

const HELPER: Less = {
  shop: shopWithoutMoney,
  season: seasonWithoutMoney,
  dispatch: packing,
  stores: storesWithoutMoney,
  logbook: ownEntries,
  colour: ({ paints }) => ({ paints: paints.map((paint) => ({ ...paint, costMinor: null })) }),
};

/** At the till there is a fair, and nothing else of the shop. */
const TILL: Less = {
  shop: (shop) => ({ ...shopWithoutMoney(shop), address: "" }),
  season: (season) => ({
    ...seasonWithoutMoney(season),
    needs: seasonWithoutMoney(season).needs.filter(({ kind }) => kind === "fair"),
    changes: [],
    lessons: [],
    prepared: [],
    left: [],
  }),
  plan: (plan) => ({ ...plan, plan: null, starts: null }),
  bench: (bench) => ({ ...bench, batches: [] }),
  stores: (stores) => ({ ...stores, stores: [], lots: [], suppliers: [], offers: [], toBuy: [], moves: [] }),
  dispatch: (dispatch) => ({
    ...dispatch,
    households: [],
    books: [],
    postings: [],
    letters: [],
    had: [],
    orders: [],
    undertakings: dispatch.undertakings.filter(({ kind }) => kind === "fair"),
  }),
};

/** What of a read is shown to whoever asks. */
export function seenBy(role: Role, name: ReadName, read: unknown): unknown {
  if (role === "maker") return read;
  const less = (role === "helper" ? HELPER : TILL)[name as keyof Reads] as ((read: unknown) => unknown) | undefined;
  return less ? less(read) : read;
}
