import { Box, Text } from "@chakra-ui/react";
import { rgbOfHex, type Chart, type ChartCell, type Rgb, t } from "@yule/core";
import { useState } from "react";
import { FaultLines, FilePick } from "../../../kit/FormField.tsx";
import { wrongWith } from "../../../features/picture/header.ts";
import type { Repainted } from "../../../workers/colour.worker.ts";
import { colourSolver } from "../../../workers/colourSolver.ts";
import { PixelCanvas } from "./PixelCanvas.tsx";

export interface ChartPhoto {
  readonly shown: Repainted;
  readonly chart: Chart;
  readonly wasTransparent: boolean;
}

/** A photo that was taken of swatches. */
export function useChartPhoto() {
  const [photo, setPhoto] = useState<ChartPhoto | null>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const take = async (file: Blob): Promise<void> => {
    setFaults([]);
    const wrong = await wrongWith(file);
    if (wrong) return setFaults([wrong]);
    try {
      setPhoto(await colourSolver().chart(file));
    } catch {
      setFaults([t`The file breaks off or cannot be read. Choose a whole PNG or JPEG.`]);
    }
  };
  return { photo, faults, take };
}

export function PhotoPick({ take, faults, children }: { take: (file: Blob) => Promise<void>; faults: readonly string[]; children: string }) {
  return (
    <Box>
      <Box display="flex" gap="12px" flexWrap="wrap">
        <FilePick accept="image/png,image/jpeg" onPick={(file) => void take(file)}>
          {children}
        </FilePick>
        <FilePick accept="image/png,image/jpeg" camera onPick={(file) => void take(file)}>{t`Camera`}</FilePick>
      </Box>
      <FaultLines faults={faults} />
    </Box>
  );
}

/** A photo with its even patches outlined and numbered: a patch is pressed, or any other place. */
export function PhotoDesk({
  photo,
  width,
  marks,
  onCell,
  onPlace,
  label,
}: {
  photo: ChartPhoto;
  width: number;
  marks: ReadonlyMap<ChartCell, string>;
  onCell: (cell: ChartCell) => void;
  onPlace: (rgb: Rgb) => void;
  label: string;
}) {
  return (
    <Box position="relative" width={`${String(width)}px`} maxWidth="100%">
      <PixelCanvas picture={photo.shown} width={width} label={label} onPick={(hex) => onPlace(rgbOfHex(hex))} />
      {photo.chart.cells.map((cell, index) => {
        const mark = marks.get(cell);
        return (
          <button
            key={index}
            type="button"
            aria-label={t`Patch ${String(index + 1)}${mark ? `, ${mark}` : ""}`}
            aria-pressed={mark !== undefined}
            onClick={() => onCell(cell)}
            style={{
              position: "absolute",
              left: `${String(cell.x * 100)}%`,
              top: `${String(cell.y * 100)}%`,
              width: `${String(cell.width * 100)}%`,
              height: `${String(cell.height * 100)}%`,
              border: mark ? "3px solid #22303C" : "1.5px dashed #22303C",
              outline: "1px solid #FBF7EF",
              borderRadius: 3,
              cursor: "pointer",
              display: "flex",
              alignItems: "flex-start",
            }}
          >
            <span style={{ background: "#FBF7EF", color: "#22303C", fontSize: 14, lineHeight: 1.2, padding: "0 4px", borderRadius: 3 }}>{mark ?? index + 1}</span>
          </button>
        );
      })}
      {photo.chart.cells.length === 0 && <Text color="softInk">{t`No even patch stands out: press the places on the picture.`}</Text>}
    </Box>
  );
}
