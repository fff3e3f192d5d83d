import { t } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";

import { lazy, Suspense, useState } from "react";
import { Link } from "react-router";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { StockOf, StoresAskProps } from "../ask.ts";
import { amountOf, staysOf } from "../words.ts";
import { CameAndWent } from "./CameAndWent.tsx";
import { CountField } from "./CountField.tsx";
import { HowMuchGoes } from "./HowMuchGoes.tsx";
import { Lots } from "./Lots.tsx";
import { MaterialDialog } from "./MaterialDialog.tsx";
import { MaterialPicture } from "./MaterialPicture.tsx";
import { Offers } from "./Offers.tsx";
import { ReceiveDialog } from "./ReceiveDialog.tsx";
import { TakeDialog } from "./TakeDialog.tsx";
import { printDay } from "../../../kit/say.ts";
import { StoryLink } from "../../../features/stories/StoryLink.tsx";

const StockCurve = lazy(() => import("./StockCurve.tsx"));

/** One material: what the plan takes of it session by session, its lots, who sells it, what counts have taught. */
export default function MaterialPage({ outlook, stores, material }: StoresAskProps & { material: StockOf }) {
  const { store } = material;
  const [dialog, setDialog] = useState<"come" | "take" | "change" | null>(null);
  return (
    <>
      <Link to="/stores">{t`← The shelf`}</Link>
      <Verdict>
        {store.name}: {verdictOf(material)}
      </Verdict>
      <Flex gap="12px" wrap="wrap" align="flex-start" marginBottom="22px">
        <Button onClick={() => setDialog("come")}>{t`It has come`}</Button>
        <CountField store={store} />
        <Button variant="outline" onClick={() => setDialog("take")}>{t`Some is gone`}</Button>
        <Button variant="outline" onClick={() => setDialog("change")}>{t`Change what is told of it`}</Button>
        <StoryLink kind="store" id={store.id} name={store.name} />
      </Flex>
      <Flex gap="40px" align="flex-start" direction={{ base: "column", lg: "row" }}>
        <Box flex={{ base: "none", lg: "1 1 460px" }} minWidth={0} width="100%">
          <Suspense fallback={<Box height="220px" />}>
            <StockCurve material={material} today={outlook.today} />
          </Suspense>
          <HowMuchGoes material={material} outlook={outlook} />
          <Uses material={material} />
        </Box>
        <Box flex={{ base: "none", lg: "1 1 420px" }} minWidth={0} width="100%">
          <MaterialPicture store={store} />
          <Lots material={material} lots={stores.lots.filter(({ storeId }) => storeId === store.id)} suppliers={stores.suppliers} today={outlook.today} />
          <Offers store={store} stores={stores} />
          <CameAndWent store={store} moves={stores.moves} />
        </Box>
      </Flex>
      {dialog === "come" && (
        <ReceiveDialog line={stores.toBuy.find(({ storeId }) => storeId === store.id) ?? null} material={store} today={outlook.today} onClose={() => setDialog(null)} />
      )}
      {dialog === "take" && <TakeDialog store={store} onClose={() => setDialog(null)} />}
      {dialog === "change" && <MaterialDialog store={store} onClose={() => setDialog(null)} />}
    </>
  );
}

function verdictOf(material: StockOf): string {
  const { store, outlook } = material;
  if (outlook.runsOut) return t`${amountOf(store, store.onHand)} lie there, and ${outlook.runsOut.need} is the first to find too little, on ${printDay(outlook.runsOut.on)}.`;
  if (outlook.wanted === 0) return t`${amountOf(store, store.onHand)} lie there. Nothing that is owed takes any.`;
  return t`${amountOf(store, outlook.wanted)} go, ${amountOf(store, staysOf(material))} stay. It lasts ${String(Math.round(outlook.lasts * 100))} times in 100.`;
}

const MOST_USES = 12;

/** Which work takes it, in the order of the plan. */
function Uses({ material: { store, outlook } }: { material: StockOf }) {
  if (outlook.uses.length === 0) return null;
  return (
    <Box as="section" aria-label={t`What takes it`} marginBottom="20px">
      <Text color="softInk" fontWeight={600}>{t`What takes it`}</Text>
      {outlook.uses.slice(0, MOST_USES).map((use, index) => (
        <Flex key={index} justify="space-between" gap="12px" borderBottom="1px solid" borderColor="hairline" paddingY="6px">
          <Text minWidth={0} overflowWrap="anywhere">
            {use.need}
            <Text as="span" color="softInk">
              {use.stage ? `, ${use.stage.toLowerCase()}` : ""}, {printDay(use.on)}
            </Text>
          </Text>
          <Text whiteSpace="nowrap">{amountOf(store, use.quantity)}</Text>
        </Flex>
      ))}
      {outlook.uses.length > MOST_USES && <Text color="softInk">{t`${outlook.uses.length - MOST_USES} more after these.`}</Text>}
    </Box>
  );
}
