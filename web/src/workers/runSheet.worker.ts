import { expose } from "comlink";
import { runSheetPdf } from "./pdf/runSheetPdf.ts";

/** Drawing pages of letters takes long enough to be felt beside wet paint. */
const desk = { runSheetPdf };
export type RunSheetWorker = typeof desk;

expose(desk);
