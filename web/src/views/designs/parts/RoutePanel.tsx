import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { DesignRead, Problem } from "@yule/contract";
import { money, schoolOf, t } from "@yule/core";
import { findingsOf, holdsMaskingOf, livingLessons, mended, routeOf, stagesOf, type Outlook, type Stage } from "@yule/derive";
import { useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { Fold } from "../../../kit/Fold.tsx";
import { ProblemNote } from "../../../kit/states.tsx";
import { NoteLesson } from "../../../features/lessons/NoteLesson.tsx";
import { Tick } from "../../../kit/FormField.tsx";
import { RouteEditor } from "./RouteEditor.tsx";
import { RouteFindings } from "./RouteFindings.tsx";
import { Schools } from "./Schools.tsx";
import { RouteStrip } from "./RouteStrip.tsx";
import { printMoney } from "../../../kit/say.ts";

/** The route of a design: what it breaks, its stages, and changing it by hand. */
export function RoutePanel({ design, outlook }: { design: DesignRead; outlook: Outlook }) {
  const { rulesOff } = outlook.shop;
  const [draft, setDraft] = useState<Stage[] | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const stages = draft ?? stagesOf(design);
  const save = async (next: readonly Stage[]): Promise<void> => {
    const sent = await sendCommand("change-route", { id: design.id, version: design.version, stages: [...next] }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
    if (sent.state !== "refused") setDraft(null);
  };
  return (
    <Box as="section" aria-label={t`Route and its check`}>
      <RouteFindings
        findings={findingsOf(stages, rulesOff, holdsMaskingOf(design, outlook.stores))}
        stages={stages}
        onMend={({ repair }) => {
          if (!repair) return;
          const next = mended(stages, repair, v7);
          if (draft) setDraft(next);
          else void save(next);
        }}
        onOff={(rule, note) => void sendCommand("set-shop", { rulesOff: [...rulesOff, { rule, note }] })}
      />
      {draft ? <RouteEditor stages={draft} onChange={setDraft} /> : <RouteStrip design={design} lessons={livingLessons(outlook)} />}
      {problem && <ProblemNote problem={problem} />}
      <Flex gap="10px" marginTop="12px" wrap="wrap">
        {draft ? (
          <>
            <Button onClick={() => void save(draft)}>{t`Keep this route`}</Button>
            <Button variant="outline" onClick={() => (setDraft(null), setProblem(null))}>{t`Leave it`}</Button>
          </>
        ) : (
          <Button variant="outline" onClick={() => setDraft(stagesOf(design))}>{t`Change the route`}</Button>
        )}
      </Flex>
      {!draft && <Schools design={design} stores={outlook.stores} money={(minor) => printMoney(money(minor), outlook.shop.currency)} onTake={setDraft} />}
      <PaperHolds design={design} stores={outlook.stores} />
      <NoteLesson design={design} />
      {rulesOff.length > 0 && <RulesOff outlook={outlook} />}
    </Box>
  );
}

/** Some papers hold masking fluid, and it tears their surface: then the route check warns. */
function PaperHolds({ design, stores }: { design: DesignRead; stores: Outlook["stores"] }) {
  const paper = stores.find((store) => store.id === design.paperId);
  if (!paper || schoolOf(routeOf(stagesOf(design))) !== "masking") return null;
  return (
    <Tick checked={paper.holdsMasking} onChange={(change) => void sendCommand("change-store", { id: paper.id, version: paper.version, holdsMasking: change.target.checked })}>
      {t`${paper.name} is known to hold masking fluid`}
    </Tick>
  );
}

/** Rules that are not said here, with their notes, to be said again. */
function RulesOff({ outlook }: { outlook: Outlook }) {
  const { rulesOff } = outlook.shop;
  return (
    <Fold title={<>{t`${rulesOff.length} ${rulesOff.length === 1 ? t`rule is` : t`rules are`} done otherwise here`}</>}>
      {rulesOff.map(({ rule, note }) => (
        <Flex key={rule} gap="10px" align="center">
          <Text flex="1">
            {rule.replaceAll("-", " ")}
            {note ? `: ${note}` : ""}
          </Text>
          <Button variant="ghost" onClick={() => void sendCommand("set-shop", { rulesOff: rulesOff.filter((each) => each.rule !== rule) })}>{t`say it again`}</Button>
        </Flex>
      ))}
    </Fold>
  );
}
