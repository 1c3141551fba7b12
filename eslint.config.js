import js from "@eslint/js";
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

const CORE_DOORS = {
  group: ["../*/*", "../../*"],
  message: "a room of the core is entered by its door, its index.ts",
};
const CORE_PURE = {
  group: ["node:*", "react*", "express*", "@mikro-orm/*", "chart.js"],
  message: "the core computes: no interface, no input or output",
};

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
    files: ["core/src/**"],
    rules: forbidRooms(["server", "web", "cli", "standins", "e2e", "bench"], [CORE_DOORS, CORE_PURE]),
  },
  {
    // Tests share their made-up parts.
    files: ["core/src/**/*.test.ts", "core/src/tests/**"],
    rules: forbidRooms(["server", "web", "cli", "standins", "e2e", "bench"], [CORE_PURE]),
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
      ...forbidRooms(["server", "cli", "standins", "e2e", "bench"]),
    },
  },
  { files: ["scripts/**", "*.js", "bench/**"], languageOptions: { globals: globals.node } },
);
