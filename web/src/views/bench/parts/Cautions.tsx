import { rich } from "../../../kit/rich.tsx";
import { t } from "@yule/core";
import { memo } from "react";
import type { StandingBatch } from "@yule/derive";
import { Caution } from "../../../kit/states.tsx";

/** The usual cautions, those of the stages that lie on the table first. They warn; labels and local rules say the rest. */
export const Cautions = memo(function Cautions({ lying, heatTool }: { lying: readonly StandingBatch[]; heatTool: boolean }) {
  const techniques = new Set(lying.flatMap(({ stages }) => stages.map(({ table }) => table.technique)));
  const masks = techniques.has("mask") || techniques.has("unmask") || lying.some(({ stages }) => stages.some(({ table }) => table.kind === "mask"));
  return (
    <Caution>{rich`Bone dry before the next layer, before unmasking, before the tape comes off. Keep drying panels away from flames and pets; do not lick brushes: pigments can hold metals.${masks && t` Masking fluid holds ammonia and often natural latex: air the room, mind allergies.`}${(heatTool || techniques.has("heat")) && t` A heat tool burns: never left on, never near solvent, never on wet masking fluid.`}${!heatTool && !techniques.has("heat") && t` A heat tool burns and must not touch wet masking fluid.`}${techniques.has("fixative") && t` Spray fixative outdoors.`}${techniques.has("cut-apart") || techniques.has("trim") ? t` Fingers behind the edge, blade capped.` : ""} Follow the labels and your local rules.`}</Caution>
  );
});
