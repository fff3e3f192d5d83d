import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { comingOccasions, day, daysBetween, type Day, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import { useHolidaysQuery, useSeasonQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { Tick } from "../../../kit/FormField.tsx";
import { placeName } from "../places.ts";
import { Birthdays } from "./Birthdays.tsx";
import { OwnDay } from "./OwnDay.tsx";
import { Places } from "./Places.tsx";
import { countryName, printDay, printDayOfYear } from "../../../kit/say.ts";

/** The year's occasions in several countries and regions at once and the maker's own days, each with the day its listing must be up. */
export function OccasionsDialog({ outlook, onClose }: { outlook: Outlook; onClose: () => void }) {
  const { data } = useSeasonQuery();
  const { shop, today } = outlook;
  const [withDays, setWithDays] = useState(false);
  const home = shop.region === null ? shop.country : `${shop.country}-${shop.region}`;
  const places = [home, ...shop.occasionCountries];
  const holidays = useHolidaysQuery({ places, from: today });
  const regions = holidays.data?.regions ?? {};
  const countries = [...new Set(places.map((place) => place.slice(0, 2)))];
  const asked = countries.join();
  const coming = useMemo(() => comingOccasions(asked.split(","), data?.ownOccasions ?? [], today), [asked, data, today]);
  const days = withDays ? (holidays.data?.days ?? []) : [];
  const soon = coming.filter((each) => each.listBy !== null && each.listBy >= today)[0];
  const lines = [
    ...coming.map((each): Line => ({
      ...each,
      where: each.countries.length === 0 ? t`your own` : countries.length > 1 ? each.countries.map(countryName).join(", ") : "",
      own: each.countries.length === 0,
    })),
    ...days.map((each): Line => ({
      id: `${each.on}/${each.name}`,
      on: day(each.on),
      name: each.name,
      listBy: null,
      where: `${each.isPublic ? t`public holiday` : t`kept`} in ${each.places.map((place) => placeName(place, regions)).join("; ")}`,
      own: false,
    })),
  ].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
  return (
    <Dialog title={t`Occasions of the year to come`} wide onClose={onClose}>
      {soon?.listBy && (
        <Text
          fontSize="18px"
          marginBottom="12px"
        >{rich`Next to list: ${(<b>{soon.name}</b>)}, up by ${printDay(soon.listBy)}, in ${weeks(daysBetween(today, soon.listBy))}.`}</Text>
      )}
      <Places outlook={outlook} regions={regions} />
      <Tick checked={withDays} onChange={(change) => setWithDays(change.target.checked)}>{t`public holidays and other days kept there too`}</Tick>
      {withDays && holidays.error && !holidays.data && <Text color="softInk">{t`These come when the server answers.`}</Text>}
      <Box maxHeight="300px" overflowY="auto" tabIndex={0} role="group" aria-label={t`Coming occasions`}>
        {lines.map((each) => (
          <Flex key={each.id} borderTop="1px solid" borderColor="hairline" paddingY="6px" gap="12px" align="baseline">
            <Text width="150px" flex="none">
              {printDayOfYear(each.on)}
            </Text>
            <Box flex="1" minWidth={0}>
              <Text fontWeight={700} overflowWrap="anywhere">
                {each.name}
              </Text>
              <Text color="softInk" fontSize="15px">
                {[each.where, each.listBy && t`list by ${printDay(each.listBy)}${each.listBy < today ? t`, which is past` : ""}`].filter(Boolean).join("; ")}
              </Text>
            </Box>
            {each.own && <RemoveOwn id={each.id.split("/")[0] ?? ""} />}
          </Flex>
        ))}
      </Box>
      <OwnDay outlook={outlook} />
      <Birthdays outlook={outlook} />
    </Dialog>
  );
}

interface Line {
  readonly id: string;
  readonly on: Day;
  readonly name: string;
  readonly listBy: Day | null;
  readonly where: string;
  readonly own: boolean;
}

const weeks = (days: number): string => (days < 14 ? `${String(days)} days` : `${String(Math.floor(days / 7))} weeks`);

function RemoveOwn({ id }: { id: string }) {
  const { data } = useSeasonQuery();
  const found = data?.ownOccasions.find((each) => each.id === id);
  if (!found) return null;
  return <Button variant="ghost" onClick={() => void sendCommand("remove-own-occasion", { id, version: found.version })}>{t`remove`}</Button>;
}
