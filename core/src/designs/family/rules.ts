import { t, written } from "../../words/words.ts";
import { majority, type FamilyRule, type Member } from "./model.ts";
import { nearestOf, paletteDistance, warmth } from "./palette.ts";

const plain = (text: number): string => String(Math.round(text * 100) / 100);
const other = (side: string): string => (side === "left" ? "right" : "left");
const coloursOf = (member: Member): readonly string[] => member.colourways.flatMap((each) => each.colours);

/** Beyond this CIEDE2000 a colour is a stranger: ten times what is seen side by side. */
const STRANGER = 24;
/** Share of a palette that may lie on the other side of warm and cool. */
const OTHER_SIDE = -0.2;
const THICKER = 1.5;
const MARGIN_SLACK_MM = 3;

/** Says of each card that differs from most that it does, and what it should be. */
function alike<Value extends string | number | boolean>(
  of: (member: Member) => Value | null,
  words: { tie: (value: Value) => string; says: (value: Value, most: Value) => string; mend: (most: Value) => string; severity: "breaks" | "strays" },
): FamilyRule["judge"] {
  return (family) => {
    const most = majority(family, of);
    if (!most) return { tie: null, findings: [] };
    return {
      tie: words.tie(most.value),
      findings: most.others.map((member) => ({
        severity: words.severity,
        design: member.id,
        colourway: null,
        says: words.says(of(member) ?? most.value, most.value),
        mend: words.mend(most.value),
      })),
    };
  };
}

const paletteTogether: FamilyRule = {
  id: "palette-apart",
  says: written`A card shares its colours with the others`,
  judge: (family) => {
    if (family.length < 2) return { tie: null, findings: [] };
    const own = family.map((member) => new Set(coloursOf(member)));
    const carriers = new Map<string, number>();
    for (const colours of own) for (const colour of colours) carriers.set(colour, (carriers.get(colour) ?? 0) + 1);
    const findings = family.flatMap((member, index) => {
      const others = [...carriers].flatMap(([colour, many]) => (many > (own[index]?.has(colour) ? 1 : 0) ? [colour] : []));
      return member.colourways.flatMap((colourway) => {
        // Several colourways of one design lend each other nothing: each must stand beside the other cards.
        const far = colourway.colours
          .map((colour) => ({ colour, near: nearestOf(colour, others) }))
          .filter(({ near }) => near !== null && near.distance > STRANGER)
          .sort((a, b) => (b.near?.distance ?? 0) - (a.near?.distance ?? 0))[0];
        if (!far?.near) return [];
        const isLost = paletteDistance(colourway.colours, others) > STRANGER;
        return [
          {
            severity: isLost ? ("breaks" as const) : ("strays" as const),
            design: member.id,
            colourway: colourway.id,
            says: t`${far.colour} is in no other card: the nearest colour of the series lies ${plain(Math.round(far.near.distance))} away, where ${String(STRANGER)} is a stranger`,
            mend: t`take ${far.near.colour}, which the others have, or bring ${far.colour} into a second card`,
          },
        ];
      });
    });
    return { tie: findings.length === 0 ? t`colours that come again on other cards` : null, findings };
  },
};

const paletteSide: FamilyRule = {
  id: "palette-side",
  says: written`A card is as warm or as cool as its series`,
  judge: (family, ties) => {
    if (ties.palette === "mixed") return { tie: null, findings: [] };
    const sign = ties.palette === "warm" ? 1 : -1;
    const findings = family.flatMap((member) =>
      member.colourways.flatMap((colourway) => {
        const found = warmth(colourway.colours);
        if (found === null || found * sign >= OTHER_SIDE) return [];
        return [
          {
            severity: "strays" as const,
            design: member.id,
            colourway: colourway.id,
            says: t`its colours are ${sign > 0 ? t`cool` : t`warm`} where the series is ${ties.palette}`,
            mend: t`let a ${ties.palette} colour of the series take the largest area`,
          },
        ];
      }),
    );
    return { tie: findings.length === 0 ? `a ${ties.palette} palette` : null, findings };
  },
};

const light: FamilyRule = {
  id: "light",
  says: written`The light comes from one side on all cards`,
  judge: alike((member) => member.light, {
    severity: "breaks",
    tie: (side) => t`light from the ${side}`,
    says: (side, most) => t`its light comes from the ${side}, on the others from the ${most}`,
    mend: (most) => t`paint its shadows on the ${other(most)}, or turn the drawing over before it is traced`,
  }),
};

const highlight: FamilyRule = {
  id: "highlight",
  says: written`Highlights lie on the side of the light`,
  judge: (family) => ({
    tie: null,
    findings: family
      .filter((member) => member.light !== null && member.highlight !== null && member.light !== member.highlight)
      .map((member) => ({
        severity: "breaks",
        design: member.id,
        colourway: null,
        says: t`its highlights lie on the ${member.highlight ?? ""}, away from its light on the ${member.light ?? ""}`,
        mend: t`leave or lift the lights on the ${member.light ?? ""}`,
      })),
  }),
};

const line: FamilyRule = {
  id: "line",
  says: written`Outlines are of one weight`,
  judge: (family) => {
    const measured = family.filter((member) => member.line !== null);
    if (measured.length < 3) return { tie: null, findings: [] };
    const sorted = measured.map((member) => member.line ?? 0).sort((a, b) => a - b);
    const middle = sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
    const off = measured.filter((member) => Math.max(member.line ?? 0, middle) > THICKER * Math.max(0.01, Math.min(member.line ?? 0, middle)));
    return {
      tie: t`lines of ${plain(middle)} mm`,
      findings: off.map((member) => ({
        severity: "strays",
        design: member.id,
        colourway: null,
        says: t`its line is ${plain(member.line ?? 0)} mm, on most others ${plain(middle)} mm`,
        mend: middle === 0 ? t`leave the outline out` : t`draw it with the ${plain(middle)} mm pen`,
      })),
    };
  },
};

