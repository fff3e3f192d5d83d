import { faultLine } from "@yule/contract";
import { limitsFor } from "@yule/core";
import { highsSolver, type HighsModule } from "@yule/core";
import { createRequire } from "node:module";
import type { CalcSetting } from "./command.ts";
import { COMMANDS } from "./commands.ts";

const setting: CalcSetting = {
  limits: (seed) => ({ ...limitsFor(1, () => 0, seed), stop: () => false, left: () => 5, steps: 300 }),
  solver: async () => highsSolver(await (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)()),
};
const answer = async (name: string, input: unknown): Promise<unknown> => {
  const result = await COMMANDS[name]?.answer(input, setting);
  return result?.ok ? result.value : result?.faults.map((fault) => faultLine(fault));
};

const sheet = { id: "full", width: 660.4, height: 508, count: null, cost: 420 };
const panel = { id: "A", width: 127, height: 82.55, count: 24, turn: true };
const stage = { id: "wash", hands: 5, setup: 4, dry: 30 };
const job = (more: object) => ({ batches: [{ id: "kite", palette: "warm", units: 2, stages: [stage] }], changeover: 5, drying: 6, ...more });

test.each([
  "split",
  "pile",
  "run",
  "overmake",
  "occasions",
  "route-check",
  "stack",
  "guides",
  "family",
  "fit-words",
  "mud",
  "mix",
  "recipe",
  "glaze",
  "puddles",
  "mats",
  "plan",
  "buy",
  "inspect",
])("%s prints the JSON Schema of its input", (name) => {
  expect(COMMANDS[name]?.schema).toMatchObject({ type: "object", additionalProperties: false });
});

test("good input is answered in the same units, and the same input the same way", async () => {
  const input = { sheets: [sheet], panels: [panel], edge: 0, gap: 0, method: "cut" };
  expect(await answer("split", input)).toMatchObject({ sheetsUsed: 1, cost: 420, lowerBound: 420, proven: true, unplaced: [], layouts: [{ sheet: "full", times: 1 }] });
  expect(await answer("split", input)).toEqual(await answer("split", input));
  expect(await answer("run", job({}))).toMatchObject({
    makespan: 44,
    bound: 44,
    moves: [
      { batch: "kite", unit: 0, stage: "wash", start: 4, end: 9 },
      { unit: 1, start: 9 },
    ],
  });
  expect(await answer("overmake", { need: 1, good: 0, bad: 0, confidence: 0.9, prior: [1, 1] })).toMatchObject({ make: 9 });
  expect(await answer("occasions", { country: "GB", from: "2026-04-01", to: "2026-04-30" })).toEqual({
    days: [
      { date: "2026-04-05", id: "easter", name: "Easter Sunday" },
      { date: "2026-04-12", id: "easter-orthodox", name: "Orthodox Easter Sunday" },
    ],
  });
});

test("a panel too large for every sheet is left out beside others, and named; alone it is refused", async () => {
  const large = { ...panel, id: "B", width: 700 };
  expect(await answer("split", { sheets: [sheet], panels: [panel, large] })).toMatchObject({ unplaced: [{ panel: "B", count: large.count }], proven: true });
  const lone = await COMMANDS.split?.answer({ sheets: [sheet], panels: [large] }, setting);
  expect(lone?.ok).toBe(false);
});

test("what to buy where: whole packs for the least total with post, the offers by their place", async () => {
  const wants = [{ id: "cotton", quantity: 16 }];
  const offers = [
    { want: "cotton", supplier: "S", pack: 5, price: 2450 },
    { want: "cotton", supplier: "T", pack: 25, price: 9900, atLeast: 2 },
  ];
  const suppliers = [{ id: "S", post: 495, freeFrom: 5000, least: 0 }, { id: "T" }];
  expect(await answer("buy", { wants, offers, suppliers })).toEqual({ packs: [{ offer: 0, count: 4 }], goods: 9800, post: 0, total: 9800, bound: 9800, proven: true });
  expect(await answer("buy", { wants: [], offers: [], suppliers: [] })).toEqual({ packs: [], goods: 0, post: 0, total: 0, bound: 0, proven: true });
});

