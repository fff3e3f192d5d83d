import type { BackupAbout, BackupRead, BackupsRead, Problem } from "@yule/contract";
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { press, PretendServer, showScreen, write } from "../../plan/testing.tsx";
import { Backups } from "./Backups.tsx";

const one = (made: string, more: Partial<BackupRead> = {}): BackupRead => ({ file: `yule-${made}.zip`, made, cause: "night", isChecked: true, bytes: 2_640_000, ...more });
const about: BackupAbout = { file: "incoming-0123456789ab.zip", shop: "Tern Row Cards", made: "2031-11-07T03:04:00Z", designs: 8, needs: 1, panels: 43, pictures: 18, events: 312 };
const refusal = (title: string, more: Partial<Problem> = {}): Problem => ({ type: "about:blank", title, status: 422, detail: "", errors: [], ...more });

/** What the made-up server has, and what it was asked. */
let there: BackupsRead;
let asked: string[];
let answers: Record<string, unknown>;
beforeEach(() => {
  new PretendServer();
  asked = [];
  answers = {};
  there = { folder: "/home/maker/backups", backups: [], fault: null };
  globalThis.fetch = ((path: string, init?: RequestInit) => {
    const key = `${init?.method ?? "GET"} ${path.replace("/api/", "")}`;
    if (init?.method !== undefined || path.endsWith("about")) asked.push(key);
    const body = key === "GET backups" ? there : (answers[key] ?? {});
    const status = (body as Partial<Problem>).status ?? 200;
    return Promise.resolve({ ok: status < 400, status, headers: new Headers(), json: () => Promise.resolve(body) } as Response);
  }) as typeof fetch;
});
afterEach(cleanup);
const show = () => showScreen(<Backups timeZone="Europe/Dublin" />);

test("a shop without a backup is not called safe; once one was read back it is, with its moment by the shop's clock", async () => {
  show();
  expect(await screen.findByText(/^There is no backup yet\./)).toBeTruthy();
  there = { ...there, backups: [one("2031-07-08T03:00:00Z")] };
  await press("Make a backup");
  expect(asked).toEqual(["POST backups"]);
  expect(await screen.findByText("All until Tue 8 Jul 2031, 04:00 is kept, and was read back and found equal.")).toBeTruthy();
  expect(screen.queryByText(/no backup yet/)).toBeNull();
});

test("one that nobody read back, and one that could not be made, are said so", async () => {
  there = { ...there, backups: [one("2031-11-08T03:00:00Z", { isChecked: false })] };
  show();
  expect(await screen.findByText("The newest backup is of Sat 8 Nov 2031, 03:00. Nobody has read it back yet.")).toBeTruthy();
  cleanup();
  there = { ...there, fault: { parts: ["no space left on device"] } };
  show();
  expect(await screen.findByText("The last backup could not be made: no space left on device")).toBeTruthy();
});

test("going back is asked first, with what would come and what is kept; left, nothing is touched", async () => {
  there = { ...there, backups: [one("2031-11-08T03:00:00Z")] };
  answers["GET backups/yule-2031-11-08T03:00:00Z.zip/about"] = about;
  show();
  await screen.findByText(/read back, equal to the shop/);
  await press("Go back to it");
  expect(await screen.findByText(/Tern Row Cards with 8 designs, 1 need, 43 panels, 18 pictures and 312 entries of the logbook/)).toBeTruthy();
  expect(screen.getByText(/What is here now is kept as a backup first/)).toBeTruthy();
  await press("Leave the shop as it is");
  await waitFor(() => expect(screen.queryByText(/Tern Row Cards with/)).toBeNull());
  expect(asked).toEqual(["GET backups/yule-2031-11-08T03:00:00Z.zip/about"]);
});

test("a file is brought in, looked through, and put in place under the name it was given; one that is altered is met in words", async () => {
  answers["PUT backups/incoming"] = about;
  show();
  await screen.findByText(/no backup yet/);
  const user = userEvent.setup();
  const pick = (): Promise<void> => user.upload(screen.getByLabelText("Open a backup from a file"), new File(["zip"], "shop.zip", { type: "application/zip" }));
  await pick();
  await screen.findByText("Go back to Fri 7 Nov 2031, 03:04?");
  await press("Put this backup in place");
  await waitFor(() => expect(asked).toEqual(["PUT backups/incoming", `POST backups/${about.file}/restore`]));
  answers["PUT backups/incoming"] = refusal("This cannot be done as asked.", { detail: "backup: given a backup that was altered, allowed a backup as it was made" });
  await pick();
  expect(await screen.findByText(/a backup that was altered/)).toBeTruthy();
});

test("the folder is kept as it is told, and one that cannot be is met at its field", async () => {
  show();
  await screen.findByText(/no backup yet/);
  const label = "Folder on this machine; a stick, or one that is copied elsewhere, is safer";
  answers["PUT backups/folder"] = refusal("This cannot be done as asked.", {
    errors: [{ code: "no-folder", path: ["folder"], given: "stick", allowed: "a folder", values: { given: ["stick"], allowed: ["a folder of this machine"] } }],
  });
  await write(label, "stick");
  await press("Put backups there");
  expect(await screen.findByText(/a folder of this machine/)).toBeTruthy();
  delete answers["PUT backups/folder"];
  there = { ...there, folder: "/media/stick" };
  await write(label, "/media/stick");
  await press("Put backups there");
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>(label).value).toBe("/media/stick"));
});
