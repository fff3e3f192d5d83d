import { defineConfig } from "@playwright/test";
import { CHROMIUM } from "../scripts/chromium.ts";

export default defineConfig({
  testDir: ".",
  testMatch: "*.spec.ts",
  globalSetup: "./src/oneServer.ts",
  workers: 2,
  retries: 1,
  timeout: 300_000,
  // So long waits a machine that other work has slowed down; what must be quick says so itself.
  expect: { timeout: 40_000 },
  outputDir: "../test-results",
  reporter: [["list"], ["json", { outputFile: "../test-results/e2e.json" }]],
  use: { viewport: { width: 1280, height: 800 }, launchOptions: CHROMIUM, serviceWorkers: "block", colorScheme: "light", locale: "en-US" },
});
