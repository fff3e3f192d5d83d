import type { CommandInput } from "@yule/contract";
import { mm } from "@yule/core";
import { idMaker } from "./ids.ts";

type Sentiment = CommandInput<"add-sentiment">;
const makeId = idMaker(0x1004);

/** Words of the shop: most are written by hand, one is a stamp. */
export const SENTIMENTS = {
  yule: { id: makeId(), text: "A calm Yule to you", occasion: "yule", tone: "warm" },
  dark: { id: makeId(), text: "Light for the dark months", neutral: true, tone: "warm" },
  year: { id: makeId(), text: "A bright new year", occasion: "new-year" },
  thanks: { id: makeId(), text: "Thank you kindly", occasion: "thank-you", neutral: true },
  birthday: { id: makeId(), text: "Many happy returns of the day", occasion: "birthday" },
  child: { id: makeId(), text: "Hold on to your hat!", occasion: "birthday", recipient: "a child", tone: "funny" },
  stamp: { id: makeId(), text: "Fair winds", means: "stamp", width: mm(62), height: mm(18), neutral: true },
  inside: { id: makeId(), text: "with warm wishes from the harbour", tone: "warm", neutral: true },
} as const satisfies Record<string, Sentiment>;

/** A place across the foot of a panel. */
export const footZone = (panel: { width: number; height: number }) => ({
  id: makeId(),
  x: Math.round(panel.width * 0.12),
  y: Math.round(panel.height * 0.82),
  width: Math.round(panel.width * 0.76),
  height: Math.round(panel.height * 0.14),
  curve: 0,
});
