import { inches, mm, type Length } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { seededRandom } from "../search/search.ts";
import type { Sheet, SplitJob, WantedPanel } from "./model.ts";

/** Jobs like those at the table, for measuring and for tests: the same seed gives the same job. */

interface Size {
  readonly width: Length;
  readonly height: Length;
}
const size = (width: Length, height: Length): Size => ({ width, height });

const SHEETS: readonly (Size & { readonly id: string; readonly cost: number })[] = [
  { id: "imperial", ...size(mm(760), mm(560)), cost: 480 },
  { id: "half", ...size(mm(560), mm(380)), cost: 260 },
  { id: "A3", ...size(mm(420), mm(297)), cost: 140 },
  { id: "A4", ...size(mm(297), mm(210)), cost: 75 },
  { id: "block", ...size(mm(400), mm(300)), cost: 150 },
  { id: "roll length", ...size(mm(1000), mm(750)), cost: 820 },
  { id: "quarter", ...size(inches(15), inches(10)), cost: 120 },
];

const PANELS: readonly Size[] = [
  size(mm(138), mm(95)),
  size(mm(130), mm(130)),
  size(mm(165), mm(112)),
  size(inches(5.125), inches(3.625)),
  size(inches(6.375), inches(4.375)),
  size(inches(4.75), inches(4.75)),
  size(mm(200), mm(90)),
  size(mm(118), mm(84)),
];
const SMALL: readonly Size[] = [size(mm(90), mm(50)), size(mm(170), mm(48)), size(mm(60), mm(60)), size(inches(2.875), inches(1.625)), size(mm(110), mm(25))];

const pick = <T>(from: readonly T[], random: () => number): T => {
  const found = from[Math.floor(random() * from.length)];
  if (found === undefined) throw new Error("nothing to pick from");
  return found;
};

/** One to three kinds of card panel, often with tags, bookmarks or test strips beside, from one or two kinds of sheet and sometimes offcuts first. */
export function craftJob(seed: number): SplitJob {
  const random = seededRandom(seed);
  const sheets: Sheet[] = [];
  const kinds = random() < 0.6 ? 1 : 2;
  while (sheets.length < kinds) {
    const { cost, ...sheet } = pick(SHEETS, random);
    if (sheets.every((each) => each.id !== sheet.id)) sheets.push({ ...sheet, count: random() < 0.25 ? 2 + Math.floor(random() * 8) : null, cost: money(cost) });
  }
  if (random() < 0.3)
    for (let offcut = 0; offcut < 1 + random() * 3; offcut += 1)
      sheets.push({ id: `offcut ${String(offcut)}`, width: mm(120 + Math.floor(random() * 300)), height: mm(60 + Math.floor(random() * 200)), count: 1, cost: money(0) });
  const panels: WantedPanel[] = [];
  const add = (from: readonly Size[], most: number): void => {
    panels.push({ id: `p${String(panels.length)}`, ...pick(from, random), count: 2 + Math.floor(random() * most), turn: random() < 0.75 });
  };
  for (let kind = 0; kind < 1 + Math.floor(random() * 3); kind += 1) add(PANELS, 28);
  for (let kind = 0; kind < Math.floor(random() * 3); kind += 1) add(SMALL, 24);
  const edge = pick([mm(0), mm(0), mm(5), mm(10), inches(0.25)], random);
  const gap = pick([mm(0), mm(0), mm(0), mm(1), mm(3)], random);
  return { sheets, panels, edge, gap, method: "cut", thirds: false };
}

/**
 * Jobs in the style of the published classes of two-dimensional bin packing (Berkey and Wang 1987, classes 1 to 6;
 * Martello and Vigo 1998): one square sheet, pieces of even spread, no turning.
 */
