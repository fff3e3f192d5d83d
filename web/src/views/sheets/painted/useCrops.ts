import type { PlacedPiece } from "@yule/core";
import { useEffect, useState } from "react";
import { useLatest } from "../../../kit/useLatest.ts";

/** Longer side of a window's picture in pixels. */
const SIDE = 360;

/** One cut out of the painting: where, and whether it lies on its side, its top at the left. */
export interface Crop {
  readonly piece: PlacedPiece;
  readonly turned: boolean;
}

/** Pictures of windows as they will stand on their cards, by the place of each; empty until they are there. */
export function useCrops(painting: Blob | null, sheet: { readonly width: number; readonly height: number }, crops: readonly Crop[]): readonly string[] {
  const [urls, setUrls] = useState<readonly string[]>([]);
  const asked = JSON.stringify([crops, sheet.width, sheet.height]);
  const latest = useLatest({ crops, sheet });
  useEffect(() => {
    if (!painting) return setUrls([]);
    let wanted = true;
    void createImageBitmap(painting).then((bitmap) => {
      if (wanted) setUrls(latest.current.crops.map((crop) => cropped(bitmap, latest.current.sheet, crop)));
      bitmap.close();
    });
    return () => {
      wanted = false;
    };
  }, [painting, asked, latest]);
  return urls;
}

function cropped(bitmap: ImageBitmap, sheet: { readonly width: number; readonly height: number }, { piece, turned }: Crop): string {
  const canvas = document.createElement("canvas");
  const scale = SIDE / Math.max(piece.width, piece.height);
  const [wide, high] = [Math.round(piece.width * scale), Math.round(piece.height * scale)];
  [canvas.width, canvas.height] = turned ? [high, wide] : [wide, high];
  const context = canvas.getContext("2d");
  if (!context) return "";
  if (turned) {
    context.translate(high, 0);
    context.rotate(Math.PI / 2);
  }
  const [across, down] = [bitmap.width / sheet.width, bitmap.height / sheet.height];
  context.drawImage(bitmap, piece.x * across, piece.y * down, piece.width * across, piece.height * down, 0, 0, wide, high);
  return canvas.toDataURL("image/jpeg", 0.88);
}
