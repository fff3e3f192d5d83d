import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { day, zoneOf, type Zone, t, wordsFor, listOf } from "@yule/core";
import { useDeferredValue, useState } from "react";
import { v7 } from "uuid";
import { useHouseholdsInfiniteQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { TextInput } from "../../../kit/FormField.tsx";
import { Loading, Teach } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { DispatchAskProps } from "../ask.ts";
import { peopleWord } from "../words.ts";
import { BooksDialog } from "./BooksDialog.tsx";
import { HouseholdForm } from "./HouseholdForm.tsx";
import { HouseholdPage } from "./HouseholdPage.tsx";
import { printDay, countryName } from "../../../kit/say.ts";

const ZONE_ORDER: readonly Zone[] = ["inland", "neighbour", "overseas"];

const STATE_WORDS = wordsFor({ moved: () => t`moved, nobody knows where`, bereaved: () => t`bereaved`, "no more": () => t`gets no cards` });

/** Who is in the books: how many by where the post takes them, each looked up by name or address, changed, and new ones added. */
export default function HouseholdsAsk({ outlook }: DispatchAskProps) {
  const [isAdding, setAdding] = useState(false);
  const [isInOut, setInOut] = useState(false);
  const { books, carrier } = outlook.dispatch;
  const all = books.reduce((sum, { households }) => sum + households, 0);
  const zones = ZONE_ORDER.flatMap((zone) => {
    const there = books.filter(({ country }) => zoneOf(country, outlook.shop.country, carrier.neighbours) === zone);
    const [households, neutral] = [there.reduce((sum, each) => sum + each.households, 0), there.reduce((sum, each) => sum + each.neutral, 0)];
    return households === 0 ? [] : [`${String(households)} ${zone}${neutral > 0 ? t`, of whom ${String(neutral)} want neutral words` : ""}`];
  });
  return (
    <>
      <Verdict>{all === 0 ? t`No household is in the books yet.` : `${peopleWord(all)}: ${zones.join("; ")}.`}</Verdict>
      {all === 0 && (
        <Teach title={t`Whom cards go to`}>{t`Each household stands here with its address, what it likes and what it will not have. Lists and letters are made of them.`}</Teach>
      )}
      {isAdding ? (
        <HouseholdForm household={null} country={outlook.shop.country} onDone={() => setAdding(false)} />
      ) : (
        <Flex gap="10px" marginBottom="14px" wrap="wrap">
          <Button onClick={() => setAdding(true)}>{t`Add a household`}</Button>
          <Button variant="outline" onClick={() => setInOut(true)}>{t`In and out by file`}</Button>
        </Flex>
      )}
      {isInOut && <BooksDialog country={outlook.shop.country} onClose={() => setInOut(false)} />}
      {all > 0 && <Books outlook={outlook} />}
    </>
  );
}

function Books({ outlook }: DispatchAskProps) {
  const [opened, setOpened] = useState<string | null>(null);
  const [find, setFind] = useState("");
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = useHouseholdsInfiniteQuery(useDeferredValue(find));
  const found = data?.pages.flatMap((page) => page.households) ?? [];
  return (
    <>
      <Box maxWidth="420px">
        <TextInput type="search" aria-label={t`Find a household`} placeholder={t`a name, a street`} value={find} onChange={(change) => setFind(change.target.value)} />
      </Box>
      {!data ? <Loading /> : found.length === 0 && <Text marginTop="8px">{t`No household of that name or address.`}</Text>}
      <Flex direction="column" marginTop="8px">
        {found.map((household) => (
          <Box key={household.id} paddingY="6px" borderTop="1px solid" borderColor="hairline" maxWidth="1000px">
            <Flex justify="space-between" gap="12px" align="center" wrap="wrap">
              <Text overflowWrap="anywhere" flex="1 1 320px">
                <b>{household.name}</b>, {household.address}, {countryName(household.country)}
                {household.likes.length > 0 ? t`, likes ${listOf(household.likes)}` : ""}
                {household.neutral ? t`, neutral words` : ""}
                {household.without.length > 0 ? t`, without ${listOf(household.without, "or")}` : ""}
                {household.state === "here" ? "" : `, ${STATE_WORDS[household.state]}`}
                {household.sentOn === null ? "" : t`. They sent one on ${printDay(day(household.sentOn))}`}
              </Text>
              <Flex gap="8px" flex="none">
                <Button
                  size="sm"
                  variant="outline"
                  minHeight="40px"
                  onClick={() => void sendCommand("tell-sent", { id: v7(), householdId: household.id, on: outlook.today })}
                >{t`A card came today`}</Button>
                <Button
                  size="sm"
                  variant="outline"
                  minHeight="40px"
                  aria-label={t`Change ${household.name}`}
                  onClick={() => setOpened(opened === household.id ? null : household.id)}
                >{t`Change`}</Button>
              </Flex>
            </Flex>
            {opened === household.id && <HouseholdPage household={household} outlook={outlook} onDone={() => setOpened(null)} />}
          </Box>
        ))}
      </Flex>
      {hasNextPage && <Button variant="outline" marginTop="10px" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>{t`Show more households`}</Button>}
    </>
  );
}
