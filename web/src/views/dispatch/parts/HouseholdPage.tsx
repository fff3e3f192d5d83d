import { Box, Button, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { addAddress, addPerson, type CommandInput, type HouseholdRead, type HouseholdState, type Problem } from "@yule/contract";
import { day, t, wordsFor } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useState, type ReactNode } from "react";
import { z } from "zod";
import { v7 } from "uuid";
import { problemIn, request, useHouseholdsInfiniteQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { saveFile } from "../../../kit/save.ts";
import { ProblemNote } from "../../../kit/states.tsx";
import { HouseholdForm } from "./HouseholdForm.tsx";
import { printDay, printDayOfYear, countryName } from "../../../kit/say.ts";
import { DayField } from "../../../kit/DayField.tsx";
import { StoryLink } from "../../../features/stories/StoryLink.tsx";

interface PageProps {
  readonly household: HouseholdRead;
  readonly outlook: Outlook;
  readonly onDone: () => void;
}

/** One household: where it lives and what it wishes, its people, where it is for a while, what befell it, and what is kept of it. */
export function HouseholdPage({ household, outlook, onDone }: PageProps) {
  return (
    <Box paddingInlineStart={{ base: 0, md: "18px" }} borderInlineStart={{ md: "2px solid" }} borderColor="hairline" marginY="8px">
      <HouseholdForm household={household} country={outlook.shop.country} onDone={onDone} />
      <Part title={t`People`}>
        <People household={household} outlook={outlook} />
      </Part>
      <Part title={t`Elsewhere for a while`}>
        <Elsewhere household={household} country={outlook.shop.country} />
      </Part>
      <Part title={t`What befell them`}>
        <Befell household={household} today={outlook.today} />
      </Part>
      <Part title={t`Written down twice?`}>
        <SameAs household={household} onDone={onDone} />
      </Part>
      <Part title={t`What is kept of them`}>
        <StoryLink kind="household" id={household.id} name={household.name} />
        <Kept household={household} onDone={onDone} />
      </Part>
    </Box>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box marginTop="16px" maxWidth="820px">
      <Heading as="h3" fontSize="18px" marginBottom="4px">
        {title}
      </Heading>
      {children}
    </Box>
  );
}

const personShape = z.object({
  name: addPerson.shape.name,
  born: z
    .string()
    .refine((text) => text.trim() === "" || BIRTHDAY.test(text.trim()), {
      error: () => t`a day such as 19.12., or 19.12.1961`,
    })
    .transform((text): NonNullable<CommandInput<"add-person">["birthday"]> | null => {
      const [, date = "", month = "", year = ""] = BIRTHDAY.exec(text.trim()) ?? [];
      return date === "" ? null : { month: Number(month), date: Number(date), year: year === "" ? null : Number(year) };
    })
    .pipe(addPerson.shape.birthday.unwrap()),
});
/** A day and a month, the year where it is known. */
const BIRTHDAY = /^(\d{1,2})[./ -](\d{1,2})\.?(?:[./ -]?(\d{4}))?$/;

function People({ household, outlook }: { household: HouseholdRead; outlook: Outlook }) {
  const form = useSchemaForm(personShape, { name: "", born: "" });
  const days = new Map(outlook.ownOccasions.map((each) => [each.id, each]));
  const add = form.handleSubmit(async ({ name, born }) => {
    const sent = await sendCommand("add-person", { id: v7(), householdId: household.id, name, birthday: born }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else form.reset();
  });
  return (
    <>
      {household.people.map(({ id, name, occasionId, diedOn }) => {
        const birthday = days.get(occasionId ?? "");
        const born = birthday ? `, ${String(birthday.date)}.${String(birthday.month)}.${birthday.since === null ? "" : String(birthday.since)}` : "";
        return (
          <Flex key={id} gap="10px" align="center" wrap="wrap">
            <Text flex="1 1 200px">
              {name}
              {diedOn === null ? born : t`, died ${printDayOfYear(day(diedOn))}`}
            </Text>
            {diedOn === null && (
              <Button size="sm" variant="ghost" onClick={() => void sendCommand("tell-died", { id, on: outlook.today })}>
                {t`${name} has died`}
              </Button>
            )}
            <Button size="sm" variant="ghost" onClick={() => void sendCommand("drop-person", { id })}>{t`Take ${name} out`}</Button>
          </Flex>
        );
      })}
      <form noValidate onSubmit={(event) => void add(event)}>
        <Flex gap="12px" align="flex-end" wrap="wrap">
          <FormField label={t`A person's name`} fault={form.faultOf("name")}>
            <TextInput {...form.register("name")} />
          </FormField>
          <FormField label={t`Birthday, day and month`} fault={form.faultOf("born")}>
            <TextInput placeholder="19.12.1961" {...form.register("born")} />
          </FormField>
          <Button type="submit" variant="outline">{t`Add the person`}</Button>
        </Flex>
        <FaultLines faults={form.rest} />
      </form>
    </>
  );
}

const { shape } = addAddress;
const elsewhereShape = z.object({
  street: shape.parts.shape.street,
  town: shape.parts.shape.town,
  code: shape.parts.shape.code.unwrap(),
  country: z
    .string()
    .transform((code) => code.trim().toUpperCase())
    .pipe(shape.country),
  from: shape.from,
  until: shape.until,
});

function Elsewhere({ household, country }: { household: HouseholdRead; country: string }) {
  const [isAdding, setAdding] = useState(false);
  const form = useSchemaForm(elsewhereShape, { street: "", town: "", code: "", country, from: "", until: "" });
  const { register, faultOf } = form;
  const add = form.handleSubmit(async ({ street, town, code, ...told }) => {
    const sent = await sendCommand("add-address", { id: v7(), householdId: household.id, parts: { street, town, code }, ...told }, { ownRefusals: true });
    if (sent.state === "refused") form.refuse(sent.problem);
    else setAdding(false);
  });
  return (
    <>
      {household.elsewhere.map((each) => (
        <Flex key={each.id} gap="10px" align="center" wrap="wrap">
          <Text flex="1 1 280px">{t`${each.address}, ${countryName(each.country)}: ${printDay(day(each.from))} to ${printDayOfYear(day(each.until))}`}</Text>
          <Button size="sm" variant="ghost" onClick={() => void sendCommand("drop-address", { id: each.id })}>{t`Take this address out`}</Button>
        </Flex>
      ))}
      {!isAdding && <Button variant="outline" onClick={() => setAdding(true)}>{t`Tell where they are for a while`}</Button>}
      {isAdding && (
        <form noValidate onSubmit={(event) => void add(event)}>
          <Grid templateColumns={{ base: "1fr 1fr", md: "2fr 1fr 2fr" }} gap="10px 14px">
            <FormField label={t`Street there`} fault={faultOf("street")}>
              <TextInput {...register("street")} />
            </FormField>
            <FormField label={t`Postcode there`} fault={faultOf("code")}>
              <TextInput {...register("code")} />
            </FormField>
            <FormField label={t`Town there`} fault={faultOf("town")}>
              <TextInput {...register("town")} />
            </FormField>
            <FormField label={t`Country there`} fault={faultOf("country")}>
              <TextInput maxLength={2} {...register("country")} />
            </FormField>
            <FormField label={t`From`} fault={faultOf("from")}>
              <DayField form={form} name="from" />
            </FormField>
            <FormField label={t`Until`} fault={faultOf("until")}>
              <DayField form={form} name="until" />
            </FormField>
          </Grid>
          <FaultLines faults={form.rest} />
          <Flex gap="10px" marginTop="8px">
            <Button type="submit">{t`Keep this address`}</Button>
            <Button variant="ghost" onClick={() => setAdding(false)}>{t`Leave it`}</Button>
          </Flex>
        </form>
      )}
    </>
  );
}

const STATES: Readonly<Record<HouseholdState, { readonly is: string; readonly tell: string }>> = {
  here: wordsFor({ is: () => t`Cards go to them.`, tell: () => t`Cards go to them again` }),
  moved: wordsFor({ is: () => t`They have moved, and nobody knows where: their letters wait until a new address is told.`, tell: () => t`They have moved` }),
  bereaved: wordsFor({ is: () => t`They lost somebody: for a year they get words that name no feast.`, tell: () => t`They lost somebody` }),
  "no more": wordsFor({ is: () => t`No card goes to them any more, and they are on no list.`, tell: () => t`No cards any more` }),
};

function Befell({ household, today }: { household: HouseholdRead; today: string }) {
  const { state, stateOn } = household;
  const others = (Object.keys(STATES) as HouseholdState[]).filter((each) => each !== state);
  return (
    <>
      <Text marginBottom="6px">
        {STATES[state].is}
        {stateOn === null ? "" : t` Since ${printDayOfYear(day(stateOn))}.`}
      </Text>
      <Flex gap="10px" wrap="wrap">
        {others.map((each) => (
          <Button key={each} size="sm" variant="outline" onClick={() => void sendCommand("tell-household", { id: household.id, state: each, on: today })}>
            {STATES[each].tell}
          </Button>
        ))}
      </Flex>
    </>
  );
}

const MOST_LIKE = 8;

/** The other entry is found by a part of its name, and put into this one. */
function SameAs({ household, onDone }: { household: HouseholdRead; onDone: () => void }) {
  const [find, setFind] = useState("");
  const { data } = useHouseholdsInfiniteQuery(find, { skip: find.trim().length < 2 });
  const others = find.trim().length < 2 ? [] : (data?.pages.flatMap(({ households }) => households) ?? []).filter(({ id }) => id !== household.id).slice(0, MOST_LIKE);
  return (
    <>
      <Box maxWidth="320px">
        <FormField label={t`Find the other entry by its name`}>
          <TextInput value={find} onChange={(change) => setFind(change.target.value)} />
        </FormField>
      </Box>
      {others.map((other) => (
        <Flex key={other.id} gap="10px" align="center" wrap="wrap">
          <Text flex="1 1 280px">
            {other.name}, {other.address}
          </Text>
          <Button
            size="sm"
            variant="outline"
            onClick={() => void sendCommand("merge-households", { keepId: household.id, goneId: other.id }).then(onDone)}
          >{t`Put ${other.name} into this one`}</Button>
        </Flex>
      ))}
    </>
  );
}

/** What is kept as one file, and its end. Erasing is asked for by typing the name: nothing brings it back. */
function Kept({ household, onDone }: { household: HouseholdRead; onDone: () => void }) {
  const [typed, setTyped] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const save = (): void => {
    request(`households/${household.id}/everything`).then(
      (all) => saveFile("household.json", "application/json", JSON.stringify(all, null, 2)),
      (thrown: unknown) => setProblem(problemIn(thrown)),
    );
  };
  const erase = async (): Promise<void> => {
    const sent = await sendCommand("erase-household", { id: household.id }, { ownRefusals: true });
    if (sent.state === "refused") setProblem(sent.problem);
    else onDone();
  };
  return (
    <>
      <Button size="sm" variant="outline" onClick={save}>{t`Save all that is kept as a file`}</Button>
      <Text
        marginTop="10px"
        maxWidth="38em"
      >{t`Erasing takes them out of the books, of every list and of the logbook for good. It cannot be undone; copies of the shop that were saved before still have them until they are saved anew.`}</Text>
      <Flex gap="12px" align="flex-end" wrap="wrap">
        <FormField label={t`Type “${household.name}” to erase it`}>
          <TextInput value={typed} onChange={(change) => setTyped(change.target.value)} />
        </FormField>
        <Button variant="outline" color="cannot" borderColor="cannot" disabled={typed.trim() !== household.name} onClick={() => void erase()}>{t`Erase this household`}</Button>
      </Flex>
      {problem && <ProblemNote problem={problem} />}
    </>
  );
}
