import { rich } from "../../kit/rich.tsx";
import { t } from "@yule/core";
import { Box } from "@chakra-ui/react";
import type { ShelfPaint } from "@yule/core";
import { lazy, Suspense, type ComponentType } from "react";
import { useSearchParams } from "react-router";
import { useView } from "../../plan/useOutlet.ts";
import { AskNav } from "../../kit/AskNav.tsx";
import { Caution, Loading, ProblemNote } from "../../kit/states.tsx";
import { ASKS } from "./asks.ts";
import type { AskProps } from "./ask.ts";
import { EyeFilters, useEye, EyeChoice } from "./parts/EyeFilters.tsx";
import { useShelf } from "../../features/meetings/useForecast.ts";

const PARTS: Readonly<Record<string, ComponentType<AskProps>>> = Object.fromEntries(ASKS.map((ask) => [ask.key, lazy(ask.load)]));

/** Colour: one question at a time about mud, mixes, amounts, glazes, mats and palettes, answered from the maker's own paints. */
export default function ColourView() {
  const outlook = useView();
  const [params] = useSearchParams();
  const { shelf, paints, isRead, problem } = useShelf();
  const [eye, setEye] = useEye();
  const asked = ASKS.find((ask) => ask.key === params.get("ask")) ?? ASKS[0];
  const Part = PARTS[asked?.key ?? ""];
  return (
    <>
      <AskNav
        label={t`Questions about colour`}
        asks={ASKS}
        asked={asked?.key ?? ""}
        to={(key) => {
          const next = new URLSearchParams(params);
          next.set("ask", key);
          return `/colour?${next.toString()}`;
        }}
      >
        <EyeChoice eye={eye} onChange={setEye} />
      </AskNav>
      <EyeFilters />
      <Box style={eye === "usual" ? undefined : { filter: `url(#eye-${eye})` }}>
        {problem && <ProblemNote problem={problem} />}
        <Suspense fallback={<Loading />}>{isRead && Part ? <Part key={asked?.key} outlook={outlook} shelf={shelf} paints={paints} /> : !problem && <Loading />}</Suspense>
      </Box>
      <Handling shelf={shelf} />
    </>
  );
}

/** What a paint's label would say, wherever paint is handled. */
function Handling({ shelf }: { shelf: readonly ShelfPaint[] }) {
  const hazards = [...new Set(shelf.flatMap((paint) => paint.hazards))].sort();
  return (
    <Caution>
      {rich`${hazards.length > 0 && t`On this shelf: paints with ${hazards.join(", ")}. `}Read the labels, do not eat, drink or lick brushes at the bench, never sand or spray paints dry, and follow local rules for what is left over.`}
    </Caution>
  );
}
