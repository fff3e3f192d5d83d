import { t } from "@yule/core";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { PaintedWindow } from "@yule/core";
import { Choice, FormField } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import type { PossibleWant } from "./wants.ts";
import { againstIt, forIt } from "./windowWords.ts";

/** What can be done with the window that is chosen. */
export function WindowTools({
  number,
  window,
  fits,
  onHold,
  onLetGo,
  onTurn,
  onMark,
}: {
  number: number;
  window: PaintedWindow;
  /** What else is of its size. */
  fits: readonly PossibleWant[];
  onHold: (panel: string) => void;
  onLetGo: () => void;
  onTurn: () => void;
  onMark: () => void;
}) {
  const { size } = useMeasure();
  const against = againstIt(window);
  return (
    <Box as="section" aria-label={t`Crop ${String(number)}`} marginTop="8px">
      <Text>
        <b>{t`Crop ${number}`}</b>, {size(window.piece.width, window.piece.height)}: {forIt(window)}
        {against !== "" && t`; but ${against}`}.
      </Text>
      <Flex gap="10px" wrap="wrap" align="flex-end" marginTop="4px">
        <Box width="260px">
          <FormField label={t`Crop ${String(number)} is for`}>
            <Choice
              value={window.piece.panel}
              onChange={(change) => onHold(change.target.value)}
              options={fits.map(({ want, name, view }) => ({ value: want.id, label: view?.need.title ?? name }))}
            />
          </FormField>
        </Box>
        {window.held ? (
          <Button variant="outline" onClick={onLetGo}>{t`Let it go`}</Button>
        ) : (
          <Button variant="outline" onClick={() => onHold(window.piece.panel)}>{t`Hold it here`}</Button>
        )}
        <Button variant="outline" onClick={onTurn}>{t`Turn it`}</Button>
        <Button variant="ghost" onClick={onMark}>{t`Mark its middle`}</Button>
      </Flex>
    </Box>
  );
}
