import type { AllotQuestion, HouseholdRead, LetterRead, StoreRead } from "@yule/contract";
import { allotJobOf, allotOutOf } from "@yule/contract";
import { allot, frank, highsSolver, type FrankingJob, type HighsModule } from "@yule/core";
import { heldTo, type Outlook } from "@yule/derive";
import { batch, design, houseTo, letterTo, line, need, paper, season, unit } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { createRequire } from "node:module";
import { PretendServer, press, showScreen, write } from "../../plan/testing.tsx";

/** The types of the test runner do not know it yet. */
const fake = import.meta.jest as unknown as { unstable_mockModule: (path: string, make: () => object) => void };
const engine = (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)().then(highsSolver);
const given = (question: AllotQuestion) => {
  const job = allotJobOf(question);
  return allotOutOf(job, allot(job));
};
/** The solver's worker, here on this thread. */
const api = {
  allot: (question: AllotQuestion) => Promise.resolve(given(question)),
  allotHeld: (question: AllotQuestion, letterId: string) => Promise.resolve(question.designs.map(({ id }) => ({ lineId: id, answer: given(heldTo(question, letterId, id)) }))),
  frank: async (job: FrankingJob) => frank(job, await engine, () => 2),
};
fake.unstable_mockModule("../../workers/solver.ts", () => ({ solver: () => api, asideSolver: () => api }));
const { default: DispatchView } = await import("./DispatchView.tsx");

const FINISHED = { rescues: [], rescued: [], making: [], boxes: [{ id: "box", name: "Tin 1", place: "", version: 1 }], left: [], matters: [], fates: [] };
let server: PretendServer;
beforeEach(() => {
  localStorage.clear();
});
afterEach(cleanup);
const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;

const household = (id: string, more: Partial<HouseholdRead> = {}): HouseholdRead => houseTo(id, { country: season([]).shop.country, needIds: ["n"], ...more });
const letter = (id: string, more: Partial<LetterRead> = {}): LetterRead => letterTo(id, { lineId: "l", ...more });
const stamp: StoreRead = { ...paper, id: "stamp", kind: "postage stamp", name: "Stamps", width: null, height: null, onHand: 2, valueMinor: 50 };

/** A list of three cards, all made, to three households. */
function listOf(letters: readonly LetterRead[], households: readonly HouseholdRead[], more: Partial<Outlook["dispatch"]> = {}, stores: readonly StoreRead[] = []): Outlook {
  const made = { ...need, kind: "mailing list" as const, title: "Yule list", due: "2031-11-20", lines: [{ ...line("l", "blue", 3, 3), boxId: "box" }] };
  const outlook = season([made], [batch([1, 2, 3].map((number) => unit(number, "good")))]);
  return { ...outlook, stores: [...outlook.stores, ...stores], dispatch: { ...outlook.dispatch, households, letters, ...more } };
}
function open(outlook: Outlook, path = "/dispatch", households: readonly HouseholdRead[] = []): void {
  server = new PretendServer({
    designs: { designs: outlook.designs, series: [], sentiments: [] },
    finish: FINISHED,
    dispatch: outlook.dispatch,
    households: { households, after: null },
  });
  showScreen(<DispatchView />, { outlook, at: path });
}

