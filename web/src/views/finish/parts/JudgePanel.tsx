import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { CAUSE_WORDS, type FinishRead, type Grade, type RescueRead, type UnitRead, RESCUE_WORDS } from "@yule/contract";
import { minutes, PANEL_CAUSES, printMinutes, rescueOffers, type PanelCause, type RescueWay, t } from "@yule/core";
import { colourwayOf, panelOf, paintingStages, type NeedView } from "@yule/derive";
import { useDrag } from "@use-gesture/react";
import { useState } from "react";
import { Link } from "react-router";
import { sendCommand } from "../../../data/outbox.ts";
import { presentMoment } from "../../../data/serverClock.ts";
import { Picture } from "../../../features/picture/Picture.tsx";
import type { LookedAt, PanelOnPhoto } from "../useBatchPhoto.ts";
import { inHundred } from "../../../kit/chances.ts";
import { seenOf, seenWords, UNLIKE } from "../words.ts";
import { GradeButtons } from "./GradeButtons.tsx";
import { PanelClose } from "./PhotoOfPanels.tsx";

export interface Judgement {
  readonly grade: Grade;
  readonly causes: readonly PanelCause[];
  /** How it is to be saved. */
  readonly way?: RescueWay;
}

interface JudgePanelProps {
  readonly view: NeedView;
  readonly unit: UnitRead;
  readonly looked: LookedAt | null;
  readonly onPhoto: PanelOnPhoto | null;
  readonly rescue: RescueRead | null;
  readonly rescued: FinishRead["rescued"];
  readonly onJudge: (judgement: Judgement) => void;
  /** Called with what a key says, wherever beside the panels it is pressed. */
  readonly byKey: { current: ((grade: Grade) => void) | null };
}

/** A swipe is at least so long, in pixels. */
const SWIPE = 60;

/** One panel beside its master, what is wrong with it, and what becomes of it: by button, key or swipe. */
export function JudgePanel({ view, unit, looked, onPhoto, rescue, rescued, onJudge, byKey }: JudgePanelProps) {
  const seen = seenOf(onPhoto?.seen.faults ?? []);
  const [causes, setCauses] = useState<readonly PanelCause[]>(unit.causes?.length ? unit.causes : seen.filter(({ amount }) => amount >= UNLIKE).map(({ kind }) => kind));
  const way = colourwayOf(view.design, unit.colourwayId);
  const [lead] = causes;
  // Rescued at one press, it is by the way that costs least in the mean.
  const best = lead === undefined ? undefined : rescueOffers(lead, anewMinutes(view), rescued)[0]?.way;
  const judge = (grade: Grade): void => onJudge({ grade, causes: grade === "good" ? [] : causes, ...(grade === "rescue" && best ? { way: best } : {}) });
  byKey.current = judge;
  const swipe = useDrag(({ last, movement: [x, y], tap }) => {
    if (!last || tap || Math.max(Math.abs(x), Math.abs(y)) < SWIPE) return;
    judge(Math.abs(x) > Math.abs(y) ? (x > 0 ? "good" : "scrap") : y < 0 ? "rescue" : "stash");
  });
  return (
    <Box as="section" aria-label={t`Panel ${String(unit.number)}`}>
      <Text fontFamily="heading" fontSize="20px">
        {rich`Panel ${unit.number}, ${way?.name}`}
        {unit.grade ? `: ${unit.grade}` : ""}
      </Text>
      {onPhoto && (
        <Box as="ul" listStyleType="none" marginBottom="8px">
          {seen.length === 0 && <li>{t`Like its sisters.`}</li>}
          {seen.map((fault) => (
            <li key={fault.kind}>
              {fault.amount >= UNLIKE ? t`Clearly` : t`Perhaps`} {seenWords(fault)}
            </li>
          ))}
        </Box>
      )}
      {rescue && <Planned rescue={rescue} designId={view.design.id} />}
      <GradeButtons number={unit.number} grade={unit.grade} onGrade={judge} />
      <Box {...swipe()} role="group" aria-label={t`The panel and its master`} marginY="8px" style={{ touchAction: "none", cursor: "grab" }}>
        <Beside view={view} unit={unit} looked={looked} onPhoto={onPhoto} />
      </Box>
      <Text color="softInk" fontSize="15px" marginTop="6px" marginBottom="12px">{t`By key: G, R, S, X. By swipe: right is good, left scrap, up rescue, down stash.`}</Text>
      <Causes causes={causes} onChange={setCauses} />
      <Rescues view={view} cause={causes[0] ?? null} rescued={rescued} onRescue={(how) => onJudge({ grade: "rescue", causes, way: how })} />
    </Box>
  );
}

