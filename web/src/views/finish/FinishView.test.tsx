import type { BatchRead } from "@yule/contract";
import { batch, design, need, season, unit } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../plan/testing.tsx";
import type { InspectedPhoto } from "../../workers/picture.worker.ts";

const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };
/** What the photo shows, as the worker would say it. */
let shown: InspectedPhoto;
fake.unstable_mockModule("../../workers/pictureSolver.ts", () => ({ pictureSolver: () => ({ inspect: () => Promise.resolve(shown) }) }));
// The browser of the tests cannot read a file's bytes.
fake.unstable_mockModule("../../features/picture/header.ts", () => ({ wrongWith: () => Promise.resolve(null) }));
const { default: FinishView } = await import("./FinishView.tsx");

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer({ designs: { series: [], designs: [], sentiments: [] } });
});
afterEach(cleanup);

const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;
const done = (id: string, stage: string): BatchRead["facts"][number] => ({ id: `${id} ${stage}`, unitId: id, stageId: stage, what: "done", at: "2031-11-07T11:00:00Z" });
/** Six panels of six cards: two judged good, one lost at the table, three to be judged. */
const inspected = batch(
  [unit(1, "good"), unit(2, "good"), unit(3), unit(4), unit(5), unit(6)],
  [...["u3", "u4", "u5"].flatMap((id) => [done(id, "wash"), done(id, "dots")]), { id: "lost", unitId: "u6", stageId: "wash", what: "spoilt", at: "2031-11-07T11:00:00Z" }],
);
const show = (batches: readonly BatchRead[]) => showScreen(<FinishView />, { outlook: season([need], batches) });

test("it says how many are good, how many are still to be judged, and how many more to paint for those that were lost", async () => {
  show([inspected]);
  expect(verdict()).toMatch(/^Office: 2 of 6 are good, and 3 are still to be judged\. Paint \d more\.$/);
  expect(screen.getByText("6, blue, spoilt")).toBeTruthy();
  expect(screen.queryByRole("group", { name: "Grade panel 6" })).toBeNull();
  await userEvent.setup().click(screen.getByRole("button", { name: /^Split for \d more$/ }));
  expect(screen.getByLabelText("where").textContent).toBe("/sheets?need=n");
});

