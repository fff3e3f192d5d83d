import { t } from "@yule/core";
import { Button } from "@chakra-ui/react";
import { lazy, Suspense, useMemo } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { batchesOnTable } from "@yule/derive";
import { useBenchQuery } from "../../data/api.ts";
import { useView } from "../../plan/useOutlet.ts";
import { Loading, Teach } from "../../kit/states.tsx";
import { Verdict } from "../../kit/Verdict.tsx";
import { LiveBench } from "./LiveBench.tsx";
import { RehearseLink } from "./parts/RehearseLink.tsx";

/** Met now and then, and not at the side of wet paint. */
const Rehearsal = lazy(async () => ({ default: (await import("./rehearsal/Rehearsal.tsx")).Rehearsal }));

const RescueJobs = lazy(() => import("../../features/rescues/RescueJobs.tsx"));

/** Bench: what is wet, what to do now, and the run sheet of the sessions to come. */
export default function BenchView() {
  const outlook = useView();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  // The benches themselves, ahead of the outlook on the season, which follows a tap a moment later.
  const bench = useBenchQuery().data;
  const lying = useMemo(() => batchesOnTable(outlook, bench?.batches ?? []), [outlook, bench]);
  if (params.has("rehearse")) {
    return (
      <Suspense fallback={<Loading />}>
        <Rehearsal outlook={outlook} />
      </Suspense>
    );
  }
  if (bench && lying.length > 0) return <LiveBench told={lying} bench={bench} outlook={outlook} />;
  return (
    <>
      <Verdict>{t`The bench is clear. Split sheets for a need, and its panels lie here.`}</Verdict>
      <Teach
        title={t`Nothing is on the bench`}
        step={<Button onClick={() => void navigate("/sheets")}>{t`Split sheets`}</Button>}
      >{t`With panels on the board, this page says what to do now, counts each panel's wet time, warns before a wet window closes, and plans the moves so that drying hides behind work.`}</Teach>
      <Suspense>
        <RescueJobs outlook={outlook} now={outlook.now} />
      </Suspense>
      <RehearseLink />
    </>
  );
}
