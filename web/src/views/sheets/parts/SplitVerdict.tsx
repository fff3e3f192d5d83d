import { rich } from "../../../kit/rich.tsx";
import { money, offcutOf, sheetsByHand, capital, type MaterialNeeds, type Split, type SplitJob, t } from "@yule/core";
import { sheetsTaken, type Outlook } from "@yule/derive";
import { useMeasure } from "../../../kit/measure.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { countWord } from "../words.ts";
import { printMoney } from "../../../kit/say.ts";

/** What is taken, what it gives, whether less could do, what a grid by hand would take, what is missing. */
export function SplitVerdict({ outlook, group, job, split }: { outlook: Outlook; group: MaterialNeeds; job: SplitJob; split: Split }) {
  const { size } = useMeasure();
  const taken = sheetsTaken(split);
  const kinds = taken.filter((each) => offcutOf(each.id) === null);
  const whole = kinds.reduce((sum, each) => sum + each.sheets, 0);
  const fromStash = split.sheetsUsed - whole;
  const wanted = job.panels.reduce((sum, panel) => sum + panel.count, 0);
  const lost = split.unplaced.reduce((sum, each) => sum + each.count, 0);
  // Strips for colour tests come out of what is left, also by hand.
  const strips = new Set(group.pieces.filter((piece) => piece.what === "strip").map((piece) => piece.id));
  const hand = sheetsByHand({ ...job, sheets: job.sheets.slice(0, 1), panels: job.panels.filter((panel) => !strips.has(panel.id)) });
  const onHand = (id: string): number => outlook.stores.find((each) => each.id === id)?.onHand ?? 0;
  const lacking = kinds.filter((each) => each.sheets > onHand(each.id));
  const short = lacking.reduce((sum, each) => sum + each.sheets - onHand(each.id), 0);
  const take = [
    ...kinds.map((each) => {
      const sheet = job.sheets.find((one) => one.id === each.id);
      return `${countWord(each.sheets)} ${each.sheets === 1 ? t`sheet` : t`sheets`} of ${sheet ? size(sheet.width, sheet.height) : ""}`;
    }),
    ...(fromStash > 0 ? [t`${countWord(fromStash)} ${fromStash === 1 ? t`offcut` : t`offcuts`} of the stash`] : []),
  ]
    .join(", ")
    .replace(/, ([^,]*)$/, " and $1");
  return (
    <Verdict>
      {capital(take)} {split.sheetsUsed === 1 ? t`gives` : t`give`}{" "}
      <Figure why={<Wanted group={group} job={job} outlook={outlook} />}>
        {lost > 0 ? t`${String(wanted - lost)} of ${String(wanted)} pieces` : wanted === 1 ? t`the one piece wanted` : t`all ${String(wanted)} pieces`}
      </Figure>
      {t`, and `}
      {split.proven ? (
        <Figure
          tone="safe"
          why={t`No way of splitting costs less than ${printMoney(split.lowerBound, outlook.shop.currency)}, and this costs exactly that. ${shownBy(split.proof)}`}
        >{t`no plan needs less`}</Figure>
      ) : (
        <Figure
          tone="tight"
          why={t`The best plan found costs ${printMoney(split.cost, outlook.shop.currency)}; nothing below ${printMoney(split.lowerBound, outlook.shop.currency)} is possible. Between the two it is not decided yet.`}
        >{t`none much better can be`}</Figure>
      )}
      . {/* Grids that place what the plan leaves out, or cannot, are no comparison. */}
      {kinds.length === 1 && lost === 0 && hand > whole && (
        <>
          {rich`${(
            <Figure
              why={t`Each kind of piece in one plain grid on sheets of its own, as it is done by eye, takes ${String(hand)}: ${printMoney(money((hand - whole) * group.material.cost), outlook.shop.currency)} more.`}
            >{t`By grids alone`}</Figure>
          )} it would take ${countWord(hand)}. `}
        </>
      )}
      {short > 0 && (
        <>
          <Figure
            tone="cannot"
            why={lacking
              .map((each) => t`${outlook.stores.find((store) => store.id === each.id)?.name ?? ""}: ${String(each.sheets)} wanted, ${String(onHand(each.id))} on the shelf`)
              .join("; ")}
          >
            {short === 1 ? t`One sheet is missing.` : t`${capital(countWord(short))} sheets are missing.`}
          </Figure>
        </>
      )}
    </Verdict>
  );
}

/** How it was shown, and whether it was looked at again. */
function shownBy(proof: Split["proof"]): string {
  const again = proof?.checked ? t` A second reckoning, made another way, came to the same.` : t` A second reckoning would have taken too long and was not made.`;
  switch (proof?.by) {
    case "area":
      return t`Sheets that cost less have less area than the pieces.${again}`;
    case "dual feasible":
      return t`Each piece was given a price by its sides such that no sheet holds more than it costs, however the pieces lie; all pieces together come to that.${again}`;
    case "Lagrange":
      return t`Each piece was given a price such that no way of cutting a sheet gives more than it costs; all pieces together come to that.${again}`;
    case "exhaustion":
      return t`All ${String(proof.patterns ?? 0)} ways of filling a sheet that could be part of anything cheaper were gone through, and none is.${again}`;
    default:
      return "";
  }
}

function Wanted({ group, job, outlook }: { group: MaterialNeeds; job: SplitJob; outlook: Outlook }) {
  const { size } = useMeasure();
  const asked = new Set(job.panels.map((panel) => panel.id));
  return (
    <ul style={{ paddingInlineStart: 18 }}>
      {group.pieces
        .filter((piece) => asked.has(piece.id))
        .map((piece) => {
          const view = outlook.open.find((each) => each.need.id === piece.needId);
          const record = view ? outlook.yields.get(view.design.id) : undefined;
          return (
            <li key={piece.id}>
              {piece.count} × {piece.name}, {size(piece.width, piece.height)}
              {view && t`, for ${view.need.title}`}
              {view &&
                piece.what === "panel" &&
                t`: ${String(view.cards)} cards are wanted, and with ${String(record?.good ?? 0)} good and ${String(record?.bad ?? 0)} bad panels seen so far this many give enough with 9 in 10`}
            </li>
          );
        })}
    </ul>
  );
}
