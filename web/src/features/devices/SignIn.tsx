import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { CODE_LENGTH, letInDevice } from "@yule/contract";
import { t } from "@yule/core";
import { useEffect } from "react";
import { forgetAnswers } from "../../data/cache.ts";
import { problemIn, request } from "../../data/api.ts";
import { useSchemaForm } from "../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../kit/FormField.tsx";

/** What a device shows that was not let in, or no more: the one thing it can do. */
export function SignIn() {
  const form = useSchemaForm(letInDevice, { code: new URLSearchParams(location.search).get("code") ?? "", name: "" });
  // Who was sent out leaves nothing of the shop behind on the device.
  useEffect(() => void forgetAnswers().catch(() => undefined), []);
  const enter = form.handleSubmit(async (told) => {
    try {
      await request("devices", { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(told) });
      location.replace("/season");
    } catch (thrown) {
      const problem = problemIn(thrown);
      form.refuse(problem);
    }
  });
  return (
    <Flex minHeight="100vh" align="center" justify="center" padding="20px" bg="table">
      <Box as="main" bg="paper" borderRadius="14px" padding="28px" width="100%" maxWidth="520px">
        <Heading as="h1" id="verdict" tabIndex={-1} fontSize="28px" fontWeight={600} marginBottom="8px">{t`This device was not let in yet.`}</Heading>
        <Text marginBottom="18px">{t`On the machine where the shop runs, press the shop’s name, then “Let a device in”. It shows a code.`}</Text>
        <form noValidate onSubmit={(event) => void enter(event)}>
          <FormField label={t`The code, ${String(CODE_LENGTH)} letters and figures`} fault={form.faultOf("code")}>
            <TextInput {...form.register("code")} autoCapitalize="characters" autoComplete="one-time-code" spellCheck={false} fontSize="24px" letterSpacing="0.08em" />
          </FormField>
          <Box marginTop="14px">
            <FormField label={t`What this device is called, such as kitchen tablet`} fault={form.faultOf("name")}>
              <TextInput {...form.register("name")} />
            </FormField>
          </Box>
          <FaultLines faults={form.rest} />
          <Flex justify="flex-end" marginTop="16px">
            <Button type="submit" disabled={form.formState.isSubmitting}>{t`Let me in`}</Button>
          </Flex>
        </form>
      </Box>
    </Flex>
  );
}
