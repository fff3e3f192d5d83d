import { createRequire } from "node:module";
import type { Pixels } from "../../designs/picture/straighten.ts";
import { mm } from "../../measure/length.ts";
import { money } from "../../measure/money.ts";
import { highsSolver, type HighsModule, type LinearSolver } from "../../search/linear.ts";
import { limitsFor } from "../../search/search.ts";
import type { Rect } from "../model.ts";
import { splitFaults } from "../verify.ts";
import { cutPainted, type PaintedPlan, type PaintedQuestion, type PaintedWant } from "./cutPainted.ts";
import { lookAt, type Mark } from "./paintedLook.ts";
import { NO_WISH, USUAL_TASTE, WindowJudge } from "./quality.ts";
import { Summed } from "./summed.ts";

let solve: LinearSolver;
beforeAll(async () => {
  solve = highsSolver(await (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)());
});
const limits = () => limitsFor(3, () => performance.now());

type Rgb = readonly [number, number, number];
const PAPER: Rgb = [252, 250, 246];
const [WASH, BOAT, WEED, MUD]: [Rgb, Rgb, Rgb, Rgb] = [
  [130, 178, 205],
  [224, 96, 40],
  [60, 140, 90],
  [96, 92, 84],
];
/** A sheet of 300 by 200 mm, two cells to three millimetres: a wash, bare to the left, muddy to the right, with boats. */
const [WIDE, HIGH] = [200, 133];
const painted = (boats: readonly (readonly [number, number])[]): Pixels => {
  const data = new Uint8ClampedArray(WIDE * HIGH * 4);
  for (let cell = 0; cell < WIDE * HIGH; cell += 1) {
    const [x, y] = [((cell % WIDE) + 0.5) * 1.5, (Math.floor(cell / WIDE) + 0.5) * 1.5];
    const boat = boats.some(([bx, by]) => Math.hypot(x - bx, y - by) < 12);
    const weed = boats.some(([bx, by]) => Math.hypot(x - bx - 14, y - by - 14) < 6);
    const colour = x < 60 ? PAPER : x > 250 ? MUD : boat ? BOAT : weed ? WEED : WASH;
    data.set([...colour, 255], cell * 4);
  }
  return { width: WIDE, height: HIGH, data };
};
const sheet = { id: "block", width: mm(300), height: mm(200), count: null, cost: money(150) };
const want = (id: string, count: number, told: Partial<PaintedWant> = {}): PaintedWant => ({
  id,
  width: mm(90),
  height: mm(60),
  count,
  turn: true,
  worth: 400,
  wish: NO_WISH,
  ...told,
});
const ask = (boats: readonly (readonly [number, number])[], told: Partial<PaintedQuestion>, marks: readonly Mark[] = []): PaintedPlan => {
  const plan = cutPainted({ sheet, edge: mm(0), wants: [want("kites", 1)], held: [], taste: USUAL_TASTE, step: mm(1), ...told }, lookAt(painted(boats), marks), limits(), solve);
  if (!plan) throw new Error("no straight cuts");
  return plan;
};
const holds = (rect: Rect, x: number, y: number, margin = 12): boolean =>
  rect.x <= mm(x - margin) && rect.x + rect.width >= mm(x + margin) && rect.y <= mm(y - margin) && rect.y + rect.height >= mm(y + margin);

test("sums over any rectangle are those of its cells", () => {
  const sums = new Summed([1, 2, 3, 4, 5, 6], 3, 2);
  expect(sums.sum(0, 0, 3, 2)).toBe(21);
  expect(sums.sum(1, 1, 3, 2)).toBe(11);
  expect(sums.mean(-4, 0, 2, 1)).toBe(1.5);
  expect(sums.sum(2, 1, 2, 9)).toBe(0);
});

