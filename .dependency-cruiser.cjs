/**
 * The directions of imports. Anything a layer is not told it may import is forbidden,
 * and there is no list of known exceptions.
 */
const may = {
  "src/core": ["src/core"],
  "src/contracts": ["src/contracts"],
  "src/db": ["src/db", "src/core"],
  "src/messages": ["src/messages", "src/core"],
  "src/tabular": ["src/tabular"],
  "src/xml": ["src/xml"],
  "src/ubl": ["src/ubl", "src/core", "src/xml"],
  "src/adapters": ["src/adapters", "src/contracts", "src/xml"],
  "src/server": [
    "src/server",
    "src/core",
    "src/db",
    "src/contracts",
    "src/messages",
    "src/tabular",
    "src/ubl",
    "src/adapters",
  ],
  "src/ui": ["src/ui"],
  "src/features": [
    "src/features",
    "src/ui",
    "src/messages",
    "src/contracts",
    "src/core",
    "src/tabular",
    "src/ubl",
  ],
  "src/workers": ["src/workers", "src/core", "src/contracts", "src/tabular"],
  "src/app": ["src/features", "src/ui", "src/server/api", "src/server/auth", "src/app"],
  sim: ["sim", "src/contracts", "src/xml"],
  scripts: ["scripts", "sim", "src/server", "src/db", "src/core", "src/messages", "src/contracts", "demo"],
  demo: ["demo", "src/core"],
  "tests/e2e": ["tests/e2e", "src/contracts", "sim"],
};
const start = (folders) => `^(${folders.join("|")})/`;
const inside = "^(src|sim|scripts|demo|tests)/";

const directions = Object.entries(may).map(([from, to]) => ({
  name: `${from} imports only ${to.join(", ")}`,
  severity: "error",
  from: {
    path: start([from]),
    pathNot: "(\\.test\\.tsx?$|^src/features/[^/]+/(actions|load)\\.ts$|^src/proxy\\.ts$)",
  },
  to: { path: inside, pathNot: start(to) },
}));

module.exports = {
  forbidden: [
    ...directions,
    {
      name: "a feature's actions and loaders call the server's services, never the database",
      severity: "error",
      from: { path: "^src/features/[^/]+/(actions|load)\\.ts$" },
      to: { path: inside, pathNot: start([...may["src/features"], "src/server"]) },
    },
    {
      name: "screens get at data by load and act, which look at who asks",
      severity: "error",
      from: { path: "^src/(features|app)/" },
      to: { path: "^src/server/(database|auth/person|auth/auth|in-transaction)\\.ts$" },
    },
    {
      name: "a feature reaches another feature only by its index",
      severity: "error",
      from: { path: "^src/features/([^/]+)/" },
      to: {
        path: "^src/features/([^/]+)/",
        pathNot: ["^src/features/$1/", "^src/features/[^/]+/index\\.tsx?$"],
      },
    },
    {
      name: "the core has no Node module and only Zod from outside",
      severity: "error",
      from: { path: "^src/core/", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["core", "npm", "npm-dev", "npm-peer"], pathNot: "node_modules/zod/" },
    },
    { name: "no cycle", severity: "error", from: {}, to: { circular: true } },
    { name: "no missing module", severity: "error", from: {}, to: { couldNotResolve: true } },
    {
      name: "no orphan",
      severity: "error",
      from: {
        orphan: true,
        path: "^src/",
        pathNot: [
          "^src/app/",
          "\\.d\\.ts$",
          "^src/proxy\\.ts$",
          "^src/instrumentation\\.ts$",
          "\\.test\\.tsx?$",
        ],
      },
      to: {},
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
    },
  },
};
