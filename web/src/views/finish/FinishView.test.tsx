import type { BatchRead, FinishRead, NeedRead } from "@yule/contract";
import { batch, line, need, season, unit } from "@yule/derive/examples";
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../plan/testing.tsx";

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

const verdict = async (): Promise<string> => (await screen.findByRole("heading", { level: 1 })).textContent;
const done = (id: string, stage: string, at = "2031-11-07T11:00:00Z"): BatchRead["facts"][number] => ({ id: `${id} ${stage}`, unitId: id, stageId: stage, what: "done", at });
const painted = (...ids: string[]) => ids.flatMap((id) => [done(id, "wash"), done(id, "dots")]);
/** Six panels of six cards: two judged good, one lost at the table, three to be judged. */
const inspected = batch(
  [unit(1, "good"), unit(2, "good"), unit(3), unit(4), unit(5), unit(6)],
  [...painted("u3", "u4", "u5"), { id: "lost", unitId: "u6", stageId: "wash", what: "spoilt", at: "2031-11-07T11:00:00Z" }],
);
const show = (batches: readonly BatchRead[], at = "/finish") => showScreen(<FinishView />, { outlook: season([need], batches), at });
const beside = async (panel: number) => within(await screen.findByRole("region", { name: `Panel ${String(panel)}` }));

describe("judging", () => {
  test("it says what to do now: how many to judge, and how many more to paint for those that were lost", async () => {
    show([inspected]);
    expect(await verdict()).toMatch(/^Office: judge 3, paint \d more, make 2 cards by .*\. The 3 panels on their way cannot be enough\.$/);
    expect(screen.getByRole("button", { name: "Panel 6, blue, spoilt" })).toHaveProperty("disabled", true);
    await userEvent.setup().click(screen.getByRole("button", { name: /^Split for \d more$/ }));
    expect(screen.getByLabelText("where").textContent).toBe("/sheets?need=n");
  });

  test("a panel is judged by one press and the next comes up; those that are left by one more; what was lost by neither", async () => {
    show([inspected]);
    const user = userEvent.setup();
    await user.click((await beside(3)).getByRole("button", { name: "Keep for stash" }));
    await user.click(screen.getByRole("button", { name: "The 3 that are left are good" }));
    await waitFor(() => expect(server.sent).toHaveLength(2));
    expect(server.commands).toEqual([
      ["grade-panels", { batchId: "b", grades: [{ unitId: "u3", grade: "stash", causes: [] }] }],
      ["grade-panels", { batchId: "b", grades: ["u3", "u4", "u5"].map((unitId) => ({ unitId, grade: "good" })) }],
    ]);
    await user.click(screen.getByRole("button", { name: "Panel 1, blue, good" }));
    expect((await beside(1)).getByRole("button", { name: "It is good" }).getAttribute("aria-pressed")).toBe("true");
  });

  test("what is wrong is told by one tap each, and a key says what becomes of it", async () => {
    show([inspected]);
    const user = userEvent.setup();
    const panel = await beside(3);
    for (const cause of ["bloom or run-back", "buckled", "mud"]) await user.click(panel.getByRole("button", { name: cause }));
    await user.click(panel.getByRole("button", { name: "mud" }));
    await user.keyboard("x");
    await waitFor(() => expect(server.commands).toEqual([["grade-panels", { batchId: "b", grades: [{ unitId: "u3", grade: "scrap", causes: ["bloom", "buckled"] }] }]]));
  });

  test("a swipe over the panel says what becomes of it, and a small slip of the finger nothing", async () => {
    show([inspected]);
    const picture = (await beside(3)).getByRole("group", { name: "The panel and its master" });
    // jsdom knows no pointers: a mouse event of their name is one for React.
    HTMLElement.prototype.setPointerCapture = () => undefined;
    const pointer = (kind: string, x: number, y: number, buttons: number): boolean =>
      fireEvent(picture, Object.assign(new MouseEvent(kind, { bubbles: true, buttons, clientX: 200 + x, clientY: 200 + y }), { pointerId: 1, pointerType: "touch" }));
    const swipe = (dx: number, dy: number): void => {
      pointer("pointerdown", 0, 0, 1);
      for (const share of [0.3, 0.7, 1]) pointer("pointermove", dx * share, dy * share, 1);
      pointer("pointerup", dx, dy, 0);
    };
    swipe(20, 5);
    swipe(-120, 10);
    await waitFor(() => expect(server.commands).toEqual([["grade-panels", { batchId: "b", grades: [{ unitId: "u3", grade: "scrap", causes: [] }] }]]));
  });

  test("while the mix is wet it says whether the panels on their way are enough, and how many more would make it so", async () => {
    show([
      batch(
        [1, 2, 3, 4, 5, 6].map((number) => unit(number)),
        [1, 2, 3, 4, 5, 6].map((number) => done(`u${String(number)}`, "wash", "2031-11-08T07:50:00Z")),
      ),
    ]);
    expect(await verdict()).toMatch(/^Office: paint \d more before the puddle dries\. Enough of the 6 on their way will be good \d\d in 100 times\.$/);
    await userEvent.setup().click(screen.getByRole("button", { name: /^Split for \d more$/ }));
    expect(screen.getByLabelText("where").textContent).toMatch(/^\/sheets\?need=n&more=\d$/);
  });

  test("with nothing begun it says what the page will do", async () => {
    show([]);
    expect(await verdict()).toBe("No panels wait to be inspected.");
  });
});

