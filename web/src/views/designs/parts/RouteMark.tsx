import { t } from "@yule/core";
import type { DesignRead } from "@yule/contract";
import { findingsOf, stagesOf, type Outlook } from "@yule/derive";
import { memo } from "react";
import { StateWord } from "../../../kit/states.tsx";

/** Said beside a card whose route breaks a rule. */
export const RouteMark = memo(function RouteMark({ design, rulesOff, holdsMasking }: { design: DesignRead; rulesOff: Outlook["shop"]["rulesOff"]; holdsMasking: boolean }) {
  const [worst] = findingsOf(stagesOf(design), rulesOff, holdsMasking);
  return worst ? <StateWord state={worst.rule.severity === "spoils" ? "cannot" : "tight"}>{t`route`}</StateWord> : null;
});
