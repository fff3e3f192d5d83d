import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { SplitPlanRead } from "@yule/contract";
import { inches, lengthOfUnits, mm, money, USUAL_TASTE, type Corners, type Length, type Mark, type PaintedQuestion, type Sheet, type PaintingTaste, t } from "@yule/core";
import { PAINTED } from "@yule/derive";
import { useEffect, useRef, useState, type ReactNode } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { Picture } from "../../../features/picture/Picture.tsx";
import { CornerPicker } from "../../../features/picture/CornerPicker.tsx";
import { PhotoIntake } from "../../../features/picture/PhotoIntake.tsx";
import type { Looked } from "../../../workers/picture.worker.ts";
import { pictureSolver } from "../../../workers/pictureSolver.ts";
import { usePhoto } from "../../../features/picture/usePhoto.ts";
import { Fold } from "../../../kit/Fold.tsx";
import { useLatest } from "../../../kit/useLatest.ts";
import { useMeasure } from "../../../kit/measure.tsx";
import { Teach } from "../../../kit/states.tsx";
import { Verdict } from "../../../kit/Verdict.tsx";
import type { SheetsAskProps } from "../ask.ts";
import { PaperFields } from "./PaperFields.tsx";
import { PaintedPlanView } from "./PaintedPlanView.tsx";
import { TasteFields } from "./TasteFields.tsx";
import type { Painting } from "./usePainted.ts";
import { paintedPapers, possibleWants } from "./wants.ts";
import { WantTicks } from "./WantTicks.tsx";

/** Paint first, cut later: which parts of a painted sheet, or of a panel that failed, become which panels. */
export default function PaintedAsk({ outlook, sheets }: SheetsAskProps) {
  const { size, system } = useMeasure();
  const [params] = useSearchParams();
  const papers = paintedPapers(outlook, size);
  const [paperKey, setTold] = useState<string | null>(params.get("panel") ? `panel:${params.get("panel") ?? ""}` : null);
  const paper = papers.find((each) => each.key === paperKey) ?? papers[0];
  const [own, setOwn] = useState<{ width: Length; height: Length } | null>(null);
  const [edge, setEdge] = useState<Length>(mm(0));
  const [onShelf, setOnShelf] = useState(true);
  const [taste, setTaste] = useState<PaintingTaste>(USUAL_TASTE);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [likes, setLikes] = useState<ReadonlyMap<string, string>>(new Map());
  const [marks, setMarks] = useState<readonly Mark[]>([]);
  const [isOnSide, setOnSide] = useState(false);
  const sides = own ?? paper ?? { width: mm(300), height: mm(200) };
  const lying = useRef(sides);
  lying.current = sides;
  const intake = usePhoto((looked, corners) => {
    const { width, height } = lying.current;
    const side = isWide(looked, corners) !== width >= height;
    setOnSide(side);
    return side ? width / height : height / width;
  }, "sheet");
  const { looked, corners, cropped, file } = intake.photo;
  const painting = usePainting(cropped?.kept ?? null, marks);
  const latest = useLatest({ intake, corners });
  // Another size is another straight picture of the same photo.
  useEffect(() => {
    if (latest.current.corners) void latest.current.intake.recrop(latest.current.corners);
  }, [sides.width, sides.height, latest]);
  // Marks belong to the photo on which they were made.
  useEffect(() => setMarks([]), [file]);
  if (!paper) return <Teach title={t`No paper on the shelf`}>{t`Add a kind of sheet in Stores, with its size. Then this page finds the best parts of a painted one.`}</Teach>;
  const isSheet = own === null && paper.key.startsWith("sheet:");
  const counted = isSheet && onShelf && paper.store !== null;
  const sheet: Sheet = {
    id: counted ? paper.store.id : PAINTED,
    width: isOnSide ? sides.height : sides.width,
    height: isOnSide ? sides.width : sides.height,
    count: 1,
    cost: money(counted ? Math.round(paper.store.packCostMinor / paper.store.pack) : 0),
  };
  const possible = possibleWants(outlook, paper.store?.id ?? "", likes);
  const wants = possible.filter((each) => !left.has(each.want.id));
  const question: PaintedQuestion = {
    sheet,
    edge: lengthOfUnits(Math.min(edge, Math.floor(Math.min(sheet.width, sheet.height) / 2) - 1)),
    wants: wants.map(({ want }) => want),
    held: [],
    taste,
    step: system === "in" ? inches(1 / 16) : mm(1),
  };
  const fields = (
    <PaperFields
      papers={papers}
      paper={paper}
      own={own}
      edge={edge}
      onShelf={onShelf}
      isSheet={isSheet}
      onPaper={(key) => (setTold(key), setOwn(null))}
      onOwn={setOwn}
      onEdge={setEdge}
      onShelfToo={setOnShelf}
    />
  );
  const corner = looked && corners && <CornerPicker looked={looked} corners={corners} onMoved={(now) => void intake.recrop(now)} />;
  if (!painting || !cropped || !file)
    return (
      <>
        <PaintingsBegun sheets={sheets} />
        <PhotoFirst intake={intake} corner={corner} isFound={looked !== null} fields={fields} />
      </>
    );
  return (
    <PaintedPlanView
      key={`${painting.name} ${String(sheet.width)} ${String(sheet.height)}`}
      outlook={outlook}
      question={question}
      possible={wants}
      painting={painting}
      photo={{ file, cropped }}
      materialId={paper.store?.id ?? null}
      notice={looked?.found === false ? t`No sheet stood out from what it lies on, so the whole photo was taken. Its corners can be pulled under “The photo and its corners”.` : ""}
      onMark={(mark) => setMarks([...marks, mark])}
      onUnmark={() => setMarks(marks.slice(0, -1))}
      aside={
        <>
          <WantTicks
            possible={possible}
            left={left}
            likes={likes}
            onTick={(id, on) => {
              const next = new Set(left);
              if (on) next.delete(id);
              else next.add(id);
              setLeft(next);
            }}
            onLike={(needId, hex) => {
              const next = new Map(likes);
              if (hex === null) next.delete(needId);
              else next.set(needId, hex);
              setLikes(next);
            }}
          />
          <TasteFields taste={taste} onChange={setTaste} />
          <Box marginTop="18px">{fields}</Box>
          <Fold title={t`The photo and its corners`}>
            <PhotoIntake label={t`Photo of the painting`} intake={intake}>
              {corner}
            </PhotoIntake>
          </Fold>
        </>
      }
    />
  );
}

