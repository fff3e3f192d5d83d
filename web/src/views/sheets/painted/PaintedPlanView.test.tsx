import { cutPainted, highsSolver, limitsFor, lookAt, mm, money, USUAL_TASTE, type HighsModule, type Mark, type PaintedQuestion } from "@yule/core";
import { need, season } from "@yule/derive/examples";
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { createRequire } from "node:module";
import { useState } from "react";
import { press, PretendServer, showScreen, write } from "../../../plan/testing.tsx";
import type { Painting } from "./usePainted.ts";
import { possibleWants, type PossibleWant } from "./wants.ts";

/** The types of the test runner do not know it yet. */
const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };

/** The solver's worker, here on this thread. */
const engine = (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)().then(highsSolver);
const api = {
  painted: async (question: PaintedQuestion, { cells, marks }: Painting) =>
    cutPainted(
      question,
      lookAt(cells, marks),
      limitsFor(0.4, () => performance.now()),
      await engine,
    ),
};
fake.unstable_mockModule("../../../workers/solver.ts", () => ({ solver: () => api, asideSolver: () => api }));
const { PaintedPlanView } = await import("./PaintedPlanView.tsx");

const [WIDE, HIGH] = [60, 30];
/** Bare paper at the left, a lively painting at the right. */
const cells = { width: WIDE, height: HIGH, data: new Uint8ClampedArray(4 * WIDE * HIGH) };
for (let y = 0; y < HIGH; y += 1)
  for (let x = 0; x < WIDE; x += 1) {
    const lively = [
      [196, 60, 48],
      [40, 92, 150],
      [230, 190, 70],
    ][(Math.floor(x / 3) + Math.floor(y / 3)) % 3];
    cells.data.set([...(x < WIDE / 3 ? [250, 249, 246] : (lively ?? [])), 255], 4 * (y * WIDE + x));
  }

const kites = season([{ ...need, title: "Harbour office" }]);
const question = (wants: readonly PossibleWant[]): PaintedQuestion => ({
  sheet: { id: "paper", width: mm(600), height: mm(300), count: 1, cost: money(20) },
  edge: mm(0),
  wants: wants.map(({ want }) => want),
  held: [],
  taste: USUAL_TASTE,
  step: mm(1),
});
const photo = { file: new Blob([]), cropped: { kept: new Blob([]) } } as unknown as Parameters<typeof PaintedPlanView>[0]["photo"];

/** The page around the plan keeps what was marked. */
function Shown({ possible, notice = "" }: { possible: readonly PossibleWant[]; notice?: string }) {
  const [marks, setMarks] = useState<readonly Mark[]>([]);
  return (
    <PaintedPlanView
      outlook={kites}
      question={question(possible)}
      possible={possible}
      painting={{ name: "painting 1", cells, marks }}
      photo={photo}
      materialId="paper"
      notice={notice}
      aside={<p>what is wanted</p>}
      onMark={(mark) => setMarks([...marks, mark])}
      onUnmark={() => setMarks(marks.slice(0, -1))}
    />
  );
}
const panels = possibleWants(kites, "paper", new Map()).filter(({ what }) => what === "panel");

beforeEach(() => {
  localStorage.clear();
  new PretendServer();
  URL.createObjectURL = () => "blob:painting";
  URL.revokeObjectURL = () => undefined;
  // What is cut out is drawn on no canvas here; the cards stand without it.
  HTMLCanvasElement.prototype.getContext = () => null;
  Object.assign(globalThis, { createImageBitmap: () => Promise.resolve({ width: 600, height: 300, close: () => undefined }) });
});
afterEach(cleanup);

const verdict = async (): Promise<string> => (await screen.findByRole("heading", { level: 1 }, { timeout: 10_000 })).textContent;
const windows = (): HTMLElement[] => within(screen.getByRole("group", { name: /^The painting/ })).getAllByRole("button");
const laid = () => waitFor(() => expect(windows().length).toBeGreaterThan(0), { timeout: 10_000 });

