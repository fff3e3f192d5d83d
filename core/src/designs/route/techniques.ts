/** How wet it is done. */
export type Water = "none" | "little" | "much";

/** What is done in a stage, as a painter would say it. The route check knows the order rules by these. */
export interface Technique {
  readonly id: TechniqueId;
  readonly name: string;
  readonly kind: "prepare" | "draw" | "mask" | "paint" | "finish" | "assemble";
  /** Everyday minutes: hands for one panel, setup, drying. */
  readonly hands: number;
  readonly setup: number;
  readonly dry: number;
  /** Minutes within which it must follow the stage before; null for any time. */
  readonly within: number | null;
  readonly portable: boolean;
  readonly tools: string;
  /** What is put on: watercolour, ink, glue ...; empty where nothing is. */
  readonly medium: string;
  readonly water: Water;
  /** Leaves the panel wet. */
  readonly wets: boolean;
  /** How much goes wrong when it does: 0 hardly anything, 3 the panel is lost. */
  readonly risk: 0 | 1 | 2 | 3;
}

export type TechniqueId = keyof typeof TABLE;

type Row = readonly [
  name: string,
  kind: Technique["kind"],
  hands: number,
  setup: number,
  dry: number,
  tools: string,
  more?: { readonly within?: number; readonly portable?: boolean; readonly wets?: boolean; readonly risk?: 1 | 2 | 3 },
];
const WET = { wets: true } as const;
const SOFA = { portable: true } as const;

const TABLE = {
  tape: ["Tape to the board", "prepare", 0, 12, 0, "board, artist's tape"],
  guides: ["Pencil guides", "draw", 1, 2, 0, "ruler, pencil", SOFA],
  sketch: ["Sketch", "draw", 2, 3, 0, "pencil", SOFA],
  trace: ["Trace", "draw", 1, 4, 0, "light pad, pencil"],
  erase: ["Rub out pencil", "draw", 1, 1, 0, "eraser", { portable: true, risk: 1 }],
  ink: ["Ink the outline, waterproof", "draw", 2, 2, 10, "pen, 0.1 to 0.3 mm", { portable: true, risk: 1 }],
  "running-ink": ["Ink that runs", "draw", 2, 2, 10, "pen, not waterproof", { portable: true, risk: 2 }],
  stamp: ["Stamp the outline", "draw", 1, 5, 10, "stamping platform, ink", { risk: 1 }],
  "re-stamp": ["Stamp again", "draw", 1, 4, 5, "stamping platform, ink", { risk: 1 }],
  mask: ["Mask with fluid", "mask", 2, 4, 30, "old brush, soap, masking fluid", { risk: 2 }],
  "film-mask": ["Mask with film or tape", "mask", 2, 4, 0, "film, knife", { risk: 1 }],
  unmask: ["Unmask", "mask", 1, 1, 0, "clean finger, rubber", { risk: 2 }],
  wet: ["Wet the paper", "paint", 1, 2, 0, "large brush, clean water", { wets: true, risk: 1 }],
  wash: ["Wash", "paint", 2, 5, 30, "large brush", WET],
  "drop-in": ["Drop in colour", "paint", 1, 1, 35, "round brush", { within: 8, wets: true, risk: 2 }],
  bloom: ["Bloom with clean water", "paint", 1, 1, 35, "round brush, clean water", { within: 5, wets: true, risk: 2 }],
  glaze: ["Glaze", "paint", 2, 4, 30, "soft brush", { wets: true, risk: 1 }],
  lift: ["Lift colour", "paint", 1, 1, 20, "damp brush, tissue", { wets: true, risk: 1 }],
  sponge: ["Sponge", "paint", 1, 3, 20, "sponge", WET],
  splatter: ["Splatter", "paint", 1, 3, 15, "brush, the rest covered", { wets: true, risk: 2 }],
  shapes: ["Paint the shapes", "paint", 3, 4, 25, "round brush", WET],
  shadow: ["Shadows", "paint", 2, 3, 20, "round brush", WET],
  border: ["Painted border", "paint", 2, 3, 20, "flat brush", { wets: true, risk: 1 }],
  details: ["Details", "paint", 2, 2, 15, "small brush", { portable: true, wets: true }],
  dots: ["Dots", "paint", 1, 1, 15, "small brush or pen", { portable: true, wets: true }],
  white: ["Opaque white", "paint", 1, 2, 15, "gouache or pen", { portable: true, wets: true }],
  metallic: ["Metallic paint", "paint", 1, 3, 15, "small brush", WET],
  fixative: ["Fixative", "finish", 0, 4, 20, "spray, outdoors", { risk: 2 }],
  heat: ["Dry with the heat tool", "prepare", 3, 1, 0, "heat tool", { risk: 2 }],
  collage: ["Glue on paper", "finish", 2, 3, 30, "glue, scissors", { risk: 1 }],
  untape: ["Pull off the tape", "prepare", 1, 2, 0, "low and slow, away from the panel", { risk: 2 }],
  "cut-apart": ["Cut apart", "prepare", 1, 4, 0, "knife or trimmer", { risk: 1 }],
  trim: ["Trim", "prepare", 1, 3, 0, "knife or trimmer", { risk: 1 }],
  flatten: ["Flatten overnight", "finish", 0, 6, 480, "heavy books"],
  letter: ["Letter the front", "finish", 2, 3, 10, "pen or brush", { portable: true, risk: 2 }],
  "stamp-words": ["Stamp the words", "finish", 1, 4, 10, "stamping platform", { risk: 2 }],
  "inside-words": ["Words inside", "finish", 1, 3, 10, "pen or stamp", SOFA],
  scan: ["Scan the painting", "finish", 0, 6, 0, "scanner"],
  print: ["Print", "finish", 1, 10, 0, "printer, 300 gsm card"],
  score: ["Score the bases", "assemble", 1, 3, 0, "scoring board", SOFA],
  fold: ["Fold and burnish", "assemble", 1, 1, 0, "bone folder", SOFA],
  mat: ["Glue the mat", "assemble", 1, 3, 10, "tape or glue"],
  mount: ["Mount on the base", "assemble", 1, 4, 20, "tape or glue", { risk: 1 }],
  glitter: ["Glitter", "assemble", 1, 3, 20, "glue, glitter", { risk: 1 }],
  gems: ["Gems", "assemble", 1, 2, 10, "gems in threes or fives", SOFA],
  twine: ["Twine or ribbon", "assemble", 2, 2, 0, "twine, ribbon", SOFA],
} as const satisfies Record<string, Row>;

