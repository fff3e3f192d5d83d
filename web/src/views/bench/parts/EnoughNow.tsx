import { rich } from "../../../kit/rich.tsx";
import { t } from "@yule/core";
import { Box, Text } from "@chakra-ui/react";
import { enoughFor, isMixWet, NO_RECORD, panelsToBegin, splitFor, type Outlook, type StandingBatch } from "@yule/derive";
import { memo, useMemo } from "react";
import { Link } from "react-router";
import { inHundred } from "../../../kit/chances.ts";

/** While the mix still stands there: whether what is on the board will be enough, and how many more would make it so. */
export const EnoughNow = ({ lying, outlook, now }: { lying: readonly StandingBatch[]; outlook: Outlook; now: Date }) =>
  lying.map(({ view, batch }) => (isMixWet(view.design, batch, now) ? <EnoughOf key={batch.id} view={view} batch={batch} outlook={outlook} /> : null));

/** The clock goes on beside it: it is reckoned anew only when something is told. */
const EnoughOf = memo(function EnoughOf({ view, batch, outlook }: Pick<StandingBatch, "view" | "batch"> & { outlook: Outlook }) {
  const enough = useMemo(
    () => enoughFor(view, [...view.batches.filter(({ id }) => id !== batch.id), batch], outlook.yields.get(view.design.id) ?? NO_RECORD),
    [view, batch, outlook.yields],
  );
  const more = panelsToBegin({ view, enough, isMixWet: true });
  if (more === 0 || enough.chance >= view.sure.confidence) return null;
  return (
    <Box role="note" borderInlineStart="3px solid" borderColor="tightFill" paddingInlineStart="12px" marginBottom="14px" maxWidth="46em">
      <Text overflowWrap="anywhere">
        {view.need.title}: {enough.lost > 0 ? t`${String(enough.lost)} lost, ` : ""}
        {rich`${enough.coming} on their way, ${enough.wanted} wanted. ${enough.chance === 0 ? t`They cannot be enough.` : t`They are enough ${inHundred(enough.chance)} times.`} Paint ${more} more now, while the mix is wet, and it is ${inHundred(enough.then)}. ${(<Link to={splitFor(view, more)}>{t`Split for ${more} more`}</Link>)}`}
      </Text>
    </Box>
  );
});