test("who gets which card: no repeats where it can be, wishes met, and what is to be painted for it", async () => {
  const designs = [
    { id: "moth", have: 1, more: 40, cost: 250 },
    { id: "kite", have: 0, more: 0, cost: 100 },
  ];
  const households = [
    { id: "h1", had: ["kite"], likes: ["moth"] },
    { id: "h2", likes: ["boat"] },
    { id: "h3", not: ["moth"] },
  ];
  expect(await answer("allot", { designs, households })).toEqual({
    cards: [
      { household: "h1", design: "moth" },
      { household: "h2", design: "moth" },
    ],
    unserved: ["h3"],
    repeats: 0,
    likes: 1,
    paint: [{ design: "moth", count: 1 }],
    cost: 250,
  });
});

test("stamps for letters: all franked, least overpaid, fewest stamps", async () => {
  const stamps = [
    { value: 85, count: 20 },
    { value: 10, count: null },
  ];
  expect(
    await answer("postage", {
      stamps,
      letters: [
        { id: "a", postage: 195, most: 6 },
        { id: "b", postage: 950, most: 2 },
      ],
    }),
  ).toEqual({
    letters: [{ id: "a", stamps: [85, 85, 10, 10, 10], over: 5 }],
    unfranked: ["b"],
    over: 5,
    used: 5,
    proven: true,
  });
});

test.each<[string, string, unknown, string[]]>([
  ["a count below one", "split", { sheets: [sheet], panels: [{ ...panel, count: -2 }] }, ["panels[0].count: given -2, allowed at least 1"]],
  [
    "a panel that is too large, by how much and on which side",
    "split",
    { sheets: [sheet], panels: [{ ...panel, width: 660.797 }] },
    ["panels[0]: given A of 660.797 mm x 82.55 mm, too large for every sheet: over the nearest, full, in width by 0.397 mm, allowed at most 660.4 mm x 508 mm on full"],
  ],
  [
    "edges that eat the sheet",
    "split",
    { sheets: [sheet], panels: [panel], edge: 254 },
    ["edge: given 254 mm, allowed less than 254 mm, half of the shorter side of sheets[0] (full)"],
  ],
  [
    "a want that nobody offers",
    "buy",
    { wants: [{ id: "cotton", quantity: 3 }], offers: [], suppliers: [] },
    ["wants[0]: given 3 of cotton, which nobody offers, allowed a want that an offer covers"],
  ],
  [
    "an offer of nobody, for nothing",
    "buy",
    { wants: [{ id: "cotton", quantity: 3 }], offers: [{ want: "linen", supplier: "S", pack: 1, price: 4 }], suppliers: [] },
    ['offers[0].want: given "linen", allowed the id of one of wants', 'offers[0].supplier: given "S", allowed the id of one of suppliers'],
  ],
  ["half a pack", "buy", { wants: [], offers: [{ want: "a", supplier: "S", pack: 0.5, price: 4 }], suppliers: [] }, ["offers[0].pack: given 0.5, allowed a whole number"]],
  [
    "more sold than were brought, and cards without end that pay",
    "fair",
    { designs: [{ id: "moth", price: 4, cost: 1, sold: [{ brought: 3, sold: 4 }] }], prior: [2, 1] },
    ["designs[0].sold[0].sold: given 4, allowed at most 3, as many as were brought"],
  ],
  [
    "pixels that are not all there",
    "inspect",
    { master: { width: 16, height: 16, rgb: "AAAA" }, photo: { width: 16, height: 16, rgb: "A".repeat(1024) }, panels: 0 },
    ['master.rgb: given "AAAA", allowed base64 of 768 bytes, three for each of 16 × 16 pixels', "panels: given 0, allowed at least 1"],
  ],
  ["an id twice", "split", { sheets: [sheet, sheet], panels: [panel] }, ['sheets[1].id: given "full", allowed an id that no other of sheets has']],
  ["a field nobody knows", "split", { sheets: [sheet], panels: [panel], kerf: 2 }, ["kerf: given 2, allowed no field of this name"]],
  ["an unknown method", "split", { sheets: [sheet], panels: [panel], method: "saw" }, ['method: given "saw", allowed one of cut, fold, tape']],
  [
    "a window that is too short",
    "run",
    job({ windows: [[0, 8]] }),
    ["batches[0].stages[0]: given kite, wash: needs 9 min together (setup 4 min, hands 5 min), allowed at most 8 min, the longest window"],
  ],
  [
    "windows that overlap",
    "run",
    job({
      windows: [
        [0, 50],
        [40, 90],
      ],
    }),
    ["windows[1]: given 40 to 90, allowed a start at or after 50, where the window before it ends"],
  ],
  ["a confidence of one", "overmake", { need: 3, good: 1, bad: 0, confidence: 1 }, ["confidence: given 1, allowed less than 1"]],
  ["29 February of a plain year", "occasions", { country: "GB", from: "2027-02-29", to: "2027-03-01" }, ['from: given "2027-02-29", allowed a day such as 2031-11-08']],
  ["an unknown country", "occasions", { country: "ZZ", from: "2027-02-01", to: "2027-03-01" }, ["country: given ZZ, allowed an ISO 3166 code of two letters, such as GB or US"]],
  ["no object at all", "run", 7, ["input: given 7, allowed an object"]],
])("%s is one clear line", async (_, name, input, lines) => {
  expect(await answer(name, input)).toEqual(lines);
});

