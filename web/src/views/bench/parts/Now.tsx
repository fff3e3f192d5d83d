import { t } from "@yule/core";
import { Link } from "react-router";
import { numbersOf, type BenchPlan } from "@yule/derive";
import { Teach } from "../../../kit/states.tsx";
import { useLive } from "../live.ts";
import { ChosenCard, NowCard, WhySpoilt } from "./NowCard.tsx";

const NONE: ReadonlySet<string> = new Set();

/** The big card: the next move, or what may have happened to the panels that were chosen; and once why one was lost. */
export function Now() {
  const { next, lying, chosen, choose, lost, leaveLost, tell, undo, plan, now, settings } = useLive();
  const free = freeNow(plan, now);
  const picked = lying.find(({ states }) => states.some((state) => chosen.has(state.unit)));
  return (
    <>
      {picked ? (
        <ChosenCard on={picked} chosen={chosen} heatTool={settings.heatTool} onTell={tell} onLeave={() => choose(NONE)} />
      ) : next.move.kind === "finished" ? (
        <Teach
          title={t`All panels are painted and dry`}
          // Several have a link each, where their names stand.
          step={lying.length > 1 ? undefined : <Link to={`/finish?need=${next.on.view.need.id}`}>{t`Inspect them in Finish`}</Link>}
        >{t`Look at them side by side, and grade each.`}</Teach>
      ) : (
        <NowCard
          on={next.on}
          move={next.move}
          many={lying.length > 1}
          filling={free?.filling ?? null}
          rests={free?.isRest ?? false}
          heatTool={settings.heatTool}
          onTell={tell}
          onUndo={undo}
        />
      )}
      {lost && (
        <WhySpoilt
          numbers={numbersOf(
            lost.on,
            lost.taps.map(({ unit }) => unit),
          )}
          onWhy={(why) => tell(lost.on, "spoilt", lost.taps, why)}
          onLeave={leaveLost}
        />
      )}
    </>
  );
}

/** What the run sheet has for the hands while they are free: a small job, or a rest; null where they are not free now. */
function freeNow(plan: BenchPlan | null, now: Date): { readonly filling: string | null; readonly isRest: boolean } | null {
  if (!plan) return null;
  const minute = (now.getTime() - plan.since.getTime()) / 60_000;
  const line = plan.lines.find((each) => each.kind === "free" && each.from <= minute && minute < each.to);
  if (line?.kind !== "free") return null;
  const small = plan.filled.get(line);
  return { filling: small ? `${small.name}${small.count > 1 ? t`, ${String(small.count)} of them` : ""}` : null, isRest: line.rest ?? false };
}
