import { rich } from "../../kit/rich.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { phraseSaid, type DesignRead, type SentimentRead } from "@yule/contract";
import { minutes, printMinutes, stackGeometry, type Length, type Stack, t, saidWritten } from "@yule/core";
import { stackOf, shortly, findingsOf, holdsMaskingOf, stagesOf, type Outlook, type Family } from "@yule/derive";
import { useState } from "react";
import { Link } from "react-router";
import { sendCommand } from "../../data/outbox.ts";
import { useMeasure, useSpeech } from "../../kit/measure.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";
import { MeetingsPanel } from "../../features/meetings/MeetingsPanel.tsx";
import { CardDrawing } from "./parts/CardDrawing.tsx";
import { GuidesPanel } from "./parts/GuidesPanel.tsx";
import { InThePostLine } from "./parts/InThePostLine.tsx";
import { RoutePanel } from "./parts/RoutePanel.tsx";
import { StackForm } from "./parts/StackForm.tsx";
import { PicturePanel } from "./parts/PicturePanel.tsx";
import { WordsPanel } from "./parts/WordsPanel.tsx";
import { TraitsPanel } from "./parts/TraitsPanel.tsx";
import { StoryLink } from "../../features/stories/StoryLink.tsx";

/** One design: its card worked out from envelope to panel, its route, and how it stands in its family. */
export function DesignPage({ design, families, sentiments, outlook }: { design: DesignRead; families: readonly Family[]; sentiments: readonly SentimentRead[]; outlook: Outlook }) {
  const family = families.find((each) => each.series.id === design.seriesId);
  const findings = family?.check.findings.filter((finding) => finding.design === design.id) ?? [];
  return (
    <>
      <Link to="/designs" style={{ display: "inline-flex", minHeight: 44, alignItems: "center", textDecoration: "underline", textUnderlineOffset: 4 }}>{t`The wall`}</Link>
      <DesignVerdict design={design} rulesOff={outlook.shop.rulesOff} holdsMasking={holdsMaskingOf(design, outlook.stores)} strays={findings.length > 0} />
      {design.archived && <PutAway design={design} />}
      <Flex gap={{ base: "24px", xl: "40px" }} direction={{ base: "column", xl: "row" }} align="flex-start">
        <Box flex="1" minWidth={0}>
          <CardAndSizes
            key={design.id}
            design={design}
            stores={outlook.stores}
            inside={design.words.inside.map((id) => sentiments.find((each) => each.id === id)?.text ?? "").join("\n")}
          />
          <InThePostLine design={design} outlook={outlook} />
          <GuidesPanel key={`guides ${design.id}`} design={design} />
          <PicturePanel key={`picture ${design.id}`} design={design} />
          <MeetingsPanel design={design} />
          <TraitsPanel key={`traits ${design.id}`} design={design} series={family?.series} findings={findings} />
          {!design.archived && <PutAway design={design} />}
        </Box>
        <Box width={{ base: "100%", xl: "470px" }} flex="none">
          <RoutePanel key={design.id} design={design} outlook={outlook} />
          <WordsPanel key={`words ${design.id}`} design={design} sentiments={sentiments} />
        </Box>
      </Flex>
    </>
  );
}

/** A design is never deleted: what was painted, sold and learned speaks of it. */
function PutAway({ design }: { design: DesignRead }) {
  const change = (archived: boolean): void => void sendCommand("archive-design", { id: design.id, version: design.version, archived });
  return design.archived ? (
    <Flex gap="12px" align="center" wrap="wrap" marginBottom="14px">
      <Text fontWeight={600}>{t`This design is put away. Its history stays; nothing new is offered for it.`}</Text>
      <Button onClick={() => change(false)}>{t`Bring it back`}</Button>
    </Flex>
  ) : (
    <Flex marginTop="26px" gap="18px" align="center">
      <Button variant="outline" onClick={() => change(true)}>{t`Put this design away`}</Button>
      <StoryLink kind="design" id={design.id} name={design.name} />
    </Flex>
  );
}

/** The drawing shows what is being tried, before it is kept. */
function CardAndSizes({ design, stores, inside }: { design: DesignRead; stores: Outlook["stores"]; inside: string }) {
  const [draft, setDraft] = useState<Stack | null>(null);
  const stack = draft ?? stackOf(design);
  return (
    <>
      <CardDrawing design={{ ...design, stack }} inside={inside} />
      <StackForm design={design} stack={stack} stores={stores} onDraft={setDraft} />
    </>
  );
}

