import { addHousehold, addHouseholds, changeHousehold, postNeed } from "./dispatch.ts";
import { bringToTheFair, closeFair, ringUp, setFair } from "./fairs.ts";
import { addAddress, addPerson, dropAddress, dropPerson, eraseHousehold, mergeHouseholds, tellDied, tellHousehold } from "./households.ts";
import { takeNews } from "./orderNews.ts";
import { payOrder, setOrder } from "./orders.ts";
import { allotCards, bindNeeds, postLetters, tellHad, tellLetters, tellSent, tellWritten } from "./letters.ts";

/** What a maker can say of this, with the schema of each. */
export const dispatchCommands = {
  "add-household": addHousehold,
  "add-households": addHouseholds,
  "change-household": changeHousehold,
  "post-need": postNeed,
  "bind-needs": bindNeeds,
  "allot-cards": allotCards,
  "post-letters": postLetters,
  "tell-letters": tellLetters,
  "tell-written": tellWritten,
  "tell-had": tellHad,
  "tell-sent": tellSent,
  "add-person": addPerson,
  "drop-person": dropPerson,
  "tell-died": tellDied,
  "add-address": addAddress,
  "drop-address": dropAddress,
  "tell-household": tellHousehold,
  "merge-households": mergeHouseholds,
  "erase-household": eraseHousehold,
  "set-order": setOrder,
  "pay-order": payOrder,
  "take-news": takeNews,
  "set-fair": setFair,
  "bring-to-fair": bringToTheFair,
  "ring-up": ringUp,
  "close-fair": closeFair,
} as const;
