import type { SheetsRead } from "@yule/contract";
import type { Outlook } from "@yule/derive";

/** What every question of Sheets is asked with. */
export interface SheetsAskProps {
  readonly outlook: Outlook;
  readonly sheets: SheetsRead;
}
