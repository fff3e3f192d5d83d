import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { costsByHand, t, wordsFor } from "@yule/core";
import { givingsOf, movedPanels, panelName, type Giving, type LyingPanel, type Outlook } from "@yule/derive";
import { useMemo, useState } from "react";
import type { Problem } from "@yule/contract";
import { sendCommand } from "../../../data/outbox.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Choice } from "../../../kit/FormField.tsx";
import { ProblemNote, Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { FinishAskProps } from "../ask.ts";
import { panelsWord } from "../words.ts";
import { printFigure } from "../../../kit/say.ts";

type Move = ReturnType<typeof movedPanels>[number];

const WHY: Readonly<Record<Move["why"], string>> = wordsFor({
  "its own": () => t`it was painted for it`,
  "the best to the dearest": () => t`the best looking go where it matters most`,
  "lies in the stash": () => t`it lies in the stash`,
  "needed there sooner": () => t`it is needed there sooner`,
  "nobody asks for it": () => t`nobody asks for it now`,
  "left over from its own": () => t`its own need has enough`,
});

/** Which panel goes to which need: what should move, why, and what another choice would cost. */
export default function GiveAsk({ outlook }: FinishAskProps) {
  const givings = useMemo(() => givingsOf(outlook), [outlook]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const moves = givings.flatMap((giving) => movedPanels(giving).map((move) => ({ ...move, giving })));
  const send = async (some: readonly { readonly unitId: string; readonly needId: string | null }[]): Promise<void> => {
    const sent = await sendCommand("give-panels", { moves: [...some] }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  if (givings.length === 0)
    return (
      <>
        <Verdict>{t`No good panel is free, so there is nothing to give.`}</Verdict>
        <Teach
          title={t`What is decided here`}
        >{t`Once panels are good or lie in the stash, this page says which goes to which need: what is due sooner and matters more comes first, and the best looking go to the dearest.`}</Teach>
      </>
    );
  const panels = givings.reduce((sum, each) => sum + each.panels.length, 0);
  const isProven = givings.every(({ answer }) => answer.isProven);
  const titles = titlesOf(outlook);
  return (
    <>
      <Verdict>
        {moves.length === 0 ? (
          <>{rich`${(<Figure tone="safe" why={whyBest(isProven)}>{t`Every one of the ${panels} free panels`}</Figure>)} lies where it should.`}</>
        ) : (
          <>{rich`Give ${(
            <Figure why={whyBest(isProven)}>{t`${moves.length} of ${panels} free ${panels === 1 ? t`panel` : t`panels`}`}</Figure>
          )} another place: ${targetsOf(moves, titles)}.`}</>
        )}
      </Verdict>
      {moves.length > 0 && (
        <>
          <Box as="ul" listStyleType="none" marginBottom="12px">
            {moves.map(({ panel, line, why, giving }) => (
              <Flex as="li" key={panel.id} gap="12px" align="center" wrap="wrap" minHeight="34px">
                <Text>
                  <strong>
                    {giving.design.name}, {panelName(giving.design, panel).toLowerCase()}
                  </strong>
                  {rich`, from ${titles.get(panel.home ?? "") ?? t`the stash`} to ${(<strong>{titles.get(line?.need ?? "") ?? t`the stash`}</strong>)}: ${WHY[why]}.`}
                </Text>
              </Flex>
            ))}
          </Box>
          <Button marginBottom="18px" onClick={() => void send(moves.map(({ panel, line }) => ({ unitId: panel.id, needId: line?.need ?? null })))}>
            {t`Move ${moves.length === 1 ? t`it` : t`these ${String(moves.length)}`}`}
          </Button>
        </>
      )}
      {problem && <ProblemNote problem={problem} />}
      {givings.map((giving) => (
        <ByHand key={giving.design.id} giving={giving} titles={titles} onSend={send} />
      ))}
    </>
  );
}

/** Whom they go to, and how many. */
function targetsOf(moves: readonly Move[], titles: ReadonlyMap<string, string>): string {
  const counts = new Map<string, number>();
  for (const { line } of moves) counts.set(titles.get(line?.need ?? "") ?? t`the stash`, (counts.get(titles.get(line?.need ?? "") ?? t`the stash`) ?? 0) + 1);
  return [...counts].map(([title, count]) => `${String(count)} to ${title}`).join(", ");
}

const whyBest = (isProven: boolean): string =>
  t`Each card counts by how much its need matters and how soon it is due, a better looking panel for more; what was painted for a need stays there unless another is clearly worse off. ${
    isProven ? t`Every round of swaps was tried afterwards, and none is better.` : ""
  }`;

const titlesOf = ({ needs }: Outlook): ReadonlyMap<string, string> => new Map(needs.map(({ need }) => [need.id, need.title]));

interface ByHandProps {
  readonly giving: Giving;
  readonly titles: ReadonlyMap<string, string>;
  readonly onSend: (moves: { unitId: string; needId: string | null }[]) => Promise<void>;
}

/** Another place for one panel; what each would cost is reckoned once it is asked about. */
function GiveChoice({ giving: { design, panels, lines }, panel, titles, onSend }: ByHandProps & { panel: LyingPanel }) {
  const [isAsked, setAsked] = useState(false);
  const costs = useMemo(() => (isAsked ? costsByHand(panels, lines, panel.id) : null), [isAsked, panels, lines, panel.id]);
  const places = [
    ...lines.filter(({ colourway, refuses }) => colourway === panel.colourway && refuses === null).map(({ line, need }) => ({ line, need, title: titles.get(need) ?? "" })),
    { line: null, need: "", title: t`the stash` },
  ];
  return (
    <Choice
      aria-label={t`Give ${panelName(design, panel).toLowerCase()} to`}
      value={panel.home ?? ""}
      onFocus={() => setAsked(true)}
      onPointerEnter={() => setAsked(true)}
      onChange={(change) => void onSend([{ unitId: panel.id, needId: change.target.value === "" ? null : change.target.value }])}
      options={places.map(({ line, need, title }) => ({ value: need, label: `${title}${costWords(costs?.get(line) ?? 0)}` }))}
    />
  );
}

/** Where each panel lies, and another place by hand. */
function ByHand({ giving, titles, onSend }: ByHandProps) {
  const { design, panels, lines } = giving;
  const columns = useMemo(
    (): readonly TableColumn<LyingPanel>[] => [
      { id: "number", head: t`Panel`, isAlways: true, value: ({ number }) => number, cell: (panel) => panelName(design, panel) },
      {
        id: "doubt",
        head: t`Looks`,
        value: ({ doubt }) => doubt ?? 0.25,
        cell: ({ doubt }) => (doubt === null ? t`no photo` : doubt < 0.2 ? t`like its sisters` : doubt < 0.4 ? t`a little otherwise` : "otherwise"),
      },
      { id: "home", head: t`Lies with`, isAlways: true, value: ({ home }) => titles.get(home ?? "") ?? t`the stash`, cell: ({ home }) => titles.get(home ?? "") ?? t`the stash` },
      {
        id: "give",
        head: t`Give it to`,
        isAlways: true,
        value: () => "",
        cell: (panel) => <GiveChoice giving={giving} panel={panel} titles={titles} onSend={onSend} />,
      },
    ],
    [giving, design, titles, onSend],
  );
  return (
    <Box as="section" aria-label={t`Panels of ${design.name}`} marginTop="22px">
      <Text fontFamily="heading" fontSize="20px" marginBottom="6px">
        {t`${design.name}: ${panelsWord(panels.length)} free`}
      </Text>
      {lines
        .filter(({ refuses }) => refuses !== null)
        .map(({ line, need, refuses }) => (
          <Text key={line} color="cannot">
            {rich`${titles.get(need)} gets none of it: ${refuses}.`}
          </Text>
        ))}
      <DataTable label={t`Where the panels of ${design.name} lie`} rows={panels} columns={columns} rowId={({ id }) => id} maxWidth="900px" />
    </Box>
  );
}

/** What is lost beside the best, in cards to an ordinary need. */
const costWords = (cost: number): string => (cost < 0.005 ? "" : `, costs ${cost < 0.1 ? t`hardly anything` : t`${printFigure(cost, 1)} of a card`}`);