describe("what must leave", () => {
  test("paid without stamps the letters go as they are and nothing is taken from the shelf; one laid on the scale goes by what it weighs", async () => {
    open(
      listOf(
        [letter("a"), letter("b")],
        ["a", "b"].map((id) => household(id)),
        {},
        [{ ...stamp, onHand: 1 }],
      ),
    );
    await waitFor(() => expect(verdict()).toMatch(/stamps for 2 letters are missing, €2\.00\.$/));
    const user = userEvent.setup();
    await user.click(screen.getByRole("checkbox", { name: "Paid without stamps: with prepaid labels, or at the counter" }));
    await waitFor(() => expect(verdict()).toMatch(/cost €2\.00, paid without stamps: nothing is taken from the shelf\.$/));
    await press("All 2 are posted");
    await waitFor(() => expect(server.commands[0]?.[1]).toMatchObject({ letters: [{ stamps: [] }, { stamps: [] }] }));
    server.reads.letter = { grams: 21, step: 1, by: "Kitchen scale", simulated: true };
    await press("Weigh one of Paper boat in its envelope");
    expect(await screen.findByText("Kitchen scale: 21 g, so at most 21.5 g. Its postage goes by that.")).toBeTruthy();
    expect(server.commands.at(-1)).toEqual(["weigh-letter", { id: "boat", version: 1, grams: 21.5 }]);
    server.reads.letter = { grams: 0, step: 1, by: "Kitchen scale", simulated: true };
    await press("Weigh one of Paper boat in its envelope");
    expect(await screen.findByText(/nothing lies on it\. Lay one on in its envelope, and weigh again\./)).toBeTruthy();
  });

  test("letters lie in a pile with their stamps; one is left here, the others are posted with what is stuck on them", async () => {
    open(
      listOf(
        [letter("a"), letter("b"), letter("c")],
        ["a", "b", "c"].map((id) => household(id)),
        {},
        [{ ...stamp, onHand: 6 }],
      ),
    );
    const pile = await screen.findByRole("group", { name: "The pile for today" });
    await waitFor(() => expect(verdict()).toMatch(/^3 letters can leave; none must before .*All together they cost €3\.00, and the stamps are there\.$/));
    expect(within(pile).getAllByText("0.50")).toHaveLength(6);
    expect(within(pile).getAllByText("Tin 1")).toHaveLength(3);
    const user = userEvent.setup();
    await user.click(within(pile).getByRole("button", { name: "Letter to House b, Paper boat, blue" }));
    await user.click(screen.getByRole("button", { name: "These 2 are posted" }));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.commands[0]).toEqual([
      "post-letters",
      expect.objectContaining({
        on: "2031-11-08",
        letters: ["a", "c"].map((id) => ({ id: `letter-${id}`, service: "Letter", stamps: [{ storeId: "stamp", quantity: 2 }] })),
      }),
    ]);
  });

  test("stamps that are missing are drawn as a gap and said with what they come to", async () => {
    open(
      listOf(
        [letter("a"), letter("b")],
        ["a", "b"].map((id) => household(id)),
        {},
        [stamp],
      ),
    );
    await waitFor(() => expect(verdict()).toMatch(/stamps for 1 letter are missing, €1\.00\.$/));
    expect(screen.getByText("1.00")).toBeTruthy();
  });

  test("what is on its way is told to have arrived, come back or been lost; a refusal of the post stays readable", async () => {
    open(
      listOf(
        [letter("a", { postedOn: "2031-11-05", service: "Letter" }), letter("b")],
        ["a", "b"].map((id) => household(id)),
      ),
    );
    await userEvent.setup().click(await screen.findByText("1 letter on their way"));
    const row = await screen.findByRole("row", { name: /House a/ });
    await userEvent.setup().click(within(row).getByRole("button", { name: "Came back" }));
    await waitFor(() => expect(server.commands).toEqual([["tell-letters", { letterIds: ["letter-a"], what: "came back", on: "2031-11-08" }]]));
    server.refuses = () => ({
      detail: "This cannot be done as asked.",
      errors: [{ code: "not-finished", path: ["letters"], given: "1 letters", allowed: "as many as cards are made, 0" }],
    });
    await press("It is posted");
    expect((await screen.findByRole("alert")).textContent).toContain("as many as cards are made");
  });
});

