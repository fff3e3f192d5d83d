import type { FinishRead } from "@yule/contract";
import { batch, design, need, season, unit } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen, write } from "../../plan/testing.tsx";
import type { InspectedPhoto } from "../../workers/picture.worker.ts";

const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };
/** What the photo shows, as the worker would say it. */
let shown: InspectedPhoto;
/** What it shows once she has drawn where the panels lie, and what she drew. */
let whole: Partial<InspectedPhoto> = {};
let drawn: unknown = null;
fake.unstable_mockModule("../../workers/pictureSolver.ts", () => ({
  pictureSolver: () => ({
    inspect: (_file: Blob, _count: number, _masters: unknown, block: unknown) => {
      drawn = block;
      return Promise.resolve(block ? { ...shown, ...whole } : shown);
    },
    look: () => Promise.resolve({ preview: { width: 800, height: 300 }, width: 800, height: 300, corners: square(0), found: true, seeThrough: false }),
  }),
}));
// The browser of the tests cannot read a file's bytes.
fake.unstable_mockModule("../../features/picture/header.ts", () => ({ wrongWith: () => Promise.resolve(null) }));
// The browser of the tests says nothing of pointers, which all others have.
Object.assign(window, { onpointerdown: null });
const { default: FinishView } = await import("./FinishView.tsx");

let server: PretendServer;
const nothing: FinishRead = { rescues: [], rescued: [], making: [], boxes: [], left: [], matters: [], fates: [] };
const serve = (finish: Partial<FinishRead> = {}): void => {
  server = new PretendServer({ designs: { series: [], designs: [], sentiments: [] }, finish: { ...nothing, ...finish } });
};
beforeEach(() => serve());
afterEach(cleanup);

const beside = async (panel: number) => within(await screen.findByRole("region", { name: `Panel ${String(panel)}` }));

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
/** How well it can be seen, and how alike the panels are to the master. */
let quality: InspectedPhoto["quality"];
let alike: number;
beforeEach(() => {
  [shareOf, isOff, quality, alike] = [[], true, { brightest: 0.9, blur: 0.004 }, 0.9];
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
  shown = { width: 800, height: 300, onBoard, quality, colourways: [{ panels, common: shareOf, touching: 0, alike }] };
  const pictured = { ...design, colourways: design.colourways.map((way) => ({ ...way, pictureId: "picture" })) };
  showScreen(<FinishView />, { outlook: season([need], [batch([unit(3), unit(4), unit(5)], [])], { designs: [pictured] }) });
  const user = userEvent.setup();
  await user.click(await screen.findByText("Which panel is off: one photo of the batch"));
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
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([["grade-panels", { batchId: "b", grades: [{ unitId: "u4", grade: "scrap", causes: ["missing"], doubt: 0.8, seen: ["missing"] }] }]]);
});

test("a photo that shows fewer panels than wait is not guessed at: it says what it sees and what is wanted", async () => {
  await photographed(2);
  expect((await screen.findByRole("alert")).textContent).toContain("This is a photo of 2 panels. Take one of the 3 panels that wait, in the order of their numbers");
  expect(screen.queryByRole("group", { name: "The photo of the batch" })).toBeNull();
});

test("where panels touch she pulls the corners of the block and says how many lie in it; a wrong number is met with one message", async () => {
  const user = await photographed(1);
  const block = within(await screen.findByRole("region", { name: "Where the panels lie" }));
  await write("Down", "2");
  await user.click(block.getByRole("button", { name: "Look again" }));
  expect((await screen.findByRole("alert")).textContent).toContain("3 across and 2 down are not 3 panels, which is how many wait.");
  const panels = [0, 1, 2].map((index) => ({ corners: square(20 + index * 120), score: 0.1, faults: [] }));
  whole = { onBoard: 3, colourways: [{ panels, common: [], touching: 0, alike: 0.9 }] };
  await write("Down", "1");
  await user.click(block.getByRole("button", { name: "Look again" }));
  expect(await screen.findByRole("group", { name: "The photo of the batch" })).toBeTruthy();
  expect(drawn).toMatchObject({ across: 3, down: 1, corners: square(0) });
});

test.each([
  ["in the dark", { brightest: 0.2, blur: 0 }, 0.9, "Even the paper is in the dark. Take it again with more light"],
  ["shaken", { brightest: 0.9, blur: 0.06 }, 0.9, "The photo is not sharp. Lean the camera on something"],
  ["of another design", { brightest: 0.9, blur: 0 }, 0.1, "These panels are unlike the picture of Paper boat, blue. Lay out the panels of this batch"],
] as const)("a photo that is %s is not judged by, and it says what would be better", async (_, seen, like, words) => {
  [quality, alike] = [seen, like];
  await photographed(3);
  expect((await screen.findByRole("alert")).textContent).toContain(words);
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
  await user.click((await beside(5)).getByRole("button", { name: "Keep for stash" }));
  await waitFor(() => expect(server.commands).toEqual([["grade-panels", { batchId: "b", grades: [{ unitId: "u5", grade: "stash", causes: [], doubt: 0.1, seen: [] }] }]]));
  await user.click(screen.getByRole("button", { name: "Put the photo away" }));
  expect(await screen.findByLabelText("Choose a photo or scan")).toBeTruthy();
});

test("a scanner that is off, a colourway without a picture: each is said, and nothing is guessed", async () => {
  showScreen(<FinishView />, { outlook: season([need], [batch([unit(3), unit(4), unit(5)], [])]) });
  const user = userEvent.setup();
  await user.click(await screen.findByText("Which panel is off: one photo of the batch"));
  await user.upload(await screen.findByLabelText("Choose a photo or scan"), png);
  expect((await screen.findByRole("alert")).textContent).toMatch(/There is no picture of .*, blue\. Add a picture of each colourway in Designs/);
  globalThis.fetch = () => Promise.reject(new Error("away"));
  await user.click(screen.getByRole("button", { name: "Scanner (simulated)" }));
  await waitFor(() => expect(screen.getByRole("alert").textContent).toContain("The scanner does not answer. Switch it on, and try again."));
});
