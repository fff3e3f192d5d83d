import type { LessonRead } from "@yule/contract";
import { day } from "@yule/core";
import { need, season } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import { PretendServer, press, showScreen } from "../../../plan/testing.tsx";
import { FadedLessons } from "./FadedLessons.tsx";

const ID = "01936b5c-1001-7000-8000-000000000001";
const lesson: LessonRead = {
  ...{ id: ID, version: 2, text: "Soap the brush before masking fluid", moment: "painting", designId: null, occasion: null, stageId: null, kind: "keep" },
  ...{ notedOn: "2030-11-08", helped: 1, missed: 2, answeredOn: "2031-10-20" },
};
let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
});
afterEach(cleanup);

test("one that has faded is said no more, stands in the logbook with why, and is said again at a press", async () => {
  const faded = { ...season([need]), lessons: [lesson], today: day("2031-11-08") };
  showScreen(<FadedLessons outlook={faded} />, { outlook: faded });
  expect(screen.getByText("1 lesson has faded and is said no more")).toBeTruthy();
  expect(screen.getByText("noted in 2030, did not help the last 2 times")).toBeTruthy();
  await press("Say it again: Soap the brush before masking fluid");
  await waitFor(() => expect(server.commands).toEqual([["answer-lesson", { id: ID, version: 2, helped: true }]]));
});

test("nothing stands there while every lesson is still said", () => {
  const fresh = { ...season([need]), lessons: [{ ...lesson, missed: 0 }], today: day("2031-11-08") };
  const { container } = showScreen(<FadedLessons outlook={fresh} />, { outlook: fresh });
  expect(container.textContent).not.toContain("faded");
});
