import { Box, Button, Flex, Grid, Text } from "@chakra-ui/react";
import { printDay, printMinutes, minutes } from "@yule/core";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { NeedView, Outlook } from "../app/outlook.ts";
import { useView } from "../app/useOutlet.ts";
import { StateWord, Teach } from "../kit/states.tsx";
import { Figure, Verdict } from "../kit/Verdict.tsx";
import { NeedChain } from "./parts/NeedChain.tsx";
import { NeedDialog } from "./parts/NeedDialog.tsx";
import { SessionsDialog } from "./parts/SessionsDialog.tsx";

const STEP: Readonly<Record<NeedView["stage"], { label: string; to: string }>> = {
  "not begun": { label: "split sheets", to: "/sheets" },
  "on the bench": { label: "on the bench", to: "/bench" },
  "to inspect": { label: "inspect", to: "/finish" },
  "to assemble": { label: "assemble", to: "/finish" },
  "to post": { label: "post", to: "/dispatch" },
  done: { label: "done", to: "/logbook" },
};

/** Season: what is owed, by when, and whether it fits the sessions she keeps. */
export default function SeasonView() {
  const outlook = useView();
  const [params, setParams] = useSearchParams();
  const [dialog, setDialog] = useState<"need" | "sessions" | null>(null);
  const chosen = outlook.open.find((view) => view.need.id === params.get("need")) ?? worst(outlook);
  return (
    <>
      <SeasonVerdict outlook={outlook} />
      <Flex gap="10px" wrap="wrap" marginBottom="18px">
        <Button onClick={() => setDialog("need")}>Add a need</Button>
        <Button variant="outline" onClick={() => setDialog("sessions")}>
          Sessions
        </Button>
      </Flex>
      {outlook.open.length === 0 ? (
        <Teach title="Nothing is owed">
          Add what is to be made, for whom and by when. Then this page says how many hours it takes, when to begin at the latest, and whether it fits your sessions.
        </Teach>
      ) : (
        <NeedTable needs={[...outlook.open].sort(byUrgency)} chosen={chosen?.need.id ?? null} onChoose={(id) => setParams({ need: id })} />
      )}
      {chosen && <NeedChain view={chosen} outlook={outlook} />}
      {dialog === "need" && <NeedDialog outlook={outlook} onClose={() => setDialog(null)} />}
      {dialog === "sessions" && <SessionsDialog onClose={() => setDialog(null)} />}
    </>
  );
}

const RANK = { cannot: 0, tight: 1, safe: 2 };
const byUrgency = (a: NeedView, b: NeedView): number => RANK[a.outlook.safety] - RANK[b.outlook.safety] || (a.readyBy < b.readyBy ? -1 : 1);
const worst = (outlook: Outlook): NeedView | null => [...outlook.open].sort(byUrgency)[0] ?? null;

function SeasonVerdict({ outlook }: { outlook: Outlook }) {
  const { open, plan } = outlook;
  const late = open.filter((view) => view.outlook.safety === "cannot").sort((a, b) => (a.readyBy < b.readyBy ? -1 : 1));
  const [first] = late;
  const next = [...open]
    .filter((view) => view.outlook.hands > 0 && view.outlook.startBy !== null)
    .sort((a, b) => ((a.outlook.startBy ?? "") < (b.outlook.startBy ?? "") ? -1 : 1))[0];
  const cards = open.reduce((sum, view) => sum + view.cards - view.assembled, 0);
  if (open.length === 0) return <Verdict>Nothing is owed. The season begins with the first need you add.</Verdict>;
  const total = (
    <Figure
      why={`${String(cards)} cards are still to be made for ${String(open.length)} needs. Each stage counts its hands time for every panel and its setup once per batch; a few panels more than cards are painted so that enough are good.`}
    >
      {printMinutes(plan.hands)}
    </Figure>
  );
  if (first) {
    return (
      <Verdict>
        <Figure tone="cannot" why={whyLate(first)}>
          {first.need.title}
        </Figure>{" "}
        cannot be ready by {printDay(first.readyBy)}: {first.outlook.spare < 0 ? "it is " : "its drying needs more nights than are left"}
        {first.outlook.spare < 0 && (
          <Figure tone="cannot" why={whyLate(first)}>
            {printMinutes(minutes(0 - first.outlook.spare))} short
          </Figure>
        )}
        . {late.length > 1 ? `Nor can ${String(late.length - 1)} more. ` : ""}All in all {total} of hands are owed.
      </Verdict>
    );
  }
  return (
    <Verdict>
      All {open.length === 1 ? "" : `${String(open.length)} `}
      {open.length === 1 ? "that is owed fits" : "needs fit"}: {total} of hands.
      {next && (
        <>
          {" "}
          Begin {next.need.title} by{" "}
          <Figure
            tone={next.outlook.safety === "tight" ? "tight" : "safe"}
            why={`It takes ${printMinutes(next.outlook.hands)} of hands and must be ready on ${printDay(next.readyBy)}. Filling your sessions backwards from the last due day, this is the last one in which it can begin.`}
          >
            {printDay(next.outlook.startBy ?? next.readyBy)}
          </Figure>{" "}
          at the latest.
        </>
      )}
    </Verdict>
  );
}

