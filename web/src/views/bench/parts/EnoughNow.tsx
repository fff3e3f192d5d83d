import { Box, Text } from "@chakra-ui/react";
import { enoughFor, isMixWet, NO_RECORD, panelsToBegin, splitFor, type Outlook, type StandingBatch } from "@yule/derive";
import { memo } from "react";
import { Link } from "react-router";

/** While the mix still stands there: whether what is on the board will be enough, and how many more would make it so. */
export const EnoughNow = memo(function EnoughNow({ lying, outlook, now }: { lying: readonly StandingBatch[]; outlook: Outlook; now: Date }) {
  const asked = lying.flatMap(({ view, batch }) => {
    if (!isMixWet(view.design, batch, now)) return [];
    const record = outlook.yields.get(view.design.id) ?? NO_RECORD;
    const others = view.batches.filter(({ id }) => id !== batch.id);
    const enough = enoughFor(view.need, view.design, [...others, batch], record, view.sure.confidence);
    const more = panelsToBegin({ view, enough, isMixWet: true });
    return more > 0 && enough.chance < view.sure.confidence ? [{ view, enough, more }] : [];
  });
  return asked.map(({ view, enough, more }) => (
    <Box key={view.need.id} role="note" borderLeft="3px solid" borderColor="tightFill" paddingLeft="12px" marginBottom="14px" maxWidth="46em">
      <Text overflowWrap="anywhere">
        {view.need.title}: {enough.lost > 0 ? `${String(enough.lost)} lost, ` : ""}
        {enough.coming} on their way, {enough.wanted} wanted.{" "}
        {enough.coming < enough.wanted || enough.chance === 0 ? "They cannot be enough." : `They are enough ${String(Math.min(99, Math.round(enough.chance * 100)))} in 100 times.`}{" "}
        Paint {more} more now, while the mix is wet, and it is {String(Math.min(99, Math.round(enough.then * 100)))} in 100.{" "}
        <Link to={splitFor(view, more)}>Split for {more} more</Link>
      </Text>
    </Box>
  ));
});
