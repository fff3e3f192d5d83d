/** A database of the browser, in memory. */
import "fake-indexeddb/auto";
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import type { CommandEnvelope, Problem } from "@yule/contract";
import { paper, season } from "@yule/derive/examples";
import { allRefused, keepRefused } from "../../data/cache.ts";
import { press, PretendServer, showScreen } from "../../plan/testing.tsx";
import { RefusedDialog } from "./RefusedDialog.tsx";

const outlook = season([]);
const command = (id: string, kind: string, payload: object): CommandEnvelope => ({ id, kind, payload, at: "2031-11-08T09:30:00.000Z" }) as CommandEnvelope;
const problem = (title: string, present?: unknown): Problem => ({ type: "about:blank", title, status: 409, detail: title, errors: [], present });

let server: PretendServer;
beforeEach(async () => {
  server = new PretendServer({ shop: outlook.shop, stores: { stores: [{ ...paper, version: 7, onHand: 9 }] } });
  await keepRefused({
    command: command("a", "count-store", { id: paper.id, version: 3, onHand: 12 }),
    problem: problem("It was changed elsewhere in the meantime.", { version: 7, onHand: 9 }),
    at: "2031-11-08T10:00:00.000Z",
  });
  await keepRefused({ command: command("b", "undo", { eventId: "e" }), problem: problem("This was undone already."), at: "2031-11-08T10:00:00.000Z" });
});
afterEach(cleanup);

test("what was told stands beside what is there now; hers is told over it, the other is let go, and then nothing waits", async () => {
  let isClosed = false;
  showScreen(<RefusedDialog onClose={() => (isClosed = true)} />, { outlook });
  const count = await screen.findByRole("region", { name: `A count ${paper.name}` });
  expect(within(count).getByText("It was changed elsewhere in the meantime.")).toBeTruthy();
  expect(
    within(count)
      .getAllByRole("row")
      .map((row) => row.textContent),
  ).toEqual(["WhatYou toldIt is now", "on the shelf129"]);
  void press("Take what you told");
  await waitFor(() => expect(server.commands).toEqual([["count-store", { id: paper.id, version: 7, onHand: 12 }]]));
  await waitFor(() => expect(screen.queryByRole("region", { name: /^A count/ })).toBeNull());
  expect(screen.getByText("This was undone already.")).toBeTruthy();
  void press("Let it go");
  await waitFor(() => expect(isClosed).toBe(true));
  expect(await allRefused()).toEqual([]);
});
