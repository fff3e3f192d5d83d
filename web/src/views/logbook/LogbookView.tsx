import { t } from "@yule/core";
import { lazy, Suspense, type ComponentType, type LazyExoticComponent } from "react";
import { useSearchParams } from "react-router";
import { useReviewQuery } from "../../data/api.ts";
import { AskNav } from "../../kit/AskNav.tsx";
import { Loading } from "../../kit/states.tsx";
import { useView } from "../../plan/useOutlet.ts";
import type { LogbookAskProps } from "./ask.ts";
import HappenedAsk from "./parts/HappenedAsk.tsx";

/** Questions that the logbook answers. Adding one is a line here and a part. */
const ASKS: readonly {
  readonly key: string;
  readonly label: () => string;
  readonly part: ComponentType<LogbookAskProps> | LazyExoticComponent<ComponentType<LogbookAskProps>>;
}[] = [
  { key: "happened", label: () => t`What happened`, part: HappenedAsk },
  { key: "season", label: () => t`How the season goes`, part: lazy(() => import("./parts/SeasonAsk.tsx")) },
  { key: "years", label: () => t`Years beside each other`, part: lazy(() => import("./parts/YearsAsk.tsx")) },
  { key: "believed", label: () => t`What is believed`, part: lazy(() => import("./parts/BelievedAsk.tsx")) },
  { key: "train", label: () => t`Train your eye`, part: lazy(() => import("./parts/TrainAsk.tsx")) },
];

/** Logbook: what happened, told as it was; and what the season says for the next one. */
export default function LogbookView() {
  const outlook = useView();
  const [params] = useSearchParams();
  const [ask, season] = [params.get("ask"), params.get("season")];
  // Asked for beside the code of its page, not after it.
  useReviewQuery(season, { skip: ask !== "season" });
  const asked = ASKS.find(({ key }) => key === ask) ?? ASKS[0];
  const Ask = asked?.part;
  return (
    <>
      <AskNav label={t`Questions about what was`} asks={ASKS} asked={asked?.key ?? ""} to={(key) => `/logbook?ask=${key}`} />
      <Suspense fallback={<Loading />}>{Ask && <Ask outlook={outlook} />}</Suspense>
    </>
  );
}
