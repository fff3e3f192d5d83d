import { Button, Text } from "@chakra-ui/react";
import textLatin from "@fontsource/hanken-grotesk/files/hanken-grotesk-latin-400-normal.woff?url";
import textMore from "@fontsource/hanken-grotesk/files/hanken-grotesk-latin-ext-400-normal.woff?url";
import strongLatin from "@fontsource/hanken-grotesk/files/hanken-grotesk-latin-700-normal.woff?url";
import strongMore from "@fontsource/hanken-grotesk/files/hanken-grotesk-latin-ext-700-normal.woff?url";
import headingLatin from "@fontsource/literata/files/literata-latin-600-normal.woff?url";
import headingMore from "@fontsource/literata/files/literata-latin-ext-600-normal.woff?url";
import { wrap } from "comlink";
import { useState } from "react";
import type { Outlook } from "../../app/outlook.ts";
import { saveFile } from "../../kit/save.ts";
import type { NeedRow } from "../needRow.ts";
import type { Planned } from "../planned.ts";
import type { WallSheetWorker } from "../wallSheet.worker.ts";

const load = async (address: string): Promise<Uint8Array> => new Uint8Array(await (await fetch(address)).arrayBuffer());

/** The season as one PDF page, made here: nothing leaves the table. */
export function SheetForTheWall({ outlook, planned, rows }: { outlook: Outlook; planned: Planned | null; rows: readonly NeedRow[] }) {
  const [state, setState] = useState<"ready" | "making" | "failed">("ready");
  const make = async (): Promise<void> => {
    setState("making");
    const worker = new Worker(new URL("../wallSheet.worker.ts", import.meta.url), { type: "module" });
    try {
      const all = (...addresses: string[]): Promise<Uint8Array[]> => Promise.all(addresses.map(load));
      const [text, strong, heading] = await Promise.all([all(textLatin, textMore), all(strongLatin, strongMore), all(headingLatin, headingMore)]);
      const bytes = await wrap<WallSheetWorker>(worker).wallSheet(outlook, rows, planned, { text, strong, heading });
      saveFile(`season-${outlook.today}.pdf`, "application/pdf", bytes);
      setState("ready");
    } catch {
      setState("failed");
    } finally {
      worker.terminate();
    }
  };
  return (
    <>
      <Button variant="ghost" paddingInline="0" disabled={state === "making"} onClick={() => void make()}>
        {state === "making" ? "Drawing the sheet …" : "Sheet for the wall"}
      </Button>
      {state === "failed" && (
        <Text color="cannot" role="alert">
          The sheet could not be made: its letters are not there. Try again when the server answers.
        </Text>
      )}
    </>
  );
}
