import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { problemFaults } from "@yule/contract";
import { t } from "@yule/core";
import { useEffect, useState } from "react";
import { useDesignsQuery, useSeasonQuery, useShopQuery, useStoresQuery } from "../../data/api.ts";
import { allRefused, type NotTaken } from "../../data/cache.ts";
import { letGo, tellAnew } from "../../data/outbox.ts";
import { Dialog } from "../../kit/Dialog.tsx";
import { faultText, useMeasure, useSpeech } from "../../kit/measure.tsx";
import { printMoment } from "../../kit/say.ts";
import { differences, kindWords } from "./words.ts";

/** What was told on this device while nobody answered, and could not be taken: beside what stands there now, until she decides. */
export function RefusedDialog({ onClose }: { onClose: () => void }) {
  const [all, setAll] = useState<readonly NotTaken[] | null>(null);
  const read = async (): Promise<void> => {
    const found = await allRefused();
    setAll(found);
    if (found.length === 0) onClose();
  };
  // Read once: what is decided here reads anew by itself.
  useEffect(() => void allRefused().then(setAll), []);
  return (
    <Dialog title={t`What could not be taken`} wide onClose={onClose}>
      <Text marginBottom="10px">{t`It was told on this device while the server was away, or before a reload. Meanwhile something else was told elsewhere. Nothing of it is lost: decide each.`}</Text>
      {all?.map((each) => (
        <OneRefused key={each.command.id} refused={each} onDecided={() => void read()} />
      ))}
    </Dialog>
  );
}

function OneRefused({ refused, onDecided }: { refused: NotTaken; onDecided: () => void }) {
  const { data: shop } = useShopQuery();
  const speech = useSpeech();
  const { say } = useMeasure();
  const { name, now } = useThere(refused);
  const [isBusy, setBusy] = useState(false);
  const differing = differences(refused, now, shop?.currency ?? "", say);
  const decide = (work: () => Promise<unknown>) => {
    setBusy(true);
    void work().finally(() => {
      setBusy(false);
      onDecided();
    });
  };
  return (
    <Box as="section" aria-label={`${kindWords(refused.command.kind)} ${name}`} borderTop="1px solid" borderColor="hairline" paddingY="12px">
      <Heading as="h3" fontSize="18px" fontWeight={600}>
        {kindWords(refused.command.kind)}
        {name !== "" && (
          <>
            : <bdi>{name}</bdi>
          </>
        )}
      </Heading>
      <Text color="softInk">{t`Told ${printMoment(new Date(refused.command.at ?? refused.at), shop?.timeZone ?? "UTC")}.`}</Text>
      <Text color="cannot" fontWeight={600}>
        {problemFaults(refused.problem)
          .map((line) => faultText(line, speech))
          .join("; ")}
      </Text>
      {differing.length > 0 && (
        <Box
          as="table"
          width="100%"
          maxWidth="560px"
          marginTop="8px"
          css={{ tableLayout: "fixed", "& th, & td": { textAlign: "start", padding: "4px 12px 4px 0", overflowWrap: "anywhere" } }}
        >
          <thead>
            <tr>
              <th>{t`What`}</th>
              <th>{t`You told`}</th>
              <th>{t`It is now`}</th>
            </tr>
          </thead>
          <tbody>
            {differing.map(({ field, mine, there }) => (
              <Box as="tr" key={field} borderTop="1px solid" borderColor="hairline">
                <td>{field}</td>
                <td>
                  <b>{mine}</b>
                </td>
                <td>{there}</td>
              </Box>
            ))}
          </tbody>
        </Box>
      )}
      <Flex gap="10px" wrap="wrap" justify="flex-end" marginTop="8px">
        <Button variant="outline" disabled={isBusy} onClick={() => decide(() => letGo(refused.command.id))}>
          {differing.length > 0 ? t`Leave what is there` : t`Let it go`}
        </Button>
        <Button disabled={isBusy} onClick={() => decide(() => tellAnew(refused))}>
          {differing.length > 0 ? t`Take what you told` : t`Tell it again`}
        </Button>
      </Flex>
    </Box>
  );
}

/** What it is about, and how that stands now, as far as this device knows it. */
function useThere({ command, problem }: NotTaken): { readonly name: string; readonly now: unknown } {
  const { data: designs } = useDesignsQuery();
  const { data: season } = useSeasonQuery();
  const { data: stores } = useStoresQuery();
  const payload = command.payload as Readonly<Record<string, unknown>>;
  const ids = new Set([payload.id, payload.storeId, payload.designId, payload.needId].filter((id) => typeof id === "string"));
  const [store, need, design] = [stores?.stores.find(({ id }) => ids.has(id)), season?.needs.find(({ id }) => ids.has(id)), designs?.designs.find(({ id }) => ids.has(id))];
  const found = store ?? need ?? design;
  return { name: store?.name ?? need?.title ?? design?.name ?? "", now: found?.id === payload.id ? found : problem.present };
}
