import type { CommandInput } from "@yule/contract";
import { inches, mm, type Length } from "@yule/core";
import { STORES } from "./stores.ts";
import { makeId } from "./designIds.ts";
import { hexColour, Paper } from "./paint/paper.ts";
import { MOTIFS, type MotifName } from "./paint/motifs.ts";

type AddDesign = CommandInput<"add-design">;
type Stage = AddDesign["stages"][number];
type Paint = { pigments: string; name: string; hex: string };

/** Made-up trade names for paints of public pigment index names. */
const PAINTS = {
  ultramarine: { pigments: "PB29", name: "Ferry Blue", hex: "#33479c" },
  prussian: { pigments: "PB27", name: "Harbour Deep", hex: "#1f3f5f" },
  turquoise: { pigments: "PB16", name: "Rockpool", hex: "#1f8a96" },
  ochre: { pigments: "PY42", name: "Dune", hex: "#c6953c" },
  yellow: { pigments: "PY150", name: "Lamp Oil", hex: "#dba520" },
  madder: { pigments: "PR177", name: "Kite Red", hex: "#b53a45" },
  orange: { pigments: "PO62", name: "Buoy", hex: "#dd7434" },
  violet: { pigments: "PV19 PB29", name: "Dusk", hex: "#6b4b8c" },
  green: { pigments: "PG7 PY42", name: "Samphire", hex: "#5e8a52" },
  grey: { pigments: "PBk7 PB29", name: "Slate Roof", hex: "#59646f" },
  umber: { pigments: "PBr7", name: "Groyne", hex: "#8a6a4f" },
  rose: { pigments: "PV19", name: "Thrift", hex: "#c9527e" },
} as const satisfies Record<string, Paint>;
type PaintName = keyof typeof PAINTS;

export const SERIES = {
  shore: { id: makeId(), name: "Low water", palette: "cool" },
  night: { id: makeId(), name: "Night post", palette: "mixed" },
  wind: { id: makeId(), name: "Garden wind", palette: "mixed", ties: { alternate: true } },
} as const;

