import { inches, lengthOfUnits, mm, stackGeometry, type Stack } from "@yule/core";
import { TEMPLATES } from "@yule/derive";
import { design, paper } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen, write } from "../../../plan/testing.tsx";
import { NewDesign } from "./NewDesign.tsx";

const TIDE = "01936b5c-0000-7000-8000-000000000021";
const COTTON = "01936b5c-0000-7000-8000-000000000022";
const series = [{ id: TIDE, version: 1, name: "Tide pools", palette: "mixed" }];

let server: PretendServer;
function begin(known: readonly unknown[] = series, stores: readonly unknown[] = [{ ...paper, id: COTTON }]) {
  server = new PretendServer({ designs: { series: known, designs: [design], sentiments: [] }, stores: { stores } });
  const made: string[] = [];
  let closed = 0;
  showScreen(<NewDesign onClose={() => (closed += 1)} onMade={(id) => made.push(id)} />);
  return { made, closed: () => closed };
}
afterEach(cleanup);
/** The form stands before the server has told which series there are. */
const choose = async (label: string, option: string | RegExp) => userEvent.setup().selectOptions(screen.getByLabelText(label), await screen.findByRole("option", { name: option }));
const sent = (index: number) => server.commands[index]?.[1] as { id: string; stack: Stack } & Record<string, unknown>;

test("a design begins as its template has it, on the paper that is in the stores", async () => {
  const { made, closed } = begin();
  await write("Name", "Kite over the quay");
  await choose("Series", "Tide pools");
  await write("Colourways, parted by commas", "blue, red , ,");
  await press("Make it");
  await waitFor(() => expect(closed()).toBe(1));
  expect(server.commands.map(([kind]) => kind)).toEqual(["add-design"]);
  expect(sent(0)).toMatchObject({ name: "Kite over the quay", seriesId: TIDE, paperId: COTTON, cardStockId: null, colourways: [{ name: "blue" }, { name: "red" }] });
  expect(made).toEqual([sent(0).id]);
  expect((sent(0).stages as { name: string }[]).map(({ name }) => name)).toEqual(TEMPLATES[0]?.make(() => "").stages.map(({ name }) => name));
});

test("a new series is made first, and asked for its name", async () => {
  const { closed } = begin([]);
  await write("Name", "Kite over the quay");
  await press("Make it");
  await waitFor(() => expect(screen.getAllByText("Give a name.")).toHaveLength(1));
  expect(server.sent).toEqual([]);
  await write("Name of the series", "Kites");
  await press("Make it");
  await waitFor(() => expect(closed()).toBe(1));
  expect(server.commands.map(([kind]) => kind)).toEqual(["add-series", "add-design"]);
  expect(sent(0)).toMatchObject({ name: "Kites" });
  expect(sent(1).seriesId).toBe(sent(0).id);
});

test("a series that was made stays, also where the design is refused, and is not made twice", async () => {
  const { closed, made } = begin([]);
  await write("Name", "Kite");
  await write("Name of the series", "Kites");
  server.refuses = ({ kind }) => (kind === "add-design" ? { errors: [{ code: "custom", path: ["name"], given: "Kite", allowed: "a name that no other design has" }] } : null);
  await press("Make it");
  expect(await screen.findByText("Kite does not fit. Give a name that no other design has.")).toBeTruthy();
  expect([closed(), made]).toEqual([0, []]);
  server.refuses = () => null;
  await write("Name", "Kite at sea");
  await press("Make it");
  await waitFor(() => expect(closed()).toBe(1));
  expect(server.commands.map(([kind]) => kind)).toEqual(["add-series", "add-design", "add-design"]);
  expect(sent(2).seriesId).toBe(sent(0).id);
});

test("cut to an envelope she has, the card follows inwards; built on a panel she painted, outwards", async () => {
  begin();
  const enveloped = TEMPLATES.find((each) => each.make(() => "").stack.envelope);
  if (!enveloped) throw new Error("no template has an envelope");
  await choose("Begins as", enveloped.name);
  const own = enveloped.make(() => "").stack;
  const base = (): string => screen.getByText(/^Cut the base/).textContent;
  const before = base();
  await choose("Which envelope lies on the shelf?", "another one: I give its size");
  // The largest that still slides into its own envelope.
  expect(base()).not.toBe(before);
  await write("envelope width", "7");
  await write("envelope height", "5 1/4");
  await userEvent.setup().tab();
  await waitFor(() => expect(base()).toContain("envelope 7 × 5 1/4 in"));
  await write("Name", "Night train");
  await choose("Series", "Tide pools");
  await press("Make it");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  const { stack } = sent(0);
  expect(stack.envelope).toMatchObject({ width: inches(7), height: inches(5.25) });
  expect(stack.width).toBeLessThan(inches(7));
  expect(stack.width).not.toBe(own.width);
  expect(stackGeometry(stack).base.width).toBeGreaterThan(0);
});

test("another template takes its own sizes again", async () => {
  begin();
  const [first, second] = TEMPLATES;
  if (!first || !second) throw new Error("there are two templates at the least");
  await choose("Which envelope lies on the shelf?", "none: I have a panel, and the card is built around it");
  await write("panel width", "3");
  await userEvent.setup().tab();
  expect(screen.getByLabelText<HTMLInputElement>("panel width").value).toBe("3");
  await choose("Begins as", second.name);
  const panel = second.make(() => "").stack.layers.findLast((each) => each.kind === "panel");
  if (!panel) throw new Error("the template has a panel");
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>("panel width").value).not.toBe("3"));
  expect(screen.getByText(second.says)).toBeTruthy();
  expect(panel.width).toBe(lengthOfUnits(panel.width));
});

test("what is no length is told at its side, and nothing is made", async () => {
  begin();
  await choose("Which envelope lies on the shelf?", "none: I have a panel, and the card is built around it");
  await write("panel height", "tall");
  await userEvent.setup().tab();
  expect(await screen.findByText(/^tall does not fit\. Give a length/)).toBeTruthy();
});

test("first it asks which envelope lies there: one of the shelf, or one that is usual in the country", async () => {
  const envelope = { ...paper, id: "01936b5c-0000-7000-8000-000000000023", kind: "envelope", name: "Envelopes, slate", width: inches(5.25), height: inches(7.25) };
  begin(series, [{ ...paper, id: COTTON }, envelope]);
  expect(screen.getAllByRole("combobox")[0]).toBe(screen.getByLabelText("Which envelope lies on the shelf?"));
  await choose("Which envelope lies on the shelf?", "on the shelf: Envelopes, slate");
  expect(screen.getByText(/^Cut the base/).textContent).toContain("envelope 5 1/4 × 7 1/4 in");
  await choose("Which envelope lies on the shelf?", /^A6, C6: card/);
  await write("Name", "Night train");
  await choose("Series", "Tide pools");
  await press("Make it");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(sent(0).stack.envelope).toEqual({ width: mm(114), height: mm(162) });
});

test("a template whose panel does not fit a size is not made, and it says what would do", async () => {
  begin();
  await choose("Begins as", "Round card that stands");
  await choose("Which envelope lies on the shelf?", "another one: I give its size");
  await write("envelope width", "1/2");
  await write("envelope height", "1/2");
  await userEvent.setup().tab();
  expect(await screen.findByText(/^This template does not fit that size\. Choose a larger envelope/)).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Make it" }).disabled).toBe(true);
  expect(server.sent).toEqual([]);
});
