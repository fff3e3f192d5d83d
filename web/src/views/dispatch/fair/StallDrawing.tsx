import type { FairRead } from "@yule/contract";
import { lengthOfUnits, mm, soldSoFar, tierDepth, type StallPlan, t, listOf } from "@yule/core";
import { colourwayOf, type FairRow } from "@yule/derive";
import { Text } from "@chakra-ui/react";
import { smallPictureUrl } from "../../../features/picture/Picture.tsx";
import { DimensionLine, DrawnWords, HAIR, INK, PAPER, RED, ScaleDrawing } from "../../../kit/drawing.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { cardName } from "./words.ts";

/** How far an arm reaches from the buyer's side. */
const REACH = mm(600);
/** Cards of a pile that are drawn behind the first, and by how much each is set off. */
const [BEHIND, OFF] = [3, mm(5)];

/** The table from above, the buyers at the lower edge: cards stand with their own measures, what has sold is taken away. */
export function StallDrawing({
  table,
  sales,
  rows,
  stall,
}: {
  table: Pick<FairRead, "tableLength" | "tableDepth" | "tiers">;
  sales: FairRead["sales"];
  rows: readonly FairRow[];
  stall: StallPlan;
}) {
  const { say: print } = useMeasure();
  const [width, depth] = [lengthOfUnits(table.tableLength), lengthOfUnits(table.tableDepth)];
  const sold = soldSoFar(sales);
  const byId = new Map(rows.map((row) => [row.id, row]));
  const named = stall.without.flatMap((id) => byId.get(id) ?? []);
  const beyond = stall.reach.filter((is) => !is).length;
  return (
    <>
      <ScaleDrawing width={width} height={depth} most={1080} mostHeight={420} right={84} label={labelOf(stall, byId)}>
        {(unit) => (
          <>
            <rect width={width} height={depth} fill={PAPER} stroke={INK} strokeWidth={1.5 * unit} />
            {Array.from({ length: table.tiers - 1 }, (_, index) => {
              const y = depth - tierDepth({ length: width, depth, tiers: table.tiers }, index + 1);
              return <line key={index} x1={0} x2={width} y1={y} y2={y} stroke={HAIR} strokeWidth={2 * unit} />;
            })}
            {REACH < depth && (
              <>
                <line x1={0} x2={width} y1={depth - REACH} y2={depth - REACH} stroke={RED} strokeWidth={unit} strokeDasharray={`${String(6 * unit)} ${String(5 * unit)}`} />
                <DrawnWords x={6 * unit} y={depth - REACH - 6 * unit} size={14 * unit} fill={RED}>{t`no further does a buyer reach`}</DrawnWords>
              </>
            )}
            {stall.piles.map((pile, index) => {
              const row = byId.get(pile.id);
              const left = dealtLeft(stall, index, (row?.bring ?? 0) - (sold.get(pile.id) ?? 0));
              const y = depth - tierDepth({ length: width, depth, tiers: table.tiers }, pile.tier) - pile.height - OFF;
              return (
                <g key={index}>
                  {Array.from({ length: Math.min(BEHIND, Math.max(0, left - 1)) }, (_, back) => (
                    <rect key={back} x={pile.x} y={y - (back + 1) * OFF} width={pile.width} height={pile.height} fill={PAPER} stroke={INK} strokeWidth={0.8 * unit} />
                  )).reverse()}
                  <rect
                    {...{ x: pile.x, y, width: pile.width, height: pile.height }}
                    fill={left > 0 ? PAPER : "none"}
                    stroke={INK}
                    strokeWidth={unit}
                    strokeDasharray={left > 0 ? undefined : `${String(4 * unit)} ${String(4 * unit)}`}
                  />
                  {left > 0 && row && (
                    <Front href={smallPictureUrl(colourwayOf(row.design, row.id)?.pictureId ?? null)} {...{ x: pile.x, y, width: pile.width, height: pile.height }} />
                  )}
                  <DrawnWords
                    x={pile.x + pile.width / 2}
                    y={y + pile.height - 5 * unit}
                    size={15 * unit}
                    weight={700}
                    anchor="middle"
                    fill={INK}
                    stroke={PAPER}
                    strokeWidth={4 * unit}
                    paintOrder="stroke"
                  >
                    {left}
                  </DrawnWords>
                </g>
              );
            })}
            <DimensionLine axis="x" from={0} to={width} at={depth + 22 * unit} text={print(width)} of={width} unit={unit} />
            <DimensionLine axis="y" from={0} to={depth} at={width + 8 * unit} text={print(depth)} of={depth} unit={unit} />
          </>
        )}
      </ScaleDrawing>
      {named.length > 0 && (
        <Text color="cannot" fontWeight={600}>{t`No place on the table for ${listOf(named.map(cardName))}: take another step, a longer table, or leave it at home.`}</Text>
      )}
      {beyond > 0 && (
        <Text color="softInk">{t`The last ${beyond === 1 ? t`step begins` : t`${String(beyond)} steps begin`} further off than a buyer reaches: hand those cards over yourself.`}</Text>
      )}
    </>
  );
}

/** Cards left in one pile of a design: what sold was taken from its last piles first. */
function dealtLeft({ piles }: StallPlan, index: number, left: number): number {
  const pile = piles[index];
  if (!pile) return 0;
  const before = piles.slice(0, index).reduce((sum, each) => (each.id === pile.id ? sum + each.cards : sum), 0);
  return Math.max(0, Math.min(pile.cards, left - before));
}

const Front = ({ href, ...at }: { href: string | null; x: number; y: number; width: number; height: number }) =>
  href ? <image href={href} {...at} preserveAspectRatio="xMidYMid slice" /> : null;

const labelOf = ({ piles }: StallPlan, byId: ReadonlyMap<string, FairRow>): string =>
  t`The table from above. From the front: ${piles
    .flatMap(({ id, tier, cards }) => {
      const row = byId.get(id);
      return row ? [`step ${String(tier + 1)}, ${String(cards)} of ${cardName(row)}`] : [];
    })
    .join("; ")}`;
