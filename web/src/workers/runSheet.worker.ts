import { expose } from "comlink";
import { speakAs } from "../kit/say.ts";
import { runSheetPdf } from "./pdf/runSheetPdf.ts";

/** Drawing pages of letters takes long enough to be felt beside wet paint. */
const desk = { runSheetPdf, speakAs };
export type RunSheetWorker = typeof desk;

expose(desk);
