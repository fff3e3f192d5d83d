import { Button, Flex, Text } from "@chakra-ui/react";
import { faultsOf, setSessions, type CommandInput } from "@yule/contract";
import { clockTime, readTime, weekOf, type Fault, t } from "@yule/core";
import { whoseHands } from "@yule/derive";
import { v7 } from "uuid";
import { Choice, Tick } from "../../kit/FormField.tsx";
import { TimeInput } from "../../kit/DayField.tsx";
import { spoken, weekdayName } from "../../kit/say.ts";

export type Row = CommandInput<"set-sessions">["pattern"][number];

/** The rows of a week's sessions, edited in place. */
export function SessionRows({ rows, onChange, withWho = false }: { rows: readonly Row[]; onChange: (rows: Row[]) => void; withWho?: boolean }) {
  // What is no time is told as none, so that the week is not kept with the one before it.
  const tellTime = (index: number, which: "from" | "to", written: string): void => put(index, { [which]: readTime(written) ?? Number.NaN });
  const put = (index: number, patch: Partial<Row>): void => onChange(rows.map((row, at) => (at === index ? { ...row, ...patch } : row)));
  return (
    <Flex direction="column" gap="8px">
      {rows.map((row, index) => (
        <Flex key={row.id} gap="8px" align="center" wrap="wrap">
          <Flex width="146px">
            <Choice
              aria-label={t`Day of the week`}
              value={String(row.weekday)}
              onChange={(change) => put(index, { weekday: Number(change.target.value) })}
              options={weekOf(spoken()).map(({ weekday, name }) => ({ value: String(weekday), label: name }))}
            />
          </Flex>
          <TimeInput aria-label={t`from`} width="124px" value={timeOf(row.from)} onChange={(written) => tellTime(index, "from", written)} />
          <Text>{t`to`}</Text>
          <TimeInput aria-label={t`to`} width="124px" value={timeOf(row.to)} onChange={(written) => tellTime(index, "to", written)} />
          {withWho && (
            <Flex width="128px">
              <Choice
                aria-label={t`Whose hands`}
                value={row.who ?? "maker"}
                onChange={(change) => put(index, { who: change.target.value as "maker" | "helper" })}
                options={whoseHands()}
              />
            </Flex>
          )}
          {withWho && <Tick checked={row.light ?? false} onChange={(change) => put(index, { light: change.target.checked })}>{t`light work only`}</Tick>}
          <Button variant="ghost" type="button" onClick={() => onChange(rows.filter((_, at) => at !== index))}>{t`remove`}</Button>
        </Flex>
      ))}
      <Button
        variant="outline"
        type="button"
        alignSelf="flex-start"
        onClick={() => onChange([...rows, { id: v7(), weekday: 6, from: 540, to: 720 }])}
      >{t`One more session`}</Button>
    </Flex>
  );
}

const timeOf = (minute: number): string => (Number.isFinite(minute) ? clockTime(minute) : "");

/** What is wrong with a week of sessions, in lines. */
export function sessionFaults(rows: readonly Row[]): Fault[] {
  const input = { pattern: [...rows] };
  const read = setSessions.safeParse(input);
  return read.success
    ? []
    : faultsOf(read.error, input).map((fault) => {
        const row = rows[Number(fault.path[1])];
        const field = fault.path[2];
        if (!row || (field !== "to" && field !== "from")) return fault;
        const path = [`${weekdayName(row.weekday)}, ${field}`];
        return Number.isFinite(row[field])
          ? { ...fault, path, given: [{ time: row[field] }] }
          : { ...fault, path, given: [t`no time`], allowed: [t`a time such as `, { time: 1170 }] };
      });
}
