import type { BatchRead, BenchLearned, DesignRead, DispatchRead, Grade, HouseholdRead, LeftCards, LetterRead, NeedLineRead, NeedRead, ShopRead, StoreRead } from "@yule/contract";
import { inches, mm, money, NOTHING_CLAIMED, PLAIN_CARD, PLAIN_LAYER, dayAt, minuteOfDayAt, sumOfSeen, type WorkedStretch } from "@yule/core";
import { lessonsOf, stageRecords } from "../bench/lessons.ts";
import { joinedDays } from "./worked.ts";
import { workOut } from "./workOut.ts";

export const stage = (id: string, hands: number, dry: number, kind: "paint" | "assemble" = "paint") => ({
  id,
  name: id,
  kind,
  hands,
  setup: 5,
  dry,
  within: null,
  portable: false,
  technique: null,
  note: "",
  position: 0,
});
export const design: DesignRead = {
  id: "boat",
  version: 1,
  seriesId: "s",
  name: "Paper boat",
  method: "cut",
  paperId: "paper",
  cardStockId: null,
  guides: null,
  archived: false,
  weighed: null,
  touches: null,
  takings: [],
  traits: { light: null, highlight: null, looks: null, line: null, elements: null, recurring: null, suits: [], shows: [], ages: null },
  words: { zones: [], front: null, inside: [] },
  stages: [stage("wash", 3, 20), stage("dots", 2, 0), stage("mount", 4, 20, "assemble")],
  colourways: [{ id: "blue", name: "blue", paints: [], pictureId: null }],
  stack: {
    ...PLAIN_CARD,
    fold: "left",
    width: inches(5.5),
    height: inches(5.5),
    thickness: mm(1),
    envelope: null,
    layers: [{ ...PLAIN_LAYER, kind: "panel", name: "panel", width: inches(4.5), height: inches(4.5), x: null, y: null }],
  },
};
export const paper: StoreRead = {
  id: "paper",
  version: 1,
  kind: "sheet",
  name: "Cotton",
  width: inches(20),
  height: inches(26),
  onHand: 0,
  pack: 5,
  packCostMinor: 100,
  leadDays: 3,
  holdsMasking: false,
  hex: null,
  metallic: false,
  place: "",
  position: 0,
  code: null,
  gsm: null,
  surface: null,
  deckle: false,
  grain: null,
  thickness: null,
  valueMinor: null,
  keepsDays: null,
  pictureId: null,
  archived: false,
  form: null,
  strength: null,
  unbooked: 0,
  counts: 0,
  logSum: 0,
  logSquares: 0,
};
export const line = (id: string, colourwayId: string, quantity: number, assembled = 0): NeedLineRead => ({
  id,
  colourwayId,
  quantity,
  assembled,
  fromLeft: 0,
  sold: null,
  given: null,
  leftOver: null,
});
export const need: NeedRead = {
  id: "n",
  version: 1,
  kind: "commission",
  title: "Office",
  designId: "boat",
  due: "2031-11-20",
  zone: "inland",
  priceMinor: null,
  depositMinor: null,
  proofWanted: false,
  neutralCards: 0,
  occasion: null,
  setUpFrom: null,
  tableLength: null,
  photoOn: null,
  liveBy: null,
  service: null,
  print: false,
  heat: false,
  matters: "ordinary",
  skipped: [],
  orderRef: null,
  copiedFrom: null,
  lines: [line("l", "blue", 6)],
  households: 0,
  postedOn: null,
};
export const unit = (number: number, grade: Grade | null = null) => ({ id: `u${String(number)}`, number, colourwayId: "blue", grade, servesNeedId: null });
export const batch = (units: BatchRead["units"], facts: BatchRead["facts"] = []): BatchRead => ({
  id: "b",
  needId: "n",
  designId: "boat",
  isStash: false,
  startedAt: "2031-11-07T10:00:00Z",
  perSheet: 1,
  units,
  facts,
});
/** A household of no wishes, and a letter to it. */
export const houseTo = (id: string, more: Partial<HouseholdRead> = {}): HouseholdRead => ({
  id,
  name: `House ${id}`,
  address: "1 Mill Race, Saltcote",
  country: "GB",
  version: 1,
  neutral: false,
  without: [],
  likes: [],
  language: "en",
  sentOn: null,
  needIds: [],
  parts: null,
  state: "here",
  stateOn: null,
  people: [],
  elsewhere: [],
  ...more,
});
export const letterTo = (householdId: string, more: Partial<LetterRead> = {}): LetterRead => ({
  id: `letter-${householdId}`,
  needId: "n",
  householdId,
  lineId: null,
  written: false,
  postedOn: null,
  service: null,
  fate: null,
  fateOn: null,
  ...more,
});
const carrier = {
  name: "Post",
  simulated: true as const,
  table: [
    { zone: "inland" as const, service: "Letter", workingDays: 2, price: money(100), mostGrams: 100 },
    { zone: "inland" as const, service: "Swift", workingDays: 1, price: money(260), mostGrams: 100 },
  ],
  holidays: [],
  neighbours: [],
};
const dispatch: DispatchRead = { households: [], books: [], postings: [], letters: [], had: [], undertakings: [], orders: [], carrier };
/** What all of some batches taught together. */
function learnedFrom(batches: readonly BatchRead[], designs: readonly DesignRead[], timeZone: string): BenchLearned {
  const taught = batches.flatMap((batch) => {
    const design = designs.find(({ id }) => id === batch.designId);
    return design ? [lessonsOf(batch, design, timeZone)] : [];
  });
  return {
    records: stageRecords(designs, sumOfSeen(taught.map(({ times }) => times))),
    worked: joinedDays(taught.flatMap(({ days }) => days)),
    stays: taught.flatMap(({ days }) => staysOf(days)),
  };
}

