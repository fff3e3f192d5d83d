import {
  dayIndexOf,
  lagAfter,
  sessionAllows,
  type NeedFinish,
  type PlanChoice,
  type SeasonJob,
  type SeasonWorkPlan,
  type WorkBlock,
  type WorkNeed,
  type WorkSession,
  type WorkStep,
} from "./model.ts";
import { Stays, unitsAfter, type LaterUnits, type Stay } from "./stays.ts";
import { Chain, isAtBoard, NEAR, Queue, skipEmpty } from "./queue.ts";

const { max, min, floor } = Math;
const NEVER = Infinity;

interface Hands {
  readonly who: "maker" | "helper";
  readonly sessions: readonly number[];
  at: number;
  next: number;
  chain: Chain | null;
  step: number;
  palette: string | null;
}

/** Units that dry in places of the rack, and until when. */
class Rack {
  units = 0;
  /** When the next of them are dry. */
  soonest = NEVER;
  private lying: { readonly until: number; readonly units: number }[] = [];

  put(until: number, units: number): void {
    this.lying.push({ until, units });
    this.units += units;
    if (until < this.soonest) this.soonest = until;
  }

  clear(at: number): void {
    if (this.soonest > at) return;
    this.lying = this.lying.filter((each) => each.until > at);
    this.units = 0;
    this.soonest = NEVER;
    for (const each of this.lying) {
      this.units += each.units;
      if (each.until < this.soonest) this.soonest = each.until;
    }
  }
}

/**
 * Makes the plan that a choice of order stands for, by serial list scheduling: whenever hands are free, the most
 * pressing piece of work that is ready is taken up, so that drying hides behind work (Kolisch 1996, without delay).
 * Whole units only; what a session cannot hold goes on in the next.
 * @param standing what a plan that stands has in its sessions: nothing is drawn forward out of them
 */
export function decode(job: SeasonJob, choice: PlanChoice, standing: HeldPlan | null = null): SeasonWorkPlan {
  const { chains, batches } = chainsOf(job, choice);
  const stays = standing && standing.stays.length > 0 ? new Stays(standing.stays) : null;
  const hands = handsAtFirst(job, new Set(choice.free));
  const blocks: WorkBlock[] = [];
  const queue = new Queue(chains);
  const rack = new Rack();
  let changeovers = 0;
  const usedLate = new Set<number>();
  for (let one = earliest(job, hands); one && queue.left > 0; one = earliest(job, hands)) {
    const sessionIndex = one.sessions[one.next] ?? 0;
    const session = job.sessions[sessionIndex];
    if (!session) break;
    rack.clear(one.at);
    queue.wake(one.at);
    const found = pick(job, queue, one, heldIn(session, sessionIndex, stays, standing), rack, choice);
    const chain = found.chain;
    const step = chain?.steps[chain.step];
    if (!chain || !step) {
      const later = min(found.later, othersAct(hands, one));
      if (later < session.close) one.at = later;
      else {
        one.next += 1;
        one.at = 0;
      }
      continue;
    }
    const start = one.at + found.setup;
    const end = start + found.units * step.hands;
    if (found.changes) changeovers += 1;
    if (session.late) usedLate.add(sessionIndex);
    blocks.push({ session: sessionIndex, needs: chain.needs, step: step.id, name: step.name, units: found.units, setup: found.setup, start, end });
    if (chain.firstStart < 0) chain.firstStart = one.at;
    one.at = end;
    one.chain = chain;
    one.step = chain.step;
    if (isAtBoard(step)) one.palette = chain.palette;
    if (step.rack && step.dry > 0) rack.put(end + step.dry, found.units);
    moveOn(chain, step, found.units, end);
    queue.putBack(chain);
  }
  const byNeed = new Map<string, Chain[]>();
  for (const chain of chains) for (const id of chain.needs) byNeed.set(id, [...(byNeed.get(id) ?? []), chain]);
  const needs = job.needs.map((need) => finishOf(job, need, byNeed.get(need.id) ?? []));
  return {
    blocks,
    needs,
    score: { lateDays: needs.reduce((sum, each) => sum + each.lateDays, 0), lateSessions: usedLate.size, changeovers },
    batches,
    choice,
  };
}

