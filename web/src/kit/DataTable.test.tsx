import { ChakraProvider } from "@chakra-ui/react";
import { cleanup, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { DataTable, type TableColumn } from "./DataTable.tsx";
import { system } from "./theme.ts";

interface Paint {
  readonly id: string;
  readonly name: string;
  readonly ml: number;
}
const paints: readonly Paint[] = [
  { id: "a", name: "Rockpool", ml: 12 },
  { id: "b", name: "Dune", ml: 5 },
  { id: "c", name: "Slate Roof", ml: 30 },
  ...["Ferry Blue", "Kelp", "Lamp", "Quince", "Rust"].map((name, index) => ({ id: name, name, ml: 100 + index })),
];
const columns: readonly TableColumn<Paint>[] = [
  { id: "name", head: "Paint", isAlways: true, value: ({ name }) => name, cell: ({ name }) => name },
  { id: "ml", head: "Left", isAlways: true, value: ({ ml }) => ml, cell: ({ ml }) => `${String(ml)} ml` },
  { id: "do", head: "", isAlways: true, cell: ({ name }) => <button type="button">Open {name}</button> },
];
const show = (rows = paints) =>
  render(
    <ChakraProvider value={system}>
      <DataTable label="Paints" rows={rows} columns={columns} rowId={({ id }) => id} opened={{ id: "b", detail: <p>Dune is sandy.</p> }} />
    </ChakraProvider>,
  );
const names = (): string[] =>
  screen
    .getAllByRole("row")
    .slice(1)
    .flatMap((row) => within(row).queryAllByRole("button", { name: /^Open/ }))
    .map((button) => button.textContent.replace("Open ", ""));

beforeEach(() => localStorage.clear());
afterEach(cleanup);

test("rows stand in the order they come, until a head is pressed: numbers by size, the other way round at the second press", async () => {
  const user = userEvent.setup();
  show();
  expect(names().slice(0, 3)).toEqual(["Rockpool", "Dune", "Slate Roof"]);
  await user.click(screen.getByRole("button", { name: "Left" }));
  expect(names().slice(0, 3)).toEqual(["Dune", "Rockpool", "Slate Roof"]);
  expect(screen.getByRole("columnheader", { name: "Left" }).getAttribute("aria-sort")).toBe("ascending");
  await user.click(screen.getByRole("button", { name: "Left" }));
  expect(names()[0]).toBe("Rust");
});

test("a word finds rows by what stands in them; one that is nowhere is said", async () => {
  const user = userEvent.setup();
  show();
  await user.type(screen.getByRole("searchbox", { name: "Find in Paints" }), "ro");
  expect(names()).toEqual(["Rockpool", "Slate Roof"]);
  await user.type(screen.getByRole("searchbox", { name: "Find in Paints" }), "xx");
  expect(screen.getByText("Nothing in Paints holds “roxx”.")).toBeTruthy();
});

test("a column that is put away stays away on this device", async () => {
  const user = userEvent.setup();
  const first = show();
  await user.click(screen.getByRole("button", { name: "Choose the columns of Paints" }));
  await user.click(await screen.findByRole("checkbox", { name: "Left" }));
  expect(screen.queryByRole("columnheader", { name: "Left" })).toBeNull();
  first.unmount();
  show();
  expect(screen.queryByRole("columnheader", { name: "Left" })).toBeNull();
  expect(screen.getByRole("columnheader", { name: "Paint" })).toBeTruthy();
});

test("what is opened is shown under its row, and a short table needs no finding", () => {
  show(paints.slice(0, 3));
  const rows = screen.getAllByRole("row");
  const opened = rows.findIndex((row) => row.getAttribute("aria-current") === "true");
  expect(within(rows[opened + 1] as HTMLElement).getByText("Dune is sandy.")).toBeTruthy();
  expect(screen.queryByRole("searchbox")).toBeNull();
});
