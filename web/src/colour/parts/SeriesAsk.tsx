import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { ColourwayRead, DesignRead } from "@yule/contract";
import { hexOf, NEAR_ENOUGH, over, TEMPERATURES, WHITE_PAPER, type Colourway, type Film, type Meet, type ShelfPaint, type SmallestPalette, type Temperature } from "@yule/core";
import { useState } from "react";
import { v7 } from "uuid";
import { useDesignsQuery } from "../../app/api.ts";
import { give } from "../../app/outbox.ts";
import { useSolved } from "../../app/solver.ts";
import { Choice, FormField, TextInput } from "../../kit/FormField.tsx";
import { StateWord, Teach } from "../../kit/states.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { colourDesk } from "../colourDesk.ts";
import { mixWords, pigmentsOf } from "../shelf.ts";
import { useForecast } from "../useForecast.ts";
import { Wash } from "../wash/Wash.tsx";
import { Swatch } from "../wash/Swatch.tsx";
import { PixelCanvas } from "./PixelCanvas.tsx";
import { useWay, WayPicker } from "./WayPicker.tsx";

const shelfKey = (shelf: readonly ShelfPaint[]): string => shelf.map(({ id, strength, isCharted }) => `${id}${String(strength)}${String(isCharted)}`).join();

/** The fewest paints for a whole series, and its designs in other colourways. */
export default function SeriesAsk({ outlook, shelf }: AskProps) {
  const { data } = useDesignsQuery();
  const chosen = useWay(outlook);
  const [seriesId, setSeriesId] = useState<string | null>(null);
  const [temperature, setTemperature] = useState<Temperature>("mixed");
  const series = data?.series ?? [];
  const id = seriesId ?? chosen.design?.seriesId ?? series[0]?.id ?? "";
  const designs = outlook.offered.filter((design) => design.seriesId === id);
  const wanted = coloursOf(designs);
  const { value, fresh } = useSolved(wanted.length > 0 && shelf.length > 0 ? `${wanted.map(({ hex }) => hex).join()} ${temperature} ${shelfKey(shelf)}` : null, () =>
    colourDesk().smallest(
      wanted.map(({ hex }) => hex),
      shelf,
      temperature,
    ),
  );
  if (series.length === 0 || shelf.length === 0)
    return (
      <Teach title="Fewer paints, one family">
        With a series and paints on the shelf it says here from how few of them all its colours can be mixed, and paints its designs in other colourways.
      </Teach>
    );
  const name = series.find((each) => each.id === id)?.name ?? "";
  return (
    <>
      <PaletteVerdict name={name} found={fresh ? value : null} wanted={wanted.length} shelf={shelf} temperature={temperature} />
      <Flex gap="14px" wrap="wrap" marginBottom="14px" maxWidth="560px">
        <Box width="200px">
          <FormField label="Series">
            <Choice value={id} onChange={(change) => setSeriesId(change.target.value)} options={series.map((each) => ({ value: each.id, label: each.name }))} />
          </FormField>
        </Box>
        <Box width="200px">
          <FormField label="Palette">
            <Choice
              value={temperature}
              onChange={(change) => setTemperature(change.target.value as Temperature)}
              options={TEMPERATURES.map((each) => ({ value: each, label: each }))}
            />
          </FormField>
        </Box>
      </Flex>
      {value && fresh && <Palette found={value} wanted={wanted} shelf={shelf} />}
      <OtherColourways outlook={outlook} shelf={shelf} chosen={chosen} temperature={temperature} />
    </>
  );
}

interface WantedColour {
  readonly hex: string;
  readonly names: string;
}
/** Every colour of the series once, with what it is called there. */
function coloursOf(designs: readonly DesignRead[]): readonly WantedColour[] {
  const all = new Map<string, Set<string>>();
  for (const design of designs) for (const way of design.colourways) for (const paint of way.paints) all.set(paint.hex, (all.get(paint.hex) ?? new Set<string>()).add(paint.name));
  return [...all].map(([hex, names]) => ({ hex, names: [...names].join(", ") }));
}

