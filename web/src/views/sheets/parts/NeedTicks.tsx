import { t } from "@yule/core";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { panelsWanted, type NeedView } from "@yule/derive";
import { Tick } from "../../../kit/FormField.tsx";

/** The needs that are split together, each with the panels to spare that the maker wants beyond what is reckoned. */
export function NeedTicks({
  wanting,
  chosen,
  spareOf,
  onTick,
  onSpare,
}: {
  wanting: readonly NeedView[];
  chosen: ReadonlySet<string>;
  spareOf: (needId: string) => number;
  onTick: (id: string, on: boolean) => void;
  onSpare: (id: string, count: number) => void;
}) {
  return (
    <Box as="section" aria-label={t`Split for`} marginTop="22px">
      <Heading as="h2" fontSize="18px" fontWeight={600} marginBottom="2px">{t`Split for`}</Heading>
      {wanting.map((view) => {
        const more = spareOf(view.need.id);
        return (
          <Flex key={view.need.id} align="center" gap="4px" borderTop="1px solid" borderColor="hairline">
            <Box flex="1" minWidth={0} overflowWrap="anywhere">
              <Tick checked={chosen.has(view.need.id)} onChange={(change) => onTick(view.need.id, change.target.checked)}>
                <span>
                  {view.need.title}
                  <Text as="span" color="softInk">{t`, ${panelsWanted(view, more)} panels`}</Text>
                </span>
              </Tick>
            </Box>
            <Button
              variant="ghost"
              minWidth="44px"
              paddingInline="0"
              aria-label={t`One panel fewer for ${view.need.title}`}
              disabled={more === 0}
              onClick={() => onSpare(view.need.id, more - 1)}
            >
              −
            </Button>
            <Button variant="ghost" minWidth="44px" paddingInline="0" aria-label={t`One panel more for ${view.need.title}`} onClick={() => onSpare(view.need.id, more + 1)}>
              +
            </Button>
          </Flex>
        );
      })}
    </Box>
  );
}
