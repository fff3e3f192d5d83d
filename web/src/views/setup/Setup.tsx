import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { problemFaults, type CommandInput } from "@yule/contract";
import { addDays, COUNTRIES, inches, mm, lengthOfUnits, day, type Length, type Fault, type Phrase } from "@yule/core";
import { colourwaysOf, TEMPLATES } from "@yule/derive";
import { useState } from "react";
import { useNavigate } from "react-router";
import { v7 } from "uuid";
import { useToday } from "../../data/clock.ts";
import { useShopQuery } from "../../data/api.ts";
import { sendCommand } from "../../data/outbox.ts";
import { Choice, FormField, TextInput, FaultLines } from "../../kit/FormField.tsx";
import { LengthField } from "../../kit/LengthField.tsx";
import { MannerProvider } from "../../kit/measure.tsx";
import { Verdict } from "../../kit/Verdict.tsx";
import { SessionRows, sessionFaults } from "../../features/sessions/SessionRows.tsx";

const countryNames = new Intl.DisplayNames(["en"], { type: "region" });
const COUNTRY_OPTIONS = [...COUNTRIES].map((code) => ({ value: code, label: countryNames.of(code) ?? code })).sort((a, b) => a.label.localeCompare(b.label));
const CURRENCIES: Readonly<Record<string, string>> = { US: "USD", GB: "GBP", CA: "CAD", AU: "AUD", NZ: "NZD", JP: "JPY", CH: "CHF", SE: "SEK", NO: "NOK", DK: "DKK", PL: "PLN" };
const INCH_COUNTRIES = new Set(["US", "CA"]);

const guessCountry = (): string => {
  const region = typeof navigator === "undefined" ? undefined : new Intl.Locale(navigator.language).maximize().region;
  return region && COUNTRIES.has(region) ? region : "US";
};

interface Answers {
  readonly shopName: string;
  readonly country: string;
  readonly system: "in" | "cm";
  readonly sessions: CommandInput<"set-sessions">["pattern"];
  readonly paper: { readonly name: string; readonly width: Length; readonly height: Length; readonly count: string };
  readonly template: string;
  readonly designName: string;
  readonly colourways: string;
  readonly title: string;
  readonly quantities: readonly string[];
  readonly due: string;
  readonly posted: boolean;
}

const QUESTIONS = [
  "Where do you paint, and how do you measure?",
  "When do you paint in an ordinary week?",
  "Which paper lies on the shelf?",
  "What is the first design?",
  "Who is waiting for the first cards?",
] as const;

/** An empty shop is set up by five plain questions, and ends in the first verdict. */
export function Setup() {
  const navigate = useNavigate();
  const { data: shop } = useShopQuery();
  const { today } = useToday();
  const [step, setStep] = useState(0);
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const [answers, setAnswers] = useState<Answers>(() => {
    const country = guessCountry();
    const system = INCH_COUNTRIES.has(country) ? ("in" as const) : ("cm" as const);
    return {
      shopName: "",
      country,
      system,
      sessions: [
        { id: v7(), weekday: 2, from: 1170, to: 1260 },
        { id: v7(), weekday: 6, from: 540, to: 720 },
      ],
      paper: { name: "Watercolour paper 300 gsm", ...(system === "in" ? { width: inches(20), height: inches(26) } : { width: mm(500), height: mm(650) }), count: "5" },
      template: TEMPLATES[0]?.key ?? "",
      designName: "",
      colourways: "",
      title: "",
      quantities: [],
      due: addDays(today, 21),
      posted: true,
    };
  });
  const put = (patch: Partial<Answers>): void => setAnswers((before) => ({ ...before, ...patch }));
  const next = async (): Promise<void> => {
    const wrong = faultIn(step, answers, today);
    setFaults(wrong ? [wrong] : []);
    if (wrong) return;
    if (step < QUESTIONS.length - 1) return setStep(step + 1);
    const refused = await makeShop(answers, shop?.timeZone ?? "UTC");
    setFaults(refused);
    if (refused.length === 0) void navigate("/season");
  };
  return (
    <MannerProvider value={{ system: answers.system, currency: CURRENCIES[answers.country] ?? "EUR" }}>
      <Box as="main" bg="paper" flex="1" padding={{ base: "22px 18px 80px", md: "36px 60px 80px" }} borderTop="1px solid" borderColor="hairline">
        <Verdict>{QUESTIONS[step]}</Verdict>
        <Text color="softInk" marginBottom="18px">
          Question {step + 1} of {QUESTIONS.length}. Everything can be changed later.
        </Text>
        <Box maxWidth="620px">
          <Question step={step} answers={answers} put={put} />
          <FaultLines faults={faults} />
          <Flex gap="10px" marginTop="24px">
            {step > 0 && (
              <Button variant="outline" onClick={() => setStep(step - 1)}>
                Back
              </Button>
            )}
            <Button onClick={() => void next()}>{step < QUESTIONS.length - 1 ? "Next" : "Say what it takes"}</Button>
          </Flex>
        </Box>
      </Box>
    </MannerProvider>
  );
}

