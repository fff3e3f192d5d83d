/** The direction of imports, as docs/architecture.md draws it. */
const only = (name, from, to) => ({ name, severity: "error", from: { path: from }, to: { path: "^(core|contract|server|web|demo|e2e|scripts)/", pathNot: to } });
const domains = {
  measure: "measure|outcome",
  outcome: "outcome",
  search: "search",
  designs: "designs",
  colour: "colour",
  sheets: "sheets|designs|colour",
  bench: "bench|designs|colour",
  finish: "finish|sheets|bench|designs|colour",
  stores: "stores|sheets|bench|designs|colour",
  dispatch: "dispatch|sheets|bench|designs|colour",
  season: "season|finish|stores|dispatch|sheets|bench|designs|colour",
  logbook: "logbook|season|finish|stores|dispatch|sheets|bench|designs|colour",
};
const ground = ["measure", "outcome", "search"];

module.exports = {
  forbidden: [
    { name: "no-circles", severity: "error", from: {}, to: { circular: true, dependencyTypesNot: ["type-only"] } },
    only("core-imports-core-only", "^core/", "^core/"),
    only("contract-imports-core", "^contract/", "^(contract|core)/"),
    only("demo-goes-through-the-contract", "^demo/", "^(demo|contract|core)/"),
    only("server-imports-contract-and-core", "^server/src", "^(server|contract|core|demo)/|^scripts/lib"),
    only("web-imports-contract-and-core", "^web/", "^(web|contract|core)/"),
    { name: "core-is-pure", severity: "error", from: { path: "^core/src", pathNot: "\\.test\\.ts$" }, to: { dependencyTypes: ["core"] } },
    { name: "kit-knows-no-domain", severity: "error", from: { path: "^web/src/kit" }, to: { path: "^web/src/(?!kit)" } },
    ...Object.entries(domains)
      .filter(([domain]) => !ground.includes(domain))
      .map(([domain, allowed]) => ({
        name: `core-${domain}-looks-left`,
        severity: "error",
        from: { path: `^core/src/${domain}/` },
        to: { path: "^core/src/", pathNot: `^core/src/(${allowed}|measure|outcome|search)/` },
      })),
    { name: "search-knows-no-craft", severity: "error", from: { path: "^core/src/search/" }, to: { path: "^core/src/(?!search)" } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "default"], extensions: [".ts", ".tsx", ".js", ".mjs"] },
  },
};
