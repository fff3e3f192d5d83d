import type { CommandEnvelope, CommandInput, CommandKind } from "@yule/contract";
import { addDays, dayAt, inches, mm, momentAt, weekdayOf, type Day } from "@yule/core";
import { demoDesigns, SERIES, type DemoDesign, type DemoPicture, type DesignName } from "./designs.ts";
import { STORES } from "./stores.ts";
import { demoHouseholds } from "./households.ts";
import { idMaker } from "./ids.ts";
import { SHELF } from "./shelf.ts";
import { asPng, photoOfBatch, type PhotoJob, type ThreeColours } from "./paint/batchPhoto.ts";
import { MOTIFS } from "./paint/motifs.ts";
import { hexColour } from "./paint/paper.ts";
import { OFFERS, SUPPLIERS } from "./suppliers.ts";
import { footZone, SENTIMENTS } from "./words.ts";

export { pastYears, type Bulk } from "./years.ts";

/** Everything a demo load sends, in order; pictures first. */
export interface Demo {
  readonly pictures: readonly DemoPicture[];
  readonly commands: readonly CommandEnvelope[];
}

const ZONE = "Europe/Dublin";
const makeId = idMaker(0x1003);
/** Of what came to the demo later, so that the ids before stay. */
const lateId = idMaker(0x1013);

const SESSIONS = [
  { weekday: 2, from: 19 * 60 + 30, to: 21 * 60 + 30 },
  { weekday: 3, from: 8 * 60, to: 9 * 60 + 30 },
  { weekday: 4, from: 19 * 60 + 30, to: 21 * 60 + 30 },
  { weekday: 6, from: 9 * 60, to: 12 * 60 + 30 },
  { weekday: 0, from: 14 * 60, to: 16 * 60 },
] as const;

/** A made-up shop in the middle of its busiest season, around a moment. */
export function demoCommands(now: Date): Demo {
  const today = dayAt(now, ZONE);
  const { designs, pictures } = demoDesigns();
  const begun = momentAt(addDays(today, -24), 600, ZONE);
  const commands: CommandEnvelope[] = [];
  const say = <Kind extends CommandKind>(kind: Kind, payload: CommandInput<Kind>, at: Date = begun): void => {
    commands.push({ id: makeId(), kind, at: at.toISOString(), payload });
  };
  say("set-shop", { name: "Tern Row Cards", lengthSystem: "in", country: "IE", timeZone: ZONE, currency: "EUR" });
  say("set-sessions", { pattern: SESSIONS.map((session) => ({ id: makeId(), ...session })) });
  for (const store of Object.values(STORES)) say("add-store", store);
  for (const paint of SHELF) say("add-paint", paint);
  for (const supplier of Object.values(SUPPLIERS)) say("add-supplier", supplier);
  for (const each of OFFERS) say("add-offer", each);
  say("set-rates", { hourMinor: 1800, feeHundredths: 650, feeMinor: 20 });
  say("add-outlay", { id: lateId(), kind: "tool", title: "Blades and a cutting mat", costMinor: 2650, on: addDays(today, -20) });
  const fair = lateId();
  const table = { tableLength: mm(1800), tableDepth: mm(750), tiers: 2, standMinutes: 300, feeMinor: 4500, floatMinor: 4000 };
  say("set-fair", { id: fair, title: "Harbour fair", on: addDays(today, -9), needIds: [], weather: "rain", ...table });
  for (const series of Object.values(SERIES)) say("add-series", series);
  for (const { command } of designs) say("add-design", command);
  const boat = designs.find((each) => each.motif === "paperBoat");
  if (boat) say("change-guides", { id: boat.command.id, version: 1, guides: { kind: "horizon", fromTop: inches(2.75) } });
  words(say, designs);
  const households = demoHouseholds();
  for (const household of households) say("add-household", household);
  const child = households[3];
  if (child)
    say("add-own-occasion", {
      id: makeId(),
      title: `${child.name.split(" ")[0] ?? ""}'s youngest`,
      kind: "birthday",
      since: Number(today.slice(0, 4)) - 9,
      month: 12,
      date: 19,
      householdId: child.id,
    });
  const shop: DemoShop = { today, now, say, designs, households: households.map((each) => each.id), listed: null, yuleList: null };
  fairBefore(designs, commands, { on: addDays(today, -9), id: fair });
  pastNeeds(shop);
  whatCameOfIt(shop);
  openNeeds(shop);
  const onBench = wetNow(shop);
  drawer(shop);
  boxes(shop);
  secondDesign(shop);
  return { pictures: [...pictures, onBench], commands };
}

