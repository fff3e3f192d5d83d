import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { CAUSE_WORDS, RESCUE_WORDS, type RescueRead } from "@yule/contract";
import { minutes, printMinutes, workOf, t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { Link } from "react-router";
import { useFinishQuery } from "../../data/api.ts";
import { sendCommand } from "../../data/outbox.ts";
import { presentMoment } from "../../data/serverClock.ts";
import { Caution } from "../../kit/states.tsx";

/** Panels that are to be saved, as work beside the boards: what to do with each, when it is dry, and that it is done. */
export default function RescueJobs({ outlook, now }: { outlook: Outlook; now: Date }) {
  const { data } = useFinishQuery();
  const jobs = (data?.rescues ?? []).flatMap((rescue) => {
    const view = outlook.open.find(({ batches }) => batches.some(({ id }) => id === rescue.batchId));
    const unit = view?.batches.flatMap(({ units }) => units).find(({ id }) => id === rescue.unitId);
    return view && unit?.grade === "rescue" ? [{ rescue, view, unit }] : [];
  });
  if (jobs.length === 0) return null;
  return (
    <Box as="section" aria-label={t`Panels to rescue`} marginTop="18px">
      <Text fontFamily="heading" fontSize="20px" marginBottom="4px">{t`To rescue, while the hands are free`}</Text>
      {jobs.map(({ rescue, view, unit }) => (
        <Flex key={rescue.id} align="center" gap="12px" paddingY="8px" borderBottom="1px solid" borderColor="hairline">
          <Box flex="1" minWidth={0}>
            <Text fontWeight={600} overflowWrap="anywhere">
              {t`Panel ${unit.number} of ${view.need.title}: ${RESCUE_WORDS[rescue.way]}`}
            </Text>
            <Text fontSize="15px" color="softInk">
              {CAUSE_WORDS[rescue.cause]}; {standsAt(rescue, now)}
            </Text>
          </Box>
          {rescue.doneAt === null ? (
            <Button flex="none" variant="outline" onClick={() => void sendCommand("tell-rescue", { id: rescue.id, at: presentMoment().toISOString() })}>{t`It is done`}</Button>
          ) : (
            <Link to={`/finish?ask=judge&need=${view.need.id}`}>{t`Judge it`}</Link>
          )}
        </Flex>
      ))}
      {jobs.some(({ rescue }) => rescue.way === "trim" || rescue.way === "cut down") && (
        <Caution>{t`A blade: fingers behind the edge, cut away from the body, cap it afterwards.`}</Caution>
      )}
    </Box>
  );
}

/** How long it takes, or when what was done is dry. */
function standsAt({ way, doneAt }: RescueRead, now: Date): string {
  const { hands, dry } = workOf(way);
  if (doneAt === null) return `${printMinutes(minutes(hands))}${dry > 0 ? t`, ${printMinutes(minutes(dry))} to dry` : ""}`;
  const left = dry - (now.getTime() - Date.parse(doneAt)) / 60_000;
  return left > 0 ? t`done, dry in about ${printMinutes(minutes(Math.max(1, Math.round(left))))}` : t`done and dry`;
}
