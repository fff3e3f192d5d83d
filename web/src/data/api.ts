import { hearServerClock } from "./serverClock.ts";
import { ALL_READS, cursorAfter, phraseText, sentPhrase } from "@yule/contract";
import { phrase } from "@yule/core";
import { wantWords } from "../kit/language/language.ts";
import { createApi, type BaseQueryFn } from "@reduxjs/toolkit/query/react";
import type {
  BackupsRead,
  BelievedRead,
  BenchRead,
  BookRead,
  ColourRead,
  CostsRead,
  DesignsRead,
  DevicesRead,
  DispatchRead,
  FairsRead,
  FinishRead,
  HolidaysRead,
  HouseholdsRead,
  LogbookRead,
  OrdersRead,
  PlanRead,
  Problem,
  PutAwayRead,
  ReviewRead,
  SeasonNeedsRead,
  SeasonRead,
  SeasonsRead,
  SheetsRead,
  ShopRead,
  ShopsRead,
  ShopWindowRead,
  StoresRead,
  YearsRead,
} from "@yule/contract";
import { readAt, shopHeaders } from "../kit/shopAt.ts";
import { isOfThisShop } from "./otherShop.ts";
import { allInOutbox, cacheResponse, cachedResponse } from "./cache.ts";
import { completed, applyPending } from "./pending.ts";

const [AWAY, KEPT_MEANWHILE] = [phrase`The server is not answering.`, phrase`What was read before is shown; what you do is kept and sent when the server is back.`];
export const OFFLINE: Problem = {
  type: "about:blank",
  title: phraseText(AWAY),
  status: 0,
  detail: phraseText(KEPT_MEANWHILE),
  said: { title: sentPhrase(AWAY), detail: sentPhrase(KEPT_MEANWHILE) },
  errors: [],
};

/** What a request throws: a problem the server told, or that nothing answered. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title);
  }
}

/** The problem in something that was caught. What is no problem of ours counts as the server being away. */
export const problemIn = (caught: unknown): Problem => (caught instanceof ProblemError ? caught.problem : OFFLINE);

/** One request to the server. @throws ProblemError, with status 0 when nothing answered */
export async function request(path: string, init?: Omit<RequestInit, "headers"> & { readonly headers?: Readonly<Record<string, string>> }): Promise<unknown> {
  const answer = await fetch(readAt(`/api/${path}`), { ...init, headers: { ...shopHeaders(), ...init?.headers }, signal: init?.signal ?? AbortSignal.timeout(10_000) }).catch(
    () => null,
  );
  if (!answer || !isOfThisShop(answer) || answer.status === 502 || answer.status === 504) throw new ProblemError(OFFLINE);
  const body: unknown = answer.status === 204 ? null : await answer.json().catch(() => null);
  // An answer that broke off on its way is no answer.
  if (answer.ok && (body !== null || answer.status === 204)) return body;
  // Read only when something went wrong, so that the schemas do not stand before the first view.
  const [{ problemSchema }] = await Promise.all([import("@yule/contract"), wantWords("refusals")]);
  const problem = problemSchema.safeParse(body);
  throw new ProblemError(problem.success ? problem.data : OFFLINE);
}

/** Entries of the logbook that are read at once. */
const LOGBOOK_PAGE = 60;

/** What is kept for when the server is away is the open work, and the newest page of the logbook: what is looked up would never end. */
const KEPT: ReadonlySet<string> = new Set<string>(ALL_READS);
const isKept = (path: string): boolean => KEPT.has(path) || path.startsWith("holidays?") || path === `logbook?most=${String(LOGBOOK_PAGE)}`;

/** Reads the server, keeps what it said, and falls back to what was kept. What waits in the outbox is shown as done. */
const read: BaseQueryFn<string, unknown, Problem> = async (path) => {
  try {
    const data = await request(path);
    if (path === "shop") hearServerClock((data as ShopRead).now);
    // Kept beside the way, not on it: the disk of a tablet is slow and the maker waits for the answer only.
    if (isKept(path)) void cacheResponse(path, data).catch(() => undefined);
    return { data: applyPending(path, data, await allInOutbox().catch(() => [])) };
  } catch (thrown) {
    const problem = problemIn(thrown);
    if (problem.status !== 0 && problem.status !== 503) return { error: problem };
    const kept = await cachedResponse(path).catch(() => undefined);
    if (kept === undefined) return { error: problem };
    return { data: applyPending(path, completed(path, kept), await allInOutbox().catch(() => [])) };
  }
};

/** What is asked of the logbook; null where it is not narrowed by that. */
export interface LogbookAsked {
  readonly find: string;
  readonly part: string | null;
  readonly from: string | null;
  readonly until: string | null;
  readonly kind: string | null;
  readonly of: string | null;
  /** A device by its name, "" where the shop runs. */
  readonly who: string | null;
}

/** A page of what is looked up, by what narrows it. */
function pageOf(path: string, narrowed: Readonly<Record<string, string | null>>): string {
  const query = new URLSearchParams(Object.entries(narrowed).flatMap(([key, value]) => (value === null ? [] : [[key, value]]))).toString();
  return query === "" ? path : `${path}?${query}`;
}