/** Where finished cards stand: what the listing left over stands in the first. */
function boxes(shop: DemoShop): void {
  const [first, second] = [makeId(), makeId()];
  shop.say("add-box", { id: first, name: "Tin 1", place: "shelf by the door" });
  shop.say("add-box", { id: second, name: "Tin 2", place: "under the bench" });
  shop.say("put-in-box", { boxId: first, colourwayIds: (shop.listed?.lines ?? []).map(({ colourwayId }) => colourwayId) });
}

/** The Yule list is given from two designs: some households had the first in another year, one will not have it, and some like the second. */
function secondDesign(shop: DemoShop): void {
  const vanes = addNeed(shop, { kind: "mailing list", title: "Yule list, vanes", design: "weatherVane", split: [4, 3], inDays: 36, zone: "inland", occasion: "yule" });
  shop.say("bind-needs", { id: makeId(), kind: "mailing list", title: "Yule list", needIds: [shop.yuleList?.id ?? "", vanes.id] });
  const pool = designOf(shop, "tidePool");
  for (const [index, householdId] of shop.households.entries()) {
    if (index % 6 === 2) shop.say("tell-had", { id: makeId(), householdId, designId: pool.id, on: `${String(Number(shop.today.slice(0, 4)) - 1 - (index % 3))}-12-16` });
    if (index % 5 === 1) shop.say("tell-sent", { id: makeId(), householdId, on: `${String(Number(shop.today.slice(0, 4)) - 1)}-12-19` });
  }
}

/** The harbour fair nine days ago, in rain: what went of cards from earlier years, hour by hour; what came home was given to the school. */
function fairBefore(designs: readonly DemoDesign[], commands: CommandEnvelope[], { on, id }: { readonly on: Day; readonly id: string }): void {
  const at = (minute: number): Date => momentAt(on, minute, ZONE);
  const say = <Kind extends CommandKind>(kind: Kind, payload: CommandInput<Kind>, minute: number): void => {
    commands.push({ id: lateId(), kind, at: at(minute).toISOString(), payload });
  };
  const took = [
    ["kite", 14, 9],
    ["quince", 8, 8],
    ["paperBoat", 10, 4],
  ] as const;
  const stock = took.flatMap(([name, brought, sold]) =>
    (designs.find(({ motif }) => motif === name)?.command.colourways ?? [])
      .slice(0, 2)
      .map((colourway, index) => ({ colourwayId: colourway.id, brought: brought - 2 * index, sold: sold === brought ? brought - 2 * index : sold - index })),
  );
  for (const { colourwayId, brought } of stock) say("count-cards", { colourwayId, cards: brought }, 480);
  say("bring-to-fair", { fairId: id, goods: stock.map(({ colourwayId, brought }) => ({ colourwayId, brought, priceMinor: 500 })) }, 500);
  let [cash, minute] = [4000, 605];
  const cards = stock.flatMap(({ colourwayId, sold }) => Array.from({ length: sold }, (_, nth) => ({ colourwayId, order: (nth * 37 + sold * 11) % 53 })));
  cards.sort((a, b) => a.order - b.order);
  for (let first = 0, buyer = 0; first < cards.length; buyer += 1) {
    const bought = cards.slice(first, first + 1 + (buyer % 3));
    const paid = buyer % 4 === 2 ? "card" : "cash";
    if (paid === "cash") cash += 500 * bought.length;
    first += bought.length;
    minute += buyer % 6 < 3 ? 7 : 21;
    const lines = [...new Set(bought.map(({ colourwayId }) => colourwayId))].map((colourwayId) => ({
      ...{ colourwayId, priceMinor: 500 },
      quantity: bought.filter((each) => each.colourwayId === colourwayId).length,
    }));
    say("ring-up", { id: lateId(), fairId: id, at: at(minute).toISOString(), paid, lines }, minute);
  }
  say("close-fair", { fairId: id, on, tinMinor: cash - 50, left: stock.map(({ colourwayId, brought, sold }) => ({ colourwayId, cards: brought - sold })) }, minute + 30);
  for (const { colourwayId, brought, sold } of stock) if (brought > sold) say("count-cards", { colourwayId, cards: 0 }, minute + 60);
}

/** What is left of sheets split before. */
function drawer(shop: DemoShop): void {
  for (const [store, width, height, count] of [
    [STORES.cotton, inches(20), inches(4.5), 2],
    [STORES.cotton, inches(11), inches(5.75), 1],
    [STORES.halfPaper, mm(297), mm(96), 3],
    [STORES.kraft, inches(12), inches(3.25), 4],
  ] as const)
    shop.say("keep-offcut", { id: makeId(), storeId: store.id, width, height, count });
}