function Question({ step, answers, put }: { step: number; answers: Answers; put: (patch: Partial<Answers>) => void }) {
  const names = colourwaysOf(answers.colourways, v7).map((each) => each.name);
  if (step === 0) {
    return (
      <Flex direction="column" gap="14px">
        <FormField label="Name of your shop or table">
          <TextInput value={answers.shopName} onChange={(change) => put({ shopName: change.target.value })} placeholder="My card table" autoFocus />
        </FormField>
        <FormField label="Country">
          <Choice value={answers.country} onChange={(change) => put({ country: change.target.value })} options={COUNTRY_OPTIONS} />
        </FormField>
        <FormField label="Lengths">
          <Choice
            value={answers.system}
            onChange={(change) => put({ system: change.target.value as "in" | "cm" })}
            options={[
              { value: "in", label: "inches, as fractions" },
              { value: "cm", label: "centimetres" },
            ]}
          />
        </FormField>
      </Flex>
    );
  }
  if (step === 1) return <SessionRows rows={answers.sessions} onChange={(sessions) => put({ sessions })} />;
  if (step === 2) {
    const { paper } = answers;
    return (
      <Flex direction="column" gap="14px">
        <FormField label="Paper">
          <TextInput value={paper.name} onChange={(change) => put({ paper: { ...paper, name: change.target.value } })} />
        </FormField>
        <Flex gap="14px" wrap="wrap">
          <LengthField label="sheet width" value={lengthOfUnits(paper.width)} onRead={(width) => put({ paper: { ...paper, width } })} />
          <LengthField label="sheet height" value={lengthOfUnits(paper.height)} onRead={(height) => put({ paper: { ...paper, height } })} />
          <FormField label="sheets there">
            <TextInput width="116px" inputMode="numeric" value={paper.count} onChange={(change) => put({ paper: { ...paper, count: change.target.value } })} />
          </FormField>
        </Flex>
      </Flex>
    );
  }
  if (step === 3) {
    return (
      <Flex direction="column" gap="14px">
        <FormField label="Name of the design">
          <TextInput value={answers.designName} onChange={(change) => put({ designName: change.target.value })} placeholder="Paper boats" autoFocus />
        </FormField>
        <FormField label="Begins as">
          <Choice
            value={answers.template}
            onChange={(change) => put({ template: change.target.value })}
            options={TEMPLATES.map((each) => ({ value: each.key, label: each.name }))}
          />
          <Text color="softInk">{TEMPLATES.find((each) => each.key === answers.template)?.says}</Text>
        </FormField>
        <FormField label="Colourways, parted by commas">
          <TextInput value={answers.colourways} onChange={(change) => put({ colourways: change.target.value })} placeholder="blue, red" />
        </FormField>
      </Flex>
    );
  }
  return (
    <Flex direction="column" gap="14px">
      <FormField label="For whom or for what">
        <TextInput value={answers.title} onChange={(change) => put({ title: change.target.value })} placeholder="Harbour office" autoFocus />
      </FormField>
      <Flex gap="14px" wrap="wrap">
        {names.map((name, index) => (
          <FormField key={name} label={`Cards, ${name}`}>
            <TextInput
              width="160px"
              inputMode="numeric"
              value={answers.quantities[index] ?? ""}
              onChange={(change) => put({ quantities: names.map((_, at) => (at === index ? change.target.value : (answers.quantities[at] ?? ""))) })}
            />
          </FormField>
        ))}
      </Flex>
      <FormField label="There by">
        <TextInput type="date" value={answers.due} onChange={(change) => put({ due: change.target.value })} />
      </FormField>
      <FormField label="How it goes">
        <Choice
          value={answers.posted ? "inland" : ""}
          onChange={(change) => put({ posted: change.target.value === "inland" })}
          options={[
            { value: "inland", label: "inland post" },
            { value: "", label: "handed over" },
          ]}
        />
      </FormField>
    </Flex>
  );
}

