import type { CommandInput } from "@yule/contract";
import { idMaker } from "./ids.ts";

const makeId = idMaker(0x1010);
type AddPaint = CommandInput<"add-paint">;
const paint = (name: string, pigments: string, form: AddPaint["form"], ml: number, costMinor: number, more: Partial<AddPaint> = {}): AddPaint => ({
  id: makeId(),
  name,
  pigments: pigments.split(" "),
  form,
  ml,
  costMinor,
  ...more,
});

/** The paint shelf: made-up trade names, pigments by their public index names. */
export const SHELF: readonly AddPaint[] = [
  paint("Ferry Blue", "PB29", "pan", 1.6, 420),
  paint("Harbour Deep", "PB27", "tube", 8, 720),
  paint("Rockpool", "PB16", "tube", 8, 890),
  paint("Tideline", "PB15:3", "pan", 1.6, 460),
  paint("Slate Blue", "PB60", "pan", 1.6, 520),
  paint("Dune", "PY42", "pan", 1.6, 380),
  paint("Lamp Oil", "PY150", "tube", 8, 880),
  paint("Lemon Rind", "PY175", "pan", 1.6, 430),
  paint("Quince", "PY35", "tube", 8, 1290),
  paint("Buoy", "PO62", "pan", 1.6, 460),
  paint("Kite Red", "PR177", "tube", 8, 940),
  paint("Thrift", "PV19", "pan", 1.6, 480),
  paint("Signal Red", "PR255", "pan", 1.6, 480),
  paint("Dusk", "PV19 PB29", "pan", 1.6, 450),
  paint("Night Mail", "PV23", "liquid", 29, 1090),
  paint("Samphire", "PG7 PY42", "pan", 1.6, 440),
  paint("Bottle Glass", "PG7", "liquid", 29, 1090),
  paint("Groyne", "PBr7", "pan", 1.6, 380),
  paint("Slate Roof", "PBk7 PB29", "pan", 1.6, 400),
  paint("Soot", "PBk7", "pan", 1.6, 380),
  paint("Gull White", "PW6", "tube", 14, 690),
  paint("Weathercock", "PM2", "pan", 1.6, 610),
];
