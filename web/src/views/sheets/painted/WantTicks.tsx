import { t } from "@yule/core";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { Choice, Tick } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import type { PossibleWant } from "./wants.ts";

/** What may come out of the painting, each need with the colour that it would like. */
export function WantTicks({
  possible,
  left,
  likes,
  onTick,
  onLike,
}: {
  possible: readonly PossibleWant[];
  left: ReadonlySet<string>;
  likes: ReadonlyMap<string, string>;
  onTick: (id: string, on: boolean) => void;
  onLike: (needId: string, hex: string | null) => void;
}) {
  const { size } = useMeasure();
  return (
    <Box as="section" aria-label={t`Wanted from it`}>
      <Heading as="h2" fontSize="18px" fontWeight={600}>{t`Wanted from it`}</Heading>
      {possible.map(({ want, name, view }) => (
        <Flex key={want.id} align="center" gap="8px" borderTop="1px solid" borderColor="hairline">
          <Box flex="1" minWidth={0} overflowWrap="anywhere">
            <Tick checked={!left.has(want.id)} onChange={(change) => onTick(want.id, change.target.checked)}>
              <span>
                {view?.need.title ?? name}
                <Text as="span" color="softInk">
                  , {view ? t`${String(want.count)} of ` : ""}
                  {size(want.width, want.height)}
                  {want.wish.calm && t`, calm for its words`}
                  {want.wish.without.length > 0 && t`, no ${want.wish.without.join(", no ")}`}
                </Text>
              </span>
            </Tick>
          </Box>
          {view && !left.has(want.id) && (
            <Box width="138px" flex="none">
              <Choice
                aria-label={t`Colour that ${view.need.title} likes`}
                value={likes.get(view.need.id) ?? ""}
                onChange={(change) => onLike(view.need.id, change.target.value === "" ? null : change.target.value)}
                options={[
                  { value: "", label: t`any colour` },
                  ...view.design.colourways.flatMap((way) => way.paints.map((paint) => ({ value: paint.hex, label: paint.name || paint.pigments }))).filter(isFirst),
                ]}
              />
            </Box>
          )}
        </Flex>
      ))}
    </Box>
  );
}

const isFirst = (option: { readonly value: string }, index: number, all: readonly { readonly value: string }[]): boolean =>
  all.findIndex((other) => other.value === option.value) === index;
