import { money } from "@yule/core";
import { useMemo } from "react";
import { useView } from "../../plan/useOutlet.ts";
import { printMoney } from "../../kit/say.ts";

/** Money as this shop says it. */
export function useShopMoney() {
  const { shop } = useView();
  return useMemo(() => ({ currency: shop.currency, say: (minor: number): string => printMoney(money(minor), shop.currency) }), [shop.currency]);
}
