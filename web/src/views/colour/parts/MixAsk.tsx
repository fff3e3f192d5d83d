import { rich } from "../../../kit/rich.tsx";
import { Box, Flex } from "@chakra-ui/react";
import { hexField } from "@yule/contract";
import { labOfHex, lchOfLab, type Recipe, type ShelfPaint, t } from "@yule/core";
import { colourWords, filmOfPaint, mixWords, seenAs, washHex } from "@yule/derive";
import { useSearchParams } from "react-router";
import { useSolved } from "../../../workers/useSolved.ts";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { asideColourSolver, colourSolver } from "../../../workers/colourSolver.ts";
import { Buy, Nudges, Recipes } from "./RecipeRows.tsx";
import { useWay } from "./WayPicker.tsx";
import { WantedColour } from "./WantedColour.tsx";
import { EmptyAsk } from "./EmptyAsk.tsx";
import { printFigure } from "../../../kit/say.ts";

/** How a wanted colour is mixed from the shelf: in whole parts, how near it comes, what to add, what is missing. */
export default function MixAsk({ outlook, shelf }: AskProps) {
  const chosen = useWay(outlook);
  const [params, setParams] = useSearchParams();
  const asked = params.get("want") ?? "";
  const first = chosen.way?.paints[0];
  const film = first ? filmOfPaint(first, shelf) : null;
  const wanted = hexField.safeParse(asked).success ? asked.toLowerCase() : (first?.hex ?? (film ? washHex(film) : "#6a8f7a"));
  const want = (hex: string): void => {
    const next = new URLSearchParams(params);
    next.set("want", hex);
    setParams(next, { replace: true });
  };
  const { value, fresh } = useSolved(shelf.length > 0 ? { wanted, shelf } : null, (asked) => colourSolver().recipe(asked.wanted, asked.shelf));
  const from = value?.best.difference ?? 0;
  const buy = useSolved(value && fresh && !value.reached && from > 2 ? { wanted, shelf, from } : null, (asked) => asideColourSolver().buy(asked.wanted, asked.shelf, asked.from));
  if (shelf.length === 0) return <EmptyAsk>{t`With the first paints on the shelf it says here how to reach a colour, in whole parts, and what is worth buying.`}</EmptyAsk>;
  return (
    <>
      {value ? (
        <MixVerdict best={value.best} reached={value.reached} shelf={shelf} wanted={wanted} />
      ) : (
        <Verdict>{t`Looking for the mix that comes nearest to ${wanted} ...`}</Verdict>
      )}
      <Flex gap={{ base: "24px", lg: "40px" }} direction={{ base: "column", xl: "row" }} align="flex-start">
        <WantedColour wanted={wanted} onWant={want} outlook={outlook} chosen={chosen} />
        <Box flex="1" minWidth={0} maxWidth="680px" opacity={fresh ? 1 : 0.6}>
          {value && (
            <>
              <Recipes nearest={value.nearest} best={value.best} cheapest={value.cheapest} shelf={shelf} wanted={wanted} currency={outlook.shop.currency} />
              <Nudges nudges={value.nudges} shelf={shelf} />
              {buy.fresh && buy.value && <Buy found={buy.value} shelf={shelf} />}
            </>
          )}
        </Box>
      </Flex>
    </>
  );
}

function MixVerdict({ best, reached, shelf, wanted }: { best: Recipe; reached: boolean; shelf: readonly ShelfPaint[]; wanted: string }) {
  const why = `CIEDE2000 ${printFigure(best.difference, 1)} from ${wanted}: ${seenAs(best.difference)}. Wanted: ${colourWords(lchOfLab(labOfHex(wanted)))}. Mixed: ${colourWords(lchOfLab(best.lab))}.`;
  return (
    <Verdict>
      {reached ? (
        <>
          {t`Mix ${mixWords(best, shelf)}: `}
          <Figure tone="safe" why={why}>
            {seenAs(best.difference)}
          </Figure>
          .
        </>
      ) : (
        <>{rich`No mix of ${shelf.length === 1 ? t`your one paint` : t`your ${String(shelf.length)} paints`} reaches it. The nearest, ${(
          <Figure tone={best.difference > 6 ? "cannot" : "tight"} why={why}>
            {seenAs(best.difference)}
          </Figure>
        )}, is ${mixWords(best, shelf)}.`}</>
      )}
    </Verdict>
  );
}