const alternating: FamilyRule = {
  id: "alternating",
  says: written`Cards look one way and the other in turn`,
  judge: (family, ties) => {
    if (!ties.alternate) return { tie: null, findings: [] };
    const looking = family.filter((member) => member.looks === "left" || member.looks === "right");
    // Each card is held against the one before it as the wall then hangs.
    let last: string | null = null;
    const findings = looking.flatMap((member) => {
      const isSame = member.looks === last;
      last = isSame ? other(member.looks ?? "left") : member.looks;
      return isSame
        ? [
            {
              severity: "strays" as const,
              design: member.id,
              colourway: null,
              says: t`it looks ${member.looks ?? ""} like the card before it`,
              mend: t`turn its drawing over before it is traced, so that it looks ${other(member.looks ?? "left")}`,
            },
          ]
        : [];
    });
    return { tie: findings.length === 0 && looking.length > 1 ? t`looking one way and the other in turn` : null, findings };
  },
};

const odd: FamilyRule = {
  id: "odd",
  says: written`There is an odd number of what is shown`,
  judge: (family) => ({
    tie: null,
    findings: family
      .filter((member) => member.elements !== null && member.elements > 0 && member.elements % 2 === 0)
      .map((member) => ({
        severity: "strays",
        design: member.id,
        colourway: null,
        says: t`it shows ${String(member.elements)}, an even number, which the eye pairs off`,
        mend: `show ${String((member.elements ?? 0) + 1)}, or ${String((member.elements ?? 0) - 1)}`,
      })),
  }),
};

const lettering: FamilyRule = {
  id: "lettering",
  says: written`Words are of one lettering`,
  judge: alike((member) => member.lettering, {
    severity: "breaks",
    tie: (style) => `words ${style}`,
    says: (style, most) => t`its words are ${style}, on the others ${most}`,
    mend: (most) => t`have its words ${most} too`,
  }),
};

const border: FamilyRule = {
  id: "border",
  says: written`Panels have one kind of border`,
  judge: alike((member) => member.border, {
    severity: "strays",
    tie: (kind) => (kind === "none" ? t`painted to the edge` : `a ${kind} border`),
    says: (kind, most) => t`it has ${kind === "none" ? t`no border` : t`a ${kind} border`}, the others ${most === "none" ? "none" : t`a ${most} one`}`,
    mend: (most) => (most === "none" ? t`paint it to the edge` : t`give it a ${most} border`),
  }),
};

const margin: FamilyRule = {
  id: "margin",
  says: written`Borders around the panel are about as wide`,
  judge: (family) => {
    const measured = family.filter((member) => member.margin !== null);
    if (measured.length < 3) return { tie: null, findings: [] };
    const sorted = measured.map((member) => member.margin ?? 0).sort((a, b) => a - b);
    const middle = sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
    return {
      tie: t`about ${plain(middle)} mm around the panel`,
      findings: measured
        .filter((member) => Math.abs((member.margin ?? 0) - middle) > MARGIN_SLACK_MM)
        .map((member) => ({
          severity: "strays",
          design: member.id,
          colourway: null,
          says: t`its panel has ${plain(member.margin ?? 0)} mm around it, the others about ${plain(middle)} mm`,
          mend: t`cut the panel so that ${plain(middle)} mm stay`,
        })),
    };
  },
};

const recurring: FamilyRule = {
  id: "recurring",
  says: written`The element that recurs is on every card`,
  judge: (family, ties) => {
    if (ties.recurring === "") return { tie: null, findings: [] };
    const lacking = family.filter((member) => member.recurring === false);
    return {
      tie: family.some((member) => member.recurring) ? `${ties.recurring} on ${lacking.length === 0 ? t`every card` : t`most cards`}` : null,
      findings: lacking.map((member) => ({
        severity: "breaks",
        design: member.id,
        colourway: null,
        says: t`${ties.recurring} is missing`,
        mend: t`find it a place, however small`,
      })),
    };
  },
};

const varied: FamilyRule = {
  id: "varied",
  says: written`Something varies from card to card`,
  judge: (family) => {
    if (family.length < 3) return { tie: null, findings: [] };
    const kinds: readonly ((member: Member) => string | number | null)[] = [
      (member: Member) => member.looks,
      (member: Member) => (member.size ? `${plain(member.size.width)} ${plain(member.size.height)}` : null),
      (member: Member) => member.elements,
    ];
    // Told of all, and the same on all, in every way: then nothing varies.
    const same = kinds.every((of) => family.every((member) => of(member) !== null) && new Set(family.map(of)).size === 1);
    const [last] = family.slice(-1);
    if (!same || !last) return { tie: null, findings: [] };
    return {
      tie: null,
      findings: [
        {
          severity: "strays",
          design: last.id,
          colourway: null,
          says: t`all cards have one size, one direction and one count`,
          mend: t`turn one over, or show three where the others show one`,
        },
      ],
    };
  },
};

export const FAMILY_RULES: readonly FamilyRule[] = [paletteTogether, paletteSide, light, highlight, line, alternating, odd, lettering, border, margin, recurring, varied];