/** So many units of a chain have gone through a step by `end`. */
function moveOn(chain: Chain, step: Chain["steps"][number], units: number, end: number): void {
  chain.done += units;
  chain.ready = end;
  if (chain.done < step.units) return;
  chain.ready = end + lagAfter(step, chain.steps[chain.step + 1]);
  chain.finished = end + step.dry;
  chain.step += 1;
  chain.done = 0;
  skipEmpty(chain);
}

/** Each pair of hands with the sessions it may use, before any of them. */
const handsAtFirst = (job: SeasonJob, free: ReadonlySet<number>): Hands[] =>
  (["maker", "helper"] as const)
    .map((who): Hands => ({
      who,
      sessions: job.sessions.flatMap((session, index) => (session.who === who && !free.has(index) ? [index] : [])),
      at: 0,
      next: 0,
      chain: null,
      step: -1,
      palette: null,
    }))
    .filter((each) => each.sessions.length > 0);

function chainsOf(job: SeasonJob, choice: PlanChoice): { chains: Chain[]; batches: string[][] } {
  const rank = new Map(choice.order.map((id, index) => [id, index]));
  const joined = new Set(choice.joined);
  const lost = new Set(choice.resigned);
  const byDue = [...job.needs].sort((a, b) => a.due - b.due || (a.id < b.id ? -1 : 1));
  const open = new Map<string, WorkNeed[]>();
  const groups: WorkNeed[][] = [];
  for (const need of byDue) {
    const group = open.get(need.design);
    if (group && joined.has(need.id) && sameRoute(group[0], need)) group.push(need);
    // Who is not promised is painted by itself, and takes nobody's place.
    else if (lost.has(need.id)) groups.push([need]);
    else {
      const fresh = [need];
      groups.push(fresh);
      open.set(need.design, fresh);
    }
  }
  const chains: Chain[] = [];
  for (const group of groups) {
    const [first] = group;
    if (!first) continue;
    const release = max(...group.map((need) => need.release));
    const ids = group.map((need) => need.id);
    const paint = group.length === 1 ? first.paint : first.paint.map((_, index) => together(group.flatMap((need) => need.paint[index] ?? [])));
    const batch = new Chain(
      ids,
      paint,
      first.palette,
      min(...ids.map((id) => rank.get(id) ?? NEVER)),
      null,
      release,
      ids.every((id) => lost.has(id)),
    );
    chains.push(batch);
    // Cards that are begun are finished before new panels of the same rank.
    for (const need of group) chains.push(new Chain([need.id], need.finish, need.palette, (rank.get(need.id) ?? NEVER) - 0.5, batch, release, lost.has(need.id)));
  }
  return { chains, batches: groups.filter((group) => group.length > 1).map((group) => group.map((need) => need.id)) };
}

/** A step of several needs as one: its units one after another, each at the pace of the slowest, since rests and mixings fall to larger batches. */
const together = (steps: readonly WorkStep[]): WorkStep => {
  const [first] = steps;
  if (!first) throw new Error("a step of nobody");
  return {
    ...first,
    units: steps.reduce((sum, { units }) => sum + units, 0),
    hands: max(...steps.map(({ hands }) => hands)),
    setup: max(...steps.map(({ setup }) => setup)),
  };
};

/** Only panels that go through the same stages from where they stand can be painted together. */
export const sameRoute = (a: WorkNeed | undefined, b: WorkNeed): boolean =>
  a !== undefined && a.palette === b.palette && a.paint.length === b.paint.length && a.paint.length > 0 && a.paint.every((step, index) => step.id === b.paint[index]?.id);

/** The hands that are free first, brought into their next open session. */
function earliest(job: SeasonJob, hands: readonly Hands[]): Hands | null {
  let best: Hands | null = null;
  for (const each of hands) {
    let session = job.sessions[each.sessions[each.next] ?? -1];
    while (session && each.at >= session.close - NEAR) {
      each.next += 1;
      session = job.sessions[each.sessions[each.next] ?? -1];
    }
    if (!session) continue;
    each.at = max(each.at, session.open);
    if (!best || each.at < best.at) best = each;
  }
  return best;
}

