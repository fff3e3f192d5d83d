import { X } from "lucide-react";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { COUNTRIES, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { sendCommand } from "../../../data/outbox.ts";
import { Choice } from "../../../kit/FormField.tsx";
import { placeName, type Regions } from "../places.ts";
import { countryName } from "../../../kit/say.ts";

/** Where occasions are kept: her own region, and the countries and regions she sends to. */
export function Places({ outlook, regions }: { outlook: Outlook; regions: Regions }) {
  const { shop } = outlook;
  const set = (occasionCountries: readonly string[]): void => void sendCommand("set-shop", { occasionCountries: [...occasionCountries] }, { quiet: true });
  const others = [...COUNTRIES].filter((code) => code !== shop.country).map((code) => ({ value: code, label: countryName(code) }));
  return (
    <Flex gap="8px" wrap="wrap" align="center" marginBottom="6px">
      <Text fontWeight={600}>{countryName(shop.country)}</Text>
      {(regions[shop.country]?.length ?? 0) > 0 && (
        <Box width="200px">
          <Choice
            aria-label={t`Part of ${countryName(shop.country)}`}
            value={shop.region ?? ""}
            onChange={(change) => void sendCommand("set-shop", { region: change.target.value === "" ? null : change.target.value }, { quiet: true })}
            options={[{ value: "", label: t`all of it` }, ...(regions[shop.country] ?? []).map((each) => ({ value: each.code, label: each.name }))]}
          />
        </Box>
      )}
      {shop.occasionCountries.map((place) => (
        <Flex key={place} align="center" gap="4px">
          <Button size="sm" variant="outline" aria-label={t`Without ${placeName(place, regions)}`} onClick={() => set(shop.occasionCountries.filter((each) => each !== place))}>
            {placeName(place, regions)} <X size={16} aria-hidden />
          </Button>
          {place.length === 2 && (regions[place]?.length ?? 0) > 0 && (
            <Box width="150px">
              <Choice
                aria-label={t`Part of ${countryName(place)}`}
                value=""
                onChange={(change) => change.target.value !== "" && set(shop.occasionCountries.map((each) => (each === place ? `${place}-${change.target.value}` : each)))}
                options={[{ value: "", label: t`all of it` }, ...(regions[place] ?? []).map((each) => ({ value: each.code, label: each.name }))]}
              />
            </Box>
          )}
        </Flex>
      ))}
      <Box width="220px">
        <Choice
          aria-label={t`One more country`}
          value=""
          onChange={(change) => change.target.value !== "" && set([...shop.occasionCountries, change.target.value])}
          options={[{ value: "", label: t`one more country …` }, ...others.sort((a, b) => a.label.localeCompare(b.label))]}
        />
      </Box>
    </Flex>
  );
}
