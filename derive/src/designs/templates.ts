import type { CommandInput } from "@yule/contract";
import { inches, mm, PLAIN_CARD, PLAIN_LAYER, type Layer, type Length, type Stack, t, written } from "@yule/core";

type AddDesign = CommandInput<"add-design">;
type Stage = AddDesign["stages"][number];
/** A stage before it is given its id. */
type Drafted = Omit<Stage, "id">;

const stage = (name: string, kind: Stage["kind"], hands: number, setup: number, dry: number, more: Partial<Drafted> = {}): Drafted => ({
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

const finishing = (): Drafted[] => [
  stage("Flatten", "finish", 0, 5, 480, { note: "overnight under books" }),
  stage("Letter", "finish", 1, 3, 10, { portable: true }),
  stage("Score and fold bases", "assemble", 1, 4, 0, { portable: true }),
  stage("Mount", "assemble", 1, 4, 20),
];

const washes = (): Drafted[] => [
  stage("Sketch", "draw", 2, 3, 0, { portable: true }),
  stage("First wash", "paint", 2, 5, 6),
  stage("Drop in colour", "paint", 1, 1, 35, { within: 6, note: "while it is damp" }),
  stage("Second wash", "paint", 2, 4, 30),
  stage("Accents", "paint", 2, 2, 15, { portable: true }),
];

const taped = (): Drafted[] => [
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
  /** @param newId makes the ids of its stages */
  readonly make: (newId: () => string) => Pick<AddDesign, "method" | "stages" | "guides"> & { readonly stack: Stack };
}

const layer = (kind: Layer["kind"], width: Length, height: Length, more: Partial<Layer> = {}): Layer => ({
  ...PLAIN_LAYER,
  kind,
  name: kind,
  width,
  height,
  x: null,
  y: null,
  ...more,
});
const card = (width: Length, height: Length, layers: readonly Layer[], more: Partial<Stack> = {}): Stack => ({
  ...PLAIN_CARD,
  fold: "left",
  width,
  height,
  layers,
  thickness: mm(1),
  envelope: null,
  ...more,
});

type Draft = Pick<Template, "key" | "name" | "says"> & {
  readonly make: () => Pick<AddDesign, "method" | "guides"> & { readonly stages: readonly Drafted[]; readonly stack: Stack };
};

const DRAFTS: readonly Draft[] = [
  {
    key: "square",
    name: written`Square card, mat and panel`,
    says: written`5 1/2 in; base 11 × 5 1/2 in scored at 5 1/2; washes wet in wet; cut panels`,
    make: () => ({
      method: "cut",
      stages: [...washes(), ...finishing()],
      stack: card(inches(5.5), inches(5.5), [layer("mat", inches(5), inches(5)), layer("panel", inches(4.5), inches(4.5))], {
        envelope: { width: inches(5.75), height: inches(5.75) },
        thickness: mm(1.2),
      }),
    }),
  },
  {
    key: "torn",
    name: written`Square card, torn panel`,
    says: written`6 in; base 12 × 6 in; the panel torn along a ruler and glued straight on the base`,
    make: () => ({
      method: "fold",
      stages: [...washes(), ...finishing()],
      stack: card(inches(6), inches(6), [layer("panel", inches(5), inches(5), { edge: "torn" })], { envelope: { width: inches(6.25), height: inches(6.25) } }),
    }),
  },
  {
    key: "tall",
    name: written`Tall A6 card, panel glued on`,
    says: written`base 210 × 148 mm; taped white border; masking fluid`,
    make: () => ({
      method: "tape",
      stages: [...taped(), ...finishing()],
      stack: card(mm(105), mm(148), [layer("panel", mm(90), mm(133))], { envelope: { width: mm(114), height: mm(162) } }),
    }),
  },
  {
    key: "mats",
    name: written`Tall card, two mats, panel set high`,
    says: written`120 × 170 mm; reveals of 5 and 4 mm, the panel 6 mm above the middle`,
    make: () => ({
      method: "cut",
      stages: [...washes(), ...finishing()],
      stack: card(
        mm(120),
        mm(170),
        [layer("mat", mm(110), mm(160), { name: "outer mat" }), layer("mat", mm(102), mm(152), { name: "inner mat" }), layer("panel", mm(86), mm(124), { y: mm(17) })],
        { envelope: { width: mm(125), height: mm(176) }, thickness: mm(1.4) },
      ),
    }),
  },
  {
    key: "postcard",
    name: written`Postcard A6, taped border, grid`,
    says: written`no fold; painted on the card itself inside a taped border of 8 mm; 2 × 5 cells`,
    make: () => ({
      method: "tape",
      stages: [...taped(), stage("Flatten", "finish", 0, 5, 480), stage("Letter", "finish", 1, 3, 10, { portable: true })],
      guides: { kind: "cells", columns: 2, rows: 5, margin: mm(8), gap: mm(4), circles: false },
      stack: card(mm(105), mm(148), [layer("panel", mm(105), mm(148))], { fold: "none", thickness: mm(0.5) }),
    }),
  },
  {
    key: "tag",
    name: written`Arched tag with a hole, that stands`,
    says: written`62 × 105 mm; two arches scored 1/2 in from the top of the back; 4 mm off its foot`,
    make: () => ({
      method: "cut",
      stages: [...washes(), ...finishing()],
      stack: card(mm(62), mm(105), [layer("panel", mm(52), mm(82), { outline: "arch", y: mm(18) })], {
        fold: "top",
        outline: "arch",
        hole: { width: mm(5), fromTop: mm(9) },
        footTrim: mm(4),
      }),
    }),
  },
  {
    key: "round",
    name: written`Round card that stands`,
    says: written`120 mm across; two discs scored 1/2 in from the top of the back; 3 mm off its foot`,
    make: () => ({
      method: "cut",
      stages: [...washes(), ...finishing()],
      stack: card(mm(120), mm(120), [layer("panel", mm(104), mm(104), { outline: "circle" })], {
        fold: "top",
        outline: "circle",
        footTrim: mm(3),
        envelope: { width: mm(130), height: mm(130) },
      }),
    }),
  },
];

export const TEMPLATES: readonly Template[] = DRAFTS.map(({ make, ...rest }) => ({
  ...rest,
  make: (newId) => {
    const { stages, ...more } = make();
    return { ...more, stages: stages.map((stage) => ({ id: newId(), ...stage })) };
  },
}));

/** The colourways named in one line, parted by commas. @param newId makes their ids */
export const colourwaysOf = (line: string, newId: () => string): CommandInput<"add-design">["colourways"] => {
  const names = line
    .split(",")
    .map((name) => name.trim())
    .filter((name) => name !== "");
  return (names.length > 0 ? names : [t`as painted`]).map((name) => ({ id: newId(), name, paints: [], pictureId: null }));
};