test("a route is checked by its techniques or its names, with the repair and the route mended", async () => {
  const stages = [
    { id: "a", name: "Letter", dry: 10 },
    { id: "b", technique: "splatter", dry: 15 },
  ];
  expect(await answer("route-check", { stages })).toMatchObject({
    findings: [{ rule: "splatter-before-words", severity: "spoils", stages: ["a", "b"], repair: { kind: "move" } }],
    mended: [
      { id: "b", technique: "splatter" },
      { id: "a", technique: "letter" },
    ],
  });
  expect(await answer("route-check", { stages, off: ["splatter-before-words"] })).toMatchObject({ findings: [], mended: [{ id: "a" }, { id: "b" }] });
  expect(await answer("route-check", { stages, off: ["no-such-rule"] })).toEqual([expect.stringMatching(/^off\[0\]: given no-such-rule, allowed one of mask-on-dry, /)]);
  expect(await answer("route-check", { stages: [{ id: "a", technique: "juggle" }] })).toEqual([
    expect.stringContaining('stages[0].technique: given "juggle", allowed one of tape, guides'),
  ]);
  expect(await answer("route-check", { stages: [{ id: "a" }] })).toEqual([expect.stringContaining("a technique or a name")]);
  expect(await answer("route-check", { stages: [stages[0], stages[0]] })).toEqual([expect.stringContaining("an id that no other of the route has")]);
});

test("a stack tells its base, score and reveals, and whether it fits; a layer that hangs over is bad input in millimetres", async () => {
  const card = { fold: "left", width: 120, height: 170, thickness: 2, envelope: { width: 125, height: 175 } };
  const mat = { kind: "mat", width: 110, height: 160 };
  const panel = { kind: "panel", width: 90, height: 130, y: 15 };
  expect(await answer("stack", { ...card, layers: [mat, panel] })).toMatchObject({
    base: { width: 240, height: 170 },
    score: 120,
    layers: [
      { name: "mat", reveal: { left: 5, right: 5, top: 5, bottom: 5, even: true } },
      { name: "panel", reveal: { left: 10, right: 10, top: 10, bottom: 20, even: false } },
    ],
    clearance: { width: 3, height: 3 },
    fitsEnvelope: true,
  });
  expect(await answer("stack", { ...card, layers: [panel, mat] })).toEqual([
    "layers[1].width: given mat 110 mm, allowed at most 90 mm, the width of the panel below it",
    "layers[1].height: given mat 160 mm, allowed at most 130 mm, the height of the panel below it",
  ]);
  expect(await answer("stack", { ...card, layers: [{ ...panel, x: 40 }] })).toEqual([
    "layers[0]: given panel over the right side of the base by 10 mm, allowed a place inside the layer below",
  ]);
});

