import { rich } from "../../../kit/rich.tsx";
import { t, listOf } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { AllotQuestion, HouseholdRead, Problem, SentimentRead } from "@yule/contract";
import { allotQuestion, cardLists, fitsOf, tallyOf, type CardList, type CardFit, type OfferedLine, type Outlook, type Tally } from "@yule/derive";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { v7 } from "uuid";
import { useDesignsQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Choice } from "../../../kit/FormField.tsx";
import { Loading, ProblemNote, Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { solver } from "../../../workers/solver.ts";
import { useSolved } from "../../../workers/useSolved.ts";
import type { DispatchAskProps } from "../ask.ts";
import { peopleWord } from "../words.ts";
import { LineChoice } from "./LineChoice.tsx";

/** Who gets which card: no design twice in a household, nothing that it will not have, what it likes where that can be. */
export default function WhichAsk({ outlook }: DispatchAskProps) {
  const [params, setParams] = useSearchParams();
  const { data: designs } = useDesignsQuery();
  const lists = useMemo(() => cardLists(outlook), [outlook]);
  const list = lists.find(({ id }) => id === params.get("list")) ?? lists[0];
  if (!list)
    return (
      <>
        <Verdict>{t`No card waits for a household.`}</Verdict>
        <Teach
          title={t`What is decided here`}
        >{t`Once a need goes to households, this page says who gets which card: nobody gets a design a second time, refusals and words are heeded, and likes met where there are cards for it.`}</Teach>
      </>
    );
  if (!designs) return <Loading />;
  return (
    <>
      <OneList key={list.id} outlook={outlook} list={list} sentiments={designs.sentiments} />
      {lists.length > 1 && (
        <Box maxWidth="420px" marginTop="18px">
          <Choice
            aria-label={t`Which list`}
            value={list.id}
            onChange={(change) => setParams({ ask: "which", list: change.target.value })}
            options={lists.map(({ id, title, letters }) => ({ value: id, label: `${title}, ${peopleWord(letters.length)}` }))}
          />
        </Box>
      )}
    </>
  );
}

type Answer = Awaited<ReturnType<ReturnType<typeof solver>["allot"]>>;

/** Any number may be painted, and only for want: likes alone are no reason to paint more. */
const withMore = (question: AllotQuestion): AllotQuestion => ({
  ...question,
  designs: question.designs.map((each) => ({ ...each, more: null })),
  households: question.households.map((each) => ({ ...each, likes: [] })),
});

/** Cards by letter, as an answer gives them. */
const givenIn = ({ cards }: Answer): ReadonlyMap<string, string> => new Map(cards.map(({ household, design }) => [household, design]));

function OneList({ outlook, list, sentiments }: { outlook: Outlook; list: CardList; sentiments: readonly SentimentRead[] }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const households = useMemo(() => new Map(outlook.dispatch.households.map((each) => [each.id, each])), [outlook.dispatch]);
  const fit = useMemo(() => fitsOf(outlook, sentiments), [outlook, sentiments]);
  const question = useMemo(() => allotQuestion(list, households, fit, 0), [list, households, fit]);
  const { value: best, fresh } = useSolved(question, (asked) => solver().allot(asked), { kind: "allot" });
  const { value: ample, fresh: isAmpleKnown } = useSolved(question, (asked) => solver().allot(withMore(asked)), { kind: "allot with more" });
  const kept = useMemo(() => new Map(list.letters.map(({ id, lineId }) => [id, lineId])), [list]);
  if (!best || !fresh) return <Loading />;
  const given = givenIn(best);
  const now = tallyOf(question, (id) => kept.get(id) ?? null);
  const then = tallyOf(question, (id) => given.get(id) ?? null);
  const isKept = isAsGood(now, then);
  const tally = isKept ? now : then;
  const better = isAmpleKnown ? betterWith(tally, question, ample) : null;
  const send = async (cards: { letterId: string; lineId: string | null }[]): Promise<void> => {
    const sent = await sendCommand("allot-cards", { cards }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  return (
    <>
      <ListVerdict list={list} tally={tally} isKept={isKept} question={question} better={better} />
      <Flex gap="12px" wrap="wrap" align="center" marginBottom="16px">
        {!isKept && <Button size="xl" onClick={() => void send(list.letters.map(({ id }) => ({ letterId: id, lineId: given.get(id) ?? null })))}>{t`Give the cards so`}</Button>}
        {better && <PaintMoreButton list={list} paint={better.paint} />}
        <BindMore outlook={outlook} list={list} />
      </Flex>
      {problem && <ProblemNote problem={problem} />}
      <Recipients
        list={list}
        households={households}
        fit={fit}
        question={question}
        lineOf={(id) => (isKept ? (kept.get(id) ?? null) : (given.get(id) ?? null))}
        tally={tally}
        onGive={send}
      />
    </>
  );
}

/** No worse in any of the aims, in their order. */
function isAsGood(one: Tally, other: Tally): boolean {
  const of = ({ over, refused, unserved, repeats, likes }: Tally): number[] => [over.length, refused, unserved, repeats, -likes];
  const [a, b] = [of(one), of(other)];
  const at = a.findIndex((each, index) => each !== b[index]);
  return at < 0 || (a[at] ?? 0) < (b[at] ?? 0);
}

interface ListVerdictProps {
  readonly list: CardList;
  readonly tally: Tally;
  readonly isKept: boolean;
  readonly question: AllotQuestion;
  readonly better: Better | null;
}

function ListVerdict({ list, tally, isKept, question, better }: ListVerdictProps) {
  const people = list.letters.length;
  const wishes = question.households.filter(({ likes }) => likes.length > 0).length;
  const { unserved, repeats, likes } = tally;
  return (
    <Verdict>
      {unserved > 0 ? (
        <>
          {rich`${(
            <Figure tone="cannot" why={t`There are not as many cards that they may have: all are given to others, or show what they will not have.`}>
              {peopleWord(unserved)}
            </Figure>
          )} of ${list.title} ${unserved === 1 ? t`gets` : t`get`} no card. `}
        </>
      ) : (
        t`${isKept ? t`All` : t`Give them so: all`} ${String(people)} of ${list.title} get a card`
      )}
      {unserved === 0 &&
        (repeats === 0 ? (
          <>
            {" "}
            <Figure
              tone="safe"
              why={t`Counted once more from the lines themselves: no household gets a design that it had in any season that is kept here.`}
            >{t`that they have not had`}</Figure>
            .{" "}
          </>
        ) : (
          <>
            {rich`, and ${(
              <Figure tone="tight" why={t`Each household that gets a design a second time is named below.`}>
                {peopleWord(repeats)}
              </Figure>
            )} ${repeats === 1 ? t`gets` : t`get`} a design again. `}
          </>
        ))}
      {wishes > 0 && t`${likes} of ${wishes} likes are met. `}
      {better && <PaintMore list={list} better={better} />}
    </Verdict>
  );
}

/** How it would be with more cards. */
interface Better {
  readonly then: Tally;
  readonly paint: Answer["paint"];
}

/** What more cards would mend; null where they mend nothing. */
function betterWith(tally: Tally, question: AllotQuestion, ample: Answer | null): Better | null {
  if (!ample || ample.paint.length === 0) return null;
  const given = givenIn(ample);
  const then = tallyOf(question, (id) => given.get(id) ?? null);
  return then.unserved < tally.unserved || then.repeats < tally.repeats ? { then, paint: ample.paint } : null;
}

/** The cards that are wanting, taken into their needs by one press. */
function PaintMoreButton({ list, paint }: { list: CardList; paint: Better["paint"] }) {
  const more = new Map(paint.map(({ design, count }) => [design, count]));
  const add = async (): Promise<void> => {
    for (const { need } of list.needs)
      if (need.lines.some(({ id }) => more.has(id)))
        await sendCommand("change-need", {
          id: need.id,
          version: need.version,
          lines: need.lines.map(({ id, colourwayId, quantity }) => ({ id, colourwayId, quantity: quantity + (more.get(id) ?? 0) })),
        });
  };
  return <Button variant="outline" onClick={() => void add()}>{t`Want ${[...more.values()].reduce((sum, each) => sum + each, 0)} more`}</Button>;
}

/** What to paint more of, so that nobody is left out and nobody gets a design again. */
function PaintMore({ list, better: { then, paint } }: { list: CardList; better: Better }) {
  const names = new Map(list.lines.map(({ id, name }) => [id, name]));
  return (
    <>
      {t`Paint ${listOf(paint.map(({ design, count }) => t`${String(count)} more of ${names.get(design) ?? ""}`))}, and `}
      <Figure why={t`Then ${peopleWord(then.unserved)} would get none and ${peopleWord(then.repeats)} a design again.`}>
        {then.unserved + then.repeats === 0 ? t`nobody is left out or gets one again` : t`it is better`}
      </Figure>
      .
    </>
  );
}

/** Other needs of people that can be given from one pool of designs. */
function BindMore({ outlook, list }: { outlook: Outlook; list: CardList }) {
  const own = new Set(list.needs.map(({ need }) => need.id));
  const others = outlook.open.filter(({ need }) => need.kind === "mailing list" && !own.has(need.id));
  if (others.length === 0) return null;
  return (
    <Box width="320px">
      <Choice
        aria-label={t`Give from one pool with`}
        value=""
        onChange={(change) =>
          void sendCommand("bind-needs", {
            id: outlook.dispatch.undertakings.some(({ id }) => id === list.id) ? list.id : v7(),
            kind: "mailing list",
            title: list.title,
            needIds: [...own, change.target.value],
          })
        }
        options={[{ value: "", label: t`Give from one pool with ...` }, ...others.map(({ need, design }) => ({ value: need.id, label: `${need.title}, ${design.name}` }))]}
      />
    </Box>
  );
}

interface Row {
  readonly letterId: string;
  readonly household: HouseholdRead;
  readonly line: OfferedLine | null;
  readonly fit: CardFit | null;
}

function Recipients({
  list,
  households,
  fit,
  question,
  lineOf,
  tally,
  onGive,
}: {
  list: CardList;
  households: ReadonlyMap<string, HouseholdRead>;
  fit: (household: HouseholdRead, line: OfferedLine) => CardFit;
  question: AllotQuestion;
  lineOf: (letterId: string) => string | null;
  tally: Tally;
  onGive: (cards: { letterId: string; lineId: string | null }[]) => Promise<void>;
}) {
  const lines = new Map(list.lines.map((line) => [line.id, line]));
  const rows = list.letters
    .flatMap(({ id, householdId }): Row[] => {
      const household = households.get(householdId);
      const line = lines.get(lineOf(id) ?? "") ?? null;
      return household ? [{ letterId: id, household, line, fit: line ? fit(household, line) : null }] : [];
    })
    .sort(
      (a, b) => Number(b.line === null) - Number(a.line === null) || Number(b.fit?.had !== null) - Number(a.fit?.had !== null) || a.household.name.localeCompare(b.household.name),
    );
  const columns: readonly TableColumn<Row>[] = [
    { id: "who", head: t`Household`, isAlways: true, value: ({ household }) => household.name, cell: ({ household }) => <Text fontWeight={600}>{household.name}</Text> },
    {
      id: "card",
      head: t`Gets`,
      isAlways: true,
      width: "300px",
      value: ({ line }) => line?.name ?? "",
      cell: ({ letterId, household, line }) => <LineChoice list={list} question={question} tally={tally} letterId={letterId} name={household.name} line={line} onGive={onGive} />,
    },
    { id: "why", head: t`Why`, cell: ({ household, line, fit: found }) => <Text color={found?.had ? "tight" : "softInk"}>{whyWords(household, line, found)}</Text> },
  ];
  return <DataTable label={t`Who gets which`} rows={rows} columns={columns} rowId={({ letterId }) => letterId} maxWidth="1080px" />;
}

function whyWords(household: HouseholdRead, line: OfferedLine | null, fit: CardFit | null): string {
  if (!line || !fit) return t`No card is left that they may have.`;
  const sent = household.sentOn === null ? "" : t` They sent one in ${household.sentOn.slice(0, 4)}.`;
  if (fit.had) return t`They had it${fit.had.on === null ? "" : t` in ${fit.had.on.slice(0, 4)}`}, and no other is left for them.${sent}`;
  const refusals = household.without.length > 0 ? t` Not for them: ${household.without.join(", ")}.` : "";
  return `${fit.likes.length > 0 ? t`They like ${fit.likes.join(", ")}.` : t`They have not had it.`}${refusals}${household.neutral ? t` Neutral words.` : ""}${sent}`;
}
