import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { faultLine, type DesignRead, type Problem } from "@yule/contract";
import type { Corners, PictureColour } from "@yule/core";
import { useEffect, useRef, useState } from "react";
import { v7 } from "uuid";
import { give } from "../../app/outbox.ts";
import { panelOf } from "../../app/materials.ts";
import { Choice, FaultLines, FilePick, FormField, Tick } from "../../kit/FormField.tsx";
import { MOST_BYTES, wrongWith } from "../picture/header.ts";
import { pictureDesk } from "../picture/pictureWork.ts";
import type { Cropped, Looked } from "../picture/picture.worker.ts";
import { CornerPicker } from "./picture/CornerPicker.tsx";

/** Photos and scans of the painting: by file, drop, paste, camera or scanner; straightened, cropped to the panel, its colours taken. */
export function PicturePanel({ design }: { design: DesignRead }) {
  const [wayId, setWayId] = useState(design.colourways[0]?.id ?? "");
  const [photo, setPhoto] = useState<{ file: Blob; looked: Looked } | null>(null);
  const [corners, setCorners] = useState<Corners | null>(null);
  const [cropped, setCropped] = useState<Cropped | null>(null);
  const [takeColours, setTakeColours] = useState(true);
  const [state, setState] = useState("");
  const [faults, setFaults] = useState<readonly string[]>([]);
  const [over, setOver] = useState(false);
  const way = design.colourways.find((each) => each.id === wayId);
  const panel = panelOf(design);
  const ratio = panel.height / panel.width;

  const take = async (file: Blob): Promise<void> => {
    setFaults([]);
    setCropped(null);
    const wrong = await wrongWith(file);
    if (wrong) return setFaults([wrong]);
    setState("Looking for the panel ...");
    try {
      const looked = await pictureDesk().look(file);
      setPhoto({ file, looked });
      setCorners(looked.corners);
      setCropped(await pictureDesk().crop(looked.corners, ratio));
      setState(looked.found ? "" : "No panel stands out from what it lies on: pull the corners to where they are.");
    } catch {
      setState("");
      setPhoto(null);
      setFaults(["picture: given a file that breaks off or cannot be read, allowed a whole PNG or JPEG"]);
    }
  };
  // A picture pasted anywhere on the page is meant for the design that is open.
  const taking = useRef(take);
  taking.current = take;
  useEffect(() => {
    const pasted = (event: ClipboardEvent): void => {
      const file = [...(event.clipboardData?.files ?? [])].find((each) => each.type.startsWith("image/"));
      if (file) void taking.current(file);
    };
    window.addEventListener("paste", pasted);
    return () => window.removeEventListener("paste", pasted);
  }, []);

  const recrop = async (now: Corners): Promise<void> => {
    setCorners(now);
    const again = await pictureDesk().crop(now, ratio);
    setCropped(again);
    setFaults(again ? [] : ["corners: given three on one line, allowed four around the panel"]);
  };
  const keep = async (): Promise<void> => {
    if (!photo || !cropped || !way) return;
    setState("Keeping ...");
    const problem = await keepPicture(design, way, photo.file, cropped, takeColours);
    setState("");
    if (problem) return setFaults(problem.errors.length > 0 ? problem.errors.map(faultLine) : [problem.detail]);
    setPhoto(null);
    setCropped(null);
  };
  const scan = async (): Promise<void> => {
    const answer = await fetch("/api/scan").catch(() => null);
    if (answer?.ok) await take(await answer.blob());
    else setFaults(["scanner: given no answer, allowed a scanner that is on"]);
  };
  return (
    <Box
      as="section"
      aria-label="Picture"
      marginTop="26px"
      maxWidth="660px"
      outline={over ? "3px dashed" : undefined}
      outlineOffset="6px"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const [file] = event.dataTransfer.files;
        if (file) void take(file);
      }}
    >
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">
        Picture
      </Heading>
      <Flex gap="10px" wrap="wrap" align="flex-end">
        {design.colourways.length > 1 && (
          <Box width="180px">
            <FormField label="Of the colourway">
              <Choice value={wayId} onChange={(change) => setWayId(change.target.value)} options={design.colourways.map((each) => ({ value: each.id, label: each.name }))} />
            </FormField>
          </Box>
        )}
        <FilePick accept="image/png,image/jpeg" onPick={(file) => void take(file)}>
          Choose a photo or scan
        </FilePick>
        <FilePick accept="image/*" camera onPick={(file) => void take(file)}>
          Camera
        </FilePick>
        <Button variant="outline" onClick={() => void scan()}>
          Scanner (simulated)
        </Button>
      </Flex>
      <Text color="softInk" marginTop="6px" aria-live="polite">
        {photo?.looked.seeThrough && "What was see-through in it was taken for white paper. "}
        {state || (photo ? "Pull the corners onto the panel’s own; arrow keys move them too." : "Or drop it here, or paste it.")}
      </Text>
      <FaultLines faults={faults} />
      {photo && corners && (
        <Flex gap="18px" wrap="wrap" align="flex-start" marginTop="8px">
          <CornerPicker looked={photo.looked} corners={corners} onMoved={(now) => void recrop(now)} />
          {cropped && (
            <Box flex="1" minWidth="220px">
              <CroppedPicture blob={cropped.small} ratio={ratio} />
              <Palette colours={cropped.palette} />
              <Tick checked={takeColours} onChange={(change) => setTakeColours(change.target.checked)}>
                take these as its colours
              </Tick>
              <Flex gap="10px" marginTop="6px">
                <Button onClick={() => void keep()}>Keep this picture</Button>
                <Button variant="outline" onClick={() => (setPhoto(null), setCropped(null), setState(""))}>
                  Leave it
                </Button>
              </Flex>
            </Box>
          )}
        </Flex>
      )}
    </Box>
  );
}