const whyLate = (view: NeedView): string =>
  `Until ${printDay(view.readyBy)} your sessions hold ${printMinutes(minutes(Math.max(0, 0 - view.outlook.spare)))} less than it and all that is due before it take. It needs ${printMinutes(view.outlook.hands)} itself. A session more, fewer cards or a later day would change it.`;

function NeedTable({ needs, chosen, onChoose }: { needs: readonly NeedView[]; chosen: string | null; onChoose: (id: string) => void }) {
  const navigate = useNavigate();
  const columns = { base: "1fr auto", md: "minmax(190px, 2.2fr) 1fr 1fr 1fr 1fr 132px" };
  return (
    <Box role="table" aria-label="Needs" maxWidth="1060px">
      <Grid role="row" templateColumns={columns} columnGap="14px" paddingX="8px" paddingBottom="8px" color="softInk" display={{ base: "none", md: "grid" }}>
        {["Need", "Ready by", "Hands left", "Begin by", "Stands", ""].map((head) => (
          <Text key={head} role="columnheader">
            {head}
          </Text>
        ))}
      </Grid>
      {needs.map((view) => (
        <Grid
          key={view.need.id}
          role="row"
          aria-current={view.need.id === chosen ? "true" : undefined}
          templateColumns={columns}
          columnGap="14px"
          rowGap="2px"
          alignItems="center"
          paddingX="8px"
          paddingY="9px"
          borderTop="1px solid"
          borderColor="hairline"
          bg={view.need.id === chosen ? "table" : "transparent"}
          borderRadius={view.need.id === chosen ? "8px" : 0}
        >
          <Box role="cell" minWidth={0}>
            <button
              type="button"
              onClick={() => onChoose(view.need.id)}
              style={{ font: "inherit", fontWeight: 700, textAlign: "left", cursor: "pointer", minHeight: 26, overflowWrap: "anywhere" }}
            >
              {view.need.title}
            </button>
            <Text color="softInk" fontSize="15px">
              {view.cards} × {view.design.name}
              {view.post ? `, ${view.need.zone ?? ""} post` : ""}
            </Text>
          </Box>
          <Text role="cell">{printDay(view.readyBy)}</Text>
          <Text role="cell" display={{ base: "none", md: "block" }}>
            {printMinutes(view.outlook.hands)}
          </Text>
          <Text role="cell" display={{ base: "none", md: "block" }}>
            {view.outlook.hands <= 0 ? "–" : view.outlook.startBy ? printDay(view.outlook.startBy) : "at once"}
          </Text>
          <Box role="cell">
            <StateWord state={view.outlook.safety} />
          </Box>
          <Box role="cell">
            <Button size="sm" variant="outline" width="100%" paddingInline="6px" onClick={() => void navigate(`${STEP[view.stage].to}?need=${view.need.id}`)}>
              {STEP[view.stage].label}
            </Button>
          </Box>
        </Grid>
      ))}
    </Box>
  );
}
