/** The arrows of the house: which room may import from which. `npm run boundaries` enforces them. */
const outside = (room, allowed) => ({
  name: `${room}-imports`,
  severity: "error",
  from: { path: `^${room}/`, pathNot: "(\\.test\\.tsx?$|/testing/|/testing\\.tsx?$)" },
  to: {
    path: "^(core|server|app|features|ui|simulator|demo|bench|families|tests)/",
    pathNot: `^(${[room, ...allowed].join("|")})/`,
  },
});

module.exports = {
  forbidden: [
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
    {
      name: "core-is-pure",
      severity: "error",
      from: { path: "^core/", pathNot: "\\.test\\.tsx?$" },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "core-libraries",
      severity: "error",
      comment: "the heart imports only itself and small pure libraries",
      from: { path: "^core/", pathNot: "(\\.test\\.tsx?$|/testing/)" },
      to: { path: "^node_modules/", pathNot: "^node_modules/(joi|@noble/hashes|fastest-levenshtein)/" },
    },
    {
      name: "testing-is-for-tests",
      severity: "error",
      from: { pathNot: "(\\.test\\.tsx?$|/testing/)" },
      to: { path: "/testing(/|\\.tsx?$)" },
    },
    {
      name: "no-orphans",
      severity: "error",
      from: { orphan: true, path: "^(core|server|features|ui|simulator)/", pathNot: "\\.(json|d\\.ts)$" },
      to: {},
    },
    outside("core", []),
    outside("ui", []),
    outside("features", ["ui", "core"]),
    outside("server", ["core", "families"]),
    outside("app", ["features", "ui", "server", "core"]),
    outside("simulator", ["core", "families"]),
    outside("families", ["core"]),
    outside("demo", ["server", "core", "families"]),
    outside("bench", ["core", "server", "simulator", "demo", "families"]),
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "^(\\.next|data)/" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default"],
    },
  },
};
