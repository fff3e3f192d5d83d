import { Box, Button, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { money, printDay, printMoney, zoneOf, type Zone } from "@yule/core";
import { rowOf, BY_HAND, postageOf, type NeedView, type Outlook } from "@yule/derive";
import { v7 } from "uuid";
import { sendCommand } from "../../data/outbox.ts";
import { Lessons } from "../../features/lessons/Lessons.tsx";
import { useView } from "../../plan/useOutlet.ts";
import { StateWord, Teach } from "../../kit/states.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";
import { usePlanned } from "../../plan/planned.ts";

/** Dispatch: what must be posted by when, and what goes today. */
export default function DispatchView() {
  const outlook = useView();
  const open = [...outlook.open].sort((a, b) => (a.readyBy < b.readyBy ? -1 : 1));
  return (
    <>
      <DispatchVerdict outlook={outlook} open={open} />
      <Lessons outlook={outlook} moment="sending" designs={open.map((view) => view.design.id)} occasions={open.flatMap((view) => view.need.occasion ?? [])} />
      {open.length === 0 ? (
        <Teach title="Nothing is to be sent">Each need shows here with its last posting day, by the slow side of the carrier&apos;s table.</Teach>
      ) : (
        <Box role="table" aria-label="To send" maxWidth="1000px">
          {open.map((view) => (
            <SendRow key={view.need.id} view={view} outlook={outlook} />
          ))}
        </Box>
      )}
      <Households outlook={outlook} />
    </>
  );
}

function DispatchVerdict({ outlook, open }: { outlook: Outlook; open: readonly NeedView[] }) {
  const planned = usePlanned();
  const ready = open.filter((view) => view.stage === "to post");
  const today = ready.filter((view) => view.readyBy <= outlook.today);
  const [next] = open;
  if (!next) return <Verdict>Everything owed is on its way.</Verdict>;
  const why = next.post
    ? `It must be there on ${printDay(next.need.due as never)}. ${next.post.service} takes ${String(next.post.workingDays)} working days on its slow side to the ${next.post.zone} zone; ${outlook.dispatch.carrier.name} moves nothing on Sundays and holidays.`
    : "It is handed over, so it must be finished on its day.";
  return (
    <Verdict>
      {ready.length > 0 ? (
        <>
          {ready.length === 1 ? `${ready[0]?.need.title ?? ""} is ready to go` : `${String(ready.length)} are ready to go`}
          {today.length > 0 ? `, ${today.length === ready.length ? "and must go today" : `${String(today.length)} of them today`}` : ""}.{" "}
        </>
      ) : (
        "Nothing is ready to go yet. "
      )}
      Next to go is {next.need.title}, by{" "}
      <Figure tone={rowOf(next, planned).safety} why={why}>
        {printDay(next.readyBy)}
      </Figure>
      .
    </Verdict>
  );
}

function SendRow({ view, outlook }: { view: NeedView; outlook: Outlook }) {
  const planned = usePlanned();
  const ready = view.stage === "to post";
  const service = view.post?.service ?? BY_HAND;
  const cost = postageOf(view.need, service, outlook.dispatch.carrier.table) ?? money(0);
  const post = (): void => void sendCommand("post-need", { id: v7(), needId: view.need.id, on: outlook.today, service, costMinor: cost });
  return (
    <Grid
      role="row"
      templateColumns={{ base: "1fr auto", md: "minmax(200px, 2fr) 1.1fr 1.6fr 1fr 150px" }}
      columnGap="14px"
      alignItems="center"
      paddingY="9px"
      borderTop="1px solid"
      borderColor="hairline"
    >
      <Box role="cell" minWidth={0}>
        <Text fontWeight={700} overflowWrap="anywhere">
          {view.need.title}
        </Text>
        <Text color="softInk" fontSize="15px">
          {view.cards} × {view.design.name}
          {view.need.households > 0 ? `, ${String(view.need.households)} households` : ""}
        </Text>
      </Box>
      <Box role="cell">
        <Text>{printDay(view.readyBy)}</Text>
        <StateWord state={rowOf(view, planned).safety} />
      </Box>
      <Text role="cell" display={{ base: "none", md: "block" }}>
        {view.post ? `${view.post.service}, ${printMoney(cost, outlook.shop.currency)}` : "handed over"}
      </Text>
      <Text role="cell" color="softInk" display={{ base: "none", md: "block" }}>
        {view.assembled} of {view.cards} made
      </Text>
      <Box role="cell">
        {ready ? (
          <Button width="100%" size="sm" onClick={post}>
            {view.post ? "Posted today" : "Handed over"}
          </Button>
        ) : (
          <Text color="softInk">{view.stage}</Text>
        )}
      </Box>
    </Grid>
  );
}

const ZONE_ORDER: readonly Zone[] = ["inland", "neighbour", "overseas"];

function Households({ outlook }: { outlook: Outlook }) {
  const { households, carrier } = outlook.dispatch;
  if (households.length === 0) return null;
  const zone = (country: string): Zone => zoneOf(country, outlook.shop.country, carrier.neighbours);
  return (
    <Box as="section" marginTop="34px" maxWidth="1000px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="8px">
        {households.length} households
      </Heading>
      {ZONE_ORDER.map((each) => {
        const there = households.filter((household) => zone(household.country) === each);
        if (there.length === 0) return null;
        return (
          <details key={each} style={{ borderTop: "1px solid var(--chakra-colors-hairline)", padding: "6px 0" }}>
            <summary style={{ minHeight: 44, display: "flex", alignItems: "center", cursor: "pointer", fontWeight: 600 }}>
              {there.length} {each}
              {there.some((household) => household.neutral) ? `, ${String(there.filter((household) => household.neutral).length)} want neutral words` : ""}
            </summary>
            <Flex direction="column">
              {there.map((household) => (
                <Text key={household.id} paddingY="4px">
                  <b>{household.name}</b>, {household.address}, {household.country}
                  {household.neutral ? " · neutral words" : ""}
                </Text>
              ))}
            </Flex>
          </details>
        );
      })}
      <Text color="softInk" fontSize="15px" marginTop="8px">
        {carrier.name}: its table and holidays are invented.
      </Text>
    </Box>
  );
}
