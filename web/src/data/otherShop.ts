import { SHOP_HEADER } from "@yule/contract";
import { enterShop, hearShop, leaveShop } from "../kit/shopAt.ts";
import { forgetAnswers } from "./cache.ts";

let isTurning = false;

/** The page begins anew in another shop: nothing that it holds is of that one. */
function turnTo(id: string | null): void {
  if (isTurning) return;
  isTurning = true;
  if (id === null) leaveShop();
  else enterShop(id);
  location.reload();
}

/**
 * Looks which shop an answer is of. Where it is another one, as on a device that was let into it, what was read of the shop before is forgotten
 * and the page begins anew; what waits to be sent to that one stays until it is entered again.
 * @returns whether the answer is of the shop that the page shows
 */
export function isOfThisShop(answer: Response): boolean {
  const heard = hearShop(answer);
  if (heard === "the same") return true;
  void forgetAnswers()
    .catch(() => undefined)
    .then(() => turnTo(heard === "gone" ? null : answer.headers.get(SHOP_HEADER)));
  return false;
}