const stage = (name: string, kind: Stage["kind"], hands: number, setup: number, dry: number, more: Partial<Stage> = {}): Stage => ({
  id: makeId(),
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

const maskedRoute = (): Stage[] => [
  stage("Sketch", "draw", 1, 3, 0, { portable: true }),
  stage("Mask the lights", "mask", 1, 4, 30, { note: "soap the brush first; board flat" }),
  stage("First wash", "paint", 1, 6, 8, { note: "tea strength; leave the moon" }),
  stage("Drop in the dark", "paint", 1, 2, 35, { within: 8, note: "while it is still damp, low left" }),
  stage("Unmask", "mask", 1, 1, 0, { note: "bone dry only" }),
  stage("Second wash", "paint", 1, 4, 30),
  stage("Accents and dots", "paint", 1, 2, 15, { portable: true }),
  stage("Flatten", "finish", 0, 6, 480, { note: "overnight under books" }),
  stage("Letter", "finish", 1, 3, 10, { portable: true }),
  stage("Score and fold bases", "assemble", 1, 4, 0, { portable: true }),
  stage("Mount", "assemble", 1, 4, 20),
];

const directRoute = (): Stage[] => [
  stage("Trace", "draw", 1, 3, 0, { portable: true }),
  stage("Sky wash", "paint", 1, 5, 25, { note: "board at an angle" }),
  stage("Shapes", "paint", 2, 4, 25),
  stage("Shadows", "paint", 1, 3, 20),
  stage("Pen outline", "draw", 1, 2, 5, { portable: true, note: "0.3 mm, waterproof" }),
  stage("Flatten", "finish", 0, 6, 480, { note: "overnight under books" }),
  stage("Letter", "finish", 1, 3, 10, { portable: true }),
  stage("Score and fold bases", "assemble", 1, 4, 0, { portable: true }),
  stage("Mount", "assemble", 1, 4, 20),
];

/** With a mistake: the words are written first, and a wash goes over them. */
const mistakenRoute = (): Stage[] => {
  const route = directRoute();
  const letter = route.findIndex((each) => each.name === "Letter");
  return [...route.splice(letter, 1), ...route];
};

const squareStack = (mat: Length | null, panel: Length): AddDesign["stack"] => ({
  fold: "left",
  width: inches(5.5),
  height: inches(5.5),
  layers: [
    ...(mat ? [{ kind: "mat" as const, name: "mat", width: mat, height: mat, x: null, y: null }] : []),
    { kind: "panel" as const, name: "panel", width: panel, height: panel, x: null, y: null },
  ],
  envelope: { width: inches(5.75), height: inches(5.75) },
  thickness: mm(1.2),
});

const tallStack = (): AddDesign["stack"] => ({
  fold: "left",
  width: mm(105),
  height: mm(148),
  layers: [{ kind: "panel", name: "panel", width: mm(92), height: mm(128), x: null, y: mm(8) }],
  envelope: { width: mm(114), height: mm(162) },
  thickness: mm(0.9),
});

interface Plan {
  readonly motif: MotifName;
  readonly name: string;
  readonly series: keyof typeof SERIES;
  readonly tall: boolean;
  readonly masked: boolean;
  readonly card: "kraft" | "slate";
  readonly traits: AddDesign["traits"];
  readonly colourways: readonly (readonly [name: string, ...paints: [PaintName, PaintName, PaintName]])[];
}

const PLANS: readonly Plan[] = [
  {
    motif: "tidePool",
    traits: { light: "left", highlight: "left", looks: "ahead", elements: 3, suits: ["yule", "thank-you"], shows: ["animals"] },
    name: "Tide pool",
    series: "shore",
    tall: false,
    masked: true,
    card: "slate",
    colourways: [
      ["turquoise", "turquoise", "umber", "orange"],
      ["grey day", "grey", "umber", "madder"],
    ],
  },
  {
    motif: "paperBoat",
    traits: { light: "left", highlight: "left", looks: "right", elements: 1, suits: ["thank-you", "new-year"] },
    name: "Paper boat",
    series: "shore",
    tall: false,
    masked: false,
    card: "slate",
    colourways: [
      ["blue sail", "prussian", "turquoise", "ultramarine"],
      ["red sail", "turquoise", "ochre", "madder"],
      ["yellow sail", "ultramarine", "turquoise", "yellow"],
    ],
  },
  {
    motif: "nightTrain",
    traits: { light: "right", highlight: "right", looks: "left", elements: 1, suits: ["yule", "new-year"] },
    name: "Night train",
    series: "night",
    tall: false,
    masked: true,
    card: "slate",
    colourways: [
      ["dusk blue", "ultramarine", "violet", "yellow"],
      ["grey", "grey", "prussian", "orange"],
    ],
  },
  {
    motif: "moth",
    traits: { light: "left", highlight: "left", looks: "ahead", elements: 1, suits: ["thank-you"], shows: ["animals"] },
    name: "Lamp moth",
    series: "night",
    tall: true,
    masked: false,
    card: "kraft",
    colourways: [
      ["ochre", "ochre", "violet", "orange"],
      ["rose", "rose", "prussian", "yellow"],
    ],
  },
  {
    motif: "bicycle",
    traits: { light: "right", highlight: "right", looks: "right", line: mm(0.3), elements: 1, suits: ["birthday", "thank-you"] },
    name: "Bicycle in rain",
    series: "night",
    tall: false,
    masked: false,
    card: "kraft",
    colourways: [
      ["red frame", "grey", "prussian", "madder"],
      ["green frame", "turquoise", "grey", "green"],
    ],
  },
  {
    motif: "kite",
    traits: { light: "left", highlight: "left", looks: "right", line: mm(0.3), elements: 3, suits: ["birthday"], ages: { from: 3, to: 8 } },
    name: "Three kites",
    series: "wind",
    tall: true,
    masked: false,
    card: "kraft",
    colourways: [
      ["red and blue", "turquoise", "madder", "ultramarine"],
      ["orange and green", "ultramarine", "orange", "green"],
    ],
  },
  {
    motif: "weatherVane",
    traits: { light: "left", highlight: "left", looks: "right", line: mm(0.1), elements: 1, suits: ["yule", "birthday"] },
    name: "Weather vane",
    series: "wind",
    tall: true,
    masked: false,
    card: "kraft",
    colourways: [
      ["blue whale", "turquoise", "orange", "prussian"],
      ["evening", "rose", "umber", "violet"],
    ],
  },
  {
    motif: "quince",
    traits: { light: "left", highlight: "left", looks: "ahead", elements: 4, suits: ["thank-you"], shows: ["fruit"] },
    name: "Quinces",
    series: "wind",
    tall: false,
    masked: false,
    card: "kraft",
    colourways: [
      ["ripe", "yellow", "green", "ochre"],
      ["on slate", "ochre", "green", "grey"],
    ],
  },
];

export type DesignName = MotifName;
export interface DemoDesign {
  readonly command: AddDesign;
  readonly motif: MotifName;
}

const panelSize = (plan: Plan): Length => inches(plan.masked ? 4.25 : 4.5);

/** A picture of the demo: it is painted by the program itself, which takes a while, and only where it is wanted. */
export interface DemoPicture {
  readonly id: string;
  /** @returns a PNG */
  readonly paint: () => Uint8Array;
}

/** The designs and their pictures. */
export function demoDesigns(): { designs: readonly DemoDesign[]; pictures: readonly DemoPicture[] } {
  const pictures: DemoPicture[] = [];
  const designs = PLANS.map((plan): DemoDesign => {
    const stack = plan.tall ? tallStack() : squareStack(plan.masked ? inches(4.75) : inches(5), panelSize(plan));
    const colourways = plan.colourways.map(([name, ...paints], index) => {
      const pictureId = makeId();
      const width = plan.tall ? 250 : 300;
      const tall = plan.tall ? 128 / 92 : 1;
      const paint = (): Uint8Array => {
        const paper = new Paper(width, Math.round(width * tall), 11 + index * 17 + plan.name.length);
        const [main, second, accent] = paints.map((name) => hexColour(PAINTS[name].hex));
        if (main && second && accent) MOTIFS[plan.motif](paper, [main, second, accent], tall);
        return paper.picture();
      };
      pictures.push({ id: pictureId, paint });
      return { id: makeId(), name, paints: paints.map((paint) => PAINTS[paint]), pictureId };
    });
    return {
      motif: plan.motif,
      command: {
        id: makeId(),
        seriesId: SERIES[plan.series].id,
        name: plan.name,
        stack,
        method: plan.masked ? "tape" : "cut",
        paperId: plan.tall ? STORES.halfPaper.id : STORES.cotton.id,
        cardStockId: STORES[plan.card].id,
        stages: plan.masked ? maskedRoute() : plan.motif === "weatherVane" ? mistakenRoute() : directRoute(),
        colourways,
        traits: plan.traits,
      },
    };
  });
  return { designs, pictures };
}
