import type { BatchRead } from "@yule/contract";
import type { StandingBatch } from "@yule/derive";
import { batch, need, season, unit } from "@yule/derive/examples";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import RescueJobs from "../../features/rescues/RescueJobs.tsx";
import { PretendServer, showScreen } from "../../plan/testing.tsx";
import { EnoughNow } from "./parts/EnoughNow.tsx";

afterEach(cleanup);
const NOW = new Date("2031-11-08T08:00:00Z");
const told = (number: number, what: "done" | "spoilt", at: string): BatchRead["facts"][number] => ({
  id: `${String(number)} ${what}`,
  unitId: `u${String(number)}`,
  stageId: "wash",
  what,
  at,
});

function shown(facts: BatchRead["facts"]): void {
  const lying = batch(
    [1, 2, 3, 4, 5, 6, 7].map((number) => unit(number)),
    facts,
  );
  const outlook = season([need], [lying]);
  const standing = outlook.open.map((view) => ({ view, batch: lying }) as unknown as StandingBatch);
  showScreen(<EnoughNow lying={standing} outlook={outlook} now={NOW} />);
}

test("while the mix is wet it asks for the panels that would make it enough, by how many were lost; once it is dry it does not", () => {
  const washed = [1, 2, 3, 4, 5, 6].map((number) => told(number, "done", "2031-11-08T07:40:00Z"));
  shown([...washed, told(7, "spoilt", "2031-11-08T07:41:00Z")]);
  expect(screen.getByRole("note").textContent).toMatch(
    /^Office: 1 lost, 6 on their way, 6 wanted\. They are enough \d\d in 100 times\. Paint \d more now, while the mix is wet, and it is \d\d in 100\. Split for \d more$/,
  );
  expect(screen.getByRole("link").getAttribute("href")).toMatch(/^\/sheets\?need=n&more=\d$/);
  cleanup();
  shown([...washed, told(7, "spoilt", "2031-11-08T07:41:00Z"), told(6, "spoilt", "2031-11-08T07:42:00Z")]);
  expect(screen.getByRole("note").textContent).toContain("5 on their way, 6 wanted. They cannot be enough.");
  cleanup();
  shown(washed.map((fact) => ({ ...fact, at: "2031-11-08T06:40:00Z" })));
  expect(screen.queryByRole("note")).toBeNull();
});

test("panels to rescue stand beside the boards with what is done to them; one tap says it is done, and then when it is dry", async () => {
  const rescue = { batchId: "b", cause: "border" as const, way: "trim" as const };
  const rescues = [
    { ...rescue, id: "r1", unitId: "u1", doneAt: null },
    { id: "r2", unitId: "u2", batchId: "b", cause: "pale" as const, way: "glaze" as const, doneAt: "2031-11-08T07:50:00Z" },
    { ...rescue, id: "r3", unitId: "u3", doneAt: null },
  ];
  const server = new PretendServer({ finish: { rescues, rescued: [], making: [], boxes: [], left: [], matters: [], fates: [] } });
  const outlook = season([need], [batch([unit(1, "rescue"), unit(2, "rescue"), unit(3, "good")])]);
  showScreen(<RescueJobs outlook={outlook} now={NOW} />);
  expect(await screen.findByText("Panel 1 of Office: trim the edge")).toBeTruthy();
  expect(screen.getByText("too pale; done, dry in about 20 min")).toBeTruthy();
  expect(screen.queryByText(/Panel 3/)).toBeNull();
  expect(screen.getByText(/^A blade: fingers behind the edge/)).toBeTruthy();
  await userEvent.setup().click(screen.getByRole("button", { name: "It is done" }));
  await waitFor(() => expect(server.commands[0]?.[0]).toBe("tell-rescue"));
  expect(screen.getByRole("link", { name: "Judge it" }).getAttribute("href")).toBe("/finish?ask=judge&need=n");
});
