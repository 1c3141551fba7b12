import base from "./jest.config.js";

const tests = (process.env.KETTLEBACK_MUTATED ?? "**/*.test.ts").split(",");

/** The tests of the room that is mutated, and those that judge it too. */
export default { ...base, testMatch: tests.map((test) => `<rootDir>/core/src/${test}`), maxWorkers: 1 };