test("a panel is judged by one press, and those that are left by one more; what was lost is judged by neither", async () => {
  show([inspected]);
  const user = userEvent.setup();
  await user.click(within(screen.getByRole("group", { name: "Grade panel 3" })).getByRole("button", { name: "stash" }));
  await user.click(screen.getByRole("button", { name: "The 3 that are left are good" }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.commands).toEqual([
    ["grade-panels", { batchId: "b", grades: [{ unitId: "u3", grade: "stash" }] }],
    ["grade-panels", { batchId: "b", grades: ["u3", "u4", "u5"].map((unitId) => ({ unitId, grade: "good" })) }],
  ]);
  expect(
    within(screen.getByRole("group", { name: "Grade panel 1" }))
      .getByRole("button", { name: "good" })
      .getAttribute("aria-pressed"),
  ).toBe("true");
});

test("good panels become cards, and what is refused is said where it was asked for", async () => {
  show([batch([1, 2, 3, 4, 5, 6].map((number) => unit(number, "good")))]);
  expect(verdict()).toBe("Office: 6 of 6 are good, that is enough. ");
  expect(screen.getByText(/Takes nothing from the stores/)).toBeTruthy();
  const user = userEvent.setup();
  server.refuses = () => ({ errors: [{ code: "not-enough", path: ["uses", 0], given: "6 of Kraft", allowed: "at most 4, what is on the shelf" }] });
  await user.click(screen.getByRole("button", { name: "Assemble 6 cards" }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([["assemble-cards", { needId: "n", lines: [{ lineId: "l", quantity: 6 }], uses: [] }]]);
  expect((await screen.findByRole("alert")).textContent).toContain("given 6 of Kraft, allowed at most 4, what is on the shelf");
});

test("a panel to be rescued leads to where its good part is cut out; with nothing begun it says what the page will do", async () => {
  show([batch([unit(1, "rescue"), unit(2)])]);
  await userEvent.setup().click(screen.getByRole("button", { name: "Cut the good part out of a rescued panel" }));
  expect(screen.getByLabelText("where").textContent).toBe("/sheets?ask=painted&panel=boat");
  cleanup();
  show([]);
  expect(verdict()).toBe("No panels wait to be inspected.");
});

const square = (x: number) =>
  [0, 1, 2, 3].map((corner) => ({
    x: x + (corner === 1 || corner === 2 ? 100 : 0),
    y: corner > 1 ? 130 : 30,
  })) as unknown as InspectedPhoto["colourways"][number]["panels"][number]["corners"];
const png = new File([Uint8Array.from([137, 80, 78, 71, 13, 10, 26, 10, 0, 0, 0, 13, 73, 72, 68, 82, 0, 0, 3, 32, 0, 0, 1, 44, 8, 2, 0, 0, 0])], "batch.png", {
  type: "image/png",
});

/** What all share, and whether one is off. */
let shareOf: InspectedPhoto["colourways"][number]["common"];
let isOff: boolean;
beforeEach(() => {
  [shareOf, isOff] = [[], true];
});

/** Three panels wait; the photo shows so many, the second of them with its star missing. */
async function photographed(onBoard: number): Promise<ReturnType<typeof userEvent.setup>> {
  URL.createObjectURL = () => "blob:photo";
  URL.revokeObjectURL = () => undefined;
  const served = globalThis.fetch;
  globalThis.fetch = (address, more) =>
    address === "/api/pictures/picture" ? Promise.resolve({ ok: true, blob: () => Promise.resolve(new Blob()) } as Response) : served(address, more);
  const panels = [0, 1, 2].slice(0, onBoard).map((index) => ({
    corners: square(20 + index * 120),
    score: isOff && index === 1 ? 0.8 : 0.1,
    faults: isOff && index === 1 ? [{ kind: "missing" as const, where: [0.6, 0.1, 0.8, 0.3] as const, amount: 0.8 }] : [],
  }));
  shown = { width: 800, height: 300, onBoard, colourways: [{ panels, common: shareOf, touching: 0 }] };
  const pictured = { ...design, colourways: design.colourways.map((way) => ({ ...way, pictureId: "picture" })) };
  showScreen(<FinishView />, { outlook: season([need], [batch([unit(3), unit(4), unit(5)], [])], { designs: [pictured] }) });
  const user = userEvent.setup();
  await user.click(screen.getByText("Which panel is off: one photo of the batch"));
  await user.upload(await screen.findByLabelText("Choose a photo or scan"), png);
  return user;
}

test("a photo of the batch says where to begin; one key judges the panel in doubt, and the next comes up", async () => {
  const user = await photographed(3);
  expect(await screen.findByText("1 of 3 looks unlike its sisters. Begin with panel 4.")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Panel 4: something is not there, top right" })).toBeTruthy();
  expect(within(screen.getByRole("region", { name: "Panel 4" })).getByText("Clearly something is not there, top right")).toBeTruthy();
  screen.getByRole("button", { name: /^Panel 4: / }).focus();
  await user.keyboard("x");
  await waitFor(() => expect(server.commands).toEqual([["grade-panels", { batchId: "b", grades: [{ unitId: "u4", grade: "scrap" }] }]]));
});

test("a photo that shows fewer panels than wait is not guessed at: it says what it sees and what is wanted", async () => {
  await photographed(2);
  expect((await screen.findByRole("alert")).textContent).toContain("given a photo of 2 panels, allowed one of the 3 panels that wait, in the order of their numbers");
  expect(screen.queryByRole("group", { name: "The photo of the batch" })).toBeNull();
});

test("what all of a colourway share is said once; where none is off the eye is not let off", async () => {
  shareOf = [{ kind: "pale", where: null, amount: 0.6 }];
  isOff = false;
  await photographed(3);
  expect(await screen.findByText(/^None of the 3 stands out from its sisters\. Look at them yourself all the same/)).toBeTruthy();
  expect(screen.getByText("All of blue: paler than the master: the puddle was thinned.")).toBeTruthy();
  expect(screen.getByText("Like its sisters.")).toBeTruthy();
});

test("a panel is chosen on the photo, judged by a button, and the photo put away without losing what was judged", async () => {
  const user = await photographed(3);
  await user.click(await screen.findByRole("button", { name: "Panel 5: like its sisters" }));
  const beside = within(screen.getByRole("region", { name: "Panel 5" }));
  await user.click(beside.getByRole("button", { name: "stash" }));
  await waitFor(() => expect(server.commands).toEqual([["grade-panels", { batchId: "b", grades: [{ unitId: "u5", grade: "stash" }] }]]));
  await user.click(screen.getByRole("button", { name: "Put the photo away" }));
  expect(await screen.findByLabelText("Choose a photo or scan")).toBeTruthy();
});

test("a scanner that is off, a colourway without a picture: each is said, and nothing is guessed", async () => {
  showScreen(<FinishView />, { outlook: season([need], [batch([unit(3), unit(4), unit(5)], [])]) });
  const user = userEvent.setup();
  await user.click(screen.getByText("Which panel is off: one photo of the batch"));
  await user.upload(await screen.findByLabelText("Choose a photo or scan"), png);
  expect((await screen.findByRole("alert")).textContent).toMatch(/given no picture of .*, blue, allowed a picture of each colourway, added in Designs/);
  globalThis.fetch = () => Promise.reject(new Error("away"));
  await user.click(screen.getByRole("button", { name: "Scanner (simulated)" }));
  await waitFor(() => expect(screen.getByRole("alert").textContent).toContain("given no answer, allowed a scanner that is on"));
});
