export type Side = "left" | "right";

/** A design as one of its family, in what can be told of it. What is null is not told and is held against nobody. */
export interface Member {
  readonly id: string;
  readonly name: string;
  readonly colourways: readonly { readonly id: string; readonly name: string; /** As #rrggbb. */ readonly colours: readonly string[] }[];
  /** Where the light comes from, and on which side the highlights lie. */
  readonly light: Side | null;
  readonly highlight: Side | null;
  /** Which way the figure looks or goes. */
  readonly looks: Side | "ahead" | null;
  /** Width of the outline, millimetres. */
  readonly line: number | null;
  /** How many of the main thing there are. */
  readonly elements: number | null;
  readonly lettering: string | null;
  readonly border: string | null;
  /** Width of the border around the panel, millimetres. */
  readonly margin: number | null;
  /** Whether it carries the element that recurs in the series. */
  readonly recurring: boolean | null;
  /** Size of the card's face, millimetres. */
  readonly size: { readonly width: number; readonly height: number } | null;
  /** Occasions it suits, none for any. */
  readonly suits: readonly string[];
  /** What is seen on it that somebody may not want: flowers, glitter, animals. */
  readonly shows: readonly string[];
  /** Ages it is for; null for grown-ups. */
  readonly ages: { readonly from: number; readonly to: number } | null;
  readonly neutral: boolean;
}

/** What the maker wants of a series. */
export interface Ties {
  readonly palette: "warm" | "cool" | "mixed";
  /** Cards look one way and the other in turn. */
  readonly alternate: boolean;
  /** The element that recurs on every card; empty for none. */
  readonly recurring: string;
  /** Rules the maker does not hold to. */
  readonly off: readonly string[];
}

/** One card that breaks its family, and how it is mended. */
export interface FamilyFinding {
  readonly rule: string;
  readonly severity: "breaks" | "strays";
  readonly design: string;
  readonly colourway: string | null;
  readonly says: string;
  readonly mend: string;
}

/** What ties a family, told in the words of its cards: `light from the left`. */
export interface Tie {
  readonly rule: string;
  readonly says: string;
}
export interface FamilyRule {
  readonly id: string;
  readonly says: string;
  readonly judge: (family: readonly Member[], ties: Ties) => { readonly tie: string | null; readonly findings: readonly Omit<FamilyFinding, "rule">[] };
}

/** What most of those who tell have in common, and who differs; null where fewer than two agree or nobody leads. */
export function majority<Value extends string | number | boolean>(
  family: readonly Member[],
  of: (member: Member) => Value | null,
): { readonly value: Value; readonly others: readonly Member[] } | null {
  const count = new Map<Value, number>();
  for (const member of family) {
    const value = of(member);
    if (value !== null) count.set(value, (count.get(value) ?? 0) + 1);
  }
  const [first, second] = [...count].sort((a, b) => b[1] - a[1]);
  if (!first || first[1] < 2 || first[1] === second?.[1]) return null;
  return { value: first[0], others: family.filter((member) => of(member) !== null && of(member) !== first[0]) };
}
