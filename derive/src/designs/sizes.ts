import { inches, lengthOfUnits, mm, PLAIN_LAYER, stackGeometry, type Fault, type Layer, type Length, type LengthSystem, type Stack, t, wordsFor } from "@yule/core";

/** What sizes in between are rounded to: the finest that a maker rules. */
export const stepOf = (system: LengthSystem): Length => (system === "in" ? inches(0, 1, 16) : mm(0.5));

/** A mat put in under the panel, half way between what the panel lies on and the panel; or a torn strip over the foot of what is there. */
export function withNewLayer(stack: Stack, kind: "mat" | "strip", step: Length): Stack {
  const { layers, face } = stackGeometry(stack);
  const panel = layers.findLastIndex((layer) => layer.kind === "panel");
  const at = panel < 0 ? layers.length : panel;
  const over = layers.slice(0, at).findLast((layer) => layer.kind !== "strip") ?? { ...face, y: 0 };
  const inner = layers[at] ?? { width: lengthOfUnits(over.width / 2), height: lengthOfUnits(over.height / 2) };
  const between = (side: "width" | "height"): Length => lengthOfUnits(Math.max(inner[side], Math.round((over[side] + inner[side]) / 2 / step) * step));
  const named = (word: string): string => {
    const taken = stack.layers.filter((layer) => layer.name.startsWith(word)).length;
    return taken === 0 ? word : `${word} ${String(taken + 1)}`;
  };
  const made: Layer =
    kind === "mat"
      ? { ...PLAIN_LAYER, kind, name: named("mat"), width: between("width"), height: between("height"), x: null, y: null }
      : {
          ...PLAIN_LAYER,
          kind,
          name: named("strip"),
          edge: "torn",
          width: over.width,
          height: lengthOfUnits(Math.max(step, Math.round(over.height / 5 / step) * step)),
          x: null,
          y: lengthOfUnits(over.y + Math.round((over.height * 0.7) / step) * step),
        };
  return { ...stack, layers: [...stack.layers.slice(0, at), made, ...stack.layers.slice(at)] };
}

/** What is said of one figure, the fault before the warning. */
export const saidOf = (faults: readonly Fault[], ...path: readonly (string | number)[]): Fault | undefined =>
  faults.find((fault) => path.every((part, index) => fault.path[index] === part));

const REGRETS: Readonly<Record<string, string>> = wordsFor({
  "envelope-too-small": () => t`It is too tight in its envelope`,
  "score-off-centre": () => t`It is scored off the middle`,
  "fold-across-grain": () => t`It folds across the grain`,
  "hinge-narrow": () => t`Its hinge is too narrow`,
  "card-rolls": () => t`It would roll off the shelf`,
  "card-tips": () => t`It would tip over`,
  "hole-near-edge": () => t`Its hole is too near the edge`,
});

/** A fault or a warning of a stack in a few words. */
export const shortly = (fault: Fault): string => REGRETS[fault.code] ?? t`This card cannot be made`;