describe("rescue", () => {
  test("for a fault it says what could save the panel, what that costs beside a new one, and plans it by one press", async () => {
    serve({ rescued: [{ cause: "pale", way: "glaze", worked: 6, failed: 0 }] });
    show([inspected]);
    const user = userEvent.setup();
    const panel = await beside(3);
    await user.click(panel.getByRole("button", { name: "too pale" }));
    const offers = within(panel.getByRole("region", { name: "What could save it" }));
    expect(offers.getByText(/^To glaze it over comes to \d+ min in the mean, a new panel to \d+ min: save it\.$/)).toBeTruthy();
    expect(offers.getByText(/^4 min, 30 min to dry; works 94 in 100 times, from 6 of yours$/)).toBeTruthy();
    await user.click(panel.getByRole("button", { name: "Rescue it" }));
    await user.click((await beside(3)).getByRole("button", { name: "draw an outline" }));
    await waitFor(() => expect(server.sent).toHaveLength(2));
    expect(server.commands.map(([kind, payload]) => [kind, (payload as { way: string }).way])).toEqual([
      ["plan-rescue", "glaze"],
      ["plan-rescue", "outline"],
    ]);
  });

  test("a rescue that is done comes up to be judged again; one that waits says how, and where its good part is cut out", async () => {
    serve({
      rescues: [
        { id: "r1", unitId: "u1", batchId: "b", cause: "torn", way: "cut down", doneAt: null },
        { id: "r2", unitId: "u2", batchId: "b", cause: "pale", way: "glaze", doneAt: "2031-11-08T07:00:00Z" },
      ],
    });
    show([batch([unit(1, "rescue"), unit(2, "rescue")])]);
    expect(await verdict()).toMatch(/^Office: rescue 1, /);
    expect((await beside(2)).getByText("Its rescue is done: glaze it over. Is it good now?")).toBeTruthy();
    const user = userEvent.setup();
    await user.click(screen.getByRole("button", { name: "Panel 1, blue, rescue" }));
    await user.click((await beside(1)).getByRole("button", { name: "The rescue is done" }));
    await waitFor(() => expect(server.commands.map(([kind, payload]) => [kind, (payload as { id: string }).id])).toEqual([["tell-rescue", "r1"]]));
    await user.click((await beside(1)).getByRole("link", { name: "Find its good part in Sheets" }));
    expect(screen.getByLabelText("where").textContent).toBe("/sheets?ask=painted&panel=boat");
  });
});

