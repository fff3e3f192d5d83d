import { Box, Text } from "@chakra-ui/react";
import { stackOf, type CardCost } from "@yule/derive";
import { costsTotal, type CostPart, t } from "@yule/core";
import { DrawnWords, HAIR, INK, PAPER, SOFT } from "../../../kit/drawing.tsx";
import { useShopMoney } from "../useShopMoney.ts";

const [WIDTH, HEIGHT] = [600, 400];
/** The card lies at the left, its layers drawn apart upwards and to the right; what each costs stands at the right on its line. */
const [LEFT, RIGHT_EDGE, LABEL_AT, ROW] = [44, WIDTH - 26, 356, 30];
const APART = { x: 26, y: 40 };

interface Drawn {
  readonly part: CostPart;
  readonly width: number;
  readonly height: number;
  readonly fill: string;
  readonly dashed?: boolean;
}

/** What a card is made of, from the bottom up, to scale among themselves. */
function layersOf({ design, costs }: CardCost): readonly Drawn[] {
  const stack = stackOf(design);
  const most = Math.max(stack.width, stack.height, stack.envelope?.width ?? 0, stack.envelope?.height ?? 0);
  const scale = 168 / most;
  const face = { width: stack.width * scale, height: stack.height * scale };
  const panel = stack.layers.findLast(({ kind }) => kind === "panel");
  const inner = panel ? { width: panel.width * scale, height: panel.height * scale } : face;
  const layers: Drawn[] = [
    ...(stack.envelope && costs.envelope > 0 ? [{ part: "envelope" as const, width: stack.envelope.width * scale, height: stack.envelope.height * scale, fill: "#EFE4CB" }] : []),
    ...(costs["card stock"] > 0 ? [{ part: "card stock" as const, ...face, fill: "#C9B48C" }] : []),
    ...(costs.paper > 0 ? [{ part: "paper" as const, ...inner, fill: "#FDFBF5" }] : []),
    ...(costs.paint > 0 ? [{ part: "paint" as const, ...inner, fill: "#8FB0C4" }] : []),
    ...(costs["spoilt panels"] > 0 ? [{ part: "spoilt panels" as const, ...inner, fill: "none", dashed: true }] : []),
  ];
  return layers;
}

/** The card taken apart, each layer with its cost on a leader line; what is no layer stands below them; the price is the frame around it. */
export function CardApart({ cost }: { cost: CardCost }) {
  const { say } = useShopMoney();
  const layers = layersOf(cost);
  const others = (Object.entries(cost.costs) as [CostPart, number][]).filter(([part, value]) => Math.round(value) > 0 && !layers.some((layer) => layer.part === part));
  const rows = [...[...layers].reverse().map(({ part }) => [part, cost.costs[part]] as const), ...others];
  const total = costsTotal(cost.costs);
  const price = cost.price === null ? t`no price yet` : t`${say(cost.price)} a card`;
  const top = 58;
  return (
    <Box as="figure">
      <svg
        viewBox={`0 0 ${String(WIDTH)} ${String(HEIGHT)}`}
        width="100%"
        role="img"
        aria-label={t`${cost.design.name}, ${price}. It costs ${say(total)}: ${rows.map(([part, value]) => `${part} ${say(value)}`).join(", ")}.`}
      >
        <rect
          x={8}
          y={20}
          width={WIDTH - 16}
          height={HEIGHT - 30}
          fill="none"
          stroke={INK}
          strokeWidth={cost.price === null ? 1 : 2.5}
          strokeDasharray={cost.price === null ? "6 5" : undefined}
          rx={4}
        />
        <rect x={22} y={8} width={cost.design.name.length * 11 + 28} height={24} fill={PAPER} />
        <DrawnWords x={32} y={26} size={19} weight={600} fill={INK} style={{ fontFamily: "var(--chakra-fonts-heading)" }}>
          {cost.design.name}
        </DrawnWords>
        <rect x={WIDTH - 40 - price.length * 9.2} y={8} width={price.length * 9.2 + 20} height={24} fill={PAPER} />
        <DrawnWords x={RIGHT_EDGE} y={26} size={17} weight={700} anchor="end" fill={INK}>
          {price}
        </DrawnWords>
        {layers.map((layer, index) => {
          const x = LEFT + index * APART.x;
          const y = HEIGHT - 50 - layer.height - index * APART.y;
          const row = top + (layers.length - 1 - index) * ROW;
          return (
            <g key={layer.part}>
              <rect
                x={x}
                y={y}
                width={layer.width}
                height={layer.height}
                fill={layer.fill}
                fillOpacity={layer.part === "paint" ? 0.55 : 1}
                stroke={INK}
                strokeDasharray={layer.dashed ? "5 4" : undefined}
              />
              <polyline
                points={`${String(x + layer.width)},${String(y + 8)} ${String(LABEL_AT - 30)},${String(row - 5)} ${String(LABEL_AT - 8)},${String(row - 5)}`}
                fill="none"
                stroke={SOFT}
              />
              <circle cx={x + layer.width} cy={y + 8} r={2.5} fill={SOFT} />
            </g>
          );
        })}
        {rows.map(([part, value], index) => {
          const y = top + index * ROW;
          return (
            <g key={part}>
              <DrawnWords x={LABEL_AT} y={y} size={15} fill={INK}>
                {part}
              </DrawnWords>
              <DrawnWords x={RIGHT_EDGE} y={y} size={15} weight={600} anchor="end" fill={INK}>
                {say(value)}
              </DrawnWords>
              <line x1={LABEL_AT} x2={RIGHT_EDGE} y1={y + 8} y2={y + 8} stroke={HAIR} />
            </g>
          );
        })}
        <DrawnWords x={LABEL_AT} y={top + rows.length * ROW} size={15} weight={700} fill={INK}>{t`in all`}</DrawnWords>
        <DrawnWords x={RIGHT_EDGE} y={top + rows.length * ROW} size={15} weight={700} anchor="end" fill={INK}>
          {say(total)}
        </DrawnWords>
      </svg>
      <Text
        as="figcaption"
        fontSize="15px"
        color="softInk"
      >{t`By the prices of the lots that lie there, as the route is made at this bench; ${cost.cards} of it are owed. Waiting is never paid.`}</Text>
    </Box>
  );
}