test("a shaped card tells its two pieces and what is regretted afterwards, and a fold outside its base is bad input", async () => {
  const round = { fold: "top", outline: "circle", width: 120, height: 120, layers: [{ kind: "panel", outline: "circle", width: 100, height: 100 }] };
  expect(await answer("stack", round)).toMatchObject({
    pieces: 2,
    base: { width: 240, height: 120 },
    score: 12.7,
    warnings: [{ code: "card-rolls", allowed: "at least 1.906 mm cut off the foot of the back" }],
  });
  expect(await answer("stack", { ...round, footTrim: 3 })).toMatchObject({ warnings: [] });
  expect(await answer("stack", { fold: "left", width: 100, height: 150, score: 200, layers: [{ kind: "panel", width: 80, height: 130 }] })).toEqual(
    expect.arrayContaining(["score: given a score at 200 mm, allowed more than 0 and less than 200 mm, the flat base"]),
  );
});

test("a family tells what ties it, which card breaks it, how far palettes lie apart and what nothing serves", async () => {
  const card = (id: string, more: object = {}) => ({ id, light: "left", lettering: "by hand", colourways: [{ id: `${id}1`, colours: ["#1f8a96", "#c6953c"] }], ...more });
  const designs = [card("pool"), card("boat"), card("tern", { light: "right", ages: { from: 4, to: 8 } })];
  const wanted = [{ says: "Ida, nine", age: 9 }, { says: "anybody" }];
  expect(await answer("family", { designs, wanted })).toEqual({
    ties: [
      { rule: "palette-apart", says: "colours that come again on other cards" },
      { rule: "light", says: "light from the left" },
      { rule: "lettering", says: "words by hand" },
    ],
    findings: [expect.objectContaining({ rule: "light", severity: "breaks", design: "tern", colourway: null }) as object],
    distances: [
      { a: "pool", b: "boat", distance: 0 },
      { a: "pool", b: "tern", distance: 0 },
      { a: "boat", b: "tern", distance: 0 },
    ],
    gaps: [{ says: "Ida, nine", lacks: "for grown-ups", nearest: "pool" }],
  });
  expect(await answer("family", { designs: [card("a", { colourways: [{ id: "x", colours: ["mauvish"] }] })] })).toEqual([
    'designs[0].colourways[0].colours[0]: given "mauvish", allowed a colour such as #3a5f8c',
  ]);
});

test("words are fitted into the free places of a panel, the largest first; too long for any they are bad input, by how much", async () => {
  const zones = [
    { id: "foot", width: 60, height: 8 },
    { id: "sky", y: 10, width: 60, height: 40 },
  ];
  expect(await answer("fit-words", { words: { text: "Thank you kindly" }, zones })).toMatchObject({
    places: [
      { zone: "sky", fits: true, lines: [{ text: "Thank" }, { text: "you kindly" }] },
      { zone: "foot", fits: true, lines: [{ text: "Thank you kindly" }] },
    ],
  });
  expect(await answer("fit-words", { words: { text: "Congratulations" }, zones: [{ id: "foot", width: 12, height: 20 }] })).toEqual([
    expect.stringMatching(/^words\.text: given "Congratulations", [\d.]+ mm too wide for foot at small letters of 1\.8 mm, allowed words that fit one of the places/),
  ]);
  expect(await answer("fit-words", { words: { text: "Fair winds", means: "stamp" }, zones })).toEqual([
    "words.width: given nothing, allowed the width of the stamp",
    "words.height: given nothing, allowed the height of the stamp",
  ]);
  expect(await answer("fit-words", { words: { text: "Hello" }, zones: [{ id: "a", width: 20, height: 30, curve: 11 }] })).toEqual([
    "zones[0].curve: given 11, allowed at most half the width, which is half a circle",
  ]);
});

