import { giveInstead } from "../../../kit/form/whatToDo.ts";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { day, isDay, type SeasonChange, readTime, t } from "@yule/core";
import { fillWords, sessionSheets, whoseHands, type Outlook, type PlannedSeason, type SessionSheet } from "@yule/derive";
import { Lock, LockOpen } from "lucide-react";
import { useState } from "react";
import { v7 } from "uuid";
import { sendCommand } from "../../../data/outbox.ts";
import { Choice, FaultLines } from "../../../kit/FormField.tsx";
import { printDay, printTime } from "../../../kit/say.ts";
import { DayInput, TimeInput } from "../../../kit/DayField.tsx";

const FIRST_SHOWN = 5;

/** What each session to come is for. */
export function SessionPlan({
  planned,
  outlook,
  trial,
  onTry,
}: {
  planned: PlannedSeason;
  outlook: Outlook;
  trial: readonly SeasonChange[];
  onTry: (trial: readonly SeasonChange[]) => void;
}) {
  const [all, setAll] = useState(false);
  const sheets = sessionSheets(planned.facts, planned.answer.plan);
  const last = sheets.reduce((latest, sheet, index) => (sheet.used > 0 ? index : latest), -1);
  const planning = sheets.slice(0, last + 1);
  const shown = all ? planning : planning.slice(0, FIRST_SHOWN);
  const title = (id: string): string => outlook.open.find((view) => view.need.id === id)?.need.title ?? "";
  return (
    <Box as="section" aria-label={t`Sessions to come`}>
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="6px">{t`Sessions to come`}</Heading>
      {planned.moved.length > 0 && (
        <Text borderInlineStart="3px solid" borderColor="tight" paddingInlineStart="10px" marginBottom="8px" role="status">{t`Moved: ${planned.moved
          .slice(0, 3)
          .map((each) => `${title(each.id)}${each.to[0] ? t` to ${printDay(day(each.to[0]))}` : ""}`)
          .join("; ")}${planned.moved.length > 3 ? t`; and ${String(planned.moved.length - 3)} more` : ""}. All else stays.`}</Text>
      )}
      {shown.length === 0 && <Text color="softInk">{t`Nothing is left to put into a session.`}</Text>}
      {shown.map((sheet) => (
        <Sheet
          key={sheet.index}
          sheet={sheet}
          outlook={outlook}
          title={title}
          isOfMany={all}
          onFree={() => onTry([...trial, { kind: "no session", day: day(sheet.day), from: sheet.from, to: sheet.to }])}
        />
      ))}
      <OneMore outlook={outlook} trial={trial} onTry={onTry} />
      {planning.length > FIRST_SHOWN && (
        <Button variant="ghost" onClick={() => setAll(!all)}>
          {all ? t`Show the next five` : t`All ${String(planning.length)} sessions`}
        </Button>
      )}
    </Box>
  );
}

function Sheet({ sheet, outlook, title, isOfMany, onFree }: { sheet: SessionSheet; outlook: Outlook; title: (id: string) => string; isOfMany: boolean; onFree: () => void }) {
  const share = Math.min(1, sheet.used / Math.max(1, sheet.length));
  return (
    <Box borderTop="1px solid" borderColor="hairline" paddingY="8px" style={isOfMany ? OUT_OF_SIGHT : undefined}>
      <Flex justify="space-between" gap="10px" align="baseline">
        <Text fontWeight={700}>
          {printDay(day(sheet.day))}, {printTime(sheet.from)}
          {sheet.who === "helper" ? t`, help` : ""}
          {sheet.late ? t`, late` : ""}
        </Text>
        <Text color="softInk" fontSize="15px" whiteSpace="nowrap">
          {fillWords(sheet)}
        </Text>
      </Flex>
      <Box height="6px" border="1px solid" borderColor="ink" borderRadius="3px" overflow="hidden" marginY="4px" aria-hidden="true">
        <Box height="100%" width={`${String(Math.round(share * 100))}%`} bg="ink" />
      </Box>
      {sheet.lines.map((line, index) => (
        <Text key={index} fontSize="15px" overflowWrap="anywhere">
          {line.needs.map(title).join(" + ")}: {line.name.charAt(0).toLowerCase() + line.name.slice(1)}
        </Text>
      ))}
      <Pin sheet={sheet} outlook={outlook} />
      {sheet.who === "maker" && (
        <Button
          variant="ghost"
          size="sm"
          paddingInline="0"
          onClick={onFree}
          aria-label={t`What if ${printDay(day(sheet.day))}, ${printTime(sheet.from)} were free?`}
        >{t`what if it were free?`}</Button>
      )}
    </Box>
  );
}

