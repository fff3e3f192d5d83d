import type { Fault, FaultPath } from "@yule/core";

/** `panels[0].count`; the whole input is `input`. */
export function pathText(path: FaultPath): string {
  const text = path.map((part) => (typeof part === "number" ? `[${String(part)}]` : `.${part}`)).join("");
  return text === "" ? "input" : text.replace(/^\./, "");
}

/** The one line for a fault, the same at the form, the API, the file and the command line. */
export const faultLine = (fault: Fault): string => `${pathText(fault.path)}: given ${fault.given}, allowed ${fault.allowed}`;
