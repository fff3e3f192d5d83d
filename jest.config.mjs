import * as server from "./server/jest.bundle.mjs";
import { FOLDER, NAMES } from "./web/jest.bundle.mjs";

const transform = {
  "^.+\\.[tj]sx?$": [
    "@swc/jest",
    { jsc: { parser: { syntax: "typescript", tsx: true }, transform: { react: { runtime: "automatic" } }, target: "es2022" }, module: { type: "es6" }, sourceMaps: "inline" },
  ],
};
const shared = { transform, extensionsToTreatAsEsm: [".ts", ".tsx"], transformIgnorePatterns: ["/node_modules/"], modulePathIgnorePatterns: ["/dist/", "/.data/"] };
/** Native ESM in three projects: pure code, the server on a private PostgreSQL, the interface in jsdom. */
export default {
  projects: [
    { ...shared, displayName: "core", testEnvironment: "node", testMatch: ["<rootDir>/{core,contract,derive,scripts,demo}/**/*.test.ts"] },
    {
      ...shared,
      displayName: "server",
      testEnvironment: "node",
      testMatch: ["<rootDir>/server/**/*.test.ts"],
      globalSetup: "<rootDir>/server/jest.postgres.mjs",
      moduleNameMapper: { [server.NAMES]: `<rootDir>/${server.FOLDER}/$1.mjs` },
      globalTeardown: "<rootDir>/server/jest.postgres.stop.mjs",
    },
    {
      ...shared,
      displayName: "web",
      testEnvironment: "jsdom",
      globalSetup: "<rootDir>/web/jest.bundle.mjs",
      setupFiles: ["<rootDir>/web/jest.setup.mjs"],
      // Fonts are for browsers, and so is what draws charts.
      moduleNameMapper: { [NAMES]: `<rootDir>/${FOLDER}/$1.mjs`, "\\.css$": "<rootDir>/web/jest.css.mjs", "^react-chartjs-2$": "<rootDir>/web/jest.chart.mjs" },
      testMatch: ["<rootDir>/web/**/*.test.{ts,tsx}"],
    },
  ],
};