describe("making cards", () => {
  const good = batch([1, 2, 3, 4, 5, 6].map((number) => unit(number, "good")));

  test("good panels become cards, and what is refused is said where it was asked for", async () => {
    show([good], "/finish?ask=make");
    expect(await verdict()).toMatch(/^Office: 6 cards take .* of hands, and the last is dry .* after you begin\./);
    expect(screen.getByText(/Takes nothing from the stores/)).toBeTruthy();
    const user = userEvent.setup();
    server.refuses = () => ({ errors: [{ code: "not-enough", path: ["uses", 0], given: "6 of Kraft", allowed: "at most 4, what is on the shelf" }] });
    await user.click(screen.getByRole("button", { name: "Assemble 6 cards" }));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.commands).toEqual([["assemble-cards", { needId: "n", lines: [{ lineId: "l", quantity: 6 }], uses: [] }]]);
    expect((await screen.findByRole("alert")).textContent).toContain("given 6 of Kraft, allowed at most 4, what is on the shelf");
  });

  test("all cards go through one step before the next; a step that some are through asks for the others", async () => {
    serve({ making: [{ needId: "n", step: "score", cards: 4, last: "2031-11-08T07:00:00Z" }] });
    show([good], "/finish?ask=make");
    const steps = within(await screen.findByRole("region", { name: "Step after step" }));
    expect(steps.getAllByRole("listitem").map((item) => /^[^:]*: \d+ cards?(?:, \d of \d done)?/.exec(item.textContent)?.[0])).toEqual([
      "Score, fold and burnish: 2 cards, 4 of 6 done",
      "mount: 6 cards",
    ]);
    await userEvent.setup().click(steps.getByRole("button", { name: "These 2 are done" }));
    await waitFor(() => expect(server.commands[0]?.[0]).toBe("tell-making"));
    expect(server.commands[0]?.[1]).toMatchObject({ needId: "n", step: "score", cards: 2 });
  });

  test("a stash is kept as panels, and without good panels it leads to where they are judged", async () => {
    showScreen(<FinishView />, { outlook: season([{ ...need, kind: "stash", zone: null }], [batch([unit(1)])]), at: "/finish?ask=make" });
    expect(await verdict()).toBe("Office is kept as panels: no card is made of it.");
    cleanup();
    show([batch([unit(1)])], "/finish?ask=make");
    expect((await screen.findByRole("link", { name: "Judge the panels" })).getAttribute("href")).toBe("/finish?ask=judge&need=n");
  });
});

describe("who gets which", () => {
  test("what has too many gives to what lacks them, said with its reason and moved by one press; another choice says what it costs", async () => {
    const other: NeedRead = { ...need, id: "m", title: "Aunt", lines: [line("k", "blue", 1)], due: "2031-12-01" };
    const own = { ...need, lines: [line("l", "blue", 1)] };
    showScreen(<FinishView />, { outlook: season([own, other], [batch([unit(1, "good"), unit(2, "good")])]), at: "/finish?ask=give" });
    expect(await verdict()).toBe("Give 1 of 2 free panels another place: 1 to Aunt.");
    const user = userEvent.setup();
    await user.click(screen.getByRole("button", { name: "Move it" }));
    await waitFor(() => expect(server.commands[0]?.[0]).toBe("give-panels"));
    expect((server.commands[0]?.[1] as { moves: { needId: string }[] }).moves.map(({ needId }) => needId)).toEqual(["m"]);
    const choice = screen.getByLabelText("Give panel 1, blue to");
    fireEvent.focus(choice);
    expect([...(choice as HTMLSelectElement).options].map((option) => option.textContent).at(-1)).toMatch(/^the stash, costs 0\.\d of a card$/);
    await user.selectOptions(choice, "");
    await waitFor(() => expect(server.commands[1]).toEqual(["give-panels", { moves: [{ unitId: "u1", needId: null }] }]));
  });

  test("without a free panel it says what the page decides", async () => {
    show([inspected.units.length > 0 ? batch([unit(1)]) : inspected], "/finish?ask=give");
    expect(await verdict()).toBe("No good panel is free, so there is nothing to give.");
  });
});

