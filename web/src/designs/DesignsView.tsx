import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import { minutes, printMinutes, stackGeometry, type Length, type Stack } from "@yule/core";
import { memo, useState } from "react";
import { useSearchParams } from "react-router";
import { useDesignsQuery } from "../app/api.ts";
import { stackOf } from "../app/materials.ts";
import { Picture } from "../app/Picture.tsx";
import type { Outlook } from "../app/outlook.ts";
import { useView } from "../app/useOutlet.ts";
import { useMeasure, spoken } from "../kit/measure.tsx";
import { StateWord } from "../kit/states.tsx";
import { Figure, Verdict } from "../kit/Verdict.tsx";
import { shortly } from "./sizes.ts";
import { findingsOf, stagesOf } from "./route.ts";
import { CardDrawing } from "./parts/CardDrawing.tsx";
import { GuidesPanel } from "./parts/GuidesPanel.tsx";
import { NewDesign } from "./parts/NewDesign.tsx";
import { RoutePanel } from "./parts/RoutePanel.tsx";
import { StackForm } from "./parts/StackForm.tsx";

/** Designs: the families on the wall, and one card worked out from envelope to panel with its route. */
export default function DesignsView() {
  const outlook = useView();
  const { designs } = outlook;
  const [params, setParams] = useSearchParams();
  const [adding, setAdding] = useState(false);
  const design = designs.find((each) => each.id === params.get("design")) ?? designs[0];
  const dialog = adding && <NewDesign onClose={() => setAdding(false)} onMade={(id) => (setParams({ design: id }), window.scrollTo({ top: 0 }))} />;
  if (!design)
    return (
      <>
        <Verdict>No design yet. The first one shows here how its base is cut and scored, whether it fits its envelope, and what is wrong with its route.</Verdict>
        <Button onClick={() => setAdding(true)}>Begin the first design</Button>
        {dialog}
      </>
    );
  return (
    <>
      <DesignVerdict design={design} rulesOff={outlook.shop.rulesOff} />
      <Flex gap={{ base: "24px", xl: "40px" }} direction={{ base: "column", xl: "row" }} align="flex-start">
        <Box flex="1" minWidth={0}>
          <CardAndSizes key={design.id} design={design} stores={outlook.stores} />
          <GuidesPanel key={`guides ${design.id}`} design={design} />
        </Box>
        <Box width={{ base: "100%", xl: "440px" }} flex="none">
          <RoutePanel key={design.id} design={design} outlook={outlook} />
        </Box>
      </Flex>
      <Wall chosen={design.id} rulesOff={outlook.shop.rulesOff} onChoose={(id) => setParams({ design: id })} />
      <Button marginTop="20px" variant="outline" onClick={() => setAdding(true)}>
        New design from a template
      </Button>
      {dialog}
    </>
  );
}

/** The drawing shows what is being tried, before it is kept. */
function CardAndSizes({ design, stores }: { design: DesignRead; stores: Outlook["stores"] }) {
  const [draft, setDraft] = useState<Stack | null>(null);
  const stack = draft ?? stackOf(design);
  return (
    <>
      <CardDrawing design={{ ...design, stack }} />
      <StackForm design={design} stack={stack} stores={stores} onDraft={setDraft} />
    </>
  );
}

