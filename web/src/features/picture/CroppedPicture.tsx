import { t } from "@yule/core";
import { useEffect, useRef } from "react";

/** What was straightened, before it is kept. */
export function CroppedPicture({ blob, ratio, what }: { blob: Blob; ratio: number; what: string }) {
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
      aria-label={t`The ${what}, straightened`}
      style={{ width: 220, height: 220 * ratio, display: "block", border: "1px solid var(--chakra-colors-hairline)" }}
    />
  );
}
