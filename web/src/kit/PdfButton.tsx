import { t } from "@yule/core";
import { Button, Text } from "@chakra-ui/react";
import { useState } from "react";
import { saveFile } from "./save.ts";

/** Makes a PDF here and hands it over: nothing leaves the table. @param make throws where its letters cannot be had */
export function PdfButton({ children, name, make }: { children: string; name: string; make: () => Promise<Uint8Array> }) {
  const [state, setState] = useState<"ready" | "making" | "failed">("ready");
  const press = async (): Promise<void> => {
    setState("making");
    try {
      saveFile(name, "application/pdf", await make());
      setState("ready");
    } catch {
      setState("failed");
    }
  };
  return (
    <>
      <Button variant="ghost" paddingInline="0" disabled={state === "making"} onClick={() => void press()}>
        {state === "making" ? t`Drawing the sheet …` : children}
      </Button>
      {state === "failed" && <Text color="cannot" role="alert">{t`The sheet could not be made: its letters are not there. Try again when the server answers.`}</Text>}
    </>
  );
}
