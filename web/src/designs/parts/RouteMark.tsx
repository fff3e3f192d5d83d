import type { DesignRead } from "@yule/contract";
import { memo } from "react";
import type { Outlook } from "../../app/outlook.ts";
import { StateWord } from "../../kit/states.tsx";
import { findingsOf, stagesOf } from "../route.ts";

/** Said beside a card whose route breaks a rule. */
export const RouteMark = memo(function RouteMark({ design, rulesOff }: { design: DesignRead; rulesOff: Outlook["shop"]["rulesOff"] }) {
  const [worst] = findingsOf(stagesOf(design), rulesOff);
  return worst ? <StateWord state={worst.rule.severity === "spoils" ? "cannot" : "tight"}>route</StateWord> : null;
});
