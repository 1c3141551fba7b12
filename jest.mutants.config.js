import base from "./jest.config.js";

const rooms = process.env.KETTLEBACK_MUTATED ?? "*";

/** The tests of the room that is mutated, and of those that judge it too. */
export default {
  ...base,
  testMatch: [`<rootDir>/core/src/${rooms.includes(",") ? `{${rooms}}` : rooms}/**/*.test.ts`],
  maxWorkers: 1,
};
