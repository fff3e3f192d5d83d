import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Grid, Text } from "@chakra-ui/react";
import { day, money, nextPostingDay, type Day, t, listOf } from "@yule/core";
import { frankingOf, letterOf, pileOf, pileToday, rowOf, stampsTaken, type NeedView, type Outlook, type PileLetter } from "@yule/derive";
import type { Problem } from "@yule/contract";
import { skipToken } from "@reduxjs/toolkit/query/react";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { v7 } from "uuid";
import { useFinishQuery, useHolidaysQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { Lessons } from "../../../features/lessons/Lessons.tsx";
import { WeighLetter } from "../../../features/post/WeighLetter.tsx";
import { timesInHundred } from "../../../kit/chances.ts";
import { ProblemNote, STAND_COLOUR, Teach } from "../../../kit/states.tsx";
import { canReadCodes, codesIn } from "../../../kit/codes.ts";
import { FilePick, Tick } from "../../../kit/FormField.tsx";
import { Later } from "../../../kit/Later.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { usePlanned } from "../../../plan/plannedContext.ts";
import { solver } from "../../../workers/solver.ts";
import { useSolved } from "../../../workers/useSolved.ts";
import type { DispatchAskProps } from "../ask.ts";
import { lettersWord, thickWords } from "../words.ts";
import { Envelope } from "./Envelope.tsx";
import { OnTheirWay } from "./OnTheirWay.tsx";
import { PaperWork } from "./PaperWork.tsx";
import { ToSend } from "./ToSend.tsx";
import { printDay, printMoney } from "../../../kit/say.ts";

/** What must leave today, in the order in which it is fetched, with the stamps it takes; and what is to be sent later. */
export default function LeaveAsk({ outlook }: DispatchAskProps) {
  const { data: finish } = useFinishQuery();
  const boxes = finish?.boxes;
  const abroad = useAbroad(outlook);
  const today = useMemo(
    () => pileToday(pileOf(outlook, boxes ?? [], abroad), nextPostingDay(outlook.today, new Set(outlook.dispatch.carrier.holidays.map(day)))),
    [outlook, boxes, abroad],
  );
  const ready = useMemo(() => [...today.must, ...today.may], [today]);
  const open = [...outlook.open].sort((a, b) => (a.readyBy < b.readyBy ? -1 : 1));
  return (
    <>
      {ready.length + today.stuck.length > 0 ? (
        <Pile outlook={outlook} must={today.must} ready={ready} stuck={today.stuck} />
      ) : (
        <>
          <NeedsVerdict outlook={outlook} open={open} />
          <Lessons outlook={outlook} moment="sending" designs={open.map((view) => view.design.id)} occasions={open.flatMap((view) => view.need.occasion ?? [])} />
        </>
      )}
      <Later>
        {open.length === 0 ? (
          <Teach title={t`Nothing is to be sent`}>{t`Each need shows here with its last posting day: the last on which nine letters in ten would be there in time.`}</Teach>
        ) : (
          <ToSend outlook={outlook} open={open} />
        )}
        {today.held.length > 0 && (
          <Text marginTop="12px" color="tight" fontWeight={600}>
            {rich`${today.held.length === 1 ? t`A letter waits` : t`${lettersWord(today.held.length)} wait`}: nobody knows where ${listOf(today.held.map(({ household }) => household.name))} moved to. Tell it in ${(<Link to="/dispatch?ask=households">{t`Households`}</Link>)}.`}
          </Text>
        )}
        <OnTheirWay outlook={outlook} />
      </Later>
      <Text color="softInk" fontSize="15px" marginTop="16px">
        {t`${outlook.dispatch.carrier.name}: its price list and holidays are invented.`}
      </Text>
    </>
  );
}

/** Days on which nothing is brought in the countries that letters go to. */
function useAbroad({ dispatch, shop, today }: Outlook): ReadonlyMap<string, readonly Day[]> {
  const places = useMemo(() => [...new Set(dispatch.households.map(({ country }) => country))].filter((country) => country !== shop.country).sort(), [dispatch, shop]);
  const { data } = useHolidaysQuery(places.length === 0 ? skipToken : { places, from: today });
  return useMemo(
    () => new Map(places.map((place) => [place, (data?.days ?? []).flatMap(({ on, places: kept, isPublic }) => (isPublic && kept.includes(place) ? [day(on)] : []))])),
    [data, places],
  );
}

interface PileProps {
  readonly outlook: Outlook;
  readonly must: readonly PileLetter[];
  /** All that can go, what must first. */
  readonly ready: readonly PileLetter[];
  /** What no service takes. */
  readonly stuck: readonly PileLetter[];
}

function Pile({ outlook, must, ready, stuck }: PileProps) {
  const [stays, setStays] = useState<ReadonlySet<string>>(new Set());
  const [problem, setProblem] = useState<Problem | null>(null);
  const { stores, shop } = outlook;
  const [isPrepaid, setPrepaid] = useState(false);
  const job = useMemo(() => (isPrepaid ? null : frankingOf(ready, stores)), [ready, stores, isPrepaid]);
  const { value: franking, fresh } = useSolved(job, (asked) => solver().frank(asked, 2), { kind: "frank" });
  const taken = useMemo(() => (job && franking && fresh ? stampsTaken(job, franking, stores) : null), [job, franking, fresh, stores]);
  const going = ready.filter(({ letter }) => !stays.has(letter.id));
  const unfranked = taken ? ready.filter(({ letter }) => !taken.has(letter.id)) : [];
  const thick = thickWords(ready, shop.currency);
  const weighable = [...new Map(ready.map(({ view }) => [view.design.id, view.design])).values()].slice(0, WEIGHED_HERE);
  const postSome = async (some: readonly PileLetter[]): Promise<void> => {
    const letters = some.map(({ letter, way }) => ({
      id: letter.id,
      service: way?.service ?? "",
      stamps: (taken?.get(letter.id) ?? []).map(({ storeId, quantity }) => ({ storeId, quantity })),
    }));
    const sent = await sendCommand("post-letters", { id: v7(), on: outlook.today, letters }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  const envelope = (each: PileLetter) => (
    <Envelope
      key={each.letter.id}
      each={each}
      stamps={(taken?.get(each.letter.id) ?? []).flatMap(({ quantity, value }) => Array.from({ length: quantity }, () => value))}
      missing={unfranked.includes(each) ? (each.way?.price ?? 0) : 0}
      currency={shop.currency}
      isGoing={!stays.has(each.letter.id)}
      onPress={() => toggle(each.letter.id)}
    />
  );
  const toggle = (id: string): void => setStays((before) => (before.has(id) ? new Set([...before].filter((each) => each !== id)) : new Set([...before, id])));
  return (
    <>
      <PileVerdict
        outlook={outlook}
        must={must}
        ready={ready}
        stuck={stuck}
        unfranked={unfranked}
        isPrepaid={isPrepaid}
        stuckOn={taken ? [...taken.values()].flat().reduce((sum, { quantity, value }) => sum + quantity * value, 0) : null}
      />
      <Grid templateColumns="repeat(auto-fill, minmax(210px, 1fr))" gap="16px" maxWidth="1080px" marginBottom="18px" role="group" aria-label={t`The pile for today`}>
        {ready.slice(0, AT_ONCE).map(envelope)}
        <Later>{ready.slice(AT_ONCE, SHOWN).map(envelope)}</Later>
      </Grid>
      {ready.length > SHOWN && <Text marginBottom="12px">{t`And ${lettersWord(ready.length - SHOWN)} more, in the order of their boxes.`}</Text>}
      <Flex gap="16px" align="center" wrap="wrap" marginBottom="22px">
        <Button size="xl" disabled={going.length === 0 || (job !== null && taken === null)} onClick={() => void postSome(going)}>
          {going.length === ready.length ? (going.length === 1 ? t`It is posted` : t`All ${String(going.length)} are posted`) : t`These ${String(going.length)} are posted`}
        </Button>
        <Text color="softInk" maxWidth="34em">
          {t`Press a letter that stays here today. Their envelopes left the shelf when the cards were put together; now only stamps do. ${thick ?? ""}`}
        </Text>
      </Flex>
      <Tick checked={isPrepaid} onChange={(change) => setPrepaid(change.target.checked)}>{t`Paid without stamps: with prepaid labels, or at the counter`}</Tick>
      {problem && <ProblemNote problem={problem} />}
      {canReadCodes() && <ScanPosted ready={ready} onPosted={(each) => void postSome([each])} />}
      <Later>
        <Box marginTop="6px">
          {weighable.map((design) => (
            <WeighLetter key={design.id} design={design} reckoned={letterOf({ ...design, weighed: null }, stores).grams} />
          ))}
        </Box>
        {going.length > 0 && <PaperWork letters={going} shop={shop} />}
      </Later>
    </>
  );
}
/** A letter is posted by its label: the camera reads the code on it. */
function ScanPosted({ ready, onPosted }: { ready: readonly PileLetter[]; onPosted: (letter: PileLetter) => void }) {
  const [said, setSaid] = useState<string | null>(null);
  const read = async (file: File): Promise<void> => {
    const { letterInCode } = await import("../addressed.ts");
    const ids = new Set((await codesIn(file)).flatMap((code) => letterInCode(code) ?? []));
    const found = ready.filter(({ letter }) => ids.has(letter.id));
    found.forEach(onPosted);
    setSaid(
      found.length > 0
        ? `${found.map(({ household }) => household.name).join(", ")}: posted.`
        : ids.size > 0
          ? t`The letter of this label does not lie ready here.`
          : t`No label is seen in the picture. Hold it flat, in good light, and try again.`,
    );
  };
  return (
    <Flex gap="14px" align="center" wrap="wrap" marginBottom="14px">
      <FilePick accept="image/*" camera onPick={(file) => void read(file)}>{t`Post by scanning a label`}</FilePick>
      {said && <Text role="status">{said}</Text>}
    </Flex>
  );
}

/** Designs of the pile that are offered to the scale here; the others are weighed where they stand among the designs. */
const WEIGHED_HERE = 3;
/** Envelopes that a first look takes in: they are drawn with the verdict, the others right after it. */
const AT_ONCE = 8;
/** Envelopes that are drawn; more are counted. */
const SHOWN = 60;

/** @param stuckOn what the stamps on the letters come to, minor units; null while it is not known or no stamps are used */
function PileVerdict({ outlook, must, ready, stuck, unfranked, stuckOn, isPrepaid }: PileProps & { unfranked: readonly PileLetter[]; stuckOn: number | null; isPrepaid: boolean }) {
  const { shop, today } = outlook;
  const cost = ready.reduce((sum, { way }) => sum + (way?.price ?? 0), 0);
  const late = ready.filter(({ way }) => way !== null && way.postBy < today);
  const may = ready.length - must.length;
  const [next] = [...ready].sort((a, b) => ((a.way?.postBy ?? "") < (b.way?.postBy ?? "") ? -1 : 1));
  const least = [...ready].sort((a, b) => (a.chance ?? 1) - (b.chance ?? 1))[0];
  const lacking = unfranked.reduce((sum, { way }) => sum + (way?.price ?? 0), 0);
  return (
    <Verdict>
      {must.length > 0 ? (
        <>
          {rich`${(
            <Figure
              tone="tight"
              why={t`Posted on the next day on which the post takes letters, fewer than nine in ten of its service would be there on the day that was promised.`}
            >
              {lettersWord(must.length)}
            </Figure>
          )} must leave today${may > 0 ? t`, ${String(may)} more may` : ""}. `}
        </>
      ) : ready.length > 0 ? (
        t`${lettersWord(ready.length)} can leave; none must before ${printDay(next?.way?.postBy ?? today)}. `
      ) : (
        ""
      )}
      {late.length > 0 && (
        <>
          {rich`${(
            <Figure
              tone="cannot"
              why={late.map(({ household, way }) => t`${household.name}: ${way?.service ?? ""} should have left by ${printDay(way?.postBy ?? today)}`).join("; ")}
            >
              {late.length === 1 ? t`One is late` : t`${String(late.length)} are late`}
            </Figure>
          )} even by the quickest service. `}
        </>
      )}
      {stuck.length > 0 && (
        <>
          {rich`${(
            <Figure tone="cannot" why={stuck.map(({ household, size }) => t`${household.name}: ${String(Math.ceil(size.grams))} g, no service of the carrier takes it`).join("; ")}>
              {t`${stuck.length === 1 ? t`One is` : t`${String(stuck.length)} are`} too thick or too heavy`}
            </Figure>
          )} for every service. `}
        </>
      )}
      {ready.length > 0 && (
        <>
          {rich`${
            least && <>{rich`${(<Figure why={whyChance(least)}>{t`The least sure`}</Figure>)} is there in time ${timesInHundred(least.chance ?? 0)}. `}</>
          }All together ${ready.length === 1 ? t`it costs` : t`they cost`} ${printMoney(money(cost), shop.currency)}`}
          {unfranked.length > 0 ? (
            <>
              ;{" "}
              <Figure
                tone="cannot"
                why={t`Stamps that lie on the shelf do not make up what these letters cost. Buy stamps of the missing value, or pay at the counter.`}
              >{t`stamps for ${lettersWord(unfranked.length)} are missing`}</Figure>
              , {printMoney(money(lacking), shop.currency)}
            </>
          ) : isPrepaid ? (
            t`, paid without stamps: nothing is taken from the shelf`
          ) : stuckOn !== null ? (
            t`, and the stamps are there${stuckOn > cost ? t`, ${printMoney(money(stuckOn - cost), shop.currency)} more than is asked, for want of smaller ones` : ""}`
          ) : (
            ""
          )}
          .
        </>
      )}
      {ready.some(({ letter }) => letter.lineId === null) && (
        <> {rich`${(<Link to="/dispatch?ask=which" style={{ textDecoration: "underline", textUnderlineOffset: 4 }}>{t`Decide who gets which`}</Link>)} first.`}</>
      )}
    </Verdict>
  );
}

/** From what the chance of a letter was learned. */
function whyChance({ household, view, way }: PileLetter): string {
  const letters = (way?.seen ?? []).reduce((sum, each) => sum + each, 0);
  const table = t`The carrier tells ${String(way?.tableDays ?? way?.workingDays ?? 0)} working days for ${way?.service ?? ""}`;
  const learned =
    letters === 0
      ? t`no letter by it was told to have arrived yet`
      : t`${String(letters)} letters by it that arrived or were lost say ${String(way?.workingDays ?? 0)} for nine in ten`;
  return t`${household.name}, due ${printDay(day(view.need.due))}. ${table}; ${learned}. Sundays and the holidays of both countries do not count.`;
}

/** While no letter lies ready: what is to go next. */
function NeedsVerdict({ outlook, open }: { outlook: Outlook; open: readonly NeedView[] }) {
  const planned = usePlanned();
  const ready = open.filter((view) => view.stage === "to post");
  const today = ready.filter((view) => view.readyBy <= outlook.today);
  const [next] = open;
  if (!next) return <Verdict>{t`Everything owed is on its way.`}</Verdict>;
  const why = next.post
    ? t`It must be there on ${printDay(day(next.need.due))}. ${next.post.service} brings nine letters in ten within ${String(next.post.workingDays)} working days to the ${next.post.zone} zone; ${outlook.dispatch.carrier.name} moves nothing on Sundays and holidays.`
    : t`It is handed over, so it must be finished on its day.`;
  return (
    <Verdict>
      {rich`${
        ready.length > 0 ? (
          <>
            {ready.length === 1 ? t`${ready[0]?.need.title ?? ""} is ready to go` : t`${String(ready.length)} are ready to go`}
            {today.length > 0 ? `, ${today.length === ready.length ? t`and must go today` : t`${String(today.length)} of them today`}` : ""}.{" "}
          </>
        ) : (
          t`Nothing is ready to go yet. `
        )
      }Next to go is ${next.need.title}, by `}
      <Figure tone={STAND_COLOUR[rowOf(next, planned).safety]} why={why}>
        {printDay(next.readyBy)}
      </Figure>
      .
    </Verdict>
  );
}
