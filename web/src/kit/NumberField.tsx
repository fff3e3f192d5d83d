import { giveInstead } from "./form/whatToDo.ts";
import { t } from "@yule/core";
import { readNumber } from "./readNumber.ts";
import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import { FormField, TextInput } from "./FormField.tsx";
import { printNumber } from "./say.ts";

/** A figure that is kept while it can be read, and says what it may be when it cannot. */
export function NumberField({
  label,
  value,
  least,
  most,
  whole = false,
  hint,
  onRead,
}: {
  label: string;
  value: number;
  least: number;
  most: number;
  whole?: boolean;
  hint?: string;
  onRead: (value: number) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const number = text === null ? value : readNumber(text);
  const wrong = text !== null && (text.trim() === "" || !Number.isFinite(number) || number < least || number > most || (whole && !Number.isInteger(number)));
  return (
    <Box width="132px">
      <FormField
        label={label}
        fault={wrong ? giveInstead(text, whole ? t`a whole number from ${String(least)} to ${String(most)}` : t`a number from ${String(least)} to ${String(most)}`) : undefined}
      >
        <TextInput
          inputMode="decimal"
          value={text ?? printNumber(value, 3)}
          onChange={(change) => {
            setText(change.target.value);
            const read = readNumber(change.target.value);
            if (read >= least && read <= most && (!whole || Number.isInteger(read))) onRead(read);
          }}
          onBlur={() => !wrong && setText(null)}
        />
      </FormField>
      {hint && (
        <Text color="softInk" fontSize="14px">
          {hint}
        </Text>
      )}
    </Box>
  );
}
