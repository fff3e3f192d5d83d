import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { cutList, type Split, type SplitJob } from "@yule/core";
import { useMeasure } from "../../kit/measure.tsx";

const TITLE = { cut: "Cut in this order", fold: "Fold and tear in this order", tape: "Cut through the gutters when dry" } as const;

/** The cuts as fence settings, or folds, in the order of the work. */
export function FenceList({ job, split }: { job: SplitJob; split: Split }) {
  const { say } = useMeasure();
  return (
    <Box as="section" aria-label="Cut list">
      <Heading as="h2" fontSize="18px" fontWeight={600} marginBottom="6px">
        {TITLE[job.method]}
      </Heading>
      {job.method === "tape" && (
        <Text color="softInk" marginBottom="6px">
          Border tape {say(job.edge)} all round, divider tape {say(job.gap)} between the windows.
        </Text>
      )}
      {split.layouts.map((layout, index) => {
        const sheet = job.sheets.find((each) => each.id === layout.sheet);
        const steps = sheet ? cutList(job, sheet, layout) : [];
        return (
          <Box key={`${layout.sheet}${String(index)}`} maxHeight="330px" overflowY="auto" marginBottom="10px">
            {split.layouts.length > 1 && <Text fontWeight={600}>{layout.times === 1 ? "One sheet" : `${String(layout.times)} sheets`}</Text>}
            {steps.map((step, at) => (
              <Flex key={step.first} gap="12px" paddingY="8px" borderTop="1px solid" borderColor="hairline" align="center">
                <Box minWidth="26px" height="26px" borderRadius="13px" bg="cannot" color="paper" fontWeight={700} fontSize="14px" textAlign="center" lineHeight="26px">
                  {step.first}
                </Box>
                <Box>
                  <Text fontWeight={600}>
                    {job.method === "fold" ? "fold at " : "fence "}
                    {say(step.fence)}
                    {step.times > 1 ? `, ${String(step.times)} times` : ""}
                  </Text>
                  <Text color="softInk" fontSize="15px">
                    {at === 0 || steps[at - 1]?.axis !== step.axis ? (step.axis === "x" ? "upright cut" : "turn the piece, level cut") : "same way round"}
                  </Text>
                </Box>
              </Flex>
            ))}
          </Box>
        );
      })}
    </Box>
  );
}
