import { Box, Heading, Text } from "@chakra-ui/react";
import { dayAt, minuteOfDayAt, minutes, printMinutes, type SheetLine, t } from "@yule/core";
import { leftForLater, type Outlook, type StandingBatch, type BenchPlan } from "@yule/derive";
import { memo, type CSSProperties } from "react";
import { lineWords, paintsOf, when } from "../words.ts";
import { printDay, printTime } from "../../../kit/say.ts";

const MOST_LINES = 14;

/** The run sheet: what comes then, over all batches, session by session. */
export const RunList = memo(function RunList({ planned, lying, outlook, now }: { planned: BenchPlan; lying: readonly StandingBatch[]; outlook: Outlook; now: Date }) {
  const at = (minute: number): Date => new Date(planned.since.getTime() + minute * 60_000);
  const left = planned.lines.filter((line) => at(line.to) > now);
  const coming = left.slice(0, MOST_LINES);
  const later = leftForLater(planned, lying);
  let lastDay = "";
  return (
    <Box as="section" aria-label={t`Run sheet`} marginTop="20px">
      <Heading as="h2" fontSize="18px" fontWeight={600}>{t`Run sheet`}</Heading>
      {coming.map((line) => {
        const from = at(line.from);
        const day = dayAt(from, outlook.shop.timeZone);
        const newDay = day !== lastDay;
        lastDay = day;
        return (
          <div key={`${line.kind}${line.batch}${line.stage}${String(line.from)}`}>
            {newDay && <p style={DAY}>{printDay(day)}</p>}
            <div style={ROW}>
              <span style={CLOCK}>{printTime(minuteOfDayAt(from, outlook.shop.timeZone))}</span>
              <LineWords line={line} planned={planned} lying={lying} outlook={outlook} at={at} />
              <span style={TAKES}>{printMinutes(minutes(line.to - line.from))}</span>
            </div>
          </div>
        );
      })}
      <Text borderTop="1px solid" borderColor="hairline" paddingTop="8px" color="softInk">
        {left.length > coming.length ? t`and so on. ` : ""}
        {later.length > 0
          ? t`These are dry ${when(planned.endsAt, outlook)}. The plan of the season leaves ${later.map(({ title }) => title).join(", ")} for later sessions.`
          : t`All dry ${when(planned.endsAt, outlook)}.`}
      </Text>
    </Box>
  );
});

function LineWords({
  line,
  planned,
  lying,
  outlook,
  at,
}: {
  line: SheetLine;
  planned: BenchPlan;
  lying: readonly StandingBatch[];
  outlook: Outlook;
  at: (minute: number) => Date;
}) {
  const words = lineWords(line, planned.filled, lying);
  if (line.kind === "free") return <span style={{ ...WORDS, color: SOFT, fontStyle: "italic" }}>{words}</span>;
  const on = lying.find(({ batch }) => batch.id === line.batch);
  const name = on?.design.stages.find(({ id }) => id === line.stage)?.name ?? "";
  const paints = line.fresh ? paintsOf(on, line) : "";
  return (
    <span style={{ ...WORDS, fontWeight: 600 }}>
      {line.fresh && <span style={{ display: "block", fontWeight: 400, fontStyle: "italic" }}>{t`fresh water, clean palette${paints === "" ? "" : `: ${paints}`}`}</span>}
      {name}
      <span style={{ fontWeight: 400 }}>{words.slice(name.length)}</span>
      {line.before !== null && <span style={CATCH}>{t`catch before ${when(at(line.before), outlook)}`}</span>}
    </span>
  );
}

// Drawn anew after every tap, beside wet paint: plain lines, which cost a tenth of styled ones.
const SOFT = "var(--chakra-colors-soft-ink)";
const RULE = "1px solid var(--chakra-colors-hairline)";
const DAY: CSSProperties = { fontWeight: 700, marginTop: 10, color: SOFT };
const ROW: CSSProperties = { display: "flex", gap: 12, alignItems: "baseline", padding: "8px 0", borderTop: RULE };
const CLOCK: CSSProperties = { width: 50, flex: "none" };
const TAKES: CSSProperties = { color: SOFT, whiteSpace: "nowrap" };
const WORDS: CSSProperties = { flex: 1, minWidth: 0, overflowWrap: "anywhere" };
const CATCH: CSSProperties = {
  marginInlineStart: 8,
  padding: "0 5px",
  border: "2px dashed var(--chakra-colors-tight-fill)",
  borderRadius: 5,
  fontSize: 14,
  color: "var(--chakra-colors-tight)",
};
