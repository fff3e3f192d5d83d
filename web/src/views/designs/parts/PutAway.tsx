import { t } from "@yule/core";
import { Button, Flex } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import { usePutAwayInfiniteQuery } from "../../../data/api.ts";
import { sendCommand } from "../../../data/outbox.ts";
import { Fold } from "../../../kit/Fold.tsx";
import { Loading, Teach } from "../../../kit/states.tsx";

/** Designs that are put away: looked up when asked for, opened where open work still asks for them, and brought back by one tap. */
export function PutAway(shown: { designs: readonly DesignRead[]; onChoose: (id: string) => void }) {
  return (
    <Fold title={t`Designs put away`} isLookedUp>
      <Listed {...shown} />
    </Fold>
  );
}

function Listed({ designs, onChoose }: { designs: readonly DesignRead[]; onChoose: (id: string) => void }) {
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = usePutAwayInfiniteQuery();
  if (!data) return <Loading />;
  const found = data.pages.flatMap((page) => page.designs);
  if (found.length === 0) return <Teach title={t`None is put away`}>{t`A design that is put away keeps its history, and is offered for nothing new.`}</Teach>;
  return (
    <>
      {found.map(({ id, name, version }) => (
        <Flex key={id} justify="space-between" align="center" gap="12px" borderTop="1px solid" borderColor="hairline" maxWidth="640px" paddingY="4px">
          {designs.some((each) => each.id === id) ? (
            <Button variant="ghost" onClick={() => onChoose(id)}>
              {name}
            </Button>
          ) : (
            <span style={{ overflowWrap: "anywhere" }}>{name}</span>
          )}
          <Button size="sm" variant="outline" onClick={() => void sendCommand("archive-design", { id, version, archived: false })}>{t`Bring it back`}</Button>
        </Flex>
      ))}
      {hasNextPage && <Button variant="outline" marginTop="10px" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>{t`Show more designs`}</Button>}
    </>
  );
}
