import type { Role } from "@yule/contract";
import { useShopQuery } from "./api.ts";

/** Who sits before this device. Until the shop has said so it is taken for the maker's: the server shows nobody more than is theirs. */
export const useRole = (): Role => useShopQuery().data?.account.role ?? "maker";

/** The questions of a view that this device is asked; `also` names who beside the maker is asked one. */
export function useAsks<Ask extends { readonly also?: readonly Role[] }>(asks: readonly Ask[]): readonly Ask[] {
  const role = useRole();
  return asks.filter(({ also }) => role === "maker" || also?.includes(role));
}
