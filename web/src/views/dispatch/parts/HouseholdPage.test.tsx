import { houseTo, season } from "@yule/derive/examples";
import type { HouseholdRead } from "@yule/contract";
import { cleanup, screen, waitFor } from "@testing-library/react";
import { PretendServer, press, showScreen, write } from "../../../plan/testing.tsx";
import { HouseholdPage } from "./HouseholdPage.tsx";

const outlook = season([]);
let server: PretendServer;
let isDone = false;
function open(more: Partial<HouseholdRead> = {}, others: readonly HouseholdRead[] = []): void {
  isDone = false;
  server = new PretendServer({ households: { households: others, after: null } });
  showScreen(<HouseholdPage household={houseTo("h", { name: "Nell Oxenby", ...more })} outlook={outlook} onDone={() => (isDone = true)} />);
}
afterEach(cleanup);
const told = () => server.commands.at(-1);

test("an address told as one line is taken apart at its last comma, and goes out in parts", async () => {
  open({ address: "Flat 2, 20 Mill Race, Ballymarsh" });
  expect(screen.getByLabelText("Street and number")).toHaveProperty("value", "Flat 2, 20 Mill Race");
  expect(screen.getByLabelText("Town")).toHaveProperty("value", "Ballymarsh");
  await write("Town", "");
  await press("Keep this household");
  expect(await screen.findByText(/This is empty\. Fill it in\./)).toBeTruthy();
  await write("Town", "Kilfarrow");
  await press("Keep this household");
  await waitFor(() => expect(told()?.[1]).toMatchObject({ id: "h", parts: { street: "Flat 2, 20 Mill Race", town: "Kilfarrow" } }));
});

test("a person is added with a birthday; a day that is none is met at its field", async () => {
  open({ people: [{ id: "p", name: "Tavi", occasionId: null, diedOn: null }] });
  await write("A person's name", "Nell");
  await write("Birthday, day and month", "31.6.");
  await press("Add the person");
  expect(await screen.findByText(/31\.6\. does not fit\. Give 1 to 30 in that month/)).toBeTruthy();
  await write("Birthday, day and month", "some day");
  await press("Add the person");
  expect(await screen.findByText(/some day does not fit\. Give a day such as 19\.12\./)).toBeTruthy();
  await write("Birthday, day and month", "19.12.1961");
  await press("Add the person");
  await waitFor(() => expect(told()).toEqual(["add-person", expect.objectContaining({ householdId: "h", name: "Nell", birthday: { month: 12, date: 19, year: 1961 } })]));
  await press("Tavi has died");
  await waitFor(() => expect(told()?.[0]).toBe("tell-died"));
});

test("where they are for a while has days; what befell them is said and told", async () => {
  open({ state: "moved", stateOn: "2031-11-01" });
  expect(screen.getByText(/^They have moved, and nobody knows where/)).toBeTruthy();
  await press("Cards go to them again");
  await waitFor(() => expect(told()?.[1]).toMatchObject({ id: "h", state: "here" }));
  await press("Tell where they are for a while");
  await write("Street there", "Lange Str. 4");
  await write("Town there", "Bremen");
  await write("Country there", "de");
  await write("From", "2031-12-01");
  await write("Until", "2032-02-28");
  await press("Keep this address");
  await waitFor(() =>
    expect(told()).toEqual([
      "add-address",
      expect.objectContaining({ country: "DE", from: "2031-12-01", until: "2032-02-28", parts: { street: "Lange Str. 4", town: "Bremen", code: "" } }),
    ]),
  );
});

test("another entry of the same household is found and put into this one", async () => {
  open({}, [houseTo("h"), houseTo("o", { name: "N. Oxenby", address: "24 Old Ferry Road" })]);
  await write("Find the other entry by its name", "oxen");
  await waitFor(() => expect(screen.getByRole("button", { name: "Put N. Oxenby into this one" })).toBeTruthy());
  await press("Put N. Oxenby into this one");
  await waitFor(() => expect(told()).toEqual(["merge-households", { keepId: "h", goneId: "o" }]));
  await waitFor(() => expect(isDone).toBe(true));
});

test("a household is erased only once its name was typed", async () => {
  open();
  expect(screen.getByRole("button", { name: "Erase this household" })).toHaveProperty("disabled", true);
  await write("Type “Nell Oxenby” to erase it", "Nell Oxenby");
  await press("Erase this household");
  await waitFor(() => expect(told()).toEqual(["erase-household", { id: "h" }]));
});
