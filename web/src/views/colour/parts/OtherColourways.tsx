import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { ColourwayRead, DesignRead } from "@yule/contract";
import { hexOf, over, WHITE_PAPER, type Colourway, type Meet, type ShelfPaint, type Temperature, t } from "@yule/core";
import { filmOfPaint } from "@yule/derive";
import { useMemo, useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { useSolved } from "../../../workers/useSolved.ts";
import { NumberField } from "../../../kit/NumberField.tsx";
import { StateWord } from "../../../kit/states.tsx";
import type { AskProps } from "../ask.ts";
import { colourSolver } from "../../../workers/colourSolver.ts";
import { NO_DESIGN, useTouches } from "../../../features/meetings/useForecast.ts";
import { Wash } from "../../../features/meetings/wash/Wash.tsx";
import { PixelCanvas } from "./PixelCanvas.tsx";
import { WayPicker, type ChosenWay } from "./WayPicker.tsx";

/** What a design keeps of names; a shelf has longer ones. */
const MOST_LETTERS = { colourway: 120, paint: 60 } as const;

/** A design's palette swapped: light stays light, dark stays dark, each checked for mud. */
export function OtherColourways({
  outlook,
  shelf,
  chosen,
  temperature,
}: {
  outlook: AskProps["outlook"];
  shelf: readonly ShelfPaint[];
  chosen: ChosenWay;
  temperature: Temperature;
}) {
  const { design, way } = chosen;
  const [count, setCount] = useState(3);
  const [all, setAll] = useState(12);
  const { touches, apart, fresh: isRead } = useTouches(design ?? NO_DESIGN, way);
  const own = useMemo(() => (way?.paints ?? []).map((paint) => filmOfPaint(paint, shelf)), [way, shelf]);
  const meets = touches.flatMap(({ a, b, how }): Meet[] => (how === "apart" ? [] : [{ a, b, how: how === "wet" ? "wet" : "glaze" }]));
  const { value, fresh } = useSolved(own.length > 0 && isRead ? { own, meets, shelf, count, temperature } : null, (asked) =>
    colourSolver().swapped(asked.own, asked.meets, asked.shelf, asked.count, asked.temperature),
  );
  return (
    <Box as="section" aria-label={t`Other colourways`}>
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">{t`A design in other colourways`}</Heading>
      <Flex gap="14px" wrap="wrap" align="flex-start">
        <WayPicker outlook={outlook} chosen={chosen} />
        <NumberField label={t`Colourways`} value={count} least={1} most={6} whole onRead={setCount} />
        <NumberField label={t`Cards in all`} value={all} least={1} most={10_000} whole onRead={setAll} />
      </Flex>
      {value && fresh && value.length < count && (
        <Text>{t`The shelf gives ${value.length === 0 ? t`no colourway` : t`only ${String(value.length)}`} that keeps light and dark and differs enough.`}</Text>
      )}
      <Flex gap="24px 28px" wrap="wrap" align="flex-start">
        {value &&
          design &&
          value.map((each, index) => (
            <Swapped
              key={each.paints.join()}
              swapped={each}
              cards={Math.floor(all / value.length) + (index < all % value.length ? 1 : 0)}
              design={design}
              apart={apart}
              shelf={shelf}
            />
          ))}
      </Flex>
    </Box>
  );
}

function Swapped({
  swapped,
  cards,
  design,
  apart,
  shelf,
}: {
  swapped: Colourway;
  cards: number;
  design: DesignRead;
  apart: ReturnType<typeof useTouches>["apart"];
  shelf: readonly ShelfPaint[];
}) {
  const paints = swapped.paints.flatMap((paint) => shelf[paint] ?? []);
  const { value } = useSolved(apart ? { picture: apart.key, films: paints.map(({ film }) => film) } : null, (asked) => colourSolver().repaint(asked.picture, asked.films));
  const name = paints
    .map((paint) => paint.name.toLowerCase())
    .join(", ")
    .slice(0, MOST_LETTERS.colourway);
  const bad = swapped.meets.filter(({ gives }) => gives.verdict !== "clean");
  const mud = bad.filter(({ gives }) => gives.verdict === "mud");
  const kept = design.colourways.some((way) => way.name === name);
  const keep = (): void => {
    const colourway: ColourwayRead = {
      id: v7(),
      name,
      pictureId: null,
      paints: paints.map((paint) => ({
        name: paint.name.slice(0, MOST_LETTERS.paint),
        pigments: paint.pigments.join(" ").slice(0, MOST_LETTERS.paint),
        hex: hexOf(over(paint.film, WHITE_PAPER)),
      })),
    };
    void sendCommand("add-colourway", { id: design.id, version: design.version, colourway });
  };
  return (
    <Box role="group" aria-label={name} width="210px">
      {value && <PixelCanvas picture={value} width={200} label={t`${design.name} in ${name}`} />}
      <Flex gap="4px" marginTop="6px">
        {paints.map((paint) => (
          <Wash key={paint.id} film={paint.film} granulates={paint.granulates} width={62} height={38} label={paint.name} />
        ))}
      </Flex>
      <Text fontWeight={600}>{name}</Text>
      <Text fontSize="15px">
        {cards > 0 && t`${String(cards)} cards. `}
        {t`${swapped.inOrder ? t`Light and dark keep their order` : t`Light and dark change places`}, at most ${Math.round(swapped.lightness)} apart.`}
      </Text>
      <StateWord state={mud.length > 0 ? "cannot" : bad.length > 0 ? "tight" : "safe"}>
        {mud.length > 0 ? t`${String(mud.length)} of its meetings make mud` : bad.length > 0 ? t`${String(bad.length)} of its meetings go dull` : t`no mud`}
      </StateWord>
      <Button size="sm" variant="outline" marginTop="6px" disabled={kept} onClick={keep}>
        {kept ? t`kept` : t`Keep as a colourway`}
      </Button>
    </Box>
  );
}
