import { Box, Flex, Text } from "@chakra-ui/react";
import { money, splitJobOfNeeds, cuttingSteps, type SplitJob, t } from "@yule/core";
import { LOSSES, looksOf, possiblePieces, sheetStores, placedOf } from "@yule/derive";
import { useState } from "react";
import { solver } from "../../../workers/solver.ts";
import { useSolved } from "../../../workers/useSolved.ts";
import { Choice, FormField, Tick } from "../../../kit/FormField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { NumberField } from "../../../kit/NumberField.tsx";
import { Loading, Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { SheetsAskProps } from "../ask.ts";
import { useTools } from "../tools.ts";
import { PieceKey } from "./PieceKey.tsx";
import { SheetDrawing } from "./SheetDrawing.tsx";
import { printMoney } from "../../../kit/say.ts";

const SECONDS = 1.5;

/** The reverse question: what this sheet, or this pile of offcuts, gives of what the season lacks. */
export default function PileAsk({ outlook, sheets }: SheetsAskProps) {
  const stores = sheetStores(outlook.stores, sheets.offcuts).sort((a, b) => Number(b.paper) - Number(a.paper));
  const [told, setStore] = useState<string | null>(null);
  const material = stores.find((store) => store.id === told) ?? stores.find((store) => store.offcuts.length > 0) ?? stores[0];
  const [whole, setWhole] = useState(0);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [tools] = useTools();
  if (!material) return <Teach title={t`No paper on the shelf`}>{t`Add a kind of sheet in Stores, with its size. Then this page says what a pile of it gives.`}</Teach>;
  const possible = possiblePieces(outlook, material.id, material.paper);
  const values = new Map(possible.map(({ piece, value }) => [piece.id, value]));
  const offcuts = material.offcuts.filter((offcut) => !left.has(offcut.id));
  // Whole sheets of the pile are as many as told, and its offcuts those that are ticked.
  const job = splitJobOfNeeds({ material: { ...material, count: whole, offcuts }, pieces: possible.map(({ piece }) => piece) }, "cut", LOSSES);
  return (
    <Flex direction={{ base: "column", xl: "row" }} gap="32px" align="flex-start">
      <Box flex="1" minWidth={0} width="100%">
        {whole === 0 && offcuts.length === 0 ? (
          <Verdict>{t`Nothing lies on the pile yet.`}</Verdict>
        ) : (
          <PileAnswer outlook={outlook} job={job} values={values} possible={possible} tools={tools} />
        )}
      </Box>
      <Box width={{ base: "100%", xl: "340px" }} flex="none">
        <FormField label={t`Paper or card`}>
          <Choice
            value={material.id}
            onChange={(change) => setStore(change.target.value)}
            options={stores.map((store) => ({ value: store.id, label: outlook.stores.find((each) => each.id === store.id)?.name ?? "" }))}
          />
        </FormField>
        <Box marginTop="12px">
          <NumberField label={t`Whole sheets`} value={whole} least={0} most={50} whole onRead={setWhole} />
        </Box>
        {material.offcuts.length > 0 && (
          <Box as="section" aria-label={t`Offcuts on the pile`} marginTop="14px">
            <Text fontWeight={600}>{t`Offcuts on the pile`}</Text>
            {material.offcuts.map((offcut) => (
              <Tick
                key={offcut.id}
                checked={!left.has(offcut.id)}
                onChange={(change) => {
                  const next = new Set(left);
                  if (change.target.checked) next.delete(offcut.id);
                  else next.add(offcut.id);
                  setLeft(next);
                }}
              >
                <OffcutWords {...offcut} />
              </Tick>
            ))}
          </Box>
        )}
      </Box>
    </Flex>
  );
}

function OffcutWords({ width, height, count }: { width: SplitJob["edge"]; height: SplitJob["edge"]; count: number }) {
  const { size } = useMeasure();
  return (
    <span>
      {count > 1 && `${String(count)} × `}
      {size(width, height)}
    </span>
  );
}

function PileAnswer({
  outlook,
  job,
  values,
  possible,
  tools,
}: {
  outlook: SheetsAskProps["outlook"];
  job: SplitJob;
  values: ReadonlyMap<string, number>;
  possible: ReturnType<typeof possiblePieces>;
  tools: ReturnType<typeof useTools>[0];
}) {
  const { value, fresh } = useSolved({ job, values: [...values] }, (asked) => solver().pile(asked.job, new Map(asked.values), SECONDS), { kind: "pile" });
  if (!value) return <Loading />;
  const { split, worth, bound } = value;
  const got = possible.map(({ piece, value: each }) => ({ piece, each, count: placedOf(split, piece.id) })).filter((one) => one.count > 0);
  const byName = new Map<string, number>();
  for (const { piece, count } of got.sort((a, b) => b.each - a.each)) byName.set(piece.name, (byName.get(piece.name) ?? 0) + count);
  const words = [...byName].map(([name, count]) => `${String(count)} × ${name}`);
  const looks = looksOf(
    possible.map(({ piece }) => piece),
    outlook,
  );
  const work = cuttingSteps(job, split, tools);
  return (
    <Box opacity={fresh ? 1 : 0.6}>
      {words.length === 0 ? (
        <Verdict>{t`Nothing that is wanted comes out of this pile, and no tag either.`}</Verdict>
      ) : (
        <Verdict>
          {t`This pile gives `}
          <Figure
            why={t`Panels count the price of their need, bases and mats a quarter of it, tags and bookmarks little: ${printMoney(money(worth), outlook.shop.currency)} together. ${split.proven ? t`No other way of cutting gives more.` : t`At most ${printMoney(money(Math.floor(bound)), outlook.shop.currency)} could be.`} Each piece only as often as it is wanted.`}
            tone={split.proven ? "safe" : "tight"}
          >
            {words.slice(0, 4).join(", ")}
          </Figure>
          {words.length > 4 && t` and ${String(words.length - 4)} more kinds`}.
        </Verdict>
      )}
      <PieceKey layouts={work.map(({ alike }) => alike)} looks={looks} />
      <Flex wrap="wrap" gap="0 18px" align="flex-start">
        {work.map(({ alike, steps }, index) => (
          <SheetDrawing key={`${alike.layout.sheet}${String(index)}`} job={job} alike={alike} looks={looks} steps={steps} most={560} mostHeight={340} />
        ))}
      </Flex>
    </Box>
  );
}