test("mud tells the colour, what is lost and why, in the order asked; an unknown pigment gets near names", async () => {
  const pairs = [
    { under: ["PY35"], over: ["PB29"], how: "glaze" },
    { under: ["PV19"], over: ["PG36"], how: "wet" },
    { under: ["pb16"], over: ["PV19"], how: "glaze" },
    { under: ["PY42", "PBr7"], over: ["PBk7"], how: "wet" },
  ];
  const found = (await answer("mud", { paper: "white", pairs })) as { pairs: { verdict: string; hex: string; why: string }[] };
  expect(found.pairs.map((pair) => pair.verdict)).toEqual(["dull", "mud", "clean", "dull"]);
  for (const pair of found.pairs) expect(pair).toMatchObject({ hex: expect.stringMatching(/^#[0-9a-f]{6}$/) as string, why: expect.stringMatching(/\w/) as string });
  expect(await answer("mud", { pairs: [{ under: ["PB290"], over: ["PY35"], how: "wet" }] })).toEqual([
    expect.stringMatching(/^pairs\[0\]\.under\[0\]: given "PB290", allowed a pigment of the table, such as .*PB29/),
  ]);
  expect(await answer("mud", { paper: "black", pairs })).toEqual([expect.stringMatching(/^paper: given "black", allowed /)]);
});

test("guides are told in millimetres, as they hang and upside down, and what does not lie on the panel says by how much", async () => {
  const panel = { width: 105, height: 148 };
  const five = { kind: "cells", columns: 2, rows: 5, margin: 12, gap: 4, circles: false };
  expect(await answer("guides", { ...panel, guides: five })).toMatchObject({ ticks: { top: [12, 50.5, 54.5, 93], left: expect.arrayContaining([12, 33.6]) as number[] } });
  expect(await answer("guides", { ...panel, guides: { kind: "horizon", fromTop: 40 }, turned: "turned" })).toMatchObject({ lines: [{ at: 108 }], ticks: { left: [108] } });
  expect(await answer("guides", { ...panel, guides: { ...five, margin: 60 } })).toEqual(
    ["guides.columns: given 124 mm needed, allowed at most 105 mm, the panel", "guides.rows: given 136 mm needed, allowed at most 148 mm, the panel"].slice(0, 1),
  );
});

describe("colour", () => {
  const paints = [
    { name: "Ferry Blue", pigments: ["PB29"] },
    { name: "Lamp Oil", pigments: ["PY150"] },
    { name: "Thrift", pigments: ["PV19"] },
  ];

  test("a mix says how it dries, how it looks wet, and how much water an everyday wash takes", async () => {
    expect(
      await answer("mix", {
        paints: [
          { ...paints[0], parts: 1 },
          { ...paints[2], parts: 1 },
        ],
      }),
    ).toMatchObject({ water: 8, strength: "milk", hue: "purple" });
    expect(await answer("mix", { paints: [{ ...paints[0], form: "liquid", parts: 1 }] })).toMatchObject({ water: 16 });
  });

  test("a recipe names paints, whole parts, water and how near it comes", async () => {
    const found = (await answer("recipe", { wanted: "#6a9a4a", paints })) as { best: { parts: { paint: string }[]; difference: number }; nearest: unknown[]; cheapest: unknown };
    expect(found.nearest).toHaveLength(3);
    expect(found.best.parts.map(({ paint }) => paint)).toEqual(expect.arrayContaining(["Ferry Blue", "Lamp Oil"]));
    expect(found.cheapest).toBeNull();
  });

  test("a palette of one paint and a colour it cannot reach: how near it comes", async () => {
    expect(await answer("recipe", { wanted: "#d02020", paints: paints.slice(0, 1), buy: true })).toMatchObject({
      reached: false,
      best: { parts: [{ paint: "Ferry Blue", parts: 1 }] },
      buy: [{ difference: expect.any(Number) as number }, {}, {}],
    });
  });

  test("glazes as a grid, and the order for shapes that overlap", async () => {
    const found = await answer("glaze", {
      paints,
      shapes: [
        { id: "sky", paint: "Ferry Blue" },
        { id: "lamp", paint: "Lamp Oil" },
        { id: "flower", paint: "Thrift" },
      ],
      overlaps: [
        ["sky", "lamp"],
        ["lamp", "flower"],
      ],
    });
    expect(found).toMatchObject({
      grid: [
        [{}, {}, {}],
        [{}, {}, {}],
        [{}, {}, {}],
      ],
      order: { overlaps: [{}, {}] },
    });
  });

  test("puddles in millilitres and drops, and mats with why", async () => {
    expect(await answer("puddles", { paints: [{ name: "sky", area: 4000, form: "liquid" }], panels: 12, minutes: 40 })).toMatchObject({
      puddles: [{ ml: 11, counted: { unit: "drops", many: 13 }, goes: [12] }],
    });
    expect(
      await answer("mats", {
        panel: { colours: [{ hex: "#2b3a7c", share: 0.8 }], edge: "#2d3c78" },
        mats: [
          { id: "navy", hex: "#2a3670" },
          { id: "straw", hex: "#d9b45a" },
        ],
      }),
    ).toMatchObject({ mats: [{ id: "straw" }, { id: "navy" }], why: expect.stringContaining("too close") as string });
  });

  test.each<[string, string, unknown, string]>([
    [
      "an unknown pigment, with near ones",
      "recipe",
      { wanted: "#6a9a4a", paints: [{ name: "x", pigments: ["PB92"] }] },
      'paints[0].pigments[0]: given "PB92", allowed a pigment of the table, such as',
    ],
    ["no paint at all", "recipe", { wanted: "#6a9a4a", paints: [] }, "paints: given [], allowed at least 1 of them"],
    [
      "a colour that is none",
      "mats",
      { panel: { colours: [{ hex: "blue", share: 1 }], edge: "#2d3c78" }, mats: [{ id: "a", hex: "#ffffff" }] },
      'panel.colours[0].hex: given "blue", allowed a colour such as #3a5f8c',
    ],
    ["an overlap with a shape that is not there", "glaze", { paints, shapes: [{ id: "sky", paint: "Ferry Blue" }], overlaps: [["sky", "sea"]] }, "overlaps[0]"],
    [
      "a shape of a paint that is not there",
      "glaze",
      { paints, shapes: [{ id: "sky", paint: "Rockpool" }] },
      'shapes[0].paint: given "Rockpool", allowed one of Ferry Blue, Lamp Oil, Thrift',
    ],
    ["an area of nothing", "puddles", { paints: [{ name: "sky", area: 0 }], panels: 1, minutes: 10 }, "paints[0].area: given 0, allowed more than 0"],
    ["a strength nobody mixes", "puddles", { paints: [{ name: "sky", area: 10, strength: "soup" }], panels: 1, minutes: 10 }, "paints[0].strength"],
  ])("%s is met with one clear line", async (_, name, input, line) => {
    const lines = await answer(name, input);
    expect(lines).toHaveLength(1);
    expect((lines as string[])[0]).toContain(line);
  });
});

test("calc pile: what of most worth comes out of given sheets, in millimetres; a count of none wanted sheets is refused", async () => {
  const pile = {
    sheets: [{ id: "left", width: 320, height: 120, count: 1 }],
    panels: [
      { id: "card", width: 130, height: 110, count: 9, value: 12 },
      { id: "tag", width: 50, height: 90, count: 20, value: 2 },
    ],
  };
  expect(await answer("pile", pile)).toMatchObject({ worth: 26, bound: 26, proven: true, sheetsUsed: 1 });
  expect(await answer("pile", { ...pile, sheets: [{ id: "left", width: 320, height: 120, count: null }] })).toEqual(["sheets[0].count: given null, allowed a number"]);
  expect(await answer("pile", { ...pile, panels: [{ id: "card", width: 130, height: 110, count: 1, value: -1 }] })).toEqual(["panels[0].value: given -1, allowed at least 0"]);
});

test("what is owed is taken up so that most of it is kept; sessions that overlap and weights that cannot be are told at their place", async () => {
  const owed = (id: string, due: number) => ({ id, weight: 1, due, steps: [{ id: "wash", hands: 60 }] });
  const input = { sessions: [[0, 150]], needs: [owed("late", 150), owed("soon", 60), owed("hopeless", 30)] };
  expect(await answer("plan", input)).toMatchObject({ onTime: { soon: 1, late: 1, hopeless: 0 }, kept: 2, runs: 20_000 });
  expect(
    await answer("plan", {
      ...input,
      sessions: [
        [100, 200],
        [0, 150],
        [300, 300],
      ],
    }),
  ).toEqual(["sessions[2][1]: given 300, allowed a time after 300, when the session begins", "sessions[0][0]: given 100, allowed a session that does not overlap another"]);
  expect(await answer("plan", { ...input, needs: [{ ...owed("a", 10), weight: -1 }, owed("a", 20)], spread: { lost: 1.5 } })).toEqual([
    "needs[0].weight: given -1, allowed at least 0",
    'needs[1].id: given "a", allowed an id that no other of needs has',
    "spread.lost: given 1.5, allowed at most 1",
  ]);
}, 30_000);
