/** The one source of the present. Everything else takes moments as arguments. */
export interface Clock {
  readonly now: () => Date;
}

/** The machine's clock, or the moment in `YULE_NOW` for demo, tests and pictures. */
export function clockFrom(pinned: string | undefined): Clock {
  if (!pinned) return { now: () => new Date() };
  const moment = new Date(pinned);
  if (Number.isNaN(moment.getTime())) throw new Error(`YULE_NOW: given ${pinned}, allowed a moment such as 2031-11-08T10:00:00Z`);
  return { now: () => new Date(moment) };
}
