import { t } from "@yule/core";
import { Box, Flex } from "@chakra-ui/react";
import type { Length } from "@yule/core";
import { Choice, FormField, Tick } from "../../../kit/FormField.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import type { PaintedPaper } from "./wants.ts";

const OWN = "own";

/** What was painted, its true size, what is lost at its rim, and whether the shelf still counts it. */
export function PaperFields({
  papers,
  paper,
  own,
  edge,
  onShelf,
  isSheet,
  onPaper,
  onOwn,
  onEdge,
  onShelfToo,
}: {
  papers: readonly PaintedPaper[];
  paper: PaintedPaper;
  own: { width: Length; height: Length } | null;
  edge: Length;
  onShelf: boolean;
  isSheet: boolean;
  onPaper: (key: string) => void;
  onOwn: (size: { width: Length; height: Length }) => void;
  onEdge: (edge: Length) => void;
  onShelfToo: (on: boolean) => void;
}) {
  const size = own ?? paper;
  return (
    <Box as="section" aria-label={t`What was painted`}>
      <FormField label={t`What was painted`}>
        <Choice
          value={own ? OWN : paper.key}
          onChange={(change) => (change.target.value === OWN ? onOwn({ width: paper.width, height: paper.height }) : onPaper(change.target.value))}
          options={[...papers.map(({ key, label }) => ({ value: key, label })), { value: OWN, label: t`something of another size` }]}
        />
      </FormField>
      <Flex gap="12px" wrap="wrap" marginTop="10px">
        {own && <LengthField label={t`Its width`} value={size.width} onRead={(width) => onOwn({ width, height: size.height })} />}
        {own && <LengthField label={t`Its height`} value={size.height} onRead={(height) => onOwn({ width: size.width, height })} />}
        <LengthField
          label={t`Rim that is cut off`}
          value={edge}
          mayBeNothing
          onRead={onEdge}
          fault={edge * 2 >= Math.min(size.width, size.height) ? t`That is half of the sheet or more. Give less than half of its shorter side.` : undefined}
        />
      </Flex>
      {isSheet && <Tick checked={onShelf} onChange={(change) => onShelfToo(change.target.checked)}>{t`the shelf still counts this sheet`}</Tick>}
    </Box>
  );
}
