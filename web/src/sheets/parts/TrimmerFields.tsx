import { Flex } from "@chakra-ui/react";
import type { Tools } from "@yule/core";
import { Fold } from "../../kit/Fold.tsx";
import { LengthField } from "../../kit/LengthField.tsx";
import { NumberField } from "../../kit/NumberField.tsx";

/** The trimmer at this table: how long it cuts, and how many sheets at once. */
export function TrimmerFields({ tools, onChange }: { tools: Tools; onChange: (tools: Tools) => void }) {
  return (
    <Fold title="My trimmer">
      <Flex gap="14px" wrap="wrap">
        <LengthField
          label="Longest cut"
          value={tools.reach}
          usual="knife and ruler"
          onRead={(reach) => onChange({ ...tools, reach })}
          onEmpty={() => onChange({ ...tools, reach: null })}
        />
        <NumberField label="Sheets at once" value={tools.atOnce} least={1} most={20} whole onRead={(atOnce) => onChange({ ...tools, atOnce })} />
      </Flex>
    </Fold>
  );
}
