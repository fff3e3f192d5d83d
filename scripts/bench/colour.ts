import type { Browser } from "@playwright/test";
import { bestGlazeOrder, cures, glazeGrid, mudForecast, onePart, PIGMENTS, recipes, seededRandom, shelfPaint, type Overlap, type ShelfPaint } from "@yule/core";
import { randomUUID } from "node:crypto";
import { exhaustive } from "../../core/src/colour/recipe/exhaustive.ts";

export type Note = (what: string, budget: string, values: readonly number[], unit?: string) => void;

const timed = (what: () => void): number => {
  const from = performance.now();
  what();
  return performance.now() - from;
};

/** Forty paints, a seed's choice of the table. */
function fortyPaints(seed: number): readonly ShelfPaint[] {
  const random = seededRandom(seed);
  const open = [...PIGMENTS].map((pigment) => ({ pigment, toss: random() })).sort((a, b) => a.toss - b.toss);
  return open.slice(0, 40).flatMap(({ pigment }) => {
    const made = shelfPaint({ id: pigment.index, name: pigment.index, pigments: [pigment.index], form: "pan" });
    return made.ok ? [made.value] : [];
  });
}
function someColours(seed: number, many: number): readonly string[] {
  const random = seededRandom(seed);
  const byte = (): string =>
    Math.floor(30 + random() * 220)
      .toString(16)
      .padStart(2, "0");
  return Array.from({ length: many }, () => `#${byte()}${byte()}${byte()}`);
}

/** The figures of the colour model in one thread, and of a recipe in the application's own worker. */
export async function colourBenchmarks(note: Note, browser: Browser, url: string): Promise<void> {
  const shelf = fortyPaints(7);
  const task = (wanted: string) => ({ wanted, onePart: shelf.map(onePart), strengths: shelf.map((paint) => paint.strength) });
  const wanted = someColours(3, 20);
  wanted.slice(0, 3).forEach((hex) => recipes(task(hex)));
  note(
    "Best mix of one, two and three of 40 paints",
    "300 ms",
    wanted.map((hex) => timed(() => recipes(task(hex)))),
  );
  note(
    "The same: farther than trying everything by (CIEDE2000, thousandths)",
    "300",
    wanted.slice(0, 3).map((hex) => 1000 * Math.max(0, (recipes(task(hex))[2][0]?.difference ?? 100) - exhaustive(hex, shelf))),
    "",
  );
  const films = shelf.map(({ film }) => film);
  note(
    "Grid of 40 x 40 glazes",
    "200 ms",
    Array.from({ length: 10 }, () => timed(() => glazeGrid(films))),
  );
  const overlaps: Overlap[] = films.slice(0, 10).flatMap((_, a) => films.slice(a + 1, 10).map((__, more): Overlap => [a, a + 1 + more]));
  note(
    "Order of ten shapes that all overlap, optimal",
    "1000 ms",
    Array.from({ length: 10 }, () => timed(() => bestGlazeOrder(films.slice(0, 10), overlaps))),
  );
  const six = shelf.slice(0, 6);
  note(
    "Mud forecast of a design of six paints that all touch, with its cures from 40",
    "50 ms",
    Array.from({ length: 10 }, () =>
      timed(() => {
        six.forEach((earlier, a) =>
          six.slice(a + 1).forEach((later) => {
            mudForecast(earlier.film, later.film, "wet");
            cures(earlier.film, later.film, "wet", shelf);
          }),
        );
      }),
    ),
  );
  await inTheWorker(note, browser, url);
}

/** From a colour that is asked for to the mix in the verdict, in the real application with forty paints on its shelf. */
async function inTheWorker(note: Note, browser: Browser, url: string): Promise<void> {
  const { paints } = (await (await fetch(`${url}/api/colour`)).json()) as { paints: readonly { pigments: readonly string[] }[] };
  const there = new Set(paints.flatMap(({ pigments }) => pigments));
  for (const { index, name } of PIGMENTS.filter((pigment) => !there.has(pigment.index)).slice(0, 40 - paints.length)) {
    await fetch(`${url}/api/commands`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ id: randomUUID(), kind: "add-paint", payload: { id: randomUUID(), name: `${name} ${index}`, pigments: [index], form: "pan" } }),
    });
  }
  const context = await browser.newContext({ serviceWorkers: "block", viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const times: number[] = [];
  await page.goto(`${url}/colour?ask=mix`);
  await page.getByRole("region", { name: "Recipes" }).waitFor();
  for (const hex of someColours(11, 12)) {
    const field = page.getByLabel("or its number");
    await field.fill(hex);
    const answered = page.evaluate(async () => {
      const before = document.querySelector("h1")?.textContent;
      const start = performance.now();
      while (document.querySelector("h1")?.textContent === before && performance.now() - start < 5000) await new Promise((done) => requestAnimationFrame(done));
      return performance.now() - start;
    });
    await field.press("Enter");
    times.push(await answered);
  }
  note("Best mix of 40 paints in the browser's worker, from Enter to the verdict", "300 ms", times);
  await context.close();
}
