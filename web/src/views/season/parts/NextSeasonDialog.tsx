import { problemFaults } from "@yule/contract";
import { Box, Button, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { day, type CarriedNeed, type Fault, t, wordsFor } from "@yule/core";
import { colourwayOf, copiesOf, firstEdit, livingLessons, proposals, seasonAfter, untold, type NeedView, type Outlook, type Edited, type Proposal } from "@yule/derive";
import { useMemo, useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { Dialog } from "../../../kit/Dialog.tsx";
import { FaultLines, TextInput, Tick } from "../../../kit/FormField.tsx";
import { printDay } from "../../../kit/say.ts";
import { DayInput } from "../../../kit/DayField.tsx";

/**
 * What came of this season, and the next one begun from it: days moved, numbers from what went, lessons kept.
 * @param dropped designs that the maker has chosen not to paint again: their needs are offered, but not ticked
 * @param repeated designs of which as many are painted again as were asked for, whatever went of them
 */
export function NextSeasonDialog({
  outlook,
  dropped = [],
  repeated = [],
  onClose,
}: {
  outlook: Outlook;
  dropped?: readonly string[];
  repeated?: readonly string[];
  onClose: () => void;
}) {
  const asked = untold(outlook);
  const offered = useMemo(() => proposals(outlook), [outlook]);
  return (
    <Dialog title={t`Next season, from this one`} wide onClose={onClose}>
      {asked.length > 0 && (
        <Box as="section" aria-label={t`What came of it`} marginBottom="18px">
          <Heading as="h3" fontSize="18px" fontWeight={600} marginBottom="4px">{t`What came of it`}</Heading>
          {asked.map((view) => (
            <Outcome key={view.need.id} view={view} />
          ))}
        </Box>
      )}
      {offered.length === 0 ? (
        <Text>{t`Fairs, listings, mailing lists and cards of your own are offered here to be made again. There is none that is not copied yet.`}</Text>
      ) : (
        <Copying key={offered.map((each) => each.view.need.id).join()} offered={offered} dropped={dropped} repeated={repeated} outlook={outlook} onClose={onClose} />
      )}
    </Dialog>
  );
}

/** Sold and given of each colourway; the rest is left over and serves another need. */
function Outcome({ view }: { view: NeedView }) {
  const [told, setTold] = useState<Readonly<Record<string, { sold: string; given: string }>>>({});
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const of = (line: string) => told[line] ?? { sold: "", given: "" };
  const count = (text: string): number => (/^\d*$/.test(text.trim()) ? Number(text) : NaN);
  const save = async (): Promise<void> => {
    const lines = view.need.lines.map((line) => ({ lineId: line.id, sold: count(of(line.id).sold), given: count(of(line.id).given) }));
    const wrong = view.need.lines.flatMap((line) => {
      const { sold, given } = of(line.id);
      const name = colourwayOf(view.design, line.colourwayId)?.name ?? "";
      if (Number.isNaN(count(sold) + count(given))) return [t`${name}: ${sold} sold and ${given} given are no whole numbers. Give whole numbers.`];
      return count(sold) + count(given) > line.assembled
        ? [t`${name}: ${String(count(sold))} sold and ${String(count(given))} given are more than the ${String(line.assembled)} cards made. Give fewer.`]
        : [];
    });
    setFaults(wrong);
    if (wrong.length > 0) return;
    const sent = await sendCommand("tell-outcome", { needId: view.need.id, lines }, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
  };
  return (
    <Flex gap="10px" wrap="wrap" align="center" borderTop="1px solid" borderColor="hairline" paddingY="8px">
      <Box flex="1" minWidth="180px">
        <Text fontWeight={700}>{view.need.title}</Text>
        <Text color="softInk" fontSize="15px">
          {t`${view.assembled} cards, ${printDay(day(view.need.due))}`}
        </Text>
      </Box>
      {view.need.lines.map((line) => {
        const name = colourwayOf(view.design, line.colourwayId)?.name ?? "";
        const put = (patch: Partial<{ sold: string; given: string }>): void => setTold({ ...told, [line.id]: { ...of(line.id), ...patch } });
        return (
          <Flex key={line.id} gap="6px" align="center">
            <Text fontSize="15px">
              {name}, {line.assembled}:
            </Text>
            <TextInput
              aria-label={t`${view.need.title}, ${name}, sold`}
              placeholder={t`sold`}
              inputMode="numeric"
              width="72px"
              value={of(line.id).sold}
              onChange={(change) => put({ sold: change.target.value })}
            />
            <TextInput
              aria-label={t`${view.need.title}, ${name}, given`}
              placeholder={t`given`}
              inputMode="numeric"
              width="72px"
              value={of(line.id).given}
              onChange={(change) => put({ given: change.target.value })}
            />
          </Flex>
        );
      })}
      <Button size="sm" variant="outline" onClick={() => void save()}>{t`That came of it`}</Button>
      <Box width="100%">
        <FaultLines faults={faults} />
      </Box>
    </Flex>
  );
}

const BY: Readonly<Record<CarriedNeed["by"], string>> = wordsFor({
  occasion: () => t`with its occasion`,
  "own occasion": () => t`with your own day`,
  weekday: () => t`same weekday`,
});
const WHY = wordsFor({ gone: () => t`as many as went`, "all gone": () => t`all went, perhaps more`, untold: () => t`as many as last time` });

function Copying({
  offered,
  dropped,
  repeated,
  outlook,
  onClose,
}: {
  offered: readonly Proposal[];
  dropped: readonly string[];
  repeated: readonly string[];
  outlook: Outlook;
  onClose: () => void;
}) {
  const [left, setLeft] = useState<ReadonlySet<string>>(() => new Set(offered.flatMap(({ view: { need, design } }) => (dropped.includes(design.id) ? [need.id] : []))));
  const [edits, setEdits] = useState<Readonly<Record<string, Edited>>>({});
  const [faults, setFaults] = useState<readonly (Fault | string)[]>([]);
  const editOf = (proposal: Proposal): Edited => edits[proposal.view.need.id] ?? firstEdit(proposal, repeated.includes(proposal.view.design.id));
  const chosen = offered.filter((proposal) => !left.has(proposal.view.need.id));
  const copy = async (): Promise<void> => {
    const seasonId = outlook.prepared[0]?.id ?? v7();
    const made = copiesOf(
      chosen.map((proposal) => ({ proposal, edited: editOf(proposal) })),
      outlook,
      v7,
      seasonId,
    );
    setFaults(made.faults);
    if (made.faults.length > 0) return;
    if (outlook.prepared.length === 0) await sendCommand("prepare-season", { id: seasonId, ...seasonAfter(outlook) });
    const sent = await sendCommand("add-needs", { needs: made.needs }, { ownRefusals: true });
    if (sent.state === "refused") setFaults(problemFaults(sent.problem));
    else onClose();
  };
  const lessons = livingLessons(outlook).filter((lesson) => lesson.designId === null || chosen.some((proposal) => proposal.view.design.id === lesson.designId));
  return (
    <Box as="section" aria-label={t`To be made again`}>
      {offered.map((proposal) => {
        const { view, carried } = proposal;
        const edited = editOf(proposal);
        const put = (patch: Partial<Edited>): void => setEdits({ ...edits, [view.need.id]: { ...edited, ...patch } });
        return (
          <Grid
            key={view.need.id}
            templateColumns={{ base: "1fr", md: "minmax(150px, 1fr) 170px minmax(0, 1.5fr)" }}
            gap="4px 14px"
            alignItems="start"
            borderTop="1px solid"
            borderColor="hairline"
            paddingY="8px"
            opacity={left.has(view.need.id) ? 0.75 : 1}
          >
            <Tick
              checked={!left.has(view.need.id)}
              onChange={(change) => setLeft(new Set(change.target.checked ? [...left].filter((id) => id !== view.need.id) : [...left, view.need.id]))}
            >
              <b style={{ overflowWrap: "anywhere" }}>{view.need.title}</b>
            </Tick>
            <Box>
              <DayInput aria-label={t`${view.need.title}, day`} value={edited.due} onChange={(written) => put({ due: written })} />
              <Text color="softInk" fontSize="15px">
                {BY[carried.by]}
              </Text>
            </Box>
            <Box>
              <Flex gap="6px 12px" wrap="wrap">
                {carried.lines.map((line, index) => {
                  const name = colourwayOf(view.design, line.colourway)?.name ?? "";
                  return (
                    <Flex key={line.colourway} gap="6px" align="center">
                      <TextInput
                        aria-label={`${view.need.title}, ${name}`}
                        inputMode="numeric"
                        width="64px"
                        value={edited.quantities[index] ?? ""}
                        onChange={(change) => put({ quantities: edited.quantities.map((text, at) => (at === index ? change.target.value : text)) })}
                      />
                      <Text fontSize="15px">{name}</Text>
                    </Flex>
                  );
                })}
              </Flex>
              <Text color="softInk" fontSize="15px">
                {repeated.includes(view.design.id) ? WHY.untold : [...new Set(carried.lines.map((line) => WHY[line.why]))].join("; ")}
              </Text>
            </Box>
          </Grid>
        );
      })}
      {lessons.length > 0 && (
        <Box marginTop="10px" borderInlineStart="4px double" borderColor="ink" paddingInlineStart="12px">
          <Text fontWeight={600}>{t`${lessons.length} ${lessons.length === 1 ? t`lesson comes` : t`lessons come`} along, each said again when it matters:`}</Text>
          {lessons.map((lesson) => (
            <Text key={lesson.id} fontFamily="heading" fontStyle="italic" overflowWrap="anywhere">
              {lesson.text} ({lesson.moment})
            </Text>
          ))}
        </Box>
      )}
      <Text
        color="softInk"
        marginTop="12px"
      >{t`They go into ${outlook.prepared[0]?.name ?? seasonAfter(outlook).name}, beside ${outlook.season.name}: nothing is planned for it until it is opened.`}</Text>
      <FaultLines faults={faults} />
      <Flex justify="flex-end" gap="10px" marginTop="16px">
        <Button variant="outline" onClick={onClose}>{t`Leave it`}</Button>
        <Button disabled={chosen.length === 0} onClick={() => void copy()}>{t`Copy ${chosen.length} ${chosen.length === 1 ? t`need` : t`needs`} forward`}</Button>
      </Flex>
    </Box>
  );
}
