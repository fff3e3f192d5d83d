import { t } from "@yule/core";
import { Text } from "@chakra-ui/react";
import { smallPictureUrl } from "../../../features/picture/Picture.tsx";
import { useSolved } from "../../../workers/useSolved.ts";
import { colourSolver } from "../../../workers/colourSolver.ts";
import { PixelCanvas } from "./PixelCanvas.tsx";

/** A kept picture of the shop whose colours can be taken by pressing it. */
export function ShopPicture({ pictureId, width, label, onPick }: { pictureId: string | null; width: number; label: string; onPick: (hex: string) => void }) {
  const url = smallPictureUrl(pictureId);
  const { value } = useSolved(url, async (asked) => {
    const answer = await fetch(asked).catch(() => null);
    return answer?.ok ? (await colourSolver().chart(await answer.blob())).shown : null;
  });
  if (!url) return <Text color="softInk">{t`This colourway has no picture yet.`}</Text>;
  return value && <PixelCanvas picture={value} width={width} label={label} onPick={onPick} />;
}
