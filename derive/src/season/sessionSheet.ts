import { printMinutes, minutes, type SeasonFacts, type SeasonWorkPlan } from "@yule/core";

/** One line of a session's plan: a stretch of one step for one batch, or of several steps of one need that follow each other. */
export interface SessionLine {
  readonly needs: readonly string[];
  readonly name: string;
  readonly units: number;
  readonly minutes: number;
}

export interface SessionSheet {
  readonly index: number;
  readonly day: string;
  readonly from: number;
  readonly to: number;
  readonly who: "maker" | "helper";
  readonly late: boolean;
  readonly used: number;
  readonly length: number;
  readonly lines: readonly SessionLine[];
}

/** The plan read session by session, with what each is filled with. Sessions the plan leaves free are there too, empty. */
export function sessionSheets(facts: SeasonFacts, plan: SeasonWorkPlan): SessionSheet[] {
  return facts.sessions.map((session, index) => {
    const blocks = plan.blocks.filter((block) => block.session === index);
    const lines: SessionLine[] = [];
    for (const block of blocks) {
      const last = lines[lines.length - 1];
      const spent = block.setup + block.end - block.start;
      if (last && last.needs.join() === block.needs.join())
        lines[lines.length - 1] = { ...last, name: `${last.name}, ${block.name.toLowerCase()}`, minutes: last.minutes + spent, units: Math.max(last.units, block.units) };
      else lines.push({ needs: block.needs, name: block.name, units: block.units, minutes: spent });
    }
    return {
      index,
      day: session.day,
      from: session.from,
      to: session.to,
      who: session.who,
      late: session.late,
      used: lines.reduce((sum, line) => sum + line.minutes, 0),
      length: session.length,
      lines,
    };
  });
}

/** `1 h 20 of 2 h`. */
export const fillWords = (sheet: SessionSheet): string =>
  sheet.used === 0 ? "free" : `${printMinutes(minutes(Math.round(sheet.used)))} of ${printMinutes(minutes(sheet.length))}`;
