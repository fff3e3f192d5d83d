import { Button, Flex, Text } from "@chakra-ui/react";
import { faultsOf, setSessions, faultLine, type CommandInput } from "@yule/contract";
import { minutes, printMinutes, printTime } from "@yule/core";
import { useState } from "react";
import { v7 } from "uuid";
import { useSeasonQuery } from "../../app/api.ts";
import { give } from "../../app/outbox.ts";
import type { Outlook } from "../../app/outlook.ts";
import { Dialog } from "../../kit/Dialog.tsx";
import { Choice, FaultLines, TextInput, Tick } from "../../kit/FormField.tsx";
import { minuteOf, WHOSE } from "../times.ts";
import { Habits } from "./Habits.tsx";
import { SessionChanges } from "./SessionChanges.tsx";

type Row = CommandInput<"set-sessions">["pattern"][number];
export const WEEKDAYS = ["Sunday", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday"] as const;

/** The rows of a week's sessions, edited in place. */
export function SessionRows({ rows, onChange, withWho = false }: { rows: readonly Row[]; onChange: (rows: Row[]) => void; withWho?: boolean }) {
  const put = (index: number, patch: Partial<Row>): void => onChange(rows.map((row, at) => (at === index ? { ...row, ...patch } : row)));
  return (
    <Flex direction="column" gap="8px">
      {rows.map((row, index) => (
        <Flex key={row.id} gap="8px" align="center" wrap="wrap">
          <Flex width="146px">
            <Choice
              aria-label="Day of the week"
              value={String(row.weekday)}
              onChange={(change) => put(index, { weekday: Number(change.target.value) })}
              options={WEEKDAYS.map((name, weekday) => ({ value: String(weekday), label: name }))}
            />
          </Flex>
          <TextInput aria-label="from" type="time" width="124px" value={printTime(row.from)} onChange={(change) => put(index, { from: minuteOf(change.target.value) })} />
          <Text>to</Text>
          <TextInput aria-label="to" type="time" width="124px" value={printTime(row.to)} onChange={(change) => put(index, { to: minuteOf(change.target.value) })} />
          {withWho && (
            <Flex width="128px">
              <Choice aria-label="Whose hands" value={row.who ?? "maker"} onChange={(change) => put(index, { who: change.target.value as "maker" | "helper" })} options={WHOSE} />
            </Flex>
          )}
          {withWho && (
            <Tick checked={row.light ?? false} onChange={(change) => put(index, { light: change.target.checked })}>
              light work only
            </Tick>
          )}
          <Button variant="ghost" type="button" onClick={() => onChange(rows.filter((_, at) => at !== index))}>
            remove
          </Button>
        </Flex>
      ))}
      <Button variant="outline" type="button" alignSelf="flex-start" onClick={() => onChange([...rows, { id: v7(), weekday: 6, from: 540, to: 720 }])}>
        One more session
      </Button>
    </Flex>
  );
}

/** What the bench has shown of how long they last; the plan counts with it. */
function Learned({ outlook }: { outlook: Outlook }) {
  const differing = outlook.pattern.flatMap((each) => {
    const learned = outlook.lengths.get(each.id);
    return learned && learned.minutes !== each.to - each.from ? [{ each, learned }] : [];
  });
  return differing.length === 0 ? null : (
    <Text marginTop="12px">
      {differing
        .map(
          ({ each, learned }) =>
            `${WEEKDAYS[each.weekday] ?? ""} ${printTime(each.from)} really lasts ${printMinutes(minutes(learned.minutes))}, seen ${String(learned.seen)} times`,
        )
        .join("; ")}
      . The plan counts with that.
    </Text>
  );
}

/** What is wrong with a week of sessions, in lines. */
export function sessionFaults(rows: readonly Row[]): string[] {
  const input = { pattern: [...rows] };
  const read = setSessions.safeParse(input);
  return read.success
    ? []
    : faultsOf(read.error, input).map((fault) => {
        const row = rows[Number(fault.path[1])];
        const field = fault.path[2];
        return row && (field === "to" || field === "from")
          ? faultLine({ ...fault, path: [`${WEEKDAYS[row.weekday] ?? ""}, ${field}`], given: printTime(row[field]) })
          : faultLine(fault);
      });
}

export function SessionsDialog({ outlook, onClose }: { outlook: Outlook; onClose: () => void }) {
  const { data } = useSeasonQuery();
  const [rows, setRows] = useState<Row[]>([...(data?.sessions ?? [])]);
  const [faults, setFaults] = useState<string[]>([]);
  const save = async (): Promise<void> => {
    const found = sessionFaults(rows);
    setFaults(found);
    if (found.length > 0) return;
    const sent = await give("set-sessions", { pattern: rows.map((row) => ({ ...row, id: v7() })) });
    if (sent.state === "refused") setFaults([sent.problem.detail]);
    else onClose();
  };
  return (
    <Dialog title="When you paint in an ordinary week" wide onClose={onClose}>
      <SessionRows rows={rows} onChange={setRows} withWho />
      <Learned outlook={outlook} />
      <FaultLines faults={faults} />
      <Flex justify="flex-end" marginTop="18px" gap="10px">
        <Button variant="outline" onClick={onClose}>
          Leave it
        </Button>
        <Button onClick={() => void save()}>Keep this week</Button>
      </Flex>
      <SessionChanges />
      <Habits />
    </Dialog>
  );
}