function PaletteVerdict({
  name,
  found,
  wanted,
  shelf,
  temperature,
}: {
  name: string;
  found: SmallestPalette | null;
  wanted: number;
  shelf: readonly ShelfPaint[];
  temperature: Temperature;
}) {
  if (wanted === 0) return <Verdict>No design of {name} has paints yet. Tell them there, and it says here how few will do.</Verdict>;
  if (!found)
    return (
      <Verdict>
        Looking for the fewest paints that mix all {wanted} colours of {name} ...
      </Verdict>
    );
  const reached = found.mixes.filter((mix) => mix !== null).length;
  const words = found.paints.map((paint) => shelf[paint]?.name ?? "");
  return (
    <Verdict>
      {reached === 0 ? (
        <>
          None of the {wanted} colours of {name} can be mixed from {temperature === "mixed" ? "this shelf" : `the ${temperature} paints of this shelf`}.
        </>
      ) : (
        <>
          <Figure
            tone="safe"
            why={`Every set of one to three paints that comes within ${String(NEAR_ENOUGH)} CIEDE2000 of a colour was searched, and the smallest union of them taken. ${found.proven ? "No smaller set of the shelf does it." : "Whether a smaller one does it was not settled in time."}`}
          >
            {found.paints.length} {found.paints.length === 1 ? "paint mixes" : "paints mix"}
          </Figure>{" "}
          {reached === wanted ? `all ${String(wanted)} colours` : `${String(reached)} of the ${String(wanted)} colours`} of {name}:{" "}
          {words.length > 1 ? `${words.slice(0, -1).join(", ")} and ${words.at(-1) ?? ""}` : words.join("")}
          {found.proven ? ". No fewer will do" : ""}.{reached < wanted && ` ${String(wanted - reached)} no mix of the shelf comes near enough to.`}
        </>
      )}
    </Verdict>
  );
}

function Palette({ found, wanted, shelf }: { found: SmallestPalette; wanted: readonly WantedColour[]; shelf: readonly ShelfPaint[] }) {
  return (
    <>
      <Flex gap="14px 18px" wrap="wrap" marginBottom="16px">
        {found.paints.map((paint) => {
          const each = shelf[paint];
          return (
            each && (
              <Box key={each.id}>
                <Wash kind="strip" film={each.film} granulates={each.granulates} width={132} height={52} label={`${each.name}, from tea to butter`} />
                <Text fontSize="15px">
                  {each.name} <span style={{ color: "var(--chakra-colors-softInk)" }}>{each.pigments.join(" ")}</span>
                </Text>
              </Box>
            )
          );
        })}
      </Flex>
      <Box as="section" aria-label="How each colour is mixed" maxWidth="680px" marginBottom="26px">
        {wanted.map(({ hex, names }, index) => {
          const mix = found.mixes[index];
          return (
            <Flex key={hex} gap="14px" align="center" borderTop="1px solid" borderColor="hairline" paddingY="5px">
              <Swatch hex={hex} width={52} height={34} label={hex} />
              <Text minWidth={0}>
                <strong>{names}</strong>: {mix ? `${mixWords(mix.mix, shelf)} (${mix.difference.toFixed(1)} away)` : "no mix of these paints comes near enough"}
              </Text>
            </Flex>
          );
        })}
      </Box>
    </>
  );
}

