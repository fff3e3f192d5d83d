import { Box, Button } from "@chakra-ui/react";
import { hundredths, minutes, printMinutes, type Day, t } from "@yule/core";
import { rowOf, STAND_WORDS, shortBy, stockInPlan, type PlannedSeason, type Outlook } from "@yule/derive";
import { Link } from "react-router";
import { Popup } from "../../kit/Popup.tsx";
import { usePlanned } from "../../plan/plannedContext.ts";
import { keyOf, usedMinutes } from "./used.ts";
import { printDay, printTime } from "../../kit/say.ts";

interface Mark {
  readonly key: string;
  readonly on: Day;
  readonly what: string;
  readonly to: string | null;
  readonly says: string;
}

/** Everything the ribbon draws from today on, in the order of its days. */
function marksOf(outlook: Outlook, planned: PlannedSeason | null): Mark[] {
  const used = usedMinutes(outlook, planned);
  const needs = outlook.open.map((view): Mark => {
    const { safety, chance } = rowOf(view, planned);
    const odds = chance === null ? "" : `, ${String(hundredths(chance))} in 100`;
    return { key: view.need.id, on: view.readyBy, what: view.need.title, to: `/season?need=${view.need.id}`, says: t`${String(view.cards)} cards, ${STAND_WORDS[safety]}${odds}` };
  });
  const sessions = outlook.allSessions.map((session): Mark => ({
    key: keyOf(session),
    on: session.day,
    what: `${session.who === "helper" ? t`Help` : t`Session`}, ${printTime(session.from)}`,
    to: null,
    says: t`${printMinutes(minutes(Math.round(used.get(keyOf(session)) ?? 0)))} of ${printMinutes(session.length)} planned`,
  }));
  const empty = stockInPlan(outlook, planned).flatMap(({ store, outlook: stock }): Mark[] =>
    stock.runsOut
      ? [
          {
            key: store.id,
            on: stock.runsOut.on < outlook.today ? outlook.today : stock.runsOut.on,
            what: t`${store.name} runs out`,
            to: "/stores",
            says: t`${shortBy({ store, outlook: stock })} short`,
          },
        ]
      : [],
  );
  const last = needs.reduce<Day>((latest, mark) => (mark.on > latest ? mark.on : latest), outlook.today);
  return [...needs, ...empty, ...sessions.filter((mark) => mark.on <= last)].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
}

/** The ribbon as a table, for those who cannot read a ruler. */
export function RibbonList({ outlook }: { outlook: Outlook }) {
  return (
    <Popup
      placement="bottom-end"
      trigger={
        <Button variant="ghost" aria-label={t`The ribbon as a list`} minHeight="32px" height="32px" minWidth="36px" paddingInline="0" textDecoration="none" bg="ruler">
          ≡
        </Button>
      }
    >
      {outlook.open.length === 0 ? t`Nothing is owed.` : <Marks outlook={outlook} />}
    </Popup>
  );
}

/** Worked out only while it is open: the ribbon is drawn anew at every notch of the wheel. */
function Marks({ outlook }: { outlook: Outlook }) {
  const planned = usePlanned();
  return (
    <Box as="table" aria-label={t`The ribbon, day by day`} width="100%">
      <thead>
        <tr>
          {[t`Day`, t`What`, t`How it stands`].map((head) => (
            <Head key={head}>{head}</Head>
          ))}
        </tr>
      </thead>
      <tbody>
        {marksOf(outlook, planned).map((mark) => (
          <tr key={mark.key}>
            <Cell>{printDay(mark.on)}</Cell>
            <Cell>{mark.to ? <Link to={mark.to}>{mark.what}</Link> : mark.what}</Cell>
            <Cell>{mark.says}</Cell>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

const CELL = { padding: "5px 8px", textAlign: "left", verticalAlign: "top", borderBottom: "1px solid var(--chakra-colors-hairline)" } as const;
const Head = ({ children }: { children: string }) => (
  <th scope="col" style={{ ...CELL, fontWeight: 600 }}>
    {children}
  </th>
);
const Cell = ({ children }: { children: React.ReactNode }) => <td style={CELL}>{children}</td>;
