import { Box, Grid, Text, VisuallyHidden } from "@chakra-ui/react";
import { minutes, printMinutes, OVERNIGHT, type Day, t } from "@yule/core";
import type { ChainLink } from "@yule/derive";
import { HATCH } from "../../../kit/states.tsx";
import { printDay } from "../../../kit/say.ts";

/** The chain of a need, rung by rung: the last day for each step and the day the plan has it on; waves where it dries in between. */
export function Ladder({ links, today, title }: { links: readonly ChainLink[]; today: Day; title: string }) {
  const columns = "26px minmax(0, 1fr) 106px 92px";
  return (
    <Box role="table" aria-label={t`${title}, from the shelf to its day`} fontSize="15px">
      <Grid role="row" templateColumns={columns} columnGap="10px" color="softInk" paddingBottom="4px">
        <span role="columnheader" aria-label={t`Drying`} />
        <span role="columnheader">{t`Step`}</span>
        <span role="columnheader">{t`Planned`}</span>
        <span role="columnheader">{t`Latest`}</span>
      </Grid>
      {links.map((link, index) => (
        <Grid key={link.id} role="row" templateColumns={columns} columnGap="10px" alignItems="stretch">
          <Box role="cell" aria-hidden="true">
            <Rung link={link} first={index === 0} last={index === links.length - 1} />
          </Box>
          <Box role="cell" paddingY="3px" minWidth={0}>
            <Text fontWeight={600} overflowWrap="anywhere" lineHeight="1.25">
              {link.name}
            </Text>
            {link.kind === "work" && <Text color="softInk">{workWords(link)}</Text>}
          </Box>
          <Text role="cell" paddingY="3px">
            {link.planned === null ? (link.kind === "work" ? t`not placed` : "") : spanWords(link.planned)}
          </Text>
          <Latest link={link} today={today} />
        </Grid>
      ))}
    </Box>
  );
}

/** A last day that is past or missing, or before the day the plan has it on, is said as such. */
function Latest({ link, today }: { link: ChainLink; today: Day }) {
  const missed = link.latest === null || link.latest < today;
  const late = link.planned !== null && link.latest !== null && link.planned.first > link.latest;
  const trouble = missed || late;
  return (
    <Text
      role="cell"
      paddingY="3px"
      color={trouble ? "cannot" : undefined}
      fontWeight={trouble ? 700 : 400}
      textDecoration={trouble ? "underline wavy" : undefined}
      textUnderlineOffset="4px"
    >
      {link.latest === null ? t`too late` : printDay(link.latest)}
      {trouble && <VisuallyHidden>{t`, passed`}</VisuallyHidden>}
    </Text>
  );
}

const workWords = (link: ChainLink): string =>
  [
    `${printMinutes(minutes(Math.round(link.hands)))} for ${String(link.units)}`,
    link.dry === 0 ? null : link.dry >= OVERNIGHT ? t`a night` : t`${printMinutes(minutes(link.dry))} to dry`,
  ]
    .filter(Boolean)
    .join(", ");

const spanWords = ({ first, last }: { first: Day; last: Day }): string =>
  first === last ? printDay(first) : `${printDay(first)} to ${last.slice(0, 7) === first.slice(0, 7) ? String(Number(last.slice(8))) : printDay(last)}`;

function Rung({ link, first, last }: { link: ChainLink; first: boolean; last: boolean }) {
  const size = link.kind === "work" ? 12 : 14;
  return (
    <Box position="relative" height="100%" minHeight="30px">
      {!first && <Box position="absolute" left="12px" top="0" height="10px" width="2px" bg="ink" />}
      {!last && link.dry === 0 && <Box position="absolute" left="12px" top="10px" bottom="0" width="2px" bg="ink" />}
      {!last && link.dry > 0 && (
        <Box position="absolute" left="7px" top="12px" bottom="0" width="12px" bg="wet" backgroundImage={HATCH.wet.split(" 0 0 /")[0]} backgroundSize="14px 6px" />
      )}
      <Box
        position="absolute"
        left={`${String(13 - size / 2)}px`}
        top={`${String(11 - size / 2)}px`}
        width={`${String(size)}px`}
        height={`${String(size)}px`}
        border="2px solid"
        borderColor="ink"
        bg={link.kind === "there" ? "ink" : "paper"}
        borderRadius={link.kind === "work" ? "50%" : "2px"}
        transform={link.kind === "order" ? "rotate(45deg)" : undefined}
      />
    </Box>
  );
}
