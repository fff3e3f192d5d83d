// What the interface stands on, packed once for all its tests: a thousand small modules read anew for each file took longer than the tests.
import { createRequire } from "node:module";
import { namesOf, packForTests } from "../scripts/lib/packForTests.mjs";

const require = createRequire(import.meta.url);

/** Packages that name what they export only while they run. */
const NAMED_LATE = ["react", "react/jsx-runtime", "react/jsx-dev-runtime", "react-dom", "react-dom/client"];
const PACKED = [
  ...NAMED_LATE,
  "@chakra-ui/react",
  "@chakra-ui/react/preset-base",
  "@dnd-kit/core",
  "@dnd-kit/sortable",
  "@dnd-kit/utilities",
  "@hookform/resolvers/zod",
  "@internationalized/date",
  "@reduxjs/toolkit",
  "@reduxjs/toolkit/query/react",
  "@tanstack/react-table",
  "@tanstack/react-virtual",
  "@testing-library/dom",
  "@testing-library/react",
  "@testing-library/user-event",
  "@use-gesture/react",
  "@yule/contract",
  "@yule/core",
  "@yule/derive",
  "@yule/derive/examples",
  "lucide-react",
  "react-hook-form",
  "react-redux",
  "react-router",
  "react-router/dom",
];

/** Where jest finds them: see the names it maps. */
export const FOLDER = "node_modules/.cache/tests-of-the-interface";
export const NAMES = namesOf(PACKED);

const entry = (name) =>
  NAMED_LATE.includes(name)
    ? `import all from "${name}"; export default all; export const { ${Object.keys(require(name)).join(", ")} } = all;`
    : `export * from "${name}";${name.endsWith("user-event") ? ` export { default } from "${name}";` : ""}`;

export default () => packForTests(FOLDER, { names: PACKED, from: "web", entry, platform: "browser", external: ["highs", "zod", "zod/*", "node:*"] });
