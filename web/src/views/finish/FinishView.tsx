import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { BatchRead, Grade, Problem } from "@yule/contract";
import { panelOf, CONFIDENCE, colourwayOf, countedUses, usesOfCards, type NeedView, type Outlook } from "@yule/derive";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { sendCommand } from "../../data/outbox.ts";
import { useDesignsQuery } from "../../data/api.ts";
import { Lessons } from "../../features/lessons/Lessons.tsx";
import { Picture } from "../../features/picture/Picture.tsx";
import { useView } from "../../plan/useOutlet.ts";
import { Fold } from "../../kit/Fold.tsx";
import { Choice } from "../../kit/FormField.tsx";
import { Loading, ProblemNote, Teach } from "../../kit/states.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";
import { lazy, Suspense } from "react";
import { GradeButtons, GRADES } from "./parts/GradeButtons.tsx";

const BatchPhoto = lazy(() => import("./parts/BatchPhoto.tsx"));
const NoteLesson = lazy(async () => ({ default: (await import("../../features/lessons/NoteLesson.tsx")).NoteLesson }));

/** Finish: which panels are good, whether they are enough, and the cards made of them. */
export default function FinishView() {
  const outlook = useView();
  const [params, setParams] = useSearchParams();
  const begun = outlook.open.filter((view) => (view.batches.length > 0 || view.good > view.assembled) && view.stage !== "to post");
  const view = begun.find((each) => each.need.id === params.get("need")) ?? begun.find((each) => each.stage === "to inspect" || each.stage === "to assemble") ?? begun[0];
  if (!view) {
    return (
      <>
        <Verdict>No panels wait to be inspected.</Verdict>
        <Teach title="Nothing to finish yet">
          When panels are painted, grade them here. The page says whether enough are good, or how many more to paint, and turns good panels into cards.
        </Teach>
      </>
    );
  }
  return (
    <>
      <FinishVerdict view={view} />
      <Lessons outlook={outlook} moment="finishing" designs={[view.design.id]} />
      <Assemble key={view.need.id} view={view} outlook={outlook} />
      {view.batches.map((batch) => (
        <Inspect key={batch.id} view={view} batch={batch} />
      ))}
      <AfterBatch view={view} />
      {begun.length > 1 && (
        <Flex align="center" gap="12px" marginTop="20px" maxWidth="420px">
          <Text flex="none">Inspect</Text>
          <Choice
            aria-label="Inspect which need"
            value={view.need.id}
            onChange={(change) => setParams({ need: change.target.value })}
            options={begun.map((each) => ({ value: each.need.id, label: `${each.need.title}, ${String(each.cards)} cards` }))}
          />
        </Flex>
      )}
    </>
  );
}

/** While it is fresh: asked once the panels of a batch are judged. */
function AfterBatch({ view }: { view: NeedView }) {
  const judged = view.batches.flatMap((batch) => batch.units).some((unit) => unit.grade !== null);
  if (!judged) return null;
  return (
    <Box as="section" aria-label="What was learned" marginTop="24px" maxWidth="860px">
      <Text fontFamily="heading" fontSize="20px" marginBottom="6px">
        What of {view.design.name} is to be kept, changed, or never done again?
      </Text>
      <Suspense>
        <NoteLesson design={view.design} isOpen />
      </Suspense>
    </Box>
  );
}

function FinishVerdict({ view }: { view: NeedView }) {
  const navigate = useNavigate();
  const missing = view.toPaint.reduce((sum, each) => sum + each.quantity, 0);
  const make = view.toPaint.reduce((sum, each) => sum + each.make, 0);
  const enough = missing === 0 && view.coming === 0;
  return (
    <>
      <Verdict>
        {view.need.title}:{" "}
        <Figure
          tone={enough ? "safe" : missing > 0 ? "cannot" : "ink"}
          why={view.need.lines
            .map((line) => `${colourwayOf(view.design, line.colourwayId)?.name ?? ""}: ${String(line.quantity)} wanted, ${String(goodOf(view, line.colourwayId))} good`)
            .join("; ")}
        >
          {view.good} of {view.cards} are good
        </Figure>
        {enough ? ", that is enough." : view.coming > 0 ? `, and ${String(view.coming)} are still ${view.stage === "on the bench" ? "on the bench" : "to be judged"}.` : "."}{" "}
        {missing > 0 && (
          <>
            Paint{" "}
            <Figure
              tone="cannot"
              why={`${view.toPaint.map((each) => `${String(each.quantity)} of ${colourwayOf(view.design, each.colourwayId)?.name ?? ""}`).join(" and ")} are missing. With the record of this design, ${String(make)} panels give that many good ones with ${String(CONFIDENCE * 10)} in 10.`}
            >
              {make} more
            </Figure>
            .
          </>
        )}
      </Verdict>
      {missing > 0 && (
        <Button marginBottom="18px" onClick={() => void navigate(`/sheets?need=${view.need.id}`)}>
          Split for {make} more
        </Button>
      )}
    </>
  );
}

const goodOf = (view: NeedView, colourwayId: string): number => view.goodBy.get(colourwayId) ?? 0;