/** How it is being saved. */
function Planned({ rescue, designId }: { rescue: RescueRead; designId: string }) {
  return (
    <Box marginBottom="10px">
      <Text fontWeight={600}>{rescue.doneAt === null ? t`To be rescued: ${RESCUE_WORDS[rescue.way]}.` : t`Its rescue is done: ${RESCUE_WORDS[rescue.way]}. Is it good now?`}</Text>
      {rescue.way === "cut down" && <Link to={`/sheets?ask=painted&panel=${designId}`}>{t`Find its good part in Sheets`}</Link>}
      {rescue.doneAt === null && (
        <Button
          variant="outline"
          marginTop="6px"
          onClick={() => void sendCommand("tell-rescue", { id: rescue.id, at: presentMoment().toISOString() })}
        >{t`The rescue is done`}</Button>
      )}
    </Box>
  );
}

/** The panel on the photo and its master; held, the master lies over the panel. */
function Beside({ view, unit, looked, onPhoto }: Pick<JudgePanelProps, "view" | "unit" | "looked" | "onPhoto">) {
  const [isHeld, setHeld] = useState(false);
  const way = colourwayOf(view.design, unit.colourwayId);
  const { width, height } = panelOf(view.design);
  const master = <Picture id={way?.pictureId ?? null} alt={t`The master of ${way?.name ?? ""}`} width="100%" ratio={height / width} />;
  if (!looked || !onPhoto) return <Box maxWidth="220px">{master}</Box>;
  return (
    <Flex gap="12px">
      <Box flex="1" minWidth={0} position="relative" onPointerDown={() => setHeld(true)} onPointerUp={() => setHeld(false)} onPointerLeave={() => setHeld(false)} userSelect="none">
        <PanelClose looked={looked} panel={onPhoto} />
        {isHeld && (
          <Box position="absolute" inset="0" opacity={0.8} pointerEvents="none">
            {master}
          </Box>
        )}
        <Text color="softInk" fontSize="15px">{t`on the photo; held, the master lies over it`}</Text>
      </Box>
      <Box flex="1" minWidth={0}>
        {master}
        <Text color="softInk" fontSize="15px">{t`the master`}</Text>
      </Box>
    </Flex>
  );
}

/** What is wrong with it, one tap each. The first that is told leads. */
function Causes({ causes, onChange }: { causes: readonly PanelCause[]; onChange: (causes: readonly PanelCause[]) => void }) {
  return (
    <Box role="group" aria-label={t`What is wrong with it`} marginBottom="12px">
      <Text fontWeight={600} marginBottom="6px">{t`What is wrong with it?`}</Text>
      <Flex wrap="wrap" gap="6px">
        {PANEL_CAUSES.map((cause) => {
          const isTold = causes.includes(cause);
          return (
            <Button
              key={cause}
              size="sm"
              minHeight="44px"
              paddingInline="10px"
              fontSize="15px"
              variant={isTold ? "solid" : "outline"}
              aria-pressed={isTold}
              onClick={() => onChange(isTold ? causes.filter((each) => each !== cause) : [...causes, cause])}
            >
              {CAUSE_WORDS[cause]}
            </Button>
          );
        })}
      </Flex>
    </Box>
  );
}

/** What could save it, the cheapest first, against a new one. */
function Rescues({ view, cause, rescued, onRescue }: { view: NeedView; cause: PanelCause | null; rescued: FinishRead["rescued"]; onRescue: (way: RescueWay) => void }) {
  if (cause === null) return null;
  const anew = anewMinutes(view);
  const offers = rescueOffers(cause, anew, rescued);
  const [best] = offers;
  if (!best) return null;
  const said = (count: number): string => printMinutes(minutes(Math.max(1, Math.round(count))));
  return (
    <Box as="section" aria-label={t`What could save it`} borderTop="1px solid" borderColor="hairline" paddingTop="10px">
      <Text marginBottom="8px">
        {best.costs < anew
          ? t`To ${RESCUE_WORDS[best.way]} comes to ${said(best.costs)} in the mean, a new panel to ${said(anew)}: save it.`
          : t`A new panel costs ${said(anew)}, and nothing saves this one for less: let it go, or keep it for the stash.`}
      </Text>
      {offers.map(({ way, hands, dry, works, restsOn }) => (
        <Flex key={way} align="center" gap="12px" marginBottom="8px">
          <Button
            variant={way === best.way && best.costs < anew ? "solid" : "outline"}
            flex="none"
            width="170px"
            whiteSpace="normal"
            minHeight="44px"
            height="auto"
            paddingY="6px"
            onClick={() => onRescue(way)}
          >
            {RESCUE_WORDS[way]}
          </Button>
          <Text fontSize="15px" color="softInk">
            {said(hands)}
            {t`${dry > 0 ? t`, ${said(dry)} to dry` : ""}; works ${inHundred(works)} times, ${restsOn === 0 ? t`a guess` : t`from ${String(restsOn)} of yours`}`}
          </Text>
        </Flex>
      ))}
    </Box>
  );
}

/** Minutes of hands that one more panel costs: its stages, and its share of setting up where others are to be painted anyway. */
function anewMinutes(view: NeedView): number {
  const others = view.toPaint.reduce((sum, { make }) => sum + make, 0);
  return paintingStages(view.design).reduce((sum, { hands, setup }) => sum + hands + setup / (others + 1), 0);
}
