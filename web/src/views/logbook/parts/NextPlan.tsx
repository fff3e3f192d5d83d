import { Button, Text } from "@chakra-ui/react";
import type { ReviewRead } from "@yule/contract";
import { money, plural, t, wordsFor } from "@yule/core";
import { AGAIN, designsAgain, type Again, type AgainBecause, type DesignAgain, type Outlook, type SeasonReview } from "@yule/derive";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Choice } from "../../../kit/FormField.tsx";
import { printMoney } from "../../../kit/say.ts";
import { Question } from "./Question.tsx";

const AGAIN_WORDS: Readonly<Record<Again, string>> = wordsFor({ repeat: () => t`the same number`, change: () => t`as many as went`, drop: () => t`none` });

function becauseWords(because: AgainBecause, currency: string): string {
  const say = (minor: number): string => printMoney(money(minor), currency);
  if (because.kind === "left over") return t`${because.leftOver} of ${plural(because.cards, { one: "# card was", other: "# cards were" })} left over`;
  if (because.kind === "earned little") return t`an hour brought ${say(because.hourMinor)}, the middle one ${say(because.middleMinor)}`;
  if (because.kind === "lost many") return t`${because.lost} of ${plural(because.panels, { one: "# panel was", other: "# panels were" })} lost`;
  if (because.kind === "late") return t`${because.late} of ${plural(because.promises, { one: "# promise was", other: "# promises were" })} late`;
  return t`all in time, little lost or left over`;
}

/** Each design painted again as it was, in other numbers or not at all: what is chosen here becomes the first plan of the next season. */
export function NextPlan({ read, review, outlook }: { read: ReviewRead; review: SeasonReview; outlook: Outlook }) {
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<ReadonlyMap<string, Again>>(new Map());
  const rows = useMemo(() => designsAgain(read, review, outlook.today), [read, review, outlook.today]);
  const { currency } = outlook.shop;
  const columns = useMemo(
    (): readonly TableColumn<DesignAgain>[] => [
      { id: "design", head: t`Design`, isAlways: true, value: ({ name }) => name, cell: ({ name }) => name },
      { id: "why", head: t`Because`, isAlways: true, cell: ({ because }) => becauseWords(because, currency) },
      {
        id: "again",
        head: t`Next season`,
        isAlways: true,
        width: "210px",
        cell: ({ id, name, again }) => (
          <Choice
            aria-label={t`${name} in the next season`}
            value={chosen.get(id) ?? again}
            onChange={(change) => setChosen(new Map([...chosen, [id, AGAIN.find((each) => each === change.target.value) ?? again]]))}
            options={AGAIN.map((value) => ({ value, label: AGAIN_WORDS[value] }))}
          />
        ),
      },
    ],
    [chosen, currency],
  );
  if (rows.length === 0) return null;
  const of = (wanted: Again): string[] => rows.filter(({ id, again }) => (chosen.get(id) ?? again) === wanted).map(({ id }) => id);
  const dropped = of("drop");
  return (
    <Question title={t`What is painted again next season?`}>
      <Text marginBottom="8px">
        {dropped.length === 0
          ? t`Nothing has to be dropped. Choose otherwise where you know better.`
          : t`${plural(dropped.length, { one: "# design is", other: "# designs are" })} dropped, ${plural(rows.length - dropped.length, { one: "# stays", other: "# stay" })}. Choose otherwise where you know better.`}
      </Text>
      <DataTable label={t`Designs in the next season`} rows={rows} columns={columns} rowId={({ id }) => id} maxWidth="860px" />
      {read.season.state === "open" && (
        <Button marginTop="12px" onClick={() => void navigate(`/season?dropped=${dropped.join(",")}&repeated=${of("repeat").join(",")}`)}>{t`Plan the next season so`}</Button>
      )}
    </Question>
  );
}
