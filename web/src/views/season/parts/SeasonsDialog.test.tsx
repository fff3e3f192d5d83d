import type { SeasonNeedsRead, SeasonsRead } from "@yule/contract";
import { need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen } from "../../../plan/testing.tsx";
import { SeasonsDialog } from "./SeasonsDialog.tsx";

const past = { id: "01936b5c-7a00-7000-8000-0000000000b1", version: 2, name: "Season 2030", from: "2030-09-01", until: "2030-12-31", state: "closed" as const };
const came = { ...past, needs: 41, cards: 380, posted: 40, inTime: 38, sold: 90, given: 4, leftOver: 6 };
let server: PretendServer;
const show = (more: Partial<ReturnType<typeof season>> = {}, needs = [need]) => {
  const reads: SeasonsRead = { seasons: [came], before: null };
  server = new PretendServer({ seasons: reads });
  const outlook = season(needs);
  showScreen(<SeasonsDialog outlook={{ ...outlook, ...more }} onClose={() => undefined} />);
};
afterEach(cleanup);
const spring = { id: "01936b5c-7a00-7000-8000-0000000000b2", version: 1, name: "Spring 2032", from: "2032-02-01", until: "2032-05-31", state: "prepared" as const, needs: 3 };

test("a season with open needs says which go on where before it is closed, and asks once more", async () => {
  show({ prepared: [spring] });
  const open = within(screen.getByRole("region", { name: "The open season" }));
  expect(open.getByText(/0 of 1 needs are done/)).toBeTruthy();
  expect(open.getByText("Not done: Office. Closed now, it goes on in Spring 2032 with all that was painted for it.")).toBeTruthy();
  await press("Close the season");
  expect(server.sent).toEqual([]);
  await press("Close it and hand 1 on");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([["close-season", { id: "season", version: 1, next: spring.id, handOn: true }]]);
});

test("where all is done it is closed in two taps; without a prepared season the next year's is made", async () => {
  show({}, [{ ...need, postedOn: "2031-11-06" }]);
  expect(screen.getByText(/Its one need is done: it can be closed/)).toBeTruthy();
  await press("Close the season");
  await press("Close Season 2031");
  await waitFor(() => expect(server.sent).toHaveLength(2));
  const [[prepared, made], [closed, how]] = server.commands as [[string, { id: string; name: string; from: string }], [string, { next: string; handOn: boolean }]];
  expect([prepared, made.name, made.from, closed, how.handOn]).toEqual(["prepare-season", "Season 2032", "2032-01-01", "close-season", false]);
  expect(how.next).toBe(made.id);
});

test("a season that would end before it begins is told at its field, and nothing is sent", async () => {
  show();
  const prepared = within(screen.getByRole("region", { name: "Prepared beside it" }));
  expect(prepared.getByText(/No season is prepared/)).toBeTruthy();
  const [until] = prepared.getAllByLabelText<HTMLInputElement>("Until");
  const [from] = prepared.getAllByLabelText<HTMLInputElement>("From");
  const user = userEvent.setup({ delay: null });
  if (from) await user.clear(from).then(() => user.type(from, "2032-03-01"));
  if (until) await user.clear(until).then(() => user.type(until, "2032-02-01"));
  await press("Prepare it");
  await waitFor(() => expect(prepared.getByText(/Choose a day not before Mon 1 Mar.*, when it begins/)).toBeTruthy());
  expect(server.sent).toEqual([]);
});

test("a past season says what it came to, is looked up, and is opened again in the place of the open one", async () => {
  show();
  await waitFor(() => expect(screen.getByText(/41 needs, 380 cards; 38 of 40 went out by their day; 90 cards sold, 6 left over/)).toBeTruthy());
  const told: SeasonNeedsRead = {
    season: came,
    after: null,
    lessons: [{ id: "l", text: "Cut the mats first", notedOn: "2030-11-01" }],
    needs: [{ ...need, title: "Kiln Lane", due: "2030-11-20", postedOn: "2030-11-22", design: "Paper boat" }],
  };
  // The list is read again when the season is opened: it answers under the same name.
  server = new PretendServer({ seasons: { ...told, seasons: [came], before: null } });
  await press("Look it up");
  await waitFor(() => expect(screen.getByText(/it went out late, on Fri 22 Nov/)).toBeTruthy());
  expect(screen.getByText("Cut the mats first")).toBeTruthy();
  await press("Open it again, set Season 2031 aside");
  await waitFor(() => expect(server.commands).toEqual([["open-season", { id: past.id, version: 2, instead: "season" }]]));
});
