import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { addSessionChange, faultsOf, sessionChangeKinds, problemFaults, type CommandInput, type SessionChangeRead } from "@yule/contract";
import { day, printDay, printTime, type Fault } from "@yule/core";
import { minuteOf, WHOSE } from "@yule/derive";
import { useState } from "react";
import { v7 } from "uuid";
import { useSeasonQuery } from "../../../data/api.ts";
import { useToday } from "../../../data/clock.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { Choice, FaultLines, FormField, TextInput, FilePick } from "../../../kit/FormField.tsx";
import { busyTimesIn } from "../busyTimes.ts";

type Change = CommandInput<"add-session-change">;
interface ChangeForm {
  readonly what: Change["what"];
  readonly title: string;
  readonly first: string;
  readonly last: string;
  readonly from: string;
  readonly to: string;
  readonly who: "maker" | "helper";
}
const WORDS: Readonly<Record<(typeof sessionChangeKinds)[number], string>> = { extra: "an extra session", away: "away", busy: "busy" };

/** What differs from the ordinary weeks: extra sessions, days away, busy times from a calendar. */
export function SessionChanges() {
  const { data } = useSeasonQuery();
  const { today, timeZone } = useToday();
  const [form, setForm] = useState<ChangeForm>({
    what: "extra",
    title: "",
    first: today,
    last: "",
    from: "19:30",
    to: "21:30",
    who: "maker",
  });
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const [found, setFound] = useState<readonly Change[] | null>(null);
  const coming = (data?.changes ?? []).filter((change) => change.last >= today);
  const wholeDays = form.what === "away";
  const add = async (): Promise<void> => {
    const change: Change = {
      id: v7(),
      what: form.what,
      title: form.title,
      first: form.first,
      last: form.last === "" ? form.first : form.last,
      from: wholeDays ? null : minuteOf(form.from),
      to: wholeDays ? null : minuteOf(form.to),
      who: form.who,
    };
    const read = addSessionChange.safeParse(change);
    setFaults(read.success ? [] : faultsOf(read.error, change).map(timesShown));
    if (!read.success) return;
    const sent = await sendCommand("add-session-change", change, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
  };
  const openCalendar = async (file: File): Promise<void> => {
    const read = busyTimesIn(await file.text(), timeZone, today);
    setFaults(read.faults);
    setFound(read.faults.length > 0 ? null : read.busy);
  };
  return (
    <Box as="section" aria-label="What differs" marginTop="26px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="8px">
        What differs from it
      </Heading>
      {coming.slice(0, 12).map((change) => (
        <Flex key={change.id} align="center" gap="10px" borderTop="1px solid" borderColor="hairline">
          <Text flex="1" overflowWrap="anywhere">
            {changeWords(change)}
          </Text>
          <Button variant="ghost" onClick={() => void sendCommand("remove-session-change", { id: change.id, version: change.version })}>
            remove
          </Button>
        </Flex>
      ))}
      {coming.length > 12 && <Text color="softInk">and {coming.length - 12} later ones</Text>}
      <Flex gap="10px" wrap="wrap" align="flex-end" marginTop="10px">
        <Box width="170px">
          <FormField label="What">
            <Choice
              value={form.what}
              onChange={(change) => setForm({ ...form, what: change.target.value as Change["what"] })}
              options={sessionChangeKinds.map((what) => ({ value: what, label: WORDS[what] }))}
            />
          </FormField>
        </Box>
        <Box width="160px">
          <FormField label="On, or from">
            <TextInput type="date" value={form.first} onChange={(change) => setForm({ ...form, first: change.target.value })} />
          </FormField>
        </Box>
        {form.what !== "extra" && (
          <Box width="160px">
            <FormField label="Until">
              <TextInput type="date" value={form.last} onChange={(change) => setForm({ ...form, last: change.target.value })} />
            </FormField>
          </Box>
        )}
        {!wholeDays && (
          <>
            <Box width="124px">
              <FormField label="Begins">
                <TextInput type="time" value={form.from} onChange={(change) => setForm({ ...form, from: change.target.value })} />
              </FormField>
            </Box>
            <Box width="124px">
              <FormField label="Ends">
                <TextInput type="time" value={form.to} onChange={(change) => setForm({ ...form, to: change.target.value })} />
              </FormField>
            </Box>
          </>
        )}
        {form.what === "extra" && (
          <Box width="130px">
            <FormField label="Whose">
              <Choice value={form.who} onChange={(change) => setForm({ ...form, who: change.target.value as "maker" | "helper" })} options={WHOSE} />
            </FormField>
          </Box>
        )}
        <Button variant="outline" onClick={() => void add()}>
          Add
        </Button>
      </Flex>
      <Flex gap="10px" align="center" wrap="wrap" marginTop="12px">
        <FilePick accept=".ics,text/calendar" onPick={(file) => void openCalendar(file)}>
          Busy times from a calendar file
        </FilePick>
        {found && (
          <Button
            size="sm"
            disabled={found.length === 0}
            onClick={() => {
              void sendCommand("add-session-changes", { changes: [...found] });
              setFound(null);
            }}
          >
            {found.length === 0 ? "Nothing to come in it" : `Add ${String(found.length)} busy times`}
          </Button>
        )}
      </Flex>
      <FaultLines faults={faults} />
    </Box>
  );
}

/** What stands in a field of times is a time. */
function timesShown(fault: Fault): Fault {
  const [only] = fault.given;
  const isTime = (fault.path[0] === "to" || fault.path[0] === "from") && typeof only === "object" && "count" in only;
  return isTime ? { ...fault, given: [{ time: only.count }] } : fault;
}

function changeWords(change: SessionChangeRead): string {
  const days = change.first === change.last ? printDay(day(change.first)) : `${printDay(day(change.first))} to ${printDay(day(change.last))}`;
  const times = change.from === null || change.to === null ? "" : `, ${printTime(change.from)} to ${printTime(change.to)}`;
  const what = change.what === "extra" && change.who === "helper" ? "help" : WORDS[change.what];
  return `${days}${times}: ${what}${change.title ? `, ${change.title}` : ""}`;
}
