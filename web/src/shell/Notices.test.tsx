import { act, cleanup, fireEvent, screen } from "@testing-library/react";
import { useState } from "react";
import { noticeAdded, noticeDismissed } from "../data/notices.ts";
import { store } from "../data/store.ts";
import { showScreen } from "../plan/testing.tsx";
import { Notices } from "./Notices.tsx";

const jest = import.meta.jest;
beforeEach(() => jest.useFakeTimers());
afterEach(() => {
  cleanup();
  for (const { id } of store.getState().outbox.notices) store.dispatch(noticeDismissed(id));
  jest.useRealTimers();
});

const tell = (undo: string | null): void =>
  act(() => {
    store.dispatch(noticeAdded({ id: "told", lines: ["Night trains changed"], undo, bad: false }));
  });
const pass = (seconds: number): void =>
  act(() => {
    jest.advanceTimersByTime(seconds * 1_000);
  });
const isThere = (): boolean => screen.queryByText("Night trains changed") !== null;

test.each([
  ["what was done is told for nine seconds", false, 9],
  ["where no plan comes it stays for half a minute and no longer", true, 30],
])("%s", (_, isHeld, seconds) => {
  showScreen(<Notices isHeld={isHeld} />);
  tell("c1");
  pass(seconds - 0.1);
  expect(isThere()).toBe(true);
  pass(0.2);
  expect(isThere()).toBe(false);
});

test("what can be undone stays while the season is planned anew, and nine seconds longer", () => {
  const plan: { done?: () => void } = {};
  function Planned() {
    const [isHeld, setHeld] = useState(true);
    plan.done = () => setHeld(false);
    return <Notices isHeld={isHeld} />;
  }
  showScreen(<Planned />);
  tell("c1");
  pass(29);
  expect(screen.getByRole("button", { name: "Undo" })).toBeTruthy();
  act(() => plan.done?.());
  pass(8.9);
  expect(isThere()).toBe(true);
  pass(0.2);
  expect(isThere()).toBe(false);
});

test("a word that cannot be undone goes in time, whatever is planned", () => {
  showScreen(<Notices isHeld />);
  tell(null);
  pass(9.1);
  expect(isThere()).toBe(false);
});

test("what is under the hand or has the focus does not go", () => {
  showScreen(<Notices isHeld={false} />);
  tell("c1");
  const notice = screen.getByText("Night trains changed");
  fireEvent.pointerEnter(notice);
  pass(30);
  expect(isThere()).toBe(true);
  fireEvent.pointerLeave(notice);
  fireEvent.focus(screen.getByRole("button", { name: "Undo" }));
  pass(30);
  expect(isThere()).toBe(true);
  fireEvent.blur(screen.getByRole("button", { name: "Undo" }));
  pass(9.1);
  expect(isThere()).toBe(false);
});
