import { rich } from "../kit/rich.tsx";
import { Box, Button, Flex, Grid, Text } from "@chakra-ui/react";
import { setShop, type ShopRead } from "@yule/contract";
import { COUNTRIES, currencyIn, day, mannerOf, money, saidDay, saidMoney, saidTime, saidWarmth, weekOf, t } from "@yule/core";
import { mannerWith } from "@yule/derive";
import { lazy, Suspense, useMemo } from "react";
import { z } from "zod";
import { sendCommand } from "../data/outbox.ts";
import { RatesForm } from "../features/money/RatesForm.tsx";
import { Dialog } from "../kit/Dialog.tsx";
import { useSchemaForm } from "../kit/form/useSchemaForm.ts";
import { Choice, FaultLines, FormField, TextInput } from "../kit/FormField.tsx";
import { countryName } from "../kit/say.ts";

const ShopsPanel = lazy(async () => ({ default: (await import("../features/shops/ShopsPanel.tsx")).ShopsPanel }));
const Devices = lazy(async () => ({ default: (await import("../features/devices/Devices.tsx")).Devices }));
const Backups = lazy(async () => ({ default: (await import("../features/backups/Backups.tsx")).Backups }));

const { shape } = setShop;
/** What is chosen; an empty choice is as the country has it. */
const settingsForm = z
  .object({
    name: shape.name.unwrap(),
    country: shape.country.unwrap(),
    currency: z
      .string()
      .transform((text) => text.trim().toUpperCase())
      .pipe(shape.currency.unwrap()),
    timeZone: shape.timeZone.unwrap(),
    lengthSystem: shape.lengthSystem.unwrap(),
    hours: z.enum(["", "12", "24"]),
    firstDay: z.enum(["", "0", "1", "2", "3", "4", "5", "6"]),
    temperature: z.enum(["", "C", "F"]),
    paper: z.enum(["", "A4", "letter"]),
    decimal: z.enum(["", ".", ","]),
    sureIn100: z.string().transform(Number).pipe(shape.sureIn100.unwrap()),
  })
  .transform(({ hours, firstDay, temperature, paper, decimal, ...told }) => ({ ...told, manner: mannerIn({ hours, firstDay, temperature, paper, decimal }) }));

interface Chosen {
  readonly hours: "" | "12" | "24";
  readonly firstDay: string;
  readonly temperature: "" | "C" | "F";
  readonly paper: "" | "A4" | "letter";
  readonly decimal: "" | "." | ",";
}

const mannerIn = ({ hours, firstDay, temperature, paper, decimal }: Chosen): ShopRead["manner"] => ({
  ...(hours === "" ? {} : { hours: hours === "12" ? 12 : 24 }),
  ...(firstDay === "" ? {} : { firstDay: Number(firstDay) }),
  ...(temperature === "" ? {} : { temperature }),
  ...(paper === "" ? {} : { paper }),
  ...(decimal === "" ? {} : { decimal }),
});

/** The settings as they stand. */
const chosenIn = ({ name, country, currency, timeZone, lengthSystem, manner, sureIn100 }: ShopRead): z.input<typeof settingsForm> => ({
  ...{ name, country, currency, timeZone, lengthSystem },
  hours: manner.hours === undefined ? "" : manner.hours === 12 ? "12" : "24",
  firstDay: manner.firstDay === undefined ? "" : (String(manner.firstDay) as "0"),
  sureIn100: String(sureIn100),
  ...{ temperature: manner.temperature ?? "", paper: manner.paper ?? "", decimal: manner.decimal ?? "" },
});

/** What is told otherwise than it stands: a country that is told again would be taken for another one. */
const changesIn = (told: z.output<typeof settingsForm>, shop: ShopRead): Partial<z.output<typeof settingsForm>> =>
  Object.fromEntries(Object.entries(told).filter(([field, value]) => JSON.stringify(value) !== JSON.stringify(shop[field as keyof typeof told])));

const COUNTRY_CHOICES = [...COUNTRIES].map((value) => ({ value, label: countryName(value) })).sort((a, b) => a.label.localeCompare(b.label));
const ZONE_CHOICES = Intl.supportedValuesOf("timeZone").map((value) => ({ value, label: value.replaceAll("_", " ").replaceAll("/", ", ") }));

/** How sure a latest day may be asked to be; whatever else was told stands among them. */
const LEVELS = [50, 60, 70, 80, 90, 95] as const;
const levelChoices = (told: number) => [...new Set([...LEVELS, told])].sort((a, b) => a - b).map((level) => ({ value: String(level), label: t`${String(level)} in 100` }));

const PAPER_WORDS = { A4: "A4", letter: "letter" } as const;
const [SOME_DAY, SOME_MINUTE, SOME_MINOR, SOME_WARMTH] = [day("2031-11-08"), 1170, 123_450, 21.5] as const;

