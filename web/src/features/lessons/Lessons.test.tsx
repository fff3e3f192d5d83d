import type { LessonRead } from "@yule/contract";
import { day } from "@yule/core";
import { need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import { PretendServer, press, showScreen } from "../../plan/testing.tsx";
import { Lessons, LessonsAsked } from "./Lessons.tsx";

const ID = "01936b5c-1001-7000-8000-000000000001";
const lesson: LessonRead = {
  ...{ id: ID, version: 2, text: "Soap the brush before masking fluid", moment: "painting", designId: null, occasion: null, stageId: null, kind: "never" },
  ...{ notedOn: "2030-11-08", helped: 0, missed: 0, answeredOn: null },
};
const done = { ...need, postedOn: "2031-11-02", lines: need.lines.map((line) => ({ ...line, assembled: line.quantity })) };
const outlookOf = (needs: readonly (typeof need)[], more: Partial<LessonRead> = {}) => ({ ...season(needs), lessons: [{ ...lesson, ...more }], today: day("2031-11-08") });
let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
});
afterEach(cleanup);

test("a lesson that has been gone by asks whether it helped; before that it only says itself", async () => {
  const ahead = outlookOf([need], { moment: "finishing" });
  showScreen(<Lessons outlook={ahead} moment="finishing" designs={[]} />, { outlook: ahead });
  expect(screen.getByText(/Soap the brush before masking fluid/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "It helped" })).toBeNull();
  cleanup();
  const after = outlookOf([done], { moment: "finishing" });
  showScreen(<Lessons outlook={after} moment="finishing" designs={[]} />, { outlook: after });
  await press("It did not");
  await waitFor(() => expect(server.commands).toEqual([["answer-lesson", { id: ID, version: 2, helped: false }]]));
});

test("with a wet brush in the hand it only says itself, and asks in the logbook", () => {
  const after = outlookOf([done]);
  showScreen(<Lessons outlook={after} moment="painting" designs={[]} />, { outlook: after });
  expect(screen.getByText(/Soap the brush/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "It helped" })).toBeNull();
  cleanup();
  showScreen(<LessonsAsked outlook={after} />, { outlook: after });
  expect(screen.getByRole("button", { name: "It helped" })).toBeTruthy();
});

test("when all is done the logbook asks what no other view says any more", async () => {
  const sent = outlookOf([done], { moment: "sending" });
  showScreen(<LessonsAsked outlook={sent} />, { outlook: sent });
  await press("It helped");
  await waitFor(() => expect(server.commands).toEqual([["answer-lesson", { id: ID, version: 2, helped: true }]]));
});