/** When other hands may next have made something ready. */
function othersAct(hands: readonly Hands[], one: Hands): number {
  let next = NEVER;
  for (const each of hands) if (each !== one && each.next < each.sessions.length) next = min(next, max(each.at, one.at + 1));
  return next;
}

interface Picked {
  readonly chain: Chain | null;
  readonly units: number;
  readonly setup: number;
  readonly changes: boolean;
  /** When something else may be ready. */
  readonly later: number;
}

/** Among what stands in a session: what was displaced from another, and what the plan that stands does not know. */
export type Yielding = "displaced and new" | "displaced" | "nothing";

/** What a plan that stands holds of another. */
export interface HeldPlan {
  readonly stays: readonly Stay[];
  /** What takes only what a session leaves free, once all that stands in it is done. */
  readonly yields: Yielding;
  /** Sessions in which all else yields, whatever is said of the rest. */
  readonly pinned: ReadonlySet<number>;
}

/** A session that is on, and what a plan that stands keeps for later ones. */
interface HeldSession {
  readonly session: WorkSession;
  readonly index: number;
  readonly stays: Stays | null;
  readonly yields: Yielding;
  readonly isPinned: boolean;
}

/** Whether work has no place of its own in a session, and goes after all that has. */
function isAstray(planned: readonly LaterUnits[] | null, session: number, yields: Yielding): boolean {
  if (planned === null) return yields === "displaced and new";
  return yields !== "nothing" && !planned.some((each) => each.session === session);
}

function heldIn(session: WorkSession, index: number, stays: Stays | null, standing: HeldPlan | null): HeldSession {
  const isPinned = standing?.pinned.has(index) === true;
  return { session, index, stays, isPinned, yields: isPinned ? "displaced and new" : (standing?.yields ?? "nothing") };
}

/** The most pressing piece of work that fits, or within `reach` of it one of the palette that is out. */
function pick(job: SeasonJob, queue: Queue, one: Hands, held: HeldSession, rack: Rack, { reach, patience }: PlanChoice): Picked {
  const { session, index, stays, yields } = held;
  const choosing = new Choosing(reach, stays !== null);
  let later = queue.nextDry();
  for (const chain of queue.ready) {
    const step = chain.steps[chain.step];
    if (!step || !sessionAllows(job, session, step)) continue;
    const changes = one.palette !== null && one.palette !== chain.palette && isAtBoard(step);
    const setup = (one.chain === chain && one.step === chain.step ? 0 : step.setup) + (changes ? job.changeover : 0);
    const places = job.drying === null || !step.rack || step.dry === 0 ? NEVER : job.drying - rack.units;
    if (places <= 0) {
      if (rack.soonest < later) later = rack.soonest;
      continue;
    }
    const room = session.close - one.at - setup + NEAR;
    const units = min(step.units - chain.done, places, step.hands > 0 ? floor(room / step.hands) : room >= 0 ? NEVER : 0);
    if (units < 1) continue;
    const planned = stays?.of(chain.needs, step.id) ?? null;
    const now = planned ? min(units, step.units - chain.done - unitsAfter(planned, index)) : units;
    choosing.meet({ chain, units, setup, changes, later }, now, stays !== null && isAstray(planned, index, yields));
    if (choosing.isSettled) break;
  }
  const best = choosing.best;
  if (best?.chain?.resigned || choosing.usual?.chain?.resigned) {
    // It would bring its own water and setups into a session that promised work goes on in.
    const soon = queue.nextPromised();
    if (soon < session.close && (best === null || best.chain?.resigned)) return { ...NOTHING, later: soon };
  }
  if (choosing.usual?.changes && patience > 0) {
    const soon = queue.nextDryOf(one.palette);
    if (soon <= one.at + patience && soon < session.close) return { ...NOTHING, later: soon };
  }
  if (best && choosing.isAstray)
    return between(
      job,
      best,
      one,
      held,
      queue.nextDryWhere((chain, step) => stays?.of(chain.needs, step.id)?.some((each) => each.session === index) === true),
    );
  return best ?? { ...NOTHING, later };
}