describe("who gets which", () => {
  const moth = { ...design, id: "moth", name: "Lamp moth", colourways: [{ id: "dusk", name: "dusk", paints: [], pictureId: null }] };
  function twoDesigns(had: Outlook["dispatch"]["had"], moths = 1): Outlook {
    const boats = { ...need, kind: "mailing list" as const, title: "Yule list", lines: [line("l", "blue", 3)] };
    const other = { ...need, id: "n2", kind: "mailing list" as const, title: "Moths", designId: "moth", lines: [line("m", "dusk", moths)] };
    const outlook = season([boats, other], [], { designs: [design, moth] });
    const undertakings = [{ id: "u", kind: "mailing list" as const, title: "Yule list", needIds: ["n", "n2"] }];
    const letters = ["a", "b", "c"].map((id) => letter(id, { lineId: null }));
    return { ...outlook, dispatch: { ...outlook.dispatch, letters, undertakings, had, households: [household("a", { likes: ["moth"] }), household("b"), household("c")] } };
  }

  test("who had a design gets the other, and it is kept by one press", async () => {
    open(twoDesigns([{ householdId: "c", designId: design.id, on: "2030-12-16" }]), "/dispatch?ask=which");
    await waitFor(() => expect(verdict()).toMatch(/^Give them so: all 3 of Yule list get a card that they have not had\. 0 of 1 likes are met\.\s*$/));
    await press("Give the cards so");
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.commands[0]).toEqual(["allot-cards", { cards: ["l", "l", "m"].map((lineId, index) => ({ letterId: `letter-${["a", "b", "c"][index] ?? ""}`, lineId })) }]);
  });

  test("a repeat that cannot be helped is named with its year, what to paint is offered, and another choice says what it costs", async () => {
    const had = ["b", "c"].map((householdId) => ({ householdId, designId: design.id, on: "2029-12-16" }));
    open(twoDesigns(had), "/dispatch?ask=which");
    await waitFor(() => expect(verdict()).toContain("1 household gets a design again"));
    await waitFor(() => expect(verdict()).toContain("Paint 1 more of Lamp moth, dusk, and nobody is left out or gets one again."));
    expect(screen.getByText(/^They had it in 2029, and no other is left for them\./)).toBeTruthy();
    const choice = screen.getByRole("combobox", { name: "Card for House a" });
    choice.focus();
    await waitFor(() => expect(within(choice).getByRole("option", { name: "Lamp moth, dusk: 1 more again" })).toBeTruthy());
    await press("Want 1 more");
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.commands[0]).toEqual(["change-need", { id: "n2", version: 1, lines: [{ id: "m", colourwayId: "dusk", quantity: 2 }] }]);
  });

  test("without anybody to send to it says what it will decide", async () => {
    open(season([]), "/dispatch?ask=which");
    await screen.findByText("No card waits for a household.");
    expect(screen.getByText(/nobody gets a design a second time/)).toBeTruthy();
  });
});

describe("papers and labels", () => {
  const toSelf = (address: string): Outlook => {
    const outlook = listOf([letter("a"), letter("b"), letter("c")], [household("a"), household("b"), household("c", { country: "NZ" })]);
    const { carrier } = outlook.dispatch;
    const table = carrier.table.flatMap((each) => [each, { ...each, zone: "overseas" as const }]);
    return { ...outlook, shop: { ...outlook.shop, address }, dispatch: { ...outlook.dispatch, carrier: { ...carrier, table } } };
  };
  afterEach(() => delete (globalThis as { BarcodeDetector?: unknown }).BarcodeDetector);

  test("the shop's own address is told where it is wanted, and only then return labels can be printed; customs notes where a letter leaves the country", async () => {
    open(toSelf(""));
    await waitFor(() => expect(screen.getByRole("button", { name: "Print customs notes" })).toBeTruthy());
    expect(screen.queryByRole("button", { name: "Print return labels" })).toBeNull();
    await press("Tell your own address");
    await write("Your own address, from the street to the town", "4 Ropewalk, Saltcote");
    await press("Keep your address");
    await waitFor(() => expect(server.commands.at(-1)).toEqual(["set-shop", { address: "4 Ropewalk, Saltcote" }]));
    cleanup();
    open(toSelf("4 Ropewalk, Saltcote"));
    await waitFor(() => expect(screen.getByRole("button", { name: "Print return labels" })).toBeTruthy());
  });

  test("a letter is posted by the code on its label; a label of another letter, and none at all, are each said", async () => {
    let codes: string[] = [];
    Object.assign(globalThis, {
      BarcodeDetector: class {
        detect = () => Promise.resolve(codes.map((rawValue) => ({ rawValue })));
      },
      createImageBitmap: () => Promise.resolve({}),
    });
    const outlook = toSelf("");
    open(outlook);
    const user = userEvent.setup({ delay: null });
    const scan = async (...read: string[]): Promise<void> => {
      codes = read;
      await user.upload(await screen.findByLabelText("Post by scanning a label"), new File(["x"], "label.png", { type: "image/png" }));
    };
    await scan();
    expect(await screen.findByText(/^No label is seen in the picture/)).toBeTruthy();
    await scan("letter:another");
    expect(await screen.findByText("The letter of this label does not lie ready here.")).toBeTruthy();
    const [first] = outlook.dispatch.letters;
    await scan(`letter:${first?.id ?? ""}`);
    await waitFor(() => expect(server.commands.at(-1)).toEqual(["post-letters", expect.objectContaining({ letters: [expect.objectContaining({ id: first?.id })] })]));
  });
});

