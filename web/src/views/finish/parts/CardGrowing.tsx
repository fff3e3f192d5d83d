import { t } from "@yule/core";
import { Box, Text } from "@chakra-ui/react";
import type { Length } from "@yule/core";
import { useMeasure } from "../../../kit/measure.tsx";

const [WIDE, HIGH, WIDEST] = [420, 190, 190];
const GROUND = 150;

/** The card from the side as it grows, layer by layer, with the post's limit as a line above it. To scale in its height, many times enlarged. */
export function CardGrowing({ steps, limit, service }: { steps: readonly { readonly name: string; readonly thickness: Length }[]; limit: Length | null; service: string }) {
  const { say } = useMeasure();
  const most = Math.max(limit ?? 0, ...steps.map(({ thickness }) => thickness)) * 1.15;
  const column = Math.min(WIDEST, (WIDE - 16) / steps.length - 14);
  const letters = Math.floor(column / 7.5);
  const y = (thickness: number): number => GROUND - (thickness / most) * (GROUND - 24);
  const said = steps.map(({ name, thickness }) => `${name}: ${say(thickness)}`).join("; ");
  return (
    <Box as="section" aria-label={t`How thick it gets`} flex="none" width="100%" maxWidth={`${String(WIDE)}px`}>
      <Text fontFamily="heading" fontSize="20px" marginBottom="4px">{t`From the side`}</Text>
      <svg
        viewBox={`0 0 ${String(WIDE)} ${String(HIGH)}`}
        style={{ width: "100%", display: "block" }}
        role="img"
        aria-label={`${said}${limit === null ? "" : t`; ${service} takes ${say(limit)}`}`}
      >
        {steps.map(({ name, thickness }, index) => {
          const x = 8 + index * (column + 14);
          const isOver = limit !== null && thickness > limit;
          const before = steps[index - 1]?.thickness ?? 0;
          return (
            <g key={name}>
              <rect x={x} width={column} y={y(before)} height={GROUND - y(before)} fill="var(--chakra-colors-hairline)" stroke="var(--chakra-colors-ink)" />
              <rect
                x={x}
                width={column}
                y={y(thickness)}
                height={y(before) - y(thickness)}
                fill={isOver ? "var(--chakra-colors-cannot)" : "var(--chakra-colors-tight-fill)"}
                stroke="var(--chakra-colors-ink)"
              />
              <text x={x + column / 2} y={y(thickness) - 6} fontSize={15} fontWeight={600} textAnchor="middle" fill="var(--chakra-colors-ink)">
                {say(thickness)}
              </text>
              <text x={x + column / 2} y={GROUND + 20} fontSize={14} textAnchor="middle" fill="var(--chakra-colors-ink)">
                {name.length > letters ? `${name.slice(0, letters - 1)}…` : name}
              </text>
            </g>
          );
        })}
        {limit !== null && (
          <g>
            <line x1={0} x2={WIDE} y1={y(limit)} y2={y(limit)} stroke="var(--chakra-colors-cannot)" strokeWidth={2} strokeDasharray="8 5" />
            <text x={WIDE - 4} y={y(limit) - 6} fontSize={15} textAnchor="end" fill="var(--chakra-colors-cannot)" fontWeight={600}>
              {service}: {say(limit)}
            </text>
          </g>
        )}
        <line x1={0} x2={WIDE} y1={GROUND} y2={GROUND} stroke="var(--chakra-colors-ink)" strokeWidth={1.5} />
      </svg>
    </Box>
  );
}
