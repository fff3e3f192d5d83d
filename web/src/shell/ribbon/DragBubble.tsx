import { t } from "@yule/core";
import { Box, Text } from "@chakra-ui/react";

import { promisesKept, type PlannedSeason, type Outlook } from "@yule/derive";
import { changedNeeds, TRIAL_EFFORTS, useTrial } from "../../plan/trial.ts";
import type { Pulled } from "./usePull.ts";
import { printDay, printFigure } from "../../kit/say.ts";

const WIDE = 300;

/** What letting go here would mean, planned through while it is held. */
export function DragBubble({ pulled, width, top, outlook, planned }: { pulled: Pulled; width: number; top: number; outlook: Outlook; planned: PlannedSeason | null }) {
  const answer = useTrial(pulled.changes, outlook, planned, TRIAL_EFFORTS.held);
  const tried = answer?.trial === pulled.changes ? answer : null;
  const left = Math.max(6, Math.min(width - WIDE - 6, pulled.x - WIDE / 2));
  const changed = planned && tried ? changedNeeds(planned, tried) : [];
  const better = changed.filter((each) => (each.after ?? 0) > (each.before ?? 0)).length;
  return (
    <Box
      position="absolute"
      left={`${String(left)}px`}
      top={`${String(top - 8)}px`}
      width={`${String(WIDE)}px`}
      bg="paper"
      border="2px solid"
      borderColor="tight"
      borderRadius="10px"
      padding="10px 14px"
      zIndex={20}
      pointerEvents="none"
      role="status"
    >
      <Text fontWeight={700}>
        {pulled.what}: {printDay(pulled.to)}
      </Text>
      {pulled.changes.length === 0 ? (
        <Text color="softInk">{t`as it is`}</Text>
      ) : (
        <>
          <Text>
            {tried && planned
              ? t`${printFigure(promisesKept(tried.odds), 1)} of ${String(tried.odds.needs.length)} promises kept; as it is, ${printFigure(promisesKept(planned.odds), 1)}`
              : t`planning …`}
          </Text>
          {changed.length > 0 && (
            <Text color="softInk" fontSize="15px">
              {t`${better} better, ${changed.length - better} worse off`}
            </Text>
          )}
          <Text color="softInk" fontSize="15px">{t`Let go to keep it, Escape to leave it.`}</Text>
        </>
      )}
    </Box>
  );
}
