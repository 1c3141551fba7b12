import base from "./jest.config.js";

/** The core's own tests, for the mutants. */
export default { ...base, testMatch: ["<rootDir>/core/**/*.test.ts"], maxWorkers: 1 };
