import base from "./jest.config.js";

/** The tests of the room that is mutated. */
export default {
  ...base,
  testMatch: [`<rootDir>/core/src/${process.env.KETTLEBACK_MUTATED ?? "*"}/**/*.test.ts`],
  maxWorkers: 1,
};
