import { minorOf, money, majorText, t } from "@yule/core";
import { Flex, Text } from "@chakra-ui/react";
import { Fold } from "../../../kit/Fold.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { NumberField } from "../../../kit/NumberField.tsx";
import type { Table } from "../tools.ts";

/** The maker's table: how long the trimmer cuts and how many sheets at once, what comes off the rim first, what an hour counts. */
export function TrimmerFields({ tools, currency, onChange }: { tools: Table; currency: string; onChange: (tools: Table) => void }) {
  return (
    <Fold title={t`My table`}>
      <Flex gap="14px" wrap="wrap">
        <LengthField
          label={t`Longest cut`}
          value={tools.reach}
          usual={t`knife and ruler`}
          onRead={(reach) => onChange({ ...tools, reach })}
          onEmpty={() => onChange({ ...tools, reach: null })}
        />
        <NumberField label={t`Sheets at once`} value={tools.atOnce} least={1} most={20} whole onRead={(atOnce) => onChange({ ...tools, atOnce })} />
        <LengthField label={t`Rim trimmed off`} value={tools.rim} mayBeNothing onRead={(rim) => onChange({ ...tools, rim })} />
        <NumberField
          label={t`An hour of mine, ${currency}`}
          value={Number(majorText(money(tools.hourMinor ?? 0), currency))}
          least={0}
          most={100_000}
          onRead={(hour) => onChange({ ...tools, hourMinor: hour === 0 ? null : minorOf(hour, currency) })}
        />
      </Flex>
      <Text color="softInk" fontSize="15px" marginTop="6px">{t`With no rim trimmed off, a deckle stays on the pieces that lie there.`}</Text>
    </Fold>
  );
}
