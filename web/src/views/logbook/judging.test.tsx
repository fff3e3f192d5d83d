import type { ReviewRead } from "@yule/contract";
import { day } from "@yule/core";
import { season, need, reviewedNeed, reviewRead } from "@yule/derive/examples";
import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../plan/testing.tsx";
import { keptAnswers } from "./answers.ts";
import LogbookView from "./LogbookView.tsx";

const review = (cards: number): ReviewRead =>
  reviewRead({
    needs: [reviewedNeed("n", { title: "Office", due: day("2031-11-05"), wentOn: day("2031-11-04"), begunOn: day("2031-10-20"), cards, priceMinor: null, panels: 14, lost: 2 })],
  });
const show = (ask: string, cards = 12): void => {
  new PretendServer({ review: review(cards), logbook: { events: [] } });
  showScreen(<LogbookView />, { outlook: season([need]), at: `/logbook?ask=${ask}` });
};
const verdict = (): string => screen.getByRole("heading", { level: 1 }).textContent;
beforeEach(() => localStorage.clear());
afterEach(cleanup);

test("the eye is trained by one's own past: a promise, then how many came out good; what was said is kept and summed up", async () => {
  show("train");
  const user = userEvent.setup();
  expect(await screen.findByText("12 cards of Lamp moth, due on Wed 5 Nov, begun at the bench 16 days before. Would you have promised this?")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "No, it will be late" }));
  expect(screen.getAllByRole("status").some((each) => each.textContent.includes("Not quite. Office went out in time."))).toBe(true);
  await user.click(screen.getByRole("button", { name: "The next question" }));
  await user.type(screen.getByLabelText("Good panels"), "15");
  await user.click(screen.getByRole("button", { name: "Say it" }));
  expect(screen.getByText("15 does not fit. Give a whole number from 0 to 14.")).toBeTruthy();
  await user.clear(screen.getByLabelText("Good panels"));
  await user.type(screen.getByLabelText("Good panels"), "14");
  await user.click(screen.getByRole("button", { name: "Say it" }));
  expect(screen.getAllByRole("status").some((each) => each.textContent.includes("12 of 14 panels for Office came out good; you said 14."))).toBe(true);
  expect(verdict()).toBe("2 questions answered; after a few more this page tells whether you hope too much.");
  expect(keptAnswers().map(({ said, was }) => [said, was])).toEqual([
    [0, 1],
    [14, 12],
  ]);
});

test("who hopes too much is told so, and what to do; answers that cannot be read are as if there were none", async () => {
  localStorage.setItem("yule.judgement", JSON.stringify([{ odd: true }, ...Array.from({ length: 5 }, () => ({ id: "good n", kind: "good", said: 14, was: 12, of: 14 }))]));
  show("train");
  await screen.findByText(/Would you have promised this/);
  expect(verdict()).toBe("You expect 14 in 100 more good panels than come. Begin a few more than you think.");
  cleanup();
  localStorage.setItem("yule.judgement", "{");
  show("train", 4);
  expect(await screen.findByText("From ten cards on")).toBeTruthy();
});

test("what is believed is said with what it rests on and what it is used for", async () => {
  show("believed");
  const table = await screen.findByRole("table", { name: /^What is believed of / });
  expect(verdict()).toMatch(
    /are believed to come out good\. (All its times were seen here|The times of \d+ of its stages are still (a guess|guesses): each tap at the bench makes them surer)\.$/,
  );
  expect(table.textContent).toContain("a guess");
  expect(table.textContent).toContain("no tap yet");
});
