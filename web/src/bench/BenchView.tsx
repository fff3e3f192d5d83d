import { Button } from "@chakra-ui/react";
import { useMemo } from "react";
import { useNavigate } from "react-router";
import { useBenchQuery } from "../app/api.ts";
import { useView } from "../app/useOutlet.ts";
import { Teach } from "../kit/states.tsx";
import { Verdict } from "../kit/Verdict.tsx";
import { LiveBench } from "./LiveBench.tsx";
import { lyingBatches } from "./table.ts";

/** Bench: what is wet, what to do now, and the run sheet of the sessions to come. */
export default function BenchView() {
  const outlook = useView();
  const navigate = useNavigate();
  // The benches themselves, ahead of the outlook on the season, which follows a tap a moment later.
  const bench = useBenchQuery().data;
  const lying = useMemo(() => lyingBatches(outlook, bench?.batches ?? []), [outlook, bench]);
  if (bench && lying.length > 0) return <LiveBench told={lying} bench={bench} outlook={outlook} />;
  return (
    <>
      <Verdict>The bench is clear. Split sheets for a need, and its panels lie here.</Verdict>
      <Teach title="Nothing is on the bench" step={<Button onClick={() => void navigate("/sheets")}>Split sheets</Button>}>
        With panels on the board, this page says what to do now, counts each panel&apos;s wet time, warns before a wet window closes, and plans the moves so that drying hides
        behind work.
      </Teach>
    </>
  );
}
