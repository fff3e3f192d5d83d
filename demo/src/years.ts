import type { CommandEnvelope, CommandInput, CommandKind } from "@yule/contract";
import { addDays, dayAt, inches, mm, momentAt, seededRandom, type Day } from "@yule/core";
import { demoDesigns, type DemoPicture } from "./designs.ts";
import { idMaker } from "./ids.ts";

const ZONE = "Europe/Dublin";
/** What a busy shop makes in a year, in all about 4,000 needs, 40,000 panels and 300,000 taps in ten. */
const [NEEDS, CARDS, DESIGNS, HOUSEHOLDS, PICTURES] = [400, 9, 36, 100, 6] as const;
const WORDS = ["Low", "Far", "Small", "Early", "Long", "Still", "Quiet", "Blue", "Windy", "Second", "Evening", "Northern"] as const;
const MOTIFS = ["tide pool", "kites", "night train", "paper boats", "weather vane", "moths", "quinces", "bicycle in rain"] as const;
const PLACES = ["Ropewalk", "Gull Steps", "Kiln Lane", "Harbour office", "Mill Race", "Windlass Yard", "Lower Quay", "Chalk Lane"] as const;

/** Commands that belong together, and the pictures they speak of. */
export interface Bulk {
  readonly pictures: readonly DemoPicture[];
  readonly commands: readonly { readonly given: CommandEnvelope; readonly now: Date }[];
  /** Whether what came before must be there, and what follows waits for it. */
  readonly standsAlone: boolean;
}

interface Tools {
  readonly makeId: () => string;
  readonly random: () => number;
}

/** Collects commands with the moments at which they are given. */
class Sheet {
  readonly pictures: DemoPicture[] = [];
  readonly commands: { given: CommandEnvelope; now: Date }[] = [];
  constructor(
    private readonly makeId: () => string,
    readonly standsAlone = true,
  ) {}
  say<Kind extends CommandKind>(kind: Kind, payload: CommandInput<Kind>, now: Date): void {
    this.commands.push({ given: { id: this.makeId(), kind, at: now.toISOString(), payload }, now });
  }
}

interface PastDesign {
  readonly id: string;
  readonly colourways: readonly [string, string];
  readonly stages: readonly { readonly id: string; readonly dry: number }[];
  readonly paper: string;
  readonly name: string;
}

/**
 * Years of a busy shop before a moment, a bulk at a time, oldest first: each year a season of its own, closed at its end, with its designs put
 * away. The season that is open then is the one the demo goes on in.
 * @param first the season of a new shop
 */
export function* pastYears(now: Date, years: number, first: { readonly id: string; readonly version: number }): Generator<Bulk> {
  const tools: Tools = { makeId: idMaker(0x2001), random: seededRandom(20) };
  const today = dayAt(now, ZONE);
  let [season, version] = [first.id, first.version];
  const paper = tools.makeId();
  for (let back = years; back >= 1; back -= 1) {
    const from = addDays(today, -365 * back - 30);
    const opened = new Sheet(tools.makeId);
    const at = momentAt(from, 540, ZONE);
    if (back === years) {
      opened.say("set-shop", { name: "Tern Row Cards", lengthSystem: "in", country: "IE", timeZone: ZONE, currency: "EUR" }, at);
      opened.say("change-season", { id: season, version, name: `Season ${from.slice(0, 4)}`, from, until: addDays(from, 364) }, at);
      opened.say(
        "add-store",
        { id: paper, kind: "sheet", name: "Cotton 300 gsm, 22 × 30", width: inches(22), height: inches(30), onHand: 40, pack: 10, packCostMinor: 4900, leadDays: 6 },
        at,
      );
      version += 1;
    }
    const [designs, households] = [beginYear(opened, tools, paper, at, from), addHouseholds(opened, tools, at)];
    yield opened;
    for (let need = 0; need < NEEDS; need += AT_ONCE) {
      const made = new Sheet(tools.makeId, false);
      for (let index = need; index < Math.min(NEEDS, need + AT_ONCE); index += 1) oneNeed(made, tools, { index, from, designs, households });
      yield made;
    }
    const closed = new Sheet(tools.makeId);
    const end = momentAt(addDays(from, 364), 1200, ZONE);
    const next = tools.makeId();
    for (const { id } of designs) closed.say("archive-design", { id, version: 1, archived: true }, end);
    for (const text of ["Wet the sky before the boats", "Two days more for the post before Easter", "Count envelopes first"])
      closed.say("note-lesson", { id: tools.makeId(), text: `${text} (${from.slice(0, 4)})`, moment: "planning" }, end);
    closed.say("prepare-season", { id: next, name: `Season ${addDays(from, 365).slice(0, 4)}`, from: addDays(from, 365), until: addDays(from, back === 1 ? 760 : 729) }, end);
    closed.say("close-season", { id: season, version, next, handOn: false }, end);
    [season, version] = [next, 2];
    yield closed;
  }
}

