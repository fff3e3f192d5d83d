import type { Outlook } from "@yule/derive";

/** What each question of the logbook is asked with. */
export interface LogbookAskProps {
  readonly outlook: Outlook;
}
