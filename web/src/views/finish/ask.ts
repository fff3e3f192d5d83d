import type { BoxRead, FinishRead } from "@yule/contract";
import type { FinishTask, Outlook } from "@yule/derive";

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

export const boxName = ({ name, place }: BoxRead): string => (place === "" ? name : `${name}, ${place}`);
