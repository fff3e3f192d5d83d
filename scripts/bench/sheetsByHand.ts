import { createRequire } from "node:module";
import { cutPainted, highsSolver, inches, lengthOfUnits, limitsFor, lookAt, mm, money, NO_WISH, split, splitAround, USUAL_TASTE, type HighsModule } from "@yule/core";
import { seededRandom } from "../../core/src/search/search.ts";
import { craftJob } from "../../core/src/sheets/examples.ts";

type Note = (what: string, budget: string, values: readonly number[], unit?: string) => void;

const PAINTINGS = 12;
const [WIDE, HIGH] = [200, 154];

/** A painting by chance: a wash, bright spots on it, bare paper and dull places. */
function paintingOf(seed: number) {
  const random = seededRandom(seed);
  const spots = Array.from({ length: 14 }, () => ({ x: random() * WIDE, y: random() * HIGH, radius: 4 + random() * 16, colour: [random() * 255, random() * 200, random() * 255] }));
  const data = new Uint8ClampedArray(WIDE * HIGH * 4);
  for (let cell = 0; cell < WIDE * HIGH; cell += 1) {
    const [x, y] = [cell % WIDE, Math.floor(cell / WIDE)];
    const spot = spots.find((each) => Math.hypot(each.x - x, each.y - y) < each.radius);
    const colour = spot ? spot.colour : x < WIDE * 0.15 ? [252, 250, 246] : y > HIGH * 0.85 ? [96, 92, 86] : [120 + x * 0.3, 170, 205 - y * 0.4];
    data.set([...colour, 255], cell * 4);
  }
  return lookAt({ width: WIDE, height: HIGH, data });
}

/** Windows on painted sheets, and splits completed around a piece that is held. */
export async function handBenchmarks(note: Note): Promise<void> {
  const solve = highsSolver(await (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)());
  const now = (): number => performance.now();
  const sheet = { id: "sheet", width: inches(26), height: inches(20), count: 1, cost: money(490) };
  const size = (id: string, width: number, height: number, count: number, worth: number) => ({ id, width: mm(width), height: mm(height), count, turn: true, worth, wish: NO_WISH });
  const wants = [size("kites", 138, 95, 40, 400), size("moths", 130, 130, 12, 450), size("tags", 50, 90, 60, 60)];
  const [times, shares]: [number[], number[]] = [[], []];
  for (let seed = 1; seed <= PAINTINGS; seed += 1) {
    const look = paintingOf(seed);
    const from = now();
    const plan = cutPainted({ sheet, edge: mm(0), wants, held: [], taste: USUAL_TASTE, step: mm(1) }, look, limitsFor(1.6, now), solve);
    times.push(now() - from);
    shares.push(100 * (plan?.share ?? 0));
  }
  note("Painted: windows of three sizes on a sheet of 26 by 20 in", "-", times);
  note("The same: share of the bound that is caught, median", "-", [shares.sort((a, b) => a - b)[PAINTINGS >> 1] ?? 0], "%");
  note("The same: least share", "-", [shares[0] ?? 0], "%");
  const moves = Array.from({ length: 20 }, (_, index) => {
    const job = craftJob(index + 1);
    const before = split(job, limitsFor(1, now), solve);
    const piece = before.layouts[0]?.pieces[0];
    const at = job.sheets.find((each) => each.id === before.layouts[0]?.sheet);
    if (!piece || !at) return 0;
    const from = now();
    const x = lengthOfUnits(Math.min(piece.x + mm(7), at.width - job.edge - piece.width));
    splitAround(job, before, { alike: 0, pins: [{ ...piece, x, piece: 0 }] }, limitsFor(1.5, now), solve);
    return now() - from;
  });
  note("By hand: a split completed around a piece moved by 7 mm", "-", moves);
}
