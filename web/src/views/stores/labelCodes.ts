import type { StoreRead } from "@yule/contract";

/** What a label's code says: the material's own id, so that it stays true whatever the material is called. */
const MARK = "shelf:";
export const codeOf = ({ id }: Pick<StoreRead, "id">): string => `${MARK}${id}`;
/** The material that a read code means; null where it is no label of a shelf. */
export const idInCode = (text: string): string | null => (text.startsWith(MARK) ? text.slice(MARK.length) : null);
