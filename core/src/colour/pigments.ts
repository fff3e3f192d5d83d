import { WAVELENGTHS, type Spectrum } from "./light.ts";
import type { Film } from "./layers.ts";

export type Hazard = "cadmium" | "cobalt" | "nickel" | "chromium" | "manganese" | "lead" | "zinc" | "copper";

/** A pigment by its colour index name, as it behaves in water on white paper. */
export interface Pigment {
  readonly index: string;
  /** What painters call it. */
  readonly name: string;
  readonly hazard: Hazard | null;
  readonly stains: boolean;
  readonly granulates: boolean;
  /** Blue wool steps, 8 the most lasting. */
  readonly lightfast: number;
  /** Of mica or metal flakes. */
  readonly metallic: boolean;
  readonly covering: Covering;
  readonly film: Film;
}

/** One part of what a pigment absorbs. */
type Band =
  /** All that is shorter than an edge, over a slope: yellows, oranges, reds, earths. */
  | readonly ["edge", nm: number, slope: number, much: number]
  /** A hump: quinacridones, violets, blues, greens. */
  | readonly ["hump", nm: number, width: number, much: number]
  /** The same everywhere: blacks, and what makes a pigment dull. */
  | readonly ["flat", much: number];

const band = (nm: number, [kind, ...properties]: Band): number => {
  if (kind === "flat") return properties[0];
  const [at, wide = 1, much = 0] = properties;
  return kind === "edge" ? much / (1 + Math.exp((nm - at) / wide)) : much * Math.exp(-0.5 * ((nm - at) / wide) ** 2);
};
const spectrum = (bands: readonly Band[]): Spectrum => WAVELENGTHS.map((nm) => bands.reduce((sum, each) => sum + band(nm, each), 0.03));

type Row = readonly [
  index: string,
  name: string,
  scatter: number,
  bands: readonly Band[],
  more?: { hazard?: Hazard; stains?: true; granulates?: true; lightfast?: number; metallic?: true },
];
const edge = (nm: number, slope: number, much: number): Band => ["edge", nm, slope, much];
const hump = (nm: number, width: number, much: number): Band => ["hump", nm, width, much];
const flat = (much: number): Band => ["flat", much];

export const COVERINGS = ["transparent", "half covering", "covering"] as const;
export type Covering = (typeof COVERINGS)[number];
/** Scattering in an everyday wash. */
export const SCATTERING: Readonly<Record<Covering, number>> = { transparent: 0.015, "half covering": 0.12, covering: 0.4 };
const [CLEAR, HALF, COVERS] = COVERINGS.map((covering) => SCATTERING[covering]) as [number, number, number];

/**
 * Absorption of pigments in an everyday wash, built from a few bands each. Their places come from what is commonly published of each
 * pigment's chemistry: the absorption edge of a cadmium or an azo yellow, the band of ultramarine's sulphur radicals near 600 nm, of
 * copper phthalocyanine near 630 and 680 nm, of quinacridone near 540 nm, of cobalt(II) between 540 and 640 nm, of iron oxides below 580 nm.
 * They are well-founded curves, not measurements of any maker's tube; a maker's own chart replaces them.
 */
