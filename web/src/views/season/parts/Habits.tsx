import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { helperWork } from "@yule/contract";

import { useState } from "react";
import { useShopQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { FaultLines, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { clockTime, readTime, t } from "@yule/core";
import { TimeInput } from "../../../kit/DayField.tsx";
import { ofShop } from "../../../kit/shopAt.ts";
import { printTime } from "../../../kit/say.ts";

/** How the table works: when it is late, how many panels can dry, what a helper may do. And the calendar address. */
export function Habits() {
  const { data: shop } = useShopQuery();
  const [form, setForm] = useState<{ late: string; places: string; changeover: string; sure: string } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  if (!shop) return null;
  const shown = form ?? {
    late: clockTime(shop.lateAfter),
    places: shop.dryingPlaces === null ? "" : String(shop.dryingPlaces),
    changeover: String(shop.changeover),
    sure: String(shop.sureIn100),
  };
  const keep = async (): Promise<void> => {
    const places = shown.places.trim() === "" ? null : Number(shown.places);
    if (places !== null && !(Number.isInteger(places) && places > 0)) return setFault(giveInstead(shown.places, t`a whole number from 1, or nothing`, t`Places to dry`));
    const changeover = Number(shown.changeover);
    if (!Number.isInteger(changeover) || changeover < 0 || changeover > 120) return setFault(giveInstead(shown.changeover, t`whole minutes from 0 to 120`, t`Fresh water`));
    const sureIn100 = Number(shown.sure);
    if (!Number.isInteger(sureIn100) || sureIn100 < 50 || sureIn100 > 95) return setFault(giveInstead(shown.sure, t`a whole number from 50 to 95 in 100`, t`Sure of latest days`));
    const lateAfter = readTime(shown.late);
    if (lateAfter === null) return setFault(giveInstead(shown.late, t`a time such as ${printTime(1290)}`, t`Late at night`));
    setFault(null);
    await sendCommand("set-shop", { lateAfter, dryingPlaces: places, changeover, sureIn100 });
  };
  const turn = (work: (typeof helperWork)[number]): void =>
    void sendCommand("set-shop", { helperMay: shop.helperMay.includes(work) ? shop.helperMay.filter((each) => each !== work) : [...shop.helperMay, work] }, { quiet: true });
  const address = shop.calendarSecret === null ? null : `${location.origin}/api/calendar/${shop.calendarSecret}.ics?shop=${shop.id}`;
  return (
    <Box as="section" aria-label={t`How your table works`} marginTop="26px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="8px">{t`How your table works`}</Heading>
      <Flex gap="12px" wrap="wrap" align="flex-end">
        <Box width="130px">
          <FormField label={t`Late after`}>
            <TimeInput value={shown.late} onChange={(written) => setForm({ ...shown, late: written })} />
          </FormField>
        </Box>
        <Box width="150px">
          <FormField label={t`Places to dry`}>
            <TextInput inputMode="numeric" placeholder={t`any number`} value={shown.places} onChange={(change) => setForm({ ...shown, places: change.target.value })} />
          </FormField>
        </Box>
        <Box width="170px">
          <FormField label={t`Fresh water, minutes`}>
            <TextInput inputMode="numeric" value={shown.changeover} onChange={(change) => setForm({ ...shown, changeover: change.target.value })} />
          </FormField>
        </Box>
        <Box width="190px">
          <FormField label={t`Sure of latest days, in 100`}>
            <TextInput inputMode="numeric" value={shown.sure} onChange={(change) => setForm({ ...shown, sure: change.target.value })} />
          </FormField>
        </Box>
        <Button variant="outline" disabled={form === null} onClick={() => void keep()}>{t`Keep`}</Button>
      </Flex>
      <FaultLines faults={fault ? [fault] : []} />
      <Flex as="fieldset" gap="4px 16px" wrap="wrap" marginTop="12px" border="0" padding="0">
        <Text as="legend" fontWeight={600} fontSize="15px">{t`A helper may`}</Text>
        {helperWork.map((work) => (
          <Tick key={work} checked={shop.helperMay.includes(work)} onChange={() => turn(work)}>
            {work}
          </Tick>
        ))}
      </Flex>
      <Flex align="center" gap="14px" marginTop="12px" wrap="wrap">
        <Text fontWeight={600} fontSize="15px">{t`Calendar`}</Text>
        <a href={ofShop("/api/season.ics")} download="season.ics" style={{ minHeight: 44, display: "inline-flex", alignItems: "center" }}>{t`Save it as a file`}</a>
      </Flex>
      {address === null ? (
        <Flex align="center" gap="12px" wrap="wrap">
          <Text color="softInk">{t`A calendar program on this machine can show due days, posting days and sessions.`}</Text>
          <Button size="sm" variant="outline" onClick={() => void sendCommand("set-calendar-address", { open: true })}>{t`Make an address`}</Button>
        </Flex>
      ) : (
        <Flex align="center" gap="12px" wrap="wrap">
          <Text overflowWrap="anywhere" fontSize="15px" flex="1" minWidth="240px">
            {address}
          </Text>
          <Button size="sm" variant="outline" onClick={() => void sendCommand("set-calendar-address", { open: false })}>{t`Withdraw it`}</Button>
        </Flex>
      )}
    </Box>
  );
}
