import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { day, minutes, nightsIn, printDay, printMinutes, type SeasonChange } from "@yule/core";
import { give } from "../../app/outbox.ts";
import { loadOf, type NeedView } from "../../app/needView.ts";
import type { Outlook } from "../../app/outlook.ts";
import { INK, PAPER, Words } from "../../kit/drawing.tsx";
import type { NeedRow } from "../needRow.ts";

interface Link {
  readonly name: string;
  readonly says: string;
  readonly wet: boolean;
  readonly size: number;
}

/** The chain of a need from its day back to the shelf: what lies between and how long it takes. */
function chainOf(view: NeedView): Link[] {
  const { design, need, post } = view;
  const units = view.toPaint.reduce((sum, each) => sum + each.make, 0) + view.coming;
  const stages = design.stages.map((stage): Link => {
    const hands = stage.setup + stage.hands * (stage.kind === "assemble" ? view.cards - view.assembled : units);
    return { name: stage.name.toLowerCase(), says: stage.dry >= 360 ? "overnight" : printMinutes(minutes(hands)), wet: stage.dry > 0, size: hands };
  });
  const done = view.stage === "to post" ? [] : stages;
  return [
    { name: "begin", says: view.outlook.startBy ? printDay(view.outlook.startBy) : "–", wet: false, size: 0 },
    ...done,
    ...(post ? [{ name: "post by", says: printDay(post.postBy), wet: false, size: 0 }] : []),
    { name: need.zone === null ? "hand over" : "there", says: printDay(day(need.due)), wet: false, size: 0 },
  ];
}

export function NeedChain({ row: { view, safety }, outlook, onTry }: { row: NeedRow; outlook: Outlook; onTry: (change: SeasonChange) => void }) {
  const links = chainOf(view);
  const largest = Math.max(1, ...links.map((link) => link.size));
  const step = 86;
  const width = links.length * step;
  const nights = nightsIn(view.design.stages.map(loadOf));
  const begun = view.batches.length > 0;
  return (
    <Box as="section" aria-label={`${view.need.title}, from the shelf to its day`} marginTop="28px">
      <Flex align="center" gap="16px" wrap="wrap" marginBottom="6px">
        <Text fontWeight={700}>{view.need.title}, from the shelf to its day</Text>
        <Text color="softInk">{nights > 0 ? `${String(nights)} night${nights === 1 ? "" : "s"} of flattening lie in between` : ""}</Text>
        <Box flex="1" />
        <Button size="sm" variant="outline" onClick={() => onTry({ kind: "later", need: view.need.id, days: 3 })}>
          Three days later?
        </Button>
        <Button size="sm" variant="outline" onClick={() => onTry({ kind: "cards", need: view.need.id, cards: Math.max(0, Math.round((view.cards - view.assembled) * 0.75)) })}>
          A quarter fewer?
        </Button>
        {!begun && (
          <Button size="sm" variant="outline" onClick={() => void give("remove-need", { id: view.need.id, version: view.need.version })}>
            Remove
          </Button>
        )}
      </Flex>
      <Box overflowX="auto" paddingBottom="8px" tabIndex={0} role="group" aria-label="The chain, stage by stage">
        <svg width={width} height={86} style={{ display: "block", fontFamily: "inherit" }} role="img" aria-label={links.map((link) => `${link.name} ${link.says}`).join(", ")}>
          <line x1={step / 2} x2={width - step / 2} y1={24} y2={24} stroke={INK} />
          {links.map((link, index) => {
            const x = (index + 0.5) * step;
            return (
              <g key={`${link.name}${String(index)}`}>
                {link.wet && index < links.length - 1 && (
                  <>
                    <rect x={x} y={18} width={step} height={12} fill="var(--chakra-colors-wet)" />
                    <rect x={x} y={18} width={step} height={12} fill="url(#hatch-wet)" />
                  </>
                )}
              </g>
            );
          })}
          {links.map((link, index) => {
            const x = (index + 0.5) * step;
            const last = index === links.length - 1;
            return (
              <g key={`${link.name}-${String(index)}`}>
                {last ? (
                  <rect x={x - 9} y={15} width={18} height={18} fill={`var(--chakra-colors-${safety}-fill)`} stroke={INK} />
                ) : (
                  <circle cx={x} cy={24} r={5 + 7 * Math.sqrt(link.size / largest)} fill={PAPER} stroke={INK} strokeWidth={1.5} />
                )}
                <Words x={x} y={58} anchor="middle" size={14} weight={600} fill={INK}>
                  {link.name.length > 12 ? `${link.name.slice(0, 11)}…` : link.name}
                  <title>{link.name}</title>
                </Words>
                <Words x={x} y={76} anchor="middle" size={14} fill={INK}>
                  {link.says}
                </Words>
              </g>
            );
          })}
        </svg>
      </Box>
      <Text color="softInk" fontSize="15px">
        {outlook.dispatch.carrier.name} is slow at times: posting days count the slow side of its table, and no Sundays or holidays.
      </Text>
    </Box>
  );
}
