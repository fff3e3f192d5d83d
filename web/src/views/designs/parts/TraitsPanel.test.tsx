import { design } from "@yule/derive/examples";
import { mm } from "@yule/core";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { PretendServer, showScreen, write } from "../../../plan/testing.tsx";
import { TraitsPanel } from "./TraitsPanel.tsx";

let server: PretendServer;
beforeEach(() => {
  server = new PretendServer();
  showScreen(<TraitsPanel design={design} series={undefined} findings={[]} />);
});
afterEach(cleanup);

const sentTraits = (): unknown[] => server.commands.map(([, payload]) => (payload as { traits: object }).traits);
/** A field is kept when it is left. */
async function tell(label: string, text: string): Promise<void> {
  await write(label, text);
  await userEvent.setup().tab();
}

test("each field is kept by itself when it is left, as the family takes it", async () => {
  await userEvent.setup().selectOptions(screen.getByLabelText("Light from"), "left");
  await tell("Shows", "Moths, lamp light ,");
  await tell("For ages", "5 to 9");
  await tell("How many are shown", "3");
  await tell("Outline, width", "0.5 mm");
  await waitFor(() => expect(server.sent).toHaveLength(5));
  expect(sentTraits()).toEqual([{ light: "left" }, { shows: ["moths", "lamp light"] }, { ages: { from: 5, to: 9 } }, { elements: 3 }, { line: mm(0.5) }]);
});

test("what cannot be read is told at its field and holds up no other", async () => {
  await tell("For ages", "ten");
  expect(await screen.findByText("ten does not fit. Give ages such as 5 to 9.")).toBeTruthy();
  await tell("For ages", "9 to 5");
  expect(await screen.findByText(/Give an age not below the first/)).toBeTruthy();
  await tell("For occasions", "yule");
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(sentTraits()).toEqual([{ suits: ["yule"] }]);
});

test("a field that is left as it was sends nothing, and a refusal is told", async () => {
  await tell("How many are shown", "");
  expect(server.sent).toEqual([]);
  server.refuses = () => ({ errors: [{ code: "gone", path: ["id"], given: "boat", allowed: "a design that is there" }] });
  await tell("How many are shown", "2");
  expect((await screen.findByRole("alert")).textContent).toBe("id: given boat, allowed a design that is there");
});
