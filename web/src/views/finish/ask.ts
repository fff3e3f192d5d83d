import type { BoxRead, FinishRead, UnitRead } from "@yule/contract";
import type { FinishTask, NeedView, Outlook } from "@yule/derive";

/** What each question about finishing is asked with. */
export interface FinishAskProps {
  readonly outlook: Outlook;
  readonly finish: FinishRead;
  /** Needs with something to do here, the soonest first. */
  readonly tasks: readonly FinishTask[];
  /** The one that is looked at. */
  readonly task: FinishTask | null;
}

/** Before the server has said more than the bench does. */
export const NOTHING_FINISHED: FinishRead = { rescues: [], rescued: [], making: [], boxes: [], left: [], matters: [], fates: [] };

/** A panel of a batch that is being judged. */
export interface JudgedUnit {
  readonly unit: UnitRead;
  readonly view: NeedView;
  readonly batchId: string;
}

export const boxName = ({ name, place }: BoxRead): string => (place === "" ? name : `${name}, ${place}`);
