import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { cashOf, fewestCoins, minorOf, money, usualTenders, t } from "@yule/core";
import { useState } from "react";
import { isAmount } from "../../../kit/form/texts.ts";
import { FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { readNumber } from "../../../kit/readNumber.ts";
import { typedAmount, printMoney } from "../../../kit/say.ts";

/** What was handed over in cash, and what goes back in the fewest coins. */
export function Tender({ due, currency, onPaid, onBack }: { due: number; currency: string; onPaid: (tender: number, tip: number) => void; onBack: () => void }) {
  const [text, setText] = useState("");
  const [isTip, setTip] = useState(false);
  const say = (minor: number): string => printMoney(money(minor), currency);
  const typed = readNumber(text);
  const tender = text.trim() === "" || !isAmount(typed, currency) ? null : minorOf(typed, currency);
  const fault =
    text.trim() === ""
      ? undefined
      : tender === null
        ? giveInstead(text, t`an amount such as ${typedAmount(money(due), currency)}`)
        : tender < due
          ? t`${say(tender)} is too little. Take at least ${say(due)}.`
          : undefined;
  const over = tender === null || fault ? null : tender - due;
  const coins = over === null ? null : fewestCoins(over, cashOf(currency));
  return (
    <Box>
      <Flex gap="8px" wrap="wrap" align="flex-end">
        {usualTenders(due, cashOf(currency)).map((each) => (
          <Button
            key={each}
            minHeight="52px"
            fontSize="18px"
            variant={tender === each ? "solid" : "outline"}
            aria-pressed={tender === each}
            onClick={() => setText(typedAmount(money(each), currency))}
          >
            {each === due ? t`${say(each)} exactly` : say(each)}
          </Button>
        ))}
        <Box width="150px">
          <FormField label={t`Handed over`} fault={fault}>
            <TextInput inputMode="decimal" value={text} onChange={(change) => setText(change.target.value)} />
          </FormField>
        </Box>
      </Flex>
      <Text role="status" fontSize="20px" fontWeight={700} marginY="8px">
        {over === null
          ? t`${say(due)} to be paid.`
          : over === 0
            ? t`Nothing goes back.`
            : isTip
              ? t`${say(over)} is for you.`
              : t`Give back ${say(over)}${coins ? `: ${coins.map(({ value, count }) => `${String(count)} × ${say(value)}`).join(", ")}` : t`, as near as coins allow`}.`}
      </Text>
      <Flex gap="10px" wrap="wrap" align="center">
        <Button size="xl" disabled={over === null} onClick={() => tender !== null && onPaid(tender, isTip ? (over ?? 0) : 0)}>{t`It is paid`}</Button>
        <Tick checked={isTip} disabled={over === null || over === 0} onChange={(change) => setTip(change.target.checked)}>{t`The rest is a tip`}</Tick>
        <Button variant="ghost" onClick={onBack}>{t`Back`}</Button>
      </Flex>
    </Box>
  );
}