describe("finished cards", () => {
  const left = [{ colourwayId: "blue", design: "Paper boat", colourway: "blue", cards: 4, boxId: null }];
  const boxes = [{ id: "tin", name: "Tin 1", place: "by the door" }];

  test("what is set aside and what belongs to nobody is told, put in a box, counted, and given to who asks for it", async () => {
    serve({ left, boxes });
    const past: NeedRead = {
      ...need,
      id: "past",
      title: "Fair",
      kind: "fair",
      zone: null,
      postedOn: "2031-10-01",
      lines: [{ ...line("p", "blue", 4, 4), sold: 0, given: 0, leftOver: 4 }],
    };
    const made = { ...need, lines: [line("l", "blue", 6, 2)] };
    showScreen(<FinishView />, { outlook: season([made, past]), at: "/finish?ask=stock" });
    expect(await verdict()).toBe("2 cards are made and set aside. 4 belong to nobody: give them on before anything is painted.");
    const user = userEvent.setup();
    await user.click(screen.getByRole("button", { name: "Give 4 cards to Office" }));
    await user.selectOptions(screen.getByLabelText("Box of Paper boat, blue, left over"), "tin");
    await user.selectOptions(screen.getByLabelText("Box of Paper boat, blue, Office"), "tin");
    await user.type(screen.getByLabelText("Cards of Paper boat, blue that lie there"), "3");
    await user.click(screen.getByRole("button", { name: "Keep the count" }));
    await waitFor(() => expect(server.sent).toHaveLength(4));
    expect(server.commands).toEqual([
      ["serve-need", { needId: "n", unitIds: [], lines: [{ lineId: "l", quantity: 4 }] }],
      ["put-in-box", { boxId: "tin", lineIds: [], colourwayIds: ["blue"] }],
      ["put-in-box", { boxId: "tin", lineIds: ["l"], colourwayIds: [] }],
      ["count-cards", { colourwayId: "blue", cards: 3 }],
    ]);
  });

  test("a count that is none and a box without a name are each met with one message", async () => {
    serve({ left });
    show([], "/finish?ask=stock");
    const user = userEvent.setup();
    await user.type(await screen.findByLabelText("Cards of Paper boat, blue that lie there"), "-2");
    await user.click(screen.getByRole("button", { name: "Keep the count" }));
    expect(screen.getByText("-2 does not fit. Give a whole number of cards from 0 to 99999.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Add a box" }));
    expect(await screen.findByText(/^Give it a name\.|^This is empty\. Fill it in\.|^Give /)).toBeTruthy();
    expect(server.sent).toEqual([]);
    await user.type(screen.getByLabelText("What is written on it"), "Tin 9");
    await user.click(screen.getByRole("button", { name: "Add a box" }));
    await waitFor(() => expect(server.commands[0]?.[1]).toMatchObject({ name: "Tin 9", place: "" }));
  });
});

describe("why panels fail", () => {
  const fate = (panels: number, some: Partial<FinishRead["fates"][number]> = {}): FinishRead["fates"][number] => ({
    ...{ design: "boat", paper: "paper", air: null, hour: null, stage: null, cause: null, panels },
    ...some,
  });

  test("causes are ranked, and what would change most is said with how sure it is", async () => {
    serve({
      fates: [
        fate(60, { air: "dry air" }),
        fate(3, { air: "dry air", cause: "creep" }),
        fate(20, { air: "damp air" }),
        fate(12, { air: "damp air", cause: "bloom" }),
        fate(1, { cause: "it fell", stage: "wash" }),
      ],
    });
    show([], "/finish?ask=why");
    expect(await verdict()).toBe("16 of 96 did not come out good, most of them for bloom or run-back. In damp air 38 in 100 fail, elsewhere 5 in 100.");
    const rows = within(screen.getByRole("table", { name: "Why panels fail" })).getAllByRole("row");
    expect(rows.slice(1).map((row) => within(row).getAllByRole("cell")[0]?.textContent)).toEqual(["bloom or run-back", "paint under the tape", "it fell"]);
    expect(screen.getByText(/^In damp air 38 in 100 fail, elsewhere 5 in 100: as elsewhere, 10 panels more would have been good\. Sure 99 in 100 times\.$/)).toBeTruthy();
  });

  test("with nothing lost, and with nothing judged, it says so", async () => {
    serve({ fates: [fate(9)] });
    show([], "/finish?ask=why");
    expect(await verdict()).toBe("None of 9 panels was lost.");
    cleanup();
    serve();
    show([], "/finish?ask=why");
    expect(await verdict()).toBe("No panel was judged or lost yet.");
  });
});
