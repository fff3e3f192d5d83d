import { phraseText } from "@yule/contract";
import { phrase, type Fault, type Phrase } from "@yule/core";

/** An answer that is not a bug: it is shown to the maker as it is. Thrown inside a transaction, so that nothing is half-saved. */
export class Refusal extends Error {
  readonly status: number;
  readonly faults: readonly Fault[];
  readonly present: unknown;
  readonly title: Phrase;

  constructor(status: number, title: Phrase, faults: readonly Fault[] = [], present?: unknown) {
    super(phraseText(title));
    this.title = title;
    this.status = status;
    this.faults = faults;
    this.present = present;
  }
}

/** What was given cannot be: 422 with the fault. */
export const refuse = (fault: Fault): never => {
  throw new Refusal(422, phrase`This cannot be done as asked.`, [fault]);
};

/** Something named by its id is not there. */
export const missing = (what: string, path: Fault["path"], id: string): never =>
  refuse({ code: "not-found", path, given: [{ name: id, of: what }], allowed: phrase`the id of a ${what} of this shop` });
