import { routeStageOf, type CommandInput, type DesignRead, type StoreRead } from "@yule/contract";
import { checkRoute, repaired, techniqueOf, type Finding, type Repair, t } from "@yule/core";

export type Stage = CommandInput<"change-route">["stages"][number];

/** The stages of a design as the command that changes them wants them. */
export const stagesOf = (design: DesignRead): Stage[] => design.stages.map(({ position: _position, ...stage }) => stage);

/** Stages as the route check sees them. */
export const routeOf = (stages: readonly Stage[]) => stages.map((stage) => routeStageOf({ ...stage, technique: stage.technique ?? null }));

/** What the route breaks, with the rules left out that the shop does otherwise. */
export const findingsOf = (stages: readonly Stage[], off: readonly { readonly rule: string }[], holdsMasking = false): Finding[] =>
  checkRoute(routeOf(stages), { holdsMasking }, new Set(off.map((each) => each.rule)));

/** Whether the paper of a design is known to hold masking fluid. */
export const holdsMaskingOf = (design: Pick<DesignRead, "paperId">, stores: readonly Pick<StoreRead, "id" | "holdsMasking">[]): boolean =>
  stores.find((store) => store.id === design.paperId)?.holdsMasking ?? false;

/** A stage begun from the library. */
export function newStage(id: string, technique: Parameters<typeof techniqueOf>[0]): Stage {
  const { name, kind, hands, setup, dry, within, portable, tools } = techniqueOf(technique);
  return { id, name, kind, hands, setup, dry, within, portable, technique, note: tools };
}

/** The stages with one repair made; what is put in comes from the library. @param newId makes the id of what is put in */
export function mended(stages: readonly Stage[], repair: Repair, newId: () => string): Stage[] {
  const known = new Map(stages.map((stage) => [stage.id, stage]));
  return repaired(routeOf(stages), repair, newId).map((each): Stage => {
    const before = known.get(each.id);
    if (!before && each.technique) return newStage(each.id, each.technique);
    if (!before) throw new Error("a repair made a stage of no technique");
    const changed = repair.kind === "replace" && repair.stage === each.id;
    return { ...(changed ? newStage(each.id, repair.technique) : before), dry: each.dry, within: each.within };
  });
}

/** What a repair does, in words. */
export function repairWords(repair: Repair, stages: readonly Stage[]): string {
  const name = (id: string | null): string => stages.find((stage) => stage.id === id)?.name ?? "";
  switch (repair.kind) {
    case "move":
      return repair.before === null ? t`Move “${name(repair.stage)}” to the end` : `Move “${name(repair.stage)}” before “${name(repair.before)}”`;
    case "dry":
      return `Let “${name(repair.stage)}” dry ${String(repair.dry)} min`;
    case "within":
      return `Catch “${name(repair.stage)}” within ${String(repair.within)} min`;
    case "insert":
      return t`Put in “${techniqueOf(repair.technique).name}”`;
    case "remove":
      return t`Leave out “${name(repair.stage)}”`;
    case "replace":
      return `Make “${name(repair.stage)}” “${techniqueOf(repair.technique).name.toLowerCase()}”`;
  }
}
