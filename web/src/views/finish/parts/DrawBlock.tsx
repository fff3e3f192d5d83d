import { t } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Corners } from "@yule/core";
import { useState } from "react";
import { z } from "zod";
import { CornerPicker } from "../../../features/picture/CornerPicker.tsx";
import { countText } from "../../../kit/form/texts.ts";
import { useSchemaForm } from "../../../kit/form/useSchemaForm.ts";
import { FormField, TextInput, UNDER_LABEL } from "../../../kit/FormField.tsx";
import type { DrawnBlock } from "../../../workers/picture.worker.ts";
import type { Drawing } from "../useBatchPhoto.ts";

const MOST = 40;
const schema = z.object({ across: countText(1, MOST), down: countText(1, MOST) });

/** Panels that touch are not told apart: she pulls the four corners of the block, and says how many lie across and down. */
export function DrawBlock({ drawing, panels, onDraw }: { drawing: Drawing; panels: number; onDraw: (block: DrawnBlock) => Promise<void> }) {
  const [corners, setCorners] = useState<Corners>(drawing.on.corners);
  const form = useSchemaForm(schema, { across: String(panels), down: "1" });
  const { register, faultOf } = form;
  const save = form.handleSubmit((told) => onDraw({ corners, ...told }));
  return (
    <Box as="section" aria-label={t`Where the panels lie`} marginTop="14px">
      <Text
        marginBottom="8px"
        maxWidth="44em"
      >{t`Or say where they are: lay them edge to edge, pull the four corners onto those of the whole block, and say how many lie in it.`}</Text>
      <Flex gap="18px" wrap="wrap" align="flex-start">
        <CornerPicker looked={drawing.on} corners={corners} onMoved={setCorners} />
        <form onSubmit={(event) => void save(event)} noValidate>
          <Flex gap="12px" align="flex-start">
            <Box width="110px">
              <FormField label={t`Across`} fault={faultOf("across")}>
                <TextInput inputMode="numeric" {...register("across")} />
              </FormField>
            </Box>
            <Box width="110px">
              <FormField label={t`Down`} fault={faultOf("down")}>
                <TextInput inputMode="numeric" {...register("down")} />
              </FormField>
            </Box>
            <Button type="submit" marginTop={UNDER_LABEL}>{t`Look again`}</Button>
          </Flex>
        </form>
      </Flex>
    </Box>
  );
}