/** Before there is a straight picture: its photo is taken, and its corners are looked at. */
function PhotoFirst({ intake, corner, isFound, fields }: { intake: ReturnType<typeof usePhoto>; corner: ReactNode; isFound: boolean; fields: ReactNode }) {
  return (
    <>
      <Verdict>{isFound ? t`Are these its corners?` : t`Painted first? A photo shows which parts become which cards.`}</Verdict>
      <Flex gap="32px" direction={{ base: "column", xl: "row" }} align="flex-start">
        <Box flex="1" minWidth={0}>
          <PhotoIntake label={t`Photo of the painting`} intake={intake}>
            {corner}
          </PhotoIntake>
          {!isFound && (
            <Text
              maxWidth="36em"
              marginTop="14px"
            >{t`The sheet is straightened to its true size. Crops of the sizes that the season lacks are laid on its best parts, so that straight cuts free them all; each goes to a need that it suits. A panel that failed gives its good part in the same way.`}</Text>
          )}
        </Box>
        <Box width={{ base: "100%", xl: "372px" }} flex="none">
          {fields}
        </Box>
      </Flex>
    </>
  );
}

/** Paintings whose cutting was begun and left. */
function PaintingsBegun({ sheets }: Pick<SheetsAskProps, "sheets">) {
  const navigate = useNavigate();
  const begun = sheets.plans.filter((plan) => plan.state === "open" && plan.plan.picture);
  return begun.map((plan) => (
    <Flex key={plan.id} gap="14px" align="center" marginBottom="14px" wrap="wrap">
      <Picture id={plan.plan.picture ?? null} alt={t`The painting that was begun`} width="96px" ratio={heightByWidth(plan)} />
      <Button size="xl" onClick={() => void navigate(`/sheets?plan=${plan.id}`)}>{t`Go on cutting the painting begun`}</Button>
    </Flex>
  ));
}

const heightByWidth = ({ plan }: SplitPlanRead): number => (plan.job.sheets[0]?.height ?? 1) / (plan.job.sheets[0]?.width ?? 1);

/** Whether the paper lies on the photo wider than high. */
function isWide(looked: Looked, [tl, tr, br, bl]: Corners): boolean {
  const long = (a: Corners[0], b: Corners[0]): number => Math.hypot((a.x - b.x) * looked.width, (a.y - b.y) * looked.height);
  return long(tl, tr) + long(bl, br) >= long(tl, bl) + long(tr, br);
}

/** The cells of the straightened picture; another name for each picture. */
function usePainting(kept: Blob | null, marks: readonly Mark[]): Painting | null {
  const [cells, setCells] = useState<Pick<Painting, "name" | "cells"> | null>(null);
  const count = useRef(0);
  useEffect(() => {
    if (!kept) return setCells(null);
    let wanted = true;
    void pictureSolver()
      .cells(kept)
      .then((found) => {
        count.current += 1;
        if (wanted) setCells({ name: `painting ${String(count.current)}`, cells: found });
      });
    return () => {
      wanted = false;
    };
  }, [kept]);
  return cells && { ...cells, marks };
}
