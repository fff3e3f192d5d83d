import { HUES, sectorOf, type Mark, type PaintedLook } from "./paintedLook.ts";

/** How much each matters to the maker: 0 not at all, 1 as usual, 2 doubly. */
export interface PaintingTaste {
  readonly standsOut: number;
  readonly colours: number;
  readonly bare: number;
  readonly mud: number;
  readonly cutThrough: number;
}
export const USUAL_TASTE: PaintingTaste = { standsOut: 1, colours: 1, bare: 1, mud: 1, cutThrough: 1 };

/** What a need wants of its panel beside its size. */
export interface Wish {
  /** Where words will lie, in shares of the panel: it should be calm there. */
  readonly calm: { readonly x: number; readonly y: number; readonly width: number; readonly height: number } | null;
  /** A colour that is liked, in CIE Lab without its lightness. */
  readonly colour: { readonly a: number; readonly b: number } | null;
  /** Words of marks that must not be on it. */
  readonly without: readonly string[];
}
export const NO_WISH: Wish = { calm: null, colour: null, without: [] };

/** A window judged: from 0, not worth cutting, to 1; and the measures it rests on, each 0 to 1. */
export interface Judged {
  readonly quality: number;
  readonly standsOut: number;
  readonly colours: number;
  readonly bare: number;
  readonly mud: number;
  readonly cutThrough: number;
}

/** A plain painted window without faults, and how far each measure moves it. */
const PLAIN = 0.42;
const GAIN = { standsOut: 0.5, colours: 0.22 };
const LOSS = { bare: 0.6, mud: 0.55, cutThrough: 0.6 };
/** A wish moves a window by at most so much either way. */
const WISH = 0.2;
/** Width of the rim that is looked at for what a cut would go through, as a share of the window's shorter side. */
const RIM = 0.04;

/** Windows in cells of the look. */
interface Cells {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Judges windows of a painted sheet of this size, given in its own measure. */
export class WindowJudge {
  readonly #look: PaintedLook;
  readonly #taste: PaintingTaste;
  readonly #across: number;
  readonly #down: number;

  constructor(look: PaintedLook, taste: PaintingTaste, sheet: { readonly width: number; readonly height: number }) {
    this.#look = look;
    this.#taste = taste;
    this.#across = look.columns / sheet.width;
    this.#down = look.rows / sheet.height;
  }

  judge(x: number, y: number, width: number, height: number): Judged {
    const cells = this.#cells({ x, y, width, height });
    const look = this.#look;
    const measures = {
      standsOut: mean(look.salience, cells),
      colours: this.#variety(cells),
      bare: mean(look.bare, cells),
      mud: mean(look.mud, cells),
      cutThrough: this.#rim(cells),
    };
    const taste = this.#taste;
    const quality =
      PLAIN +
      GAIN.standsOut * taste.standsOut * measures.standsOut +
      GAIN.colours * taste.colours * measures.colours -
      LOSS.bare * taste.bare * measures.bare -
      LOSS.mud * taste.mud * measures.mud -
      LOSS.cutThrough * taste.cutThrough * measures.cutThrough;
    return { ...measures, quality: Math.max(0, Math.min(1, quality)) };
  }

  /** How far a window suits a need, from -1 to 1 times what a wish counts; null where something is on it that must not be. */
  suits(wish: Wish, x: number, y: number, width: number, height: number): number | null {
    const unwanted = new Set(wish.without);
    if (unwanted.size > 0 && this.marksOn({ x, y, width, height }).some((mark) => unwanted.has(mark.what))) return null;
    const { calm, colour } = wish;
    const words = calm && this.#cells({ x: x + calm.x * width, y: y + calm.y * height, width: calm.width * width, height: calm.height * height });
    const calmness = words ? 1 - 2 * Math.min(1, 1.5 * mean(this.#look.salience, words)) : 0;
    const likeness = colour ? 2 * Math.min(1, 2 * this.#shareOf(colour, this.#cells({ x, y, width, height }))) - 1 : 0;
    return (WISH * (calmness + likeness)) / Math.max(1, Number(calm !== null) + Number(colour !== null));
  }

  /** Marks that a window shows at least in part. */
  marksOn(window: { readonly x: number; readonly y: number; readonly width: number; readonly height: number }): Mark[] {
    const cells = this.#cells(window);
    const { columns, rows, marks } = this.#look;
    return marks.filter((mark) => {
      const [cx, cy, radius] = [mark.x * columns, mark.y * rows, mark.radius * Math.max(columns, rows)];
      return Math.hypot(cx - Math.max(cells.left, Math.min(cells.right, cx)), cy - Math.max(cells.top, Math.min(cells.bottom, cy))) < radius;
    });
  }

  #cells({ x, y, width, height }: { x: number; y: number; width: number; height: number }): Cells {
    return { left: x * this.#across, top: y * this.#down, right: (x + width) * this.#across, bottom: (y + height) * this.#down };
  }

  /** Evenness of the hues that are there (Shannon's entropy over the sectors), as much as it is coloured at all. */
  #variety(cells: Cells): number {
    const shares = this.#look.hues.map((hue) => mean(hue, cells));
    const coloured = shares.reduce((sum, share) => sum + share, 0);
    if (coloured < 1e-6) return 0;
    const entropy = shares.reduce((sum, share) => (share > 0 ? sum - (share / coloured) * Math.log(share / coloured) : sum), 0);
    return Math.min(1, (entropy / Math.log(HUES / 2)) * Math.min(1, 2.5 * coloured));
  }

  /** How much of the four sides, a little to either side of each cut, goes through something important: a third counts as all. */
  #rim({ left, top, right, bottom }: Cells): number {
    const wide = Math.max(1, Math.min(right - left, bottom - top) * RIM);
    const { important } = this.#look;
    const inner = { left: left + wide, top: top + wide, right: right - wide, bottom: bottom - wide };
    const outer = { left: left - wide, top: top - wide, right: right + wide, bottom: bottom + wide };
    const sum = total(important, outer) - total(important, inner);
    const cells = (outer.right - outer.left) * (outer.bottom - outer.top) - (inner.right - inner.left) * (inner.bottom - inner.top);
    return Math.max(0, Math.min(1, (3 * sum) / Math.max(1, cells)));
  }

  /** How much of the colour of a window lies in the sector of a hue or beside it. */
  #shareOf({ a, b }: { a: number; b: number }, cells: Cells): number {
    const sector = sectorOf(a, b);
    const shares = this.#look.hues.map((hue) => mean(hue, cells));
    const coloured = shares.reduce((sum, share) => sum + share, 0);
    if (coloured < 1e-6) return 0;
    return [sector - 1, sector, sector + 1].reduce((sum, each) => sum + (shares[(each + HUES) % HUES] ?? 0), 0) / coloured;
  }
}

const mean = (summed: PaintedLook["salience"], { left, top, right, bottom }: Cells): number => summed.mean(left, top, right, bottom);
const total = (summed: PaintedLook["salience"], { left, top, right, bottom }: Cells): number => summed.sum(left, top, right, bottom);
