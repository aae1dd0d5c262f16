/** Which folder may import which: docs/architecture.md. Type-only imports count too. */
const only = (name, from, allowed) => ({
  name,
  severity: "error",
  comment: `${from} may import only ${allowed}`,
  from: { path: from, pathNot: "\\.test\\.tsx?$" },
  to: { path: "^(core|contract|workers|server|app|cli|testkit|test|e2e)/", pathNot: allowed },
});

/** The rooms of the core, lowest first: each knows only those before it. docs/architecture.md */
const ROOMS = [
  "units",
  "radio",
  "regulations",
  "spectrum",
  "audio",
  "devices",
  "coordination",
  "location",
  "kit",
  "evidence",
  "battery",
  "channel",
  "monitor",
  "journal",
  "schedule",
  "report",
  "archive",
  "troubleshooting",
  "quick",
  "simulator",
  "training",
];
const roomsOfTheCore = ROOMS.slice(0, -1).map((room, i) => ({
  name: `core-${room}`,
  severity: "error",
  comment: `core/${room} knows only the rooms below it`,
  from: { path: `^core/${room}/`, pathNot: "\\.test\\.ts$" },
  to: { path: `^core/(${ROOMS.slice(i + 1).join("|")})/` },
}));

module.exports = {
  forbidden: [
    {
      name: "no-cycles",
      severity: "error",
      from: {},
      to: { circular: true, dependencyTypesNot: ["type-only"] },
    },
    only("core-stands-alone", "^core/", "^core/"),
    {
      name: "production-knows-no-simulator",
      severity: "error",
      comment: "the simulator lies on top of the core, and training on top of the simulator",
      from: {
        path: "^core/(?!simulator/|training/)",
        pathNot: "\\.test\\.ts$",
      },
      to: { path: "^core/(simulator|training)/" },
    },
    {
      name: "simulator-knows-no-training",
      severity: "error",
      from: { path: "^core/simulator/", pathNot: "\\.test\\.ts$" },
      to: { path: "^core/training/" },
    },
    {
      name: "only-training-drives-the-simulator",
      severity: "error",
      comment: "everybody else goes through core/devices and the ports",
      from: {
        path: "^(contract|workers|app|cli|server)/",
        pathNot:
          "\\.test\\.tsx?$|^server/(services/training|devices)/|^server/entry\\.server\\.ts$",
      },
      to: { path: "^core/simulator/" },
    },
    ...roomsOfTheCore,
    {
      name: "core-has-no-packages",
      severity: "error",
      from: { path: "^core/", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["npm", "npm-dev", "core"], pathNot: "node_modules/d3-array" },
    },
    only("contract-knows-the-core", "^contract/", "^(core|contract)/"),
    only("schemas-are-shapes-alone", "^contract/schemas/", "^(core|contract/schemas)/"),
    only("messages", "^contract/messages/", "^(core|contract/(schemas|messages))/"),
    only("codecs", "^contract/codecs/", "^(core|contract/(schemas|codecs))/"),
    only("cli-is-thin", "^cli/", "^(core|contract|cli)/"),
    only("workers", "^workers/([^/]+)/", "^(core|contract|workers)/"),
    only("database", "^server/db/", "^(core|server/db)/"),
    only("devices", "^server/devices/", "^(core|server/devices)/"),
    only("services", "^server/services/", "^(core|contract|server)/"),
    only("compute", "^server/compute/", "^(core|contract|server/compute)/"),
    only("access", "^server/access/", "^(core|server/access)/"),
    only("log", "^server/log/", "^server/log/"),
    only("http", "^server/http/", "^(core|contract|server/(access|log|db|services|http))/"),
    // its own words alone: labels of a control, nothing of the job
    only("ui-knows-no-radio", "^app/ui/", "^(app/ui|contract/messages/screens/parts/ui)"),
    // the words on a picture are in the catalogue as all others are
    only("charts", "^app/charts/", "^(core|contract/messages|app/ui|app/charts)/"),
    only("features", "^app/features/", "^(core|contract|workers|app/(ui|charts|features))/"),
    only("routes", "^app/routes/", "^(core|contract|workers|server/services|app)/"),
    {
      name: "only-services-behind-routes",
      severity: "error",
      from: { path: "^app/" },
      to: { path: "^server/(?!services/)" },
    },
    {
      name: "server-only-from-server-files",
      severity: "error",
      from: { path: "^(workers|app/(ui|charts|features))/" },
      to: { path: "\\.server\\.ts$" },
    },
    {
      name: "models-only-in-repositories",
      severity: "error",
      from: { path: "^server/", pathNot: "^server/db/" },
      to: { path: "^server/db/models" },
    },
    {
      name: "nothing-ships-testkit",
      severity: "error",
      from: { path: "^(core|contract|workers|server|app|cli)/", pathNot: "\\.test\\.tsx?$" },
      to: { path: "^(testkit|test|e2e)/" },
    },
    {
      name: "resolvable",
      severity: "error",
      from: {},
      to: { couldNotResolve: true, pathNot: "^(virtual:|\\./\\+types/|pdfmake/interfaces$)" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "\\.react-router|^build|\\+types" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "node", "default", "types"],
      extensions: [".ts", ".tsx", ".mjs", ".js", ".json"],
    },
  },
};
