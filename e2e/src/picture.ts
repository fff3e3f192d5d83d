import type { Page } from "@playwright/test";

/** A patch on a photo that a test makes up. */
export interface Patch {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
}

/** A PNG painted by the browser: patches on paper, or on nothing. */
export async function photoOf(page: Page, width: number, height: number, paper: string | null, patches: readonly Patch[]): Promise<Buffer> {
  const told = await page.evaluate(
    (job) => {
      const canvas = document.createElement("canvas");
      [canvas.width, canvas.height] = [job.width, job.height];
      const context = canvas.getContext("2d");
      if (!context) throw new Error("no canvas");
      if (job.paper) {
        context.fillStyle = job.paper;
        context.fillRect(0, 0, job.width, job.height);
      }
      for (const patch of job.patches) {
        context.fillStyle = patch.colour;
        context.fillRect(patch.x, patch.y, patch.width, patch.height);
      }
      return canvas.toDataURL("image/png");
    },
    { width, height, paper, patches },
  );
  return Buffer.from(told.slice(told.indexOf(",") + 1), "base64");
}