const count = (text: string | undefined): number => (text === undefined || text.trim() === "" ? 0 : Number(text));

/** The one thing wrong with the answer to a question, or null. */
export function faultIn(step: number, answers: Answers, today: string): Fault | null {
  const wrong = (field: string, given: string, ...allowed: Phrase): Fault => ({ code: "not-allowed", path: [field], given: [{ text: given }], allowed });
  if (step === 1) return answers.sessions.length === 0 ? wrong("sessions", "none", "at least one a week") : (sessionFaults(answers.sessions)[0] ?? null);
  if (step === 2) {
    const sheets = count(answers.paper.count);
    if (answers.paper.name.trim() === "") return wrong("paper", "nothing", "a name");
    return Number.isInteger(sheets) && sheets >= 0 ? null : wrong("sheets there", answers.paper.count, "a whole number, at least 0");
  }
  if (step === 3) return answers.designName.trim() === "" ? wrong("name of the design", "nothing", "a name") : null;
  if (step === 4) {
    if (answers.title.trim() === "") return wrong("for whom", "nothing", "a name");
    const miscounted = answers.quantities.find((text) => !Number.isInteger(count(text)) || count(text) < 0);
    if (miscounted !== undefined) return wrong("cards", miscounted, "a whole number, at least 0");
    if (answers.quantities.reduce((sum, text) => sum + count(text), 0) === 0) return wrong("cards", "0", "at least 1");
    if (answers.due < today) return wrong("there by", answers.due, "today, ", { day: day(today) }, ", or later");
  }
  return null;
}

/** Makes everything in the order in which one thing names another. @returns what was refused, or null */
async function makeShop(answers: Answers, timeZone: string): Promise<readonly (Fault | string)[]> {
  const [paperId, baseId, seriesId, designId] = [v7(), v7(), v7(), v7()];
  const template = TEMPLATES.find((each) => each.key === answers.template) ?? TEMPLATES[0];
  if (!template) return [];
  const colourways = colourwaysOf(answers.colourways, v7);
  const card = answers.system === "in" ? { name: "Card stock 12 × 18", width: inches(12), height: inches(18) } : { name: "Card stock 32 × 45", width: mm(320), height: mm(450) };
  const made = [
    await sendCommand(
      "set-shop",
      {
        ...(answers.shopName.trim() ? { name: answers.shopName } : {}),
        country: answers.country,
        lengthSystem: answers.system,
        timeZone,
        currency: CURRENCIES[answers.country] ?? "EUR",
      },
      { ownRefusals: true, quiet: true },
    ),
    await sendCommand("set-sessions", { pattern: answers.sessions.map((each) => ({ ...each, id: v7() })) }, { ownRefusals: true, quiet: true }),
    await sendCommand(
      "add-store",
      {
        id: paperId,
        kind: "sheet",
        name: answers.paper.name,
        width: answers.paper.width,
        height: answers.paper.height,
        onHand: count(answers.paper.count),
        pack: 5,
        packCostMinor: 0,
        leadDays: 5,
      },
      { ownRefusals: true, quiet: true },
    ),
    await sendCommand("add-store", { id: baseId, kind: "card stock", ...card, onHand: 25, pack: 25, packCostMinor: 0, leadDays: 5 }, { ownRefusals: true, quiet: true }),
    await sendCommand("add-series", { id: seriesId, name: "First series", palette: "mixed" }, { ownRefusals: true, quiet: true }),
    await sendCommand(
      "add-design",
      { id: designId, seriesId, name: answers.designName, paperId, cardStockId: baseId, colourways, ...template.make(v7) },
      { ownRefusals: true, quiet: true },
    ),
    await sendCommand(
      "add-need",
      {
        id: v7(),
        kind: "commission",
        title: answers.title,
        designId,
        due: answers.due,
        zone: answers.posted ? "inland" : null,
        lines: colourways.flatMap((each, index) => (count(answers.quantities[index]) > 0 ? [{ id: v7(), colourwayId: each.id, quantity: count(answers.quantities[index]) }] : [])),
      },
      { ownRefusals: true },
    ),
  ];
  const refused = made.find((sent) => sent.state === "refused");
  return refused?.state === "refused" ? problemFaults(refused.problem) : [];
}