/** A design's palette swapped: light stays light, dark stays dark, each checked for mud. */
function OtherColourways({
  outlook,
  shelf,
  chosen,
  temperature,
}: {
  outlook: AskProps["outlook"];
  shelf: readonly ShelfPaint[];
  chosen: ReturnType<typeof useWay>;
  temperature: Temperature;
}) {
  const { design, way } = chosen;
  const [many, setMany] = useState("3");
  const [cards, setCards] = useState("12");
  const count = Number(many);
  const all = Number(cards);
  const countOk = Number.isInteger(count) && count >= 1 && count <= 6;
  const cardsOk = Number.isInteger(all) && all >= 1 && all <= 10_000;
  const forecast = useForecast(design ?? NONE, way);
  const own = forecast.films.filter((film): film is Film => film !== null);
  const whole = own.length === forecast.films.length && own.length > 0;
  const meets = forecast.touches.flatMap(({ a, b, how }): Meet[] => (how === "apart" ? [] : [{ a, b, how: how === "wet" ? "wet" : "glaze" }]));
  const { value, fresh } = useSolved(whole && forecast.fresh && countOk ? `${way?.id ?? ""} ${JSON.stringify(meets)} ${many} ${temperature} ${shelfKey(shelf)}` : null, () =>
    colourDesk().swapped(own, meets, shelf, count, temperature),
  );
  return (
    <Box as="section" aria-label="Other colourways">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">
        A design in other colourways
      </Heading>
      <Flex gap="14px" wrap="wrap" align="flex-start">
        <WayPicker outlook={outlook} chosen={chosen} />
        <Box width="110px">
          <FormField label="Colourways" fault={countOk ? undefined : `given ${many.trim() || "nothing"}, allowed 1 to 6`}>
            <TextInput inputMode="numeric" value={many} onChange={(change) => setMany(change.target.value)} />
          </FormField>
        </Box>
        <Box width="110px">
          <FormField label="Cards in all" fault={cardsOk ? undefined : `given ${cards.trim() || "nothing"}, allowed a whole number from 1`}>
            <TextInput inputMode="numeric" value={cards} onChange={(change) => setCards(change.target.value)} />
          </FormField>
        </Box>
      </Flex>
      {!whole && design && <Text color="tight">Of some paints of this colourway no pigment is known: put them on the shelf first.</Text>}
      {value && fresh && value.length < count && (
        <Text>The shelf gives {value.length === 0 ? "no colourway" : `only ${String(value.length)}`} that keeps light and dark and differs enough.</Text>
      )}
      <Flex gap="24px 28px" wrap="wrap" align="flex-start">
        {value &&
          design &&
          value.map((each, index) => (
            <Swapped
              key={each.paints.join()}
              swapped={each}
              cards={cardsOk ? Math.floor(all / value.length) + (index < all % value.length ? 1 : 0) : 0}
              design={design}
              apart={forecast.apart}
              shelf={shelf}
            />
          ))}
      </Flex>
    </Box>
  );
}
const NONE = { stages: [], touches: null } as unknown as DesignRead;

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
  apart: ReturnType<typeof useForecast>["apart"];
  shelf: readonly ShelfPaint[];
}) {
  const paints = swapped.paints.flatMap((paint) => shelf[paint] ?? []);
  const { value } = useSolved(apart ? `swap ${apart.key} ${swapped.paints.join()}` : null, () =>
    colourDesk().repaint(
      apart?.key ?? "",
      paints.map(({ film }) => film),
    ),
  );
  const name = paints.map((paint) => paint.name.toLowerCase()).join(", ");
  const bad = swapped.meets.filter(({ gives }) => gives.verdict !== "clean");
  const mud = bad.filter(({ gives }) => gives.verdict === "mud");
  const kept = design.colourways.some((way) => way.name === name);
  const keep = (): void => {
    const colourway: ColourwayRead = {
      id: v7(),
      name,
      pictureId: null,
      paints: paints.map((paint) => ({ name: paint.name, pigments: pigmentsOf(paint.pigments.join(" ")).join(" "), hex: hexOf(over(paint.film, WHITE_PAPER)) })),
    };
    void give("add-colourway", { id: design.id, version: design.version, colourway });
  };
  return (
    <Box role="group" aria-label={name} width="210px">
      {value && <PixelCanvas picture={value} width={200} label={`${design.name} in ${name}`} />}
      <Flex gap="4px" marginTop="6px">
        {paints.map((paint) => (
          <Wash key={paint.id} film={paint.film} granulates={paint.granulates} width={62} height={38} label={paint.name} />
        ))}
      </Flex>
      <Text fontWeight={600}>{name}</Text>
      <Text fontSize="15px">
        {cards > 0 && `${String(cards)} cards. `}
        {swapped.inOrder ? "Light and dark keep their order" : "Light and dark change places"}, at most {Math.round(swapped.lightness)} apart.
      </Text>
      <StateWord state={mud.length > 0 ? "cannot" : bad.length > 0 ? "tight" : "safe"}>
        {mud.length > 0 ? `${String(mud.length)} of its meetings make mud` : bad.length > 0 ? `${String(bad.length)} of its meetings go dull` : "no mud"}
      </StateWord>
      <Button size="sm" variant="outline" marginTop="6px" disabled={kept} onClick={keep}>
        {kept ? "kept" : "Keep as a colourway"}
      </Button>
    </Box>
  );
}
