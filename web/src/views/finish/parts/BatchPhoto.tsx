import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { BatchRead, Grade, UnitRead } from "@yule/contract";
import { panelOf, colourwayOf, type NeedView } from "@yule/derive";
import { useState } from "react";
import { PhotoIntake } from "../../../features/picture/PhotoIntake.tsx";
import { Picture } from "../../../features/picture/Picture.tsx";
import { useBatchPhoto, type LookedAt, type PanelOnPhoto } from "../useBatchPhoto.ts";
import { seenWords, seenOf, sharedWords, UNLIKE } from "../words.ts";
import { GradeButtons, GRADES } from "./GradeButtons.tsx";
import { PanelClose, PhotoOfPanels } from "./PhotoOfPanels.tsx";

interface BatchPhotoProps {
  readonly view: NeedView;
  readonly batch: BatchRead;
  /** Panels that lie on the photo: what is not spoilt, by number. */
  readonly units: readonly UnitRead[];
  readonly onGrade: (unitId: string, as: Grade) => void;
}

/** One photo of all panels of a batch: which is off, in the order of doubt, one key or tap each. */
export default function BatchPhoto({ view, batch, units, onGrade }: BatchPhotoProps) {
  const intake = useBatchPhoto(view, batch, units);
  const { looked } = intake.photo;
  return (
    <Box as="section" aria-label="Photo of the batch" marginY="14px">
      {looked ? (
        <Judging looked={current(looked, units)} view={view} onGrade={onGrade} onLeave={intake.leave} />
      ) : (
        <>
          <Text marginBottom="8px" maxWidth="44em">
            Lay the {units.length} panels out by their numbers, row by row, a finger apart on a plain board, and take one photo from above. It is held against the master and each
            panel against its sisters.
          </Text>
          <PhotoIntake label="Taking the photo" intake={intake} />
        </>
      )}
    </Box>
  );
}

/** The photo with the panels as they are graded by now. */
const current = (looked: LookedAt, units: readonly UnitRead[]): LookedAt => ({
  ...looked,
  panels: looked.panels.map(({ unit, seen }) => ({ seen, unit: units.find(({ id }) => id === unit.id) ?? unit })),
});

function Judging({ looked, view, onGrade, onLeave }: { looked: LookedAt; view: NeedView; onGrade: BatchPhotoProps["onGrade"]; onLeave: () => void }) {
  const inDoubt = [...looked.panels].filter(({ unit }) => unit.grade === null).sort((one, other) => other.seen.score - one.seen.score);
  const [picked, setPicked] = useState<string | null>(null);
  const chosen = looked.panels.find(({ unit }) => unit.id === picked && unit.grade === null) ?? inDoubt[0] ?? null;
  const grade = (panel: PanelOnPhoto, as: Grade): void => {
    setPicked(null);
    onGrade(panel.unit.id, as);
  };
  return (
    <Box
      onKeyDown={(event) => {
        const found = GRADES.find(({ key }) => key === event.key.toLowerCase());
        if (found && chosen && !event.ctrlKey && !event.metaKey && !event.altKey) grade(chosen, found.grade);
      }}
    >
      <Told looked={looked} inDoubt={inDoubt} />
      <Flex gap="28px" align="flex-start" direction={{ base: "column", lg: "row" }}>
        <Box flex={{ base: "none", lg: "1 1 620px" }} minWidth={0} width="100%">
          <PhotoOfPanels looked={looked} chosen={chosen?.unit.id ?? null} onChoose={setPicked} />
        </Box>
        <Box flex={{ base: "none", lg: "0 1 330px" }} minWidth={0}>
          {chosen && <InDoubt looked={looked} panel={chosen} view={view} onGrade={(as) => grade(chosen, as)} />}
          <Button variant="outline" marginTop="14px" onClick={onLeave}>
            Put the photo away
          </Button>
        </Box>
      </Flex>
    </Box>
  );
}

/** What the photo says of the batch. */
function Told({ looked, inDoubt }: { looked: LookedAt; inDoubt: readonly PanelOnPhoto[] }) {
  const unlike = inDoubt.filter(({ seen }) => seen.score >= UNLIKE);
  const [first] = unlike;
  return (
    <Box marginBottom="12px" maxWidth="46em" aria-live="polite">
      <Text fontFamily="heading" fontSize="20px">
        {inDoubt.length === 0
          ? "All panels on the photo are judged."
          : first
            ? `${String(unlike.length)} of ${String(inDoubt.length)} ${unlike.length === 1 ? "looks" : "look"} unlike ${unlike.length === 1 ? "its" : "their"} sisters. Begin with panel ${String(first.unit.number)}.`
            : `None of the ${String(inDoubt.length)} stands out from its sisters. Look at them yourself all the same: a photo does not show what is flat.`}
      </Text>
      {looked.common.map(({ colourway, faults }) => (
        <Text key={colourway} color="softInk">
          All of {colourway}: {faults.map(sharedWords).join("; ")}.
        </Text>
      ))}
    </Box>
  );
}

/** One panel beside its master, what is seen of it, and the four grades. */
function InDoubt({ looked, panel, view, onGrade }: { looked: LookedAt; panel: PanelOnPhoto; view: NeedView; onGrade: (as: Grade) => void }) {
  const { unit, seen } = panel;
  const way = colourwayOf(view.design, unit.colourwayId);
  const { width, height } = panelOf(view.design);
  const words = seenOf(seen.faults);
  return (
    <Box as="section" aria-label={`Panel ${String(unit.number)}`}>
      <Text fontFamily="heading" fontSize="20px">
        Panel {unit.number}, {way?.name}
      </Text>
      <Flex gap="12px" marginY="8px">
        <Box flex="1" minWidth={0}>
          <PanelClose looked={looked} panel={panel} />
          <Text color="softInk" fontSize="15px">
            on the photo
          </Text>
        </Box>
        <Box flex="1" minWidth={0}>
          <Picture id={way?.pictureId ?? null} alt={`The master of ${way?.name ?? ""}`} width="100%" ratio={height / width} />
          <Text color="softInk" fontSize="15px">
            the master
          </Text>
        </Box>
      </Flex>
      {words.length === 0 ? (
        <Text marginBottom="8px">Like its sisters.</Text>
      ) : (
        <Box as="ul" listStyleType="none" marginBottom="8px">
          {words.map((fault) => (
            <li key={fault.kind}>
              {fault.amount >= UNLIKE ? "Clearly" : "Perhaps"} {seenWords(fault)}
            </li>
          ))}
        </Box>
      )}
      <GradeButtons number={unit.number} grade={unit.grade} withWords onGrade={onGrade} />
      <Text color="softInk" fontSize="15px" marginTop="6px">
        Or by key, while the photo has the focus: G, R, S, X.
      </Text>
    </Box>
  );
}
