import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { touches as WAYS, type DesignRead, type TouchRead } from "@yule/contract";
import { labOfLch, type CureTried, type Film, type Lab, t, wordsFor } from "@yule/core";
import { panelOf, cureWords, type PairMeeting } from "@yule/derive";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Picture } from "../../../features/picture/Picture.tsx";
import { useSolved } from "../../../workers/useSolved.ts";
import { Fold } from "../../../kit/Fold.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { colourSolver } from "../../../workers/colourSolver.ts";
import { useForecast } from "../../../features/meetings/useForecast.ts";
import { lost, PairRow } from "../../../features/meetings/PairRow.tsx";
import { PixelCanvas } from "./PixelCanvas.tsx";
import { useWay, WayPicker } from "./WayPicker.tsx";
import { EmptyAsk } from "./EmptyAsk.tsx";

/** Which of a design's paints turn to mud where they touch or overlap, and what keeps them clean. */
export default function MudAsk({ outlook }: AskProps) {
  const chosen = useWay(outlook);
  const { design, way } = chosen;
  if (!design || !way)
    return (
      <EmptyAsk
        to="/designs"
        step={t`To the designs`}
      >{t`With a design and its paints, it says here which of them make mud where they touch, and what keeps them clean.`}</EmptyAsk>
    );
  return <MudOf key={way.id} design={design} wayId={way.id} outlook={outlook} chosen={chosen} />;
}

function MudOf({ design, wayId, outlook, chosen }: { design: DesignRead; wayId: string; outlook: AskProps["outlook"]; chosen: ReturnType<typeof useWay> }) {
  const way = design.colourways.find((each) => each.id === wayId);
  const forecast = useForecast(design, way);
  const { pairs, unknown, touches, apart } = forecast;
  const [tried, setTried] = useState<CureTried | null>(null);
  const mark = (touch: TouchRead, how: TouchRead["how"]): void =>
    void sendCommand("mark-touches", {
      id: design.id,
      version: design.version,
      touches: touches.map((each) => (each.a === touch.a && each.b === touch.b ? { ...each, how } : each)),
    });
  const meeting = pairs.filter((pair) => pair.gives);
  const apartPairs = pairs.filter((pair) => !pair.gives);
  return (
    <>
      <MudVerdict design={design} way={way?.name ?? ""} pairs={meeting} many={way?.paints.length ?? 0} />
      <WayPicker outlook={outlook} chosen={chosen} />
      <Flex gap={{ base: "22px", lg: "36px" }} direction={{ base: "column", xl: "row" }} align="flex-start">
        <Box flex="none">
          <BeforeAndAfter forecast={forecast} pictureId={way?.pictureId ?? null} name={design.name} ratio={panelOf(design).height / panelOf(design).width} tried={tried} />
          {apart?.wasTransparent && <Text color="softInk">{t`Its see-through background was taken for bare paper.`}</Text>}
        </Box>
        <Box flex="1" minWidth={0} maxWidth="660px">
          {meeting.map((pair) => (
            <PairRow key={`${String(pair.a)} ${String(pair.b)}`} pair={pair} marks={<Marks pair={pair} onMark={(how) => mark(pair, how)} />}>
              <Cures pair={pair} tried={tried} onTry={apart ? setTried : null} />
            </PairRow>
          ))}
          {apartPairs.length > 0 && (
            <Fold title={t`${String(apartPairs.length)} ${apartPairs.length === 1 ? t`pair does` : t`pairs do`} not touch`}>
              {apartPairs.map((pair) => (
                <PairRow key={`${String(pair.a)} ${String(pair.b)}`} pair={pair} marks={<Marks pair={pair} onMark={(how) => mark(pair, how)} />} />
              ))}
            </Fold>
          )}
          {unknown.length > 0 && (
            <Text color="tight">
              {t`${unknown.map((paint) => paint.name).join(", ")}: no pigment is known, so ${unknown.length === 1 ? t`it is` : t`they are`} taken by colour alone. On the paint shelf it is told better.`}
            </Text>
          )}
          <Text color="softInk" fontSize="15px" marginTop="12px">
            {design.touches
              ? t`Where they touch was marked by you.`
              : apart
                ? t`Where they touch is taken from the picture, wet or dry from the route, its paints in the order of its washes. Mark what is otherwise.`
                : t`Without a picture every pair is taken to touch. Mark what does not.`}
          </Text>
        </Box>
      </Flex>
    </>
  );
}

