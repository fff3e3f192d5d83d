import { t } from "@yule/core";
import type { AllotQuestion } from "@yule/contract";
import { tallyOf, type CardList, type OfferedLine, type Tally } from "@yule/derive";
import { useState } from "react";
import { Choice } from "../../../kit/FormField.tsx";
import { solver } from "../../../workers/solver.ts";
import { useSolved } from "../../../workers/useSolved.ts";
import { peopleWord } from "../words.ts";

/** Another card for one household; what each would cost the others is reckoned once it is asked about. */
export function LineChoice({
  list,
  question,
  tally,
  letterId,
  name,
  line,
  onGive,
}: {
  list: CardList;
  question: AllotQuestion;
  tally: Tally;
  letterId: string;
  name: string;
  line: OfferedLine | null;
  onGive: (cards: { letterId: string; lineId: string | null }[]) => Promise<void>;
}) {
  const [isAsked, setAsked] = useState(false);
  const { value: held, fresh } = useSolved(isAsked ? question : null, (asked) => solver().allotHeld(asked, letterId));
  const own = question.households.find(({ id }) => id === letterId);
  const answers = new Map((fresh ? held : null)?.map(({ lineId, answer }) => [lineId, answer]));
  // The others move as they must, so the whole way of giving is kept with it.
  const give = (lineId: string): void => {
    const cards = answers.get(lineId)?.cards;
    void onGive(cards ? cards.map(({ household, design }) => ({ letterId: household, lineId: design })) : [{ letterId, lineId }]);
  };
  return (
    <Choice
      aria-label={t`Card for ${name}`}
      value={line?.id ?? ""}
      onFocus={() => setAsked(true)}
      onPointerEnter={() => setAsked(true)}
      onChange={(change) => give(change.target.value)}
      options={[
        ...(line ? [] : [{ value: "", label: t`none` }]),
        ...list.lines.map(({ id, name: card }) => ({
          value: id,
          label: `${card}${own?.not.includes(id) ? t`, not for them` : own?.had.includes(id) ? t`, had before` : ""}${id === line?.id ? "" : costWords(question, tally, answers.get(id))}`,
        })),
      ]}
    />
  );
}

/** What a choice by hand costs the others. */
function costWords(question: AllotQuestion, tally: Tally, answer: { readonly cards: readonly { readonly household: string; readonly design: string }[] } | undefined): string {
  if (!answer) return "";
  const given = new Map(answer.cards.map(({ household, design }) => [household, design]));
  const then = tallyOf(question, (id) => given.get(id) ?? null);
  const costs = [
    ...(then.unserved > tally.unserved ? [t`${peopleWord(then.unserved - tally.unserved)} more without a card`] : []),
    ...(then.repeats > tally.repeats ? [t`${String(then.repeats - tally.repeats)} more again`] : []),
    ...(then.likes < tally.likes ? [t`${String(tally.likes - then.likes)} fewer likes met`] : []),
  ];
  return costs.length === 0 ? "" : `: ${costs.join(", ")}`;
}
