import { t, type Said } from "@yule/core";
import { createElement, Fragment, type ReactNode } from "react";

/** Stands for a drawn part while its sentence is translated: no sentence has this sign. */
const MARK = "\u0001";

/**
 * A sentence with drawn parts in it, such as a link or a figure. It is one sentence to the catalogue, so that another language may
 * put its parts in another order.
 */
export function rich(parts: TemplateStringsArray, ...values: readonly ReactNode[]): ReactNode {
  const marked = t(parts, ...values.map((value, index): Said => (typeof value === "string" || typeof value === "number" ? value : `${MARK}${String(index)}${MARK}`)));
  const drawn = marked.split(MARK).map((part, index) => (index % 2 === 0 ? part : values[Number(part)]));
  return createElement(Fragment, null, ...drawn);
}
