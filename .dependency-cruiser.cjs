/** The direction of imports, as docs/architecture.md draws it. */
const only = (name, from, to) => ({ name, severity: "error", from: { path: from }, to: { path: "^(core|contract|derive|server|web|demo|e2e|scripts)/", pathNot: to } });
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
/** The floors of the interface, from the top: each looks only down. */
const floors = ["shell", "views", "features", "plan", "data", "workers", "kit"];
const ground = ["measure", "outcome", "search"];

module.exports = {
  forbidden: [
    { name: "no-circles", severity: "error", from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } } },
    only("core-imports-core-only", "^core/", "^core/"),
    only("contract-imports-core", "^contract/", "^(contract|core)/"),
    only("derive-imports-contract-and-core", "^derive/", "^(derive|contract|core)/"),
    only("demo-goes-through-the-contract", "^demo/", "^(demo|contract|core)/"),
    only("server-imports-derive-contract-and-core", "^server/src", "^(server|derive|contract|core|demo)/|^scripts/lib"),
    // A domain of the server reads another's rows by that domain's reads; tables are linked to each other, and listed for migrations and for writing.
    {
      name: "server-reads-others-by-their-reads",
      severity: "error",
      from: { path: "^server/src/([^/]+)/(?![a-z]*[tT]ables\\.ts$)", pathNot: "^server/src/db/" },
      to: { path: "^server/src/[^/]+/[a-z]*[tT]ables\\.ts$", pathNot: "^server/src/$1/[a-z]*[tT]ables\\.ts$" },
    },
    { name: "all-tables-are-for-writing", severity: "error", from: { path: "^server/src/", pathNot: "^server/src/db/" }, to: { path: "^server/src/db/tables\\.ts$" } },
    only("web-imports-derive-contract-and-core", "^web/", "^(web|derive|contract|core)/"),
    { name: "core-is-pure", severity: "error", from: { path: "^core/src", pathNot: "\\.test\\.ts$" }, to: { dependencyTypes: ["core"] } },
    // What follows from the facts is worked out alike in browser, server and tests: no framework, clock, disk or network.
    {
      name: "derive-is-pure",
      severity: "error",
      from: { path: "^derive/src", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["core", "npm"], pathNot: "^(derive|contract|core)/" },
    },
    ...floors.map((floor, index) => ({
      name: `web-${floor}-looks-down`,
      severity: "error",
      from: { path: `^web/src/${floor}/` },
      to: { path: "^web/src/", pathNot: `^web/src/(${floors.slice(index).join("|")})/|\\.d\\.ts$` },
    })),
    { name: "no-view-imports-another", severity: "error", from: { path: "^web/src/views/([^/]+)/" }, to: { path: "^web/src/views/", pathNot: "^web/src/views/$1/" } },
    ...Object.entries(domains)
      .filter(([domain]) => !ground.includes(domain))
      .map(([domain, allowed]) => ({
        name: `core-${domain}-looks-left`,
        severity: "error",
        from: { path: `^core/src/${domain}/` },
        to: { path: "^core/src/", pathNot: `^core/src/(${allowed}|measure|outcome|search|words)/` },
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
