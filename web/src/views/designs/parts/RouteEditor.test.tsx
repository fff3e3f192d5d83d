import { newStage, type Stage } from "@yule/derive";
import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { showScreen } from "../../../plan/testing.tsx";
import { RouteEditor } from "./RouteEditor.tsx";

afterEach(cleanup);
const changed: Stage[][] = [];
const show = (...names: string[]) =>
  showScreen(<RouteEditor stages={names.map((name, at) => ({ ...newStage(String(at), "wash"), technique: null, name }))} onChange={(stages) => changed.push(stages)} />);

test("a stage whose name does not tell what is done is asked about; what the name tells is not", async () => {
  show("First wash", "The sea", "Stamp inside");
  expect(screen.getByText("What is done in “The sea”?")).toBeTruthy();
  expect(screen.queryByText(/What is done in “(First wash|Stamp inside)”/)).toBeNull();
  await userEvent.setup().selectOptions(screen.getByLabelText("What is done in The sea"), "Glaze");
  expect(changed.at(-1)?.map(({ name, technique }) => [name, technique])).toEqual([
    ["First wash", null],
    ["The sea", "glaze"],
    ["Stamp inside", null],
  ]);
});

test("a stage that the maker told is not asked about again", () => {
  showScreen(<RouteEditor stages={[{ ...newStage("a", "glaze"), name: "The sea" }]} onChange={() => undefined} />);
  expect(screen.queryByText(/What is done in/)).toBeNull();
});
