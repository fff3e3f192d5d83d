import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { changeTraits, faultsOf, problemFaults, type DesignRead, type SeriesRead } from "@yule/contract";
import { lengthOfUnits, mm, type FamilyFinding, type Fault } from "@yule/core";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Choice, FaultLines, FormField, TextInput } from "../../../kit/FormField.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";

type Traits = DesignRead["traits"];
const SIDES = [
  { value: "", label: "not told" },
  { value: "left", label: "the left" },
  { value: "right", label: "the right" },
] as const;
const nothing = (value: string) => (value === "" ? null : value);
const list = (text: string): string[] =>
  text
    .split(",")
    .map((each) => each.trim())
    .filter((each) => each !== "");
const agesIn = (text: string): { from: number; to: number } | null | undefined => {
  if (text.trim() === "") return null;
  const found = /^(\d{1,3})(?:\s*(?:-|–|to)\s*(\d{1,3}))?$/.exec(text.trim());
  return found ? { from: Number(found[1]), to: Number(found[2] ?? found[1]) } : undefined;
};

/** What a card shows and for whom it is, so that it can be held against its family and against who cards are wanted for. */
export function TraitsPanel({ design, series, findings }: { design: DesignRead; series: SeriesRead | undefined; findings: readonly FamilyFinding[] }) {
  const { traits } = design;
  const [text, setText] = useState({
    suits: traits.suits.join(", "),
    shows: traits.shows.join(", "),
    ages: traits.ages ? `${String(traits.ages.from)} to ${String(traits.ages.to)}` : "",
    elements: String(traits.elements ?? ""),
  });
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const put = async (patch: Partial<Traits>): Promise<void> => {
    const payload = { id: design.id, traits: patch };
    const read = changeTraits.safeParse(payload);
    setFaults(read.success ? [] : faultsOf(read.error, payload));
    if (!read.success) return;
    const sent = await sendCommand("change-traits", payload, { ownRefusals: true, quiet: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
  };
  const side = (label: string, key: "light" | "highlight") => (
    <Box width="150px">
      <FormField label={label}>
        <Choice value={traits[key] ?? ""} options={SIDES} onChange={(change) => void put({ [key]: nothing(change.target.value) as Traits["light"] })} />
      </FormField>
    </Box>
  );
  const words = (label: string, key: keyof typeof text, placeholder: string, read: () => Partial<Traits> | null, width = "210px") => (
    <Box width={width}>
      <FormField label={label}>
        <TextInput
          value={text[key]}
          placeholder={placeholder}
          onChange={(change) => setText({ ...text, [key]: change.target.value })}
          onBlur={() => {
            const patch = read();
            if (patch) void put(patch);
          }}
        />
      </FormField>
    </Box>
  );
  return (
    <Box as="section" aria-label="In its family" marginTop="26px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">
        In its family{series && `, ${series.name}`}
      </Heading>
      {findings.map((finding) => (
        <Text key={finding.rule + (finding.colourway ?? "")} color={finding.severity === "breaks" ? "cannot" : "tight"} fontWeight={600}>
          {finding.says}. Mend: {finding.mend}.
        </Text>
      ))}
      <Flex gap="12px" wrap="wrap" align="flex-start" marginTop="8px">
        {side("Light from", "light")}
        {side("Highlights on", "highlight")}
        <Box width="150px">
          <FormField label="Looks">
            <Choice
              value={traits.looks ?? ""}
              options={[...SIDES, { value: "ahead", label: "ahead" }]}
              onChange={(change) => void put({ looks: nothing(change.target.value) as Traits["looks"] })}
            />
          </FormField>
        </Box>
        <LengthField
          label="Outline, width"
          value={traits.line === null ? null : lengthOfUnits(traits.line)}
          usual="0.3 mm"
          onRead={(line) => void put({ line: line > mm(20) ? null : line })}
          onEmpty={() => void put({ line: null })}
        />
        {words("How many are shown", "elements", "not told", () => ({ elements: text.elements.trim() === "" ? null : Number(text.elements) }), "150px")}
        {series?.ties.recurring && (
          <Box width="190px">
            <FormField label={`Carries ${series.ties.recurring}`}>
              <Choice
                value={traits.recurring === null ? "" : traits.recurring ? "yes" : "no"}
                options={[
                  { value: "", label: "not told" },
                  { value: "yes", label: "yes" },
                  { value: "no", label: "no" },
                ]}
                onChange={(change) => void put({ recurring: change.target.value === "" ? null : change.target.value === "yes" })}
              />
            </FormField>
          </Box>
        )}
        {words("For occasions", "suits", "any", () => ({ suits: list(text.suits) }))}
        {words("Shows", "shows", "such as flowers, glitter", () => ({ shows: list(text.shows) }))}
        {words(
          "For ages",
          "ages",
          "grown-ups",
          () => {
            const ages = agesIn(text.ages);
            if (ages === undefined) setFaults([`ages: given ${text.ages}, allowed ages such as 5 to 9`]);
            return ages === undefined ? null : { ages };
          },
          "150px",
        )}
      </Flex>
      <FaultLines faults={faults} />
    </Box>
  );
}
