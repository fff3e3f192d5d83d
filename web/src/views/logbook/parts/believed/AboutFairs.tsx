import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { leaveOut, type FairsRead } from "@yule/contract";
import { day, plural, t } from "@yule/core";
import { demandsBelieved, type DemandBelieved, type Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import { v7 } from "uuid";
import { z } from "zod";
import { useFairsQuery } from "../../../../data/api.ts";
import { sendCommand } from "../../../../data/outbox.ts";
import { DataTable, type TableColumn } from "../../../../kit/DataTable.tsx";
import { Dialog } from "../../../../kit/Dialog.tsx";
import { useSchemaForm } from "../../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../../../kit/FormField.tsx";
import { printDayOfYear } from "../../../../kit/say.ts";
import { Loading, Teach } from "../../../../kit/states.tsx";
import { Verdict } from "../../../../kit/Verdict.tsx";
import { Question } from "../Question.tsx";

type PastFair = FairsRead["past"][number];

/** What is wanted at fairs, colourway by colourway, and the fairs that told so. */
export function AboutFairs({ outlook: { designs } }: { outlook: Outlook }) {
  const { data } = useFairsQuery();
  const [leaving, setLeaving] = useState<PastFair | null>(null);
  const demands = useMemo(() => [...demandsBelieved(designs, data?.past ?? [])].sort((a, b) => b.middle - a.middle), [designs, data]);
  const columns = useMemo(columnsOf, []);
  const fairColumns = useMemo(() => fairColumnsOf(setLeaving), []);
  if (!data) return <Loading />;
  const [best] = demands;
  if (!best)
    return (
      <>
        <Verdict>{t`Nothing is known of what sells at fairs yet.`}</Verdict>
        <Teach
          title={t`From the first fair on`}
        >{t`Once a fair is over and its cards are counted, this page says how many of each are wanted at the next. What sold out was wanted at least so often.`}</Teach>
      </>
    );
  return (
    <>
      <Verdict>{t`At a usual fair in fine weather, ${best.middle} of ${best.design}, ${best.colourway} are wanted, mostly ${best.low} to ${best.high}.`}</Verdict>
      <DataTable label={t`What is wanted at a usual fair`} rows={demands} columns={columns} rowId={({ colourwayId }) => colourwayId} maxWidth="720px" />
      <Question title={t`What was it learned from?`}>
        <DataTable label={t`Fairs that are over`} rows={data.past} columns={fairColumns} rowId={({ id }) => id} maxWidth="720px" />
      </Question>
      {leaving && <LeaveFairOut fair={leaving} onClose={() => setLeaving(null)} />}
    </>
  );
}

const columnsOf = (): readonly TableColumn<DemandBelieved>[] => [
  { id: "what", head: t`Card`, isAlways: true, value: ({ design, colourway }) => `${design} ${colourway}`, cell: ({ design, colourway }) => t`${design}, ${colourway}` },
  { id: "middle", head: t`Wanted`, isAlways: true, value: ({ middle }) => middle, cell: ({ middle }) => String(middle) },
  { id: "mostly", head: t`Mostly`, isAlways: true, value: ({ high }) => high, cell: ({ low, high }) => t`${low} to ${high}` },
  {
    id: "from",
    head: t`From`,
    value: ({ fairs }) => fairs,
    cell: ({ fairs, soldOut }) => `${plural(fairs, { one: "# fair", other: "# fairs" })}${soldOut === 0 ? "" : t`, sold out at ${soldOut}`}`,
  },
];

const fairColumnsOf = (onLeave: (fair: PastFair) => void): readonly TableColumn<PastFair>[] => [
  { id: "fair", head: t`Fair`, isAlways: true, value: ({ on }) => on, cell: ({ title, on }) => t`${title}, ${printDayOfYear(day(on))}` },
  {
    id: "sold",
    head: t`Sold`,
    isAlways: true,
    value: ({ goods }) => goods.reduce((sum, { sold }) => sum + sold, 0),
    cell: ({ goods }) => t`${goods.reduce((sum, { sold }) => sum + sold, 0)} of ${goods.reduce((sum, { brought }) => sum + brought, 0)}`,
  },
  {
    id: "leave",
    head: "",
    isAlways: true,
    cell: (fair) =>
      fair.isLeftOut ? t`does not count` : <Button variant="ghost" size="sm" aria-label={t`Leave out: ${fair.title}`} onClick={() => onLeave(fair)}>{t`Leave it out`}</Button>,
  },
];

const whyForm = z.object({ why: leaveOut.options[1].shape.why });

function LeaveFairOut({ fair, onClose }: { fair: PastFair; onClose: () => void }) {
  const form = useSchemaForm(whyForm, { why: "" });
  const leave = form.handleSubmit(async ({ why }) => {
    const sent = await sendCommand("leave-out", { id: v7(), of: "fair", fairId: fair.id, why }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={t`Leave ${fair.title} out of what is learned`} onClose={onClose}>
      <form onSubmit={(event) => void leave(event)} noValidate>
        <Text marginBottom="12px">{t`What it sold stays in all counts. Only what is wanted at the next fair is worked out without it.`}</Text>
        <Flex gap="12px" align="flex-end" wrap="wrap">
          <Box flex="1 1 260px">
            <FormField label={t`Why`} fault={form.faultOf("why")}>
              <TextInput {...form.register("why")} placeholder={t`My table stood behind the door`} />
            </FormField>
          </Box>
          <Button type="submit">{t`Leave it out`}</Button>
        </Flex>
        <FaultLines faults={form.rest} />
      </form>
    </Dialog>
  );
}