/** Whether a session's work stays where it is, whatever is planned anew. */
function Pin({ sheet, outlook }: { sheet: SessionSheet; outlook: Outlook }) {
  const { day: on, to, who } = sheet;
  const pinned = outlook.pinned.find((each) => each.day === on && each.to === to && each.who === who);
  const press = (): void => void (pinned ? sendCommand("unpin-session", { id: pinned.id, version: pinned.version }) : sendCommand("pin-session", { id: v7(), day: on, to, who }));
  return (
    <Button
      variant="ghost"
      size="sm"
      paddingInline="0"
      marginInlineEnd="18px"
      aria-pressed={pinned !== undefined}
      onClick={press}
      aria-label={t`${printDay(day(on))}, ${printTime(sheet.from)} stays as it is`}
    >
      {pinned ? <Lock size={16} aria-hidden /> : <LockOpen size={16} aria-hidden />} {pinned ? t`stays as it is` : t`let it stay`}
    </Button>
  );
}

/** Of a long list, what is out of sight is not drawn. */
const OUT_OF_SIGHT = { contentVisibility: "auto", containIntrinsicBlockSize: "auto 150px" } as const;

/** One more session, planned through before it is kept. */
function OneMore({ outlook, trial, onTry }: { outlook: Outlook; trial: readonly SeasonChange[]; onTry: (trial: readonly SeasonChange[]) => void }) {
  const [form, setForm] = useState({ on: "", from: "19:30", to: "21:00", who: "maker" });
  const [fault, setFault] = useState<string | null>(null);
  const add = (): void => {
    if (!isDay(form.on) || form.on < outlook.today)
      return setFault(isDay(form.on) ? t`${printDay(day(form.on))} has passed. Choose today or later.` : giveInstead(form.on, t`a day from today on`));
    const [from, to] = [readTime(form.from), readTime(form.to)];
    if (from === null || to === null) return setFault(giveInstead(from === null ? form.from : form.to, t`a time such as ${printTime(1170)}`, from === null ? t`Begins` : t`Ends`));
    if (to <= from) return setFault(t`It ends at ${printTime(to)}, before it begins. Give a time after ${printTime(from)}.`);
    setFault(null);
    onTry([...trial, { kind: "session", day: day(form.on), from, to, who: form.who as "maker" | "helper" }]);
  };
  return (
    <Box as="section" aria-label={t`One more session`} borderTop="1px solid" borderColor="hairline" paddingTop="8px" marginTop="4px">
      <Text fontWeight={600} marginBottom="4px">{t`What if you painted once more?`}</Text>
      <Flex gap="8px" wrap="wrap" align="center">
        <DayInput aria-label={t`on`} width="160px" value={form.on} onChange={(written) => setForm({ ...form, on: written })} />
        <Flex width="112px">
          <Choice aria-label={t`Whose hands`} value={form.who} onChange={(change) => setForm({ ...form, who: change.target.value })} options={whoseHands()} />
        </Flex>
        <TimeInput aria-label={t`from`} width="132px" value={form.from} onChange={(written) => setForm({ ...form, from: written })} />
        <TimeInput aria-label={t`to`} width="132px" value={form.to} onChange={(written) => setForm({ ...form, to: written })} />
        <Button size="sm" variant="outline" onClick={add}>{t`See it`}</Button>
      </Flex>
      {fault && <FaultLines faults={[fault]} />}
    </Box>
  );
}
