import { rich } from "../../../kit/rich.tsx";
import { t } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { PaintRead } from "@yule/contract";
import type { ChartCell, Rgb } from "@yule/core";
import { balanceOf, hexOfRgb } from "@yule/derive";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { Choice, FaultLines } from "../../../kit/FormField.tsx";
import { Swatch } from "../../../features/meetings/wash/Swatch.tsx";
import { PhotoDesk, PhotoPick, useChartPhoto } from "./PhotoDesk.tsx";

const GREY = "grey";
const NOTHING = "";

/** The maker's own chart: a photo with a grey card, its patches told to be paints. What is kept replaces the table for those paints. */
export function ChartDialog({ paints, onClose }: { paints: readonly PaintRead[]; onClose: () => void }) {
  const { photo, faults, take } = useChartPhoto();
  const [roles, setRoles] = useState<ReadonlyMap<ChartCell, string>>(new Map());
  const [grey, setGrey] = useState<Rgb | null>(null);
  const [chosen, setChosen] = useState<ChartCell | null>(null);
  const [refused, setRefused] = useState<readonly string[]>([]);
  const patches = [...roles].flatMap(([cell, role]) => (role === GREY ? [] : [{ cell, paint: paints.find(({ id }) => id === role) }]));
  const greyCell = [...roles].find(([, role]) => role === GREY)?.[0];
  const balance = photo ? balanceOf(photo.chart, greyCell?.rgb ?? grey) : null;
  const names = new Map([...roles].map(([cell, role]) => [cell, role === GREY ? "grey" : (paints.find(({ id }) => id === role)?.name ?? "")] as const));
  const tell = (cell: ChartCell, role: string): void => {
    const next = new Map([...roles].filter(([other, was]) => other !== cell && was !== role));
    if (role !== NOTHING) next.set(cell, role);
    setRoles(next);
  };
  const keep = async (): Promise<void> => {
    const wrong: string[] = [];
    for (const { cell, paint } of patches) {
      if (!paint || !balance) continue;
      const { gone: _gone, ...facts } = paint;
      const sent = await sendCommand(
        "change-paint",
        { ...facts, pigments: [...facts.pigments], chart: hexOfRgb(balance.right(cell.rgb)) },
        { ownRefusals: true, quiet: patches.length > 1 },
      );
      if (sent.state === "refused") wrong.push(`${paint.name}: ${sent.problem.detail}`);
    }
    setRefused(wrong);
    if (wrong.length === 0) onClose();
  };
  return (
    <Dialog wide title={t`From your own chart`} onClose={onClose}>
      <Text marginBottom="10px">{t`Paint each colour once as an everyday wash, lay a grey card beside them, and take a photo in even light. Then press each patch and say which paint it is.`}</Text>
      <PhotoPick
        faults={faults}
        take={async (file) => {
          setRoles(new Map());
          setGrey(null);
          setChosen(null);
          await take(file);
        }}
      >{t`Photo of the chart`}</PhotoPick>
      {photo && (
        <Flex gap="20px" marginTop="14px" wrap="wrap" align="flex-start">
          <Box>
            <PhotoDesk photo={photo} width={400} marks={names} label={t`Photo of the chart: press the grey card if it was not found`} onCell={setChosen} onPlace={setGrey} />
            <Text color="softInk" fontSize="15px" maxWidth="400px" marginTop="6px">
              {rich`${photo.chart.cells.length} patches found. ${balance?.says}`}
              {photo.wasTransparent && t` What was see-through was taken for white paper.`}
            </Text>
          </Box>
          <Box flex="1" minWidth="220px">
            {chosen && balance && (
              <Flex gap="12px" align="center" marginBottom="12px">
                <Swatch hex={hexOfRgb(balance.right(chosen.rgb))} width={70} height={44} label={hexOfRgb(balance.right(chosen.rgb))} />
                <Choice
                  aria-label={t`This patch is`}
                  value={roles.get(chosen) ?? NOTHING}
                  onChange={(change) => tell(chosen, change.target.value)}
                  options={[
                    { value: NOTHING, label: t`this patch is ...` },
                    { value: GREY, label: t`the grey card` },
                    ...paints.map(({ id, name }) => ({ value: id, label: name })),
                  ]}
                />
              </Flex>
            )}
            {patches.map(
              ({ cell, paint }) =>
                paint &&
                balance && (
                  <Flex key={paint.id} gap="10px" align="center" marginBottom="4px">
                    <Swatch hex={hexOfRgb(balance.right(cell.rgb))} width={44} height={28} label={hexOfRgb(balance.right(cell.rgb))} />
                    <Text>
                      {paint.name}: {hexOfRgb(balance.right(cell.rgb))}
                    </Text>
                  </Flex>
                ),
            )}
            <FaultLines faults={refused} />
            <Button marginTop="10px" disabled={patches.length === 0} onClick={() => void keep()}>
              {patches.length === 0 ? t`Press a patch first` : t`Keep ${String(patches.length)} ${patches.length === 1 ? t`paint` : t`paints`} as on the chart`}
            </Button>
          </Box>
        </Flex>
      )}
    </Dialog>
  );
}
