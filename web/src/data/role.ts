import type { Role } from "@yule/contract";
import { useShopQuery } from "./api.ts";

/** Who sits before this device. Until the shop has said so it is taken for the maker's: the server shows nobody more than is theirs. */
export const useRole = (): Role => useShopQuery().data?.account.role ?? "maker";