export const api = createApi({
  reducerPath: "api",
  baseQuery: read,
  tagTypes: ALL_READS,
  endpoints: (build) => ({
    shop: build.query<ShopRead, void>({ query: () => "shop", providesTags: ["shop"] }),
    plan: build.query<PlanRead, void>({ query: () => "plan", providesTags: ["plan"] }),
    season: build.query<SeasonRead, void>({ query: () => "season", providesTags: ["season"] }),
    designs: build.query<DesignsRead, void>({ query: () => "designs", providesTags: ["designs"] }),
    colour: build.query<ColourRead, void>({ query: () => "colour", providesTags: ["colour"] }),
    sheets: build.query<SheetsRead, void>({ query: () => "sheets", providesTags: ["sheets"] }),
    costs: build.query<CostsRead, void>({ query: () => "costs", providesTags: ["costs"] }),
    stores: build.query<StoresRead, void>({ query: () => "stores", providesTags: ["stores"] }),
    bench: build.query<BenchRead, void>({ query: () => "bench", providesTags: ["bench"] }),
    finish: build.query<FinishRead, void>({ query: () => "finish", providesTags: ["finish"] }),
    shopWindow: build.query<ShopWindowRead, void>({ query: () => "shop-window", providesTags: ["season", "finish", "fairs"] }),
    fairs: build.query<FairsRead, void>({ query: () => "fairs", providesTags: ["fairs"] }),
    orders: build.query<OrdersRead, void>({ query: () => "orders", providesTags: ["orders"] }),
    holidays: build.query<HolidaysRead, { places: readonly string[]; from: string }>({ query: ({ places, from }) => `holidays?places=${places.join(",")}&from=${from}` }),
    dispatch: build.query<DispatchRead, void>({ query: () => "dispatch", providesTags: ["dispatch"] }),
    devices: build.query<DevicesRead, void>({ query: () => "devices" }),
    shops: build.query<ShopsRead, void>({ query: () => "shops" }),
    backups: build.query<BackupsRead, void>({ query: () => "backups" }),
    review: build.query<ReviewRead, string | null>({ query: (season) => pageOf("review", { season }), providesTags: ["season", "bench", "finish", "costs"] }),
    years: build.query<YearsRead, void>({ query: () => "years", providesTags: ["season", "bench", "finish", "costs"] }),
    believed: build.query<BelievedRead, string>({ query: (design) => pageOf("believed", { design }), providesTags: ["bench", "fairs", "stores", "dispatch"] }),
    book: build.query<BookRead, string | null>({ query: (season) => pageOf("book", { season }), providesTags: ["designs", "season", "logbook"] }),
    // What is looked up comes page by page, each from where the one before ended.
    seasons: build.infiniteQuery<SeasonsRead, void, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ before }) => before ?? undefined },
      query: ({ pageParam }) => pageOf("seasons", { before: pageParam }),
      providesTags: ["season"],
    }),
    pastSeason: build.infiniteQuery<SeasonNeedsRead, string, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ after }) => after ?? undefined },
      query: ({ queryArg: id, pageParam }) => pageOf(`seasons/${id}`, { after: pageParam }),
      providesTags: ["season"],
    }),
    households: build.infiniteQuery<HouseholdsRead, string, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ after }) => after ?? undefined },
      query: ({ queryArg: find, pageParam }) => pageOf("households", { find: find === "" ? null : find, after: pageParam }),
      providesTags: ["dispatch"],
    }),
    putAway: build.infiniteQuery<PutAwayRead, void, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ after }) => after ?? undefined },
      query: ({ pageParam }) => pageOf("put-away", { after: pageParam }),
      providesTags: ["designs"],
    }),
    logbook: build.infiniteQuery<LogbookRead, LogbookAsked, string | null>({
      infiniteQueryOptions: {
        initialPageParam: null,
        getNextPageParam: ({ events }) => {
          const last = events[LOGBOOK_PAGE - 1];
          return last && cursorAfter(last);
        },
      },
      query: ({ queryArg: { find, part, from, until, kind, of, who }, pageParam: before }) =>
        pageOf("logbook", { most: String(LOGBOOK_PAGE), find: find === "" ? null : find, part, from, until, kind, of, who, before }),
      providesTags: ["logbook"],
    }),
  }),
});

export const {
  useBackupsQuery,
  useShopsQuery,
  useBelievedQuery,
  useYearsQuery,
  useDevicesQuery,
  useShopQuery,
  useSeasonQuery,
  useDesignsQuery,
  useCostsQuery,
  useStoresQuery,
  useColourQuery,
  useSheetsQuery,
  useBenchQuery,
  useFinishQuery,
  useFairsQuery,
  useShopWindowQuery,
  useDispatchQuery,
  useHolidaysQuery,
  useLogbookInfiniteQuery,
  useLazyBookQuery,
  useReviewQuery,
  useHouseholdsInfiniteQuery,
  useOrdersQuery,
  usePastSeasonInfiniteQuery,
  usePutAwayInfiniteQuery,
  useSeasonsInfiniteQuery,
  usePlanQuery,
} = api;
