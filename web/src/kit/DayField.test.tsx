import { day, mannerOf } from "@yule/core";
import { ChakraProvider } from "@chakra-ui/react";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { DayInput, TimeInput } from "./DayField.tsx";
import { MannerProvider } from "./measure.tsx";
import { speakAs } from "./say.ts";
import { system } from "./theme.ts";

let told = "";
afterEach(() => {
  cleanup();
  speakAs(mannerOf("GB"));
});
/** A day and a time, in a shop of a country, on 8 November. */
function Fields({ on, at }: { on: string; at: string }) {
  const [when, setWhen] = useState(on);
  const [time, setTime] = useState(at);
  told = `${when} ${time}`;
  return (
    <MannerProvider value={{ system: "cm", currency: "EUR", today: day("2031-11-08") }}>
      <DayInput aria-label="Day" value={when} onChange={setWhen} />
      <TimeInput aria-label="Time" value={time} onChange={setTime} />
    </MannerProvider>
  );
}
function show(country: string, on = "2031-12-19", at = "19:30"): void {
  speakAs(mannerOf(country));
  render(
    <ChakraProvider value={system}>
      <Fields on={on} at={at} />
    </ChakraProvider>,
  );
}
const write = (label: string, text: string): void => void fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const shown = (label: string): string => screen.getByLabelText<HTMLInputElement>(label).value.replace(/[\u00A0\u202F]/g, " ");
const leave = (label: string): void => void fireEvent.blur(screen.getByLabelText(label));

test.each([
  ["US", "12/19/2031", "7:30 PM", "1/3", "2032-01-03", "01/03/2032"],
  ["GB", "19/12/2031", "19:30", "3/1", "2032-01-03", "03/01/2032"],
  ["DE", "19/12/2031", "19:30", "3.1.", "2032-01-03", "03/01/2032"],
  ["JP", "2031/12/19", "19:30", "2032/1/3", "2032-01-03", "2032/01/03"],
])("in %s a day and a time stand as they are written there, and are read as they are typed there", (country, on, at, typed, read, after) => {
  show(country);
  expect([shown("Day"), shown("Time")]).toEqual([on, at]);
  write("Day", typed);
  // While it is typed it stands as it is typed.
  expect(shown("Day")).toBe(typed);
  leave("Day");
  expect(shown("Day")).toBe(after);
  write("Time", "9.15 pm");
  expect(told).toBe(`${read} 21:15`);
});

test("what is no day and no time stays as it was typed, to be refused with its field", () => {
  show("IE");
  write("Day", "31/2");
  write("Time", "late");
  leave("Day");
  leave("Time");
  expect([told, shown("Day"), shown("Time")]).toEqual(["31/2 late", "31/2", "late"]);
});

test("a day is chosen from a month whose weeks begin as the shop's do; Escape leaves it as it was", async () => {
  show("US");
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "Calendar, Day" }));
  expect((await screen.findAllByText(/December 2031/)).length).toBeGreaterThan(0);
  expect(document.querySelector("th")?.textContent).toMatch(/^S/);
  await user.click(screen.getByText("24"));
  expect(told).toBe("2031-12-24 19:30");
  expect(screen.queryByText("31")).toBeNull();
  await user.click(screen.getByRole("button", { name: "Calendar, Day" }));
  (await screen.findByText("26")).focus();
  await user.keyboard("{Escape}");
  expect([told, screen.queryByText("31")]).toEqual(["2031-12-24 19:30", null]);
});
