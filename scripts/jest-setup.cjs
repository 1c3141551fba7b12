// A page's globals that the simulated one lacks.
// eslint-disable-next-line @typescript-eslint/no-require-imports
const { deserialize, serialize } = require("node:v8");

globalThis.structuredClone ??= (value) => deserialize(serialize(value));
