import { volumeAmount, type Form } from "@yule/core";
import { v7 } from "uuid";
import type { Writing } from "../db/writing.ts";
import { takeAll } from "./ledger.ts";
import { receive } from "./receiving.ts";

/** Millilitres in one of a form, where nobody told. */
const USUAL_ML: Readonly<Record<Form, number>> = { pan: 1.6, tube: 8, liquid: 29 };
/** Days until more of it is there, where no supplier is told. */
const USUAL_LEAD_DAYS = 4;

/** A paint as it is told to the paint shelf. */
interface PaintTold {
  readonly id: string;
  readonly name: string;
  readonly form: Form;
  readonly ml: number | null;
  readonly costMinor: number | null;
}

const packOf = ({ ml, form }: PaintTold): number => Math.max(1, volumeAmount(ml ?? USUAL_ML[form]));

/** A paint is a material too, of the same id and name. @param left ml; null for one that is full */
export async function addPaintStore(writing: Writing, paint: PaintTold, left: number | null): Promise<void> {
  const [pack, packCostMinor] = [packOf(paint), paint.costMinor ?? 0];
  await writing.insert("store", { id: paint.id, kind: "paint", name: paint.name, onHand: 0, pack, packCostMinor, leadDays: USUAL_LEAD_DAYS });
  const quantity = left === null ? pack : volumeAmount(left);
  const costMinor = Math.round((quantity * packCostMinor) / pack);
  if (quantity > 0) await receive(writing, { id: v7(), storeId: paint.id, quantity, costMinor, reason: "first count" });
}

/** What was changed of a paint, as far as it is a material. */
export async function changePaintStore(writing: Writing, paint: PaintTold): Promise<void> {
  const store = await writing.find("store", paint.id);
  const told = { name: paint.name, pack: packOf(paint), packCostMinor: paint.costMinor ?? 0 };
  if (store && (store.name !== told.name || store.pack !== told.pack || store.packCostMinor !== told.packCostMinor)) await writing.update("store", paint.id, told);
}

/** A paint that is used up leaves with what the books still have of it. */
export async function shelvePaintStore(writing: Writing, id: string, gone: boolean): Promise<void> {
  const store = await writing.find("store", id);
  if (!store || store.archived === gone) return;
  if (gone && store.onHand > 0) await takeAll(writing, [{ storeId: id, quantity: store.onHand, reason: "taken", path: ["gone"] }]);
  await writing.update("store", id, { archived: gone });
}