function DesignVerdict({ design, rulesOff, holdsMasking, strays }: { design: DesignRead; rulesOff: Outlook["shop"]["rulesOff"]; holdsMasking: boolean; strays: boolean }) {
  const { say, size } = useMeasure();
  const speech = useSpeech();
  const geometry = stackGeometry(stackOf(design));
  const [fault] = [...geometry.faults, ...geometry.warnings];
  const uneven = geometry.layers.filter((layer) => !layer.reveal.even);
  const findings = findingsOf(stagesOf(design), rulesOff, holdsMasking);
  const [worst] = findings;
  const hands = design.stages.reduce((sum, stage) => sum + stage.hands, 0);
  const waiting = design.stages.reduce((sum, stage) => sum + stage.dry, 0);
  return (
    <Verdict>
      {rich`${design.name}: cut the base ${(<Figure why={baseWhy(design, size)}>{size(geometry.base.width, geometry.base.height)}</Figure>)}${
        geometry.score !== null && (geometry.pieces === 2 ? t` as two pieces, the back scored ${say(geometry.score)} from its top` : t` and score at ${say(geometry.score)}`)
      }. ${
        fault ? (
          <Figure
            tone={fault.code === "envelope-too-small" || geometry.faults.length > 0 ? "cannot" : "tight"}
            why={`${phraseSaid(fault.given, speech)}; better ${phraseSaid(fault.allowed, speech)}.`}
          >
            {shortly(fault)}
          </Figure>
        ) : uneven.length > 0 ? (
          <Figure
            tone="tight"
            why={t`Left ${say(uneven[0]?.reveal.left ?? geometry.base.width)}, right ${say(uneven[0]?.reveal.right ?? geometry.base.width)}, top ${say(uneven[0]?.reveal.top ?? geometry.base.width)}, bottom ${say(uneven[0]?.reveal.bottom ?? geometry.base.width)}. That may be wanted; it should be seen before cutting.`}
          >{rich`The ${uneven[0]?.name} lies uneven`}</Figure>
        ) : (
          <Figure
            tone="safe"
            why={
              design.stack.envelope
                ? t`All four borders of every layer are equal, and the envelope leaves at least 3 mm beyond the card and its thickness.`
                : t`All four borders of every layer are equal. It goes in no envelope.`
            }
          >
            {rich`Reveals are even${design.stack.envelope && t` and it fits its envelope`}`}
          </Figure>
        )
      }. One card takes ${(
        <Figure why={t`${String(design.stages.length)} stages. Drying adds ${printMinutes(minutes(waiting))} of waiting to a single card; in a batch it hides behind the work.`}>
          {printMinutes(minutes(hands))}
        </Figure>
      )} of hands. `}
      {worst ? (
        <>
          {t`Its route breaks `}
          <Figure
            tone={worst.rule.severity === "spoils" ? "cannot" : "tight"}
            why={t`${saidWritten(worst.rule.says)}. ${saidWritten(worst.rule.reason)} The repair stands beside the route.`}
          >
            {findings.length === 1 ? t`one rule of the craft` : t`${String(findings.length)} rules of the craft`}
          </Figure>
          .
        </>
      ) : (
        t`Its route is in order.`
      )}
      {strays && (
        <>
          {" "}
          <Figure tone="tight" why={t`What breaks its family, and how it is mended, stands below under “In its family”.`}>{t`It strays from its family`}</Figure>.
        </>
      )}
    </Verdict>
  );
}

function baseWhy(design: DesignRead, size: (width: Length, height: Length) => string): string {
  const { width, height, fold } = stackOf(design);
  const { pieces } = stackGeometry(stackOf(design));
  if (fold === "none") return t`The card is ${size(width, height)} and folds nowhere.`;
  if (pieces === 2) return t`The front and the back are each ${size(width, height)}, cut side by side and joined above the score.`;
  return t`The card's face is ${size(width, height)} and it folds at the ${fold}, so the flat base is twice as ${fold === "top" || fold === "bottom" ? t`high` : t`wide`}.`;
}
