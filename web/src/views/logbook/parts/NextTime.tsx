import { Button, Text } from "@chakra-ui/react";
import type { ReviewRead } from "@yule/contract";
import { plural, printMinutes, t, type Gain, type LookBack, type Otherwise } from "@yule/core";
import { seasonAsDone, type Outlook, type SeasonReview } from "@yule/derive";
import { useEffect, useMemo, useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { printTime, weekdayName } from "../../../kit/say.ts";
import { seasonPlanner } from "../../../workers/seasonSolver.ts";
import { useSolved } from "../../../workers/useSolved.ts";
import { Question } from "./Question.tsx";

/** Fewer minutes saved in a whole season are not worth a change. */
const WORTH_MINUTES = 30;

/** The season planned again beside the screen; undefined until it is, null where it cannot be. */
export function useLookBack(read: ReviewRead | undefined, review: SeasonReview | null, outlook: Outlook): LookBack | null | undefined {
  const [planner] = useState(seasonPlanner);
  const { today } = outlook;
  const { timeZone, lateAfter, changeover, dryingPlaces, helperMay } = outlook.shop;
  const asked = useMemo(() => {
    if (!read || !review) return null;
    // What earned least for an hour is what would be left out.
    const known = review.earned.filter(({ hourMinor }) => hourMinor !== null);
    const least = known.length > 1 ? (known[known.length - 1]?.designId ?? null) : null;
    // Named, so that a season of a year is not compared by all its needs whenever the page is drawn.
    return { id: v7(), past: seasonAsDone(read, { timeZone, lateAfter, changeover, dryingPlaces, helperMay }, today), least };
  }, [read, review, timeZone, lateAfter, changeover, dryingPlaces, helperMay, today]);
  useEffect(() => () => planner.drop(), [planner]);
  const { value, fresh } = useSolved(asked, async ({ past, least }) => ({ found: await planner.ask.lookBack(past, least) }), { identity: ({ id }) => id });
  return fresh ? value?.found : undefined;
}

/** What is done otherwise, as a request. */
function otherwiseWords(otherwise: Otherwise, designs: ReviewRead["designs"]): string {
  if (otherwise.kind === "earlier") return t`Begin ${plural(otherwise.days, { one: "# day", other: "# days" })} earlier`;
  if (otherwise.kind === "more sessions") return t`Paint on ${weekdayName(otherwise.weekday)} too, from ${printTime(otherwise.from)} to ${printTime(otherwise.to)}`;
  if (otherwise.kind === "painted together") return t`Paint together what is of one design and begun within two weeks`;
  if (otherwise.kind === "half lost") return t`Lose half as many panels`;
  if (otherwise.kind === "none over") return t`Paint no card that would be left over`;
  return t`Leave out ${designs.find(({ id }) => id === otherwise.design)?.name ?? ""}`;
}

const promises = (kept: number): string => plural(kept, { one: "# more promise is kept", other: "# more promises are kept" });

/** What it brings, where that is worth a change; null where it is not. */
function gainWords({ otherwise, kept, saved }: Gain): string | null {
  // A design that is left out saves its hands, and brings nothing either.
  const isSaved = saved >= WORTH_MINUTES && otherwise.kind !== "without";
  if (kept > 0) return isSaved ? t`${promises(kept)}, and ${printMinutes(saved)} of hands are saved` : promises(kept);
  return kept === 0 && isSaved ? t`${printMinutes(saved)} of hands are saved` : null;
}

/** What is proposed, with what it brings; null where that is not worth a change. */
function proposalWords(gain: Gain, { designs }: ReviewRead): string | null {
  const words = gainWords(gain);
  return words === null ? null : t`${otherwiseWords(gain.otherwise, designs)}: planned again so, ${words}.`;
}

/** One proposal under a question, where something of its kind would have helped. */
export function WouldHaveHelped({ lookBack, kinds, read }: { lookBack: LookBack | null | undefined; kinds: readonly Otherwise["kind"][]; read: ReviewRead }) {
  const gain = lookBack?.gains.find(({ otherwise }) => kinds.includes(otherwise.kind));
  const words = gain ? proposalWords(gain, read) : null;
  if (words === null) return null;
  return (
    <Text borderInlineStart="4px double" borderColor="ink" paddingInlineStart="12px" marginTop="8px">
      {words}
    </Text>
  );
}

/** What would have helped most, in a sentence. */
export const adviceWords = ({ gains }: LookBack, read: ReviewRead): string =>
  gains.map((gain) => proposalWords(gain, read)).find((words) => words !== null) ?? t`None of these changes would have kept more promises. Keep on as you do.`;

/** What would have helped most, told by planning the season again with each change. */
export function NextTime({ lookBack, read }: { lookBack: LookBack | null | undefined; read: ReviewRead }) {
  const columns = useMemo(
    (): readonly TableColumn<Gain>[] => [
      {
        id: "what",
        head: t`Change`,
        isAlways: true,
        value: ({ otherwise }) => otherwiseWords(otherwise, read.designs),
        cell: ({ otherwise }) => otherwiseWords(otherwise, read.designs),
      },
      { id: "kept", head: t`Promises kept`, isAlways: true, value: ({ kept }) => kept, cell: ({ kept }) => more(kept) },
      { id: "late", head: t`Days late`, value: ({ daysLate }) => daysLate, cell: ({ daysLate }) => more(daysLate) },
      { id: "saved", head: t`Hands saved`, value: ({ saved }) => saved, cell: ({ saved }) => (saved >= WORTH_MINUTES ? printMinutes(saved) : t`none`) },
      { id: "note", head: "", isAlways: true, cell: (gain) => <Remember gain={gain} read={read} /> },
    ],
    [read],
  );
  if (lookBack === null) return null;
  const title = t`What would have helped most?`;
  if (lookBack === undefined) return <Question title={title}>{t`The season is being planned again with one change at a time.`}</Question>;
  const worth = lookBack.gains.filter((gain) => gainWords(gain) !== null);
  const others = lookBack.gains.filter((gain) => gainWords(gain) === null).map(({ otherwise }) => otherwiseWords(otherwise, read.designs));
  return (
    <Question title={title}>
      <Text marginBottom="8px">{adviceWords(lookBack, read)}</Text>
      {worth.length > 0 && <DataTable label={t`The season planned again`} rows={worth} columns={columns} rowId={({ otherwise }) => otherwise.kind} maxWidth="860px" />}
      <Text color="softInk" fontSize="15px" marginTop="8px">
        {others.length > 0 && t`Tried too, and it would have changed little: ${others.join("; ")}. `}
        {lookBack.missed > lookBack.explained &&
          t`${plural(lookBack.missed - lookBack.explained, { one: "# late promise had", other: "# late promises had" })} time enough by the plan: look at what they waited for. `}
        {t`The plan is of your ordinary week; what is due first is taken up first, and nothing is begun before you knew of it.`}
      </Text>
    </Question>
  );
}

const more = (count: number): string => (count > 0 ? t`${count} more` : count < 0 ? t`${-count} fewer` : t`as many`);

/** Said again when the next season is planned. */
function Remember({ gain, read }: { gain: Gain; read: ReviewRead }) {
  const [isKept, setKept] = useState(false);
  const what = otherwiseWords(gain.otherwise, read.designs);
  const note = async (): Promise<void> => {
    const text = t`${what}: of ${read.season.name}, planned again so, ${gainWords(gain) ?? ""}.`;
    const sent = await sendCommand("note-lesson", { id: v7(), text, moment: "planning", designId: null, kind: "change" });
    setKept(sent.state !== "refused");
  };
  return isKept ? (
    <Text>{t`noted for planning`}</Text>
  ) : (
    <Button variant="outline" size="sm" aria-label={t`Say it again when I plan: ${what}`} onClick={() => void note()}>{t`Say it when I plan`}</Button>
  );
}
