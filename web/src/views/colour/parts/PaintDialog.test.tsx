import type { PaintRead } from "@yule/contract";
import { cleanup, screen, waitFor } from "@testing-library/react";
import { press, PretendServer, showScreen, write } from "../../../plan/testing.tsx";
import { PaintDialog } from "./PaintDialog.tsx";

let server: PretendServer;
let closed = 0;
beforeEach(() => {
  closed = 0;
  server = new PretendServer();
});
afterEach(cleanup);

const paint: PaintRead = {
  id: "01936b5c-0000-7000-8000-0000000000a1",
  version: 3,
  gone: false,
  name: "Ferry Blue",
  pigments: ["PB29"],
  form: "tube",
  strength: null,
  covering: null,
  stains: true,
  granulates: null,
  lightfast: null,
  metallic: null,
  chart: null,
  ml: 15,
  costMinor: 950,
};
const show = (shown: PaintRead | null) => showScreen(<PaintDialog paint={shown} currency="EUR" onClose={() => (closed += 1)} />);

test("its pigment and a name are enough; what is left open follows from the pigment", async () => {
  show(null);
  await write("Pigments", "pb29");
  expect(screen.getByText(/^PB29: /)).toBeTruthy();
  await write("What you call it", "Ferry Blue");
  await press("Put it there");
  await waitFor(() => expect(closed).toBe(1));
  expect(server.commands).toEqual([
    ["add-paint", expect.objectContaining({ name: "Ferry Blue", pigments: ["PB29"], form: "pan", stains: null, lightfast: null, ml: null, costMinor: null, chart: null })],
  ]);
});

test("every field says what cannot be at its own place, and nothing is sent", async () => {
  show(null);
  await write("Pigments", "PB29 PX1");
  await write("What you call it", "Ferry Blue");
  await write("ml in one", "a drop");
  await write("costs, EUR", "9.505");
  await write("Lightfast, 1 to 8", "9");
  await press("Put it there");
  expect(await screen.findByText("a drop does not fit. Give a number.")).toBeTruthy();
  expect(screen.getByText("9.505 does not fit. Give an amount such as 12.50.")).toBeTruthy();
  expect(screen.getByText("9 is too much. Give at most 8.")).toBeTruthy();
  for (const [label, text] of [
    ["ml in one", "15"],
    ["costs, EUR", "9,50"],
    ["Lightfast, 1 to 8", "8"],
  ] as const)
    await write(label, text);
  await press("Put it there");
  expect(await screen.findByText(/^PX1 does not fit\. Give a pigment of the table, such as/)).toBeTruthy();
  expect([server.sent, closed]).toEqual([[], 0]);
});

test("a paint of the shelf opens as it is, is changed with its version, and goes when it is used up", async () => {
  show(paint);
  expect(screen.getByLabelText<HTMLInputElement>("costs, EUR").value).toBe("9.50");
  expect(screen.getByLabelText<HTMLSelectElement>("Stains").value).toBe("yes");
  await write("ml in one", "37");
  await press("Keep it so");
  await waitFor(() => expect(closed).toBe(1));
  await press("It is used up");
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.commands).toEqual([
    ["change-paint", expect.objectContaining({ id: paint.id, version: 3, ml: 37, costMinor: 950, stains: true })],
    ["shelve-paint", { id: paint.id, version: 3, gone: true }],
  ]);
});