/** How the shop is called and how it writes: as its country does, or otherwise where she wants it so. What is chosen is seen before it is kept. */
export function ShopDialog({ shop, onClose }: { shop: ShopRead; onClose: () => void }) {
  const form = useSchemaForm(settingsForm, chosenIn(shop));
  const { register, faultOf } = form;
  const written = form.watch();
  const usual = useMemo(() => mannerOf(COUNTRIES.has(written.country) ? written.country : shop.country), [written.country, shop.country]);
  const shown = mannerWith(usual, mannerIn(written));
  const currency = /^[A-Za-z]{3}$/.test(written.currency.trim()) ? written.currency.trim().toUpperCase() : shop.currency;
  const asThere = (what: string): { value: string; label: string } => ({ value: "", label: t`as usual there: ${what}` });
  const week = weekOf(usual);
  const nameOf = (weekday: number): string => week.find((each) => each.weekday === weekday)?.name ?? "";
  const keep = form.handleSubmit(async (told) => {
    const changed = changesIn(told, shop);
    if (Object.keys(changed).length === 0) return onClose();
    const sent = await sendCommand("set-shop", changed, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else onClose();
  });
  return (
    <Dialog title={t`The shop, and how it writes`} wide onClose={onClose}>
      <Suspense>
        <ShopsPanel shopId={shop.id} />
      </Suspense>
      <form noValidate onSubmit={(event) => void keep(event)}>
        <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="12px 18px">
          <FormField label={t`Name of the shop`} fault={faultOf("name")}>
            <TextInput {...register("name")} />
          </FormField>
          <FormField label={t`Country`} fault={faultOf("country")}>
            <Choice {...register("country")} options={COUNTRY_CHOICES} />
          </FormField>
          <FormField label={t`Time zone`} fault={faultOf("timeZone")}>
            <Choice {...register("timeZone")} options={ZONE_CHOICES} />
          </FormField>
          <FormField label={t`Money, three letters such as EUR`} fault={faultOf("currency")}>
            <TextInput {...register("currency")} autoCapitalize="characters" />
          </FormField>
          <FormField label={t`Lengths`}>
            <Choice
              {...register("lengthSystem")}
              options={[
                { value: "in", label: t`inches` },
                { value: "cm", label: t`centimetres` },
              ]}
            />
          </FormField>
          <FormField label={t`Times of the day`}>
            <Choice
              {...register("hours")}
              options={[
                asThere(saidTime(SOME_MINUTE, usual)),
                { value: "24", label: saidTime(SOME_MINUTE, { ...usual, hours: 24 }) },
                { value: "12", label: saidTime(SOME_MINUTE, { ...usual, hours: 12 }) },
              ]}
            />
          </FormField>
          <FormField label={t`The week begins on`}>
            <Choice {...register("firstDay")} options={[asThere(nameOf(usual.firstDay)), ...week.map(({ weekday, name }) => ({ value: String(weekday), label: name }))]} />
          </FormField>
          <FormField label={t`Decimal sign`}>
            <Choice
              {...register("decimal")}
              options={[asThere(usual.decimal === "." ? t`a dot, 1.5` : t`a comma, 1,5`), { value: ".", label: t`a dot, 1.5` }, { value: ",", label: t`a comma, 1,5` }]}
            />
          </FormField>
          <FormField label={t`Warmth of the room`}>
            <Choice {...register("temperature")} options={[asThere(`°${usual.temperature}`), { value: "C", label: "°C" }, { value: "F", label: "°F" }]} />
          </FormField>
          <FormField label={t`A latest day to begin leaves a promise kept in`} fault={faultOf("sureIn100")}>
            <Choice {...register("sureIn100")} options={levelChoices(shop.sureIn100)} />
          </FormField>
          <FormField label={t`Paper of the printer`}>
            <Choice {...register("paper")} options={[asThere(PAPER_WORDS[usual.paper]), { value: "A4", label: "A4" }, { value: "letter", label: t`letter` }]} />
          </FormField>
        </Grid>
        <Text
          marginTop="14px"
          role="status"
        >{rich`It reads so: ${(<b>{[saidDay(SOME_DAY, shown), saidTime(SOME_MINUTE, shown), saidMoney(money(SOME_MINOR), currency, shown), saidWarmth(SOME_WARMTH, shown)].join(" · ")}</b>)}. Weeks begin on ${nameOf(shown.firstDay)}, and pages are ${PAPER_WORDS[shown.paper]}.`}</Text>
        {currency !== shop.currency && (
          <Text
            color="tight"
            fontWeight={600}
          >{t`Prices keep their numbers: what costs ${saidMoney(money(SOME_MINOR), shop.currency, shown)} will cost ${saidMoney(money(SOME_MINOR), currency, shown)}.`}</Text>
        )}
        {currency === shop.currency && written.country !== shop.country && currencyIn(written.country) !== currency && (
          <Text color="softInk">{t`In ${countryName(written.country)} one pays in ${currencyIn(written.country)}; your prices stay in ${currency} unless you change it.`}</Text>
        )}
        <FaultLines faults={form.rest} />
        <Flex gap="10px" justify="flex-end" marginTop="14px">
          <Button variant="outline" type="button" onClick={onClose}>{t`Leave it as it is`}</Button>
          <Button type="submit" disabled={form.formState.isSubmitting}>{t`Keep these settings`}</Button>
        </Flex>
      </form>
      <Box borderTop="1px solid" borderColor="hairline" marginTop="26px" paddingTop="16px">
        <RatesForm shop={shop} />
      </Box>
      <Suspense>
        <Devices timeZone={shop.timeZone} isMaker />
        <Backups timeZone={shop.timeZone} />
      </Suspense>
    </Dialog>
  );
}