function staysOf(days: readonly WorkedStretch[]): BenchLearned["stays"] {
  const sorted = days.map(({ day }) => day).sort();
  const [from, until] = [sorted[0], sorted[sorted.length - 1]];
  return from !== undefined && until !== undefined ? [{ from, until }] : [];
}

/** Cards left over in these needs, and not taken by another. */
function leftIn(needs: readonly NeedRead[]): LeftCards[] {
  const left = new Map<string, number>();
  for (const each of needs.flatMap(({ lines }) => lines)) left.set(each.colourwayId, (left.get(each.colourwayId) ?? 0) + (each.leftOver ?? 0) - each.fromLeft);
  return [...left].map(([colourwayId, cards]) => ({ colourwayId, cards }));
}
/** A season of these needs, worked out on a Saturday morning; what is not told is everyday. */
export const season = (
  needs: readonly NeedRead[],
  batches: readonly BatchRead[] = [],
  { timeZone = "UTC", now = "2031-11-08T08:00:00Z", designs = [design] as readonly DesignRead[], dryingPlaces = null as number | null } = {},
) => {
  const stashes = new Set(needs.filter(({ kind }) => kind === "stash").map(({ id }) => id));
  return workOut({
    shop: {
      timeZone,
      lateAfter: 1290,
      changeover: 5,
      sureIn100: 80,
      dryingPlaces,
      helperMay: ["assemble"],
      currency: "EUR",
      country: "",
      manner: {},
      hourMinor: null,
      feeHundredths: 0,
      feeMinor: 0,
    } as unknown as ShopRead,
    season: { id: "season", version: 1, name: "Season 2031", from: "2031-09-01", until: "2031-12-31", state: "open" },
    prepared: [],
    copied: [],
    occasionsBefore: [],
    left: leftIn(needs),
    needs,
    pattern: [{ id: "p", weekday: 6, from: 540, to: 720, who: "maker", light: false }],
    changes: [],
    pinned: [],
    lessons: [],
    ownOccasions: [],
    reliability: NOTHING_CLAIMED,
    designs,
    stores: [paper],
    batches: batches.map((each) => ({ ...each, isStash: stashes.has(each.needId) })),
    learned: learnedFrom(batches, designs, timeZone),
    yields: [],
    dispatch,
    today: dayAt(new Date(now), timeZone),
    minute: minuteOfDayAt(new Date(now), timeZone),
    now: new Date(now),
  });
};