/** Words on the fronts that have them, and the same line inside all of those. */
function words(say: DemoShop["say"], designs: readonly DemoDesign[]): void {
  for (const each of Object.values(SENTIMENTS)) say("add-sentiment", each);
  const fronts: Partial<Record<DesignName, keyof typeof SENTIMENTS>> = {
    tidePool: "yule",
    paperBoat: "thanks",
    nightTrain: "year",
    moth: "thanks",
    kite: "child",
    quince: "thanks",
  };
  for (const { command, motif } of designs) {
    const front = fronts[motif];
    const panel = command.stack.layers.at(-1);
    if (!front || !panel) continue;
    const zone = footZone(panel);
    say("change-words", {
      id: command.id,
      version: motif === "paperBoat" ? 2 : 1,
      words: { zones: [zone], front: { sentimentId: SENTIMENTS[front].id, zoneId: zone.id }, inside: motif === "tidePool" ? [SENTIMENTS.inside.id] : [] },
    });
  }
}

interface DemoShop {
  readonly today: Day;
  readonly now: Date;
  readonly say: <Kind extends CommandKind>(kind: Kind, payload: CommandInput<Kind>, at?: Date) => void;
  readonly designs: readonly DemoDesign[];
  readonly households: readonly string[];
  /** The listing that is over. */
  listed: CommandInput<"add-need"> | null;
  /** The list that everybody is on. */
  yuleList: CommandInput<"add-need"> | null;
}

function designOf(shop: DemoShop, name: DesignName): DemoDesign["command"] {
  const found = shop.designs.find((each) => each.motif === name);
  if (!found) throw new Error(`no demo design ${name}`);
  return found.command;
}

interface NeedPlan {
  readonly kind: CommandInput<"add-need">["kind"];
  readonly title: string;
  readonly design: DesignName;
  readonly split: readonly number[];
  readonly inDays: number;
  readonly zone?: CommandInput<"add-need">["zone"];
  readonly price?: number;
  readonly households?: readonly string[];
  readonly occasion?: string;
  readonly matters?: CommandInput<"add-need">["matters"];
}

function addNeed(shop: DemoShop, plan: NeedPlan, at?: Date): CommandInput<"add-need"> {
  const design = designOf(shop, plan.design);
  const need: CommandInput<"add-need"> = {
    id: makeId(),
    kind: plan.kind,
    title: plan.title,
    designId: design.id,
    due: addDays(shop.today, plan.inDays),
    zone: plan.zone ?? null,
    priceMinor: plan.price ?? null,
    householdIds: [...(plan.households ?? [])],
    occasion: plan.occasion ?? null,
    ...(plan.matters ? { matters: plan.matters } : {}),
    lines: plan.split.flatMap((quantity, index) => (quantity > 0 ? [{ id: makeId(), colourwayId: design.colourways[index]?.id ?? "", quantity }] : [])),
  };
  shop.say("add-need", need, at);
  return need;
}

/** Three weeks of sessions that are over: split, painted, inspected, assembled and posted. */
function pastNeeds(shop: DemoShop): void {
  const plans: readonly NeedPlan[] = [
    { kind: "order", title: "Windlass Yard order", design: "quince", split: [6, 3], inDays: -11, zone: "inland", price: 4500 },
    { kind: "commission", title: "Ferry crew thank-yous", design: "bicycle", split: [5, 5], inDays: -6, zone: "inland", price: 6200 },
    { kind: "shop listing", title: "Shop: moths", design: "moth", split: [6, 4], inDays: -3 },
  ];
  plans.forEach((plan, index) => {
    const start = addDays(shop.today, -22 + index * 6);
    const need = addNeed(shop, plan, momentAt(start, 8 * 60, ZONE));
    paintThrough(shop, plan, need, start);
    if (plan.kind === "shop listing") shop.listed = need;
  });
}

