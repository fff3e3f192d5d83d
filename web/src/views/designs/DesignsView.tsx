import { rich } from "../../kit/rich.tsx";
import { t, plural } from "@yule/core";
import { Box, Button, Heading, Text } from "@chakra-ui/react";
import type { Gap } from "@yule/core";
import { familiesOf, wallGaps, wantedIn, type Outlook, type Family } from "@yule/derive";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { useDesignsQuery } from "../../data/api.ts";
import { useView } from "../../plan/useOutlet.ts";
import { StateWord } from "../../kit/states.tsx";
import { Figure, Verdict } from "../../kit/Verdict.tsx";
import { DesignPage } from "./DesignPage.tsx";
import { FamilyWall } from "./parts/FamilyWall.tsx";
import { PutAway } from "./parts/PutAway.tsx";
import { NewDesign } from "./parts/NewDesign.tsx";

/** Designs: the families on the wall, or one card worked out from envelope to panel with its route. */
export default function DesignsView() {
  const outlook = useView();
  const { data } = useDesignsQuery();
  const [params, setParams] = useSearchParams();
  const [adding, setAdding] = useState(false);
  const { needs, occasionsBefore, dispatch, ownOccasions, today } = outlook;
  const families = useMemo(() => (data ? familiesOf(data) : []), [data]);
  const wanted = useMemo(() => wantedIn({ needs, occasionsBefore, dispatch, ownOccasions, today }), [needs, occasionsBefore, dispatch, ownOccasions, today]);
  const gaps = useMemo(() => (data ? wallGaps(data, wanted) : []), [data, wanted]);
  if (!data) return null;
  const choose = (id: string): void => {
    setParams({ design: id });
    // What is said of it stands at the head of the page.
    window.scrollTo({ top: 0 });
  };
  const dialog = adding && <NewDesign onClose={() => setAdding(false)} onMade={choose} />;
  const design = data.designs.find((each) => each.id === params.get("design"));
  if (design)
    return (
      <>
        <DesignPage design={design} families={families} sentiments={data.sentiments} outlook={outlook} />
        {dialog}
      </>
    );
  if (data.designs.length === 0)
    return (
      <>
        <Verdict>{t`No design yet. The first one shows here how its base is cut and scored, whether it fits its envelope, and what is wrong with its route.`}</Verdict>
        <Button onClick={() => setAdding(true)}>{t`Begin the first design`}</Button>
        {dialog}
      </>
    );
  return (
    <>
      <WallVerdict families={families} gaps={gaps} />
      <Button marginBottom="22px" onClick={() => setAdding(true)}>{t`New design from a template`}</Button>
      {families.map((family) => (
        <FamilyWall key={family.series.id} family={family} rulesOff={outlook.shop.rulesOff} stores={outlook.stores} onChoose={choose} />
      ))}
      <Gaps gaps={gaps} outlook={outlook} />
      <PutAway designs={data.designs} onChoose={choose} />
      {dialog}
    </>
  );
}

const listed = (words: readonly string[]): string => (words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} and ${words.at(-1) ?? ""}`);

/** Which family holds together, which does not, and what nothing on the wall serves. */
function WallVerdict({ families, gaps }: { families: readonly Family[]; gaps: readonly Gap[] }) {
  const hung = families.filter((family) => family.designs.length > 0);
  const broken = hung.filter((family) => family.check.findings.length > 0);
  const whole = hung.filter((family) => family.check.findings.length === 0);
  const cards = (family: Family): number => new Set(family.check.findings.map((finding) => finding.design)).size;
  return (
    <Verdict>
      {whole.length > 0 && (
        <>
          <Figure
            tone="safe"
            why={t`Nothing that was told of their cards contradicts: ${listed(whole.map((family) => family.series.name))}. What is not told is held against nobody.`}
          >
            {listed(whole.map((family) => family.series.name))}
          </Figure>{" "}
          {t`${whole.length === 1 ? t`holds` : t`hold`} together. `}
        </>
      )}
      {broken.map((family) => (
        <span key={family.series.id}>
          {rich`In ${family.series.name} ${(
            <Figure
              tone={family.check.findings[0]?.severity === "breaks" ? "cannot" : "tight"}
              why={family.check.findings.map((finding) => `${family.designs.find((each) => each.id === finding.design)?.name ?? ""}: ${finding.says}.`).join(" ")}
            >
              {plural(cards(family), { one: "# card strays", other: "# cards stray" })}
            </Figure>
          )} from the family. `}
        </span>
      ))}
      {gaps.length > 0 ? (
        <>
          {rich`There is ${(<Figure tone="tight" why={gaps.map((gap) => `${gap.wanted.says}: ${gap.lacks}.`).join(" ")}>{t`no card yet`}</Figure>)} for ${listed(gaps.slice(0, 2).map((gap) => gap.wanted.says))}`}
          {gaps.length > 2 && t`, and for ${String(gaps.length - 2)} more`}.
        </>
      ) : (
        t`Everybody that cards are wanted for is served.`
      )}
    </Verdict>
  );
}

function Gaps({ gaps, outlook }: { gaps: readonly Gap[]; outlook: Outlook }) {
  if (gaps.length === 0) return null;
  return (
    <Box as="section" aria-label={t`Gaps`} marginBottom="24px" maxWidth="70em">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">{t`Still without a card`}</Heading>
      {gaps.map((gap) => (
        <Text key={gap.wanted.says} borderTop="1px solid" borderColor="hairline" paddingY="6px" overflowWrap="anywhere">
          <StateWord state="tight">
            <b>{gap.wanted.says}</b>
          </StateWord>
          {gap.nearest ? t`: nearest is ${outlook.designs.find((each) => each.id === gap.nearest)?.name ?? ""}, but ${gap.lacks}.` : `: ${gap.lacks}.`}
        </Text>
      ))}
    </Box>
  );
}
