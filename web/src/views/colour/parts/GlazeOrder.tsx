import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { MOST_SHAPES, type GlazeSequence as Order, type Overlap, type ShelfPaint, t } from "@yule/core";
import { onShelf } from "@yule/derive";
import { useEffect, useMemo, useState } from "react";
import { useLatest } from "../../../kit/useLatest.ts";
import { useSolved } from "../../../workers/useSolved.ts";
import { Choice, TextInput } from "../../../kit/FormField.tsx";
import { StateWord } from "../../../kit/states.tsx";
import type { AskProps } from "../ask.ts";
import { colourSolver } from "../../../workers/colourSolver.ts";
import { NO_DESIGN, useTouches } from "../../../features/meetings/useForecast.ts";
import { MeetingWash, Wash } from "../../../features/meetings/wash/Wash.tsx";
import { STATE } from "../../../features/meetings/PairRow.tsx";
import { useWay, WayPicker } from "./WayPicker.tsx";

interface Shape {
  readonly name: string;
  /** Id of a paint of the shelf. */
  readonly paint: string;
}

/** In which order to lay shapes that overlap, and where to let them dry, so that most of their colours stay clean. */
export function GlazeOrder({ outlook, shelf }: Pick<AskProps, "outlook" | "shelf">) {
  const chosen = useWay(outlook);
  const { design, way } = chosen;
  const [shapes, setShapes] = useState<readonly Shape[]>([]);
  const [overlaps, setOverlaps] = useState<readonly Overlap[]>([]);
  const { proposed, ready } = useProposal(chosen, shelf);
  const latest = useLatest(proposed);
  useEffect(() => {
    // Only another colourway, or its picture once it is read, begins anew; what the maker changes stays.
    if (!ready) return;
    setShapes(latest.current.shapes);
    setOverlaps(latest.current.overlaps);
  }, [design?.id, way?.id, ready, latest]);
  const films = useMemo(() => shapes.flatMap((shape) => shelf.find(({ id }) => id === shape.paint)?.film ?? []), [shapes, shelf]);
  const whole = films.length === shapes.length && shapes.length > 0;
  const { value, fresh } = useSolved(whole ? { films, overlaps } : null, (asked) => colourSolver().order(asked.films, asked.overlaps));
  const order = fresh ? value : null;
  const toggle = (a: number, b: number): void =>
    setOverlaps(overlaps.some(([x, y]) => x === a && y === b) ? overlaps.filter(([x, y]) => x !== a || y !== b) : [...overlaps, [a, b]]);
  const change = (index: number, patch: Partial<Shape>): void => setShapes(shapes.map((shape, at) => (at === index ? { ...shape, ...patch } : shape)));
  const remove = (index: number): void => {
    setShapes(shapes.filter((_, at) => at !== index));
    setOverlaps(overlaps.filter(([a, b]) => a !== index && b !== index).map(([a, b]) => [a > index ? a - 1 : a, b > index ? b - 1 : b]));
  };
  return (
    <Box as="section" aria-label={t`Order of shapes`}>
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">{t`In which order to lay what overlaps`}</Heading>
      <WayPicker outlook={outlook} chosen={chosen} />
      {order && order.overlaps.length > 0 && <Answer order={order} shapes={shapes} shelf={shelf} />}
      {shapes.map((shape, index) => (
        <Flex key={index} gap="10px" wrap="wrap" align="center" borderTop="1px solid" borderColor="hairline" paddingY="6px" maxWidth="900px">
          <TextInput
            aria-label={t`Shape ${String(index + 1)}`}
            width="150px"
            maxLength={40}
            value={shape.name}
            onChange={(change_) => change(index, { name: change_.target.value })}
          />
          <Box width="170px">
            <Choice
              aria-label={t`Paint of ${shape.name}`}
              value={shape.paint}
              onChange={(event) => change(index, { paint: event.target.value })}
              options={shelf.map(({ id, name }) => ({ value: id, label: name }))}
            />
          </Box>
          <Text color="softInk">{index === 0 ? "" : t`overlaps`}</Text>
          {shapes.slice(0, index).map((other, at) => {
            const on = overlaps.some(([a, b]) => a === at && b === index);
            return (
              <Button key={at} size="sm" variant={on ? "solid" : "outline"} aria-pressed={on} onClick={() => toggle(at, index)}>
                {other.name || t`shape ${String(at + 1)}`}
              </Button>
            );
          })}
          <Button size="sm" variant="ghost" aria-label={t`Leave out ${shape.name}`} onClick={() => remove(index)}>{t`leave out`}</Button>
        </Flex>
      ))}
      {shapes.length < MOST_SHAPES ? (
        <Button
          variant="outline"
          marginTop="8px"
          onClick={() => setShapes([...shapes, { name: `shape ${String(shapes.length + 1)}`, paint: shelf[shapes.length % shelf.length]?.id ?? "" }])}
        >{t`One more shape`}</Button>
      ) : (
        <Text color="softInk" marginTop="8px">{t`Twelve shapes are the most whose every order is searched.`}</Text>
      )}
    </Box>
  );
}

