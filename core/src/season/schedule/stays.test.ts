import fc from "fast-check";
import { decode, type Yielding } from "./decode.ts";
import { largeSeason, need, season, session, step } from "./examples.ts";
import type { PlanChoice, SeasonJob, SeasonWorkPlan } from "./model.ts";
import { STYLES } from "./planWork.ts";
import { Stays, unitsAfter } from "./stays.ts";
import { seasonFaults } from "./verify.ts";

const choice = (order: readonly string[], part: Partial<PlanChoice> = {}): PlanChoice => ({ order, joined: [], reach: 4, patience: 10, free: [], resigned: [], ...part });
const byDue = (job: SeasonJob): string[] => [...job.needs].sort((a, b) => a.due - b.due).map(({ id }) => id);
const MODES: readonly Yielding[] = ["displaced and new", "displaced", "nothing"];
const standing = ({ blocks }: SeasonWorkPlan, yields: Yielding, pinned: readonly number[] = []) => ({ stays: blocks, yields, pinned: new Set(pinned) });
const places = ({ blocks }: SeasonWorkPlan): string[] => blocks.map((block) => `${block.needs.join("+")} ${block.step} ${String(block.session)}`);

test("units of a step that lie after a session are counted, in whatever order they are told", () => {
  const stays = new Stays([
    { needs: ["a"], step: "wash", session: 4, units: 3 },
    { needs: ["a"], step: "wash", session: 1, units: 2 },
    { needs: ["a", "b"], step: "wash", session: 7, units: 9 },
  ]);
  const own = stays.of(["a"], "wash") ?? [];
  expect([0, 1, 3, 4, 5].map((at) => unitsAfter(own, at))).toEqual([5, 3, 3, 0, 0]);
  expect(stays.of(["a"], "ink")).toBeNull();
});

test("a plan held by where its own work lies has nearly all of it in the same sessions, in every way of working", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 60 }), fc.constantFrom(0.5, 0.8, 1.1), fc.constantFrom(...STYLES), fc.constantFrom(...MODES), (seed, load, style, mode) => {
      const job = largeSeason(12, 6, 6, load, seed);
      const chosen = choice(byDue(job), { ...style, resigned: seed % 3 === 0 ? byDue(job).slice(-2) : [] });
      const plan = decode(job, chosen);
      const held = new Set(places(decode(job, chosen, standing(plan, mode))));
      expect(places(plan).filter((place) => held.has(place)).length).toBeGreaterThanOrEqual(0.9 * plan.blocks.length);
    }),
    { numRuns: 40 },
  );
});

test("whatever changes, a plan that is held breaks no rule, draws nothing forward and leaves nothing out", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 8 }), fc.constantFrom(...MODES), fc.boolean(), (seed, gone, mode, spoilt) => {
      const job = largeSeason(10, 5, 8, 0.7, seed);
      const plan = decode(job, choice(byDue(job)));
      const more = job.needs.map((each, at) => (spoilt && at === 3 ? { ...each, paint: each.paint.map((one) => ({ ...one, units: one.units + 1 })) } : each));
      const changed = { ...job, needs: [...more, need("late", { due: 20 })], sessions: job.sessions.filter((_, at) => at !== gone) };
      const stays = plan.blocks.map((block) => ({ ...block, session: block.session > gone ? block.session - 1 : block.session }));
      const again = decode(changed, choice([...byDue(job), "late"]), { stays, yields: mode, pinned: new Set() });
      expect(seasonFaults(changed, again)).toEqual([]);
      for (const block of again.blocks) {
        const first = stays.find((stay) => stay.step === block.step && stay.needs.join() === block.needs.join())?.session ?? 0;
        const isSpoilt = spoilt && block.needs.includes(job.needs[3]?.id ?? "");
        if (!isSpoilt) expect(block.session).toBeGreaterThanOrEqual(first);
      }
    }),
    { numRuns: 40 },
  );
});

test("where all is promised, it is the same plan to the block's session", () => {
  for (const seed of [3, 7, 12])
    for (const style of STYLES) {
      const job = largeSeason(12, 6, 6, 0.9, seed);
      const plan = decode(job, choice(byDue(job), style));
      for (const mode of MODES) expect(places(decode(job, choice(byDue(job), style), standing(plan, mode)))).toEqual(places(plan));
    }
});

test("a lost session moves what lay in it; the rest stays where it was when that goes first", () => {
  const wash = (id: string, due: number) => need(id, { due, paint: [step(`${id} wash`, { units: 10, hands: 6 })] });
  const job = season(
    [wash("kites", 3), wash("moths", 4), wash("quinces", 5)],
    [0, 1, 2, 3, 4].map((day) => session(day, 600, 665)),
  );
  const plan = decode(job, choice(["kites", "moths", "quinces"]));
  expect(places(plan)).toEqual(["kites kites wash 0", "moths moths wash 1", "quinces quinces wash 2"]);
  const lost = { ...job, sessions: job.sessions.slice(1) };
  const stays = plan.blocks.map((block) => ({ ...block, session: Math.max(-0.5, block.session - 1) }));
  const calm = decode(lost, choice(["kites", "moths", "quinces"]), { stays, yields: "displaced", pinned: new Set() });
  expect(places(calm)).toEqual(["moths moths wash 0", "quinces quinces wash 1", "kites kites wash 2"]);
  const rippled = decode(lost, choice(["kites", "moths", "quinces"]), { stays, yields: "nothing", pinned: new Set() });
  expect(places(rippled)).toEqual(["kites kites wash 0", "moths moths wash 1", "quinces quinces wash 2"]);
});

test("a pinned session keeps its work where another order would take it away", () => {
  const wash = (id: string) => need(id, { due: 9, paint: [step(`${id} wash`, { units: 10, hands: 6 })] });
  const job = season(
    [wash("kites"), wash("moths"), wash("quinces")],
    [0, 1, 2].map((day) => session(day, 600, 665)),
  );
  const plan = decode(job, choice(["kites", "moths", "quinces"]));
  const free = decode(job, choice(["quinces", "moths", "kites"]));
  expect(places(free)[0]).toBe("quinces quinces wash 0");
  const stays = plan.blocks.filter((block) => block.session === 0);
  const pinned = decode(job, choice(["quinces", "moths", "kites"]), { stays, yields: "nothing", pinned: new Set([0]) });
  expect(places(pinned)).toEqual(["kites kites wash 0", "quinces quinces wash 1", "moths moths wash 2"]);
});

test("what is not promised waits while something promised will be dry in the session, and takes what is left over", () => {
  const kites = need("kites", { due: 2, paint: [step("kites wash", { units: 4, hands: 5, dry: 30 }), step("kites ink", { units: 4, hands: 5 })] });
  const mural = need("mural", { due: 0, paint: [step("mural wash", { units: 40, hands: 5 })] });
  const job = season([kites, mural], [session(0, 600, 720), session(1, 600, 720)]);
  const order = decode(job, choice(["kites", "mural"], { resigned: ["mural"] })).blocks.map(({ step: name }) => name);
  expect(order.slice(0, 3)).toEqual(["kites wash", "kites ink", "mural wash"]);
  expect(decode(job, choice(["kites", "mural"])).blocks[1]?.step).toBe("mural wash");
});
