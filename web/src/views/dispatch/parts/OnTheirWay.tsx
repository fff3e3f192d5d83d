import { Button, Flex } from "@chakra-ui/react";
import { day, t } from "@yule/core";
import type { LetterFate } from "@yule/contract";
import type { Outlook } from "@yule/derive";
import { useMemo } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { lettersWord } from "../words.ts";
import { printDay } from "../../../kit/say.ts";

interface Way {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly on: string;
  readonly service: string;
  readonly fate: LetterFate | null;
}

const FATES: readonly { readonly what: LetterFate; readonly word: () => string }[] = [
  { what: "arrived", word: () => t`Arrived` },
  { what: "came back", word: () => t`Came back` },
  { what: "lost", word: () => t`Lost` },
];

/** Letters that have left, and what was heard of them. */
export function OnTheirWay({ outlook }: { outlook: Outlook }) {
  const { dispatch, needs, today } = outlook;
  const rows = useMemo((): Way[] => {
    const names = new Map(dispatch.households.map(({ id, name }) => [id, name]));
    const titles = new Map(needs.map(({ need }) => [need.id, need.title]));
    return dispatch.letters
      .flatMap(({ id, householdId, needId, postedOn, service, fate }) =>
        postedOn === null ? [] : [{ id, name: names.get(householdId) ?? "", title: titles.get(needId) ?? "", on: postedOn, service: service ?? "", fate }],
      )
      .sort((a, b) => Number(a.fate !== null) - Number(b.fate !== null) || (a.on < b.on ? 1 : -1));
  }, [dispatch, needs]);
  if (rows.length === 0) return null;
  const away = rows.filter(({ fate }) => fate === null).length;
  const back = rows.filter(({ fate }) => fate === "came back" || fate === "lost").length;
  return (
    <Fold title={t`${lettersWord(away)} on their way${back > 0 ? t`, ${String(back)} came back or lost` : ""}`} isLookedUp>
      <DataTable
        label={t`Letters on their way`}
        rows={rows}
        columns={columnsFor((ids, what) => void sendCommand("tell-letters", { letterIds: ids, what, on: today }))}
        rowId={({ id }) => id}
        maxWidth="1000px"
      />
    </Fold>
  );
}

const columnsFor = (tell: (ids: string[], what: LetterFate) => void): readonly TableColumn<Way>[] => [
  { id: "who", head: t`To`, isAlways: true, value: ({ name }) => name, cell: ({ name, title }) => `${name}, ${title}` },
  { id: "on", head: t`Posted`, value: ({ on }) => on, cell: ({ on, service }) => `${printDay(day(on))}, ${service}` },
  {
    id: "fate",
    head: "",
    isAlways: true,
    cell: ({ id, fate }) =>
      fate === null ? (
        <Flex gap="6px" wrap="wrap">
          {FATES.map(({ what, word }) => (
            <Button key={what} size="sm" variant="outline" minHeight="40px" onClick={() => tell([id], what)}>
              {word()}
            </Button>
          ))}
        </Flex>
      ) : (
        fate
      ),
  },
];