test("a boat stands out, bare paper and mud are told, and a cut through the boat is worse than one beside it", () => {
  const judge = new WindowJudge(lookAt(painted([[150, 100]])), USUAL_TASTE, { width: 300, height: 200 });
  const around = judge.judge(105, 70, 90, 60);
  const through = judge.judge(150, 70, 90, 60);
  const bare = judge.judge(0, 0, 60, 40);
  const mud = judge.judge(252, 0, 48, 100);
  expect(around.standsOut).toBeGreaterThan(judge.judge(70, 5, 90, 60).standsOut + 0.1);
  expect(through.cutThrough).toBeGreaterThan(around.cutThrough + 0.05);
  expect(around.quality).toBeGreaterThan(through.quality);
  expect(around.colours).toBeGreaterThan(judge.judge(62, 2, 60, 40).colours);
  expect([bare.bare, bare.quality]).toEqual([1, 0]);
  expect(mud.mud).toBeGreaterThan(0.95);
  expect(mud.quality).toBeLessThan(0.25);
});

test("one window takes the boat whole", () => {
  const { windows, split, job } = ask([[170, 120]], {});
  expect(windows).toHaveLength(1);
  expect(windows.every(({ piece }) => holds(piece, 170, 120))).toBe(true);
  expect(splitFaults(job, split)).toEqual([]);
});

test("with many wanted nothing comes out of bare paper or mud, and straight cuts free all", () => {
  const { windows, split, job, share } = ask(
    [
      [110, 60],
      [200, 140],
    ],
    { wants: [want("kites", 12), want("tags", 20, { width: mm(45), height: mm(30), worth: 60 })] },
  );
  expect(windows.length).toBeGreaterThan(3);
  expect(splitFaults(job, split)).toEqual([]);
  // A little of either may be caught at a rim, never half a window.
  for (const { judged } of windows) expect(Math.max(judged.bare, judged.mud)).toBeLessThan(0.4);
  expect(share).toBeGreaterThan(0.9);
  expect(share).toBeLessThanOrEqual(1);
});

test("a calm place for words goes to the need with words, the boat to the one without", () => {
  const worded = want("words", 1, { wish: { ...NO_WISH, calm: { x: 0.1, y: 0.2, width: 0.8, height: 0.6 } } });
  const held = [
    { panel: "words", x: mm(125), y: mm(90), width: mm(90), height: mm(60) },
    { panel: "kites", x: mm(62), y: mm(0), width: mm(90), height: mm(60) },
  ];
  const free = ask([[170, 120]], { wants: [worded, want("kites", 1)] });
  const boat = free.windows.find(({ piece }) => holds(piece, 170, 120));
  expect(free.windows).toHaveLength(2);
  expect(boat?.piece.panel).toBe("kites");
  // What the maker holds keeps its need, whatever would suit better.
  const kept = ask([[170, 120]], { wants: [worded, want("kites", 1)], held });
  expect(kept.windows.map(({ piece, held: isHeld }) => [piece.panel, isHeld]).sort()).toEqual([
    ["kites", true],
    ["words", true],
  ]);
});

test("a favourite colour draws its panel to where that colour is", () => {
  // Orange lies near a = 45, b = 55 in CIE Lab.
  const liked = want("orange", 1, { wish: { ...NO_WISH, colour: { a: 45, b: 55 } } });
  const { windows } = ask([[170, 120]], { wants: [liked, want("any", 1)] });
  const orange = windows.find(({ piece }) => piece.panel === "orange");
  expect(orange && holds(orange.piece, 170, 120, 6)).toBe(true);
});

test("what must not be on a card is marked, and never goes to a need that will not have it", () => {
  const mark: Mark = { x: 170 / 300, y: 120 / 200, radius: 0.05, what: "flowers" };
  const only = want("no flowers", 1, { wish: { ...NO_WISH, without: ["flowers"] } });
  const { windows } = ask([[170, 120]], { wants: [only] }, [mark]);
  expect(windows).toHaveLength(1);
  expect(windows[0]?.marks).toEqual([]);
  const both = ask([[170, 120]], { wants: [only, want("any", 1)] }, [mark]);
  expect(both.windows.find(({ marks }) => marks.length > 0)?.piece.panel).toBe("any");
});

test("a mark that a window only touches is on it, one beside it is not, and a marked place is not cut through", () => {
  const mark: Mark = { x: 0.5, y: 0.5, radius: 0.1, what: "keep whole" };
  const judge = new WindowJudge(lookAt(painted([]), [mark]), USUAL_TASTE, { width: 300, height: 200 });
  // The mark reaches from 120 to 180 mm across.
  expect(judge.marksOn({ x: 175, y: 90, width: 60, height: 40 })).toEqual([mark]);
  expect(judge.marksOn({ x: 185, y: 90, width: 60, height: 40 })).toEqual([]);
  const unmarked = new WindowJudge(lookAt(painted([])), USUAL_TASTE, { width: 300, height: 200 });
  expect(judge.judge(100, 100, 90, 60).cutThrough).toBeGreaterThan(unmarked.judge(100, 100, 90, 60).cutThrough + 0.2);
});

