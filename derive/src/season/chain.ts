import { addDays, dayAt, latestSteps, seasonJobOf, type Day, type SeasonFacts, type SeasonWorkPlan, t } from "@yule/core";
import type { NeedView } from "./needView.ts";
import { supplierLateBy } from "./orderDay.ts";
import type { Outlook } from "./workOut.ts";

/** A link of the chain from the shelf to the day it is there. */
export interface ChainLink {
  readonly id: string;
  readonly kind: "order" | "work" | "post" | "there";
  readonly name: string;
  /** Minutes of hands and of drying after them. */
  readonly hands: number;
  readonly dry: number;
  readonly units: number;
  /** The last day on which it may happen; null where there is none left. */
  readonly latest: Day | null;
  /** The days the plan has it on; null where it has not or where it is no work. */
  readonly planned: { readonly first: Day; readonly last: Day } | null;
}

const dayOfMinute = (facts: SeasonFacts, minute: number): Day => dayAt(new Date(facts.since.getTime() + minute * 60_000), facts.timeZone);

/**
 * The chain of a need, first link first: what must be ordered, each step of the work with the last day for it and the day
 * the plan has it on, the last posting day, the day it must be there.
 */
export function chainOf(view: NeedView, outlook: Outlook, facts: SeasonFacts, plan: SeasonWorkPlan | null): ChainLink[] {
  const job = seasonJobOf(facts);
  const need = job.needs.find((each) => each.id === view.need.id);
  const steps = need ? latestSteps(job, need) : [];
  const work = steps.map((step): ChainLink => {
    const blocks = plan?.blocks.filter((block) => block.step === step.id && block.needs.includes(view.need.id)) ?? [];
    const days = blocks.flatMap((block) => facts.sessions[block.session]?.day ?? []).sort();
    const [first, last] = [days[0], days[days.length - 1]];
    return {
      id: step.id,
      kind: "work",
      name: step.name,
      hands: step.hands,
      dry: step.dry,
      units: step.units,
      latest: step.beginBy === null || step.beginBy < 0 ? null : dayOfMinute(facts, step.beginBy),
      planned: first && last ? { first, last } : null,
    };
  });
  const bare = { hands: 0, dry: 0, units: 0, planned: null };
  return [
    ...ordersFor(view, outlook, work[0]?.latest ?? view.outlook.startBy).map((order): ChainLink => ({ ...bare, ...order, kind: "order" })),
    ...work,
    ...(view.post ? [{ ...bare, id: "post", kind: "post" as const, name: `${view.post.service}, ${String(view.post.workingDays)} working days`, latest: view.post.postBy }] : []),
    ...listingDays(view.need).map((each): ChainLink => ({ ...bare, ...each, kind: "post" })),
    { ...bare, id: "there", kind: "there", name: view.need.zone === null ? t`Handed over` : t`There`, latest: view.need.due as Day },
  ];
}

/** A listing is photographed and put up before it is due. */
const listingDays = ({ kind, photoOn, liveBy }: NeedView["need"]): { id: string; name: string; latest: Day }[] =>
  kind !== "shop listing"
    ? []
    : [
        ...(photoOn === null ? [] : [{ id: "photo", name: "Photograph one", latest: photoOn as Day }]),
        ...(liveBy === null ? [] : [{ id: "live", name: "List it", latest: liveBy as Day }]),
      ];

/** What is short for it must be ordered so many days before the first touch of paper. */
function ordersFor(view: NeedView, outlook: Outlook, begin: Day | null): { id: string; name: string; latest: Day | null }[] {
  const late = supplierLateBy(outlook);
  return outlook.stock.flatMap(({ store, outlook: stock }) =>
    stock.short.includes(view.need.title)
      ? [
          {
            id: `order ${store.id}`,
            name: t`Order ${store.name}, ${String(store.leadDays)} days on the way`,
            latest: begin === null ? null : addDays(begin, -store.leadDays - late),
          },
        ]
      : [],
  );
}