const OF_KIND: Readonly<Record<Technique["kind"], readonly [medium: string, water: Water]>> = {
  prepare: ["", "none"],
  draw: ["pencil", "none"],
  mask: ["masking fluid", "none"],
  paint: ["watercolour", "little"],
  finish: ["", "none"],
  assemble: ["glue", "none"],
};
/** What is put on and how wet, where a technique differs from its kind. */
const MEDIA: Partial<Record<TechniqueId, readonly [medium: string, water: Water]>> = {
  tape: ["artist's tape", "none"],
  erase: ["", "none"],
  ink: ["waterproof ink", "none"],
  "running-ink": ["ink that runs", "none"],
  stamp: ["stamping ink", "none"],
  "re-stamp": ["stamping ink", "none"],
  "film-mask": ["masking film", "none"],
  unmask: ["", "none"],
  wet: ["clean water", "much"],
  wash: ["watercolour", "much"],
  bloom: ["clean water", "little"],
  lift: ["clean water", "little"],
  splatter: ["watercolour", "much"],
  dots: ["gouache or gel pen", "none"],
  white: ["opaque white", "little"],
  metallic: ["metallic paint", "little"],
  fixative: ["fixative", "none"],
  collage: ["paper and glue", "none"],
  letter: ["ink or gouache", "none"],
  "stamp-words": ["stamping ink", "none"],
  "inside-words": ["ink", "none"],
  print: ["printer's ink", "none"],
  score: ["", "none"],
  fold: ["", "none"],
  mat: ["tape or glue", "none"],
  mount: ["tape or glue", "none"],
  glitter: ["glue, glitter", "none"],
  gems: ["glue, gems", "none"],
};

/** The library: every technique with everyday times, to begin a stage from. */
export const TECHNIQUES: readonly Technique[] = (Object.entries(TABLE) as [TechniqueId, Row][]).map(([id, [name, kind, hands, setup, dry, tools, more]]) => ({
  id,
  name,
  kind,
  hands,
  setup,
  dry,
  within: more?.within ?? null,
  portable: more?.portable ?? false,
  tools,
  medium: (MEDIA[id] ?? OF_KIND[kind])[0],
  water: (MEDIA[id] ?? OF_KIND[kind])[1],
  wets: more?.wets ?? false,
  risk: more?.risk ?? 0,
}));

const byId = new Map(TECHNIQUES.map((each) => [each.id, each]));
export const techniqueOf = (id: TechniqueId): Technique => {
  const found = byId.get(id);
  if (!found) throw new Error(`no technique ${id}`);
  return found;
};
export const isTechnique = (id: string): id is TechniqueId => byId.has(id as TechniqueId);