const ROWS: readonly Row[] = [
  ["PY1", "Arylide yellow", CLEAR, [edge(488, 10, 1.25)], { lightfast: 5 }],
  ["PY3", "Lemon yellow", CLEAR, [edge(476, 9, 1.25)], { lightfast: 6 }],
  ["PY35", "Cadmium yellow", COVERS, [edge(505, 9, 2.2)], { hazard: "cadmium" }],
  ["PY37", "Cadmium yellow deep", COVERS, [edge(520, 9, 2.3)], { hazard: "cadmium" }],
  ["PY40", "Aureolin", CLEAR, [edge(492, 16, 1), flat(0.02)], { hazard: "cobalt", lightfast: 5 }],
  ["PY41", "Naples yellow", COVERS, [edge(500, 18, 0.9), flat(0.03)], { hazard: "lead" }],
  ["PY42", "Yellow ochre", HALF, [edge(538, 22, 1.15), flat(0.1)]],
  ["PY43", "Natural ochre", HALF, [edge(536, 26, 1), flat(0.11)], { granulates: true }],
  ["PY53", "Nickel titanate yellow", COVERS, [edge(478, 14, 0.8)], { hazard: "nickel" }],
  ["PY65", "Warm yellow", CLEAR, [edge(520, 11, 1.3)], { lightfast: 6 }],
  ["PY74", "Hansa yellow", CLEAR, [edge(492, 10, 1.3)], { lightfast: 5 }],
  ["PY97", "Hansa yellow medium", CLEAR, [edge(498, 10, 1.3)], { lightfast: 7 }],
  ["PY110", "Isoindolinone yellow", CLEAR, [edge(526, 11, 1.4)], { stains: true }],
  ["PY129", "Green gold", CLEAR, [edge(500, 26, 1.1), hump(660, 60, 0.28), flat(0.04)], { stains: true, hazard: "copper" }],
  ["PY138", "Quinophthalone yellow", CLEAR, [edge(484, 10, 1.25)]],
  ["PY139", "Isoindoline yellow", CLEAR, [edge(524, 13, 1.4)]],
  ["PY150", "Nickel azo yellow", CLEAR, [edge(498, 18, 1.35), flat(0.015)], { stains: true, hazard: "nickel" }],
  ["PY151", "Azo yellow", CLEAR, [edge(490, 10, 1.25)]],
  ["PY153", "New gamboge", CLEAR, [edge(516, 13, 1.35)], { hazard: "nickel" }],
  ["PY154", "Benzimidazolone yellow", CLEAR, [edge(496, 10, 1.3)]],
  ["PY175", "Benzimidazolone lemon", CLEAR, [edge(478, 9, 1.25)]],
  ["PY184", "Bismuth yellow", HALF, [edge(488, 9, 1.4)]],
  ["PO20", "Cadmium orange", COVERS, [edge(562, 9, 2.4)], { hazard: "cadmium" }],
  ["PO48", "Quinacridone burnt orange", CLEAR, [edge(560, 24, 1.2), flat(0.05)], { stains: true }],
  ["PO49", "Quinacridone gold", CLEAR, [edge(535, 24, 1.25), flat(0.04)], { stains: true }],
  ["PO62", "Benzimidazolone orange", CLEAR, [edge(556, 11, 1.5)]],
  ["PO71", "Transparent pyrrole orange", CLEAR, [edge(570, 12, 1.5)], { stains: true }],
  ["PO73", "Pyrrole orange", HALF, [edge(580, 10, 1.6)]],
  ["PR83", "Alizarin crimson", CLEAR, [hump(525, 58, 1.35), edge(440, 30, 0.5), flat(0.02)], { stains: true, lightfast: 4 }],
  ["PR101", "Iron oxide red", COVERS, [edge(584, 16, 1.5), flat(0.14)]],
  ["PR102", "Light red earth", HALF, [edge(582, 20, 1.2), flat(0.12)], { granulates: true }],
  ["PR108", "Cadmium red", COVERS, [edge(596, 9, 2.4)], { hazard: "cadmium" }],
  ["PR112", "Naphthol red", CLEAR, [edge(594, 11, 1.6)], { lightfast: 6 }],
  ["PR122", "Quinacridone magenta", CLEAR, [hump(542, 44, 1.05), hump(510, 30, 0.3), edge(462, 34, 0.42), flat(0.02)], { stains: true }],
  ["PR149", "Perylene scarlet", CLEAR, [edge(590, 12, 1.6)], { stains: true }],
  ["PR170", "Naphthol red deep", CLEAR, [edge(600, 12, 1.5), flat(0.02)], { lightfast: 6 }],
  ["PR175", "Deep scarlet", CLEAR, [edge(594, 20, 1.4), flat(0.08)]],
  ["PR176", "Carmine", CLEAR, [hump(540, 52, 1.3), edge(460, 30, 0.7)], { stains: true }],
  ["PR177", "Anthraquinone red", CLEAR, [hump(525, 55, 1.4), edge(450, 30, 0.75)], { stains: true }],
  ["PR179", "Perylene maroon", CLEAR, [edge(600, 18, 1.4), flat(0.14)], { stains: true }],
  ["PR188", "Naphthol scarlet", CLEAR, [edge(586, 11, 1.6)]],
  ["PR202", "Quinacridone crimson", CLEAR, [hump(545, 48, 1.2), edge(460, 30, 0.45), flat(0.04)], { stains: true }],
  ["PR206", "Quinacridone burnt scarlet", CLEAR, [edge(575, 26, 1.2), flat(0.1)], { stains: true }],
  ["PR209", "Quinacridone coral", CLEAR, [hump(520, 46, 1.4), edge(455, 24, 0.45)], { stains: true }],
  ["PR233", "Potter's pink", HALF, [hump(525, 60, 0.4), edge(460, 40, 0.2), flat(0.1)], { granulates: true, hazard: "chromium" }],
  ["PR254", "Pyrrole red", HALF, [edge(600, 10, 1.7)], { stains: true }],
  ["PR255", "Pyrrole scarlet", HALF, [edge(592, 10, 1.7)]],
  ["PR264", "Pyrrole crimson", CLEAR, [edge(604, 14, 1.3), flat(0.03)], { stains: true }],
  ["PV14", "Cobalt violet", HALF, [hump(560, 42, 0.6)], { hazard: "cobalt", granulates: true }],
  ["PV15", "Ultramarine violet", CLEAR, [hump(565, 50, 0.75)], { granulates: true }],
  ["PV16", "Manganese violet", CLEAR, [hump(550, 52, 0.7), edge(445, 24, 0.12), flat(0.04)], { hazard: "manganese", granulates: true }],
  ["PV19", "Quinacridone rose", CLEAR, [hump(526, 44, 1.05), hump(562, 22, 0.35), edge(468, 34, 0.62), flat(0.02)], { stains: true }],
  ["PV23", "Dioxazine violet", CLEAR, [hump(560, 54, 1.35), hump(615, 26, 0.42), edge(445, 24, 0.2), flat(0.08)], { stains: true, lightfast: 6 }],
  ["PV29", "Perylene violet", CLEAR, [hump(545, 70, 1.1), edge(470, 40, 0.7), flat(0.16)], { stains: true }],
  ["PV42", "Quinacridone pink", CLEAR, [hump(530, 46, 0.9), hump(566, 22, 0.2), edge(462, 34, 0.42), flat(0.02)], { stains: true }],
  ["PV55", "Quinacridone purple", CLEAR, [hump(552, 48, 1.1), edge(456, 28, 0.26), flat(0.03)], { stains: true }],
  ["PB15", "Phthalo blue", CLEAR, [hump(625, 59, 1.6), hump(690, 42, 0.9), hump(550, 30, 0.06), edge(425, 14, 0.15), flat(0.06)], { stains: true, hazard: "copper" }],
  ["PB15:1", "Phthalo blue, red shade", CLEAR, [hump(615, 60, 1.6), hump(680, 44, 0.8), hump(545, 30, 0.18), edge(425, 14, 0.12), flat(0.07)], { stains: true, hazard: "copper" }],
  ["PB15:3", "Phthalo blue, green shade", CLEAR, [hump(632, 60, 1.6), hump(695, 42, 1), edge(425, 14, 0.2), flat(0.06)], { stains: true, hazard: "copper" }],
  ["PB15:6", "Phthalo blue, epsilon", CLEAR, [hump(608, 58, 1.6), hump(675, 44, 0.8), hump(540, 30, 0.2), edge(420, 14, 0.1), flat(0.07)], { stains: true, hazard: "copper" }],
  ["PB16", "Turquoise blue", CLEAR, [hump(645, 62, 1.6), hump(700, 44, 1), edge(430, 18, 0.28), flat(0.07)], { stains: true }],
  ["PB17", "Phthalo cyan", CLEAR, [hump(640, 60, 1.4), hump(695, 44, 0.8), edge(425, 16, 0.2), flat(0.06)], { lightfast: 6 }],
  ["PB27", "Prussian blue", CLEAR, [hump(690, 90, 1.9), edge(430, 22, 0.22), hump(560, 40, 0.06), flat(0.08)], { stains: true, lightfast: 6 }],
  ["PB28", "Cobalt blue", HALF, [hump(590, 45, 1), hump(542, 28, 0.2), hump(640, 24, 0.3), flat(0.08)], { hazard: "cobalt", granulates: true }],
  ["PB29", "Ultramarine", CLEAR, [hump(593, 43, 1.25), flat(0.17)], { granulates: true }],
  ["PB33", "Manganese blue", CLEAR, [hump(620, 52, 0.75), hump(690, 30, 0.3), edge(420, 12, 0.1), flat(0.04)], { hazard: "manganese", granulates: true }],
  ["PB35", "Cerulean", HALF, [hump(620, 56, 1), hump(545, 28, 0.2), edge(430, 20, 0.2), flat(0.06)], { hazard: "cobalt", granulates: true }],
  ["PB36", "Cerulean chromium", HALF, [hump(622, 54, 1.1), hump(550, 28, 0.12), edge(435, 22, 0.25), flat(0.06)], { hazard: "cobalt", granulates: true }],
  ["PB60", "Indanthrone blue", CLEAR, [hump(610, 78, 1.4), hump(690, 52, 0.6), hump(540, 30, 0.2), flat(0.12)], { stains: true }],
  ["PB66", "Indigo", CLEAR, [hump(640, 90, 1.2), edge(440, 30, 0.2), flat(0.22)], { lightfast: 5 }],
  ["PB72", "Cobalt zinc blue", HALF, [hump(592, 46, 1.05), hump(540, 30, 0.3), hump(640, 24, 0.3), flat(0.04)], { hazard: "cobalt", granulates: true }],
  ["PB74", "Cobalt blue deep", HALF, [hump(585, 50, 1.25), hump(540, 30, 0.4), hump(640, 24, 0.4), flat(0.05)], { hazard: "cobalt", granulates: true }],
  ["PG7", "Phthalo green, blue shade", CLEAR, [hump(645, 54, 1.5), hump(700, 42, 1), edge(466, 22, 0.95), flat(0.1)], { stains: true, hazard: "copper" }],
  ["PG8", "Hooker's green", CLEAR, [hump(660, 60, 1), edge(465, 26, 0.9), flat(0.12)], { lightfast: 4 }],
  ["PG17", "Chromium oxide green", COVERS, [hump(605, 42, 1.3), hump(690, 40, 0.8), edge(480, 22, 1.5), flat(0.3)], { hazard: "chromium" }],
  ["PG18", "Viridian", CLEAR, [hump(630, 55, 1.1), hump(690, 42, 0.8), edge(466, 24, 0.82), flat(0.09)], { hazard: "chromium", granulates: true }],
  ["PG19", "Cobalt green", HALF, [hump(638, 58, 0.9), hump(700, 44, 0.5), edge(462, 26, 0.6), flat(0.08)], { hazard: "cobalt", granulates: true }],
  ["PG23", "Green earth", CLEAR, [hump(680, 80, 0.45), edge(480, 30, 0.42), flat(0.1)], { granulates: true }],
  ["PG36", "Phthalo green, yellow shade", CLEAR, [hump(660, 56, 1.6), hump(710, 44, 1), edge(472, 22, 0.85), flat(0.12)], { stains: true, hazard: "copper" }],
  ["PG50", "Cobalt teal", HALF, [hump(650, 60, 1), hump(710, 44, 0.5), edge(440, 22, 0.32), flat(0.05)], { hazard: "cobalt", granulates: true }],
  ["PBr6", "Iron oxide brown", HALF, [edge(585, 34, 1.1), flat(0.32)]],
  ["PBr7", "Burnt sienna", HALF, [edge(578, 26, 1.15), flat(0.2)], { granulates: true }],
  ["PBr24", "Chromium titanate buff", COVERS, [edge(525, 22, 1), flat(0.05)], { hazard: "chromium" }],
  ["PBr25", "Benzimidazolone brown", CLEAR, [edge(590, 24, 1.25), flat(0.18)], { stains: true }],
  ["PBr33", "Raw umber", HALF, [edge(570, 46, 0.9), flat(0.4)], { granulates: true }],
  ["PBr41", "Azo brown", CLEAR, [edge(570, 28, 1.2), flat(0.14)], { stains: true }],
  ["PBk6", "Lamp black", HALF, [flat(1.3)]],
  ["PBk7", "Carbon black", CLEAR, [flat(1.35)], { stains: true }],
  ["PBk9", "Bone black", CLEAR, [flat(1.1), edge(500, 60, 0.1)]],
  ["PBk11", "Mars black", COVERS, [flat(1.2)], { granulates: true }],
  ["PBk19", "Grey slate", HALF, [flat(0.5)], { granulates: true }],
  ["PBk31", "Perylene green", CLEAR, [hump(640, 80, 0.9), edge(480, 36, 0.45), flat(0.5)], { stains: true }],
  ["PW4", "Zinc white", 1.2, [edge(410, 10, 0.05)], { hazard: "zinc" }],
  ["PW5", "Lithopone", 1.6, [edge(410, 10, 0.05)], { hazard: "zinc" }],
  ["PW6", "Titanium white", 3, [edge(415, 8, 0.08)]],
  ["PW20", "Pearl mica", 0.7, [edge(420, 14, 0.08), flat(0.05)], { metallic: true }],
  ["PM1", "Silver flake", 1.6, [flat(0.45)], { metallic: true }],
  ["PM2", "Bronze flake", 1.6, [edge(545, 30, 1), flat(0.3)], { metallic: true }],
];

