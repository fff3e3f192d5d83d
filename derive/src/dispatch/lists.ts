import type { AllotQuestion, DesignRead, HouseholdRead, LetterRead, NeedRead, SentimentRead } from "@yule/contract";
import { groupBy, t } from "@yule/core";
import { paintingStages } from "../season/unitsSoFar.ts";
import { colourwayOf, type NeedView } from "../season/needView.ts";
import type { Outlook } from "../season/workOut.ts";
import { lettersWaitFor, wantsNeutral } from "./whereabouts.ts";

/** A line of a need as it is offered to the households of its list. */
export interface OfferedLine {
  readonly id: string;
  readonly needId: string;
  readonly design: DesignRead;
  readonly colourwayId: string;
  readonly name: string;
  readonly quantity: number;
  /** Cards of it that are made. */
  readonly made: number;
  /** Of these, how many have gone to a household. */
  readonly gone: number;
}

/** People who get one card each: one need, or several that were bound together. */
export interface CardList {
  /** The undertaking's, or the need's own. */
  readonly id: string;
  readonly title: string;
  readonly needs: readonly NeedView[];
  readonly lines: readonly OfferedLine[];
  /** Those that have not gone off. */
  readonly letters: readonly LetterRead[];
  readonly gone: number;
}

type Told = Pick<Outlook, "needs" | "dispatch">;

/** Those of whom nobody is left get no card. */
const goneOf = ({ households }: Outlook["dispatch"]): ReadonlySet<string> => new Set(households.flatMap((each) => (lettersWaitFor(each) === "no more" ? [each.id] : [])));

/** Lists of the open season with people on them, the soonest due first. */
export function cardLists({ needs, dispatch }: Told): CardList[] {
  const of = new Map(dispatch.undertakings.flatMap(({ id, title, needIds }) => needIds.map((needId) => [needId, { id, title }] as const)));
  const gone = goneOf(dispatch);
  const lettersOf = groupBy(
    dispatch.letters.filter(({ householdId, postedOn }) => postedOn !== null || !gone.has(householdId)),
    ({ needId }) => needId,
  );
  const lists = groupBy(needs, ({ need }) => of.get(need.id)?.id ?? need.id);
  return [...lists]
    .map(([id, own]): CardList => {
      const all = own.flatMap(({ need }) => lettersOf.get(need.id) ?? []);
      const letters = all.filter(({ postedOn }) => postedOn === null);
      return {
        id,
        title: own.flatMap(({ need }) => of.get(need.id)?.title ?? need.title)[0] ?? "",
        needs: own,
        lines: own.flatMap((view) => view.need.lines.map((line) => offered(view, line, all))),
        letters,
        gone: all.length - letters.length,
      };
    })
    .filter(({ letters }) => letters.length > 0)
    .sort((a, b) => (soonest(a) < soonest(b) ? -1 : 1));
}

const soonest = ({ needs }: CardList): string => needs.map(({ need }) => need.due).sort()[0] ?? "";

function offered({ need, design }: NeedView, { id, colourwayId, quantity, assembled }: NeedRead["lines"][number], letters: readonly LetterRead[]): OfferedLine {
  return {
    id,
    needId: need.id,
    design,
    colourwayId,
    name: `${design.name}, ${colourwayOf(design, colourwayId)?.name ?? ""}`,
    quantity,
    made: assembled,
    gone: letters.filter(({ lineId, postedOn }) => lineId === id && postedOn !== null).length,
  };
}

/** What speaks for and against a card for a household. */
export interface CardFit {
  /** It had the design; the day is null where it was not told. */
  readonly had: { readonly on: string | null } | null;
  /** Why it is not to get it: what the card shows that it will not have, or its words. */
  readonly refuses: string | null;
  /** What it likes of it. */
  readonly likes: readonly string[];
}

/** How cards of some lines suit some households. */
export function fitsOf({ dispatch, today }: Pick<Outlook, "dispatch" | "today">, sentiments: readonly SentimentRead[]): (household: HouseholdRead, line: OfferedLine) => CardFit {
  const had = new Map(dispatch.had.map((each) => [`${each.householdId} ${each.designId}`, each]));
  const words = new Map(sentiments.map((each) => [each.id, each]));
  return (household, { design, name }) => {
    const shows = design.traits.shows.map((each) => each.toLowerCase());
    const before = had.get(`${household.id} ${design.id}`);
    const unwanted = household.without.find((each) => shows.includes(each.toLowerCase()));
    const said = [...(design.words.front ? [design.words.front.sentimentId] : []), ...design.words.inside].flatMap((id) => words.get(id) ?? []);
    const feast = said.find(({ neutral }) => !neutral);
    const foreign = said.find(({ language }) => language !== household.language);
    return {
      had: before ? { on: before.on } : null,
      refuses: unwanted ?? (wantsNeutral(household, today) && feast ? t`the words “${feast.text}”` : foreign ? t`words in another language, “${foreign.text}”` : null),
      likes: household.likes.filter((each) => shows.includes(each) || name.toLowerCase().includes(each)),
    };
  };
}

/** The cards of a list and its households as a question. @param more cards that may still be painted of each line beside those the list has; null for any number */
export function allotQuestion(
  list: CardList,
  households: ReadonlyMap<string, HouseholdRead>,
  fit: (household: HouseholdRead, line: OfferedLine) => CardFit,
  more: number | null,
): AllotQuestion {
  return {
    designs: list.lines.map(({ id, design, quantity, gone }) => ({
      id,
      have: Math.max(0, quantity - gone),
      more,
      cost: Math.round(paintingStages(design).reduce((sum, stage) => sum + stage.hands, 0)),
    })),
    households: list.letters.map((letter) => {
      const household = households.get(letter.householdId);
      const fits = household ? list.lines.map((line) => ({ id: line.id, fit: fit(household, line) })) : [];
      const which = (is: (fit: CardFit) => boolean): string[] => fits.filter((each) => is(each.fit)).map(({ id }) => id);
      return { id: letter.id, had: which(({ had }) => had !== null), not: which(({ refuses }) => refuses !== null), likes: which(({ likes }) => likes.length > 0) };
    }),
    seed: 1,
  };
}

/** What a way of giving the cards comes to, by itself, without the code that found it. */
export interface Tally {
  readonly unserved: number;
  readonly repeats: number;
  readonly refused: number;
  readonly likes: number;
  /** Lines of which more cards are given than there are, with how many more. */
  readonly over: readonly { readonly lineId: string; readonly cards: number }[];
}

/** @param lineOf which line each letter gets its card from */
export function tallyOf({ designs, households }: AllotQuestion, lineOf: (letterId: string) => string | null): Tally {
  const used = new Map<string, number>();
  let [unserved, repeats, refused, likes] = [0, 0, 0, 0];
  for (const { id, had, not, likes: liked } of households) {
    const line = lineOf(id);
    if (line === null) {
      unserved += 1;
      continue;
    }
    used.set(line, (used.get(line) ?? 0) + 1);
    repeats += Number(had.includes(line));
    refused += Number(not.includes(line));
    likes += Number(liked.includes(line));
  }
  return { unserved, repeats, refused, likes, over: designs.flatMap(({ id, have }) => ((used.get(id) ?? 0) > have ? [{ lineId: id, cards: (used.get(id) ?? 0) - have }] : [])) };
}

/** The question with one household held to one line. */
export const heldTo = (question: AllotQuestion, letterId: string, lineId: string): AllotQuestion => ({
  ...question,
  households: question.households.map((each) => (each.id === letterId ? { ...each, not: question.designs.flatMap(({ id }) => (id === lineId ? [] : [id])) } : each)),
});
