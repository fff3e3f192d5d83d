import { seededRandom } from "../../search/search.ts";
import { dayIndexOf, type SeasonJob, type SeasonWorkPlan } from "../schedule/model.ts";
import { courseOf } from "./course.ts";
import { daysLate, drawTimes, missingAfterInspection, type NeedOdds, type Spreads } from "./odds.ts";
import { betaDraw } from "./draws.ts";
import { FuturePlay } from "./playing.ts";

/** Streams of one future lie so far apart. */
const APART = 15_485_863;

/**
 * Plans of one job played in the same futures, so that few of them tell which is better (common random numbers: Law, Simulation Modeling and
 * Analysis, 5th ed., section 11.2). The k-th future has the same hands, drying, lost sessions, post and yields for every plan.
 */
export class SameFutures {
  /** Pieces played since the beginning: what comparing has cost. */
  work = 0;
  private readonly known: readonly (NeedOdds | undefined)[];
  /** All that can be kept. */
  readonly weight: number;

  constructor(
    private readonly job: SeasonJob,
    private readonly spreads: Spreads,
    needs: readonly NeedOdds[],
    private readonly seed: number,
  ) {
    this.known = job.needs.map((need) => needs.find((each) => each.id === need.id));
    this.weight = this.known.reduce((sum, each) => sum + (each?.weight ?? 0), 0);
  }

  /** Puts a plan on the table. @returns what plays futures of it, one after another or again: the weight of its promises kept in future k */
  of(plan: SeasonWorkPlan): (future: number) => number {
    const { known } = this;
    const table = this.laid(plan);
    return (future) => {
      table.draw(future);
      table.playing.run();
      this.work += table.pieces;
      return known.reduce((sum, each, at) => sum + (table.isKept(at) ? (each?.weight ?? 0) : 0), 0);
    };
  }

  /**
   * Puts a plan on the table that is begun later.
   * @returns what plays future k with nothing of a need taken up before a minute, of all needs where it is -1; and who keeps their day then
   */
  held(plan: SeasonWorkPlan): (future: number, need: number, until: number) => (need: number) => boolean {
    const table = this.laid(plan);
    return (future, need, until) => {
      for (let at = 0; at < this.known.length; at += 1) table.playing.hold(at, need < 0 || need === at ? until : 0);
      table.draw(future);
      table.playing.run(need);
      return table.isKept;
    };
  }

  private laid(plan: SeasonWorkPlan) {
    const { job, spreads, known } = this;
    const course = courseOf(job, plan);
    let [draw, lose] = [seededRandom(0), seededRandom(0)];
    // Sessions are lost by a stream of their own: how long a plan takes moves no other draw.
    const playing = new FuturePlay(course, job.needs.length, () => lose());
    const posts = new Int32Array(known.length);
    const drawn = (future: number): void => {
      draw = seededRandom(this.seed + APART * (2 * future + 1));
      lose = seededRandom(this.seed + APART * (2 * future + 2));
      const random = (): number => draw();
      playing.draws.lost = betaDraw(spreads.sessions.lost, spreads.sessions.kept, random);
      playing.draws.supplies = daysLate(spreads.supplies, random) * 1440;
      known.forEach((each, at) => {
        playing.draws.extra[at] = each ? missingAfterInspection(each, false, random) : 0;
        posts[at] = each?.posted ? daysLate(spreads.post, random) : 0;
      });
      drawTimes(course, playing.draws, spreads, null, random);
    };
    const isKept = (at: number): boolean => Math.max(dayIndexOf(job, playing.finished[at] ?? 0), course.beyond[at] ?? 0) + (posts[at] ?? 0) <= (job.needs[at]?.due ?? 0);
    return { playing, pieces: course.pieces.length, draw: drawn, isKept };
  }
}
