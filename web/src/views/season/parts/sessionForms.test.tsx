import { day } from "@yule/core";
import { planSeason, shownPlan } from "@yule/derive";
import { need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen, write } from "../../../plan/testing.tsx";
import { Habits } from "./Habits.tsx";
import { NewSessionChange } from "./NewSessionChange.tsx";
import { OwnDay } from "./OwnDay.tsx";
import { SessionPlan } from "./SessionPlan.tsx";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
});
afterEach(cleanup);

test("an extra session has times and hands, days away have neither", async () => {
  showScreen(<NewSessionChange today={day("2031-11-08")} />);
  await press("Add");
  await userEvent.setup().selectOptions(screen.getByLabelText("What"), "away");
  expect(screen.queryByLabelText("Begins")).toBeNull();
  await write("Until", "2031-11-12");
  await press("Add");
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.commands.map(([, payload]) => payload)).toEqual([
    expect.objectContaining({ what: "extra", first: "2031-11-08", last: "2031-11-08", from: 1170, to: 1290, who: "maker" }),
    expect.objectContaining({ what: "away", first: "2031-11-08", last: "2031-11-12", from: null, to: null }),
  ]);
});

test("an end before its start is told at the end; what the server knows better is told as well", async () => {
  showScreen(<NewSessionChange today={day("2031-11-08")} />);
  await write("Ends", "18:00");
  await press("Add");
  expect(await screen.findByText("18:00 does not fit. Give a time after the start.")).toBeTruthy();
  await write("Ends", "20:00");
  server.refuses = () => ({ errors: [{ code: "past", path: ["to"], given: "20:00", allowed: "an end after 20:10, as it is now" }] });
  await press("Add");
  expect(await screen.findByText("20:00 does not fit. Give an end after 20:10, as it is now.")).toBeTruthy();
});

test("a birthday told with its year comes back every year and says since when; without a day it is not kept", async () => {
  showScreen(<OwnDay outlook={season([need])} />);
  await write("A day of your own", "Ida's birthday");
  await press("Keep it");
  expect(await screen.findByText("Give a day such as 2031-11-08.")).toBeTruthy();
  await write("Day", "2022-12-03");
  await write("List weeks ahead", "60");
  await press("Keep it");
  expect(await screen.findByText("60 is too much. Give at most 52.")).toBeTruthy();
  await write("List weeks ahead", "6");
  await press("Keep it");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands[0]?.[1]).toMatchObject({ title: "Ida's birthday", year: null, since: 2022, month: 12, date: 3, weeksAhead: 6, householdId: null });
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>("A day of your own").value).toBe(""));
});

test("a day that happens once keeps its year", async () => {
  showScreen(<OwnDay outlook={season([need])} />);
  await write("A day of your own", "The wedding");
  await write("Day", "2032-05-14");
  await userEvent.setup().click(screen.getByLabelText("every year"));
  await press("Keep it");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands[0]?.[1]).toMatchObject({ year: 2032, since: null, month: 5, date: 14 });
});

test("a session stays as it is by one press, and by another may move again", async () => {
  const outlook = season([need]);
  const planned = shownPlan(planSeason(outlook, null, { effort: { seed: 1, turns: 5, pieces: 2_000 }, runs: 50 }));
  const show = (pinned: typeof outlook.pinned) => showScreen(<SessionPlan planned={planned} outlook={{ ...outlook, pinned }} trial={[]} onTry={() => undefined} />);
  show([]);
  const [first] = screen.getAllByRole("button", { name: /stays as it is$/ });
  if (!first) throw new Error("there is a session");
  expect([first.getAttribute("aria-pressed"), first.textContent]).toEqual(["false", " let it stay"]);
  await userEvent.setup().click(first);
  await waitFor(() => expect(server.sent).toHaveLength(1));
  const [[kind, told]] = server.commands as [[string, { day: string; to: number; who: "maker" }]];
  expect([kind, told]).toEqual(["pin-session", expect.objectContaining({ to: 720, who: "maker" })]);
  cleanup();
  show([{ ...told, id: "pin", version: 3 }]);
  const [pinned] = screen.getAllByRole("button", { name: /stays as it is$/ });
  expect(pinned?.getAttribute("aria-pressed")).toBe("true");
  await userEvent.setup().click(pinned ?? first);
  await waitFor(() => expect(server.commands[1]).toEqual(["unpin-session", { id: "pin", version: 3 }]));
});

test("how sure a latest day is to be is kept from 50 to 95 in 100; more is refused where it was written", async () => {
  server = new PretendServer({ shop: { lateAfter: 1290, dryingPlaces: null, changeover: 5, sureIn100: 80, helperMay: [], calendarSecret: null } });
  showScreen(<Habits />);
  await screen.findByLabelText("Sure of latest days, in 100");
  await write("Sure of latest days, in 100", "97");
  await press("Keep");
  expect(screen.getByRole("alert").textContent).toBe("Sure of latest days: 97 does not fit. Give a whole number from 50 to 95 in 100.");
  expect(server.sent).toEqual([]);
  await write("Sure of latest days, in 100", "90");
  await press("Keep");
  await waitFor(() => expect(server.commands).toEqual([["set-shop", { lateAfter: 1290, dryingPlaces: null, changeover: 5, sureIn100: 90 }]]));
});
