import base from "./jest.config.js";

const tests = (process.env.KETTLEBACK_MUTATED ?? "core/src/**/*.test.ts").split(";");

/** The tests of the area that is mutated, and those that judge it too. */
export default { ...base, testMatch: tests.map((test) => `<rootDir>/${test}`), maxWorkers: 1 };
