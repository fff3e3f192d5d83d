import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { dayAt, minuteOfDayAt, printDay, printTime } from "@yule/core";
import { useDeferredValue, useState } from "react";
import { useLogbookQuery } from "../../data/api.ts";
import { NoteLesson } from "../../features/lessons/NoteLesson.tsx";
import { undo } from "../../data/outbox.ts";
import { useView } from "../../plan/useOutlet.ts";
import { TextInput } from "../../kit/FormField.tsx";
import { Loading, Teach } from "../../kit/states.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";

/** Logbook: all that happened, latest first, and what it taught. */
export default function LogbookView() {
  const outlook = useView();
  const [find, setFind] = useState("");
  const [before, setBefore] = useState<number | null>(null);
  const { data } = useLogbookQuery({ find: useDeferredValue(find), before });
  const yields = [...outlook.yields.entries()].filter(([, record]) => record.good + record.bad > 0);
  const good = yields.reduce((sum, [, record]) => sum + record.good, 0);
  const judged = yields.reduce((sum, [, record]) => sum + record.good + record.bad, 0);
  const posted = outlook.needs.filter((view) => view.stage === "done");
  const inTime = posted.filter((view) => (view.need.postedOn ?? "") <= view.readyBy);
  let lastDay = "";
  return (
    <>
      <Verdict>
        {judged === 0 ? (
          "Nothing was judged yet: yields are still a guess of nine in ten."
        ) : (
          <>
            Of {judged} panels judged so far,{" "}
            <Figure
              why={yields
                .map(([id, record]) => `${outlook.designs.find((design) => design.id === id)?.name ?? ""}: ${String(record.good)} good, ${String(record.bad)} not`)
                .join("; ")}
            >
              {good} were good
            </Figure>
            {posted.length > 0 && `, and ${String(inTime.length)} of ${String(posted.length)} needs went out in time`}.
          </>
        )}
      </Verdict>
      <Box maxWidth="860px" marginBottom="10px">
        <NoteLesson design={null} />
      </Box>
      <Flex maxWidth="420px" marginBottom="14px">
        <TextInput type="search" aria-label="Find in the logbook" placeholder="find a word" value={find} onChange={(change) => (setFind(change.target.value), setBefore(null))} />
      </Flex>
      {!data ? (
        <Loading />
      ) : data.events.length === 0 ? (
        <Teach title="Nothing found">{find ? "No entry holds this word." : "Everything you do is written here, and can be taken back from here."}</Teach>
      ) : (
        <Box maxWidth="860px">
          {data.events.map((event) => {
            const at = new Date(event.at);
            const day = dayAt(at, outlook.shop.timeZone);
            const newDay = day !== lastDay;
            lastDay = day;
            return (
              <Box key={event.id}>
                {newDay && (
                  <Heading as="h2" fontSize="18px" fontWeight={600} marginTop="18px" marginBottom="4px">
                    {printDay(day)}
                  </Heading>
                )}
                <Flex gap="14px" paddingY="4px" borderTop="1px solid" borderColor="hairline" align="center" minHeight="46px">
                  <Text width="52px" flex="none" color="softInk">
                    {printTime(minuteOfDayAt(at, outlook.shop.timeZone))}
                  </Text>
                  <Text flex="1" minWidth={0} overflowWrap="anywhere" textDecoration={event.undoneBy ? "line-through" : "none"}>
                    {event.summary}
                  </Text>
                  {event.undoable && (
                    <Button variant="ghost" onClick={() => void undo(event.id)}>
                      {event.kind === "undo" ? "do it again" : "take back"}
                    </Button>
                  )}
                </Flex>
              </Box>
            );
          })}
          {data.events.length === 60 && (
            <Button variant="outline" marginTop="14px" onClick={() => setBefore(data.events[data.events.length - 1]?.seq ?? null)}>
              Earlier
            </Button>
          )}
        </Box>
      )}
    </>
  );
}
