import { expose } from "comlink";
import { wallSheet } from "./pdf/wallSheet.ts";

/** Drawing a page of letters takes long enough to be felt: it is done beside the interface. */
const desk = { wallSheet };
export type WallSheetWorker = typeof desk;

expose(desk);
