import { Button, Flex, Grid, Text } from "@chakra-ui/react";
import type { FairRead } from "@yule/contract";
import { money, t } from "@yule/core";
import { fairSum } from "@yule/derive";
import { useMemo, useState } from "react";
import { z } from "zod";
import { sendCommand } from "../../../data/outbox.ts";
import { countText, moneyText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import { useView } from "../../../plan/useOutlet.ts";

import { typedAmount, printMoney } from "../../../kit/say.ts";
import { cardsOf } from "../../../kit/counts.ts";

/** The end of a fair: what is left of each is counted, and the tin. The count stands, whatever was rung up. */
export function CloseFair({
  fair,
  names,
  onBack,
  onOver,
}: {
  fair: FairRead;
  names: ReadonlyMap<string, { readonly name: string; readonly left: number }>;
  onBack: () => void;
  onOver: () => void;
}) {
  const { shop, today } = useView();
  const { currency } = shop;
  const { tin, sold, brought } = fairSum(fair);
  const schema = useMemo(
    () =>
      z.object({
        left: z.tuple(fair.goods.map((good) => countText(0, good.brought)) as [ReturnType<typeof countText>]),
        tin: moneyText(
          currency,
          z
            .number()
            .nullable()
            .refine((told) => told !== null, { message: t`what lies in the tin, counted` }),
        ),
      }),
    [fair.goods, currency],
  );
  const [isKept, setKept] = useState(false);
  const form = useSchemaForm(schema, { left: fair.goods.map(({ colourwayId }) => String(Math.max(0, names.get(colourwayId)?.left ?? 0))) as [string], tin: "" });
  const { register, faultOf, rest } = form;
  const save = form.handleSubmit(async ({ left, tin: counted }) => {
    const cards: readonly number[] = left;
    const sent = await sendCommand(
      "close-fair",
      { fairId: fair.id, on: today, tinMinor: counted, left: fair.goods.map(({ colourwayId }, index) => ({ colourwayId, cards: cards[index] ?? 0 })) },
      { ownRefusals: true },
    );
    if (sent.state === "refused") form.refuse(sent.problem);
    else if (sent.state === "done") onOver();
    else setKept(true);
  });
  return (
    <>
      <Verdict>{t`${cardsOf(brought - sold)} should come home, and ${printMoney(money(tin), currency)} should lie in the tin.`}</Verdict>
      <form noValidate onSubmit={(event) => void save(event)}>
        <Grid templateColumns={{ base: "1fr", sm: "1fr 1fr", lg: "repeat(3, 1fr)" }} gap="12px 18px" maxWidth="900px" marginBottom="16px">
          {fair.goods.map(({ colourwayId, brought: taken }, index) => (
            <FormField key={colourwayId} label={t`${names.get(colourwayId)?.name ?? ""}, left of ${String(taken)}`} fault={faultOf(`left.${String(index)}` as "left.0")}>
              <TextInput inputMode="numeric" {...register(`left.${String(index)}` as "left.0")} />
            </FormField>
          ))}
          <FormField label={t`In the tin, ${currency}`} fault={faultOf("tin")}>
            <TextInput inputMode="decimal" placeholder={typedAmount(money(tin), currency)} {...register("tin")} />
          </FormField>
        </Grid>
        <FaultLines faults={rest} />
        <Text
          color="softInk"
          maxWidth="40em"
          marginBottom="10px"
        >{t`What was counted stands. Cards that were made for the fair and did not go belong to nobody then, and the next fair knows what went.`}</Text>
        {isKept && <Text role="status" fontWeight={600} marginBottom="10px">{t`Your count is kept on this device. The fair is closed with it when the server is back.`}</Text>}
        <Flex gap="12px">
          <Button type="submit" size="xl" disabled={form.formState.isSubmitting || isKept}>{t`Close the fair`}</Button>
          <Button variant="ghost" onClick={onBack}>{t`Back to the till`}</Button>
        </Flex>
      </form>
    </>
  );
}
