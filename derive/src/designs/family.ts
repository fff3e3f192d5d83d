import type { DesignRead, DesignsRead, SentimentRead, SeriesRead } from "@yule/contract";
import {
  checkFamily,
  gapsIn,
  GROWN_UP,
  lengthOfUnits,
  nextKept,
  stackGeometry,
  toMm,
  yearOf,
  capital,
  type FamilyCheck,
  type Gap,
  type Member,
  type Ties,
  type Wanted,
  t,
  listOf,
} from "@yule/core";
import type { Outlook } from "../season/workOut.ts";
import { stackOf } from "../season/materials.ts";
import { routeOf, stagesOf } from "./route.ts";

/** An occasion as designs and needs are compared by it: `Thank-you` and `thank you` are one. */
export const occasionKey = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, "-");

/** As it is said: `new-year` is New year. */
const occasionWords = (text: string): string => {
  const words = text.replaceAll("-", " ");
  return capital(words);
};

const MEANS = { hand: "written by hand", stamp: "stamped", sticker: "on stickers" } as const;

/** How its words are put on: by what is chosen for its front, or else by what its route does. */
function letteringOf(design: DesignRead, sentiments: ReadonlyMap<string, SentimentRead>): string | null {
  const front = design.words.front && sentiments.get(design.words.front.sentimentId);
  if (front) return MEANS[front.means];
  const techniques = routeOf(stagesOf(design)).map((stage) => stage.technique);
  return techniques.includes("letter") ? MEANS.hand : techniques.includes("stamp-words") ? MEANS.stamp : null;
}

/** A design as one of its family: what was told of it, and what follows from its stack and its route. */
export function memberOf(design: DesignRead, sentiments: ReadonlyMap<string, SentimentRead>): Member {
  const { layers, face } = stackGeometry(stackOf(design));
  const panel = layers.findLast((layer) => layer.kind === "panel");
  const techniques = routeOf(stagesOf(design)).map((stage) => stage.technique);
  const carried = [...(design.words.front ? [design.words.front.sentimentId] : []), ...design.words.inside].flatMap((id) => sentiments.get(id) ?? []);
  const { line, suits, ...rest } = design.traits;
  return {
    ...rest,
    id: design.id,
    name: design.name,
    colourways: design.colourways.map(({ id, name, paints }) => ({ id, name, colours: paints.map((paint) => paint.hex) })),
    line: line === null ? null : toMm(lengthOfUnits(line)),
    suits: suits.map(occasionKey),
    lettering: letteringOf(design, sentiments),
    border: techniques.includes("border") ? "painted" : design.method === "tape" ? "white" : "none",
    margin: panel ? toMm(panel.reveal.least) : null,
    size: { width: toMm(face.width), height: toMm(face.height) },
    neutral: carried.length > 0 && carried.every((each) => each.neutral),
  };
}

export const tiesOf = (series: SeriesRead): Ties => ({ ...series.ties, palette: series.palette });

export interface Family {
  readonly series: SeriesRead;
  readonly designs: readonly DesignRead[];
  readonly check: FamilyCheck;
}

/** Who cards are wanted for: by the needs of this season, the occasions of the one before, the households they go to, and the children whose day comes. */
export function wantedIn({
  needs,
  occasionsBefore,
  dispatch,
  ownOccasions,
  today,
}: Pick<Outlook, "needs" | "occasionsBefore" | "dispatch" | "ownOccasions" | "today">): readonly Wanted[] {
  const found = new Map<string, Wanted>();
  const want = (wanted: Wanted): void => {
    const key = JSON.stringify([wanted.occasion, wanted.without, wanted.neutral, wanted.age]);
    if (!found.has(key)) found.set(key, wanted);
  };
  const plain = { without: [], neutral: false, age: null } as const;
  for (const { need } of needs) {
    if (need.occasion === null) continue;
    const occasion = occasionKey(need.occasion);
    want({ ...plain, says: occasionWords(need.occasion), occasion });
    if (need.neutralCards > 0) want({ ...plain, says: t`${occasionWords(need.occasion)}, with neutral words`, occasion, neutral: true });
    for (const household of dispatch.households.filter((each) => each.needIds.includes(need.id))) {
      if (household.neutral) want({ ...plain, says: t`${occasionWords(need.occasion)}, with neutral words, for ${household.name}`, occasion, neutral: true });
      if (household.without.length > 0)
        want({ ...plain, says: t`${occasionWords(need.occasion)} without ${listOf(household.without, "or")}, for ${household.name}`, occasion, without: household.without });
    }
  }
  for (const before of occasionsBefore) want({ ...plain, says: occasionWords(before), occasion: occasionKey(before) });
  for (const own of ownOccasions) {
    if (own.kind !== "birthday") continue;
    const next = nextKept(own, today);
    if (next === null) continue;
    const age = own.since === null ? null : yearOf(next) - own.since;
    const child = age !== null && age < GROWN_UP ? age : null;
    const household = dispatch.households.find((each) => each.id === own.householdId);
    want({ ...plain, says: child === null ? t`a birthday` : t`${own.title}, ${String(child)} years old`, occasion: "birthday", age: child, without: household?.without ?? [] });
  }
  return [...found.values()];
}

const sentimentsOf = ({ sentiments }: DesignsRead): ReadonlyMap<string, SentimentRead> => new Map(sentiments.map((each) => [each.id, each]));
const hungOf = ({ designs }: DesignsRead): readonly DesignRead[] => designs.filter((design) => !design.archived);

/** The families on the wall, with what ties and what breaks each. Follows from the designs alone, so a tap at the bench works nothing out anew. */
export function familiesOf(read: DesignsRead): readonly Family[] {
  const words = sentimentsOf(read);
  return read.series.map((series) => {
    const designs = hungOf(read).filter((design) => design.seriesId === series.id);
    return {
      series,
      designs,
      check: checkFamily(
        designs.map((design) => memberOf(design, words)),
        tiesOf(series),
      ),
    };
  });
}

/** What is wanted and nothing on the wall serves. */
export function wallGaps(read: DesignsRead, wanted: readonly Wanted[]): readonly Gap[] {
  const words = sentimentsOf(read);
  return gapsIn(
    hungOf(read).map((design) => memberOf(design, words)),
    wanted,
  );
}
