import { Button, Flex } from "@chakra-ui/react";
import { t } from "@yule/core";
import { useState, type ComponentProps } from "react";
import { TextInput } from "../../kit/FormField.tsx";

/** What is known by heart: hidden until she wants to see what she types (ASVS 2.1.12), pasted and filled in by whatever keeps it for her. */
export function SecretInput(props: ComponentProps<typeof TextInput>) {
  const [shown, setShown] = useState(false);
  return (
    <Flex gap="8px" align="center" width="100%">
      <TextInput {...props} type={shown ? "text" : "password"} spellCheck={false} autoCapitalize="none" flex="1" />
      <Button variant="ghost" type="button" flex="none" onClick={() => setShown(!shown)}>
        {shown ? t`Hide it` : t`Show it`}
      </Button>
    </Flex>
  );
}
