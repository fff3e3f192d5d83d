/** What a command did, for the logbook. */
export interface Done {
  readonly subject: readonly [kind: string, id: string];
  readonly summary: string;
}