function Inspect({ view, batch }: { view: NeedView; batch: BatchRead }) {
  const navigate = useNavigate();
  const panel = panelOf(view.design);
  const spoilt = new Set(batch.facts.filter((fact) => fact.what === "spoilt").map((fact) => fact.unitId));
  const waiting = batch.units.filter((unit) => unit.grade === null && !spoilt.has(unit.id));
  const grade = (units: readonly string[], as: Grade): void => void sendCommand("grade-panels", { batchId: batch.id, grades: units.map((unitId) => ({ unitId, grade: as })) });
  return (
    <Box as="section" aria-label="Panels to judge" marginTop="10px">
      {waiting.length > 0 && (
        <Box marginBottom="12px" maxWidth="1120px">
          <Fold title="Which panel is off: one photo of the batch">
            <Suspense fallback={<Loading />}>
              <BatchPhoto
                view={view}
                batch={batch}
                units={batch.units.filter((unit) => !spoilt.has(unit.id)).sort((one, other) => one.number - other.number)}
                onGrade={(unitId, as) => grade([unitId], as)}
              />
            </Suspense>
          </Fold>
        </Box>
      )}
      {waiting.length > 0 && (
        <Button
          variant="outline"
          marginBottom="14px"
          onClick={() =>
            grade(
              waiting.map((unit) => unit.id),
              "good",
            )
          }
        >
          The {waiting.length} that are left are good
        </Button>
      )}
      <Flex wrap="wrap" gap="18px">
        {batch.units.map((unit) => {
          const colourway = colourwayOf(view.design, unit.colourwayId);
          const isSpoilt = spoilt.has(unit.id) && unit.grade === null;
          return (
            <Box key={unit.id} width="208px">
              <Box opacity={isSpoilt || unit.grade === "scrap" ? 0.35 : 1}>
                <Picture id={colourway?.pictureId ?? null} alt={`Panel ${String(unit.number)}, ${colourway?.name ?? ""}`} width="208px" ratio={panel.height / panel.width} />
              </Box>
              <Text marginTop="4px" fontWeight={600}>
                {unit.number}, {colourway?.name}
                {isSpoilt ? ", spoilt" : unit.grade ? `, ${unit.grade}` : ""}
              </Text>
              {!isSpoilt && <GradeButtons number={unit.number} grade={unit.grade} onGrade={(as) => grade([unit.id], as)} />}
            </Box>
          );
        })}
      </Flex>
      {batch.units.some((unit) => unit.grade === "rescue") && (
        <Button variant="outline" marginTop="14px" onClick={() => void navigate(`/sheets?ask=painted&panel=${view.design.id}`)}>
          Cut the good part out of a rescued panel
        </Button>
      )}
      <Flex color="softInk" marginTop="12px" gap="18px">
        {GRADES.map(({ grade: each, word, Mark }) => (
          <Flex key={each} align="center" gap="6px">
            <Mark size={18} aria-hidden /> {word}
          </Flex>
        ))}
      </Flex>
    </Box>
  );
}

function Assemble({ view, outlook }: { view: NeedView; outlook: Outlook }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const lines = view.need.lines.flatMap((line) => {
    const free = goodOf(view, line.colourwayId) - view.need.lines.filter((each) => each.colourwayId === line.colourwayId).reduce((sum, each) => sum + each.assembled, 0);
    const quantity = Math.min(free, line.quantity - line.assembled);
    return quantity > 0 ? [{ lineId: line.id, quantity }] : [];
  });
  const cards = lines.reduce((sum, line) => sum + line.quantity, 0);
  // A stash is kept as panels.
  if (view.need.kind === "stash") return null;
  if (cards === 0) return view.assembled > 0 ? <Text marginBottom="12px">{view.assembled} cards are assembled.</Text> : null;
  const uses = countedUses(usesOfCards(view.design, cards, outlook.stores));
  const assemble = async (): Promise<void> => {
    const sent = await sendCommand("assemble-cards", { needId: view.need.id, lines, uses }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  return (
    <Box marginBottom="18px" borderTop="1px solid" borderBottom="1px solid" borderColor="hairline" paddingY="14px">
      <Flex align="center" gap="16px" wrap="wrap">
        <Button size="xl" onClick={() => void assemble()}>
          Assemble {cards} {cards === 1 ? "card" : "cards"}
        </Button>
        <Text color="softInk" maxWidth="30em">
          {uses.length === 0
            ? "Takes nothing from the stores."
            : `Takes ${uses.map((use) => `${String(use.quantity)} of ${outlook.stores.find((store) => store.id === use.storeId)?.name ?? ""}`).join(" and ")}. Inside words before gluing; glitter last.`}
        </Text>
      </Flex>
      <InsideWords view={view} />
      {problem && <ProblemNote problem={problem} />}
    </Box>
  );
}

/** Words inside get forgotten, so they are said before anything is glued. */
function InsideWords({ view }: { view: NeedView }) {
  const { data } = useDesignsQuery();
  const words = view.design.words.inside.flatMap((id) => data?.sentiments.find((each) => each.id === id)?.text ?? []);
  return words.length === 0 ? null : (
    <Text marginTop="8px" fontWeight={600}>
      Before assembly, inside each card: {words.map((each) => `“${each}”`).join(", ")}.
    </Text>
  );
}
