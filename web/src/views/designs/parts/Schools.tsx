import { Box, Button, Text } from "@chakra-ui/react";
import type { DesignRead, StoreRead } from "@yule/contract";
import { compareSchools, minutes, printMinutes, techniqueOf, type SchoolRoute, type TimedStage, t } from "@yule/core";
import { newStage, routeOf, stagesOf, type Stage } from "@yule/derive";
import { useMemo } from "react";
import { v7 } from "uuid";
import { Fold } from "../../../kit/Fold.tsx";

/** Panels that one bottle or tube of such a material is good for, until stores count it. */
const PANELS_A_PACK = 80;

const timed = (stages: readonly Stage[]): TimedStage[] => routeOf(stages).map((stage, index) => ({ ...stage, hands: stages[index]?.hands ?? 0, setup: stages[index]?.setup ?? 0 }));

/** What the materials of a school cost a panel, by what is on the shelf; null where that is not known. */
export function materialCost(route: SchoolRoute, stores: readonly StoreRead[]): number | null {
  const costs = route.uses.map((technique) => {
    const word = technique === "white" ? /white|gouache/i : technique === "film-mask" ? /film|tape/i : /masking fluid/i;
    const store = stores.find((each) => word.test(each.name));
    return store ? store.packCostMinor / Math.max(1, store.pack) / PANELS_A_PACK : null;
  });
  return costs.some((cost) => cost === null) ? null : costs.reduce<number>((sum, cost) => sum + (cost ?? 0), 0);
}

/** The same painting masked, painted round, or with opaque white on top: what each takes, waits, costs and risks. */
export function Schools({
  design,
  stores,
  money,
  onTake,
}: {
  design: DesignRead;
  stores: readonly StoreRead[];
  money: (minor: number) => string;
  onTake: (stages: Stage[]) => void;
}) {
  const holdsMasking = stores.find((store) => store.id === design.paperId)?.holdsMasking ?? false;
  const schools = useMemo(() => compareSchools(timed(stagesOf(design)), { holdsMasking }, v7), [design, holdsMasking]);
  const take = (route: SchoolRoute): void => {
    const known = new Map(stagesOf(design).map((stage) => [stage.id, stage]));
    onTake(
      route.stages.map((stage): Stage => {
        const before = known.get(stage.id) ?? (stage.technique ? newStage(stage.id, stage.technique) : null);
        if (!before) throw new Error("a school made a stage of no technique");
        return { ...before, hands: stage.hands, setup: stage.setup, dry: stage.dry, within: stage.within };
      }),
    );
  };
  const [own] = schools;
  const quickest = [...schools].sort((a, b) => a.hands + a.drying / 12 - b.hands - b.drying / 12)[0];
  return (
    <Fold title={t`Masked, painted round, or white on top?`}>
      <Text marginBottom="8px">
        {own && quickest && own !== quickest
          ? t`It is ${own.school}; ${quickest.school} would take ${printMinutes(minutes(quickest.hands))} of hands a card instead of ${printMinutes(minutes(own.hands))}, and wait ${printMinutes(minutes(quickest.drying))} instead of ${printMinutes(minutes(own.drying))}.`
          : t`It is ${own?.school ?? ""}, the quickest of the three for this design.`}
      </Text>
      <Box overflowX="auto" tabIndex={0} role="group" aria-label={t`Three schools compared`}>
        <table style={{ borderCollapse: "collapse", width: "100%" }}>
          <thead>
            <tr>
              {["", t`hands a card`, "waits", t`spoils of 100`, t`material a card`, ""].map((head, index) => (
                <th key={`${head}${String(index)}`} scope="col" style={{ textAlign: index === 0 ? "left" : "right", padding: "4px 6px", fontWeight: 600, fontSize: 15 }}>
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {schools.map((route) => {
              const cost = materialCost(route, stores);
              return (
                <tr key={route.school} style={{ borderTop: "1px solid var(--chakra-colors-hairline)" }}>
                  <th scope="row" style={{ textAlign: "start", padding: "6px", fontWeight: route === own ? 700 : 500 }}>
                    {route.school}
                  </th>
                  {[
                    printMinutes(minutes(route.hands)),
                    printMinutes(minutes(route.drying)),
                    String(route.spoiltInHundred),
                    route.uses.length === 0
                      ? "none"
                      : cost === null
                        ? t`${route.uses.map((each) => techniqueOf(each).tools).join(", ")}, not on the shelf`
                        : money(Math.max(1, Math.round(cost))),
                  ].map((cell, index) => (
                    <td key={String(index)} style={{ textAlign: "end", padding: "6px" }}>
                      {cell}
                    </td>
                  ))}
                  <td style={{ textAlign: "end", padding: "2px" }}>
                    {route !== own && <Button size="sm" variant="outline" aria-label={t`Try it ${route.school}`} onClick={() => take(route)}>{t`try it`}</Button>}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Box>
      <Text
        color="softInk"
        fontSize="15px"
        marginTop="6px"
      >{t`Spoilt panels are guessed from the risk of each stage until this design has a record; drying is that of one card, in a batch most of it hides behind the work.`}</Text>
    </Fold>
  );
}
