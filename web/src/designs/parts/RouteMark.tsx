import type { DesignRead } from "@yule/contract";
import { memo } from "react";
import type { Outlook } from "../../app/outlook.ts";
import { StateWord } from "../../kit/states.tsx";
import { findingsOf, stagesOf } from "../route.ts";

/** Said beside a card whose route breaks a rule. */
export const RouteMark = memo(function RouteMark({ design, rulesOff, holdsMasking }: { design: DesignRead; rulesOff: Outlook["shop"]["rulesOff"]; holdsMasking: boolean }) {
  const [worst] = findingsOf(stagesOf(design), rulesOff, holdsMasking);
  return worst ? <StateWord state={worst.rule.severity === "spoils" ? "cannot" : "tight"}>route</StateWord> : null;
});
