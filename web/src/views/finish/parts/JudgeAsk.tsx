import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { BatchRead, FinishRead, Grade, UnitRead } from "@yule/contract";
import { doubtOf, type PanelFault, t } from "@yule/core";
import { spoiltAt, toJudge, type NeedView } from "@yule/derive";
import { lazy, Suspense, useMemo, useRef, useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { Lessons } from "../../../features/lessons/Lessons.tsx";
import { PhotoIntake } from "../../../features/picture/PhotoIntake.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { Teach } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { FinishAskProps } from "../ask.ts";
import { useBatchPhoto, type LookedAt } from "../useBatchPhoto.ts";
import { sharedWords, UNLIKE } from "../words.ts";
import { DrawBlock } from "./DrawBlock.tsx";
import { FinishVerdict } from "./FinishVerdict.tsx";
import { GRADES } from "./GradeButtons.tsx";
import { JudgePanel, type Judgement } from "./JudgePanel.tsx";
import { PanelTiles } from "./PanelTiles.tsx";
import { PhotoOfPanels } from "./PhotoOfPanels.tsx";

const NoteLesson = lazy(async () => ({ default: (await import("../../../features/lessons/NoteLesson.tsx")).NoteLesson }));

/** Which panels are good: each batch as a photo or as tiles, and the panel that is in doubt beside its master. */
export function JudgeAsk({ outlook, finish, task }: FinishAskProps) {
  if (!task) {
    return (
      <>
        <Verdict>{t`No panels wait to be inspected.`}</Verdict>
        <Teach
          title={t`Nothing to finish yet`}
        >{t`When panels are painted, grade them here. The page says whether enough are good, or how many more to paint, and turns good panels into cards.`}</Teach>
      </>
    );
  }
  const { view } = task;
  return (
    <>
      <FinishVerdict task={task} />
      <Lessons outlook={outlook} moment="finishing" designs={[view.design.id]} />
      {view.batches.map((batch) => (
        <JudgeBatch key={batch.id} view={view} batch={batch} finish={finish} />
      ))}
      <AfterBatch view={view} />
    </>
  );
}

/** While it is fresh: asked once the panels of a batch are judged. */
function AfterBatch({ view }: { view: NeedView }) {
  const judged = view.batches.flatMap((batch) => batch.units).some((unit) => unit.grade !== null);
  if (!judged) return null;
  return (
    <Box as="section" aria-label={t`What was learned`} marginTop="24px" maxWidth="860px">
      <Text fontFamily="heading" fontSize="20px" marginBottom="6px">{t`What of ${view.design.name} is to be kept, changed, or never done again?`}</Text>
      <Suspense>
        <NoteLesson design={view.design} isOpen />
      </Suspense>
    </Box>
  );
}

function JudgeBatch({ view, batch, finish }: { view: NeedView; batch: BatchRead; finish: FinishRead }) {
  const spoilt = spoiltAt(batch);
  const units = batch.units.filter(({ id }) => !spoilt.has(id)).sort((one, other) => one.number - other.number);
  const intake = useBatchPhoto(view, batch, units);
  const looked = intake.photo.looked && current(intake.photo.looked, units);
  const [picked, setPicked] = useState<string | null>(null);
  const byKey = useRef<((grade: Grade) => void) | null>(null);
  const doubts = useDoubts(looked, finish, view);
  const waiting = useWaiting(view, batch, finish, doubts);
  // One that was judged can be picked to be judged otherwise.
  const chosen = units.find(({ id }) => id === picked) ?? waiting[0] ?? null;
  const onPhoto = looked?.panels.find(({ unit }) => unit.id === chosen?.id) ?? null;
  const judge = (unit: UnitRead, { grade, causes, way }: Judgement): void => {
    const cause = causes[0];
    // It stays before her until she has said what is wrong with it.
    setPicked(grade === "rescue" && !cause ? unit.id : null);
    if (grade === "rescue" && way && cause) return void sendCommand("plan-rescue", { id: v7(), batchId: batch.id, unitId: unit.id, cause, way });
    const panel = looked?.panels.find((each) => each.unit.id === unit.id);
    const photo = panel ? { doubt: panel.seen.score, seen: clearlySeen(panel.seen.faults) } : {};
    void sendCommand("grade-panels", { batchId: batch.id, grades: [{ unitId: unit.id, grade, causes: [...causes], ...photo }] });
  };
  return (
    <Box as="section" aria-label={t`Panels to judge`} marginTop="10px">
      {!looked && units.some(({ grade }) => grade === null) && (
        <Box marginBottom="12px" maxWidth="1120px">
          <Fold title={t`Which panel is off: one photo of the batch`}>
            <Text
              marginY="8px"
              maxWidth="44em"
            >{t`Lay the ${units.length} panels out by their numbers, row by row, a finger apart on a plain board, and take one photo from above. It is held against the master and each panel against its sisters.`}</Text>
            <PhotoIntake label={t`Taking the photo`} intake={intake}>
              {intake.photo.drawing && <DrawBlock drawing={intake.photo.drawing} panels={units.length} onDraw={intake.draw} />}
            </PhotoIntake>
          </Fold>
        </Box>
      )}
      <Flex
        gap="28px"
        align="flex-start"
        direction={{ base: "column", lg: "row" }}
        onKeyDown={(event) => {
          const found = GRADES.find(({ key }) => key === event.key.toLowerCase());
          if (found && chosen && !event.ctrlKey && !event.metaKey && !event.altKey) byKey.current?.(found.grade);
        }}
      >
        <Box flex={{ base: "none", lg: "1 1 620px" }} minWidth={0} width="100%">
          {looked && <Told looked={looked} waiting={waiting} doubts={doubts} />}
          {looked ? (
            <PhotoOfPanels looked={looked} chosen={chosen?.id ?? null} onChoose={setPicked} />
          ) : (
            <PanelTiles view={view} batch={batch} spoilt={spoilt} waiting={new Set(waiting.map(({ id }) => id))} chosen={chosen?.id ?? null} onChoose={setPicked} />
          )}
          <Flex gap="10px" wrap="wrap" marginTop="14px">
            {waiting.length > 0 && (
              <Button
                variant="outline"
                onClick={() =>
                  void sendCommand("grade-panels", {
                    batchId: batch.id,
                    grades: waiting.map(({ id }) => {
                      const panel = looked?.panels.find((each) => each.unit.id === id);
                      return { unitId: id, grade: "good" as const, ...(panel ? { doubt: panel.seen.score, seen: clearlySeen(panel.seen.faults) } : {}) };
                    }),
                  })
                }
              >
                {waiting.length === 1 ? t`The one that is left is good` : t`The ${String(waiting.length)} that are left are good`}
              </Button>
            )}
            {looked && <Button variant="outline" onClick={intake.leave}>{t`Put the photo away`}</Button>}
          </Flex>
        </Box>
        {chosen && (
          <Box flex={{ base: "none", lg: "0 1 360px" }} minWidth={0} width="100%">
            <JudgePanel
              key={chosen.id}
              view={view}
              unit={chosen}
              looked={looked}
              onPhoto={onPhoto}
              rescue={finish.rescues.find(({ unitId }) => unitId === chosen.id) ?? null}
              rescued={finish.rescued}
              onJudge={(judgement) => judge(chosen, judgement)}
              byKey={byKey}
            />
          </Box>
        )}
      </Flex>
    </Box>
  );
}

const clearlySeen = (faults: readonly { readonly kind: PanelFault; readonly amount: number }[]): PanelFault[] => [
  ...new Set(faults.filter(({ amount }) => amount >= UNLIKE).map(({ kind }) => kind)),
];

/** The photo with the panels as they are graded by now. */
const current = (looked: LookedAt, units: readonly UnitRead[]): LookedAt => ({
  ...looked,
  panels: looked.panels.map(({ unit, seen }) => ({ seen, unit: units.find(({ id }) => id === unit.id) ?? unit })),
});

/** How much each panel of the photo is in doubt, by what she minds on this design. */
function useDoubts(looked: LookedAt | null, { matters }: FinishRead, view: NeedView): ReadonlyMap<string, number> {
  const own = useMemo(() => matters.filter(({ designId }) => designId === view.design.id), [matters, view.design.id]);
  return useMemo(
    () =>
      new Map(
        (looked?.panels ?? []).map(({ unit, seen }) => [unit.id, seen.faults.length === 0 ? seen.score : Math.max(doubtOf(seen.faults, own), own.length === 0 ? seen.score : 0)]),
      ),
    [looked, own],
  );
}

/** Panels that wait for her word: painted and not judged, and those whose rescue is done; with a photo all that lie on it, the most doubtful first. */
function useWaiting(view: NeedView, batch: BatchRead, { rescues }: FinishRead, doubts: ReadonlyMap<string, number>): UnitRead[] {
  const again = new Set(rescues.filter(({ doneAt }) => doneAt !== null).map(({ unitId }) => unitId));
  const painted = toJudge(view, batch);
  const waits = batch.units.filter((unit) => painted.includes(unit) || again.has(unit.id) || (unit.grade === null && doubts.has(unit.id)));
  return waits.sort((one, other) => (doubts.get(other.id) ?? 0) - (doubts.get(one.id) ?? 0) || one.number - other.number);
}

/** What the photo says of the batch. */
function Told({ looked, waiting, doubts }: { looked: LookedAt; waiting: readonly UnitRead[]; doubts: ReadonlyMap<string, number> }) {
  const unlike = waiting.filter(({ id }) => (doubts.get(id) ?? 0) >= UNLIKE);
  const [first] = unlike;
  return (
    <Box marginBottom="10px" maxWidth="46em" aria-live="polite">
      <Text fontFamily="heading" fontSize="20px">
        {waiting.length === 0
          ? t`All panels on the photo are judged.`
          : first
            ? t`${String(unlike.length)} of ${String(waiting.length)} ${unlike.length === 1 ? t`looks` : t`look`} unlike ${unlike.length === 1 ? t`its` : t`their`} sisters. Begin with panel ${String(first.number)}.`
            : t`None of the ${String(waiting.length)} stands out from its sisters. Look at them yourself all the same: a photo does not show what is flat.`}
      </Text>
      {looked.common.map(({ colourway, faults }) => (
        <Text key={colourway} color="softInk">{t`All of ${colourway}: ${faults.map(sharedWords).join("; ")}.`}</Text>
      ))}
    </Box>
  );
}
