import { rich } from "../../../kit/rich.tsx";
import { Button, Text } from "@chakra-ui/react";
import { bestUses, lengthOfUnits, type OffcutUse, t } from "@yule/core";
import { usesOfSeason } from "@yule/derive";
import type { OffcutRead, StoreRead } from "@yule/contract";
import { useMemo, useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { INK, ScaleDrawing, SOFT } from "../../../kit/drawing.tsx";
import { Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { NewOffcut } from "./NewOffcut.tsx";
import type { SheetsAskProps } from "../ask.ts";
import { StoryLink } from "../../../features/stories/StoryLink.tsx";

/** The stash of offcuts, to scale: what each is good for, what the season could take from them first. */
export default function OffcutsAsk({ outlook, sheets }: SheetsAskProps) {
  const { size } = useMeasure();
  const [adding, setAdding] = useState(false);
  const papers = outlook.stores.filter((store) => store.kind === "sheet" || store.kind === "card stock");
  // What gives most for the season comes first.
  const rows = sheets.offcuts.map((offcut) => {
    const store = papers.find((each) => each.id === offcut.storeId);
    const uses = bestUses({ width: lengthOfUnits(offcut.width), height: lengthOfUnits(offcut.height) }, usesOfSeason(outlook, offcut.storeId, store?.kind === "sheet"));
    return { offcut, store, uses };
  });
  const panels = rows.reduce((sum, row) => sum + (row.uses.find((use) => use.what === "panel")?.pieces ?? 0) * row.offcut.count, 0);
  const largest = Math.max(1, ...rows.map((row) => Math.max(row.offcut.width, row.offcut.height)));
  const columns = useMemo(() => columnsOf(largest, size), [largest, size]);
  const many = rows.reduce((sum, row) => sum + row.offcut.count, 0);
  return (
    <>
      {many === 0 ? (
        <Verdict>{t`No offcut is kept.`}</Verdict>
      ) : (
        <Verdict>
          {many === 1 ? t`One offcut is kept` : t`${String(many)} offcuts are kept`}:{" "}
          {panels > 0 ? (
            <>{rich`up to ${(
              <Figure
                why={t`Panels that open needs still lack, as many as come out of each offcut by straight cuts, of the paper they are painted on. Splitting takes them before a fresh sheet.`}
                tone="safe"
              >
                {panels === 1 ? t`1 panel` : t`${String(panels)} panels`}
              </Figure>
            )} of the season come out of them.`}</>
          ) : (
            t`no panel of the season comes out of them, but tags and test strips do.`
          )}
        </Verdict>
      )}
      {many === 0 && (
        <Teach
          title={t`What is left over is offered first`}
          step={papers.length > 0 ? <Button onClick={() => setAdding(true)}>{t`Put in what is in the drawer`}</Button> : undefined}
        >
          {rich`When sheets are split, what is left can be kept here with its size. It is drawn to scale, says what it is good for, and is cut up before a fresh sheet.${papers.length === 0 && t` Add the paper in Stores first.`}`}
        </Teach>
      )}
      {many > 0 && <DataTable label={t`Offcuts`} rows={rows} columns={columns} rowId={({ offcut }) => offcut.id} maxWidth="1000px" />}
      {many > 0 && !adding && <Button variant="outline" marginTop="18px" onClick={() => setAdding(true)}>{t`Put in another`}</Button>}
      {adding && <NewOffcut papers={papers} onDone={() => setAdding(false)} />}
    </>
  );
}

interface OffcutRow {
  readonly offcut: OffcutRead;
  readonly store: StoreRead | undefined;
  readonly uses: readonly OffcutUse[];
}

/** @param largest the longest side of all, to which the others are drawn in scale */
const columnsOf = (largest: number, size: ReturnType<typeof useMeasure>["size"]): readonly TableColumn<OffcutRow>[] => [
  {
    id: "shape",
    head: "",
    isAlways: true,
    width: "160px",
    cell: ({ offcut, uses }) => <OffcutShape use={uses[0]} width={offcut.width} height={offcut.height} largest={largest} />,
  },
  {
    id: "size",
    head: t`Size`,
    isAlways: true,
    value: ({ offcut }) => offcut.width * offcut.height,
    cell: ({ offcut }) => (
      <Text fontWeight={700} whiteSpace="nowrap">
        {size(lengthOfUnits(offcut.width), lengthOfUnits(offcut.height))}
      </Text>
    ),
  },
  {
    id: "count",
    head: t`How many`,
    isAlways: true,
    value: ({ offcut }) => offcut.count,
    cell: ({ offcut }) => <Text whiteSpace="nowrap">{offcut.count === 1 ? t`1 offcut` : t`${String(offcut.count)} offcuts`}</Text>,
  },
  {
    id: "paper",
    head: t`Cut from`,
    value: ({ store }) => store?.name ?? "",
    cell: ({ store }) => (
      <Text minWidth="110px" overflowWrap="anywhere">
        {store?.name ?? t`of a paper that is gone`}
      </Text>
    ),
  },
  {
    id: "gives",
    head: t`Gives`,
    width: "180px",
    value: ({ uses }) => uses[0]?.pieces ?? 0,
    cell: ({ uses }) => <Gives uses={uses} />,
  },
  {
    id: "do",
    head: "",
    isAlways: true,
    width: "140px",
    cell: ({ offcut }) => (
      <>
        <Button size="sm" variant="outline" onClick={() => void sendCommand("drop-offcut", { id: offcut.id, version: offcut.version, count: 1 })}>{t`Used or gone`}</Button>
        <StoryLink kind="offcut" id={offcut.id} />
      </>
    ),
  },
];

/** One line for each name: panels of two needs of one design are one answer. */
const distinct = (uses: readonly OffcutUse[]): OffcutUse[] => uses.filter((use, index) => uses.findIndex((each) => each.name === use.name) === index);

/** What comes out of it, one or another, a line each. */
function Gives({ uses }: { uses: readonly OffcutUse[] }) {
  if (uses.length === 0) return <Text>{t`nothing that is wanted: it is too small`}</Text>;
  return distinct(uses)
    .slice(0, 3)
    .map(({ name, pieces }, index) => (
      <Text key={name}>
        {index > 0 && t`or `}
        {pieces} × {name}
      </Text>
    ));
}

/** The longest side of all is drawn so long, in pixels. */
const SCALE = 130;

function OffcutShape({ use, width, height, largest }: { use: OffcutUse | undefined; width: number; height: number; largest: number }) {
  const across = Math.max(width, height);
  const { size } = useMeasure();
  return (
    <ScaleDrawing
      width={width}
      height={height}
      margin={3}
      most={6 + (SCALE * width) / largest}
      mostHeight={6 + (SCALE * across) / largest}
      label={t`Offcut ${size(lengthOfUnits(width), lengthOfUnits(height))}`}
    >
      {(unit) => (
        <>
          <rect x={0} y={0} width={width} height={height} fill="#FDFBF5" stroke={INK} strokeWidth={1.2 * unit} />
          {use?.places.map((place) => (
            <rect
              key={`${String(place.x)} ${String(place.y)}`}
              x={place.x}
              y={place.y}
              width={place.width}
              height={place.height}
              fill="#6d8aa0"
              fillOpacity={0.16}
              stroke={SOFT}
              strokeWidth={unit}
              strokeDasharray={`${String(4 * unit)} ${String(3 * unit)}`}
            />
          ))}
        </>
      )}
    </ScaleDrawing>
  );
}