/** So many needs are handed over together. */
const AT_ONCE = 8;

function beginYear(sheet: Sheet, { makeId, random }: Tools, paper: string, at: Date, from: Day): PastDesign[] {
  const series = makeId();
  sheet.say("add-series", { id: series, name: `Of ${from.slice(0, 4)}`, palette: "mixed" }, at);
  const pictures = demoDesigns().pictures.slice(0, PICTURES);
  return Array.from({ length: DESIGNS }, (_, index): PastDesign => {
    const name = `${WORDS[index % WORDS.length] ?? ""} ${MOTIFS[Math.floor(index / 5) % MOTIFS.length] ?? ""} ${from.slice(2, 4)}-${String(index + 1)}`;
    const stage = (called: string, kind: "draw" | "paint" | "finish", hands: number, dry: number) => ({
      id: makeId(),
      name: called,
      kind,
      hands,
      setup: 3,
      dry,
      within: null,
      portable: false,
    });
    const stages = [
      stage("Sketch", "draw", 2, 0),
      stage("First wash", "paint", 2, 15 + Math.floor(random() * 20)),
      stage("Second wash", "paint", 2, 25),
      stage("Ink", "paint", 3, 8),
      stage("Dots", "paint", 1, 5),
      stage("Trim", "finish", 1, 0),
    ];
    const picture = pictures[index] ? { id: makeId(), paint: pictures[index].paint } : null;
    if (picture) sheet.pictures.push(picture);
    const design: PastDesign = { id: makeId(), colourways: [makeId(), makeId()], stages, paper, name };
    sheet.say(
      "add-design",
      {
        ...{ id: design.id, seriesId: series, name, method: "cut", paperId: paper, cardStockId: null, stages },
        stack: {
          fold: "left",
          width: inches(5.5),
          height: inches(5.5),
          layers: [{ kind: "panel", name: "panel", width: inches(4.5), height: inches(4.5), x: null, y: null }],
          envelope: null,
          thickness: mm(1),
        },
        colourways: design.colourways.map((id, which) => ({ id, name: which === 0 ? "dusk" : "dawn", paints: [], pictureId: which === 0 ? (picture?.id ?? null) : null })),
      },
      at,
    );
    return design;
  });
}

function addHouseholds(sheet: Sheet, { makeId, random }: Tools, at: Date): string[] {
  return Array.from({ length: HOUSEHOLDS }, (_, index) => {
    const id = makeId();
    const place = PLACES[Math.floor(random() * PLACES.length)] ?? "";
    sheet.say(
      "add-household",
      {
        id,
        name: `${WORDS[index % WORDS.length] ?? ""} house, ${id.slice(-6)}`,
        address: `${String(1 + index)} ${place}`,
        country: (["IE", "GB", "DE", "US"] as const)[index % 4] ?? "IE",
        neutral: index % 7 === 0,
      },
      at,
    );
    return id;
  });
}

interface PastNeed {
  readonly index: number;
  readonly from: Day;
  readonly designs: readonly PastDesign[];
  readonly households: readonly string[];
}