test("a panel that lies turned has its words at the left or right, and calm is looked for there", () => {
  // Words at the top of the panel: turned, they lie at the left of the window.
  const calm = { x: 0, y: 0, width: 1, height: 0.4 };
  const tall = want("tall", 1, { width: mm(60), height: mm(90), wish: { ...NO_WISH, calm } });
  const lying = (x: number, y: number) => [{ panel: "tall", x: mm(x), y: mm(y), width: mm(90), height: mm(60) }];
  const boats = [[170, 120]] as const;
  // The boat at the left of the window lies under the words; at its right it does not.
  const under = ask(boats, { wants: [tall], held: lying(158, 90) }).windows[0];
  const beside = ask(boats, { wants: [tall], held: lying(96, 90) }).windows[0];
  expect(under?.suits).toBeLessThan(beside?.suits ?? -1);
});

test("a sheet with nothing on it gives nothing, and the rim is left", () => {
  const blank: Pixels = { width: 60, height: 40, data: new Uint8ClampedArray(60 * 40 * 4).fill(255) };
  const plan = cutPainted({ sheet, edge: mm(10), wants: [want("kites", 3)], held: [], taste: USUAL_TASTE, step: mm(1) }, lookAt(blank), limits(), solve);
  expect(plan?.windows).toEqual([]);
  expect(plan?.job.panels).toEqual([]);
  const { windows } = ask([], { edge: mm(12), wants: [want("kites", 6)] });
  expect(windows.every(({ piece }) => piece.x >= mm(12) && piece.y >= mm(12) && piece.x + piece.width <= mm(288) && piece.y + piece.height <= mm(188))).toBe(true);
});

test("where the program is not solved in time, the best windows still go to what they suit, no oftener than wanted", () => {
  const boats = [
    [60, 60],
    [170, 120],
    [240, 50],
  ] as const;
  const asked = { sheet, edge: mm(0), wants: [want("kites", 2), want("moths", 1)], held: [], taste: USUAL_TASTE, step: mm(1) };
  const hasty = cutPainted(asked, lookAt(painted(boats)), limits(), () => null);
  const whole = cutPainted(asked, lookAt(painted(boats)), limits(), solve);
  expect(hasty?.windows).toHaveLength(whole?.windows.length ?? -1);
  expect(hasty?.windows.length).toBeGreaterThan(0);
  for (const id of ["kites", "moths"]) expect(hasty?.windows.filter(({ piece }) => piece.panel === id).length).toBeLessThanOrEqual(id === "kites" ? 2 : 1);
  // Time that ends with an answer in hand that cuts nothing out is no reason to cut nothing out.
  const empty = cutPainted(asked, lookAt(painted(boats)), limits(), ({ costs }) => ({ values: costs.map(() => 0), duals: [], optimal: false }));
  expect(empty?.windows).toEqual(hasty?.windows);
  // What is held stays what it is for.
  const held = [{ panel: "moths", x: mm(20), y: mm(20), width: mm(90), height: mm(60) }];
  const kept = cutPainted({ ...asked, held }, lookAt(painted(boats)), limits(), () => null);
  expect(kept?.windows.filter((window) => window.held).map(({ piece }) => piece.panel)).toEqual(["moths"]);
});

test("held windows that no straight cuts free are told", () => {
  const [long, short] = [mm(90), mm(60)];
  const wheel = [
    { panel: "kites", x: mm(60), y: mm(10), width: long, height: short },
    { panel: "kites", x: mm(150), y: mm(10), width: short, height: long },
    { panel: "kites", x: mm(120), y: mm(100), width: long, height: short },
    { panel: "kites", x: mm(60), y: mm(70), width: short, height: long },
  ];
  expect(cutPainted({ sheet, edge: mm(0), wants: [want("kites", 4)], held: wheel, taste: USUAL_TASTE, step: mm(1) }, lookAt(painted([])), limits(), solve)).toBeNull();
});
