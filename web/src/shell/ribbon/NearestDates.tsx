import { Flex, Text } from "@chakra-ui/react";
import { t } from "@yule/core";
import type { RulerTag } from "@yule/derive";
import { Link } from "react-router";
import { printDay } from "../../kit/say.ts";
import { STAND_COLOUR, StateMark } from "../../kit/states.tsx";

/** So many dates are told in words where the whole ruler is not needed. */
const TOLD = 3;

/** What comes next, in words: the same marks as on the ruler, read without it. */
export function NearestDates({ tags, gone }: { tags: readonly RulerTag[]; gone: ReadonlySet<string> }) {
  const next = tags
    .filter(({ id, safety }) => !gone.has(id) && safety !== "last post")
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0))
    .slice(0, TOLD);
  if (next.length === 0) return null;
  return (
    <Flex
      as="ul"
      aria-label={t`The nearest dates`}
      listStyleType="none"
      gap="4px 22px"
      wrap="wrap"
      paddingX={{ base: "18px", lg: "20px" }}
      paddingBottom="8px"
      fontSize="15px"
      bg="table"
    >
      {next.map(({ id, day, title, detail, safety, to }, index) => {
        const state = safety === "runs out" || safety === "last post" ? "cannot" : safety;
        return (
          <Flex as="li" key={id} align="center" gap="7px" minWidth={0} display={{ base: index === 0 ? "flex" : "none", md: "flex" }}>
            <StateMark state={state} size={12} />
            <Text as="span" truncate>
              <Link to={to} style={{ textDecoration: "none", display: "inline-block", lineHeight: "26px" }}>
                <Text as="b" color={STAND_COLOUR[state]} fontWeight={600}>
                  {printDay(day)}
                </Text>{" "}
                <bdi>{title}</bdi>, {detail}
              </Link>
            </Text>
          </Flex>
        );
      })}
    </Flex>
  );
}
