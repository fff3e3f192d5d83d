import type { Move, RunModel } from "./model.ts";

/** What a move is, whenever it is done. */
export type BegunUnits = Pick<Move, "batch" | "stage">;

/**
 * The order of an earlier plan, made to fit what is left of the work: what was done or spoilt since leaves it at the front, what came
 * anew goes before its like, and a move that is not ready yet is put off until it is.
 * @returns an order of steps that keeps every route; whether its windows hold is for the timetable to say
 */
export function orderAgain(work: RunModel, earlier: readonly BegunUnits[]): number[] {
  const { steps, job, table } = work;
  const indexOf = new Map(
    steps.map((step, index) => {
      const batch = job.batches[step.batch];
      return [`${batch?.id ?? ""}/${batch?.stages[step.stage]?.id ?? ""}`, index];
    }),
  );
  const asked = earlier.flatMap(({ batch, stage }) => indexOf.get(`${batch}/${stage}`) ?? []);
  const surplus = steps.map((step, index) => asked.filter((each) => each === index).length - step.units);
  const wanted: number[] = [];
  for (const index of asked) {
    const over = surplus[index] ?? 0;
    if (over > 0) surplus[index] = over - 1;
    else {
      for (let missing = over; missing < 0; missing += 1) wanted.push(index);
      surplus[index] = 0;
      wanted.push(index);
    }
  }
  surplus.forEach((over, index) => {
    for (let missing = over; missing < 0; missing += 1) wanted.push(index);
  });
  const done = new Int32Array(steps.length);
  const isReady = (index: number): boolean => {
    const before = table.before[index] ?? -1;
    return before < 0 || (done[index] ?? 0) < (table.heads[index] ?? 0) + (done[before] ?? 0) * (table.splits[index] ?? 1);
  };
  const order: number[] = [];
  while (wanted.length > 0) {
    const place = wanted.findIndex(isReady);
    const [index] = wanted.splice(Math.max(0, place), 1);
    if (index === undefined) break;
    done[index] = (done[index] ?? 0) + 1;
    order.push(index);
  }
  return order;
}
