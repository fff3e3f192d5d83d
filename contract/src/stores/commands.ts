import { addOutlay, dropOutlay, setRates, setTakings } from "./costs.ts";
import { importStores } from "./importing.ts";
import { buyStore, countStore, openLot, receiveLot, takeStore } from "./lots.ts";
import { addStore, changeStore } from "./stores.ts";
import { addOffer, addSupplier, changeOffer, changeSupplier, dropOffer, listToBuy, markToBuy } from "./suppliers.ts";

/** What a maker can say of this, with the schema of each. */
export const storesCommands = {
  "add-store": addStore,
  "change-store": changeStore,
  "count-store": countStore,
  "buy-store": buyStore,
  "receive-lot": receiveLot,
  "open-lot": openLot,
  "take-store": takeStore,
  "add-supplier": addSupplier,
  "change-supplier": changeSupplier,
  "add-offer": addOffer,
  "change-offer": changeOffer,
  "drop-offer": dropOffer,
  "list-to-buy": listToBuy,
  "mark-to-buy": markToBuy,
  "set-takings": setTakings,
  "set-rates": setRates,
  "add-outlay": addOutlay,
  "drop-outlay": dropOutlay,
  "import-stores": importStores,
} as const;