/** Words in the name of a stage from which its technique can be told; the first that fits wins. */
const TOLD_BY: readonly (readonly [RegExp, TechniqueId])[] = [
  [/\bunmask|\b(?:remove|peel|rub|take|pull|clean)\b.*\b(?:mask(?:ing)?|fluid|film)\b/, "unmask"],
  [/\buntape|off the tape|\btape off|\b(?:remove|peel|take|pull)\b.*\btape\b/, "untape"],
  [/\bmask.*\b(?:film|tape|paper)\b|\bstencil/, "film-mask"],
  [/\bmask|\bresist\b|\bwax\b/, "mask"],
  [/\btape\b|\bstretch\b.*\bpaper|to the board/, "tape"],
  [/\bglitter|\bsparkle/, "glitter"],
  [/\bgems?\b|\brhinestones?\b|\bpearls?\b|\bsequins?\b/, "gems"],
  [/\btwine|\bribbon|\bstring\b|\bthread\b/, "twine"],
  [/drop.?in|\bcharge\b|wet.(?:in|into).wet|\bfloat\b.*\bin\b/, "drop-in"],
  [/\bbloom|\bback.?run/, "bloom"],
  [/\bre-?stamp|stamp again|stamp.*(?:twice|second time)/, "re-stamp"],
  [/\binside\b(?! (?:the|of|a)\b)/, "inside-words"],
  [/stamp.*(?:words?|sentiment|greeting|verse|text|message|name)/, "stamp-words"],
  [/\bstamp/, "stamp"],
  [/not waterproof|running ink|ink that runs|water.?soluble/, "running-ink"],
  [/\berase|rub out|\b(?:remove|clean)\b.*\bpencil/, "erase"],
  [/\bguides|\bmark (?:out|up)\b|\bmeasure|\brule\b|\bgrid\b/, "guides"],
  [/\btrac(?:e|ing)|\btransfer|light ?(?:pad|box)/, "trace"],
  [/\bletter|\bsentiment|\bgreeting|\bcalligraphy|\bwrite\b|\bwording|\bwords\b|\bverse/, "letter"],
  [/\bink|pen outline|\bpen\b|\bfineliner|\bline ?work|\boutlines?\b/, "ink"],
  [/\blift|\bdab\b|\bblot/, "lift"],
  [/\bglaz(?:e|ing)/, "glaze"],
  [/\bsp(?:l)?atter|\bflick|\bspeckle/, "splatter"],
  [/\bsponge/, "sponge"],
  [/\bborder|\bframe\b/, "border"],
  [/\bshad(?:ow|e|ing)/, "shadow"],
  [/opaque white|\bwhite\b|\bgouache|\bhighlights?\b/, "white"],
  [/\bmetallic|\bgold\b|\bsilver\b|\bcopper\b|\bshimmer/, "metallic"],
  [/\bdots?\b|\bstars\b|\bstippl/, "dots"],
  [/\bdetail|\baccent|\b(?:finishing|final|last) touches/, "details"],
  [/\bshapes|\bblock in\b|\bfigures\b/, "shapes"],
  [/\bwash|\bbackground|\bunderpaint/, "wash"],
  [/\bwet the|\bwet (?:down|it)|\bpre.?wet|\bdampen/, "wet"],
  [/\bheat|\bhair ?dryer|blow.?dry/, "heat"],
  [/\bfixative|\bvarnish|\bseal\b/, "fixative"],
  [/\bcollage|\btissue paper|glue on paper/, "collage"],
  [/\bcut (?:\w+ ){0,3}(?:apart|up)\b|\bseparate\b/, "cut-apart"],
  [/\btrim|cut to size|\bround\b.*\bcorners/, "trim"],
  [/\bflatten|\bunder (?:books|weight|a weight|heavy)|\bpress\b(?!.*\bprint)/, "flatten"],
  [/\bsketch|\bdraw\b|\bpencil\b/, "sketch"],
  [/\bscan|\bphotograph/, "scan"],
  [/\bprint/, "print"],
  [/\bmats?\b/, "mat"],
  [/\bmount|\bassemble|\b(?:glue|stick|attach|tape)\b.*\b(?:panel|card|base)\b|\bfoam\b/, "mount"],
  [/\bscore|\bcrease/, "score"],
  [/\bfold|\bburnish/, "fold"],
];

/** The technique a stage's name speaks of; null where it speaks of none. */
export const techniqueNamed = (name: string): TechniqueId | null => TOLD_BY.find(([words]) => words.test(name.toLowerCase()))?.[1] ?? null;
