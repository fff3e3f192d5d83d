import { Button, Flex, Text } from "@chakra-ui/react";
import { lockPin } from "@yule/contract";
import { t } from "@yule/core";
import { problemIn } from "../../data/api.ts";
import { forgetAnswers } from "../../data/cache.ts";
import { useSchemaForm } from "../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../kit/FormField.tsx";
import { ask } from "./asking.ts";

/** Figures that lock this device, or open it again. What was read as another is forgotten, and the page begins anew. */
export function Lock({ isLocked, onLeave }: { isLocked: boolean; onLeave: () => void }) {
  const form = useSchemaForm(lockPin, { pin: "" });
  const turn = form.handleSubmit(async (told) => {
    try {
      await ask("POST", isLocked ? "devices/unlock" : "devices/lock", told);
    } catch (thrown) {
      return form.refuse(problemIn(thrown));
    }
    await forgetAnswers().catch(() => undefined);
    location.assign(isLocked ? "/season" : "/bench");
  });
  return (
    <form noValidate onSubmit={(event) => void turn(event)}>
      <Text marginBottom="10px" maxWidth="46em">
        {isLocked
          ? t`While it is locked, this device is for the bench, finishing and packing. The figures open the rest.`
          : t`A locked device shows the bench, finishing and packing alone: no money, no households but those a label needs. Only these figures open it again; if they are forgotten, send the device out and let it in anew.`}
      </Text>
      <Flex gap="14px" wrap="wrap" align="flex-end">
        <FormField label={isLocked ? t`The figures it was locked with` : t`4 to 12 figures that open it again`} fault={form.faultOf("pin")}>
          <TextInput {...form.register("pin")} type="password" inputMode="numeric" autoComplete="off" maxWidth="220px" fontSize="22px" autoFocus />
        </FormField>
        <Button type="submit" disabled={form.formState.isSubmitting}>
          {isLocked ? t`Unlock this device` : t`Lock this device`}
        </Button>
        <Button variant="outline" type="button" onClick={onLeave}>{t`Leave it`}</Button>
      </Flex>
      <FaultLines faults={form.rest} />
    </form>
  );
}