/** Of the listed moths some were sold and some are left over; and what was learned on the way. */
function whatCameOfIt(shop: DemoShop): void {
  const moths = shop.listed;
  if (!moths) throw new Error("the listed moths were not made");
  const yesterday = momentAt(addDays(shop.today, -1), 9 * 60, ZONE);
  const sold = [4, 3];
  shop.say("tell-outcome", { needId: moths.id, lines: moths.lines.map((line, index) => ({ lineId: line.id, sold: sold[index] ?? 0, given: 0 })) }, yesterday);
  const lessons = [
    { moment: "painting", design: "nightTrain", text: "The drop-in goes from the signal lamp outwards, or the dark runs into the windows." },
    { moment: "splitting", design: "nightTrain", text: "Rough side up: the smooth side lets the lamp glow bleed." },
    { moment: "finishing", design: "moth", text: "Put the ochre ones on the slate mat, never on black." },
    { moment: "planning", design: "tidePool", text: "Last year the list went out two days late: split its sheets before the fair." },
  ] as const;
  for (const { moment, design, text } of lessons) shop.say("note-lesson", { id: makeId(), text, moment, designId: designOf(shop, design).id }, yesterday);
}

function paintThrough(shop: DemoShop, plan: NeedPlan, need: CommandInput<"add-need">, start: Day): void {
  const design = designOf(shop, plan.design);
  const batchId = makeId();
  let number = 0;
  const units = need.lines.flatMap((line) => Array.from({ length: line.quantity + 1 }, () => ({ id: makeId(), number: (number += 1), colourwayId: line.colourwayId })));
  shop.say(
    "split-sheets",
    { batches: [{ batchId, needId: need.id, units }], uses: [{ storeId: design.paperId ?? "", sheets: design.paperId === STORES.cotton.id ? 1 : 2 }] },
    momentAt(start, 19 * 60 + 35, ZONE),
  );
  let [day, minute] = [start, 19 * 60 + 45];
  for (const stage of design.stages.filter((each) => each.kind !== "assemble")) {
    if (minute > 21 * 60) [day, minute] = [nextSession(day), 19 * 60 + 40];
    const at = (index: number): Date => momentAt(day, minute + Math.round((index + 1) * Math.max(0.4, stage.hands)), ZONE);
    shop.say(
      "tell-bench",
      { batchId, facts: units.map((unit, index) => ({ id: makeId(), unitId: unit.id, stageId: stage.id, what: "done", at: at(index).toISOString() })) },
      at(units.length - 1),
    );
    minute += units.length * stage.hands + 6;
  }
  const inspected = nextSession(day);
  const spoilt = new Set([units[units.length - 1]?.id, units[need.lines[0]?.quantity ?? 0]?.id]);
  shop.say(
    "grade-panels",
    {
      batchId,
      grades: units.map((unit, index) =>
        spoilt.has(unit.id)
          ? {
              unitId: unit.id,
              grade: plan.design === "bicycle" ? ("scrap" as const) : ("stash" as const),
              causes: [index < units.length - 1 ? "bloom" : plan.design === "moth" ? "pale" : "creep"],
            }
          : { unitId: unit.id, grade: "good" as const },
      ),
    },
    momentAt(inspected, 20 * 60, ZONE),
  );
  shop.say(
    "assemble-cards",
    {
      needId: need.id,
      lines: need.lines.map((line) => ({ lineId: line.id, quantity: line.quantity })),
    },
    momentAt(inspected, 20 * 60 + 50, ZONE),
  );
  shop.say("post-need", { id: makeId(), needId: need.id, on: addDays(inspected, 1), service: plan.zone ? "Letter" : "by hand" }, momentAt(addDays(inspected, 1), 9 * 60, ZONE));
}

function nextSession(day: Day): Day {
  let next = addDays(day, 1);
  while (!SESSIONS.some((session) => session.weekday === weekdayOf(next))) next = addDays(next, 1);
  return next;
}

