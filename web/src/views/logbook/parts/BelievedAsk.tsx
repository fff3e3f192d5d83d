import { Box } from "@chakra-ui/react";
import type { LeftOutRead, Problem } from "@yule/contract";
import { t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { useBelievedQuery, useFairsQuery } from "../../../data/api.ts";
import { LessonsAsked } from "../../../features/lessons/Lessons.tsx";
import { AskNav } from "../../../kit/AskNav.tsx";
import { ProblemNote, Teach } from "../../../kit/states.tsx";
import type { LogbookAskProps } from "../ask.ts";
import { AboutDesign } from "./believed/AboutDesign.tsx";
import { AboutEvenings } from "./believed/AboutEvenings.tsx";
import { AboutFairs } from "./believed/AboutFairs.tsx";
import { AboutMaterials } from "./believed/AboutMaterials.tsx";
import { AboutPost } from "./believed/AboutPost.tsx";
import { LeftOut } from "./believed/LeftOut.tsx";
import { FadedLessons } from "./FadedLessons.tsx";

const ABOUT = [
  { key: "design", label: () => t`Painting`, of: ["batch", "design"] },
  { key: "evenings", label: () => t`Sessions`, of: ["evenings"] },
  { key: "post", label: () => t`The post`, of: ["post"] },
  { key: "fairs", label: () => t`What sells at fairs`, of: ["fair"] },
  { key: "materials", label: () => t`Materials`, of: ["material"] },
] as const;

/** What is believed, how surely, from what, and what it is used for; each fact may be left out, and all learned anew. */
export default function BelievedAsk({ outlook }: LogbookAskProps) {
  const [params] = useSearchParams();
  // Once looked at it stays: what is left out of it may make another one the most seen.
  const [chosen, setChosen] = useState(() => params.get("design") ?? mostSeen(outlook)?.id ?? null);
  const about = ABOUT.find(({ key }) => key === params.get("about")) ?? ABOUT[0];
  const design = outlook.designs.find(({ id }) => id === chosen) ?? mostSeen(outlook);
  const { data, error } = useBelievedQuery(design?.id ?? "", { skip: !design });
  const nameOf = useNames(outlook, data?.batches ?? []);
  const leftOut = (data?.leftOut ?? []).filter(({ of }) => (about.of as readonly string[]).includes(of));
  return (
    <>
      <AskNav label={t`What beliefs are about`} asks={ABOUT} asked={about.key} to={(key) => `/logbook?ask=believed&about=${key}`} />
      {about.key === "design" &&
        (design ? (
          <AboutDesign outlook={outlook} design={design} read={data ?? null} onChoose={setChosen} />
        ) : (
          <Teach
            title={t`Nothing is believed yet`}
          >{t`With the first design this page says how long its stages take, how sure that is, and how many panels are thought to come out good.`}</Teach>
        ))}
      {about.key === "evenings" && <AboutEvenings outlook={outlook} />}
      {about.key === "post" && <AboutPost outlook={outlook} />}
      {about.key === "fairs" && <AboutFairs outlook={outlook} />}
      {about.key === "materials" && <AboutMaterials outlook={outlook} />}
      {error && !data && <ProblemNote problem={error as Problem} />}
      <LeftOut leftOut={leftOut} nameOf={nameOf} timeZone={outlook.shop.timeZone} />
      {about.key === "design" && (
        <Box marginTop="18px">
          <LessonsAsked outlook={outlook} />
          <FadedLessons outlook={outlook} />
        </Box>
      )}
    </>
  );
}

/** What each thing that is left out is called. */
function useNames({ designs, stores }: Outlook, batches: readonly { readonly id: string; readonly title: string }[]): (of: LeftOutRead) => string | null {
  const { data: fairs } = useFairsQuery();
  return useMemo(() => {
    const names = new Map<string, string>([
      ...designs.map(({ id, name }) => [id, name] as const),
      ...stores.map(({ id, name }) => [id, name] as const),
      ...batches.map(({ id, title }) => [id, t`The batch for ${title}`] as const),
      ...(fairs?.past ?? []).map(({ id, title }) => [id, title] as const),
    ]);
    return ({ of, ofId }) => (of === "evenings" ? t`How long sessions last` : of === "post" ? t`How long the post takes` : (names.get(ofId ?? "") ?? null));
  }, [designs, stores, batches, fairs]);
}

/** The design of which most was judged is looked at first. */
function mostSeen({ designs, yields }: Pick<Outlook, "designs" | "yields">): Outlook["designs"][number] | null {
  const judged = (id: string): number => {
    const record = yields.get(id);
    return record ? record.good + record.bad : 0;
  };
  return designs.reduce<Outlook["designs"][number] | null>((best, each) => (best === null || judged(each.id) > judged(best.id) ? each : best), null);
}
