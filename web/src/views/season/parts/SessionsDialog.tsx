import { setSessions } from "@yule/contract";
import { Button, Flex, Text } from "@chakra-ui/react";
import { minutes, printMinutes, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import { v7 } from "uuid";
import { useSeasonQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { FaultLines } from "../../../kit/FormField.tsx";
import { SessionRows, sessionFaults } from "../../../features/sessions/SessionRows.tsx";
import { Habits } from "./Habits.tsx";
import { SessionChanges } from "./SessionChanges.tsx";
import { printTime, weekdayName } from "../../../kit/say.ts";

/** What the bench has shown of how long they last; the plan counts with it. */
function Learned({ outlook }: { outlook: Outlook }) {
  const differing = outlook.pattern.flatMap((each) => {
    const learned = outlook.lengths.get(each.id);
    return learned && learned.minutes !== each.to - each.from ? [{ each, learned }] : [];
  });
  return differing.length === 0 ? null : (
    <Text marginTop="12px">
      {t`${differing
        .map(
          ({ each, learned }) => t`${weekdayName(each.weekday)} ${printTime(each.from)} really lasts ${printMinutes(minutes(learned.minutes))}, seen ${String(learned.seen)} times`,
        )
        .join("; ")}. The plan counts with that.`}
    </Text>
  );
}

export function SessionsDialog({ outlook, onClose }: { outlook: Outlook; onClose: () => void }) {
  const { data } = useSeasonQuery();
  const [touched, setTouched] = useState(false);
  const known = useMemo(() => ({ pattern: [...(data?.sessions ?? [])] }), [data?.sessions]);
  // Opened before the week was read again, it shows the week as it is now, as long as no hand has changed it.
  const form = useSchemaForm(setSessions, known, touched ? {} : { values: known });
  const rows = form.watch("pattern");
  const save = form.handleSubmit(async ({ pattern }) => {
    const sent = await sendCommand("set-sessions", { pattern: pattern.map((row) => ({ ...row, id: v7() })) }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={t`When you paint in an ordinary week`} wide onClose={onClose}>
      <SessionRows
        rows={rows}
        onChange={(pattern) => {
          setTouched(true);
          form.setValue("pattern", pattern);
        }}
        withWho
      />
      <Learned outlook={outlook} />
      <FaultLines faults={form.faultOf("pattern") === undefined ? form.rest : sessionFaults(rows)} />
      <Flex justify="flex-end" marginTop="18px" gap="10px">
        <Button variant="outline" onClick={onClose}>{t`Leave it`}</Button>
        <Button disabled={form.formState.isSubmitting} onClick={() => void save()}>{t`Keep this week`}</Button>
      </Flex>
      <SessionChanges />
      <Habits />
    </Dialog>
  );
}