function DesignVerdict({ design, rulesOff }: { design: DesignRead; rulesOff: Outlook["shop"]["rulesOff"] }) {
  const { say, size } = useMeasure();
  const geometry = stackGeometry(stackOf(design));
  const [fault] = [...geometry.faults, ...geometry.warnings];
  const uneven = geometry.layers.filter((layer) => !layer.reveal.even);
  const findings = findingsOf(stagesOf(design), rulesOff);
  const [worst] = findings;
  const hands = design.stages.reduce((sum, stage) => sum + stage.hands, 0);
  const waiting = design.stages.reduce((sum, stage) => sum + stage.dry, 0);
  return (
    <Verdict>
      {design.name}: cut the base <Figure why={baseWhy(design, size)}>{size(geometry.base.width, geometry.base.height)}</Figure>
      {geometry.score !== null &&
        (geometry.pieces === 2 ? <> as two pieces, the back scored {say(geometry.score)} from its top</> : <> and score at {say(geometry.score)}</>)}.{" "}
      {fault ? (
        <Figure
          tone={fault.code === "envelope-too-small" || geometry.faults.length > 0 ? "cannot" : "tight"}
          why={`${spoken(fault.given, say)}; better ${spoken(fault.allowed, say)}.`}
        >
          {shortly(fault)}
        </Figure>
      ) : uneven.length > 0 ? (
        <Figure
          tone="tight"
          why={`Left ${say(uneven[0]?.reveal.left ?? geometry.base.width)}, right ${say(uneven[0]?.reveal.right ?? geometry.base.width)}, top ${say(uneven[0]?.reveal.top ?? geometry.base.width)}, bottom ${say(uneven[0]?.reveal.bottom ?? geometry.base.width)}. That may be wanted; it should be seen before cutting.`}
        >
          The {uneven[0]?.name} lies uneven
        </Figure>
      ) : (
        <Figure
          tone="safe"
          why={
            design.stack.envelope
              ? "All four borders of every layer are equal, and the envelope leaves at least 3 mm beyond the card and its thickness."
              : "All four borders of every layer are equal. It goes in no envelope."
          }
        >
          Reveals are even{design.stack.envelope && " and it fits its envelope"}
        </Figure>
      )}
      . One card takes{" "}
      <Figure why={`${String(design.stages.length)} stages. Drying adds ${printMinutes(minutes(waiting))} of waiting to a single card; in a batch it hides behind the work.`}>
        {printMinutes(minutes(hands))}
      </Figure>{" "}
      of hands.{" "}
      {worst ? (
        <>
          Its route breaks{" "}
          <Figure tone={worst.rule.severity === "spoils" ? "cannot" : "tight"} why={`${worst.rule.says}. ${worst.rule.reason} The repair stands beside the route.`}>
            {findings.length === 1 ? "one rule of the craft" : `${String(findings.length)} rules of the craft`}
          </Figure>
          .
        </>
      ) : (
        "Its route is in order."
      )}
    </Verdict>
  );
}

function baseWhy(design: DesignRead, size: (width: Length, height: Length) => string): string {
  const { width, height, fold } = stackOf(design);
  const { pieces } = stackGeometry(stackOf(design));
  if (fold === "none") return `The card is ${size(width, height)} and folds nowhere.`;
  if (pieces === 2) return `The front and the back are each ${size(width, height)}, cut side by side and joined above the score.`;
  return `The card's face is ${size(width, height)} and it folds at the ${fold}, so the flat base is twice as ${fold === "top" || fold === "bottom" ? "high" : "wide"}.`;
}

/** Said beside a card whose route breaks a rule. */
const RouteMark = memo(function RouteMark({ design, rulesOff }: { design: DesignRead; rulesOff: Outlook["shop"]["rulesOff"] }) {
  const [worst] = findingsOf(stagesOf(design), rulesOff);
  return worst ? <StateWord state={worst.rule.severity === "spoils" ? "cannot" : "tight"}>route</StateWord> : null;
});

function Wall({ chosen, rulesOff, onChoose }: { chosen: string; rulesOff: Outlook["shop"]["rulesOff"]; onChoose: (id: string) => void }) {
  const { data } = useDesignsQuery();
  const choose = (id: string): void => {
    onChoose(id);
    // What is said of it stands at the head of the page.
    window.scrollTo({ top: 0 });
  };
  return (
    <Box marginTop="34px">
      {data?.series.map((series) => (
        <Box key={series.id} as="section" marginBottom="20px">
          <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="10px">
            {series.name}
          </Heading>
          <Flex gap="20px" wrap="wrap" align="flex-end">
            {data.designs
              .filter((design) => design.seriesId === series.id)
              .map((design) => (
                <button
                  key={design.id}
                  type="button"
                  aria-pressed={design.id === chosen}
                  onClick={() => choose(design.id)}
                  style={{
                    cursor: "pointer",
                    textAlign: "left",
                    font: "inherit",
                    padding: 6,
                    borderRadius: 10,
                    outlineOffset: 3,
                    border: `2px solid ${design.id === chosen ? "var(--chakra-colors-ink)" : "transparent"}`,
                  }}
                >
                  <Flex gap="8px">
                    {design.colourways.map((colourway) => (
                      <Picture
                        key={colourway.id}
                        id={colourway.pictureId}
                        alt={`${design.name}, ${colourway.name}`}
                        width={`${String(Math.round(design.stack.width / 460))}px`}
                        ratio={design.stack.height / design.stack.width}
                      />
                    ))}
                  </Flex>
                  <Flex align="center" gap="7px" marginTop="6px" maxWidth="260px">
                    <Text fontWeight={600} overflowWrap="anywhere">
                      {design.name}
                    </Text>
                    <RouteMark design={design} rulesOff={rulesOff} />
                  </Flex>
                </button>
              ))}
          </Flex>
        </Box>
      ))}
    </Box>
  );
}
