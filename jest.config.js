/** Unit and interface tests. TypeScript is stripped by swc to CommonJS, which the database layer needs. */
export default {
  testMatch: ["<rootDir>/{core,server,cli,web,standins}/**/*.test.ts?(x)"],
  transform: {
    "^.+\\.m?[jt]sx?$": [
      "@swc/jest",
      {
        jsc: {
          target: "es2023",
          parser: { syntax: "typescript", tsx: true },
          transform: { react: { runtime: "automatic" } },
        },
        module: { type: "commonjs" },
      },
    ],
  },
  // These packages come as modules only.
  transformIgnorePatterns: ["/node_modules/(?!d3-|internmap|ml-|is-any-array|@streamparser|aedes)"],
  moduleNameMapper: {
    "\\.s?css$": "<rootDir>/scripts/no-style.cjs",
    "\\.svg\\?raw$": "<rootDir>/scripts/no-icon.cjs",
  },
  // Copies of the application in which faults are tried.
  modulePathIgnorePatterns: ["<rootDir>/\\.cache/"],
  // Each test file runs in a context of its own, where what is global is looked up slowly: what sums ask for most is handed
  // to every module. Names that a package declares itself (Number, Object, Promise, Symbol) cannot be.
  sandboxInjectedGlobals: ["Math", "Array", "Map", "Set", "JSON", "Infinity"],
  setupFiles: ["<rootDir>/scripts/jest-setup.cjs"],
  // One more than there are cores on a small machine: tests of the server wait for much.
  maxWorkers: 3,
  // A slow machine is no fault: nothing but a test that hangs takes as long.
  testTimeout: 120_000,
};
