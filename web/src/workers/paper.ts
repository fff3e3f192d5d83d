import { shopAt } from "../kit/shopAt.ts";
import type { RunSheetWorker } from "./runSheet.worker.ts";
import { languageSpoken } from "../kit/language/language.ts";
import { spoken } from "../kit/say.ts";
import type { SeasonBookWorker } from "./seasonBook.worker.ts";
import { askOnce } from "./startWorker.ts";
import type { WallSheetWorker } from "./wallSheet.worker.ts";

/** The sheet for the wall as a PDF. Drawing pages of letters takes long enough to be felt, so it is done beside the interface. */
export const wallSheetPdf = (...asked: Parameters<WallSheetWorker["wallSheet"]>): Promise<Uint8Array> =>
  askOnce<WallSheetWorker, Uint8Array>(
    () => new Worker(new URL("./wallSheet.worker.ts", import.meta.url), { type: "module" }),
    async (worker) => {
      await worker.speakAs(spoken());
      await worker.speakWords(languageSpoken());
      return worker.wallSheet(...asked);
    },
  );

/** A run sheet as a PDF. */
export const printedRunSheet = (...asked: Parameters<RunSheetWorker["runSheetPdf"]>): Promise<Uint8Array> =>
  askOnce<RunSheetWorker, Uint8Array>(
    () => new Worker(new URL("./runSheet.worker.ts", import.meta.url), { type: "module" }),
    async (worker) => {
      await worker.speakAs(spoken());
      await worker.speakWords(languageSpoken(), "bench");
      return worker.runSheetPdf(...asked);
    },
  );

/** The book of a season as a PDF. */
export const seasonBookPdf = (...asked: Parameters<SeasonBookWorker["seasonBook"]>): Promise<Uint8Array> =>
  askOnce<SeasonBookWorker, Uint8Array>(
    () => new Worker(new URL("./seasonBook.worker.ts", import.meta.url), { type: "module" }),
    async (worker) => {
      await worker.workFor(shopAt());
      await worker.speakAs(spoken());
      await worker.speakWords(languageSpoken(), "logbook");
      return worker.seasonBook(...asked);
    },
  );