export const PIGMENTS: readonly Pigment[] = ROWS.map(([index, name, scatter, bands, more]) => ({
  index,
  name,
  hazard: more?.hazard ?? null,
  stains: more?.stains ?? false,
  granulates: more?.granulates ?? false,
  lightfast: more?.lightfast ?? 8,
  metallic: more?.metallic ?? false,
  covering: scatter >= COVERS ? "covering" : scatter >= HALF ? "half covering" : "transparent",
  film: { absorbs: spectrum(bands), scatters: WAVELENGTHS.map(() => scatter), ...(more?.metallic ? { metallic: true } : {}) },
}));

const keyOf = (text: string): string => text.trim().toUpperCase().replace(/\s+/g, "");
const byIndex = new Map(PIGMENTS.map((pigment) => [keyOf(pigment.index), pigment]));

/** A pigment by its colour index name, in any case; null where it is not in the table. */
export const pigmentOf = (index: string): Pigment | null => byIndex.get(keyOf(index)) ?? null;

/** Names near to one that is not there, the nearest first: by letters to change, with the same family before others. */
export function nearPigments(index: string, most = 3): readonly string[] {
  const key = keyOf(index);
  const family = /^P[A-Z]+/.exec(key)?.[0] ?? key;
  return PIGMENTS.map((pigment) => ({ index: pigment.index, way: editDistance(key, keyOf(pigment.index)) + (keyOf(pigment.index).startsWith(family) ? 0 : 0.5) }))
    .sort((a, b) => a.way - b.way)
    .slice(0, most)
    .map((each) => each.index);
}

/** Letters to put in, leave out or change (Levenshtein 1966). */
function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, index) => index);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1) next.push(Math.min((next[j - 1] ?? 0) + 1, (row[j] ?? 0) + 1, (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1)));
    row = next;
  }
  return row[b.length] ?? 0;
}
