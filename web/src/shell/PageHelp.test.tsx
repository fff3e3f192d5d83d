import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { showScreen } from "../plan/testing.tsx";
import { PageHelp } from "./PageHelp.tsx";
import { VIEWS } from "./views.ts";

afterEach(cleanup);

test.each(VIEWS.map(({ path }) => path))("what %s decides is one press away, in a sentence or two, and closes again", async (path) => {
  showScreen(<PageHelp />, { at: `/${path}` });
  const user = userEvent.setup();
  expect(screen.queryByText(/\.$/)).toBeNull();
  await user.click(screen.getByRole("button", { name: "What this page decides" }));
  const sentences = VIEWS.find((view) => view.path === path)?.help() ?? [];
  expect(sentences.length).toBeGreaterThan(0);
  for (const sentence of sentences) expect(await screen.findByText(sentence)).toBeTruthy();
  await user.keyboard("{Escape}");
});

test("the word need is explained where needs are first met", () => {
  expect(
    VIEWS.find(({ path }) => path === "season")
      ?.help()
      .join(" "),
  ).toMatch(/A need is cards that somebody waits for by a day/);
});