const put = async (path: string, body: Blob): Promise<Problem | null> => {
  const answer = await fetch(`/api/pictures/${path}`, { method: "PUT", body }).catch(() => null);
  if (answer?.ok) return null;
  const told: unknown = await answer?.json().catch(() => null);
  return (
    (told as Problem | null) ?? {
      type: "about:blank",
      title: "The server does not answer.",
      status: 0,
      detail: "The picture was not kept: the server does not answer. It is still here; try again.",
      errors: [],
    }
  );
};

/** The original, the panel cropped from it and its small size; then the colourway shows them. Nothing of the design changes before all three are there. */
async function keepPicture(design: DesignRead, way: DesignRead["colourways"][number], file: Blob, cropped: Cropped, takeColours: boolean): Promise<Problem | null> {
  const original = file.size <= MOST_BYTES ? file : await pictureDesk().lighter();
  const [originalId, pictureId] = [v7(), v7()];
  const problem =
    (original && (await put(originalId, original))) ?? (await put(`${pictureId}?original=${originalId}`, cropped.kept)) ?? (await put(`${pictureId}/small`, cropped.small));
  if (problem) return problem;
  const paints = takeColours ? cropped.palette.map((colour, index) => ({ pigments: "", name: `from the picture ${String(index + 1)}`, hex: colour.hex })) : undefined;
  const sent = await give("change-colourway", { id: design.id, version: design.version, colourwayId: way.id, pictureId, ...(paints ? { paints } : {}) });
  return sent.state === "refused" ? sent.problem : null;
}

function CroppedPicture({ blob, ratio }: { blob: Blob; ratio: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let isGone = false;
    void createImageBitmap(blob).then((bitmap) => {
      if (isGone || !canvas.current) return bitmap.close();
      canvas.current.width = bitmap.width;
      canvas.current.height = bitmap.height;
      canvas.current.getContext("2d")?.drawImage(bitmap, 0, 0);
      bitmap.close();
      return undefined;
    });
    return () => {
      isGone = true;
    };
  }, [blob]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label="The panel, straightened"
      style={{ width: 220, height: 220 * ratio, display: "block", border: "1px solid var(--chakra-colors-hairline)" }}
    />
  );
}

function Palette({ colours }: { colours: readonly PictureColour[] }) {
  return (
    <Flex gap="6px" marginTop="8px" aria-label={`Its colours: ${colours.map((colour) => `${colour.hex} ${String(Math.round(colour.share * 100))} in 100`).join(", ")}`} role="img">
      {colours.map((colour) => (
        <Box key={colour.hex} width="34px" height="34px" borderRadius="17px" border="1px solid" borderColor="ink" style={{ background: colour.hex }} />
      ))}
    </Flex>
  );
}
