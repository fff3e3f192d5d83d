import { areasOf } from "./areas.ts";
import type { Batch } from "./batch.ts";
import { levelOf } from "./elementFaults.ts";
import { elementsIn, sightingOf } from "./elements.ts";
import { SIDES, windowOf } from "./frame.ts";
import type { Master } from "./master.ts";
import { rising, whereOf, type FaultSeen, type PanelFault, type Where } from "./model.ts";
import { labRaster } from "./raster.ts";
import { posed, posesOf, UPRIGHT } from "./register.ts";
import { washAgainst } from "./washes.ts";

/** Of fewer panels it is not said what all of them share. */
const LEAST_SHARING = 3;
/** What is weaker is not told of a whole batch. */
const LEAST_COMMON = 0.35;

/** What the middle of all panels has against the master. */
export function commonFaults({ count, middleLinear, middle, usual, width, height }: Batch, own: Master): FaultSeen[] {
  if (count < LEAST_SHARING) return [];
  const window = windowOf(own.frame, width, height, width * 0.03);
  const [pose = UPRIGHT] = posesOf(own.lab, [middle], window, [], true);
  const laid = posed(middleLinear, pose);
  const laidLab = labRaster(laid);
  const areas = areasOf(own.lab, window);
  const common: FaultSeen[] = [];
  const tell = (kind: PanelFault, amount: number, where: Where | null): void => {
    const known = common.findIndex((each) => each.kind === kind);
    if (amount < LEAST_COMMON || (common[known]?.amount ?? 0) >= amount) return;
    const fault = { kind, where, amount: Math.round(amount * 1000) / 1000 };
    if (known >= 0) common[known] = fault;
    else common.push(fault);
  };
  for (const area of areas.colours) {
    const off = washAgainst(area, laid, own.linear);
    const size = area.share / (area.share + 0.02);
    const where = whereOf(area.box, { width, height });
    const all = Math.sqrt(off.seen ** 2 + off.hue ** 2 + Math.max(0, off.mud) ** 2 + 1e-6);
    tell(off.strength < 0 ? "pale" : "dark", rising(Math.abs(off.strength), 0.3) * size * (off.seen / all), where);
    tell("hue", rising(Math.abs(off.hue), 7) * size * (Math.abs(off.hue) / all), where);
    tell("mud", rising(off.mud, 7) * size * (Math.max(0, off.mud) / all), where);
  }
  const level = levelOf(laidLab, own.lab);
  for (const element of elementsIn(own.lab, areas, (window.right - window.left) * (window.bottom - window.top))) {
    const sighting = sightingOf(element, own.lab, laidLab, level);
    if (sighting.near < 0.2) tell(sighting.elsewhere.much > 0.5 ? "shifted" : "missing", 1 - Math.max(0, sighting.near), whereOf(element.area.box, { width, height }));
  }
  tell("tilted", rising(Math.abs(pose.turn), 0.03), null);
  tell("border", rising(Math.max(0, ...SIDES.map((side) => (own.frame[side] && usual[side] ? Math.abs(own.frame[side].depth - usual[side].depth) / width : 0))), 0.018), null);
  return common.sort((one, other) => other.amount - one.amount);
}
