import { t } from "@yule/core";
import { Box, Flex } from "@chakra-ui/react";
import type { ColourwayRead, DesignRead } from "@yule/contract";
import type { Outlook } from "@yule/derive";
import { useSearchParams } from "react-router";
import { Choice, FormField } from "../../../kit/FormField.tsx";

export interface ChosenWay {
  readonly design: DesignRead | undefined;
  readonly way: ColourwayRead | undefined;
  readonly choose: (design: string, way?: string) => void;
}

/** The design and colourway a question is about: what the address says, else what has to be painted first. */
export function useWay({ offered, open }: Outlook): ChosenWay {
  const [params, setParams] = useSearchParams();
  const owed = open.find((view) => view.stage === "not begun" || view.stage === "on the bench");
  const design = offered.find((each) => each.id === params.get("design")) ?? offered.find((each) => each.id === owed?.design.id) ?? offered[0];
  const asked = params.get("way") ?? (design?.id === owed?.design.id ? owed?.need.lines[0]?.colourwayId : undefined);
  const way = design?.colourways.find((each) => each.id === asked) ?? design?.colourways[0];
  const choose = (designId: string, wayId?: string): void => {
    const next = new URLSearchParams(params);
    next.set("design", designId);
    if (wayId) next.set("way", wayId);
    else next.delete("way");
    setParams(next, { replace: true });
  };
  return { design, way, choose };
}

export function WayPicker({ outlook, chosen: { design, way, choose } }: { outlook: Outlook; chosen: ChosenWay }) {
  return (
    <Flex gap="14px" wrap="wrap" marginBottom="18px" maxWidth="560px">
      <Box width="230px">
        <FormField label={t`Design`}>
          <Choice value={design?.id ?? ""} onChange={(change) => choose(change.target.value)} options={outlook.offered.map((each) => ({ value: each.id, label: each.name }))} />
        </FormField>
      </Box>
      <Box width="230px">
        <FormField label={t`Colourway`}>
          <Choice
            value={way?.id ?? ""}
            onChange={(change) => design && choose(design.id, change.target.value)}
            options={(design?.colourways ?? []).map((each) => ({ value: each.id, label: each.name }))}
          />
        </FormField>
      </Box>
    </Flex>
  );
}
