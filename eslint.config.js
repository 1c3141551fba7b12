import { readdirSync } from "node:fs";
import js from "@eslint/js";
import { createNodeResolver, importX } from "eslint-plugin-import-x";
import hooks from "eslint-plugin-react-hooks";
import globals from "globals";
import ts from "typescript-eslint";

/** Rooms a room may not import: imports go one way, core to everyone, and nobody imports the pages. */
const forbidRooms = (rooms, extra = []) => ({
  "no-restricted-imports": [
    "error",
    {
      patterns: [
        ...rooms.map((room) => ({
          group: [`@kettleback/${room}`, `@kettleback/${room}/*`, `**/${room}/src/**`],
          message: `imports go one way: this room does not know ${room}`,
        })),
        ...extra,
      ],
    },
  ],
});

/**
 * The core's wings in the order of thought, each with its rooms in the order in which they may be known: a room knows
 * the rooms before it and all lower wings, and enters them by their doors.
 */
const WINGS = {
  trade: ["units", "sources", "connectors", "supply", "conductors", "signals", "working", "outlets", "sizes"],
  things: ["parts", "marking", "documents"],
  engine: ["clock", "path", "session", "tariff", "plan"],
  answers: [
    "steps",
    "cautions",
    "upgrades",
    "lineup",
    "schedule",
    "calendar",
    "leadbench",
    "fuel",
    "payback",
    "says",
    "nothing",
    "started",
    "hometariff",
    "week",
    "year",
    "kit",
    "reach",
    "posts",
    "stops",
    "beside",
    "record",
    "log",
    "explain",
    "calibrate",
    "claim",
    "live",
    "meter",
    "service",
    "circuit",
    "install",
  ],
  household: [
    "garage",
    "demo",
    "start",
    "fitting",
    "begin",
    "chooser",
    "packing",
    "plate",
    "learn",
    "glossary",
  ],
};
const CORE_DOORS = {
  regex: String.raw`^(\.\./[a-z]+/.|\.\./\.\./[a-z]+/[a-z]+/.|\.\./\.\./\.\./|\.\.(/\.\.)?$)`,
  message: "a room of the core is entered by its door, its index.ts",
};
const OUTSIDE_CORE = ["server", "web", "cli", "standins", "e2e", "bench"];
const NODE_GLOBALS = ["process", "Buffer", "global", "require", "module", "__dirname", "setImmediate"];
const CORE_PURE = {
  group: ["node:*", "react*", "express*", "@mikro-orm/*", "chart.js"],
  message: "the core computes: no interface, no input or output",
};

/** What each room of the core may import: nothing later in its wing, nothing of a higher wing, nothing of the outside. */
function coreRooms() {
  const wings = Object.entries(WINGS);
  return wings.flatMap(([wing, rooms], w) =>
    rooms.map((room, r) => ({
      files: [`core/src/${wing}/${room}/**`],
      ignores: ["**/*.test.ts"],
      rules: {
        // Node's names come along with the types of a package; the page's do not come at all.
        "no-restricted-globals": ["error", ...NODE_GLOBALS],
        ...forbidRooms(OUTSIDE_CORE, [
          CORE_DOORS,
          CORE_PURE,
          {
            regex: `^\\.\\./(${["-", ...rooms.slice(r + 1)].join("|")})$`,
            message: `${room} stands before it: a room knows the rooms before it`,
          },
          {
            regex: `^\\.\\./\\.\\./(${["-", ...wings.slice(w + 1).map(([name]) => name)].join("|")})/`,
            message: `${wing} is the lower wing: it does not know what stands on it`,
          },
        ]),
      },
    })),
  );
}