describe("writing", () => {
  test("the evening's list goes box by box, says what a card must not say, and ticks what is written", async () => {
    const houses = [household("a", { name: "Nell Oxenby", language: "de" }), household("b", { name: "Aske", state: "bereaved", stateOn: season([]).today }), household("c")];
    open(listOf([letter("a"), letter("b"), letter("c", { written: true })], houses), "/dispatch?ask=write");
    await waitFor(() => expect(verdict()).toMatch(/^2 cards are to be written and addressed, from one box/));
    const tin = within(screen.getByRole("region", { name: "Tin 1" }));
    expect(tin.getByText(/Nell Oxenby/).parentElement?.textContent).toMatch(/Paper boat, blue: in German$/);
    expect(tin.getByText(/^Aske$/).parentElement?.textContent).toMatch(/no feast named, they lost somebody$/);
    await userEvent.setup().click(tin.getByRole("checkbox", { name: /Nell Oxenby/ }));
    await press("1 card written");
    await waitFor(() => expect(server.commands.at(-1)).toEqual(["tell-written", { letterIds: [expect.any(String)], written: true }]));
  });
});

describe("households", () => {
  test("a household is added with what it likes; a country that is none is refused at its field, and nothing is sent", async () => {
    open(season([]), "/dispatch?ask=households");
    await screen.findByText("No household is in the books yet.");
    await press("Add a household");
    await write("Name", "Orla Quill");
    await write("Street and number", "3 Gull Steps");
    await write("Town", "Saltcote");
    await write("Country, two letters", "QQ");
    await write("Likes to see, apart by commas", "Boats, blue");
    await press("Add this household");
    expect(await screen.findByText(/^QQ does not fit\. Give an ISO 3166 code/)).toBeTruthy();
    expect(server.sent).toHaveLength(0);
    await write("Country, two letters", "ie");
    await press("Add this household");
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.commands[0]).toEqual([
      "add-household",
      expect.objectContaining({
        name: "Orla Quill",
        country: "IE",
        parts: { street: "3 Gull Steps", town: "Saltcote", code: "", district: "", region: "" },
        likes: ["boats", "blue"],
        without: [],
        neutral: false,
        language: "en",
      }),
    ]);
  });

  test("a list is looked at before it is taken: who looks like somebody in the books is left out until that is ticked", async () => {
    const outlook = season([]);
    open({ ...outlook, shop: { ...outlook.shop, country: "IE" } }, "/dispatch?ask=households", [household("a", { name: "Orla Quill", address: "3 Gull Steps, Saltcote" })]);
    await screen.findByText("No household is in the books yet.");
    await press("In and out by file");
    const rows = await screen.findByRole("textbox", { name: "Rows of the list" });
    const user = userEvent.setup({ delay: null });
    await user.click(rows);
    await user.paste("name,address,country\nOrla Quil,3 Gull Steps,\nPiet Saltby,9 Mill Race,IE");
    expect(await screen.findByText(/row 2, country: given nothing, allowed a country's name/)).toBeTruthy();
    await user.click(screen.getByRole("checkbox", { name: /^Who has no country is in/ }));
    expect(await screen.findByText(/Looks like Orla Quill, 3 Gull Steps, Saltcote/)).toBeTruthy();
    await press("Take 1 household");
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.commands[0]).toEqual(["add-households", { households: [expect.objectContaining({ name: "Piet Saltby", country: "IE" })] }]);
  });
});
