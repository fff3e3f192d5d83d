import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { DesignRead } from "@yule/contract";
import { lengthOfUnits, printLength, stackGeometry, type Length } from "@yule/core";
import { useState } from "react";
import { give } from "../../app/outbox.ts";
import { stackOf } from "../../app/materials.ts";
import { LengthField } from "../../kit/LengthField.tsx";
import { spoken, useMeasure } from "../../kit/measure.tsx";

type StackRead = DesignRead["stack"];

/** The figures of a stack, changed one by one; what cannot be is said before it is kept. */
export function StackForm({ design }: { design: DesignRead }) {
  const { say, system } = useMeasure();
  const [stack, setStack] = useState<StackRead>(design.stack);
  const [stale, setStale] = useState<StackRead | null>(null);
  const changed = JSON.stringify(stack) !== JSON.stringify(design.stack);
  const geometry = stackGeometry(stackOf({ stack }));
  const faultAt = (index: number, side: string): string | undefined => {
    const fault = geometry.faults.find((each) => each.path[1] === index && (each.path[2] === side || each.path.length === 2));
    return fault && `given ${spoken(fault.given, say)}, allowed ${spoken(fault.allowed, say)}`;
  };
  const putLayer = (index: number, patch: { width?: Length; height?: Length }): void =>
    setStack({ ...stack, layers: stack.layers.map((layer, at) => (at === index ? { ...layer, ...patch } : layer)) });
  const save = async (version: number): Promise<void> => {
    const sent = await give("change-stack", { id: design.id, version, stack });
    setStale(sent.state === "refused" && sent.problem.status === 409 ? design.stack : null);
  };
  return (
    <Box as="section" aria-label="Sizes" marginTop="20px">
      <Flex gap="14px" wrap="wrap" align="flex-start">
        <LengthField label="card width" value={lengthOfUnits(stack.width)} onRead={(width) => setStack({ ...stack, width })} />
        <LengthField label="card height" value={lengthOfUnits(stack.height)} onRead={(height) => setStack({ ...stack, height })} />
        {stack.layers.map((layer, index) => (
          <Flex key={`${layer.name}${String(index)}`} gap="14px">
            <LengthField label={`${layer.name} width`} value={lengthOfUnits(layer.width)} onRead={(width) => putLayer(index, { width })} fault={faultAt(index, "width")} />
            <LengthField label={`${layer.name} height`} value={lengthOfUnits(layer.height)} onRead={(height) => putLayer(index, { height })} fault={faultAt(index, "height")} />
          </Flex>
        ))}
      </Flex>
      {changed && (
        <Flex gap="10px" align="center" wrap="wrap" marginTop="10px">
          <Button disabled={geometry.faults.some((fault) => fault.code !== "envelope-too-small")} onClick={() => void save(design.version)}>
            Keep these sizes
          </Button>
          <Button variant="outline" onClick={() => setStack(design.stack)}>
            Back to the old ones
          </Button>
          {geometry.layers.map((layer) => (
            <Text key={layer.name} color="softInk">
              {layer.name} reveal {printLength(layer.reveal.left, system)}
            </Text>
          ))}
        </Flex>
      )}
      {stale && (
        <Box role="alert" border="1.5px solid" borderColor="tight" borderRadius="10px" padding="12px 16px" marginTop="12px">
          <Text marginBottom="8px">
            These sizes were changed elsewhere meanwhile. There the card is {printLength(lengthOfUnits(stale.width), system)} wide; yours is{" "}
            {printLength(lengthOfUnits(stack.width), system)}.
          </Text>
          <Flex gap="10px">
            <Button onClick={() => void save(design.version)}>Keep mine</Button>
            <Button variant="outline" onClick={() => (setStack(design.stack), setStale(null))}>
              Take theirs
            </Button>
          </Flex>
        </Box>
      )}
    </Box>
  );
}