function openNeeds(shop: DemoShop): void {
  const list = shop.households.slice(0, 40);
  const plans: readonly NeedPlan[] = [
    { kind: "order", title: "Ropewalk order", design: "paperBoat", split: [2, 1, 0], inDays: 10, zone: "inland", price: 1800 },
    { kind: "commission", title: "Choir leaving gift", design: "quince", split: [6, 3], inDays: 12, zone: "inland", price: 5400 },
    { kind: "fair", title: "Saltcote winter fair", design: "kite", split: [6, 5], inDays: 13 },
    { kind: "commission", title: "Night trains, club", design: "nightTrain", split: [24, 22], inDays: 16, zone: "neighbour", price: 25300 },
    { kind: "order", title: "Two weather vanes", design: "weatherVane", split: [1, 1], inDays: 21, zone: "inland", price: 1100 },
    { kind: "shop listing", title: "Shop: paper boats", design: "paperBoat", split: [2, 1, 1], inDays: 22 },
    { kind: "order", title: "Oudewiel order", design: "moth", split: [2, 2], inDays: 28, zone: "neighbour", price: 2200 },
    { kind: "fair", title: "Kilfarrow market", design: "quince", split: [5, 5], inDays: 25 },
    { kind: "mailing list", title: "Yule list", design: "tidePool", split: [24, 16], inDays: 36, zone: "inland", households: list, occasion: "yule" },
    { kind: "commission", title: "Harbour office", design: "bicycle", split: [4, 4], inDays: 38, zone: "inland", price: 4600 },
    { kind: "order", title: "Red sails", design: "paperBoat", split: [0, 3, 0], inDays: 39, zone: "inland", price: 1600 },
    { kind: "own use", title: "Thank-yous", design: "kite", split: [2, 2], inDays: 41 },
    { kind: "shop listing", title: "Shop: New Year", design: "nightTrain", split: [3, 2], inDays: 44, occasion: "new-year" },
    { kind: "order", title: "Fathom Point order", design: "weatherVane", split: [3, 0], inDays: 52, zone: "overseas", price: 1900 },
    { kind: "order", title: "One lamp moth", design: "moth", split: [0, 1], inDays: 46, zone: "inland", price: 550 },
    { kind: "shop listing", title: "Shop: quinces", design: "quince", split: [5, 5], inDays: 50 },
    { kind: "own use", title: "Birthdays", design: "kite", split: [4, 4], inDays: 58 },
  ];
  for (const plan of plans) {
    const need = addNeed(shop, plan, momentAt(addDays(shop.today, -9), 9 * 60, ZONE));
    if (plan.title === "Yule list") shop.yuleList = need;
  }
}

/**
 * The Gull Steps order lies half painted on the bench: some panels dry, some wet this minute.
 * @returns what the invented scanner sees of it once it is painted, by the batch's own id
 */
function wetNow(shop: DemoShop): DemoPicture {
  const design = designOf(shop, "nightTrain");
  const need = addNeed(
    shop,
    { kind: "order", title: "Gull Steps order", design: "nightTrain", split: [4, 3], inDays: 9, zone: "inland", price: 3500 },
    momentAt(addDays(shop.today, -5), 9 * 60, ZONE),
  );
  const minutesAgo = (minutes: number): Date => new Date(shop.now.getTime() - minutes * 60_000);
  const batchId = makeId();
  let number = 0;
  const units = need.lines.flatMap((line, index) =>
    Array.from({ length: line.quantity + (index === 0 ? 1 : 0) }, () => ({ id: makeId(), number: (number += 1), colourwayId: line.colourwayId })),
  );
  shop.say("split-sheets", { batches: [{ batchId, needId: need.id, units }], uses: [{ storeId: STORES.cotton.id, sheets: 1 }] }, minutesAgo(95));
  const tell = (stage: number, unit: number, what: "done" | "spoilt", ago: number): void => {
    const at = minutesAgo(ago);
    shop.say("tell-bench", { batchId, facts: [{ id: makeId(), unitId: units[unit]?.id ?? "", stageId: design.stages[stage]?.id ?? "", what, at: at.toISOString() }] }, at);
  };
  units.forEach((_, index) => tell(0, index, "done", 90 - index));
  units.forEach((_, index) => tell(1, index, "done", 78 - index));
  tell(2, 0, "done", 21);
  tell(3, 0, "done", 12);
  tell(2, 1, "done", 11);
  tell(2, 2, "done", 6.5);
  tell(2, 3, "done", 3);
  tell(2, 4, "done", 1.2);
  tell(2, 7, "spoilt", 24);
  return { id: batchId, paint: () => photoOfPanels(design.colourways, units.slice(0, -1)) };
}

/** The panels of a batch that are not spoilt, on a light board, painted by the program: one a little pale, one smudged, one with its moon missing, one turned. */
function photoOfPanels(colourways: DemoDesign["command"]["colourways"], units: readonly { readonly colourwayId: string }[]): Uint8Array {
  const grey = hexColour("#808080");
  const ways = new Map(colourways.map(({ id, paints }) => [id, paints.map(({ hex }) => hexColour(hex)) as unknown as ThreeColours]));
  const job: PhotoJob = {
    motif: MOTIFS.nightTrain,
    coloursOf: (panel) => ways.get(units[panel]?.colourwayId ?? "") ?? [grey, grey, grey],
    seed: 41,
    faults: units.map((_, index) => (["pale", null, "smudge", null, "missing", null, "tilted", null] as const)[index] ?? null),
    columns: 4,
    across: 150,
    tall: 1,
    board: [0.87, 0.82, 0.72],
    border: 0,
  };
  return asPng(photoOfBatch(job).photo);
}
