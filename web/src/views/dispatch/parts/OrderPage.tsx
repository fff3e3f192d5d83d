import { Box, Button, Flex, Grid, Heading, Text, Textarea } from "@chakra-ui/react";
import { payOrder, setOrder } from "@yule/contract";
import { day, money, t } from "@yule/core";
import type { CustomerOrder, Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import { z } from "zod";
import { v7 } from "uuid";
import { useHouseholdsInfiniteQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { moneyText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { INPUT } from "../../../kit/LengthField.tsx";
import { draftOf, MESSAGE_WORDS, MESSAGE_KINDS, type MessageKind } from "../messages.ts";
import { typedAmount, printDay, printMoney } from "../../../kit/say.ts";
import { DayField } from "../../../kit/DayField.tsx";

interface OrderProps {
  readonly order: CustomerOrder;
  readonly all: readonly CustomerOrder[];
  readonly outlook: Outlook;
}

/** One order: what belongs to it, for whom, by when, for how much, what was paid, and what to write to the customer. */
export function OrderPage({ order, all, outlook }: OrderProps) {
  return (
    <Box paddingY="10px" maxWidth="900px">
      <Terms order={order} all={all} outlook={outlook} />
      <Payments order={order} outlook={outlook} />
      <Message order={order} outlook={outlook} />
    </Box>
  );
}

function Terms({ order, all, outlook }: OrderProps) {
  const { currency } = outlook.shop;
  const { shape } = setOrder;
  const schema = useMemo(
    () =>
      z.object({
        title: shape.title,
        due: shape.due.unwrap().unwrap(),
        priceMinor: moneyText(currency, z.number().nullable()),
        depositMinor: moneyText(currency, z.number().nullable()),
      }),
    [shape, currency],
  );
  const major = (minor: number | null): string => (minor === null ? "" : typedAmount(money(minor), currency));
  const form = useSchemaForm(schema, {
    title: order.title,
    due: order.due,
    priceMinor: major(order.price),
    depositMinor: major(order.deposit === 0 ? null : order.deposit),
  });
  const [also, setAlso] = useState<ReadonlySet<string>>(new Set());
  const [householdId, setHousehold] = useState(order.household?.id ?? null);
  const { register, faultOf } = form;
  const others = all.filter(({ id, order: known }) => id !== order.id && known === null);
  const save = form.handleSubmit(async (told) => {
    const needIds = [...order.views, ...others.filter(({ id }) => also.has(id)).flatMap(({ views }) => views)].map(({ need }) => need.id);
    const sent = await sendCommand("set-order", { id: order.order?.id ?? v7(), needIds, householdId, ...told }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)}>
      <Grid templateColumns={{ base: "1fr 1fr", md: "2fr 1fr 1fr 1fr" }} gap="10px 14px">
        <FormField label={t`Name of the order`} fault={faultOf("title")}>
          <TextInput {...register("title")} />
        </FormField>
        <FormField label={t`All of it by`} fault={faultOf("due")}>
          <DayField form={form} name="due" />
        </FormField>
        <FormField label={t`Price of all, ${currency}`} fault={faultOf("priceMinor")}>
          <TextInput inputMode="decimal" {...register("priceMinor")} />
        </FormField>
        <FormField label={t`Deposit, ${currency}`} fault={faultOf("depositMinor")}>
          <TextInput inputMode="decimal" {...register("depositMinor")} />
        </FormField>
      </Grid>
      <ToWhom household={order.household} onChoose={setHousehold} />
      {others.length > 0 && (
        <Box role="group" aria-label={t`Belongs to the same order`} marginTop="8px">
          <Text fontWeight={600}>{t`Belongs to the same order`}</Text>
          <Flex wrap="wrap" columnGap="18px">
            {others.map(({ id, title }) => (
              <Tick
                key={id}
                checked={also.has(id)}
                onChange={() => setAlso((before) => (before.has(id) ? new Set([...before].filter((each) => each !== id)) : new Set([...before, id])))}
              >
                {title}
              </Tick>
            ))}
          </Flex>
        </Box>
      )}
      <FaultLines faults={form.rest} />
      <Button type="submit" marginTop="8px" disabled={form.formState.isSubmitting}>{t`Keep this order`}</Button>
    </form>
  );
}

const MOST_LIKE = 6;

function ToWhom({ household, onChoose }: { household: CustomerOrder["household"]; onChoose: (id: string | null) => void }) {
  const [find, setFind] = useState("");
  const [chosen, setChosen] = useState(household);
  const { data } = useHouseholdsInfiniteQuery(find, { skip: find.trim().length < 2 });
  const found = find.trim().length < 2 ? [] : (data?.pages.flatMap(({ households }) => households) ?? []).slice(0, MOST_LIKE);
  return (
    <Box marginTop="10px" maxWidth="560px">
      <FormField label={chosen ? t`Goes to ${chosen.name}, ${chosen.address}. Find another` : t`Goes to: find a household by its name`}>
        <TextInput value={find} onChange={(change) => setFind(change.target.value)} />
      </FormField>
      <Flex gap="8px" wrap="wrap" marginTop="4px">
        {found.map((each) => (
          <Button key={each.id} size="sm" variant="outline" onClick={() => (setChosen(each), onChoose(each.id), setFind(""))}>
            {t`To ${each.name}`}
          </Button>
        ))}
      </Flex>
    </Box>
  );
}

function Payments({ order, outlook }: { order: CustomerOrder; outlook: Outlook }) {
  const { currency } = outlook.shop;
  const schema = useMemo(() => z.object({ minor: moneyText(currency, payOrder.shape.minor) }), [currency]);
  const form = useSchemaForm(schema, { minor: "" });
  const say = (minor: number): string => printMoney(money(minor), currency);
  if (!order.order) return null;
  const pay = (sign: 1 | -1) =>
    form.handleSubmit(async ({ minor }) => {
      const sent = await sendCommand("pay-order", { id: v7(), orderId: order.id, minor: sign * minor, on: outlook.today }, { ownRefusals: true });
      if (sent.state === "refused") form.refuse(sent.problem);
      else form.reset();
    });
  return (
    <Box marginTop="16px">
      <Heading as="h3" fontSize="18px">
        {order.owed === 0 ? t`Paid` : t`${say(order.owed)} to be paid`}
      </Heading>
      {order.order.payments.map(({ id, minor, on }) => (
        <Text key={id}>
          {printDay(day(on))}: {say(Math.abs(minor))} {minor < 0 ? t`given back` : t`paid`}
        </Text>
      ))}
      <form noValidate onSubmit={(event) => void pay(1)(event)}>
        <Flex gap="10px" align="flex-end" wrap="wrap">
          <FormField label={t`Amount, ${currency}`} fault={form.faultOf("minor")}>
            <TextInput inputMode="decimal" {...form.register("minor")} />
          </FormField>
          <Button type="submit">{t`Note it as paid`}</Button>
          <Button variant="outline" onClick={(event) => void pay(-1)(event)}>{t`Note it as given back`}</Button>
        </Flex>
        <FaultLines faults={form.rest} />
      </form>
    </Box>
  );
}

function Message({ order, outlook }: { order: CustomerOrder; outlook: Outlook }) {
  const [kind, setKind] = useState<MessageKind>(order.sent === 0 ? "taken" : order.sent < order.cards ? "part" : "sent");
  const [text, setText] = useState<string | null>(null);
  const draft = text ?? draftOf(kind, order, { shop: outlook.shop.name, currency: outlook.shop.currency });
  return (
    <Box marginTop="16px" maxWidth="640px">
      <FormField label={t`A message to the customer, for you to send`}>
        <Choice
          value={kind}
          onChange={(change) => {
            setKind(MESSAGE_KINDS.find((each) => each === change.target.value) ?? "taken");
            setText(null);
          }}
          options={MESSAGE_KINDS.map((value) => ({ value, label: MESSAGE_WORDS[value] }))}
        />
      </FormField>
      <Textarea
        aria-label={t`The message`}
        rows={9}
        {...INPUT}
        height="auto"
        width="100%"
        marginTop="8px"
        paddingBlock="10px"
        value={draft}
        onChange={(change) => setText(change.target.value)}
      />
      <Button variant="outline" marginTop="8px" onClick={() => void navigator.clipboard.writeText(draft)}>{t`Copy the message`}</Button>
    </Box>
  );
}
