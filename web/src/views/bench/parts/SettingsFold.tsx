import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { t } from "@yule/core";
import { Box, Flex, Text } from "@chakra-ui/react";
import type { BenchSettings } from "@yule/derive";
import { Fold } from "../../../kit/Fold.tsx";
import { FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { ALLOWED, changeSettings, isWhole } from "../../../plan/settings.ts";
import { memo, useState } from "react";

const hourFault = (text: string): string | undefined => {
  const hour = Number(text);
  return text.trim() !== "" && Number.isInteger(hour) && hour >= 0 && hour <= 23 ? undefined : giveInstead(text, t`a whole hour from 0 to 23`);
};
/** @param without what it means to leave the figure out */
const figureFault =
  (range: readonly [number, number], without: string) =>
  (text: string): string | undefined =>
    text.trim() === "" || isWhole(Number(text), range)
      ? undefined
      : giveInstead(text, t`a whole number from ${String(range[0])} to ${String(range[1])}, or nothing for ${without}`);
const figureIn = (text: string): number | null => (text.trim() === "" ? null : Number(text));

/** How this device behaves at the bench, and what there is to work with. */
export const SettingsFold = memo(function SettingsFold({ settings }: { settings: BenchSettings }) {
  const tick = (key: "chimes" | "vibrates" | "readsOut" | "keepsAwake" | "leftHanded" | "heatTool", words: string) => (
    <Tick checked={settings[key]} onChange={(change) => changeSettings({ [key]: change.target.checked })}>
      {words}
    </Tick>
  );
  return (
    <Fold title={t`This device, and what is at hand`}>
      <Box display="grid" gridTemplateColumns="repeat(auto-fit, minmax(250px, 1fr))" gap="4px 20px" marginTop="8px">
        {tick("chimes", t`Chime when a window opens or closes`)}
        {tick("vibrates", t`Shake then, where the device can`)}
        {tick("readsOut", t`Read the next move out`)}
        {tick("keepsAwake", t`Keep the screen on in a session`)}
        {tick("leftHanded", t`Big card on the left`)}
        {tick("heatTool", t`A heat tool lies at hand`)}
      </Box>
      <Flex gap="14px" wrap="wrap" marginTop="10px" align="flex-start">
        <Figured label={t`Quiet from, hour`} value={String(settings.quietFrom)} fault={hourFault} onKeep={(text) => changeSettings({ quietFrom: Number(text) })} />
        <Figured label={t`Quiet until, hour`} value={String(settings.quietTo)} fault={hourFault} onKeep={(text) => changeSettings({ quietTo: Number(text) })} />
        <Figured
          label={t`Boards for taped sheets`}
          value={settings.boards === null ? "" : String(settings.boards)}
          fault={figureFault(ALLOWED.boards, "as many as you like")}
          onKeep={(text) => changeSettings({ boards: figureIn(text) })}
        />
        <Figured
          label={t`One stage at most, min`}
          value={settings.tiresAfter === null ? "" : String(settings.tiresAfter)}
          fault={figureFault(ALLOWED.tiresAfter, "a hand that never tires")}
          onKeep={(text) => changeSettings({ tiresAfter: figureIn(text) })}
        />
      </Flex>
      <Text color="softInk" marginTop="6px" maxWidth="560px">{t`Drying places, the minutes for fresh water and what a helper may do are the shop's and stand in Season.`}</Text>
    </Fold>
  );
});

function Figured({ label, value, fault, onKeep }: { label: string; value: string; fault: (text: string) => string | undefined; onKeep: (text: string) => void }) {
  const [text, setText] = useState(value);
  const wrong = fault(text);
  return (
    <Box width="170px">
      <FormField label={label} fault={wrong}>
        <TextInput
          inputMode="numeric"
          value={text}
          onChange={(change) => {
            setText(change.target.value);
            if (fault(change.target.value) === undefined) onKeep(change.target.value);
          }}
        />
      </FormField>
    </Box>
  );
}
