import { expose } from "comlink";
import { speakWords } from "../kit/language/language.ts";
import { speakAs } from "../kit/say.ts";
import { runSheetPdf } from "./pdf/runSheetPdf.ts";

/** Drawing pages of letters takes long enough to be felt beside wet paint. */
const desk = { runSheetPdf, speakAs, speakWords };
export type RunSheetWorker = typeof desk;

expose(desk);
