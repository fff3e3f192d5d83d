import type { BoxRead, HouseholdRead, LetterRead } from "@yule/contract";
import { chanceToArrive, day, groupBy, lastPostingDay, linesTaking, zoneOf, type Day, type LetterSize, type Money, type Transit, type Zone } from "@yule/core";
import { colourwayOf, type NeedView } from "../season/needView.ts";
import type { Outlook } from "../season/workOut.ts";
import { letterOf } from "./letterSize.ts";
import { addressOn, lettersWaitFor } from "./whereabouts.ts";

/** A letter that lies here, as it would go today. */
export interface PileLetter {
  readonly letter: LetterRead;
  /** With the address that it goes to today. */
  readonly household: HouseholdRead;
  readonly view: NeedView;
  /** Nobody knows where they have moved to. */
  readonly isHeld: boolean;
  /** The colourway that is in it; empty while that is open. */
  readonly card: string;
  /** The box its card stands in. */
  readonly box: string | null;
  readonly zone: Zone;
  readonly size: LetterSize;
  /** How it goes: the cheapest that is there in time, or the quickest; null where no service takes it. */
  readonly way: (Transit & { readonly postBy: Day }) | null;
  /** That it is there in time if it is posted today; null where nothing takes it. */
  readonly chance: number | null;
  /** There is a card made for it. */
  readonly isMade: boolean;
  /** What a card thin and light enough for the cheapest service would save; null where it goes by that. */
  readonly dearerBy: Money | null;
}

/**
 * All letters that lie here, in the order of their boxes, then by name: so they are fetched in one walk.
 * @param abroad holidays of other countries, on which nothing is brought there
 */
export function pileOf(
  outlook: Pick<Outlook, "needs" | "dispatch" | "shop" | "today" | "stores">,
  boxes: readonly BoxRead[],
  abroad: ReadonlyMap<string, readonly Day[]> = new Map(),
): PileLetter[] {
  const { dispatch, shop, today, stores } = outlook;
  const own = dispatch.carrier.holidays.map(day);
  const holidaysTo = (country: string): ReadonlySet<Day> => new Set([...own, ...(abroad.get(country) ?? [])]);
  const views = new Map(outlook.needs.map((view) => [view.need.id, view]));
  const households = new Map(dispatch.households.map((each) => [each.id, each]));
  const boxNames = new Map(boxes.map(({ id, name }) => [id, name]));
  const sizes = new Map([...views].map(([id, { design }]) => [id, letterOf(design, stores)]));
  const made = madeFor(dispatch.letters, views);
  const pile = dispatch.letters.flatMap((letter): PileLetter[] => {
    const [view, household, size] = [views.get(letter.needId), households.get(letter.householdId), sizes.get(letter.needId)];
    if (letter.postedOn !== null || !view || !household || !size) return [];
    const held = lettersWaitFor(household);
    if (held === "no more") return [];
    const { address, country } = addressOn(household, today);
    const line = view.need.lines.find(({ id }) => id === letter.lineId);
    const zone = zoneOf(country, shop.country, dispatch.carrier.neighbours);
    const holidays = holidaysTo(country);
    const way = wayFor(dispatch.carrier.table, zone, size, { due: day(view.need.due), today, holidays });
    const flat = wayFor(dispatch.carrier.table, zone, NOTHING, { due: day(view.need.due), today, holidays });
    return [
      {
        letter,
        household: { ...household, address, country },
        view,
        isHeld: held !== null,
        card: line ? (colourwayOf(view.design, line.colourwayId)?.name ?? "") : "",
        box: boxNames.get(line?.boxId ?? "") ?? null,
        zone,
        size,
        way,
        chance: way ? chanceToArrive(way, today, day(view.need.due), holidays) : null,
        isMade: made.has(letter.id),
        dearerBy: way && flat && flat.price < way.price ? ((way.price - flat.price) as Money) : null,
      },
    ];
  });
  return pile.sort((a, b) => (a.box ?? "￿").localeCompare(b.box ?? "￿") || a.household.name.localeCompare(b.household.name));
}

const NOTHING = { grams: 0, thick: 0 } as LetterSize;

/** The cheapest service that takes a letter and is there in time, or the quickest of those that take it. */
function wayFor(
  table: readonly Transit[],
  zone: Zone,
  size: LetterSize,
  { due, today, holidays }: { readonly due: Day; readonly today: Day; readonly holidays: ReadonlySet<Day> },
): PileLetter["way"] {
  const taking = linesTaking(table, zone, size);
  if (!taking.ok) return null;
  const ways = taking.value.map((line) => ({ ...line, postBy: lastPostingDay(due, line, holidays) }));
  return ways.find(({ postBy }) => postBy >= today) ?? [...ways].sort((a, b) => a.workingDays - b.workingDays)[0] ?? null;
}

/** Letters for which a card is made: as many of each line as are assembled and not gone, those with a line told first. */
function madeFor(letters: readonly LetterRead[], views: ReadonlyMap<string, NeedView>): ReadonlySet<string> {
  const found = new Set<string>();
  for (const [needId, own] of groupBy(letters, (letter) => letter.needId)) {
    const lines = views.get(needId)?.need.lines ?? [];
    const left = new Map(lines.map(({ id, assembled }) => [id, assembled - own.filter(({ lineId, postedOn }) => lineId === id && postedOn !== null).length]));
    let free = lines.reduce((sum, { assembled }) => sum + assembled, 0) - own.filter(({ postedOn }) => postedOn !== null).length;
    const waiting = own.filter(({ postedOn }) => postedOn === null).sort((a, b) => Number(a.lineId === null) - Number(b.lineId === null));
    for (const { id, lineId } of waiting) {
      const there = lineId === null ? free : Math.min(free, left.get(lineId) ?? 0);
      if (there <= 0) continue;
      found.add(id);
      free -= 1;
      if (lineId !== null) left.set(lineId, (left.get(lineId) ?? 0) - 1);
    }
  }
  return found;
}

/** What must leave today, what may, and what cannot yet. */
export interface PileToday {
  readonly must: readonly PileLetter[];
  readonly may: readonly PileLetter[];
  /** Made, but no service takes it. */
  readonly stuck: readonly PileLetter[];
  /** Made, but nobody knows where to. */
  readonly held: readonly PileLetter[];
  /** Their cards are not made yet. */
  readonly waiting: readonly PileLetter[];
}

/** @param nextPost the day on which the post takes letters after today: what cannot wait until then must go now */
export function pileToday(pile: readonly PileLetter[], nextPost: Day): PileToday {
  const made = pile.filter(({ isMade }) => isMade);
  const ready = made.filter(({ isHeld }) => !isHeld);
  const going = ready.filter(({ way }) => way !== null);
  return {
    must: going.filter(({ way }) => way && way.postBy < nextPost),
    may: going.filter(({ way }) => way && way.postBy >= nextPost),
    stuck: ready.filter(({ way }) => way === null),
    held: made.filter(({ isHeld }) => isHeld),
    waiting: pile.filter(({ isMade }) => !isMade),
  };
}
