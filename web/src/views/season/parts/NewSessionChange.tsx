import { t } from "@yule/core";
import { Box, Button, Flex } from "@chakra-ui/react";
import { addSessionChange, people, sessionChangeKinds, type CommandInput } from "@yule/contract";
import type { Day } from "@yule/core";
import { whoseHands } from "@yule/derive";
import { v7 } from "uuid";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { timeText } from "../../../kit/form/texts.ts";
import { Choice, FaultLines, FormField, UNDER_LABEL } from "../../../kit/FormField.tsx";
import { SESSION_CHANGE_WORDS } from "../sessionChangeWords.ts";
import { DayField, TimeField } from "../../../kit/DayField.tsx";

/** Whole days have no times; an extra session is of one day. */
const changeForm = z
  .object({ what: z.enum(sessionChangeKinds), first: z.string(), last: z.string(), from: timeText, to: timeText, who: z.enum(people) })
  .transform(({ what, first, last, from, to, who }): CommandInput<"add-session-change"> => ({
    id: v7(),
    what,
    first,
    last: last === "" || what === "extra" ? first : last,
    from: what === "away" ? null : from,
    to: what === "away" ? null : to,
    who: what === "extra" ? who : "maker",
  }))
  .pipe(addSessionChange);

/** An extra session, days away or a busy time is added. */
export function NewSessionChange({ today }: { today: Day }) {
  const form = useSchemaForm(changeForm, { what: "extra", first: today, last: "", from: "19:30", to: "21:30", who: "maker" });
  const { register, faultOf } = form;
  const what = form.watch("what");
  const add = form.handleSubmit(async (change) => {
    const sent = await sendCommand("add-session-change", change, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
  });
  return (
    <form onSubmit={(event) => void add(event)} noValidate>
      <Flex gap="10px" wrap="wrap" align="flex-start" marginTop="10px">
        <Box width="170px">
          <FormField label={t`What`}>
            <Choice {...register("what")} options={sessionChangeKinds.map((each) => ({ value: each, label: SESSION_CHANGE_WORDS[each] }))} />
          </FormField>
        </Box>
        <Box width="160px">
          <FormField label={t`On, or from`} fault={faultOf("first")}>
            <DayField form={form} name="first" />
          </FormField>
        </Box>
        {what !== "extra" && (
          <Box width="160px">
            <FormField label={t`Until`} fault={faultOf("last")}>
              <DayField form={form} name="last" />
            </FormField>
          </Box>
        )}
        {what !== "away" && (
          <>
            <Box width="124px">
              <FormField label={t`Begins`} fault={faultOf("from")}>
                <TimeField form={form} name="from" />
              </FormField>
            </Box>
            <Box width="124px">
              <FormField label={t`Ends`} fault={faultOf("to")}>
                <TimeField form={form} name="to" />
              </FormField>
            </Box>
          </>
        )}
        {what === "extra" && (
          <Box width="130px">
            <FormField label={t`Whose`}>
              <Choice {...register("who")} options={whoseHands()} />
            </FormField>
          </Box>
        )}
        <Button variant="outline" type="submit" marginTop={UNDER_LABEL}>{t`Add`}</Button>
      </Flex>
      <FaultLines faults={form.rest} />
    </form>
  );
}