/** The wings of the pages, each of which knows only those before it. The rooms are one wing, and none knows another. */
const WEB_WINGS = [
  "format",
  "theme",
  "api",
  "stores",
  "jobs",
  "charts",
  "faces",
  "terms",
  "controls",
  "drawing",
  "plan",
  "rooms",
  "app",
];
const ROOMS = readdirSync(new URL("web/src/rooms", import.meta.url));
const OUTSIDE_WEB = ["server", "cli", "standins", "e2e", "bench"];
/** Fields, selects and tables are the controls' to draw, and so is the interface library's own. */
const RAW = ["input", "select", "textarea", "table"];
const controlsOnly = [
  {
    selector: `JSXOpeningElement[name.name=/^(${RAW.join("|")})$/]`,
    message: "take the control of controls/ instead",
  },
  {
    selector: "ImportDeclaration[source.value=/^react-bootstrap/]",
    message: "the interface library stands behind controls/",
  },
];
const ownStyles = {
  selector: "ImportDeclaration[source.value=/(?<!\\.module)\\.scss$/]",
  message: "styles that are not everybody's are a module: they reach nothing else",
};
/** What a wing of the pages may write in its files, beyond what it may import. */
const webSyntax = (wing) => [
  ...(["controls", "drawing"].includes(wing) ? [] : controlsOnly),
  ...(["controls", "theme", "app"].includes(wing) ? [] : [ownStyles]),
];
const webWings = () =>
  WEB_WINGS.map((wing, w) => ({
    files: [`web/src/${wing}/**`],
    ignores: ["**/*.test.ts", "**/*.test.tsx", "web/src/*/tests/**", "web/src/rooms/*/tests/**"],
    rules: {
      "no-restricted-syntax": ["error", ...webSyntax(wing)],
      ...forbidRooms(OUTSIDE_WEB, [
        {
          regex: `^(\\.\\./)+(${["-", ...WEB_WINGS.slice(w + 1)].join("|")})/`,
          message: `${wing} is the lower wing: it does not know what stands on it`,
        },
        // From a room's own folder or one inside it, the rooms' common folder is as far up as a name of another room needs.
        {
          regex: `^\\.\\./(\\.\\./)?(${ROOMS.join("|")})(/|$)`,
          message: "a room does not know another: what both need stands in a wing below",
        },
      ]),
    },
  }));

export default ts.config(
  { ignores: ["**/dist/", "**/node_modules/", "data/", "test-results/", ".cache/"] },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/no-non-null-assertion": "off",
      eqeqeq: "error",
    },
  },
  {
    // A function one can see whole.
    files: ["{core,server,cli,web}/src/**", "standins/**"],
    ignores: ["**/*.test.ts", "**/*.test.tsx"],
    rules: { "max-lines-per-function": ["error", { max: 100, skipComments: true, skipBlankLines: true }] },
  },
  ...coreRooms(),
  {
    // Tests share their made-up parts.
    files: ["core/src/**/*.test.ts", "core/src/tests/**"],
    rules: forbidRooms(OUTSIDE_CORE, [CORE_PURE]),
  },
  {
    // No file stands on one that stands on it.
    files: ["{core,server,cli,web}/src/**"],
    plugins: { "import-x": importX },
    settings: {
      "import-x/extensions": [".ts", ".tsx"],
      "import-x/parsers": { "@typescript-eslint/parser": [".ts", ".tsx"] },
      "import-x/resolver-next": [createNodeResolver({ extensions: [".ts", ".tsx"] })],
    },
    rules: { "import-x/no-cycle": ["error", { ignoreExternal: true }] },
  },
  { files: ["server/src/**"], rules: forbidRooms(["web", "cli", "standins", "e2e", "bench"]) },
  { files: ["cli/src/**"], rules: forbidRooms(["web", "server", "standins", "e2e", "bench"]) },
  { files: ["standins/**"], rules: forbidRooms(["web", "server", "cli", "e2e", "bench"]) },
  {
    files: ["web/src/**"],
    plugins: { "react-hooks": hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      // Speaks of a compiler that is not used here.
      "react-hooks/incompatible-library": "off",
      ...forbidRooms(OUTSIDE_WEB),
    },
  },
  ...webWings(),
  { files: ["scripts/**", "*.js", "bench/**"], languageOptions: { globals: globals.node } },
);