/** Of work that has no place of its own in a session, as much as is done, and the palette cleaned again, before what has its place there is dry. */
function between(job: SeasonJob, astray: Picked, one: Hands, { session, isPinned }: HeldSession, until: number): Picked {
  const { chain, setup } = astray;
  const step = chain?.steps[chain.step];
  if (!chain || !step || until >= session.close || step.hands === 0) return astray;
  // In a pinned session its own work is not kept waiting by a minute.
  if (isPinned) return { ...NOTHING, later: until };
  const cleaning = isAtBoard(step) && chain.palette !== one.palette ? job.changeover : 0;
  const units = min(astray.units, floor((until - one.at - setup - cleaning + NEAR) / step.hands));
  return units < 1 ? { ...NOTHING, later: until } : { ...astray, units };
}

const NOTHING = { chain: null, units: 0, setup: 0, changes: false } as const;

/** Chooses among pieces of work that come most pressing first: the first, or one of the palette that is out within reach of it. */
class Choosing {
  /** What would be chosen were nothing held; by it is decided whether to wait for a palette, so that a plan that is held goes as it went. */
  usual: Picked | null = null;
  private own: Picked | null = null;
  private astray: Picked | null = null;
  private seen = 0;
  private isUsualSettled = false;
  private isOwnSettled = false;

  constructor(
    private readonly reach: number,
    private readonly isHeld: boolean,
  ) {}

  /** @param now units of it that may be done in this session @param isAstray it goes after all that has its place here */
  meet(one: Picked, now: number, isAstray: boolean): void {
    this.seen += 1;
    const isLast = !one.changes || this.seen > this.reach;
    if (!this.isUsualSettled) {
      if (goesBefore(one, this.usual)) this.usual = one;
      this.isUsualSettled = isLast;
    }
    if (!this.isHeld) return;
    if (now >= 1) this.meetHeld({ ...one, units: now }, isAstray);
    // Past its reach nothing is looked for once there is something to do.
    if (this.own !== null && (this.seen > this.reach || !this.own.changes)) this.isOwnSettled = true;
  }

  private meetHeld(one: Picked, isAstray: boolean): void {
    if (isAstray) {
      if (this.astray === null || (this.astray.changes && goesBefore(one, this.astray))) this.astray = one;
    } else if (goesBefore(one, this.own)) this.own = one;
  }

  get isSettled(): boolean {
    return this.isHeld ? this.isOwnSettled : this.isUsualSettled;
  }

  get isAstray(): boolean {
    return this.isHeld && this.own === null;
  }

  get best(): Picked | null {
    return this.isHeld ? (this.own ?? this.astray) : this.usual;
  }
}

/** The palette that is out goes before rank; what is not promised before nothing that is. */
const goesBefore = (one: Picked, best: Picked | null): boolean => best === null || (!one.changes && (one.chain?.resigned !== true || best.chain?.resigned === true));

function finishOf(job: SeasonJob, need: WorkNeed, own: readonly Chain[]): NeedFinish {
  const starts = own.flatMap((chain) => (chain.firstStart >= 0 ? [chain.firstStart] : []));
  const done = own.every((chain) => chain.step >= chain.steps.length);
  const at = done ? max(0, ...own.map((chain) => chain.finished)) : null;
  const day = at !== null ? dayIndexOf(job, at) : daysBeyond(job, handsLeft(own));
  return { id: need.id, day, lateDays: max(0, day - need.due), at, firstStart: starts.length > 0 ? min(...starts) : null };
}

const handsLeft = (own: readonly Chain[]): number =>
  own.reduce((sum, chain) => sum + chain.steps.slice(chain.step).reduce((rest, step, index) => rest + step.hands * (step.units - (index === 0 ? chain.done : 0)), 0), 0);

/** Work past the last session is reckoned at the pace of the sessions there are. */
function daysBeyond(job: SeasonJob, left: number): number {
  const horizon = job.dayEnds.length;
  const held = job.sessions.reduce((sum, session) => sum + session.close - session.open, 0);
  return horizon + max(1, Math.ceil(left / max(1, held / max(1, horizon))));
}
