import { kindWord } from "../../../kit/kinds.ts";
import { Box, Flex, Text } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import { NEAR_ENOUGH, TEMPERATURES, type ShelfPaint, type SmallestPalette, type Temperature, t } from "@yule/core";
import { mixWords } from "@yule/derive";
import { useState } from "react";
import { useDesignsQuery } from "../../../data/api.ts";
import { useSolved } from "../../../workers/useSolved.ts";
import { Choice, FormField } from "../../../kit/FormField.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { asideColourSolver } from "../../../workers/colourSolver.ts";
import { Swatch } from "../../../features/meetings/wash/Swatch.tsx";
import { Wash } from "../../../features/meetings/wash/Wash.tsx";
import { OtherColourways } from "./OtherColourways.tsx";
import { useWay } from "./WayPicker.tsx";
import { EmptyAsk } from "./EmptyAsk.tsx";
import { printFigure } from "../../../kit/say.ts";

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
  const { value, fresh } = useSolved(wanted.length > 0 && shelf.length > 0 ? { wanted: wanted.map(({ hex }) => hex), shelf, temperature } : null, (asked) =>
    asideColourSolver().smallest(asked.wanted, asked.shelf, asked.temperature),
  );
  if (series.length === 0 || shelf.length === 0)
    return (
      <EmptyAsk>{t`With a series and paints on the shelf it says here from how few of them all its colours can be mixed, and paints its designs in other colourways.`}</EmptyAsk>
    );
  const name = series.find((each) => each.id === id)?.name ?? "";
  return (
    <>
      <PaletteVerdict name={name} found={fresh ? value : null} wanted={wanted.length} shelf={shelf} temperature={temperature} />
      <Flex gap="14px" wrap="wrap" marginBottom="14px" maxWidth="560px">
        <Box width="200px">
          <FormField label={t`Series`}>
            <Choice value={id} onChange={(change) => setSeriesId(change.target.value)} options={series.map((each) => ({ value: each.id, label: each.name }))} />
          </FormField>
        </Box>
        <Box width="200px">
          <FormField label={t`Palette`}>
            <Choice
              value={temperature}
              onChange={(change) => setTemperature(change.target.value as Temperature)}
              options={TEMPERATURES.map((each) => ({ value: each, label: kindWord(each) }))}
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
  if (wanted === 0) return <Verdict>{t`No design of ${name} has paints yet. Tell them there, and it says here how few will do.`}</Verdict>;
  if (!found) return <Verdict>{t`Looking for the fewest paints that mix all ${wanted} colours of ${name} ...`}</Verdict>;
  const reached = found.mixes.filter((mix) => mix !== null).length;
  const words = found.paints.map((paint) => shelf[paint]?.name ?? "");
  return (
    <Verdict>
      {reached === 0 ? (
        <>{t`None of the ${wanted} colours of ${name} can be mixed from ${temperature === "mixed" ? t`this shelf` : t`the ${temperature} paints of this shelf`}.`}</>
      ) : (
        <>
          <Figure
            tone="safe"
            why={t`Every set of one to three paints that comes within ${String(NEAR_ENOUGH)} CIEDE2000 of a colour was searched, and the smallest union of them taken. ${found.proven ? t`No smaller set of the shelf does it.` : t`Whether a smaller one does it was not settled in time.`}`}
          >
            {found.paints.length} {found.paints.length === 1 ? t`paint mixes` : t`paints mix`}
          </Figure>{" "}
          {t`${reached === wanted ? t`all ${String(wanted)} colours` : t`${String(reached)} of the ${String(wanted)} colours`} of ${name}: `}
          {words.length > 1 ? t`${words.slice(0, -1).join(", ")} and ${words.at(-1) ?? ""}` : words.join("")}
          {found.proven ? t`. No fewer will do` : ""}.{reached < wanted && t` ${String(wanted - reached)} no mix of the shelf comes near enough to.`}
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
                <Wash kind="strip" film={each.film} granulates={each.granulates} width={132} height={52} label={t`${each.name}, from tea to butter`} />
                <Text fontSize="15px">
                  {each.name} <span style={{ color: "var(--chakra-colors-softInk)" }}>{each.pigments.join(" ")}</span>
                </Text>
              </Box>
            )
          );
        })}
      </Flex>
      <Box as="section" aria-label={t`How each colour is mixed`} maxWidth="680px" marginBottom="26px">
        {wanted.map(({ hex, names }, index) => {
          const mix = found.mixes[index];
          return (
            <Flex key={hex} gap="14px" align="center" borderTop="1px solid" borderColor="hairline" paddingY="5px">
              <Swatch hex={hex} width={52} height={34} label={hex} />
              <Text minWidth={0}>
                <strong>{names}</strong>: {mix ? t`${mixWords(mix.mix, shelf)} (${printFigure(mix.difference, 1)} away)` : t`no mix of these paints comes near enough`}
              </Text>
            </Flex>
          );
        })}
      </Box>
    </>
  );
}