/** One need from its order to the post: panels painted over three evenings, judged, assembled, sent. */
function oneNeed(sheet: Sheet, tools: Tools, { index, from, designs, households }: PastNeed): void {
  const { makeId, random } = tools;
  const design = designs[index % designs.length];
  if (!design) return;
  const begun = addDays(from, 2 + Math.floor((index * 330) / NEEDS));
  const kind = (["order", "order", "order", "commission", "order", "shop listing", "order", "fair", "mailing list", "order"] as const)[index % 10] ?? "order";
  const [needId, lineId, batchId] = [makeId(), makeId(), makeId()];
  const colourwayId = design.colourways[index % 2 === 0 ? 0 : 1];
  sheet.say(
    "add-need",
    {
      ...{ id: needId, kind, title: `${PLACES[index % PLACES.length] ?? ""} ${String(index + 1)}`, designId: design.id, due: addDays(begun, 18) },
      ...{
        zone: kind === "fair" || kind === "shop listing" ? null : "inland",
        lines: [{ id: lineId, colourwayId, quantity: CARDS }],
        occasion: index % 5 === 0 ? "birthday" : null,
      },
      householdIds: kind === "mailing list" ? households.slice(index % 80, (index % 80) + CARDS) : [],
    },
    momentAt(begun, 600, ZONE),
  );
  const units = Array.from({ length: CARDS + 1 }, () => makeId());
  sheet.say(
    "split-sheets",
    { batches: [{ batchId, needId, units: units.map((id, number) => ({ id, number: number + 1, colourwayId })) }], uses: [] },
    momentAt(addDays(begun, 1), 560, ZONE),
  );
  paint(sheet, tools, { batchId, units, design, begun });
  const spare = random();
  sheet.say(
    "grade-panels",
    {
      batchId,
      grades: units.map((unitId, number) => ({
        unitId,
        grade: number < CARDS ? ("good" as const) : spare < 0.03 ? ("stash" as const) : spare < 0.5 ? ("good" as const) : ("scrap" as const),
      })),
    },
    momentAt(addDays(begun, 4), 600, ZONE),
  );
  sheet.say("assemble-cards", { needId, lines: [{ lineId, quantity: CARDS }] }, momentAt(addDays(begun, 4), 660, ZONE));
  sheet.say(
    "post-need",
    { id: makeId(), needId, on: addDays(begun, 5), service: kind === "fair" || kind === "shop listing" ? "by hand" : "Letter" },
    momentAt(addDays(begun, 5), 600, ZONE),
  );
  if (kind === "fair" || kind === "shop listing")
    sheet.say("tell-outcome", { needId, lines: [{ lineId, sold: CARDS - 1 - (index % 2), given: 1 }] }, momentAt(addDays(begun, 20), 600, ZONE));
}

/** Panels told together in one tap. */
const TAPPED = 4;
const EVENING = 19 * 60 + 30;

function paint(sheet: Sheet, { makeId, random }: Tools, { batchId, units, design, begun }: { batchId: string; units: readonly string[]; design: PastDesign; begun: Day }): void {
  let minute = EVENING;
  design.stages.forEach((stage, step) => {
    const on = addDays(begun, 1 + Math.floor(step / 2));
    if (step % 2 === 0) minute = EVENING;
    for (let first = 0; first < units.length; first += TAPPED) {
      const told = units.slice(first, first + TAPPED);
      minute += told.length * (1.5 + random());
      const at = (more: number): Date => new Date(momentAt(on, 0, ZONE).getTime() + Math.round((minute + more) * 60_000));
      sheet.say(
        "tell-bench",
        { batchId, facts: told.map((unitId, which) => ({ id: makeId(), unitId, stageId: stage.id, what: "done" as const, at: at(which - told.length).toISOString(), why: "" })) },
        at(0),
      );
    }
    if (stage.dry < 10) return;
    // Now and then a word on how dry it is, as makers give it.
    const looked = new Date(momentAt(on, 0, ZONE).getTime() + Math.round((minute + stage.dry * (0.8 + 0.5 * random())) * 60_000));
    const words = units
      .slice(0, 7)
      .map((unitId) => ({ id: makeId(), unitId, stageId: stage.id, what: random() < 0.3 ? ("still-wet" as const) : ("dry" as const), at: looked.toISOString(), why: "" }));
    sheet.say("tell-bench", { batchId, facts: words }, looked);
  });
}
