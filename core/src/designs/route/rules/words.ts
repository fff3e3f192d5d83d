import { written } from "../../../words/words.ts";
import { hasTechnique, type RouteRule } from "../model.ts";
import { allBefore, behindPaint, dryBefore, lastAfter, of, rule } from "./kinds.ts";

const LETTERING = of("letter", "stamp-words");

/** Words, assembly and what is put on last. */
export const WORDS: readonly RouteRule[] = [
  allBefore(
    {
      id: "splatter-before-words",
      says: written`Splatter before the words`,
      reason: written`One drop over the sentiment and the panel is lost.`,
      severity: "spoils",
      school: written`Some cover the words with a mask of paper.`,
    },
    of("splatter"),
    LETTERING,
  ),
  lastAfter(
    {
      id: "words-after-water",
      says: written`Words after the last wash`,
      reason: written`Water over finished lettering softens it, and the hand smears it.`,
      severity: "risks",
      school: written`Waterproof lettering first is a way of its own.`,
    },
    LETTERING,
    (stage) => hasTechnique(stage, of("wet", "wash", "drop-in", "bloom", "glaze", "sponge")),
    // Best behind all paint, and on a panel that lies flat.
    (route) => Math.max(behindPaint(route), route.findIndex((stage) => stage.technique === "flatten") + 1),
  ),
  allBefore(
    {
      id: "inside-before-mount",
      says: written`Words inside before assembly`,
      reason: written`A thick front does not lie flat under the stamp, and inside words get forgotten.`,
      severity: "risks",
    },
    of("inside-words"),
    of("mount"),
  ),
  allBefore(
    { id: "score-before-fold", says: written`Score before folding`, reason: written`An unscored fold cracks the card's surface.`, severity: "spoils" },
    of("score"),
    of("fold"),
  ),
  allBefore(
    { id: "fold-before-mount", says: written`Fold the base before the panel goes on`, reason: written`Folding afterwards bends the panel off at its edge.`, severity: "risks" },
    of("score", "fold"),
    of("mount", "mat"),
  ),
  allBefore({ id: "mat-before-mount", says: written`The mat before the panel`, reason: written`The mat lies under it.`, severity: "spoils" }, of("mat"), of("mount")),
  allBefore(
    { id: "flatten-before-mount", says: written`Flatten before mounting`, reason: written`Under the books a mounted card prints its layers on itself.`, severity: "risks" },
    of("flatten"),
    of("mount", "mat"),
  ),
  allBefore(
    { id: "glitter-after-assembly", says: written`Glitter after assembly`, reason: written`It gets everywhere, and nothing glues on it.`, severity: "risks" },
    of("score", "fold", "mat", "mount", "twine"),
    of("glitter"),
  ),
  rule({ id: "glitter-dries", says: written`Glitter dries before anything is stacked`, reason: written`Wet glue takes the next card with it.`, severity: "spoils" }, (route) =>
    route.flatMap((stage) => (stage.technique === "glitter" && stage.dry < 15 ? [{ stages: [stage.id], repairs: [{ kind: "dry" as const, stage: stage.id, dry: 20 }] }] : [])),
  ),
  allBefore(
    { id: "gems-after-flatten", says: written`Gems after flattening and mounting`, reason: written`Books press them through the paper.`, severity: "spoils" },
    of("flatten", "mount", "mat"),
    of("gems", "twine"),
  ),
  allBefore(
    { id: "scan-before-cards", says: written`Scan before the panel becomes a card`, reason: written`A mounted panel no longer lies flat on the glass.`, severity: "risks" },
    of("scan"),
    of("mount", "mat", "glitter", "gems"),
  ),
  allBefore({ id: "scan-before-print", says: written`Scan before printing`, reason: written`There is nothing to print yet.`, severity: "spoils" }, of("scan"), of("print")),
  dryBefore(
    { id: "mount-dry", says: written`Mount a dry panel`, reason: written`A damp panel shrinks as it dries and pulls the base round.`, severity: "spoils" },
    of("mount", "mat"),
    20,
  ),
];
