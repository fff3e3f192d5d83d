/** @jest-environment node */
import { lengthOfUnits, mm, type PaintedWindow } from "@yule/core";
import { commandOf, offcutsOf, paintedAlready, usuallyPainted, PAINTED, pieceId } from "@yule/derive";
import { design, houseTo, line, need, paper, season, newId } from "@yule/derive/examples";
import { paintedPapers, possibleWants, wishOf } from "./wants.ts";
import { againstIt, forIt, KEEP_WHOLE } from "./windowWords.ts";

const outlook = season([{ ...need, id: "n1", lines: [line("l1", "blue", 4)] }]);
const view = () => {
  const [first] = outlook.open;
  if (!first) throw new Error("the example season owes nothing");
  return first;
};
const household = houseTo("h", { name: "Gull Steps", without: ["flowers"], needIds: ["n1"] });

test("a need wishes calm where its words lie, the colour that was told, and nothing its households will not have", () => {
  const zone = { id: "z", x: mm(10), y: mm(20), width: mm(50), height: mm(15), curve: 0 };
  const worded = { ...view(), design: { ...design, words: { zones: [zone], front: { sentimentId: "s", zoneId: "z" }, inside: [] } } };
  const wish = wishOf(worded, [household, houseTo("other", { without: ["glitter"] })], "#c8452f");
  expect(wish.without).toEqual(["flowers"]);
  expect(wish.calm?.width).toBeCloseTo(mm(50) / lengthOfUnits(design.stack.layers[0]?.width ?? design.stack.width), 6);
  expect(wish.colour?.a).toBeGreaterThan(30);
  expect(wishOf(view(), [], null)).toEqual({ calm: null, colour: null, without: [] });
});

test("panels that are lacked and small things may come out of a painting; sheets and failed panels may be what was painted", () => {
  const wants = possibleWants(outlook, "paper", new Map());
  expect(wants.map(({ name, what }) => [name, what])).toEqual([
    ["Paper boat", "panel"],
    ["gift tag", "strip"],
    ["bookmark", "strip"],
  ]);
  expect(wants[0]?.want.worth).toBeGreaterThan(wants[1]?.want.worth ?? Infinity);
  const papers = paintedPapers({ ...outlook, stores: [paper] }, (width, height) => `${String(width)} × ${String(height)}`);
  expect(papers.map(({ key }) => key)).toEqual(["sheet:paper", `panel:${design.id}`]);
  expect(papers[1]?.store?.id).toBe("paper");
});

const window = (told: Partial<PaintedWindow["judged"]>, rest: Partial<PaintedWindow> = {}): PaintedWindow => ({
  piece: { panel: "p", x: mm(0), y: mm(0), width: mm(90), height: mm(60) },
  judged: { quality: 0.5, standsOut: 0.2, colours: 0.3, bare: 0, mud: 0, cutThrough: 0, ...told },
  suits: 0,
  marks: [],
  held: false,
  ...rest,
});

test("what speaks for a window and against it is said in words", () => {
  expect(forIt(window({}))).toBe("plain");
  const mark = { x: 0, y: 0, radius: 0.1, what: "flowers" };
  expect(forIt(window({ standsOut: 0.5, colours: 0.8 }, { suits: 0.1, marks: [mark, mark, { ...mark, what: KEEP_WHOLE }] }))).toBe(
    "catches what stands out, many colours, suits what it is for, shows flowers",
  );
  expect(againstIt(window({}))).toBe("");
  expect(againstIt(window({ bare: 0.3, mud: 0.2, cutThrough: 0.5 }, { suits: -0.1 }))).toBe("30 % bare paper, 20 % dull, a side cuts through something, not what its need wishes");
});

const panel = pieceId("panel", "n1");
const size = { width: mm(90), height: mm(60) };
const plan = (sheet: string) => ({
  id: "plan",
  version: 1,
  materialId: "paper",
  replaces: null,
  needIds: ["n1"],
  state: "open" as const,
  keptAt: "2031-11-08T10:00:00Z",
  plan: {
    picture: "p1",
    job: {
      method: "cut" as const,
      thirds: false,
      edge: 0,
      gap: 0,
      sheets: [{ id: sheet, width: mm(300), height: mm(200), count: 1, cost: 20 }],
      panels: [{ id: panel, ...size, count: 2, turn: true }],
    },
    pieces: [{ id: panel, what: "panel" as const, needId: "n1", name: "Paper boat" }],
    split: {
      layouts: [{ sheet, times: 1, pieces: [0, 90].map((x) => ({ panel, x: mm(x), y: 0, ...size })), cuts: [], offcuts: [{ x: mm(180), y: 0, width: mm(120), height: mm(200) }] }],
      unplaced: [],
      sheetsUsed: 1,
      cost: 20,
      lowerBound: 20,
      proven: false,
    },
  },
});

test("a cut painting leaves the shelf only where it still counts there, and what is left of it is no blank paper", () => {
  const said = { spoilt: new Map(), kept: new Set([0]), tearLoss: null, creep: null };
  expect(offcutsOf(plan("paper"), [])).toEqual([]);
  expect(commandOf(plan("paper"), [view()], [], said, newId)).toMatchObject({ uses: [{ storeId: "paper", sheets: 1 }], offcutsKept: [] });
  const gone = commandOf(plan(PAINTED), [view()], [], said, newId);
  expect(gone).toMatchObject({ uses: [], offcutsKept: [], batches: [{ needId: "n1" }] });
  // What was painted before it was cut is done, and dry, on every panel.
  const stages = view().design.stages.filter((stage) => stage.kind !== "assemble");
  const last = usuallyPainted(stages);
  const told = paintedAlready(gone, [view()], new Map([["n1", last]]), new Date("2031-11-08T10:04:00Z"), newId);
  const upTo = stages.findIndex((stage) => stage.id === last) + 1;
  expect(upTo).toBeGreaterThan(0);
  expect(told.flatMap((each) => each.facts)).toHaveLength(2 * upTo * 2);
  expect(paintedAlready(gone, [view()], new Map([["n1", null]]), new Date(), newId)).toEqual([]);
});
