import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { zoneOf, type Zone } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useDeferredValue, useState } from "react";
import { useHouseholdsInfiniteQuery } from "../../../data/api.ts";
import { Fold } from "../../../kit/Fold.tsx";
import { TextInput } from "../../../kit/FormField.tsx";
import { Loading } from "../../../kit/states.tsx";

const ZONE_ORDER: readonly Zone[] = ["inland", "neighbour", "overseas"];

/** Who is in the books: how many by where the post takes them, and each looked up by name or address. */
export function Households({ outlook }: { outlook: Outlook }) {
  const { books, carrier } = outlook.dispatch;
  const all = books.reduce((sum, { households }) => sum + households, 0);
  if (all === 0) return null;
  const zones = ZONE_ORDER.flatMap((zone) => {
    const there = books.filter(({ country }) => zoneOf(country, outlook.shop.country, carrier.neighbours) === zone);
    const [households, neutral] = [there.reduce((sum, each) => sum + each.households, 0), there.reduce((sum, each) => sum + each.neutral, 0)];
    return households === 0 ? [] : [`${String(households)} ${zone}${neutral > 0 ? `, of whom ${String(neutral)} want neutral words` : ""}`];
  });
  return (
    <Box as="section" aria-label="Households" marginTop="34px" maxWidth="1000px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="4px">
        {all} households
      </Heading>
      <Text marginBottom="4px">{zones.join("; ")}.</Text>
      <Fold title="Look a household up" isLookedUp>
        <Books />
      </Fold>
      <Text color="softInk" fontSize="15px" marginTop="8px">
        {carrier.name}: its table and holidays are invented.
      </Text>
    </Box>
  );
}

function Books() {
  const [find, setFind] = useState("");
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = useHouseholdsInfiniteQuery(useDeferredValue(find));
  const found = data?.pages.flatMap((page) => page.households) ?? [];
  return (
    <>
      <Box maxWidth="420px">
        <TextInput type="search" aria-label="Find a household" placeholder="a name, a street" value={find} onChange={(change) => setFind(change.target.value)} />
      </Box>
      {!data ? <Loading /> : found.length === 0 && <Text marginTop="8px">No household of that name or address.</Text>}
      <Flex direction="column" marginTop="8px">
        {found.map((household) => (
          <Text key={household.id} paddingY="6px" borderTop="1px solid" borderColor="hairline" overflowWrap="anywhere">
            <b>{household.name}</b>, {household.address}, {household.country}
            {household.neutral ? ", neutral words" : ""}
            {household.without.length > 0 ? `, without ${household.without.join(" or ")}` : ""}
          </Text>
        ))}
      </Flex>
      {hasNextPage && (
        <Button variant="outline" marginTop="10px" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          Show more households
        </Button>
      )}
    </>
  );
}
