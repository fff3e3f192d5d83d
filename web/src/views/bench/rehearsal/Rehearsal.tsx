import { t } from "@yule/core";
import { Box, Button, Text } from "@chakra-ui/react";
import type { BenchTimes } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import { Teach } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import { useBenchTimes } from "../../../plan/useBenchTimes.ts";
import { Play } from "./Play.tsx";
import type { RehearsalWish } from "./rehearsed.ts";
import { SetUp } from "./SetUp.tsx";
import type { RehearsalManner } from "./useRehearsal.ts";

/** A bench to try a route on, or to learn the rules at: paper, weather and mishaps are made up, and nothing is told to the shop. */
export function Rehearsal({ outlook }: { outlook: Outlook }) {
  const times: BenchTimes = useBenchTimes(outlook);
  const [playing, setPlaying] = useState<{ readonly wanted: RehearsalWish; readonly manner: RehearsalManner; readonly round: number } | null>(null);
  const designs = outlook.offered.filter((design) => design.stages.some((stage) => stage.kind !== "assemble"));
  const framed = (what: ReactNode) => <RehearsalFrame>{what}</RehearsalFrame>;
  if (playing) {
    const again = (bench: number): void => setPlaying({ ...playing, wanted: { ...playing.wanted, bench }, round: playing.round + 1 });
    return framed(
      <Play
        key={playing.round}
        wanted={playing.wanted}
        manner={playing.manner}
        times={times}
        changeover={outlook.shop.changeover}
        onAgain={again}
        onSpeed={(speed) => setPlaying({ ...playing, manner: { ...playing.manner, speed } })}
        onLeave={() => setPlaying(null)}
      />,
    );
  }
  return framed(
    <>
      {designs.length > 0 ? (
        <SetUp designs={designs} times={times} changeover={outlook.shop.changeover} onPlay={(wanted, manner) => setPlaying({ wanted, manner, round: 0 })} />
      ) : (
        <>
          <Verdict>{t`There is no route to rehearse yet.`}</Verdict>
          <Teach
            title={t`A design with a route comes first`}
            step={
              <Button asChild>
                <Link to="/designs">{t`Give a design its stages`}</Link>
              </Button>
            }
          >{t`Then its stages are played here with made-up paper that dries by the weather.`}</Teach>
        </>
      )}
      <Text marginTop="18px">
        <Link to="/bench" style={{ fontWeight: 600, textDecoration: "underline dotted", textUnderlineOffset: 5 }}>{t`Back to the bench`}</Link>
      </Text>
    </>,
  );
}

/** Framed in dashes and named all along its top, so that from the other end of the table nobody takes it for the bench with the real panels. */
function RehearsalFrame({ children }: { children: ReactNode }) {
  return (
    <Box border="3px dashed" borderColor="tightFill" borderRadius="14px" overflow="clip">
      <Text
        paddingX="18px"
        paddingY="6px"
        fontWeight={700}
        color="ink"
        bg="paper"
        borderBottom="3px dashed"
        borderColor="tightFill"
      >{t`Rehearsal: paper, weather and mishaps are made up. The real panels are not touched.`}</Text>
      <Box padding="18px">{children}</Box>
    </Box>
  );
}
