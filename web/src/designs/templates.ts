import type { CommandInput } from "@yule/contract";
import { inches, mm } from "@yule/core";
import { v7 } from "uuid";

type AddDesign = CommandInput<"add-design">;
type Stage = AddDesign["stages"][number];

const stage = (name: string, kind: Stage["kind"], hands: number, setup: number, dry: number, more: Partial<Stage> = {}): Stage => ({
  id: v7(),
  name,
  kind,
  hands,
  setup,
  dry,
  within: null,
  portable: false,
  note: "",
  ...more,
});

const finishing = (): Stage[] => [
  stage("Flatten", "finish", 0, 5, 480, { note: "overnight under books" }),
  stage("Letter", "finish", 1, 3, 10, { portable: true }),
  stage("Score and fold bases", "assemble", 1, 4, 0, { portable: true }),
  stage("Mount", "assemble", 1, 4, 20),
];

const washes = (): Stage[] => [
  stage("Sketch", "draw", 2, 3, 0, { portable: true }),
  stage("First wash", "paint", 2, 5, 6),
  stage("Drop in colour", "paint", 1, 1, 35, { within: 6, note: "while it is damp" }),
  stage("Second wash", "paint", 2, 4, 30),
  stage("Accents", "paint", 2, 2, 15, { portable: true }),
];

const taped = (): Stage[] => [
  stage("Tape to the board", "prepare", 0, 12, 0),
  stage("Sketch", "draw", 2, 3, 0, { portable: true }),
  stage("Mask the lights", "mask", 1, 4, 30, { note: "board flat; soap the brush first" }),
  stage("First wash", "paint", 2, 5, 30),
  stage("Second wash", "paint", 2, 4, 35),
  stage("Unmask", "mask", 1, 1, 0, { note: "bone dry only" }),
  stage("Accents", "paint", 2, 2, 20),
  stage("Untape and cut apart", "prepare", 1, 3, 0, { note: "low and slow, away from the panel" }),
];

/** What a design begins as; every figure can be changed afterwards. Envelopes leave 1/4 in or 9 mm. */
export interface Template {
  readonly key: string;
  readonly name: string;
  readonly says: string;
  readonly make: () => Pick<AddDesign, "stack" | "method" | "stages">;
}

const layer = (kind: "mat" | "panel", width: number, height: number) => ({ kind, name: kind, width, height, x: null, y: null });

export const TEMPLATES: readonly Template[] = [
  {
    key: "square",
    name: "Square 5 1/2 in card, mat and panel",
    says: "base 11 × 5 1/2 in scored at 5 1/2; washes wet in wet; cut panels",
    make: () => ({
      method: "cut",
      stages: [...washes(), ...finishing()],
      stack: {
        fold: "left",
        width: inches(5.5),
        height: inches(5.5),
        layers: [layer("mat", inches(5), inches(5)), layer("panel", inches(4.5), inches(4.5))],
        envelope: { width: inches(5.75), height: inches(5.75) },
        thickness: mm(1.2),
      },
    }),
  },
  {
    key: "tall",
    name: "Tall A6 card, panel glued on",
    says: "base 210 × 148 mm; taped white border; masking fluid",
    make: () => ({
      method: "tape",
      stages: [...taped(), ...finishing()],
      stack: { fold: "left", width: mm(105), height: mm(148), layers: [layer("panel", mm(90), mm(133))], envelope: { width: mm(114), height: mm(162) }, thickness: mm(1) },
    }),
  },
  {
    key: "postcard",
    name: "Postcard, painted to the edge",
    says: "no fold; one panel of 148 × 105 mm",
    make: () => ({
      method: "cut",
      stages: [...washes(), stage("Flatten", "finish", 0, 5, 480), stage("Letter", "finish", 1, 3, 10, { portable: true })],
      stack: { fold: "none", width: mm(148), height: mm(105), layers: [layer("panel", mm(148), mm(105))], envelope: null, thickness: mm(0.5) },
    }),
  },
];
