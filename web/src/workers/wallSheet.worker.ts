import { expose } from "comlink";
import { speakWords } from "../kit/language/language.ts";
import { speakAs } from "../kit/say.ts";
import { wallSheet } from "./pdf/wallSheet.ts";

/** Drawing a page of letters takes long enough to be felt: it is done beside the interface. */
const desk = { wallSheet, speakAs, speakWords };
export type WallSheetWorker = typeof desk;

expose(desk);