export function publishedStyleJob(kind: number, count: number, seed: number): SplitJob {
  const random = seededRandom(seed * 977 + kind);
  const [side, most] = [
    [10, 10],
    [30, 10],
    [40, 35],
    [100, 35],
    [100, 100],
    [300, 100],
  ][kind % 6] ?? [10, 10];
  const panels = Array.from({ length: count }, (_, index): WantedPanel => ({
    id: `p${String(index)}`,
    width: mm(1 + Math.floor(random() * (most ?? 1))),
    height: mm(1 + Math.floor(random() * (most ?? 1))),
    count: 1,
    turn: false,
  }));
  return { sheets: [{ id: "square", width: mm(side ?? 1), height: mm(side ?? 1), count: null, cost: money(100) }], panels, edge: mm(0), gap: mm(0), method: "cut", thirds: false };
}

interface CutUp {
  readonly job: SplitJob;
  /** So many sheets are enough: they were cut up into the panels wanted. */
  readonly sheets: number;
}

/**
 * Sheets cut up at random, edge to edge, often into equal parts, until so many pieces lie there that the next cut would make
 * more than `most`: the panels fill one to three sheets wholly, and the answer is known. Sizes are multiples of one sixteenth
 * or one eighth of an inch, one or one half of a millimetre; with and without grain, gap and edge.
 */
export function cutUpJob(seed: number, { least = 4, most = 60, sheets = 3 }: { readonly least?: number; readonly most?: number; readonly sheets?: number } = {}): CutUp {
  const random = seededRandom(seed * 7_919 + 13);
  const unit = pick([inches(1 / 16), inches(1 / 8), mm(1), mm(0.5)], random);
  const sheet = pick(SHEETS, random);
  const count = 1 + Math.floor(random() * sheets);
  const edge = (pick([0, 0, 0, 2, 5], random) * unit) as Length;
  const gap = (pick([0, 0, 0, 1, 2], random) * unit) as Length;
  const inner = (length: number): number => Math.floor((length - 2 * edge + gap) / unit) * unit;
  const whole = { width: inner(sheet.width), height: inner(sheet.height) };
  const wanted = Math.max(least, Math.floor(least + random() * (most - least + 1)));
  // No piece is narrower than this, as at the table.
  const narrow = 12 * 320 + gap;
  const parts = Array.from({ length: count }, () => whole);
  const equal = random() * 0.8;
  for (let failed = 0; failed < 60;) {
    const at = largestOfSome(parts, random);
    const part = parts[at] ?? whole;
    const along = random() < part.width / (part.width + part.height);
    const length = along ? part.width : part.height;
    const times = random() < equal ? 2 + Math.floor(random() * 3) : 0;
    const cut = times > 0 ? length / times : unit * Math.round((length / unit) * (0.15 + 0.7 * random()));
    if (cut % unit !== 0 || cut < narrow || length - cut < narrow || parts.length + Math.max(1, times - 1) > wanted) {
      failed += 1;
      continue;
    }
    const pieces = times > 0 ? Array.from({ length: times }, () => cut) : [cut, length - cut];
    parts.splice(at, 1, ...pieces.map((piece) => (along ? { width: piece, height: part.height } : { width: part.width, height: piece })));
  }
  const mayTurn = random();
  const panels: WantedPanel[] = [];
  for (const part of parts) {
    const [width, height] = [(part.width - gap) as Length, (part.height - gap) as Length];
    const same = panels.findIndex((panel) => panel.width === width && panel.height === height);
    const known = panels[same];
    if (known) panels[same] = { ...known, count: known.count + 1 };
    else panels.push({ id: `p${String(panels.length)}`, width, height, count: 1, turn: mayTurn < 0.5 || (mayTurn < 0.75 && random() < 0.5) });
  }
  const rest = { width: (whole.width - gap + 2 * edge) as Length, height: (whole.height - gap + 2 * edge) as Length };
  return { job: { sheets: [{ id: sheet.id, ...rest, count: null, cost: money(sheet.cost) }], panels, edge, gap, method: "cut", thirds: false }, sheets: count };
}

/** Where the largest of three parts drawn stands. */
function largestOfSome(parts: readonly { readonly width: number; readonly height: number }[], random: () => number): number {
  let found = 0;
  let largest = -1;
  for (let draw = 0; draw < 3; draw += 1) {
    const at = Math.floor(random() * parts.length);
    const part = parts[at];
    if (part && part.width * part.height > largest) [found, largest] = [at, part.width * part.height];
  }
  return found;
}
