import { t } from "@yule/core";
import { Box, Button, Text } from "@chakra-ui/react";
import type { Problem, SplitPlanRead } from "@yule/contract";
import type { MaterialNeeds } from "@yule/core";
import { changesBetween, planToKeep, sheetsTaken, takenWord, type Outlook } from "@yule/derive";
import { useState } from "react";
import { useNavigate } from "react-router";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { ProblemNote } from "../../../kit/states.tsx";
import type { SolvedWay } from "../useSplits.ts";

/** More would not be read at the table. */
const MOST_CHANGES = 5;

/** Keeps the plan and goes to the table; what is short is said first, and a plan already begun is gone on with. */
export function StartCutting({ way, outlook, group, open }: { way: SolvedWay; outlook: Outlook; group: MaterialNeeds; open: SplitPlanRead | undefined }) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<Problem | null>(null);
  const { job, split, fresh } = way;
  if (!split) return null;
  const short = sheetsTaken(split).some((each) => each.sheets > (outlook.stores.find((store) => store.id === each.id)?.onHand ?? Infinity));
  const plan = planToKeep(job, split, group.pieces);
  const changes = open ? changesBetween(open.plan, plan, (id) => outlook.needs.find((view) => view.need.id === id)?.need.title ?? t`a need that is gone`) : [];
  const start = async (): Promise<void> => {
    const id = v7();
    const needIds = [...new Set(group.pieces.flatMap((piece) => (piece.needId === null ? [] : [piece.needId])))];
    const sent = await sendCommand("keep-split-plan", { id, materialId: group.material.id, replaces: open?.id ?? null, needIds, plan }, { ownRefusals: true });
    if (sent.state === "refused") setProblem(sent.problem);
    // A plan that waits for the server has no page yet; that it waits is shown above every view.
    if (sent.state === "done") void navigate(`/sheets?plan=${id}`);
  };
  return (
    <Box marginTop="16px">
      {open && (
        <>
          <Button size="xl" width="100%" onClick={() => void navigate(`/sheets?plan=${open.id}`)}>{t`Go on with the plan begun`}</Button>
          {changes.length > 0 && (
            <Text marginTop="8px" fontSize="15px">
              {t`Since it was drawn: ${changes.slice(0, MOST_CHANGES).join("; ")}`}
              {changes.length > MOST_CHANGES && t`; and ${String(changes.length - MOST_CHANGES)} more changes`}.
            </Text>
          )}
        </>
      )}
      <Button size="xl" width="100%" marginTop={open ? "8px" : 0} variant={open ? "outline" : "solid"} disabled={short || !fresh} onClick={() => void start()}>
        {open ? t`Start anew as drawn here` : t`Start cutting: take ${takenWord(split)}`}
      </Button>
      {problem && <ProblemNote problem={problem} />}
    </Box>
  );
}
