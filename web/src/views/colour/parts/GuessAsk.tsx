import { Box, Button, Flex, Grid, Text } from "@chakra-ui/react";
import { labOfHex, learnt, lchOfLab, mudForecast, nextQuestion, capital, type GuessQuestion, type ShelfPaint, t } from "@yule/core";
import { colourWords } from "@yule/derive";
import { useMemo, useState } from "react";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { hardPairs, keepGuesses, keptGuesses, type Guesses } from "../guesses.ts";
import { MeetingWash, Wash } from "../../../features/meetings/wash/Wash.tsx";
import { Swatch } from "../../../features/meetings/wash/Swatch.tsx";
import { EmptyAsk } from "./EmptyAsk.tsx";

/** A short game: two paints, which colour comes out? Pairs that were wrong come again. */
export default function GuessAsk({ shelf, outlook }: AskProps) {
  const paints = useMemo(() => shelf.filter((paint) => !paint.metallic).map(({ id, film }) => ({ id, film })), [shelf]);
  const [guesses, setGuesses] = useState(keptGuesses);
  const [last, setLast] = useState<string | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const question = useMemo(() => nextQuestion(paints, guesses.known, guesses.asked, seedOf(outlook.shop.id), last), [paints, guesses, last, outlook.shop.id]);
  // While the answer is looked at, the question stays.
  const [held, setHeld] = useState<GuessQuestion | null>(null);
  const shown = held ?? question;
  if (!shown) return <EmptyAsk>{t`With two paints on the shelf a short game begins here: two washes run into each other, and you say what comes out.`}</EmptyAsk>;
  const answer = (index: number): void => {
    if (chosen !== null) return;
    const next: Guesses = {
      known: learnt(guesses.known, shown.key, index === shown.right, guesses.asked),
      asked: guesses.asked + 1,
      right: guesses.right + (index === shown.right ? 1 : 0),
    };
    setHeld(shown);
    setChosen(index);
    setGuesses(next);
    keepGuesses(next);
  };
  const goOn = (): void => {
    setLast(shown.key);
    setHeld(null);
    setChosen(null);
  };
  const nameOf = (index: number): ShelfPaint | undefined => shelf.find(({ id }) => id === paints[index]?.id);
  const [a, b] = [nameOf(shown.a), nameOf(shown.b)];
  if (!a || !b) return null;
  return (
    <>
      <GuessVerdict guesses={guesses} shelf={shelf} />
      <Flex gap="18px" align="center" wrap="wrap" marginBottom="18px">
        <Paint paint={a} />
        <Text fontFamily="heading" fontSize="22px">{t`into`}</Text>
        <Paint paint={b} />
      </Flex>
      <Text fontWeight={600} marginBottom="8px">{t`Wet, half and half: which colour comes out?`}</Text>
      <Grid templateColumns="repeat(auto-fit, minmax(170px, 1fr))" gap="14px" maxWidth="800px">
        {shown.choices.map((hex, index) => (
          <Button
            key={hex}
            variant="outline"
            height="auto"
            padding="10px"
            flexDirection="column"
            gap="6px"
            aria-label={`${String(index + 1)}: ${colourWords(lchOfLab(labOfHex(hex)))}`}
            aria-pressed={chosen === index}
            borderWidth={chosen !== null && index === shown.right ? "3.5px" : "1.5px"}
            onClick={() => answer(index)}
          >
            <Swatch hex={hex} width={140} height={76} label={hex} />
            <span>{chosen === null ? String(index + 1) : index === shown.right ? t`this one` : chosen === index ? t`your guess` : ""}</span>
          </Button>
        ))}
      </Grid>
      {chosen !== null && (
        <Box role="status" marginTop="18px">
          <Flex gap="18px" align="center" wrap="wrap">
            <MeetingWash earlier={a.film} later={b.film} how="wet" width={200} height={86} label={t`${a.name} into ${b.name}`} />
            <Text maxWidth="34em">
              <strong>{chosen === shown.right ? t`Yes.` : t`Not quite.`}</strong> {capital(mudForecast(a.film, b.film, "wet").why)}.
              {chosen === shown.right ? "" : t` It comes again in a while.`}
            </Text>
          </Flex>
          <Button marginTop="12px" onClick={goOn} autoFocus>{t`The next two`}</Button>
        </Box>
      )}
    </>
  );
}

const seedOf = (id: string): number => Array.from(id).reduce((seed, letter) => (seed * 31 + letter.charCodeAt(0)) % 65_521, 7);

function GuessVerdict({ guesses, shelf }: { guesses: Guesses; shelf: readonly ShelfPaint[] }) {
  if (guesses.asked === 0) return <Verdict>{t`Two paints run into each other. Say what comes out; the pairs you miss come again.`}</Verdict>;
  const [hard] = hardPairs(guesses);
  const names = (hard ?? "").split(" + ").map((id) => shelf.find((paint) => paint.id === id)?.name);
  return (
    <Verdict>
      {t`${guesses.right} of ${guesses.asked} answers are correct. `}
      {hard && names.every((name) => name !== undefined)
        ? t`Hardest for you now: ${names.join(" with ")}.`
        : guesses.right === guesses.asked
          ? t`Nothing surprises you so far.`
          : t`What you missed has been corrected since.`}
    </Verdict>
  );
}

function Paint({ paint }: { paint: ShelfPaint }) {
  return (
    <Box>
      <Wash film={paint.film} granulates={paint.granulates} width={150} height={84} label={`${paint.name}, ${paint.pigments.join(" ")}`} />
      <Text>
        {paint.name} <span style={{ color: "var(--chakra-colors-softInk)" }}>{paint.pigments.join(" ")}</span>
      </Text>
    </Box>
  );
}
