import { Button, Flex, Text } from "@chakra-ui/react";
import type { FairsRead, FinishRead } from "@yule/contract";
import { day, t } from "@yule/core";
import { cardCosts, fairPlan, fairsAhead, type FairAhead } from "@yule/derive";
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { useCostsQuery, useFairsQuery, useFinishQuery, useStoresQuery } from "../../../data/api.ts";
import { useRole } from "../../../data/role.ts";
import { Choice } from "../../../kit/FormField.tsx";
import { Loading, Teach } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { DispatchAskProps } from "../ask.ts";
import { FairForm } from "../fair/FairForm.tsx";
import { FairOver } from "../fair/FairOver.tsx";
import { FairTable } from "../fair/FairTable.tsx";
import { FairVerdict } from "../fair/FairVerdict.tsx";
import { Till } from "../fair/Till.tsx";
import { printDay } from "../../../kit/say.ts";

const NO_FAIRS: FairsRead = { fairs: [], past: [] };
const NOTHING_LEFT: Pick<FinishRead, "left" | "boxes"> = { left: [], boxes: [] };

/** Fairs: what to take along and to paint, where it stands on the table, the till on the day, and what it came to. */
export default function FairAsk({ outlook }: DispatchAskProps) {
  const { data, error } = useFairsQuery();
  const [params, setParams] = useSearchParams();
  const role = useRole();
  const told = data ?? (error ? NO_FAIRS : null);
  const ahead = useMemo(() => (told ? fairsAhead(outlook, told) : []), [outlook, told]);
  if (!told) return <Loading />;
  const over = told.fairs.find(({ tinMinor }) => tinMinor !== null) ?? null;
  const shown = ahead.find(({ id }) => id === params.get("fair")) ?? ahead[0];
  const open = told.fairs.find(({ tinMinor, goods }) => tinMinor === null && goods.length > 0);
  if (role === "till")
    return open ? <Till key={open.id} fair={open} /> : <Verdict>{t`No fair has begun. The till opens here once the maker has set what is brought along.`}</Verdict>;
  const go = (next: Record<string, string>): void => setParams({ ask: "fair", ...next });
  if (params.get("over") !== null && over) return <FairOver fair={over} onBack={() => go({})} />;
  if (shown?.fair && params.get("till") !== null) return <Till key={shown.id} fair={shown.fair} onBack={() => go({ fair: shown.id })} onOver={() => go({ over: "1" })} />;
  return (
    <>
      {shown ? (
        <Ahead key={shown.id} outlook={outlook} told={told} ahead={shown} onTill={() => go({ fair: shown.id, till: "1" })} />
      ) : (
        <>
          <Verdict>{t`No fair is to come.`}</Verdict>
          <Teach
            title={t`How many to take, and where they stand`}
          >{t`A need for a fair in Season opens one here: what to take of each design and what still to paint, the table to scale, prices, the tin, and a till for the day that needs no network.`}</Teach>
        </>
      )}
      <Flex gap="12px 24px" wrap="wrap" align="center" marginTop="26px">
        {ahead.length > 1 && shown && (
          <Flex gap="10px" align="center">
            <Text flex="none">{t`Another fair`}</Text>
            <Choice
              aria-label={t`Plan which fair`}
              value={shown.id}
              onChange={(change) => go({ fair: change.target.value })}
              options={ahead.map(({ id, title, on }) => ({ value: id, label: `${title}, ${printDay(day(on))}` }))}
            />
          </Flex>
        )}
        {over && <Button variant="outline" onClick={() => go({ over: "1" })}>{t`What ${over.title} came to`}</Button>}
      </Flex>
    </>
  );
}

function Ahead({ outlook, told, ahead, onTill }: DispatchAskProps & { told: FairsRead; ahead: FairAhead; onTill: () => void }) {
  const { data: finished, error: noFinish } = useFinishQuery();
  const { data: stores, error: noStores } = useStoresQuery();
  const { data: money, error: noMoney } = useCostsQuery();
  // What could not be had is as if nothing were told: what lies there is planned, and nothing is painted whose cost is not known.
  const finish = finished ?? (noFinish ? NOTHING_LEFT : null);
  const isUnknown = noStores !== undefined || noMoney !== undefined;
  const costs = useMemo(() => (stores && money ? cardCosts(outlook, { lots: stores.lots, money }) : isUnknown ? [] : null), [outlook, stores, money, isUnknown]);
  const plan = useMemo(() => (finish && costs ? fairPlan(outlook, ahead, { left: finish.left, past: told.past, costs }) : null), [outlook, ahead, finish, told.past, costs]);
  if (!plan || !finish) return <Loading />;
  return (
    <>
      <FairVerdict ahead={ahead} plan={plan} currency={outlook.shop.currency} />
      <FairForm ahead={ahead} />
      <FairTable ahead={ahead} plan={plan} finish={finish} onTill={onTill} />
    </>
  );
}
