import type { Role } from "@yule/contract";
import { t } from "@yule/core";
import { Flex, Text } from "@chakra-ui/react";
import { finishTasks, type FinishTask } from "@yule/derive";
import { lazy, Suspense, useMemo, type ComponentType } from "react";
import { useSearchParams } from "react-router";
import { useFinishQuery } from "../../data/api.ts";
import { useAsks } from "../../data/role.ts";
import { AskNav } from "../../kit/AskNav.tsx";
import { Choice } from "../../kit/FormField.tsx";
import { Caution, Loading } from "../../kit/states.tsx";
import { useView } from "../../plan/useOutlet.ts";
import { NOTHING_FINISHED, type FinishAskProps } from "./ask.ts";
import { JudgeAsk } from "./parts/JudgeAsk.tsx";

/** Questions that Finish answers. Adding one is a line here and a part. */
const ASKS: readonly {
  readonly key: string;
  readonly label: () => string;
  readonly part: ComponentType<FinishAskProps>;
  readonly isOfNeed: boolean;
  readonly also?: readonly Role[];
}[] = [
  { key: "judge", label: () => t`Which panels are good?`, part: JudgeAsk, isOfNeed: true, also: ["helper"] },
  { key: "give", label: () => t`Who gets which?`, part: lazy(() => import("./parts/GiveAsk.tsx")), isOfNeed: false },
  { key: "make", label: () => t`Make the cards`, part: lazy(() => import("./parts/MakeAsk.tsx")), isOfNeed: true, also: ["helper"] },
  { key: "stock", label: () => t`Finished cards`, part: lazy(() => import("./parts/StockAsk.tsx")), isOfNeed: false },
  { key: "why", label: () => t`Why do panels fail?`, part: lazy(() => import("./parts/WhyAsk.tsx")), isOfNeed: false, also: ["helper"] },
];

/** Finish: which panels are good, whether they are enough and whose they are, and the cards made of them. */
export default function FinishView() {
  const outlook = useView();
  const [params] = useSearchParams();
  const asks = useAsks(ASKS);
  const { data, error } = useFinishQuery();
  const finish = data ?? (error ? NOTHING_FINISHED : null);
  const tasks = useMemo(() => (finish ? finishTasks(outlook, finish) : []), [outlook, finish]);
  if (!finish) return <Loading />;
  const asked = asks.find(({ key }) => key === params.get("ask")) ?? asks[0];
  const task =
    tasks.find(({ view }) => view.need.id === params.get("need")) ?? (asked?.key === "make" ? tasks.find(({ assemble }) => assemble > 0) : tasks.find(isNow)) ?? tasks[0] ?? null;
  const Ask = asked?.part;
  return (
    <>
      <AskNav label={t`Questions about finishing`} asks={asks} asked={asked?.key ?? ""} to={(key) => `/finish?ask=${key}${task ? `&need=${task.view.need.id}` : ""}`} />
      <Suspense fallback={<Loading />}>{Ask && <Ask key={task?.view.need.id ?? ""} outlook={outlook} finish={finish} tasks={tasks} task={task} />}</Suspense>
      {asked?.isOfNeed && task && tasks.length > 1 && <OtherNeed tasks={tasks} task={task} />}
      <Caution>{t`Fingers behind the edge when panels are cut down, blades capped; glue, sprays and glitter away from faces and flames, gems and small parts away from children. Follow the labels and the local rules.`}</Caution>
    </>
  );
}

/** Something can be done for it here and now. */
const isNow = ({ judge, rescues, assemble }: FinishTask): boolean => judge + rescues.length + assemble > 0;

function OtherNeed({ tasks, task }: { tasks: readonly FinishTask[]; task: FinishTask }) {
  const [params, setParams] = useSearchParams();
  return (
    <Flex align="center" gap="12px" marginTop="20px" maxWidth="480px">
      <Text flex="none">{t`Another need`}</Text>
      <Choice
        aria-label={t`Inspect which need`}
        value={task.view.need.id}
        onChange={(change) => {
          const next = new URLSearchParams(params);
          next.set("need", change.target.value);
          setParams(next);
        }}
        options={tasks.map(({ view }) => ({ value: view.need.id, label: `${view.need.title}, ${String(view.cards)} ${view.cards === 1 ? t`card` : t`cards`}` }))}
      />
    </Flex>
  );
}
