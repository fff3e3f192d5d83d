import { Button, Flex, Text } from "@chakra-ui/react";
import { minutes, printMinutes, t } from "@yule/core";
import type { BenchSession, BenchPlan } from "@yule/derive";
import { memo } from "react";
import { v7 } from "uuid";
import { presentMoment } from "../../../data/serverClock.ts";
import { sendCommand } from "../../../data/outbox.ts";

/** Tells that a session begins, pauses, goes on or is closed. */
export function sendSessionFact(what: "begun" | "paused" | "gone on" | "closed", more: { meant?: { panels: number; until: string | null } | null; note?: string } = {}): void {
  const at = presentMoment();
  void sendCommand("tell-session", { id: v7(), what, at: at.toISOString(), ...more }, { at, quiet: true });
}

/** What a session that begins now is meant to do. */
function meantOf(plan: BenchPlan | null): { panels: number; until: string | null } | null {
  if (!plan?.stop) return null;
  const until = (plan.stop.at.getTime() - plan.since.getTime()) / 60_000;
  return { panels: plan.plan.moves.filter((move) => move.end <= until).length, until: plan.stop.at.toISOString() };
}

/** Whether she is at the bench: begin, stop for supper, go on, close. */
export const SessionBar = memo(function SessionBar({
  session,
  now,
  plan,
  onClose,
}: {
  session: BenchSession | null;
  now: Date;
  plan: BenchPlan | null;
  onClose: (closing: boolean) => void;
}) {
  const meant = meantOf(plan);
  if (!session) {
    return (
      <Flex align="center" gap="14px" wrap="wrap" marginBottom="14px">
        <Button variant="outline" onClick={() => sendSessionFact("begun", { meant })}>{t`Begin a session`}</Button>
        {meant && meant.panels > 0 && <Text color="softInk">{t`${String(meant.panels)} moves are planned for it.`}</Text>}
      </Flex>
    );
  }
  return (
    <Flex align="center" gap="10px" wrap="wrap" marginBottom="14px">
      <Text marginInlineEnd="6px">{t`${printMinutes(minutes(session.minutesAt(now)))} at the bench${session.paused ? t`, pausing; what is wet goes on drying` : ""}`}</Text>
      <Button variant="outline" onClick={() => sendSessionFact(session.paused ? "gone on" : "paused")}>
        {session.paused ? t`Go on` : t`Pause`}
      </Button>
      <Button variant="outline" onClick={() => onClose(true)}>{t`Close the session`}</Button>
    </Flex>
  );
});
