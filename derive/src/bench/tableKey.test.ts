import { USUAL_SETTINGS } from "./benchSettings.ts";
import { learnBench } from "@yule/core";
import { batch, line, need, season, unit } from "../examples.ts";
import type { AtTable } from "./job.ts";
import { batchesOnTable, plannedBatches, standingBatches } from "./table.ts";
import { tableKey } from "./tableKey.ts";

const settings = USUAL_SETTINGS;
const outlook = season([{ ...need, lines: [line("l", "blue", 2)] }], [batch([unit(1), unit(2)])]);
const at: AtTable = { outlook, settings, atBench: false, room: null, given: null };
const lyingIn = (told: typeof outlook) => standingBatches(plannedBatches(batchesOnTable(told, told.batches), learnBench([]), null), told.now);
const key = (more: Partial<AtTable> = {}): string => tableKey(lyingIn(more.outlook ?? outlook), { ...at, ...more }, []);

test("a run sheet is planned anew when the shop's changeover, places or helper change, or the day it is due for", () => {
  const shop = (patch: Partial<typeof outlook.shop>): string => key({ outlook: { ...outlook, shop: { ...outlook.shop, ...patch } } });
  const due = season([{ ...need, due: "2031-11-25", lines: [line("l", "blue", 2)] }], [batch([unit(1), unit(2)])]);
  const all = [key(), shop({ changeover: 9 }), shop({ dryingPlaces: 4 }), shop({ helperMay: [] }), key({ outlook: due })];
  expect(new Set(all).size).toBe(all.length);
});

test("settings of the device that a plan hangs on are part of it, how it sounds is not", () => {
  const set = (patch: Partial<typeof settings>): string => key({ settings: { ...settings, ...patch } });
  const all = [key(), set({ boards: 2 }), set({ tiresAfter: 30 }), set({ heatTool: true }), key({ atBench: true }), key({ room: { warm: 17, humid: 0.8 } })];
  expect(new Set(all).size).toBe(all.length);
  expect(set({ chimes: true, leftHanded: true })).toBe(key());
});

test("the clock alone asks for no new plan", () => {
  expect(key({ outlook: { ...outlook, now: new Date(outlook.now.getTime() + 60_000), minute: outlook.minute + 1 } })).toBe(key());
});
