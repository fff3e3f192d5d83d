import type { RulerTag } from "@yule/derive";
import { day } from "@yule/core";
import { cleanup, screen, within } from "@testing-library/react";
import { showScreen } from "../../plan/testing.tsx";
import { NearestDates } from "./NearestDates.tsx";

afterEach(cleanup);
const tag = (id: string, on: string, more: Partial<RulerTag> = {}): RulerTag => ({
  ...{ id, title: `Need ${id}`, detail: "3 cards", day: day(on), x: 0, safety: "safe", chance: 0.9, to: `/season?need=${id}` },
  ...more,
});
const told = (): (string | null)[] =>
  within(screen.getByRole("list", { name: "The nearest dates" }))
    .getAllByRole("listitem", { hidden: true })
    .map((each) => each.textContent);

test("the three nearest dates are told in words, the soonest first, each with its way there", () => {
  const tags = [tag("d", "2031-12-01"), tag("b", "2031-11-13"), tag("a", "2031-11-12", { safety: "tight" }), tag("c", "2031-11-20")];
  showScreen(<NearestDates tags={tags} gone={new Set()} />);
  expect(told()).toEqual(["Wed 12 Nov Need a, 3 cards", "Thu 13 Nov Need b, 3 cards", "Thu 20 Nov Need c, 3 cards"]);
  expect(screen.getByRole("link", { name: /Need a/ }).getAttribute("href")).toBe("/season?need=a");
});

test("what has gone and the last posting days are not among them; what runs out is", () => {
  const tags = [
    tag("posted", "2031-11-09"),
    tag("post", "2031-11-10", { safety: "last post" }),
    tag("cotton", "2031-12-06", { title: "Cotton runs out", detail: "6 short", safety: "runs out", to: "/stores" }),
  ];
  showScreen(<NearestDates tags={tags} gone={new Set(["posted"])} />);
  expect(told()).toEqual(["Sat 6 Dec Cotton runs out, 6 short"]);
});

test("with nothing to come there is no line at all", () => {
  showScreen(<NearestDates tags={[]} gone={new Set()} />);
  expect(screen.queryByRole("list")).toBeNull();
});
