import type { PictureLayers } from "@yule/core";

/** A picture taken apart into its paints: how much of it each covers, and which lie side by side. */
export interface Apart extends Pick<PictureLayers, "areas" | "touching" | "wasTransparent" | "width" | "height"> {
  /** By which the picture is asked for again. */
  readonly key: string;
}
