import type { DesignRead } from "@yule/contract";
import { inches } from "@yule/core";
import { design, sentiment } from "@yule/derive/examples";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen } from "../../../plan/testing.tsx";
import { WordsPanel } from "./WordsPanel.tsx";

afterEach(cleanup);

const sentiments = [sentiment("Thank you"), sentiment("Fair winds", { means: "stamp", width: inches(4), height: inches(2) })];
const place = { id: "low", x: inches(0.5), y: inches(3.4), width: inches(3.5), height: inches(0.7), curve: 0 };
const withPlace: DesignRead = { ...design, words: { zones: [place], front: null, inside: [] } };

test("without a place for words it says so; one more place is put in, moved by its figures and taken away", async () => {
  showScreen(<WordsPanel design={design} sentiments={sentiments} />);
  expect(screen.getByText("No place for words is marked yet.")).toBeTruthy();
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "One more place" }));
  const width = within(screen.getByRole("group", { name: "The chosen place" })).getByLabelText("place width");
  await user.clear(width);
  await user.type(width, "2{Enter}");
  expect((width as HTMLInputElement).value).toBe("2");
  await user.click(screen.getByRole("button", { name: "Take this place away" }));
  expect(screen.getByText("No place for words is marked yet.")).toBeTruthy();
});

test("what fits comes with how large it is, what does not with what is wrong, and what is chosen is kept once it is told", async () => {
  const server = new PretendServer();
  showScreen(<WordsPanel design={withPlace} sentiments={sentiments} />);
  expect(screen.getByText("1 of 2 words fit its places and its occasions.")).toBeTruthy();
  const front = within(screen.getByRole("radiogroup", { name: "Words on the front" }));
  expect(front.getByRole("radio", { name: /Fair winds.*too (wide|high)/ })).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Keep these words" })).toBeNull();
  const user = userEvent.setup();
  await user.click(front.getByRole("radio", { name: /Thank you.*small letters/ }));
  expect(screen.getByText(/^“Thank you” fits with small letters .* high\.$/)).toBeTruthy();
  expect(screen.getByText(/^Pencil first, from the top of the panel: small letters/)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Keep these words" }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.commands).toEqual([["change-words", { id: "boat", version: 1, words: { zones: [place], front: { sentimentId: "Thank you", zoneId: "low" }, inside: [] } }]]);
});

test("a stamp that is too large says by how much, and no words on the front are words too", async () => {
  showScreen(<WordsPanel design={{ ...withPlace, words: { ...withPlace.words, front: { sentimentId: "Fair winds", zoneId: "low" } } }} sentiments={sentiments} />);
  expect(screen.getByText(/^“Fair winds” does not fit: .* too (wide|high)/)).toBeTruthy();
  await userEvent.setup().click(screen.getByRole("button", { name: "No words on the front" }));
  expect(screen.getByText("1 of 2 words fit its places and its occasions.")).toBeTruthy();
});
