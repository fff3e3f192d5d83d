import { techniqueNamed, TECHNIQUES, type TechniqueId } from "./techniques.ts";

/** Names that people give to stages, and what is meant; null where it cannot be told, so that it is asked. */
const NAMED: Readonly<Partial<Record<TechniqueId, readonly string[]>>> = {
  tape: ["Tape to the board", "Tape down", "Stretch the paper", "Tape it all round"],
  guides: ["Pencil guides", "Mark out the cells", "Measure the border lines", "Rule the lines", "Lay a grid"],
  sketch: ["Sketch", "Draw the boats", "Light pencil drawing"],
  trace: ["Trace", "Transfer the drawing", "Tracing on the light box"],
  erase: ["Rub out pencil", "Erase", "Remove the pencil lines"],
  ink: ["Ink the outline, waterproof", "Pen outline", "Fineliner", "Line work", "Outlines in black"],
  "running-ink": ["Ink that runs", "Water-soluble pen"],
  stamp: ["Stamp the outline", "Stamp the moth", "Stamping"],
  "re-stamp": ["Stamp again", "Restamp", "Stamp a second time"],
  mask: ["Mask the lights", "Masking fluid", "Mask with fluid", "Wax resist"],
  "film-mask": ["Mask with film", "Mask the sky with tape", "Stencil the kites"],
  unmask: ["Unmask", "Remove masking fluid", "Rub off the masking", "Peel the film"],
  wet: ["Wet the paper", "Prewet", "Dampen the sky"],
  wash: ["First wash", "Sky wash", "Background", "Flat washes"],
  "drop-in": ["Drop in the dark", "Wet in wet", "Charge with blue", "Drop-in"],
  bloom: ["Bloom with clean water", "Backruns"],
  glaze: ["Glaze", "Glazing, second layer"],
  lift: ["Lift colour", "Blot the moon", "Dab out clouds"],
  sponge: ["Sponge the sea"],
  splatter: ["Splatter", "Spatter of stars", "Flick white"],
  shapes: ["Paint the shapes", "Block in the houses"],
  shadow: ["Shadows", "Shade the hull", "Shading"],
  border: ["Painted border", "Border"],
  details: ["Details", "Accents", "Final touches", "Accents and dots".replace(" and dots", "")],
  dots: ["Dots", "Stippling"],
  white: ["Opaque white", "White gouache", "Highlights"],
  metallic: ["Metallic paint", "Gold on the sails", "Silver"],
  heat: ["Dry with the heat tool", "Hairdryer"],
  fixative: ["Fixative", "Varnish"],
  collage: ["Collage", "Glue on paper"],
  untape: ["Pull off the tape", "Remove the tape", "Untape and cut apart"],
  "cut-apart": ["Cut apart", "Cut the sheet apart"],
  trim: ["Trim", "Cut to size", "Round the corners"],
  flatten: ["Flatten overnight", "Under heavy books", "Press"],
  letter: ["Letter the front", "Hand lettering", "Write the greeting", "Calligraphy"],
  "stamp-words": ["Stamp the words", "Stamp the sentiment", "Stamp a greeting on it"],
  "inside-words": ["Words inside", "Stamp inside", "Write inside", "Verse inside", "Print inside"],
  scan: ["Scan the painting", "Photograph"],
  print: ["Print", "Print the copies"],
  score: ["Score the bases", "Score and fold bases", "Crease"],
  fold: ["Fold and burnish", "Fold"],
  mat: ["Glue the mat", "Mats"],
  mount: ["Mount on the base", "Glue the panel on", "Assemble", "Stick panel to card", "Foam"],
  glitter: ["Glitter", "Glue and glitter"],
  gems: ["Gems", "Pearls in threes", "Sequins"],
  twine: ["Twine or ribbon", "Tie a ribbon", "Thread through the hole"],
};
const ASKED = ["Paint", "Colour", "Second go", "Wait", "Let it dry", "Sign", "Check", "Paint inside the circle", "Pack", "The sea"];

test("what a hundred names of stages mean is told, or asked about where it cannot be", () => {
  const names = Object.entries(NAMED).flatMap(([technique, told]) => told.map((name) => [name, technique] as const));
  expect(names.length + ASKED.length).toBeGreaterThan(100);
  const wrong = names.filter(([name, technique]) => techniqueNamed(name) !== technique).map(([name, technique]) => `${name}: ${String(techniqueNamed(name))}, not ${technique}`);
  expect(wrong).toEqual([]);
  expect(ASKED.filter((name) => techniqueNamed(name) !== null).map((name) => `${name}: ${String(techniqueNamed(name))}`)).toEqual([]);
});

test("every name of the library means itself", () => {
  expect(TECHNIQUES.filter(({ id, name }) => techniqueNamed(name) !== id).map(({ id, name }) => `${name}: ${String(techniqueNamed(name))}, not ${id}`)).toEqual([]);
});