test("it says what the painting gives and where its best part lies, with the cuts that free it", async () => {
  showScreen(<Shown possible={panels} notice="No sheet stood out." />);
  expect(await verdict()).toMatch(
    /^It gives (one|two|three|four|five|six|seven|eight) panels?; the best part is crop \d+\. (No straight cuts catch more|Hardly more can be caught|More might be caught)\.$/,
  );
  expect(screen.getByText("No sheet stood out.")).toBeTruthy();
  expect(screen.getByText("what is wanted")).toBeTruthy();
  expect(screen.getAllByRole("img", { name: "Harbour office as it will look" })).toHaveLength(windows().length);
  expect(windows()[0]?.getAttribute("aria-label")).toBe("1: Harbour office");
  // The best part is painted, not bare.
  const best = Number(/crop (\d+)/.exec(await verdict())?.[1]);
  const rect = windows()[best - 1]?.querySelector("rect");
  expect(Number(rect?.getAttribute("x")) + Number(rect?.getAttribute("width")) / 2).toBeGreaterThan(mm(200));
}, 20_000);

test("a window that is chosen says what speaks for it, is held, and is let go again", async () => {
  showScreen(<Shown possible={panels} />);
  await verdict();
  await laid();
  fireEvent.keyDown(windows()[0] as HTMLElement, { key: "Enter" });
  const tools = within(screen.getByRole("region", { name: "Crop 1" }));
  expect(tools.getByText("Crop 1", { selector: "b" }).parentElement?.textContent).toMatch(/^Crop 1, 4 1\/2 × 4 1\/2 in: /);
  await userEvent.setup({ delay: null }).click(tools.getByRole("button", { name: "Hold it here" }));
  await waitFor(() => expect(windows().some((each) => /held in place/.test(each.getAttribute("aria-label") ?? ""))).toBe(true));
  expect(screen.getByRole("button", { name: "Undo the last move" })).toBeTruthy();
  await press("Let all go");
  await waitFor(() => expect(windows().some((each) => /held in place/.test(each.getAttribute("aria-label") ?? ""))).toBe(false), { timeout: 10_000 });
  await press("Undo the last move");
  await waitFor(() => expect(windows().some((each) => /held in place/.test(each.getAttribute("aria-label") ?? ""))).toBe(true), { timeout: 10_000 });
}, 30_000);

test("arrow keys move a window in one move, and Ctrl+Z takes it back", async () => {
  showScreen(<Shown possible={panels} />);
  await verdict();
  await laid();
  const [first] = windows();
  for (let times = 0; times < 3; times += 1) fireEvent.keyDown(first as HTMLElement, { key: "ArrowDown", shiftKey: true });
  await waitFor(() => expect(windows().filter((each) => /held in place/.test(each.getAttribute("aria-label") ?? ""))).toHaveLength(1), { timeout: 10_000 });
  fireEvent.keyDown(document.body, { key: "z", code: "KeyZ", ctrlKey: true });
  await waitFor(() => expect(screen.queryByRole("button", { name: "Undo the last move" })).toBeNull());
}, 30_000);

test("a place that must stay whole is marked by a press, and taken away again", async () => {
  showScreen(<Shown possible={panels} />);
  await verdict();
  await laid();
  await press("Mark a place");
  await write("What is there", "Kite");
  expect(screen.getByText(/Press where “Kite” is\./)).toBeTruthy();
  fireEvent.keyDown(windows()[0] as HTMLElement, { key: "Enter" });
  await press("Done marking");
  await userEvent.setup({ delay: null }).click(within(screen.getByRole("region", { name: /^Crop/ })).getByRole("button", { name: "Mark its middle" }));
  await userEvent.setup({ delay: null }).click(await screen.findByRole("button", { name: "Take the last mark away" }, { timeout: 10_000 }));
  await waitFor(() => expect(screen.queryByRole("button", { name: "Take the last mark away" })).toBeNull());
}, 30_000);

test("where nothing is wanted it says so, and asks no solver", async () => {
  showScreen(<Shown possible={[]} />);
  expect(await verdict()).toBe("Nothing is wanted from it yet.");
  expect(screen.queryByRole("button", { name: /^1:/ })).toBeNull();
});

test("sizes that the sheet cannot hold are told as sizes, not as a sheet without worth", async () => {
  const [panel] = panels;
  if (!panel) throw new Error("a panel is wanted");
  showScreen(<Shown possible={[{ ...panel, want: { ...panel.want, width: mm(900), height: mm(900) } }]} />);
  expect(await verdict()).toMatch(/^(No part of it is worth cutting out in the sizes that are wanted|No crops were found in the time given)/);
}, 20_000);
