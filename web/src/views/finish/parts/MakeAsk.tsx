import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Problem } from "@yule/contract";
import { lengthOfUnits, measureOf, minutes, printAmount, printMinutes, t, listOf } from "@yule/core";
import {
  countedUses,
  fenceOf,
  kitOf,
  linesToAssemble,
  makingRun,
  makingSteps,
  stackOf,
  thicknessBy,
  usesOfCards,
  type FinishTask,
  type KitPart,
  type Outlook,
  type TimedStep,
} from "@yule/derive";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { v7 } from "uuid";
import { useDesignsQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { presentMoment } from "../../../data/serverClock.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { ProblemNote, Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { FinishAskProps } from "../ask.ts";

import { CardGrowing } from "./CardGrowing.tsx";
import { PrintCopies } from "./PrintCopies.tsx";
import { printDay } from "../../../kit/say.ts";
import { cardsOf } from "../../../kit/counts.ts";

/** The making of a need's cards: when to begin, the kit, step after step, and how thick it gets before the foam goes on. */
export default function MakeAsk({ outlook, finish, task }: FinishAskProps) {
  const view = task?.view;
  if (!task || !view || view.need.kind === "stash") {
    return (
      <>
        <Verdict>{view ? t`${view.need.title} is kept as panels: no card is made of it.` : t`No cards wait to be made.`}</Verdict>
        <Teach
          title={t`What is decided here`}
        >{t`Once panels are good, this page lays out the kit, says in which order all cards go through each step and when they are dry, and whether they are thin enough for the post.`}</Teach>
      </>
    );
  }
  return <Making outlook={outlook} finish={finish} task={task} />;
}

function Making({ outlook, finish, task }: { outlook: Outlook; finish: FinishAskProps["finish"]; task: FinishTask }) {
  const { view } = task;
  const { say } = useMeasure();
  const left = view.cards - view.assembled;
  const told = useMemo(() => new Map(finish.making.filter(({ needId }) => needId === view.need.id).map(({ step, cards }) => [step, cards])), [finish.making, view.need.id]);
  const steps = useMemo(
    () => makingSteps(view.design).map((step) => ({ ...step, cards: Math.max(0, view.cards - Math.max(view.assembled, told.get(step.id) ?? 0)) })),
    [view, told],
  );
  const run = useMemo(() => makingRun(steps), [steps]);
  const end = run.at(-1);
  const hands = run.reduce((sum, { setup, hands: each, cards }) => sum + setup + each * cards, 0);
  const thickness = thicknessBy(view.design);
  const thick = thickness.at(-1)?.thickness ?? stackOf(view.design).thickness;
  const limit = view.post?.mostThick;
  const tooThick = limit !== undefined && thick > limit;
  return (
    <>
      <Verdict>
        {view.need.title}:{" "}
        {left === 0 ? (
          <Figure tone="safe" why={t`All ${cardsOf(view.cards)} of it are assembled.`}>{t`all ${cardsOf(view.cards)} are made`}</Figure>
        ) : (
          <>
            {cardsOf(left)} {left === 1 ? t`takes` : t`take`}{" "}
            {rich`${(
              <Figure why={`${run.map(({ name, setup, hands: each, cards }) => `${name}: ${printMinutes(minutes(setup + each * cards))}`).join("; ")}.`}>
                {printMinutes(minutes(Math.round(hands)))}
              </Figure>
            )} of hands, and ${end ? t`the last is dry ${printMinutes(minutes(Math.round(end.dryAt)))} after you begin` : t`nothing has to dry`}`}
          </>
        )}
        .{" "}
        {limit === undefined ? null : (
          <Figure
            tone={tooThick ? "cannot" : "safe"}
            why={t`${thickness.map(({ name, thickness: by }) => `${name}: ${say(by)}`).join("; ")}. ${view.post?.service ?? ""} takes at most ${say(limit)}.`}
          >
            {tooThick
              ? t`At ${say(thick)} it is too thick for ${view.post?.service ?? t`the post`}: leave the foam off`
              : t`At ${say(thick)} it is thin enough for ${view.post?.service ?? t`the post`}`}
          </Figure>
        )}
        {limit !== undefined && "."} {left > 0 && <When view={view} outlook={outlook} hands={hands} />}
      </Verdict>
      <Assemble view={view} outlook={outlook} />
      {left > 0 && <RunOfSteps needId={view.need.id} run={run} told={told} all={view.cards} helperMay={outlook.shop.helperMay.includes("assemble")} />}
      <Flex gap="36px" wrap="wrap" align="flex-start" marginTop="20px">
        <CardGrowing steps={thickness} limit={limit ?? null} service={view.post?.service ?? ""} />
        {left > 0 && <Kit view={view} outlook={outlook} cards={left} />}
      </Flex>
      <Fence view={view} />
      {view.need.print && <PrintCopies view={view} />}
    </>
  );
}

/** Which session holds it, so that it is ready by its day. */
function When({ view, outlook, hands }: { view: FinishTask["view"]; outlook: Outlook; hands: number }) {
  const before = outlook.sessions.filter(({ day }) => day <= view.readyBy);
  const last = before.findLast(({ length }) => length >= hands) ?? before.at(-1);
  if (!last)
    return <Figure tone="cannot" why={t`It must be ready by ${printDay(view.readyBy)}, and no session of yours is left before then.`}>{t`No session is left for it`}</Figure>;
  return (
    <>{rich`Begin by ${(<Figure why={t`It must be ready by ${printDay(view.readyBy)}; of your sessions before then this is the last that is long enough.`}>{printDay(last.day)}</Figure>)}.`}</>
  );
}

function Assemble({ view, outlook }: { view: FinishTask["view"]; outlook: Outlook }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const { data } = useDesignsQuery();
  const lines = linesToAssemble(view);
  const cards = lines.reduce((sum, line) => sum + line.quantity, 0);
  if (cards === 0)
    return (
      <Text marginBottom="12px">
        {view.assembled > 0 ? t`${cardsOf(view.assembled)} ${view.assembled === 1 ? t`is` : t`are`} assembled. ` : ""}
        {view.assembled < view.cards ? <>{rich`No good panel waits for a card. ${(<Link to={`/finish?ask=judge&need=${view.need.id}`}>{t`Judge the panels`}</Link>)}.`}</> : ""}
      </Text>
    );
  const uses = countedUses(usesOfCards(view.design, cards, outlook.stores));
  const words = view.design.words.inside.flatMap((id) => data?.sentiments.find((each) => each.id === id)?.text ?? []);
  const assemble = async (): Promise<void> => {
    const sent = await sendCommand("assemble-cards", { needId: view.need.id, lines, uses }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  return (
    <Box marginBottom="18px" borderTop="1px solid" borderBottom="1px solid" borderColor="hairline" paddingY="14px">
      <Flex align="center" gap="16px" wrap="wrap">
        <Button size="xl" onClick={() => void assemble()}>
          {t`Assemble ${cardsOf(cards)}`}
        </Button>
        <Text color="softInk" maxWidth="30em">
          {uses.length === 0
            ? t`Takes nothing from the stores.`
            : t`Takes ${listOf(uses.map((use) => `${String(use.quantity)} of ${outlook.stores.find((store) => store.id === use.storeId)?.name ?? ""}`))}. Inside words before gluing; glitter last.`}
        </Text>
      </Flex>
      {words.length > 0 && <Text marginTop="8px" fontWeight={600}>{t`Before assembly, inside each card: ${words.map((each) => `“${each}”`).join(", ")}.`}</Text>}
      {problem && <ProblemNote problem={problem} />}
    </Box>
  );
}

/** Each step for all cards before the next; one press says that those that are left are through it. */
function RunOfSteps({ needId, run, told, all, helperMay }: { needId: string; run: readonly TimedStep[]; told: ReadonlyMap<string, number>; all: number; helperMay: boolean }) {
  const [first] = run;
  const words = run.find(({ id }) => id === "words");
  const gluedFirst = words ? Math.max(0, ...run.filter(({ id, dry }) => id !== "words" && dry > 0).map(({ id }) => (told.get(id) ?? 0) - (told.get("words") ?? 0))) : 0;
  const clock = (at: number): string => (at < 1 ? t`at once` : `after ${printMinutes(minutes(Math.round(at)))}`);
  return (
    <Box as="section" aria-label={t`Step after step`} maxWidth="860px">
      <Text fontFamily="heading" fontSize="20px" marginBottom="4px">{t`Step after step`}</Text>
      {gluedFirst > 0 && (
        <Text color="cannot" role="alert" marginBottom="6px">
          {t`${cardsOf(gluedFirst)} ${gluedFirst === 1 ? t`was` : t`were`} glued before the words were inside: write them by hand, or leave ${gluedFirst === 1 ? t`it` : t`them`} blank on purpose.`}
        </Text>
      )}
      <Box as="ol" listStyleType="none">
        {run.map((step) => {
          const done = told.get(step.id) ?? 0;
          return (
            <Flex as="li" key={step.id} align="center" gap="14px" paddingY="8px" borderBottom="1px solid" borderColor="hairline">
              <Box flex="1" minWidth={0}>
                <Text fontWeight={step === first ? 700 : 500}>
                  {step.name}: {cardsOf(step.cards)}
                  {done > 0 ? t`, ${String(done)} of ${String(all)} done` : ""}
                </Text>
                <Text fontSize="15px" color="softInk">
                  {t`Begins ${clock(step.from)}, ${printMinutes(minutes(Math.max(1, Math.round(step.setup + step.hands * step.cards))))} of work${step.dry > 0 ? t`, dry ${clock(step.dryAt)}${step.dry >= OVERNIGHT ? t`, overnight under heavy books` : ""}` : ""}`}
                  {step.waits >= 1 ? t`; ${printMinutes(minutes(Math.round(step.waits)))} to wait for what dries` : ""}
                  {step.light ? (helperMay ? t`; a helper can do it, or the sofa` : t`; it can be done on the sofa`) : ""}
                </Text>
              </Box>
              <Button
                flex="none"
                variant={step === first ? "solid" : "outline"}
                onClick={() => void sendCommand("tell-making", { id: v7(), needId, step: step.id, cards: step.cards, at: presentMoment().toISOString() })}
              >
                {step.cards === 1 ? t`It is done` : t`These ${String(step.cards)} are done`}
              </Button>
            </Flex>
          );
        })}
      </Box>
    </Box>
  );
}
/** `6`, `7.5 ml`. */
const amount = ({ kind }: NonNullable<KitPart["store"]>, of: number): string => printAmount(of, measureOf(kind));
/** What dries so long is left for the night, minutes. */
const OVERNIGHT = 360;

const kitColumns = (): readonly TableColumn<KitPart & { readonly cards: number }>[] => [
  {
    id: "what",
    head: t`What lies ready`,
    isAlways: true,
    value: ({ what }) => what,
    cell: ({ what }) => what,
  },
  {
    id: "each",
    head: t`For each card`,
    isAlways: true,
    cell: ({ each }) => each ?? "",
  },
  {
    id: "takes",
    head: t`For all`,
    isAlways: true,
    cell: ({ store, takes, isShort }) =>
      store ? (
        <Text as="span" color={isShort ? "cannot" : undefined} fontWeight={isShort ? 700 : undefined}>
          {amount(store, takes)}
          {isShort ? t`, ${amount(store, store.onHand)} there` : ""}
        </Text>
      ) : (
        ""
      ),
  },
];

function Kit({ view, outlook, cards }: { view: FinishTask["view"]; outlook: Outlook; cards: number }) {
  const { data } = useDesignsQuery();
  const parts = useMemo(
    () => kitOf(view.design, cards, outlook.stores, new Map((data?.sentiments ?? []).map(({ id, text }) => [id, text]))).map((part) => ({ ...part, cards })),
    [view.design, cards, outlook.stores, data],
  );
  const columns = useMemo(kitColumns, []);
  const short = parts.filter(({ isShort }) => isShort);
  return (
    <Box as="section" aria-label={t`The kit`} flex="1 1 420px" maxWidth="620px">
      <Text fontFamily="heading" fontSize="20px" marginBottom="4px">
        {t`The kit for ${cardsOf(cards)}`}
      </Text>
      {short.length > 0 && (
        <Text color="cannot" marginBottom="6px">
          {rich`${listOf(short.map(({ what }) => what))} will not reach. ${(<Link to="/stores?ask=buy">{t`See what to buy`}</Link>)}.`}
        </Text>
      )}
      <DataTable label={t`The kit of ${view.need.title}`} rows={parts} columns={columns} rowId={({ what }) => what} maxWidth="620px" />
    </Box>
  );
}

/** Where the fence stands for scoring them all. */
function Fence({ view }: { view: FinishTask["view"] }) {
  const { say, size } = useMeasure();
  const fence = fenceOf(view.design);
  if (!fence) return null;
  return (
    <Text
      marginTop="16px"
      maxWidth="46em"
    >{t`Score in bulk: bases are ${size(fence.base.width, fence.base.height)}; set the fence ${say(lengthOfUnits(fence.score))} from the ${fence.isAcross ? t`left` : t`upper`} edge, score them all, then fold and burnish.`}</Text>
  );
}