function MudVerdict({ design, way, pairs, many }: { design: DesignRead; way: string; pairs: readonly PairMeeting[]; many: number }) {
  const [worst] = pairs;
  const muddy = pairs.filter((pair) => pair.gives?.verdict === "mud");
  const bad = pairs.filter((pair) => pair.gives?.verdict !== "clean");
  if (many < 2) return <Verdict>{t`${design.name} has one paint: nothing can turn to mud. Tell more paints in its design, and it says here what they do to each other.`}</Verdict>;
  if (!worst?.gives || bad.length === 0)
    return (
      <Verdict>
        {design.name}, {way}:{" "}
        <Figure
          tone="safe"
          why={
            pairs.length === 0 ? t`No two of its paints touch or overlap.` : pairs.map((pair) => `${pair.earlier.name} and ${pair.later.name}: ${pair.gives?.why ?? ""}.`).join(" ")
          }
        >{t`all that touches stays clean`}</Figure>
        .
      </Verdict>
    );
  const [cure] = worst.cures;
  const others = (muddy.length || bad.length) - 1;
  return (
    <Verdict>
      {t`${design.name}, ${way}: ${worst.earlier.name} and ${worst.later.name} `}
      <Figure
        tone={worst.gives.verdict === "mud" ? "cannot" : "tight"}
        why={`${worst.how === "wet" ? t`Half and half, wet` : t`The later over the earlier, dry`}: ${worst.gives.why}. ${lost(worst.gives)}.`}
      >
        {worst.gives.verdict === "mud" ? t`turn to mud` : t`go dull`}
      </Figure>{" "}
      {worst.how === "wet" ? t`where they touch wet` : t`where they overlap`}
      {others > 0 && t`, as ${others === 1 ? t`does one other pair` : t`do ${String(others)} other pairs`}`}.{" "}
      {cure ? cureWords(cure, worst) : t`Nothing on the shelf helps but to leave it.`}
    </Verdict>
  );
}

const HOW: Readonly<Record<TouchRead["how"], string>> = wordsFor({ wet: () => t`touch wet`, glazed: () => t`over dry`, apart: () => t`do not touch` });

function Marks({ pair, onMark }: { pair: PairMeeting; onMark: (how: TouchRead["how"]) => void }) {
  return (
    <Flex role="group" aria-label={t`How ${pair.earlier.name} and ${pair.later.name} meet`} gap="8px" marginTop="6px" wrap="wrap">
      {WAYS.map((how) => (
        <Button key={how} size="sm" variant={pair.how === how ? "solid" : "outline"} aria-pressed={pair.how === how} onClick={() => pair.how !== how && onMark(how)}>
          {HOW[how]}
        </Button>
      ))}
    </Flex>
  );
}

function Cures({ pair, tried, onTry }: { pair: PairMeeting; tried: CureTried | null; onTry: ((cure: CureTried | null) => void) | null }) {
  const [first, ...rest] = pair.cures;
  if (!first) return null;
  const line = (cure: CureTried) => (
    <span key={cure.kind + ("instead" in cure ? cure.instead : "")} style={{ display: "block" }}>
      {cureWords(cure, pair)}{" "}
      {cure.kind === "another paint" && onTry && (
        <Button size="sm" variant="ghost" aria-pressed={tried === cure} onClick={() => onTry(tried === cure ? null : cure)}>
          {tried === cure ? t`as it was` : t`see it`}
        </Button>
      )}
    </span>
  );
  return (
    <>
      {line(first)}
      {rest.length > 0 && <span style={{ color: "var(--chakra-colors-softInk)" }}>{rest.map((cure) => line(cure))}</span>}
    </>
  );
}

/** What becomes of a picture when its paints run together, or when another paint stands in one's place. */
type AfterQuestion =
  | { readonly kind: "another paint"; readonly picture: string; readonly films: readonly (Film | null)[] }
  | { readonly kind: "run together"; readonly picture: string; readonly wet: readonly { readonly a: number; readonly b: number; readonly gives: Lab }[] };

/** The picture as it is, and as it dries: with the mud, or with another paint in its place. */
function BeforeAndAfter({
  forecast: { apart, pairs },
  pictureId,
  name,
  ratio,
  tried,
}: {
  forecast: ReturnType<typeof useForecast>;
  pictureId: string | null;
  name: string;
  ratio: number;
  tried: CureTried | null;
}) {
  const wet = pairs.flatMap((pair) => (pair.gives && pair.gives.verdict !== "clean" ? [{ a: pair.a, b: pair.b, gives: labOfLch(pair.gives) }] : []));
  const swapped = tried?.kind === "another paint" ? placeOf(tried, pairs) : null;
  const question: AfterQuestion | null = !apart
    ? null
    : swapped
      ? { kind: "another paint", picture: apart.key, films: apart.areas.map((_, place) => (place === swapped.place ? swapped.film : null)) }
      : wet.length > 0
        ? { kind: "run together", picture: apart.key, wet }
        : null;
  const { value } = useSolved(question, (asked) =>
    asked.kind === "another paint" ? colourSolver().repaint(asked.picture, asked.films) : colourSolver().together(asked.picture, asked.wet),
  );
  if (!pictureId) return <Text color="softInk" maxWidth="240px">{t`With a picture of the panel it shows here how it dries.`}</Text>;
  return (
    <Flex gap="18px" wrap="wrap">
      <Box>
        <Picture id={pictureId} alt={t`${name} as it is`} width={230} ratio={ratio} />
        <Text>{t`as it is`}</Text>
      </Box>
      {question && value && (
        <Box>
          <PixelCanvas picture={value} width={230} label={swapped ? t`${name} with ${swapped.name}` : t`${name} as it dries`} />
          <Text>{swapped ? t`with ${swapped.name}` : t`as it dries where they meet`}</Text>
        </Box>
      )}
    </Flex>
  );
}

function placeOf(cure: Extract<CureTried, { kind: "another paint" }>, pairs: readonly PairMeeting[]): { place: number; film: Film; name: string; id: string } | null {
  const pair = pairs.find((each) => each.cures.includes(cure));
  return pair ? { place: cure.instead === "later" ? pair.b : pair.a, film: cure.paint.film, name: cure.paint.name, id: cure.paint.id } : null;
}
