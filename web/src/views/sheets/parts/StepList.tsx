import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { wayOf, type CutStep, type SplitJob, t } from "@yule/core";
import { useMeasure } from "../../../kit/measure.tsx";
import { FoldPicture } from "./FoldPicture.tsx";
import { rulerRule, WAY_WORDS, stepDetail, stepTitle } from "../words.ts";

/** The settings of the fence, or the folds, in the order of the work. */
export function StepList({ job, steps, most = 6 }: { job: SplitJob; steps: readonly CutStep[]; most?: number }) {
  const { say } = useMeasure();
  return (
    <Box as="section" aria-label={t`Cut list`}>
      <Heading as="h2" fontSize="18px" fontWeight={600} marginBottom="6px">
        {WAY_WORDS[wayOf(job)].title}
      </Heading>
      {wayOf(job) === "ruler" && <Text marginBottom="6px">{rulerRule()}</Text>}
      <Box as="ol" listStyleType="none">
        {steps.slice(0, most).map((step, index) => (
          <Flex as="li" key={index} gap="12px" paddingY="8px" borderTop="1px solid" borderColor="hairline" align="flex-start">
            <Box flex="none" minWidth="26px" height="26px" borderRadius="13px" bg="cannot" color="paper" fontWeight={700} fontSize="14px" textAlign="center" lineHeight="26px">
              {index + 1}
            </Box>
            {job.method === "fold" && <FoldPicture step={step} side={64} />}
            <Box>
              <Text fontWeight={600}>{stepTitle(job, step, say)}</Text>
              <Text color="softInk" fontSize="15px">
                {stepDetail(job, step)}
              </Text>
            </Box>
          </Flex>
        ))}
      </Box>
      {steps.length > most && (
        <Text color="softInk" borderTop="1px solid" borderColor="hairline" paddingTop="8px">{t`and ${steps.length - most} more, one at a time at the table`}</Text>
      )}
    </Box>
  );
}