/** The paints of a colourway as shapes, overlapping where its picture has them side by side. */
function useProposal({ design, way }: ReturnType<typeof useWay>, shelf: readonly ShelfPaint[]) {
  const { touches, fresh } = useTouches(design ?? NO_DESIGN, way);
  const shapes = (way?.paints ?? []).flatMap((paint, place) => {
    const found = onShelf(paint, shelf);
    return found ? [{ name: paint.name, paint: found.id, place }] : [];
  });
  const overlaps = touches.flatMap(({ a, b, how }): Overlap[] => {
    const [x, y] = [shapes.findIndex(({ place }) => place === a), shapes.findIndex(({ place }) => place === b)];
    return how === "apart" || x < 0 || y < 0 ? [] : [[x, y]];
  });
  return { proposed: { shapes: shapes.map(({ name, paint }) => ({ name, paint })), overlaps }, ready: fresh };
}

function Answer({ order, shapes, shelf }: { order: Order; shapes: readonly Shape[]; shelf: readonly ShelfPaint[] }) {
  const nameOf = (shape: number): string => shapes[shape]?.name ?? "";
  const paintOf = (shape: number): ShelfPaint | undefined => shelf.find(({ id }) => id === shapes[shape]?.paint);
  return (
    <Box marginBottom="14px">
      <Text fontSize="18px" fontFamily="heading" marginBottom="8px" role="status">
        {order.clean === order.overlaps.length
          ? t`All ${String(order.overlaps.length)} overlaps stay clean`
          : t`${String(order.clean)} of ${String(order.overlaps.length)} overlaps stay clean, and no order keeps more`}
        {order.passes.length > 1 ? t`: ${String(order.passes.length)} goes, dry between them.` : t`: all in one go, wet.`}
      </Text>
      <Flex gap="20px" wrap="wrap" align="center">
        {order.passes.map((pass, index) => (
          <Flex key={index} align="center" gap="20px">
            {index > 0 && <Text color="softInk">{t`let dry, then`}</Text>}
            <Flex gap="10px">
              {pass.map((shape) => {
                const paint = paintOf(shape);
                return (
                  <Box key={shape}>
                    {paint && <Wash film={paint.film} width={80} height={46} granulates={paint.granulates} label={nameOf(shape)} />}
                    <Text fontSize="15px">
                      {index + 1}. {nameOf(shape)}
                    </Text>
                  </Box>
                );
              })}
            </Flex>
          </Flex>
        ))}
      </Flex>
      <Flex gap="10px 24px" wrap="wrap" marginTop="12px">
        {order.overlaps.map(({ under, on, wet, gives }) => {
          const [first, second] = [paintOf(under), paintOf(on)];
          return (
            <Flex key={`${String(under)} ${String(on)}`} gap="10px" align="center">
              {first && second && (
                <MeetingWash
                  earlier={first.film}
                  later={second.film}
                  how={wet ? "wet" : "glaze"}
                  width={92}
                  height={46}
                  label={`${nameOf(on)} ${wet ? t`into` : t`over`} ${nameOf(under)}`}
                />
              )}
              <Box>
                <Text fontSize="15px">
                  {nameOf(on)} {wet ? t`into` : t`over`} {nameOf(under)}
                </Text>
                <StateWord state={STATE[gives.verdict]}>{gives.verdict}</StateWord>
              </Box>
            </Flex>
          );
        })}
      </Flex>
    </Box>
  );
}
