import { t } from "@yule/core";
import { Box, Button } from "@chakra-ui/react";
import type { Problem } from "@yule/contract";
import type { PaintedPlan } from "@yule/core";
import { planToKeep } from "@yule/derive";
import { useState } from "react";
import { useNavigate } from "react-router";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { keepPicture } from "../../../features/picture/keepPicture.ts";
import type { Cropped } from "../../../workers/picture.worker.ts";
import { ProblemNote } from "../../../kit/states.tsx";
import type { PossibleWant } from "./wants.ts";

/** Keeps the picture and the plan, and goes to the table with both. */
export function CutPainting({
  plan,
  fresh,
  possible,
  photo,
  materialId,
}: {
  plan: PaintedPlan;
  fresh: boolean;
  possible: readonly PossibleWant[];
  photo: { readonly file: Blob; readonly cropped: Cropped };
  materialId: string | null;
}) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<Problem | null>(null);
  const [going, setGoing] = useState(false);
  const start = async (): Promise<void> => {
    if (materialId === null) return;
    setGoing(true);
    setProblem(null);
    const kept = await keepPicture(photo.file, photo.cropped);
    if ("problem" in kept) {
      setProblem(kept.problem);
      return setGoing(false);
    }
    const id = v7();
    const pieces = possible.map(({ want, name, view, what }) => ({ ...want, what, needId: view?.need.id ?? null, name, material: materialId }));
    const taken = plan.windows.map(({ piece }) => piece.panel);
    const needIds = [...new Set(pieces.flatMap((piece) => (piece.needId !== null && taken.includes(piece.id) ? [piece.needId] : [])))];
    const sent = await sendCommand(
      "keep-split-plan",
      { id, materialId, replaces: null, needIds, plan: { ...planToKeep(plan.job, plan.split, pieces), picture: kept.id } },
      { ownRefusals: true },
    );
    setGoing(false);
    if (sent.state === "refused") setProblem(sent.problem);
    // A plan that waits for the server has no page yet; that it waits is shown above every view.
    if (sent.state === "done") void navigate(`/sheets?plan=${id}`);
  };
  return (
    <Box marginBottom="14px">
      <Button size="xl" width="100%" disabled={!fresh || going || materialId === null} onClick={() => void start()}>
        {going ? t`Keeping the picture ...` : t`Start cutting it so`}
      </Button>
      {problem && <ProblemNote problem={problem} />}
    </Box>
  );
}
