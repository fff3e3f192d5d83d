import { t } from "@yule/core";
import { Flex, Text } from "@chakra-ui/react";
import type { SentimentRead } from "@yule/contract";
import { Fold } from "../../../../kit/Fold.tsx";
import { Tick } from "../../../../kit/FormField.tsx";
import { moved, Sortable, SortableItem } from "../../../../kit/Sortable.tsx";

const MOST = 4;

/** Words written inside the card, from the top: ticked to be chosen, pulled into their order. */
export function InsideWords({ inside, sentiments, onChange }: { inside: readonly string[]; sentiments: readonly SentimentRead[]; onChange: (inside: string[]) => void }) {
  const textOf = (id: string): string => sentiments.find((each) => each.id === id)?.text ?? "";
  return (
    <Fold title={t`Inside: ${inside.length === 0 ? t`nothing yet` : inside.map(textOf).join("; ")}`}>
      <Text color="softInk">{t`Written before assembly: the route check asks for the stage “Words inside”.`}</Text>
      {inside.length > 1 && (
        <Sortable ids={inside} onMove={(from, to) => onChange(moved(inside, from, to))}>
          {inside.map((id, index) => (
            <SortableItem key={id} id={id} name={textOf(id)}>
              {(grip) => (
                <Flex gap="10px" align="center" minHeight="44px" borderTop="1px solid" borderColor="hairline">
                  {grip}
                  <Text overflowWrap="anywhere">
                    {index + 1}. {textOf(id)}
                  </Text>
                </Flex>
              )}
            </SortableItem>
          ))}
        </Sortable>
      )}
      {sentiments.map((each) => (
        <Tick
          key={each.id}
          checked={inside.includes(each.id)}
          disabled={!inside.includes(each.id) && inside.length >= MOST}
          onChange={(change) => onChange(change.target.checked ? [...inside, each.id] : inside.filter((id) => id !== each.id))}
        >
          {each.text}
        </Tick>
      ))}
    </Fold>
  );
}
