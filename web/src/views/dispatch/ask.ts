import type { Outlook } from "@yule/derive";

/** What each question about sending is asked with. */
export interface DispatchAskProps {
  readonly outlook: Outlook;
}
